"""What could be done to clusters: one that holds two wants, two that one page would serve, a lone
keyword whose topic is already here."""

from collections import Counter
from collections.abc import Callable, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy import sparse
from scipy.sparse.csgraph import connected_components

from bunraku.core.cluster.clustering import LEAST_SHARED_RESULTS
from bunraku.core.cluster.competing import Contender, rivalries
from bunraku.core.cluster.wording import between, same_names, wording_of
from bunraku.core.text.labelled_phrases import INTENTS

Ints = NDArray[np.int64]

ADOPT_ALIKE = 0.5
"""How alike a lone keyword must be to a member of a cluster by wording; clustering itself joins at
more."""
ADOPT_NAMES = 0.9
"""How much of what it names a member must name too."""
LEAST_WANTING = 2
"""Members that must want something else for a cluster to be two."""
ADOPT_SHARED = 2
"""Results that its page must share with a member's, where both were read."""
MOST = 200
"""Proposals of a kind, those with most searches behind them first."""
_KINDS = {
    INTENTS.index("informational"): "know",
    INTENTS.index("navigational"): "go",
    INTENTS.index("commercial"): "buy",
    INTENTS.index("transactional"): "buy",
}
_SAID = {"know": "want to know", "go": "look for a certain place", "buy": "want to compare or buy"}


@dataclass(frozen=True)
class Clustered:
    """n keywords in clusters: texts, page result ids (n, k) with 0 for none, intent codes (n,),
    whether each is local (n,), the cluster of each (n,), whether it leads it (n,), searches a month
    (n,), NaN unknown; the place of the project that each names, empty for none (all empty where
    none is told)."""

    texts: Sequence[str]
    pages: Ints
    intents: Ints
    local: NDArray[np.bool_]
    clusters: Ints
    leads: NDArray[np.bool_]
    searched: NDArray[np.float64]
    towns: Sequence[str] = ()

    def town(self, place: int) -> str:
        """The place that a keyword names."""
        return self.towns[place] if self.towns else ""


@dataclass(frozen=True)
class Proposal:
    """What could be done: `kind` is split, merge or adopt; `cluster` stays; of a split `moves` are
    the places of keywords that leave it, of an adoption the place of the one that comes; of a merge
    `other` comes in. `why` in words; `searched` a month behind it."""

    kind: str
    cluster: int
    why: str
    moves: tuple[int, ...] = ()
    other: int = -1
    searched: float = 0.0


def propose(given: Clustered, language: str) -> list[Proposal]:
    """What could be done to clusters, splits first, then merges, then adoptions.

    Parameters: `given`, n keywords in clusters; `language`. Returns: at most `MOST` of a kind.
    Formula: a cluster is split where its members' pages fall into parts that share fewer than three
    results, or, where none was read, its members want two things; two are merged that would fight
    for the same searchers (`rivalries` of their leads); a lone keyword is adopted by the cluster
    whose member is most like it by wording, names the same, wants the same and, where both pages
    were read, shares two results or more. Raises: nothing. Cost: about n log n."""
    splits = _splits(given)
    # What may be two clusters has nothing to adopt yet.
    parted = {proposal.cluster for proposal in splits}
    merges = _merges(given, language)
    # One that goes into another as a cluster of one is not proposed twice.
    gone = {proposal.other for proposal in merges}
    adoptions = [
        one
        for one in _adoptions(given, language)
        if one.cluster not in parted and int(given.clusters[one.moves[0]]) not in gone
    ]
    return [*splits, *merges, *adoptions]


def _searches(given: Clustered, places: Sequence[int] | Ints) -> float:
    return float(np.nansum(given.searched[np.asarray(places, dtype=np.int64)]))


def _members(given: Clustered) -> dict[int, Ints]:
    order = np.argsort(given.clusters, kind="stable")
    ids, starts = np.unique(given.clusters[order], return_index=True)
    return dict(zip(ids.tolist(), np.split(order, starts[1:]), strict=True))


def _splits(given: Clustered) -> list[Proposal]:
    found = []
    for cluster, places in _members(given).items():
        if len(places) < 2:
            continue
        parts, why = _parts(given, places)
        if len(parts) < 2:
            continue
        # What the lead keyword is in stays, and where it is in none the largest does.
        stays = next((p for p in parts if given.leads[list(p)].any()), parts[0])
        for part in parts:
            if part is not stays:
                searched = _searches(given, part)
                found.append(Proposal("split", cluster, why(part), part, searched=searched))
    return sorted(found, key=lambda p: (-p.searched, p.cluster))[:MOST]


Part = tuple[int, ...]


def _parts(given: Clustered, places: Ints) -> tuple[list[Part], Callable[[Part], str]]:
    """The parts a cluster falls into, the largest first, and why, said of one of them."""
    read = places[(given.pages[places] != 0).any(axis=1)]
    if len(read) >= 2:
        # Members that were not read say nothing of pages: they stay.
        parts = _by_results(given.pages[read])
        groups = [tuple(read[part].tolist()) for part in parts]
        return (
            groups,
            lambda part: (
                f"{_keywords(len(part))} share{'s' if len(part) == 1 else ''} fewer than "
                f"{LEAST_SHARED_RESULTS} results with the rest"
            ),
        )
    wants: dict[str, list[int]] = {}
    for place in places.tolist():
        kind = _KINDS.get(int(given.intents[place]))
        if kind:
            wants.setdefault(kind, []).append(place)
    groups = sorted(
        (tuple(part) for part in wants.values() if len(part) >= LEAST_WANTING),
        key=lambda part: -len(part),
    )
    kind_of = {part: kind for kind, part in ((k, tuple(v)) for k, v in wants.items())}
    largest = groups[0] if groups else ()
    return (
        groups,
        lambda part: (
            f"those who search for {_these(len(part))} {_SAID[kind_of[part]]}, those of the rest "
            f"{_SAID[kind_of[largest if part != largest else groups[1]]]}"
        ),
    )


def _keywords(count: int) -> str:
    return "one keyword" if count == 1 else f"{count} keywords"


def _these(count: int) -> str:
    return "this one" if count == 1 else f"these {count}"


def _by_results(pages: Ints) -> list[Ints]:
    """Pages that hang together by `LEAST_SHARED_RESULTS` results, the largest part first."""
    n = len(pages)
    there = pages != 0
    rows, _ = np.nonzero(there)
    _, columns = np.unique(pages[there], return_inverse=True)
    holds = sparse.csr_matrix((np.ones(len(rows)), (rows, columns)), shape=(n, columns.max() + 1))
    shared = (holds @ holds.T) >= LEAST_SHARED_RESULTS
    count, of = connected_components(shared, directed=False)
    return sorted((np.flatnonzero(of == k) for k in range(count)), key=lambda part: -len(part))


def _merges(given: Clustered, language: str) -> list[Proposal]:
    leads = np.flatnonzero(given.leads)
    contenders = [
        Contender(
            int(given.clusters[place]),
            given.texts[place],
            int(given.intents[place]),
            bool(given.local[place]),
            None,
            given.pages[place].tolist(),
            given.town(place),
        )
        for place in leads.tolist()
    ]
    place = {int(given.clusters[k]): int(k) for k in leads}
    size = Counter(given.clusters.tolist())
    searched = {c: _searches(given, p) for c, p in _members(given).items()}
    found = []
    for pair in rivalries(contenders, language, given.texts):
        if _shared(given, place[pair.one], place[pair.other]) in (0, 1):
            # Their pages tell that they are two, however alike their words are.
            continue
        # The one with more keywords stays, and of two alike the one that is searched more.
        stays, goes = sorted((pair.one, pair.other), key=lambda c: (-size[c], -searched[c], c))
        behind = min(searched[stays], searched[goes])
        found.append(Proposal("merge", stays, pair.why, other=goes, searched=behind))
    found.sort(key=lambda p: (-p.searched, p.cluster, p.other))
    return _once_each(found)[:MOST]


def _once_each(found: Sequence[Proposal]) -> list[Proposal]:
    """Those of a chain that can be taken one after the other: what goes into another does not take
    a third."""
    gone: set[int] = set()
    kept = []
    for one in found:
        if not {one.cluster, one.other} & gone:
            kept.append(one)
            gone.add(one.other)
    return kept


def _adoptions(given: Clustered, language: str) -> list[Proposal]:
    _, of, count = np.unique(given.clusters, return_inverse=True, return_counts=True)
    size = count[of]
    alone, there = np.flatnonzero(size == 1), np.flatnonzero(size > 1)
    if not len(alone) or not len(there):
        return []
    wording = wording_of(given.texts, given.intents, given.local, language)
    lead = {int(given.clusters[k]): int(k) for k in np.flatnonzero(given.leads)}
    wants = _wanted_by(given)
    settled = wording.rows(there)
    found = []
    for start in range(0, len(alone), 1_000):
        asking = alone[start : start + 1_000]
        asked = wording.rows(asking)
        pairs = between(asked, settled).tocoo()
        enough = pairs.data >= ADOPT_ALIKE
        row, column, alike = pairs.row[enough], pairs.col[enough], pairs.data[enough]
        names = np.minimum(
            same_names(asked, settled, row, column), same_names(settled, asked, column, row)
        )
        best: dict[int, tuple[float, int]] = {}
        for r, c, value, named in zip(
            asking[row].tolist(),
            there[column].tolist(),
            alike.tolist(),
            names.tolist(),
            strict=True,
        ):
            if named >= ADOPT_NAMES and _fits(given, r, c) and value > best.get(r, (0.0, 0))[0]:
                best[r] = (value, c)
        for place, (_, member) in sorted(best.items()):
            cluster = int(given.clusters[member])
            one, its = np.array([place]), np.array([lead.get(cluster, member)])
            said = same_names(
                wording.rows(one), wording.rows(its), np.zeros(1, int), np.zeros(1, int)
            )
            if said[0] < ADOPT_NAMES or wants.get(cluster) != _KINDS.get(int(given.intents[place])):
                continue
            searched = _searches(given, [place])
            why = _why_adopted(given, place, member)
            found.append(Proposal("adopt", cluster, why, (place,), searched=searched))
    return sorted(found, key=lambda p: (-p.searched, p.moves))[:MOST]


def _shared(given: Clustered, one: int, other: int) -> int | None:
    mine, theirs = set(given.pages[one].tolist()) - {0}, set(given.pages[other].tolist()) - {0}
    return len(mine & theirs) if mine and theirs else None


def _fits(given: Clustered, place: int, member: int) -> bool:
    mine, theirs = _KINDS.get(int(given.intents[place])), _KINDS.get(int(given.intents[member]))
    if mine != theirs or given.local[place] != given.local[member]:
        return False
    if given.town(place) != given.town(member):
        return False
    shared = _shared(given, place, member)
    return shared is None or shared >= ADOPT_SHARED


def _wanted_by(given: Clustered) -> dict[int, str | None]:
    """What most members of each cluster want."""
    kinds: dict[int, Counter[str | None]] = {}
    for cluster, intent in zip(given.clusters.tolist(), given.intents.tolist(), strict=True):
        kinds.setdefault(cluster, Counter())[_KINDS.get(int(intent))] += 1
    return {cluster: count.most_common(1)[0][0] for cluster, count in kinds.items()}


def _why_adopted(given: Clustered, place: int, member: int) -> str:
    shared = _shared(given, place, member)
    by_results = "" if shared is None else f" and shares {shared} results with it"
    return f"it names what “{given.texts[member]}” names{by_results}"
