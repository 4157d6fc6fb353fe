"""Chance where no results page was read: from a difficulty that a file told, from the person's own
guess, or taken for even."""

from collections.abc import Sequence
from functools import cache

import numpy as np
from numpy.typing import NDArray

from bunraku.core.weigh.chance import difficulty, outlook
from bunraku.core.weigh.page import PAGE_ONE

Floats = NDArray[np.float64]

GUESSES = {"easy": 0.8, "even": 0.5, "hard": 0.15}
"""Chance of page one that a person's guess stands for."""
RESTS_ON = ("", "page", "file", "guess", "assumed")
"""What a chance rests on: nothing, the results page, a file's difficulty, the person's guess, or
the assumption that it is even."""
ASSUMED = RESTS_ON.index("assumed")
STEP = 2.0
"""Points between one result and the next of a page that stands in for an unread one: what read
pages have between their weakest and their strongest, parted evenly."""
_HAIR = 5e-4
"""What a guess is met by at least: an even chance must reach a threshold that is even."""
_LADDER = STEP * np.arange(PAGE_ONE)
_MIDDLE = 50.0
_SHIFTS = np.arange(-60.0, 60.25, 0.5)


def rests_on(
    read: NDArray[np.bool_], told: Floats, guesses: Sequence[str], *, assume: bool
) -> NDArray[np.int64]:
    """What the chance of each keyword rests on, as an index into `RESTS_ON`.

    Parameters: `read` (n,), whether its results page was read; `told` (n,), difficulty 0-100 that a
    file told, NaN unknown; `guesses`, "easy", "even", "hard" or "" each; `assume`, whether what
    nothing is known of is taken for even: where no source could read a page. Returns: (n,). A guess
    outranks everything, a page that was read a difficulty that was told. Raises: nothing."""
    guessed = np.array([bool(guess) for guess in guesses], dtype=bool)
    cases = [guessed, read, np.isfinite(told), np.full(len(told), assume)]
    return np.select(cases, [3, 1, 2, ASSUMED], 0).astype(np.int64)


def stand_in(
    strengths: Floats,
    own: Floats,
    told: Floats,
    guesses: Sequence[str],
    rests: NDArray[np.int64],
    channel: str,
) -> Floats:
    """Strengths of results for `outlook`, with pages that stand in where none was read.

    Parameters: `strengths` (n, 10), NaN where no page was read; `own` (n,), own strength; `told`
    (n,), difficulty 0-100, NaN unknown; `guesses` as `rests_on`; `rests` (n,) from it; `channel`.
    Returns: (n, 10). Formula: ten results `STEP` points apart, so high that the page's difficulty
    is the one told, or that the outlet's chance is that of the guess (even where assumed). Raises:
    `ValueError` for another channel or guess. Cost: linear."""
    out = strengths.copy()
    by_file = rests == 2
    ladder, own_difficulty = _of_ladder(channel)
    out[by_file] = _LADDER + (_MIDDLE + told[by_file] - own_difficulty)[:, None]
    by_guess = (rests == 3) | (rests == ASSUMED)
    wanted = np.array([GUESSES[guess or "even"] for guess in guesses], dtype=np.float64) + _HAIR
    # Chance falls as the page rises; interpolation wants it rising.
    shift = np.interp(wanted[by_guess], ladder[::-1], _SHIFTS[::-1])
    out[by_guess] = _LADDER + (own[by_guess] + shift)[:, None]
    return out


@cache
def _of_ladder(channel: str) -> tuple[Floats, float]:
    """Chance of an outlet of middling strength on the ladder at each shift, and the difficulty of
    the ladder that begins at that strength."""
    pages = _LADDER + _MIDDLE + _SHIFTS[:, None]
    chance = outlook(pages, np.full(len(_SHIFTS), _MIDDLE), channel).page_one
    return chance, float(
        difficulty(np.asarray(_LADDER + _MIDDLE, dtype=np.float64)[None, :], channel)[0]
    )
