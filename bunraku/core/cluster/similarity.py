"""How alike two keywords are by the results they share."""

import numpy as np
from numpy.typing import NDArray
from scipy import sparse

LEAST_SHARED = 0.05
"""Pages that share less of their strongest results share nothing that says anything."""
MOST_KEYWORDS_A_RESULT = 300
"""A result that stands on more pages than this says nothing of any of them, and would make the
product huge."""
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
    columns = numbered(pages[there])
    if not len(columns):
        return sparse.csr_matrix((n, n))
    frequency = np.bincount(columns)
    # Falling slowly: the tenth result weighs half of the first, for order on a page is partly luck.
    weight = np.log1p(n / frequency[columns]) / (places + 1.0) ** 0.3
    weight[frequency[columns] > MOST_KEYWORDS_A_RESULT] = 0.0
    matrix = sparse.csr_matrix((weight, (rows, columns)), shape=(n, len(frequency)))
    return _thresholded_product(matrix, LEAST_SHARED)


def numbered(ids: NDArray[np.int64]) -> NDArray[np.int64]:
    """Ids as numbers from 0 on, the same order, none left out. Counted where they are small, sorted
    where they are not."""
    if len(ids) and ids.min() >= 0 and ids.max() < 4 * len(ids):
        there = np.zeros(int(ids.max()) + 1, dtype=bool)
        there[ids] = True
        return np.asarray((np.cumsum(there) - 1)[ids])
    return np.asarray(np.unique(ids, return_inverse=True)[1])


def _unit_rows(matrix: sparse.csr_matrix) -> sparse.csr_matrix:
    length = np.sqrt(np.asarray(matrix.multiply(matrix).sum(axis=1)).ravel())
    return (
        sparse.diags(np.divide(1.0, length, out=np.zeros_like(length), where=length > 0)) @ matrix
    )


def _thresholded_product(matrix: sparse.csr_matrix, least: float) -> sparse.csr_matrix:
    """matrix · matrixᵀ in blocks of rows, small entries and the diagonal dropped as they arise to
    bound memory."""
    # Single precision: half the memory, and the thresholds are far coarser.
    unit = _unit_rows(matrix).astype(np.float32).tocsr()
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
