"""What any text is, word by word, as a linear program: no text is worth more than its best."""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray
from scipy import sparse

from bunraku.core.channels.form import Unit
from bunraku.core.solvers import linprog
from bunraku.core.weigh.phrase_match import plain_words
from bunraku.core.write.counting import length

Floats = NDArray[np.float64]


def bound_of(phrases: Sequence[str], values: Sequence[float], most: float, unit: Unit) -> float:
    """The value that no text of this length exceeds. Raises: nothing."""
    program = word_program(phrases, values, most, unit)
    if program is None:
        return 0.0
    solved = linprog(
        -program.value,
        A_ub=program.matrix,
        b_ub=program.limits,
        bounds=np.stack([np.zeros(len(program.value)), program.most], axis=1),
        method="highs-ds",
    )
    return float(sum(values)) if solved.x is None else -float(solved.fun)


@dataclass(frozen=True)
class WordProgram:
    """What any text is, seen word by word: how often each word stands in it, how often each stands
    right before each other, and which phrases are contained. `value` of each of these variables,
    the most of each, and rows of a matrix that stay below `limits`."""

    value: Floats
    most: Floats
    matrix: sparse.csr_matrix
    limits: Floats


def word_program(
    phrases: Sequence[str], values: Sequence[float], most: float, unit: Unit
) -> WordProgram | None:
    """A relaxation of packing, whose best is never below that of any text.

    Parameters: as `pack`, with the room that is left. Returns: the program; None where there is no
    phrase or no room. Formula: a phrase needs each of its words, and each pair of its words next to
    each other; a word that stands in the text so often has as many words before and behind it at
    most; words and the blanks between them fill the room. That the pairs make one line is left
    out. Raises: nothing. Cost: linear."""
    if not phrases or most <= 0:
        return None
    said = [plain_words(phrase) for phrase in phrases]
    written = {word: "" for each in said for word in each}
    for phrase in phrases:
        for as_written in phrase.split():
            inside = plain_words(as_written)
            if len(inside) == 1:
                both = filter(None, (written[inside[0]], as_written))
                written[inside[0]] = min(both, key=lambda one: length(one, unit))
    word = {each: place for place, each in enumerate(written)}
    pairs: dict[tuple[str, str], int] = {}
    for each in said:
        for pair in pairwise(each):
            pairs.setdefault(pair, len(word) + len(pairs))
    first = len(word) + len(pairs)
    rows: list[tuple[list[tuple[int, float]], float]] = []
    for place, each in enumerate(said):
        for one in set(each):
            rows.append(([(first + place, float(each.count(one))), (word[one], -1.0)], 0.0))
        for pair in pairwise(each):
            rows.append(([(first + place, 1.0), (pairs[pair], -1.0)], 0.0))
    behind: dict[str, list[int]] = {}
    before: dict[str, list[int]] = {}
    for (one, other), column in pairs.items():
        behind.setdefault(one, []).append(column)
        before.setdefault(other, []).append(column)
    for side in (behind, before):
        for one, columns in side.items():
            rows.append(([*((c, 1.0) for c in columns), (word[one], -1.0)], 0.0))
    blank = length(" ", unit)
    takes = [(place, length(written[one] or one, unit) + blank) for one, place in word.items()]
    # One blank less than words, and all else is no longer than they are.
    rows.append((takes, most + blank))
    at = [(r, c, v) for r, (entries, _) in enumerate(rows) for c, v in entries]
    r, c, v = (np.array(part) for part in zip(*at, strict=True))
    count = first + len(phrases)
    value = np.zeros(count)
    value[first:] = values
    upper = np.full(count, np.inf)
    upper[first:] = 1.0
    return WordProgram(
        value,
        upper,
        sparse.csr_matrix((v, (r, c)), shape=(len(rows), count)),
        np.array([limit for _, limit in rows]),
    )
