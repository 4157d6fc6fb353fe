"""Pieces that would fight for the same searchers: by the results they share, by what they name, by
what they mean (cannibalisation)."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from bunraku.core.cluster.wording import between, same_names, wording_of
from bunraku.core.plan.ownership import overlaps
from bunraku.core.text.labelled_phrases import INTENTS

SHARED_LEAST = 4
"""Results of ten that two pages must share for one piece to serve both."""
SHARED_APART = 1
"""Results of ten up to which two pages that were read tell that they are not one."""
SAME_NAMES = 0.9
"""Share of what each names that the other must name too, frames such as "set", "for sale" and
"under 50" left aside."""
MEANT_ALIKE = 0.65
"""Likeness of wording and meaning from which two topics are near the same: on pairs from three
subjects of ours, "bee suit" and "beekeeping suit" lie above, grooming scissors and table below."""
ASKED_ALIKE = 0.6
"""The same for two questions that name the same: "how to light" is not "what is"."""
_BUYING = {INTENTS.index("commercial"), INTENTS.index("transactional")}


@dataclass(frozen=True)
class Contender:
    """A piece or what may become one: its main keyword, the code of its intent (−1 unknown),
    whether it is local, its outlet, the result ids of its main keyword's page (0 for none)."""

    id: int
    text: str
    intent: int
    local: bool
    place: object
    results: Sequence[int] = ()


@dataclass(frozen=True)
class Rivalry:
    """Two that would fight, and why: the results they share of how many, else what is alike."""

    one: int
    other: int
    why: str
    shared: int = 0
    of: int = 0


def rivalries(contenders: Sequence[Contender], language: str) -> list[Rivalry]:
    """Which of some pieces would fight for the same searchers.

    Parameters: `contenders`, each with an id of its own; `language`, two letters. Returns: pairs,
    those with shared results first and by how many, the lower id first in each. Only pairs with one
    `place` (channel and outlet) can fight. Where both pages were read their results decide: four
    shared of ten, or one at most. Between, and where a page is unread, wording does: both name the
    same but for frames and want alike, or are near the same by meaning. Raises: nothing. Cost:
    pairs that share a result or a word.
    """
    by_place: dict[object, list[Contender]] = {}
    for contender in contenders:
        by_place.setdefault(contender.place, []).append(contender)
    found = [pair for group in by_place.values() for pair in _among(group, language)]
    return sorted(found, key=lambda pair: (-pair.shared, pair.one, pair.other))


def _among(group: Sequence[Contender], language: str) -> list[Rivalry]:
    read = {c.id: c.results for c in group if any(c.results)}
    shared = {
        (o.piece, o.other): Rivalry(
            o.piece, o.other, f"they share {o.shared} of {o.of} results", o.shared, o.of
        )
        for o in overlaps(read, least=SHARED_APART + 1)
    }
    rivals = {pair: told for pair, told in shared.items() if told.shared >= SHARED_LEAST}
    for pair, why in _by_wording(group, language).items():
        both_read = pair[0] in read and pair[1] in read
        if pair not in rivals and (pair in shared or not both_read):
            rivals[pair] = Rivalry(*pair, why)
    return list(rivals.values())


def _by_wording(group: Sequence[Contender], language: str) -> Mapping[tuple[int, int], str]:
    texts = [c.text for c in group]
    intents = np.array([c.intent for c in group], dtype=np.int64)
    wording = wording_of(texts, intents, np.array([c.local for c in group], dtype=bool), language)
    likeness = between(wording, wording).tocoo()
    above = likeness.row < likeness.col
    row, column = likeness.row[above], likeness.col[above]
    names = np.minimum(
        same_names(wording, wording, row, column), same_names(wording, wording, column, row)
    )
    found: dict[tuple[int, int], str] = {}
    for a, b, alike, named in zip(row, column, likeness.data[above], names, strict=True):
        one, other = group[a], group[b]
        if not _want_alike(one, other):
            continue
        pair = (min(one.id, other.id), max(one.id, other.id))
        asked = INTENTS.index("informational") in (one.intent, other.intent)
        if named >= SAME_NAMES and (alike >= ASKED_ALIKE or not asked):
            found[pair] = "they name the same thing and want the same"
        elif alike >= MEANT_ALIKE:
            found[pair] = "they mean nearly the same"
    return found


def _want_alike(one: Contender, other: Contender) -> bool:
    """Whether two are after searchers who want the same: buyers are one kind."""
    if one.local != other.local:
        return False
    if -1 in (one.intent, other.intent):
        return True
    return one.intent == other.intent or {one.intent, other.intent} <= _BUYING
