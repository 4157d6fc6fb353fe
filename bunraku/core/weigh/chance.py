"""Difficulty and chance: how strong one must be, and how likely this outlet gets on page one."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from bunraku.core.channels import channel_named
from bunraku.core.weigh.page import PAGE_ONE, PageFacts, strength, strength_parts, typical_pull

Floats = NDArray[np.float64]

OWN_SIGMA = 3.0
"""How unsure we are of an outlet's own strength for one keyword, in points: the same for all that
stand on its page, which is why it is not part of how sharply each comparison decides."""
BEHIND = 4.0
"""Points by which those who stand on a page are ahead of what can be seen of them: they are the
ones whom everything else favoured too. With the two above fitted to outcomes in the practice world
on keywords of one seed, and judged on those of another and on other subjects."""
# Seven points give a chance to within five thousandths of the integral; more only cost time.
_NODES, _WEIGHTS = np.polynomial.hermite_e.hermegauss(7)
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


def own_strength(standing: float, count: int, channel: str, pull: float | None = None) -> Floats:
    """The outlet's own strength once settled, on the scale of the results' strength, 0-100.

    Parameters: `standing`, the outlet's authority, followers or reviews; `count`, keywords;
    `channel`; `pull`, what a grown piece of it mostly has (linking sites, views a day, sales a
    month), None where that was not told. Returns: (count,), the same for each: what a piece of this
    outlet has that says the phrase in its title, with what points to it once grown (told, else
    `typical_pull`). It is what a rival of the same standing would have. Raises: as `strength`.
    """
    return np.clip(strength(_own_facts(standing, count, channel, pull), channel), 0, 100)


def own_parts(standing: float, channel: str, pull: float | None = None) -> Floats:
    """What an outlet's own strength is made of, in points, (3,): who publishes, what mostly points
    to a piece of such an outlet once grown, the phrase in its title. Raises: as `strength`."""
    parts = strength_parts(_own_facts(standing, 1, channel, pull), channel)
    return np.asarray(parts[0], dtype=np.float64)


def _own_facts(standing: float, count: int, channel: str, pull: float | None) -> PageFacts:
    ones = np.ones(count)
    stands = ones * standing
    mostly = typical_pull(stands, channel) if pull is None else ones * pull
    return PageFacts(stands, mostly, ones)


def strength_after(own: Floats, weeks: float, channel: str) -> Floats:
    """Own strength some weeks after a piece is first shown, 0-100.

    Parameters: `own` (n,), once settled; `weeks`, 0 or more; `channel`. Returns: (n,), less by what
    a green piece lacks, of which it makes up half in a time of its channel (`Ripening.green`).
    Raises: `ValueError` for another channel."""
    lacks, half = channel_named(channel).ripening.green
    return np.asarray(np.clip(own - lacks * 0.5 ** (weeks / half), 0, 100), dtype=np.float64)


def chance_by_week(strengths: Floats, own: Floats, channel: str, weeks: Sequence[float]) -> Floats:
    """Chance of page one some weeks after a piece is first shown, (n, weeks), 0-1.

    Parameters: as `outlook`; `weeks`. Returns: NaN where no page was read. Formula: `outlook` with
    the strength that the piece has by then (`strength_after`). Raises: as `outlook`. Cost: one
    outlook a week."""
    seen = [outlook(strengths, strength_after(own, week, channel), channel) for week in weeks]
    return np.stack([each.page_one for each in seen], axis=1)


def growth_by_month(strengths: Floats, own: Floats, channel: str, months: int = 12) -> Floats:
    """The share of its settled chance that a piece has in each month since it is first shown.

    Parameters: `strengths` (n, 10) and `own` (n,), as `outlook`; `channel`; `months`. Returns: (n,
    months), 0-1, at the middle of each month; 1 where no page was read or nothing is to be had.
    Formula: `chance_by_week` over the chance once settled. Raises: as `outlook`."""
    weeks = (np.arange(months) + 0.5) * 52 / 12
    by_week = chance_by_week(strengths, own, channel, weeks.tolist())
    settled = outlook(strengths, own, channel).page_one[:, None]
    ratio = np.divide(by_week, settled, out=np.ones_like(by_week), where=settled > 1e-6)
    return np.asarray(np.clip(np.nan_to_num(ratio, nan=1.0), 0, 1))


def weeks_until_settled(strengths: Floats, own: float, channel: str) -> int:
    """Weeks after a piece is first shown until its chance is nine tenths of what it will be.

    Parameters: `strengths` (10,) of one page, NaN where none stands; `own`, settled; `channel`.
    Returns: whole weeks, at most the channel's `settled_weeks`. Raises: as `outlook`."""
    most = channel_named(channel).ripening.settled_weeks
    weeks = range(most + 1)
    by_week = chance_by_week(strengths[None], np.array([own]), channel, weeks)[0]
    settled = outlook(strengths[None], np.array([own]), channel).page_one[0]
    there = np.flatnonzero(by_week >= 0.9 * settled)
    return int(there[0]) if len(there) else most


def difficulty(strengths: Floats, channel: str) -> Floats:
    """Difficulty, 0-100: how strong one must be to have an even chance of page one. The same for
    everyone.

    Parameters: `strengths` (n, 10) of the organic results, NaN where none stands; `channel`.
    Returns: (n,), NaN where no page was read, 0 where the page has free places. Formula: the own
    strength at which the chance of outranking at least one of the ten, each ahead by `BEHIND`
    points, is one half, found by bisection. Raises: `ValueError` for another channel. Cost: linear,
    vectorised.
    """
    read = np.isfinite(strengths).any(axis=1)
    full = np.isfinite(strengths).all(axis=1)
    low, high = np.zeros(len(strengths)), np.full(len(strengths), 100.0)
    filled = np.nan_to_num(strengths)
    tau = channel_named(channel).ranking.tau
    for _ in range(_STEPS):
        middle = (low + high) / 2
        exponent = (middle[:, None] - BEHIND - filled) / tau
        # ln of the chance of losing to all ten; softplus keeps it exact where a result is far below
        # or above.
        lose_all = -np.logaddexp(0, exponent).sum(axis=1)
        wins = lose_all < np.log(0.5)
        high = np.where(wins, middle, high)
        low = np.where(wins, low, middle)
    return np.where(read, np.where(full, (low + high) / 2, 0.0), np.nan)


def outlook(strengths: Floats, own: Floats, channel: str, *, sharpness: float = 1.0) -> Outlook:
    """Chance: the probability that this outlet gets on page one, with the full distribution of its
    position.

    Parameters: `strengths` (n, 10), NaN where no result stands; `own` (n,), 0-100; `channel`;
    `sharpness`, by which τ is divided: 1, or what outcomes taught. Returns: `Outlook`. Formula: the
    outlet outranks result i with probability logistic((own − `BEHIND` − sᵢ)/τ); the number of
    results that stay above is Poisson-binomial; the uncertainty of `own` (σ = 3 points) is
    integrated out by seven-point Gauss-Hermite quadrature. A free place on the page is always
    outranked. A weak spot is a result outranked with more than one half. Where no page was read all
    is NaN. It is the outlook once settled. Raises: `ValueError` for shapes that do not
    match; `ValueError` for another channel. Cost: linear, 100,000 pages in about a second.
    """
    n = len(strengths)
    if own.shape != (n,) or strengths.shape != (n, PAGE_ONE):
        raise ValueError("strengths is (n, 10) and own (n,)")
    positions = np.empty((n, PAGE_ONE))
    for start in range(0, n, _CHUNK):
        part = slice(start, start + _CHUNK)
        positions[part] = _position_distribution(
            strengths[part], own[part], channel_named(channel).ranking.tau / sharpness
        )
    read = np.isfinite(strengths).any(axis=1)
    positions[~read] = np.nan
    page_one = positions.sum(axis=1)
    order = np.arange(1, PAGE_ONE + 1)
    expected = np.divide(positions @ order, page_one, out=np.full(n, np.nan), where=page_one > 1e-9)
    weak = (np.isfinite(strengths) & (own[:, None] - BEHIND > strengths)).sum(axis=1)
    return Outlook(positions, page_one, positions[:, :3].sum(axis=1), expected, weak, own)


def _position_distribution(strengths: Floats, own: Floats, tau: float) -> Floats:
    """P(position = 1..10), (n, 10): position k means that k − 1 of the ten stay above."""
    # A free place is a result that everybody outranks.
    filled = np.where(np.isfinite(strengths), strengths, -1e4)
    shifted = own[:, None] - BEHIND + OWN_SIGMA * _NODES[None, :]
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
