"""Which place that a project serves a keyword names, and what it says without it."""

import re
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from bunraku.core.languages import language_named
from bunraku.core.text.folding import fold

Ints = NDArray[np.int64]


def without_places(
    texts: Sequence[str], places: Sequence[str], language: str
) -> tuple[list[str], Ints]:
    """Keywords without the places that a project serves, and which of these each names.

    Parameters: `texts`, n keywords; `places`, names of towns and districts; `language`, two
    letters. Returns: n texts, without the first place and the word that leads to it ("sweeps in
    tennick" is "sweeps"), as they were where nothing else stands in them; (n,) numbers of the
    places from 1, 0 for none. Raises: nothing. Cost: linear in the texts."""
    numbers = {fold(name): number for number, name in reversed(list(enumerate(places, 1)))}
    numbers.pop("", None)
    if not numbers:
        return list(texts), np.zeros(len(texts), dtype=np.int64)
    names = "|".join(re.escape(name) for name in sorted(numbers, key=len, reverse=True))
    known = language_named(language)
    before = sorted(known.where_words | {*known.prepositions})
    leading = "|".join(re.escape(fold(word)) for word in before)
    named = re.compile(rf"(?:\b(?:{leading or '(?!)'})\s+)?(?<!\w)({names})(?!\w)")
    said: list[str] = []
    which = np.zeros(len(texts), dtype=np.int64)
    for row, text in enumerate(texts):
        plain = fold(text)
        found = named.search(plain)
        rest = ""
        if found is not None:
            which[row] = numbers[found.group(1)]
            rest = " ".join((plain[: found.start()] + " " + plain[found.end() :]).split())
        said.append(rest or text)
    return said, which
