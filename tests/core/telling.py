"""What sources tell of searches, written short for tests."""

from collections.abc import Sequence

import numpy as np

from bunraku.core.weigh.volume import BESIDE, DEFAULT_SPREAD, EXACT, STANDS, TakenAs, Told, taken_as

NAN = float("nan")
Said = float | tuple[float, float]


def told(
    rows: Sequence[Sequence[Said]],
    *,
    match: Sequence[int] = (),
    may: Sequence[int] = (),
    spread: Sequence[float] = (),
    age: float = 0.0,
) -> Told:
    """Rows of what each source says: a number, a band as two, or NaN."""
    ends = [[said if isinstance(said, tuple) else (said, said) for said in row] for row in rows]
    both = np.array(ends, dtype=float).reshape(len(rows), -1, 2)
    n, s = both.shape[:2]
    kinds = np.zeros((n, s), dtype=np.int8)
    kinds[:] = np.array(match or [EXACT] * s, dtype=np.int8)
    return Told(
        both[:, :, 0],
        both[:, :, 1],
        kinds,
        np.full((n, s), age),
        np.array(spread or [DEFAULT_SPREAD] * s),
        np.array(may or [BESIDE] * s, dtype=np.int8),
    )


def take(*said: Said, rough: float = NAN, words: int = 3, **how: object) -> TakenAs:
    """The taken-as volume of one keyword."""
    return taken_as(told([said], **how), np.array([words]), np.array([rough]))  # type: ignore[arg-type]


MINE = (STANDS, BESIDE)
"""A person's own file, and another source beside it."""
