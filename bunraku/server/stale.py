"""Saves that come too late: what a window began from is no longer what is there."""

from collections.abc import Collection, Mapping
from typing import Annotated

from ninja import Field

from bunraku.server.errors import BunrakuError

Was = Annotated[
    dict[Annotated[str, Field(max_length=20)], Annotated[str, Field(max_length=10_000)]],
    Field(max_length=10),
]
"""Texts as the window that changes them began from them, by field."""
SHOWN = 200
"""Characters of another's text that are told."""


def check_unchanged(
    thing: object, was: Mapping[str, str], fields: Mapping[str, object], texts: Collection[str]
) -> None:
    """That texts which are to be changed are still as the window knew them. `fields`, what is to be
    changed; `texts`, which of them are texts. Raises: stale, with what is there now."""
    for name in texts:
        there = getattr(thing, name)
        if name not in was or name not in fields or there in (was[name], fields[name]):
            continue
        shown = there if len(there) <= SHOWN else f"{there[:SHOWN]}…"
        raise BunrakuError(
            "stale",
            f"It was changed in another window meanwhile: “{shown}” is there now."
            if there
            else "It was emptied in another window meanwhile.",
            field=name,
            hint="Nothing was saved. What you typed is still here.",
        )
