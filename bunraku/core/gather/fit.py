"""Fit: how close a keyword is to what the project is about."""

import math
from collections import Counter
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from bunraku.core.text import content_stems

FLOOR = 0.3
"""Fit of a keyword that shares no word: it was suggested for a seed, so it is not nothing."""


def fit_to_project(
    texts: Sequence[str], about: Sequence[str], language: str, neutral: Sequence[str] = ()
) -> NDArray[np.float64]:
    """Fit: how much of a keyword's meaning the project itself speaks of, 0-1.

    Parameters: `texts`, n keywords; `about`, what the project says of itself and its seeds; `language`,
    two letters; `neutral`, words that carry intent and no topic ("best", "price"). Returns: (n,) in [`FLOOR`, 1];
    all 1 when `about` holds no content word, because nothing is known then. Formula: the share of the keyword's
    content stems, weighted by their rarity ln(1 + n / n_with_stem), that occur in `about`; a keyword holding a
    whole seed scores 1.
    The rare word decides: "telescope tattoo" is judged by "tattoo". Raises: nothing. Cost: linear.
    """
    known = {stem for text in about for stem in content_stems(text, language)}
    if not known:
        return np.ones(len(texts))
    silent = {stem for text in neutral for stem in content_stems(text, language)} - known
    per_text = [[s for s in content_stems(text, language) if s not in silent and not s.isdigit()] for text in texts]
    frequency = Counter(stem for stems in per_text for stem in set(stems))
    weight = {stem: math.log(1 + len(texts) / count) for stem, count in frequency.items()}
    fits = np.ones(len(texts))
    for row, stems in enumerate(per_text):
        total = sum(weight[stem] for stem in stems)
        if total > 0:
            shared = sum(weight[stem] for stem in stems if stem in known)
            fits[row] = FLOOR + (1 - FLOOR) * min(1.0, shared / total * 1.4)
    return fits
