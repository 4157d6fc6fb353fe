"""Fit: how close a keyword is to what the project is about."""

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from bunraku.core.text import content_stems
from bunraku.core.text.stem_table import StemTable, stem_table

FLOOR = 0.3
"""Fit of a keyword that shares no word: it was suggested for a seed, so it is not nothing."""


def fit_to_project(
    texts: Sequence[str], about: Sequence[str], language: str, neutral: Sequence[str] = ()
) -> NDArray[np.float64]:
    """Fit: how much of a keyword's meaning the project itself speaks of, 0-1.

    Parameters: `texts`, n keywords; `about`, what the project says of itself and its seeds;
    `language`, two letters; `neutral`, words that carry intent and no topic ("best", "price").
    Returns: (n,) in [`FLOOR`, 1]; all 1 when `about` holds no content word, because nothing is
    known then. Formula: the share of the keyword's content stems, weighted by their rarity ln(1 + n
    / n_with_stem), that occur in `about`; a keyword holding a whole seed scores 1. The rare word
    decides: "telescope tattoo" is judged by "tattoo". Raises: nothing. Cost: linear.
    """
    return fit_of_table(stem_table(texts, language), about, language, neutral)


def fit_of_table(
    table: StemTable, about: Sequence[str], language: str, neutral: Sequence[str] = ()
) -> NDArray[np.float64]:
    """`fit_to_project` of texts whose stems are known already."""
    known = {stem for text in about for stem in content_stems(text, language)}
    if not known:
        return np.ones(table.texts)
    silent = {stem for text in neutral for stem in content_stems(text, language)} - known
    speaks = np.array(
        [stem not in silent and not stem.isdigit() for stem in table.names], dtype=np.float64
    )
    shared = np.array([stem in known for stem in table.names], dtype=np.float64)
    weight = speaks * np.log1p(table.texts / np.maximum(table.texts_with(), 1))
    total = table.sums(weight)
    share = np.divide(table.sums(weight * shared), total, out=np.ones(table.texts), where=total > 0)
    return np.where(total > 0, FLOOR + (1 - FLOOR) * np.minimum(1.0, share * 1.4), 1.0)
