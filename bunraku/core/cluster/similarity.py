"""How alike two keywords are: by the results they share, or by their words."""

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray
from scipy import sparse

from bunraku.core.text import content_stems

LEAST_SHARED = 0.05
"""Pages that share less of their strongest results share nothing that says anything."""
LEAST_WORDS = 0.3
"""Wording that is less alike than this never decides; without it the product would hold every pair
with a word in common."""
MOST_KEYWORDS_A_RESULT = 300
"""A result that stands on more pages than this says nothing of any of them, and would make the
product huge."""
OTHER_INTENT = 0.6
"""Words alone mislead most where the intents differ: "telescope repair" and "telescope repair
course"."""
_CHUNK = 4_000
"""Rows multiplied at a time: what comes out stays in some tens of megabytes."""


def shared_results(pages: NDArray[np.int64]) -> sparse.csr_matrix:
    """Similarity by shared results: what stands on both pages, by position and rarity, 0-1.

    Parameters: `pages` (n, k), ids of the organic results in order of position, 0 where none.
    Returns: (n, n) sparse and symmetric with an empty diagonal, entries of at least `LEAST_SHARED`.
    Formula: a result weighs ln(1 + n/df) / position^0.3; rows are normalised to length 1; results
    on more than 300 pages are left out. Raises: nothing. Cost: linear in n for pages of bounded
    popularity.
    """
    n = len(pages)
    there = pages != 0
    rows, places = np.nonzero(there)
    _, columns = np.unique(pages[there], return_inverse=True)
    if not len(columns):
        return sparse.csr_matrix((n, n))
    frequency = np.bincount(columns)
    # Falling slowly: the tenth result weighs half of the first, for order on a page is partly luck.
    weight = np.log1p(n / frequency[columns]) / (places + 1.0) ** 0.3
    weight[frequency[columns] > MOST_KEYWORDS_A_RESULT] = 0.0
    matrix = sparse.csr_matrix((weight, (rows, columns)), shape=(n, len(frequency)))
    return _thresholded_product(matrix, LEAST_SHARED)


def word_vectors(texts: Sequence[str], language: str) -> sparse.csr_matrix:
    """Rows of stems weighted by rarity, length 1: (n, stems). A text of stop words only is an empty
    row."""
    index: dict[str, int] = {}
    rows: list[int] = []
    columns: list[int] = []
    for row, text in enumerate(texts):
        for stem in set(content_stems(text, language)):
            rows.append(row)
            columns.append(index.setdefault(stem, len(index)))
    frequency = np.bincount(columns, minlength=max(len(index), 1)) if columns else np.ones(1)
    weight = np.log1p(len(texts) / frequency[columns]) if columns else np.zeros(0)
    return _unit_rows(
        sparse.csr_matrix((weight, (rows, columns)), shape=(len(texts), max(len(index), 1)))
    )


def shared_words(vectors: sparse.csr_matrix, intents: NDArray[np.int64]) -> sparse.csr_matrix:
    """Similarity by words, 0-1: the cosine of rarity-weighted stems, less where the intents differ.

    Parameters: `vectors` of `word_vectors`; `intents` (n,), any code, equal codes are one intent.
    Returns: (n, n) sparse, entries of at least `LEAST_WORDS`. Stems in more than 300 texts (or 2 %
    of all) do not make neighbours by themselves. Raises: nothing. Cost: texts × texts per stem,
    bounded by the cap.
    """
    frequency = np.diff(vectors.tocsc().indptr)
    # Two in a hundred as well: in a large project 300 is nothing out of the ordinary.
    keep = frequency <= max(MOST_KEYWORDS_A_RESULT, 0.02 * vectors.shape[0])
    bounded = vectors @ sparse.diags(keep.astype(float))
    product = _thresholded_product(bounded, LEAST_WORDS, normalise=False).tocoo()
    factor = np.where(intents[product.row] == intents[product.col], 1.0, OTHER_INTENT)
    values = product.data * factor
    keep_entry = values >= LEAST_WORDS
    return sparse.csr_matrix(
        (values[keep_entry], (product.row[keep_entry], product.col[keep_entry])),
        shape=product.shape,
    )


def _unit_rows(matrix: sparse.csr_matrix) -> sparse.csr_matrix:
    length = np.sqrt(np.asarray(matrix.multiply(matrix).sum(axis=1)).ravel())
    return (
        sparse.diags(np.divide(1.0, length, out=np.zeros_like(length), where=length > 0)) @ matrix
    )


def _thresholded_product(
    matrix: sparse.csr_matrix, least: float, *, normalise: bool = True
) -> sparse.csr_matrix:
    """matrix · matrixᵀ in blocks of rows, small entries and the diagonal dropped as they arise to
    bound memory."""
    # Single precision: half the memory, and the thresholds are far coarser.
    unit = (_unit_rows(matrix) if normalise else matrix).astype(np.float32).tocsr()
    unit.eliminate_zeros()
    other = unit.T.tocsr()
    blocks = []
    for start in range(0, unit.shape[0], _CHUNK):
        block = (unit[start : start + _CHUNK] @ other).tocoo()
        keep = (block.data >= least) & (block.col != block.row + start)
        blocks.append(
            sparse.csr_matrix(
                (block.data[keep], (block.row[keep], block.col[keep])), shape=block.shape
            )
        )
    return sparse.vstack(blocks, format="csr") if blocks else sparse.csr_matrix((0, 0))
