"""Work that meets bounds, for tests of confined work: in a module that loads nothing else, since
the process that does it loads it too."""

import time
from collections.abc import Iterator


def sleeps() -> Iterator[int]:
    yield 1
    time.sleep(60)


def grows() -> Iterator[int]:
    yield len(bytearray(1_000_000_000))


def breaks() -> Iterator[int]:
    raise KeyError("a fault of ours")
    yield 1


def computes() -> Iterator[int]:
    while True:
        pass
    yield 1
