"""Hidden search terms: words that nobody sees and that complete what the other fields say."""

from collections.abc import Collection, Sequence
from dataclasses import dataclass

import numpy as np
from scipy import sparse

from bunraku.core.channels.form import Unit
from bunraku.core.languages import language_named
from bunraku.core.solvers import bounds, constraint, milp
from bunraku.core.weigh.phrase_match import plain_words
from bunraku.core.write.counting import length
from bunraku.core.write.finding import stem_of

GAP = 0.001
"""Share of the best that may be missing."""


@dataclass(frozen=True)
class Completed:
    """Hidden terms: their text; places of the phrases all of whose words stand in it and the other
    fields together and would not without it; those that still lack words; the value of the first,
    and the value that no text of this length exceeds."""

    text: str
    completes: tuple[int, ...]
    left: tuple[int, ...]
    value: float
    bound: float


def complete(
    phrases: Sequence[str],
    values: Sequence[float],
    said: Sequence[str],
    most: float,
    unit: Unit,
    *,
    language: str,
    never: Collection[str] = (),
) -> Completed:
    """Words for the hidden terms.

    Parameters: `phrases` with `values`; texts of the fields that are `said` already; the limit;
    `language`; names that must not be said. Returns: `Completed`; each word once, none that is said
    already in any form, and no small ones. Formula: a phrase is found where all its words that
    carry meaning stand somewhere; the words that complete most value within the limit, by a program
    in whole numbers. Raises: nothing. Cost: exponential at worst, stopped at `GAP`."""
    small = language_named(language).stop_words
    there = {stem_of(word, language) for text in said for word in plain_words(text)}
    banned = {word for name in never for word in plain_words(name)}
    lacking: dict[int, list[str]] = {}
    written: dict[str, str] = {}
    for place, phrase in enumerate(phrases):
        words = [word for word in plain_words(phrase) if word not in small]
        missing = {stem_of(word, language): word for word in words}
        missing = {stem: word for stem, word in missing.items() if stem not in there}
        if missing and banned.isdisjoint(missing.values()):
            lacking[place] = list(missing)
            for stem, word in missing.items():
                # Of several forms the shortest says them all.
                written[stem] = min(
                    written.get(stem, word), word, key=lambda w: (length(w, unit), w)
                )
        elif missing:
            lacking[place] = []
    chosen, bound = _chosen(lacking, written, values, most, unit)
    told = set(chosen)
    done = [place for place, stems in lacking.items() if stems and told.issuperset(stems)]
    left = [place for place in lacking if place not in set(done)]
    # The words of the weightiest phrase first, in its order.
    order: dict[str, None] = {}
    for place in sorted(done, key=lambda one: -values[one]):
        order.update(dict.fromkeys(lacking[place]))
    text = " ".join(written[stem] for stem in order)
    worth = float(sum(values[place] for place in done))
    return Completed(text, tuple(done), tuple(left), worth, max(bound, worth))


def _chosen(
    lacking: dict[int, list[str]],
    written: dict[str, str],
    values: Sequence[float],
    most: float,
    unit: Unit,
) -> tuple[list[str], float]:
    """The stems to take, and the value that none exceeds."""
    stems = list(written)
    wanting = [place for place, needs in lacking.items() if needs]
    if not wanting or most <= 0:
        return [], 0.0
    at = {stem: number for number, stem in enumerate(stems)}
    count = len(stems)
    rows: list[int] = []
    columns: list[int] = []
    entries: list[float] = []
    for number, place in enumerate(wanting):
        for stem in lacking[place]:
            row = len(rows) // 2 if rows else 0
            rows += [row, row]
            columns += [count + number, at[stem]]
            entries += [1.0, -1.0]
    needs = sparse.csr_matrix(
        (entries, (rows, columns)), shape=(len(rows) // 2, count + len(wanting))
    )
    blank = length(" ", unit)
    room = np.zeros(count + len(wanting))
    room[:count] = [length(written[stem], unit) + blank for stem in stems]
    worth = np.zeros(count + len(wanting))
    worth[count:] = [-values[place] for place in wanting]
    # Of two that complete the same, the shorter one.
    worth[:count] = 1e-9 * room[:count]
    solved = milp(
        worth,
        constraints=[
            constraint(needs, -np.inf, 0),
            constraint(room[None, :], -np.inf, most + blank),
        ],
        integrality=np.concatenate([np.ones(count), np.zeros(len(wanting))]),
        bounds=bounds(0, 1),
        options={"mip_rel_gap": GAP},
    )
    if solved.x is None:
        return [], 0.0
    return [stem for stem in stems if solved.x[at[stem]] > 0.5], -float(solved.mip_dual_bound)
