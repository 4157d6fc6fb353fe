"""Titles that fit: three shapes of one, and what a title that somebody typed contains."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

from bunraku.core.write.counting import Unit, cut_off, length
from bunraku.core.write.packing import Packed, Wish, contained, pack
from bunraku.core.write.written import Form

Shape = Literal["first", "most", "short"]
NEAR = 0.9
"""Share of a limit from which a text is near it."""


@dataclass(frozen=True)
class Limit:
    """The most that a field holds, in a unit."""

    most: float
    unit: Unit = "characters"


TITLE_LIMITS: dict[Form, tuple[Limit, ...]] = {
    "page": (Limit(60), Limit(580, "pixels")),
    "video": (Limit(100),),
    "listing": (Limit(140),),
}
"""What a title may take: of a page what results pages show before they cut it."""
SHORT = 50
"""Characters of a title that is short and clear."""


@dataclass(frozen=True)
class Measured:
    """A text against a limit: how much it takes, whether it fits, is near or over; and of one that
    is over what of it is within."""

    limit: Limit
    takes: float
    state: Literal["fits", "near", "over"]
    within: str


def measure(text: str, limit: Limit) -> Measured:
    """A text against a limit.

    Parameters: `text`, `limit`. Returns: `Measured`; near from `NEAR` of the limit on. Raises:
    nothing. Cost: linear."""
    takes = length(text, limit.unit)
    if takes > limit.most + 1e-9:
        return Measured(limit, takes, "over", cut_off(text, limit.most, limit.unit))
    return Measured(limit, takes, "near" if takes >= NEAR * limit.most else "fits", text)


@dataclass(frozen=True)
class Proposed:
    """A title of a shape, and how it was packed."""

    shape: Shape
    packed: Packed


def propose_titles(
    form: Form, phrases: Sequence[str], values: Sequence[float], *, end: str = ""
) -> list[Proposed]:
    """Titles for a piece, inside every limit of its form.

    Parameters: `form`; `phrases`, the main keyword first, and their `values`; `end`, what each ends
    with, such as a brand. Returns: the main keyword first; as much value as possible; short and
    clear. Those that would say what another one says are left out, and so is one that nothing fits
    into. Raises: `ValueError` as `pack`. Cost: as `pack`, a few times."""
    found: dict[str, Proposed] = {}
    shapes: tuple[tuple[Shape, float, int | None], ...] = (
        ("first", float("inf"), 0),
        ("most", float("inf"), None),
        ("short", SHORT, 0),
    )
    for shape, most, first in shapes:
        packed = _within(form, phrases, values, Wish(most, first=first, end=end))
        if packed is not None:
            found.setdefault(packed.text.casefold(), Proposed(shape, packed))
    return list(found.values())


def _within(
    form: Form, phrases: Sequence[str], values: Sequence[float], wish: Wish
) -> Packed | None:
    """The best text inside all limits: packed by the first, and by less of it until it is inside
    the others."""
    first, *others = TITLE_LIMITS[form]
    most = min(first.most, wish.most)
    while most > 0:
        packed = pack(phrases, values, replace(wish, most=most, unit=first.unit))
        if not packed.text:
            return None
        over = max((length(packed.text, o.unit) / o.most for o in others), default=0.0)
        if over <= 1:
            return packed
        takes = length(packed.text, first.unit)
        most = min(takes - 1, takes / over)
    return None


@dataclass(frozen=True)
class Said:
    """What a text says of some phrases: places of those that stand in it word for word, of the
    others, and the value of the first."""

    contained: tuple[int, ...]
    left: tuple[int, ...]
    value: float


def said_in(text: str, phrases: Sequence[str], values: Sequence[float]) -> Said:
    """What a text that somebody wrote contains of phrases, word for word. Raises: nothing."""
    inside = contained(text, phrases)
    left = sorted(set(range(len(phrases))) - set(inside))
    return Said(tuple(inside), tuple(left), float(sum(values[place] for place in inside)))
