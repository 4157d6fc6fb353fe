"""The exact two-sided sign test."""

import numpy as np
from numpy.typing import NDArray
from scipy.special import bdtr


def sign_test(rose: NDArray[np.int64], fell: NDArray[np.int64]) -> NDArray[np.float64]:
    """How often chance alone would part so many as unevenly or more, were rising as likely as
    falling.

    Parameters: `rose`, `fell` (n,), whole numbers from 0; those that stayed are left out. Returns:
    (n,), 0-1; 1 where none moved. Formula: min(1, 2·P(X ≤ min(rose, fell))), X binomial with one
    half (Dixon and Mood 1946). Raises: `ValueError` for negative counts."""
    if (np.minimum(rose, fell) < 0).any():
        raise ValueError("counts are not negative")
    tail = bdtr(np.minimum(rose, fell), rose + fell, 0.5)
    return np.asarray(np.minimum(1.0, 2 * tail), dtype=np.float64)
