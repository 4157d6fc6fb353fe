"""Titles that fit: four shapes of one, and what a title that somebody typed contains."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

from bunraku.core.channels.form import FieldLimit
from bunraku.core.write.counting import length
from bunraku.core.write.packing import Packed, Wish, contained, pack

Shape = Literal["first", "most", "short", "two"]
SHORT = 50
"""Characters of a title that is short and clear."""
ASKS = frozenset(
    "how what why when where who which can do does is are should wie was warum wann wo wer welche "
    "kann comment pourquoi quand combien como cuando donde por".split()
)
"""Words that a question begins with."""


@dataclass(frozen=True)
class Proposed:
    """A title of a shape, and how it was packed."""

    shape: Shape
    packed: Packed


def propose_titles(
    limits: Sequence[FieldLimit],
    phrases: Sequence[str],
    values: Sequence[float],
    *,
    end: str = "",
    must: Sequence[str] = (),
    never: Sequence[str] = (),
    joiner: str = " ",
) -> list[Proposed]:
    """Titles for a piece, inside every limit.

    Parameters: `limits` of the title, the first the one that is packed by; `phrases`, the main
    keyword first, and their `values`; `end`, what each ends with, such as a brand; words that each
    `must` say and must `never`; what stands between phrases that share nothing. Returns: the main
    keyword first; as much value as possible; short and clear; two phrases with a colon between.
    Those that would say what another one says are left out, and so is one that nothing fits into.
    Raises: as `pack`. Cost: as `pack`, a few times."""
    found: dict[str, Proposed] = {}
    usual = Wish(float("inf"), end=end, must=must, never=never, joiner=joiner)
    shapes: tuple[tuple[Shape, Wish], ...] = (
        ("first", replace(usual, first=0)),
        ("most", usual),
        ("short", replace(usual, most=SHORT, first=0)),
    )
    for shape, wish in shapes:
        packed = within(limits, phrases, values, wish)
        if packed is not None:
            found.setdefault(packed.text.casefold(), Proposed(shape, packed))
    two = None if must else _two(limits, phrases, values, end, never)
    if two is not None:
        found.setdefault(two.text.casefold(), Proposed("two", two))
    return list(found.values())


def within(
    limits: Sequence[FieldLimit], phrases: Sequence[str], values: Sequence[float], wish: Wish
) -> Packed | None:
    """The best text inside all limits: packed by the first, and by less of it until it is inside
    the others; None where nothing fits. Raises: as `pack`."""
    first, *others = limits or [FieldLimit("title", 10_000)]
    most = first.most if first.unit != "characters" else min(first.most, wish.most)
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


def _two(
    limits: Sequence[FieldLimit],
    phrases: Sequence[str],
    values: Sequence[float],
    end: str,
    never: Sequence[str],
) -> Packed | None:
    """The main keyword, a colon, and the phrase that brings most beside it; as a question where it
    is one."""
    best: Packed | None = None
    for place in range(1, len(phrases)):
        text = two_phrases(phrases[0], phrases[place]) + end
        if any(length(text, limit.unit) > limit.most for limit in limits):
            continue
        if any(word.casefold() in text.casefold() for word in never):
            continue
        inside = contained(text, phrases)
        if place not in inside or 0 not in inside:
            continue
        worth = float(sum(values[each] for each in inside))
        if best is None or worth > best.value:
            left = tuple(sorted(set(range(len(phrases))) - set(inside)))
            # It is a pattern, and no attempt at the most.
            best = Packed(text, tuple(inside), left, worth, 0.0)
    return best


def two_phrases(one: str, other: str) -> str:
    """Two phrases as a title: "A: b", with a question mark where the second one asks."""
    asks = other.split()[:1] and other.split()[0].casefold() in ASKS
    return f"{one[:1].upper()}{one[1:]}: {other}{'?' if asks else ''}"


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
