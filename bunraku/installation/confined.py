"""Confined work: on what a stranger may have made, in a process of its own and within bounds, so
that it can take neither time nor memory from anybody else."""

import gc
import multiprocessing
import resource
import signal
from collections.abc import Callable, Generator, Iterator
from contextlib import closing
from dataclasses import dataclass
from multiprocessing.connection import Connection
from typing import Any, TypeVar

T = TypeVar("T")
_CONTEXT = multiprocessing.get_context("forkserver")
_DYING_SECONDS = 5
"""Between the end of what a process says and its own end."""
_PRELOADED = ["bunraku.core.formats.reading", "pydantic"]
"""What the process is made from that such processes are copies of: its loading takes longer than
looking at a file does."""


@dataclass(frozen=True)
class Bounds:
    """What may be taken: seconds of computing in all, bytes of memory; and seconds by the clock
    between two results, many times as many, since a busy machine makes everything wait."""

    seconds: float
    computing_seconds: int
    memory_bytes: int


class TooMuch(Exception):
    """Work that met a bound: `bound` is "computing", "waiting" or "memory"."""

    def __init__(self, bound: str) -> None:
        super().__init__(bound)
        self.bound = bound


def make_ready() -> None:
    """Start what such processes are copied from, so that the first does not wait for it."""
    _CONTEXT.set_forkserver_preload(_PRELOADED)
    process = _CONTEXT.Process(target=_nothing)
    process.start()


def confined(
    work: Callable[..., Iterator[T]], *given: object, bounds: Bounds
) -> Generator[T, None, None]:
    """What a generator gives, run in a process of its own.

    Parameters: `work`, a function of a module, not of another function; `given`, its arguments;
    `bounds`. Returns: its results as they come; the process ends with the iterator. Raises:
    `TooMuch` at a bound, and whatever the work raises."""
    _CONTEXT.set_forkserver_preload(_PRELOADED)
    ours, theirs = _CONTEXT.Pipe(duplex=False)
    process = _CONTEXT.Process(target=_work, args=(theirs, bounds, work, given), daemon=True)
    process.start()
    theirs.close()
    try:
        with closing(ours):
            yield from _results(ours, bounds)
    except EOFError:
        process.join(_DYING_SECONDS)
        raise _why_it_died(process.exitcode) from None
    finally:
        process.kill()
        process.join()
        process.close()


def _results(ours: Connection, bounds: Bounds) -> Iterator[Any]:
    while True:
        if not ours.poll(bounds.seconds):
            raise TooMuch("waiting")
        kind, value = ours.recv()
        if kind == "end":
            return
        if kind == "raised":
            raise value
        yield value


def _why_it_died(code: int | None) -> Exception:
    """What ended a process that did not say: the system kills what has computed too long; where
    memory runs out there may be none left to say so."""
    if code in (-signal.SIGKILL, -signal.SIGXCPU):
        return TooMuch("computing")
    return TooMuch("memory") if code and code < 0 else RuntimeError(f"it ended with code {code}")


def _work(
    theirs: Connection, bounds: Bounds, work: Callable[..., Iterator[Any]], given: tuple[Any, ...]
) -> None:
    computing = bounds.computing_seconds
    # It lives for one file, and makes rows in great numbers: looking again and again for circles
    # among them would take as long as reading them. Its memory has a bound of its own.
    gc.disable()
    resource.setrlimit(resource.RLIMIT_CPU, (computing, computing))
    resource.setrlimit(resource.RLIMIT_DATA, (bounds.memory_bytes, bounds.memory_bytes))
    resource.setrlimit(resource.RLIMIT_CORE, (0, 0))
    try:
        for result in work(*given):
            theirs.send(("result", result))
        theirs.send(("end", None))
    except MemoryError:
        theirs.send(("raised", TooMuch("memory")))
    except BrokenPipeError:
        return
    except Exception as error:
        theirs.send(("raised", error))


def _nothing() -> None:
    """For a process that is started to have its beginning loaded."""
