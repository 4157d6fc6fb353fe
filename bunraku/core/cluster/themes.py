"""Themes: a handful of subjects, each with the clusters that name it."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray
from scipy import sparse

from bunraku.core.cluster.wording import Wording, between, same_names, wording_of
from bunraku.core.text.frames import is_frame
from bunraku.core.text.tokens import stems, tokens

Ints = NDArray[np.int64]
Floats = NDArray[np.float64]

MOST_THEMES = 14
"""Themes found by words: more than a person keeps in mind are no map."""
BROAD = 0.3
"""Share of all that is searched from which a word names the project's subject and no theme of
it."""
LEAST_SHARE = 0.015
"""Share of all that is searched below which a word is no theme."""
LEAST_CLUSTERS = 3
"""Clusters that a theme must have."""
NAMES = 0.3
"""How much of what a cluster names a word must be for the cluster to be about it."""
MOSTLY_INSIDE = 0.5
"""Share of the clusters that say a word which must be of one theme for it to tell that theme."""
NAMED_ALIKE = 0.45
"""Share of what a cluster of a theme names that one next to it must name too, to go there."""
NEAR_ENOUGH = 0.5
"""How alike a cluster without a theme's word must be to one of a theme to belong there."""
NEAREST = 5
"""Clusters next to it that have a say."""
LONGEST_NAME = 3
"""Words that a theme's name has at most."""
LONGER = 0.7
"""Share of a name's uses that a longer one must have to be taken instead."""
_CHUNK = 2_000


@dataclass(frozen=True)
class Theme:
    """A theme: the stem that its clusters share, and its name, what they mostly call it."""

    stem: str
    name: str


@dataclass(frozen=True)
class Themes:
    """Themes, the greatest first, and which of them each of n clusters belongs to: (n,), −1 for
    those that belong to none."""

    themes: tuple[Theme, ...]
    of: Ints


def find_themes(
    texts: Sequence[str],
    searched: Floats,
    language: str,
    known: Sequence[str] = (),
    kept: Ints | None = None,
    places: Sequence[str] = (),
) -> Themes:
    """Put clusters into a handful of themes.

    Parameters: `texts`, lead keywords of n clusters; `searched` (n,), searches a month, NaN
    unknown; `language`; `known`, stems of themes there are, which keep their places; `kept` (n,),
    places in `known` of clusters that stay where they are, −1 for those that are looked at;
    `places`, towns and the like, which are no themes. Returns: `Themes`, the known ones first and
    in their order. Formula: clusters weigh by the root of their searches. Of the words that name
    topics (frame words, audiences and what stands beside left out), that with the greatest weight
    of clusters not yet in a theme, by how much it is of what they name, is the next theme, unless
    it stands in more than `BROAD` of all: such a word is the project's own subject, and has a theme
    of what is left in the end. Clusters without any theme's word go to the theme of those next to
    them by wording (`NEAR_ENOUGH`) that name what no other theme does, and else to none. Raises:
    `ValueError` for shapes that do not match. Cost: about n log n.
    """
    n = len(texts)
    stay = np.full(n, -1, dtype=np.int64) if kept is None else kept
    if searched.shape != (n,) or stay.shape != (n,):
        raise ValueError("searched and kept have one entry a cluster")
    if not n:
        return Themes(tuple(Theme(stem, stem) for stem in known), np.zeros(0, dtype=np.int64))
    weight = np.sqrt(1.0 + np.nan_to_num(searched))
    nothing = np.zeros(n, dtype=np.int64)
    wording = wording_of(texts, nothing, np.zeros(n, dtype=bool), language)
    named, columns = _named(wording, texts, language)
    number = {stem: column for column, stem in enumerate(columns)}
    of = stay.copy()
    found = list(known)
    # What is new goes to the themes there are first.
    for place, stem in enumerate(known):
        if stem in number:
            of[_holders(named, number[stem]) & (of < 0)] = place
    total = np.asarray(weight @ (named > 0)).ravel()
    towns = {stem for place in places for stem in stems(place, language)}
    town = np.array([stem in towns for stem in columns], dtype=bool)
    broad = (total > BROAD * weight.sum()) & ~town
    while len(found) < MOST_THEMES:
        column = _next(named, weight * (of < 0), broad | town, weight.sum())
        if column is None:
            break
        of[_holders(named, column) & (of < 0)] = len(found)
        found.append(columns[column])
    _join_nearest(of, wording)
    whole = wording.names.tocsc()
    for column in np.argsort(-total, kind="stable")[: int(broad.sum())]:
        left = _holders(whole, int(column)) & (of < 0)
        if left.sum() >= LEAST_CLUSTERS:
            of[left] = len(found)
            found.append(columns[column])
    named_so = tuple(
        Theme(stem, _name(_of(texts, of == place), weight[of == place], stem, language))
        for place, stem in enumerate(found)
    )
    return Themes(named_so, of)


def _of(texts: Sequence[str], which: NDArray[np.bool_]) -> list[str]:
    return [texts[int(place)] for place in np.flatnonzero(which)]


def _named(
    wording: Wording, texts: Sequence[str], language: str
) -> tuple[sparse.csc_matrix, list[str]]:
    """How much of what each cluster names is each stem, (n, stems), small shares left out; and the
    stems themselves."""
    names = wording.names.multiply(wording.names).tocsr()
    names.data[names.data < NAMES**2] = 0
    names.eliminate_zeros()
    # In the order in which `wording_of` numbers them: as words come.
    index: dict[str, int] = {}
    for text in texts:
        for word in tokens(text):
            index.setdefault(stems(word, language)[0], len(index))
    return names.tocsc(), list(index)


def _holders(named: sparse.csc_matrix, column: int) -> NDArray[np.bool_]:
    held = np.zeros(named.shape[0], dtype=bool)
    held[named.indices[named.indptr[column] : named.indptr[column + 1]]] = True
    return held


def _next(
    named: sparse.csc_matrix, weight: Floats, broad: NDArray[np.bool_], whole: float
) -> int | None:
    """The column of the next theme; None where what is left makes none."""
    there = named > 0
    mass = np.asarray(weight @ there).ravel()
    clusters = np.asarray((weight > 0).astype(float) @ there).ravel()
    may = ~broad & (mass >= LEAST_SHARE * whole) & (clusters >= LEAST_CLUSTERS)
    if not may.any():
        return None
    inside = np.asarray(weight @ named).ravel()
    return int(np.where(may, inside, -1.0).argmax())


def _join_nearest(of: Ints, wording: Wording) -> None:
    """Clusters of no theme go to that of the clusters next to them, in place."""
    left, there = np.flatnonzero(of < 0), np.flatnonzero(of >= 0)
    if not len(there):
        return
    settled = wording.rows(there)
    telling = replace(settled, names=settled.names @ sparse.diags(_telling(of, wording)))
    for start in range(0, len(left), _CHUNK):
        asking = left[start : start + _CHUNK]
        asked = wording.rows(asking)
        pairs = between(asked, settled).tocoo()
        enough = pairs.data >= NEAR_ENOUGH
        row, column, alike = pairs.row[enough], pairs.col[enough], pairs.data[enough]
        # What both name must tell a theme, and be a good part of what the other one names.
        told = same_names(asked, telling, row, column) > 0
        told &= same_names(settled, asked, column, row) >= NAMED_ALIKE
        alike = np.where(told, alike, 0.0)
        block = sparse.csr_matrix((alike, (row, column)), shape=pairs.shape)
        for place in range(block.shape[0]):
            span = slice(block.indptr[place], block.indptr[place + 1])
            values, columns = block.data[span], block.indices[span]
            near = np.lexsort((columns, -values))[:NEAREST]
            near = near[values[near] > 0]
            if not len(near):
                continue
            votes = np.bincount(of[there[columns[near]]], weights=values[near])
            of[asking[place]] = votes.argmax()


def _telling(of: Ints, wording: Wording) -> Floats:
    """1 for stems that stand in one theme alone, and mostly there, 0 for others: how long something
    takes is asked of things that have nothing else in common, and both a chair and a boat are
    repaired."""
    there = np.flatnonzero(of >= 0)
    held = (wording.names[there] > 0).astype(float)
    themes = sparse.csr_matrix((np.ones(len(there)), (of[there], np.arange(len(there)))))
    spread = np.asarray(((themes @ held) > 0).sum(axis=0)).ravel()
    inside = np.asarray(held.sum(axis=0)).ravel()
    whole = np.asarray((wording.names > 0).sum(axis=0)).ravel()
    return np.asarray((spread <= 1) & (inside >= MOSTLY_INSIDE * whole), dtype=np.float64)


def _name(texts: Sequence[str], weight: Floats, stem: str, language: str) -> str:
    """What clusters mostly call what a stem stands for: the longest run of words around it, none of
    them a frame word, that most of those say who say the shorter one."""
    uses: dict[tuple[str, ...], float] = {}
    for text, heavy in zip(texts, weight.tolist(), strict=True):
        words = tokens(text)
        for run in {
            tuple(words[a:b])
            for a in range(len(words))
            for b in range(a + 1, min(a + LONGEST_NAME, len(words)) + 1)
        }:
            if any(stems(word, language)[0] == stem for word in run):
                uses[run] = uses.get(run, 0.0) + heavy
    plain = {run: n for run, n in uses.items() if not any(is_frame(w, language) for w in run)}
    best: tuple[str, ...] = ()
    for length in range(1, LONGEST_NAME + 1):
        of_length = {run: n for run, n in (plain or uses).items() if len(run) == length}
        if not of_length:
            continue
        first = max(of_length, key=lambda run: (of_length[run], run))
        if not best or of_length[first] >= LONGER * uses[best]:
            best = first
    return " ".join(best) or stem
