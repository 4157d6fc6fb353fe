"""What fields may take: declared limits in characters, bytes, words, width or items, and how a text
stands to them."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Literal

from bunraku.core.write.counting import Unit, cut_off, length
from bunraku.core.write.fields import FIELDS, VISIBLE, Fields, items_of, pairs_of
from bunraku.core.write.written import Form

Of = Literal["whole", "each", "items"]
"""All of a field, its items together; each item of it; how many items it has."""
Kind = Literal["most", "best", "seen"]
"""More is refused or lost; more is worse; more is not seen before a press."""
State = Literal["empty", "fits", "near", "over"]
NEAR = 0.9
"""Share of a limit from which a text is near it."""


@dataclass(frozen=True)
class FieldLimit:
    """The most that a field holds, of all of it or of each item, in a unit; `unit` says nothing of
    a number of items."""

    field: str
    most: float
    unit: Unit = "characters"
    of: Of = "whole"
    kind: Kind = "most"

    @property
    def id(self) -> str:
        """By which a limit is told from others of its profile."""
        return f"{self.field}.{self.of}.{self.kind}.{self.unit}"


@dataclass(frozen=True)
class Profile:
    """The limits of an outlet or of a kind of marketplace. `left_out`: fields it does not have."""

    id: str
    form: Form
    name: str
    limits: tuple[FieldLimit, ...]
    left_out: tuple[str, ...] = ()


PROFILES: dict[str, Profile] = {
    profile.id: profile
    for profile in (
        Profile(
            "page", "page", "A site, as results pages show it",
            (
                FieldLimit("title", 60),
                FieldLimit("title", 580, "pixels"),
                FieldLimit("address", 75, kind="best"),
                FieldLimit("description", 155),
                FieldLimit("images", 125, of="each", kind="best"),
            ),
        ),
        Profile(
            "video", "video", "A video channel",
            (
                FieldLimit("title", 100),
                FieldLimit("title", 50, kind="best"),
                FieldLimit("description", 5_000, "bytes"),
                FieldLimit("description", VISIBLE, kind="seen"),
                FieldLimit("tags", 500),
                FieldLimit("hashtags", 15, of="items"),
                FieldLimit("hashtags", 3, of="items", kind="seen"),
            ),
        ),
        Profile(
            "bullets", "listing", "A shop with titles of 200 and five bullets",
            (
                FieldLimit("title", 200),
                FieldLimit("bullets", 5, of="items"),
                FieldLimit("bullets", 500, of="each"),
                FieldLimit("description", 2_000),
                FieldLimit("description", VISIBLE, kind="seen"),
                FieldLimit("hidden", 250, "bytes"),
                FieldLimit("variations", 200, of="each"),
            ),
            left_out=("tags", "materials"),
        ),
        Profile(
            "hidden", "listing", "A shop with hidden terms of 2,500 characters",
            (
                FieldLimit("title", 200),
                FieldLimit("bullets", 5, of="items"),
                FieldLimit("bullets", 500, of="each"),
                FieldLimit("description", 4_000),
                FieldLimit("description", VISIBLE, kind="seen"),
                FieldLimit("hidden", 2_500),
                FieldLimit("variations", 200, of="each"),
            ),
            left_out=("tags", "materials"),
        ),
        Profile(
            "tags", "listing", "A shop with titles of 140 and 13 tags",
            (
                FieldLimit("title", 140),
                FieldLimit("description", 5_000),
                FieldLimit("description", VISIBLE, kind="seen"),
                FieldLimit("tags", 13, of="items"),
                FieldLimit("tags", 20, of="each"),
                FieldLimit("materials", 13, of="items"),
                FieldLimit("materials", 45, of="each"),
                FieldLimit("variations", 140, of="each"),
            ),
            left_out=("bullets", "hidden"),
        ),
    )
}  # fmt: skip
"""The profiles there are; an outlet has one, whose numbers a person may change. To add one, put it
here."""
USUAL: dict[Form, str] = {"page": "page", "video": "video", "listing": "tags"}
"""The profile of an outlet whose own was never chosen."""


def changed(profile: Profile, own: Mapping[str, float]) -> Profile:
    """A profile with a person's own numbers, by the ids of limits; others are passed over."""
    limits = (replace(limit, most=own.get(limit.id, limit.most)) for limit in profile.limits)
    return replace(profile, limits=tuple(limits))


@dataclass(frozen=True)
class Measured:
    """A field against a limit: what it takes (of items: the longest, and which are over); of a
    whole text that is over, what of it is within."""

    limit: FieldLimit
    takes: float
    state: State
    within: str = ""
    over: tuple[int, ...] = ()


def measure(limit: FieldLimit, fields: Fields) -> Measured:
    """A field against a limit.

    Parameters: a limit, fields. Returns: `Measured`; near from `NEAR` of the limit on. Items
    together take a comma between them. Raises: nothing. Cost: linear."""
    text = fields.get(limit.field, "")
    if limit.of == "whole":
        shape = _SHAPES[limit.field]
        whole = ",".join(items_of(text)) if shape == "lines" else text.rstrip("\n")
        takes = length(whole, limit.unit)
        state = _state(takes, limit.most)
        within = cut_off(whole, limit.most, limit.unit) if state == "over" else whole
        return Measured(limit, takes, state, within)
    shown = _items(limit.field, text)
    if limit.of == "items":
        over = tuple(range(int(limit.most), len(shown)))
        return Measured(limit, len(shown), _state(len(shown), limit.most, near=False), over=over)
    each = [length(item, limit.unit) for item in shown]
    over = tuple(place for place, takes in enumerate(each) if takes > limit.most + 1e-9)
    return Measured(
        limit, max(each, default=0.0), _state(max(each, default=0.0), limit.most), over=over
    )


_SHAPES = {field.id: field.shape for fields in FIELDS.values() for field in fields}


def _items(field: str, text: str) -> list[str]:
    return [said for _, said in pairs_of(text)] if _SHAPES[field] == "pairs" else items_of(text)


def _state(takes: float, most: float, *, near: bool = True) -> State:
    if takes > most + 1e-9:
        return "over"
    if not takes:
        return "empty"
    return "near" if near and takes >= NEAR * most else "fits"


def most_of(limits: Sequence[FieldLimit], field: str, of: Of = "whole") -> list[FieldLimit]:
    """The limits that a field must not exceed."""
    return [one for one in limits if one.field == field and one.of == of and one.kind == "most"]
