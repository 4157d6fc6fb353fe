"""Pieces that would fight for the same searchers: by the results they share, by what they name, by
what they mean (cannibalisation)."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cache

import numpy as np
from numpy.typing import NDArray
from scipy import sparse
from scipy.sparse.csgraph import connected_components

from bunraku.core.cluster.overlapping import overlaps
from bunraku.core.cluster.wording import Wording, between, same_names, wording_of
from bunraku.core.text.labelled_phrases import INTENTS, labelled_subjects
from bunraku.core.text.tokens import tokens

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
ASKED_ALIKE = 0.8
"""The same for two questions that name the same: "how to light" is not "what is"."""
LEAST_COMPANY = 10
"""Keywords of one subject from which they tell what is told apart within it."""
ALIKE_HERE = 0.3
"""How alike two must be among the subject's own keywords: where all speak of sash windows, it
is about locks and cords. Of 330 pairs that name the same in 20 grouped subjects it parts those that
the groups part (precision .66 to .72) and few others (recall .142 to .134)."""
COMPARING = frozenset({"vs", "versus", "or", "oder", "ou", "contra", "gegen"})
"""Words between two things that are compared, in the languages there are."""
SAME = "they name the same thing and want the same"
NEAR = "they mean nearly the same"
_BUYING = {INTENTS.index("commercial"), INTENTS.index("transactional")}


@dataclass(frozen=True)
class Contender:
    """A piece or what may become one: its main keyword, the code of its intent (−1 unknown),
    whether it is local, its outlet, the result ids of its main keyword's page (0 for none), the
    place of the project that it names (empty: none)."""

    id: int
    text: str
    intent: int
    local: bool
    place: object
    results: Sequence[int] = ()
    town: str = ""


@dataclass(frozen=True)
class Rivalry:
    """Two that would fight, and why: the results they share of how many, else what is alike."""

    one: int
    other: int
    why: str
    shared: int = 0
    of: int = 0


def rivalries(
    contenders: Sequence[Contender], language: str, company: Sequence[str] = ()
) -> list[Rivalry]:
    """Which of some pieces would fight for the same searchers.

    Parameters: `contenders`, each with an id of its own; `language`, two letters; `company`,
    keywords of the same project, from which it is told what sets apart within its subject (fewer
    than `LEAST_COMPANY` tell nothing). Returns: pairs, those with shared results first and by how
    many, the lower id first in each. Only pairs with one `place` (channel and outlet) can fight.
    Evidence, any of it: four of ten results shared; both name the same but for frames and want
    alike; near the same by meaning, unless both pages were read and share one result at most. Those
    of two towns only fight by shared results. Raises: nothing. Cost: pairs that share a result or a
    word.
    """
    by_place: dict[object, list[Contender]] = {}
    for contender in contenders:
        by_place.setdefault(contender.place, []).append(contender)
    found = [pair for group in by_place.values() for pair in _among(group, language, company)]
    return sorted(found, key=lambda pair: (-pair.shared, pair.one, pair.other))


@dataclass(frozen=True)
class Group:
    """Those that would fight for the same searchers: the one that can serve all, and the others,
    each with why."""

    serves: int
    others: tuple[tuple[int, str], ...]


def grouped(pairs: Sequence[Rivalry], standing: Mapping[int, tuple[bool, float]]) -> list[Group]:
    """Pairs put together: whoever fights one of a group belongs to it.

    Parameters: `pairs`; `standing` of each, whether it is there already, and the clicks its main
    keyword would bring. Returns: groups, the largest first. What is there already serves, else what
    brings most clicks; of each other one the reason is that of its pair with the one that serves,
    else of its first pair. Raises: `KeyError` for one without standing. Cost: linear.
    """
    ids = sorted({id for pair in pairs for id in (pair.one, pair.other)})
    place = {id: number for number, id in enumerate(ids)}
    ends = ([place[pair.one] for pair in pairs], [place[pair.other] for pair in pairs])
    joined = sparse.coo_matrix((np.ones(len(pairs)), ends), shape=(len(ids), len(ids)))
    _, of = connected_components(joined, directed=False)
    groups: dict[int, list[int]] = {}
    for id in ids:
        groups.setdefault(int(of[place[id]]), []).append(id)
    why: dict[int, dict[int, str]] = {}
    for pair in pairs:
        why.setdefault(pair.one, {})[pair.other] = pair.why
        why.setdefault(pair.other, {})[pair.one] = pair.why
    found = []
    for members in groups.values():
        serves = max(members, key=lambda id: (standing[id], -id))
        others = [id for id in members if id != serves]
        reasons = [(id, why[id].get(serves) or next(iter(why[id].values()))) for id in others]
        found.append(Group(serves, tuple(reasons)))
    return sorted(found, key=lambda group: (-len(group.others), group.serves))


def _among(group: Sequence[Contender], language: str, company: Sequence[str]) -> list[Rivalry]:
    read = {c.id: c.results for c in group if any(c.results)}
    shared = {
        (o.piece, o.other): Rivalry(
            o.piece, o.other, f"they share {o.shared} of {o.of} results", o.shared, o.of
        )
        for o in overlaps(read, least=SHARED_APART + 1)
    }
    rivals = {pair: told for pair, told in shared.items() if told.shared >= SHARED_LEAST}
    for pair, why in _by_wording(group, language, company).items():
        apart = pair[0] in read and pair[1] in read and pair not in shared
        if pair not in rivals and not (why is NEAR and apart):
            rivals[pair] = Rivalry(*pair, why)
    return list(rivals.values())


def _by_wording(
    group: Sequence[Contender], language: str, company: Sequence[str]
) -> Mapping[tuple[int, int], str]:
    # Among few, none is like another as people see it: everyday phrases are the company to be told
    # apart from.
    wording = _wording_among(group, language, _everyday(language))
    likeness = between(wording, wording).tocoo()
    above = likeness.row < likeness.col
    row, column = likeness.row[above], likeness.col[above]
    names = np.minimum(
        same_names(wording, wording, row, column), same_names(wording, wording, column, row)
    )
    here = _alike_here(group, language, company, row, column)
    found: dict[tuple[int, int], str] = {}
    told = zip(row, column, likeness.data[above], names, here, strict=True)
    for a, b, alike, named, near_here in told:
        one, other = group[a], group[b]
        if not near_here or not _want_alike(one, other):
            continue
        pair = (min(one.id, other.id), max(one.id, other.id))
        asked = INTENTS.index("informational") in (one.intent, other.intent)
        if named >= SAME_NAMES:
            if alike >= ASKED_ALIKE or not asked:
                found[pair] = SAME
        elif alike >= MEANT_ALIKE:
            found[pair] = NEAR
    return found


def _wording_among(group: Sequence[Contender], language: str, company: Sequence[str]) -> Wording:
    texts = [*(c.text for c in group), *company]
    intents = np.array([c.intent for c in group] + [-1] * len(company), dtype=np.int64)
    local = np.array([c.local for c in group] + [False] * len(company), dtype=bool)
    return wording_of(texts, intents, local, language).rows(np.arange(len(group)))


def _alike_here(
    group: Sequence[Contender],
    language: str,
    company: Sequence[str],
    row: NDArray[np.int64],
    column: NDArray[np.int64],
) -> NDArray[np.bool_]:
    """Whether pairs are alike also among the subject's own keywords."""
    mine = {c.text for c in group}
    if not len(row) or len(mine | {*company}) < LEAST_COMPANY:
        return np.ones(len(row), dtype=bool)
    wording = _wording_among(group, language, [text for text in company if text not in mine])
    likeness = between(wording, wording).tocsr()
    return np.asarray(likeness[row, column] >= ALIKE_HERE).ravel()


def _compares(text: str) -> bool:
    return not COMPARING.isdisjoint(tokens(text))


@cache
def _everyday(language: str) -> tuple[str, ...]:
    phrases = [p.text for subject in labelled_subjects(language) for p in subject.phrases]
    return tuple(phrases[::3])


def _want_alike(one: Contender, other: Contender) -> bool:
    """Whether two are after searchers who want the same: buyers are one kind."""
    # Who searches for one town does not want what is in another, or anywhere.
    if one.town != other.town:
        return False
    # A comparison is about two things, and a page on one of them is not about the other.
    if one.local != other.local or _compares(one.text) != _compares(other.text):
        return False
    if -1 in (one.intent, other.intent):
        return True
    return one.intent == other.intent or {one.intent, other.intent} <= _BUYING
