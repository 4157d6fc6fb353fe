"""Taking long lists in parts."""

from collections.abc import Iterator, Sequence
from typing import TypeVar

T = TypeVar("T")

PART = 5_000
"""How many values one query names at most: databases bound it. As many as one action takes, so that
an action takes a fixed number of queries however many it is about."""


def in_parts(items: Sequence[T]) -> Iterator[Sequence[T]]:
    """The items in order, in parts of at most `PART`."""
    return (items[start : start + PART] for start in range(0, len(items), PART))
