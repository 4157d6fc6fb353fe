"""Texts that share the work: which phrases go to which variation of a listing, or to which bullet,
so that together they cover most."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import combinations

from bunraku.core.write.joint_program import joint_program
from bunraku.core.write.packing import Packed, Wish, contained, pack
from bunraku.core.write.phrase_program import GAP

MOST_ROUNDS = 4
"""Times that each text is packed again beside the others."""
LOOKED_AT = 80
"""Phrases that are shared out: those of most value."""
NODES = ((100, 600), (180, 30))
"""Phrases times texts up to which all of them are made together, and branches that are looked at
then."""
NODES_OF_TWO = 1
"""The same where only two are."""
TINY = 1e-9


@dataclass(frozen=True)
class Shared:
    """Texts, one for each wish; the value of all phrases that stand in one of them or more, and the
    value that no texts within the limits exceed; places of phrases that stand in none."""

    texts: tuple[Packed, ...]
    value: float
    bound: float
    left: tuple[int, ...]


def share_out(
    phrases: Sequence[str],
    values: Sequence[float],
    wishes: Sequence[Wish],
    *,
    thorough: bool = True,
) -> Shared:
    """Pack several texts so that together they cover most.

    Parameters: `phrases` and `values` as `pack`; a wish for each text. Returns: `Shared`; a phrase
    counts once, however many texts say it. Formula: each text in turn is packed with what the
    others do not cover, again and again until nothing gains; then, where it is to be `thorough`,
    all of them together where they are few (`NODES`), and each two of them; the bound is that of
    the program of all texts together. Raises: as `pack`. Cost: that of `pack`, a few times a text;
    where it is thorough, some seconds."""
    looked = sorted(range(len(phrases)), key=lambda place: (-values[place], place))[:LOOKED_AT]
    looked = sorted({*looked, *(wish.first for wish in wishes if wish.first is not None)})
    held: list[set[int]] = [set() for _ in wishes]
    texts: list[Packed | None] = [None] * len(wishes)

    def packed(number: int) -> tuple[Packed, set[int]]:
        elsewhere = set().union(*(h for other, h in enumerate(held) if other != number))
        left = [0.0 if place in elsewhere else values[place] for place in looked]
        wish = wishes[number]
        first = None if wish.first is None else looked.index(wish.first)
        found = pack([phrases[place] for place in looked], left, replace(wish, first=first))
        return found, set(contained(found.text, phrases))

    def total(holding: Sequence[set[int]]) -> float:
        return float(sum(values[place] for place in set().union(*holding)))

    for round_number in range(MOST_ROUNDS):
        before = total(held)
        for number in range(len(wishes)):
            text, holds = packed(number)
            others = [h for other, h in enumerate(held) if other != number]
            if texts[number] is None or total([*others, holds]) > total(held) + TINY:
                texts[number], held[number] = text, holds
        if round_number and total(held) <= before + TINY:
            break
    found = [text.text for text in texts if text is not None]
    worth, bound = total(held), float(sum(values))
    if wishes and worth < (1 - GAP) * bound:
        program = joint_program(phrases, values, wishes, looked)
        bound = min(bound, program.relaxed())
        size = len(looked) * len(wishes)
        nodes = next((nodes for most, nodes in NODES if size <= most), 0)
        if thorough and nodes:
            anew, proven = program.best(nodes)
            bound = min(bound, proven)
            found = max(found, anew, key=lambda texts: _covered(texts, phrases, values))
        if thorough:
            found = _two_by_two(phrases, values, wishes, looked, found, (1 - GAP) * bound)
        worth = _covered(found, phrases, values)
    done = {place for text in found for place in contained(text, phrases)}
    return Shared(
        tuple(_told(text, phrases, values) for text in found),
        worth,
        max(bound, worth),
        tuple(place for place in range(len(phrases)) if place not in done),
    )


def _covered(texts: Sequence[str], phrases: Sequence[str], values: Sequence[float]) -> float:
    done = {place for text in texts for place in contained(text, phrases)}
    return float(sum(values[place] for place in done))


def _two_by_two(
    phrases: Sequence[str],
    values: Sequence[float],
    wishes: Sequence[Wish],
    looked: Sequence[int],
    found: list[str],
    enough: float,
) -> list[str]:
    """Texts with each two of them made anew together, by a program in whole numbers, until they are
    worth enough or all pairs were tried: what one text alone cannot gain, two that change places
    can."""
    worth = _covered(found, phrases, values)
    for one, other in combinations(range(len(wishes)), 2):
        if worth >= enough:
            break
        rest = [text for number, text in enumerate(found) if number not in (one, other)]
        elsewhere = {place for text in rest for place in contained(text, phrases)}
        led = {wishes[one].first, wishes[other].first}
        free = [place for place in looked if place not in elsewhere or place in led]
        pair = [wishes[one], wishes[other]]
        texts, _ = joint_program(phrases, values, pair, free).best(NODES_OF_TWO)
        if texts and _covered([*rest, *texts], phrases, values) > worth + TINY:
            found = [*found]
            found[one], found[other] = texts
            worth = _covered(found, phrases, values)
    return found


def _told(text: str, phrases: Sequence[str], values: Sequence[float]) -> Packed:
    """A text with what it says of all phrases, whether or not another says it too."""
    inside = contained(text, phrases)
    left = tuple(place for place in range(len(phrases)) if place not in set(inside))
    worth = float(sum(values[place] for place in inside))
    return Packed(text, tuple(inside), left, worth, worth)
