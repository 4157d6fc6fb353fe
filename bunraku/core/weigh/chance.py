"""Difficulty and chance: how strong one must be, and how likely this outlet gets on page one."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from bunraku.core.weigh.page import PAGE_ONE, PageFacts, strength

Floats = NDArray[np.float64]

TAU = {"web": 5.0, "video": 7.0, "marketplace": 6.0}
"""How sharply strength decides, in points of strength: engines see more than we do, more so for
video."""
PULL_PER_STANDING = {"web": 1 / 20, "video": 1 / 170, "marketplace": 1 / 40}
"""What a modest outlet's new piece soon has: a link per 20 points of authority, a view a day per
170 followers (a typical video of 3,400 followers gets 1,200 views in two months), a sale a month
per 40 reviews."""
OWN_SIGMA = 6.0
"""How unsure we are of an outlet's own strength for one keyword, in points."""
# Five points give a chance to within two thousandths of the integral; more only cost time.
_NODES, _WEIGHTS = np.polynomial.hermite_e.hermegauss(5)
_WEIGHTS = _WEIGHTS / _WEIGHTS.sum()
_CHUNK = 10_000
"""Keywords at a time: the places of all their results stay in some tens of megabytes."""
_STEPS = 11  # halvings of 0-100 (to 0.05): finer than any reading


@dataclass(frozen=True)
class Outlook:
    """For n keywords: P(position = 1..10) as (n, 10), chance of page one and of the first three
    (0-1), expected position if on page one, weak spots (count), the outlet's own strength (0-100).
    NaN where no page was read."""

    positions: Floats
    page_one: Floats
    first_three: Floats
    expected_position: Floats
    weak_spots: NDArray[np.int64]
    own: Floats


def own_strength(standing: float, fit: Floats, channel: str) -> Floats:
    """The outlet's own strength for each keyword, on the scale of the results' strength, 0-100.

    Parameters: `standing`, the outlet's authority, followers or reviews; `fit` (n,), 0-1;
    `channel`. Returns: (n,): what a new piece of this outlet would have that says the phrase in its
    title, with the links, views or sales that such a piece of this outlet soon has, less up to 12
    points where the topic is foreign to it. Raises: as `strength`.
    """
    pull = standing * PULL_PER_STANDING[channel]
    ones = np.ones_like(fit)
    facts = PageFacts(ones * standing, ones * pull, ones)
    # Twelve points: about two thirds of what an exact title gives.
    return np.clip(strength(facts, channel) - 12.0 * (1 - fit), 0, 100)


def difficulty(strengths: Floats, channel: str) -> Floats:
    """Difficulty, 0-100: how strong one must be to have an even chance of page one. The same for
    everyone.

    Parameters: `strengths` (n, 10) of the organic results, NaN where none stands; `channel`.
    Returns: (n,), NaN where no page was read, 0 where the page has free places. Formula: the own
    strength at which the chance of outranking at least one of the ten is one half, found by
    bisection. Raises: `KeyError` for another channel. Cost: linear, vectorised.
    """
    read = np.isfinite(strengths).any(axis=1)
    full = np.isfinite(strengths).all(axis=1)
    low, high = np.zeros(len(strengths)), np.full(len(strengths), 100.0)
    filled = np.nan_to_num(strengths)
    for _ in range(_STEPS):
        middle = (low + high) / 2
        exponent = (middle[:, None] - filled) / TAU[channel]
        # ln of the chance of losing to all ten; softplus keeps it exact where a result is far below
        # or above.
        lose_all = -np.logaddexp(0, exponent).sum(axis=1)
        wins = lose_all < np.log(0.5)
        high = np.where(wins, middle, high)
        low = np.where(wins, low, middle)
    return np.where(read, np.where(full, (low + high) / 2, 0.0), np.nan)


def outlook(strengths: Floats, own: Floats, channel: str) -> Outlook:
    """Chance: the probability that this outlet gets on page one, with the full distribution of its
    position.

    Parameters: `strengths` (n, 10), NaN where no result stands; `own` (n,), 0-100; `channel`.
    Returns: `Outlook`. Formula: the outlet outranks result i with probability logistic((own −
    sᵢ)/τ); the number of results that stay above is Poisson-binomial; the uncertainty of `own` (σ =
    6 points) is integrated out by five-point Gauss-Hermite quadrature. A free place on the page is
    always outranked. A weak spot is a result outranked with more than one half. Where no page was
    read all is NaN. Raises: `ValueError` for shapes that do not match; `KeyError` for another
    channel. Cost: linear, 100,000 pages in about a second.
    """
    n = len(strengths)
    if own.shape != (n,) or strengths.shape != (n, PAGE_ONE):
        raise ValueError("strengths is (n, 10) and own (n,)")
    positions = np.empty((n, PAGE_ONE))
    for start in range(0, n, _CHUNK):
        part = slice(start, start + _CHUNK)
        positions[part] = _position_distribution(strengths[part], own[part], TAU[channel])
    read = np.isfinite(strengths).any(axis=1)
    positions[~read] = np.nan
    page_one = positions.sum(axis=1)
    order = np.arange(1, PAGE_ONE + 1)
    expected = np.divide(positions @ order, page_one, out=np.full(n, np.nan), where=page_one > 1e-9)
    weak = (np.isfinite(strengths) & (own[:, None] > strengths)).sum(axis=1)
    return Outlook(positions, page_one, positions[:, :3].sum(axis=1), expected, weak, own)


def _position_distribution(strengths: Floats, own: Floats, tau: float) -> Floats:
    """P(position = 1..10), (n, 10): position k means that k − 1 of the ten stay above."""
    # A free place is a result that everybody outranks.
    filled = np.where(np.isfinite(strengths), strengths, -1e4)
    shifted = own[:, None] + OWN_SIGMA * _NODES[None, :]
    # Beyond 60 the chance is 0 or 1 to the last digit, and exp would overflow.
    exponent = np.clip((filled[:, None, :] - shifted[:, :, None]) / tau, -60, 60)
    above = 1 / (1 + np.exp(-exponent))
    # count[k] is the chance that k of the results looked at so far stay above.
    count = np.zeros((PAGE_ONE + 1, *shifted.shape))
    count[0] = 1.0
    for result in range(PAGE_ONE):
        p = above[:, :, result]
        count[1:] = count[1:] * (1 - p) + count[:-1] * p
        count[0] *= 1 - p
    mixed: Floats = np.einsum("kij,j->ik", count[:PAGE_ONE], _WEIGHTS)
    return mixed
