"""Dice that always fall the same way: numbers from names, so that the world needs no memory of
them."""

import hashlib
import math
import struct
from statistics import NormalDist

_NORMAL = NormalDist()


def roll(*parts: object) -> float:
    """A number in (0, 1) that depends on nothing but `parts`."""
    digest = hashlib.blake2b(repr(parts).encode(), digest_size=8).digest()
    return (int.from_bytes(digest, "big") + 0.5) / 2**64


def rolls(*parts: object) -> tuple[float, ...]:
    """Eight numbers in (0, 1) that depend on nothing but `parts`, for little more than the price of
    one."""
    digest = hashlib.blake2b(repr(parts).encode(), digest_size=64).digest()
    a, b, c, d, e, f, g, h = struct.unpack("<8Q", digest)
    return (
        (a + 0.5) / 2**64,
        (b + 0.5) / 2**64,
        (c + 0.5) / 2**64,
        (d + 0.5) / 2**64,
        (e + 0.5) / 2**64,
        (f + 0.5) / 2**64,
        (g + 0.5) / 2**64,
        (h + 0.5) / 2**64,
    )


def bell(*parts: object) -> float:
    """A standard normal number that depends on nothing but `parts`."""
    return normal_of(roll(*parts))


def normal_of(dice: float) -> float:
    """The standard normal number at a place in (0, 1)."""
    return _NORMAL.inv_cdf(dice)


def normal_cdf(value: float) -> float:
    """The place in (0, 1) of a standard normal number."""
    return _NORMAL.cdf(value)


def spread(sigma: float, *parts: object) -> float:
    """A factor around 1 with spread `sigma` in ln."""
    return math.exp(sigma * bell(*parts))


def pick_index(count: int, *parts: object) -> int:
    """An index below `count`."""
    return int(roll(*parts) * count)
