"""What fields may take: declared limits in characters, bytes, words, width or items, and how a text
stands to them."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Literal

from bunraku.core.channels import FORMS
from bunraku.core.channels.form import FieldLimit, Of, Profile
from bunraku.core.write.counting import cut_off, length
from bunraku.core.write.fields import Fields, items_of, pairs_of

State = Literal["empty", "fits", "near", "over"]
NEAR = 0.9
"""Share of a limit from which a text is near it."""


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


_SHAPES = {field.id: field.shape for form in FORMS.values() for field in form.fields}


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
