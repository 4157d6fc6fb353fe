"""Pieces that nobody touched: how they moved in the same weeks, and how far apart they wander."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.special import fdtrc

from bunraku.core.channels import FormId
from bunraku.core.channels.form import WindowLength
from bunraku.core.follow.checks import Stack
from bunraku.core.follow.windows import Steps, Windows, steps_of

Floats = NDArray[np.float64]
Ints = NDArray[np.int64]
Bools = NDArray[np.bool_]


@dataclass(frozen=True)
class Histories:
    """Pieces of one form on one channel, each with its phrases' checks.

    `stack` of n phrases; `piece` (n,), which piece each is of, 0 to `pieces` − 1; `searches` (n,) a
    month, NaN unknown; `began` (pieces,), the day on which each was published; `changes`, every
    change of a field as (piece, day); `updates`, days of updates of the engine."""

    stack: Stack
    piece: Ints
    searches: Floats
    began: Ints
    changes: tuple[tuple[int, int], ...]
    updates: tuple[int, ...]
    channel: str
    form: FormId

    @property
    def pieces(self) -> int:
        """How many pieces there are."""
        return len(self.began)


def seen_in(steps: Steps) -> Bools:
    """Phrases that were checked in both windows and shown in one: the others say nothing."""
    return np.isfinite(steps.step) & (steps.shown_before | steps.shown_after)


def updated_in(told: Histories, windows: Windows) -> bool:
    """Whether the engine is known to have changed between the beginning and the end."""
    low, high = windows.span
    return any(low <= at <= high for at in told.updates)


@dataclass(frozen=True)
class Wandering:
    """How untouched pieces moved: which they are, how many, their mean step, the variance between
    pieces beside what their phrases do each for itself, that of one phrase, degrees of freedom."""

    quiet: Bools
    controls: int
    mean: float
    between: float
    within: float
    inverse: float
    freedom: int

    def error(self, phrases: int) -> float:
        """Standard error of the difference of a piece with so many phrases from their mean."""
        own = self.between + self.within / phrases
        theirs = (self.between + self.within * self.inverse) / max(self.controls, 1)
        return float(np.sqrt(max(own + theirs, 1e-6)))


def _touched(told: Histories, span: tuple[int, int], length: WindowLength) -> Bools:
    """Pieces that are no comparison for a span: changed in it, or new."""
    touched = told.began + length.green > span[0]
    # A change works on after its own day.
    low = span[0] - length.settles
    for piece, day in told.changes:
        touched[piece] |= low <= day <= span[1]
    return touched


def wandering_of(
    told: Histories,
    piece: int,
    windows: Windows,
    length: WindowLength,
    shares: Floats,
    steps: Steps,
) -> Wandering:
    """How pieces that nobody touched moved between the windows, and how far apart such pieces are
    in earlier ones. Cost: a pass over the checks for each pair of earlier windows."""
    now = _means(told, steps, ~_touched(told, windows.span, length), without=piece)
    squares, freedom, inner, count = 0.0, 0, now.within * now.inner, now.inner
    for earlier in _earlier(told, windows):
        quiet = ~_touched(told, earlier.span, length)
        if quiet.sum() >= 2:
            then = _means(told, steps_of(told.stack, earlier, shares), quiet)
            if then.pieces >= 2:
                squares += then.squares
                freedom += then.pieces - 1
                inner += then.within * then.inner
                count += then.inner
    within = inner / count if count else 0.0
    total, degrees = _spread(now, squares, freedom, update=updated_in(told, windows))
    between = max(0.0, total - within * now.inverse)
    return Wandering(now.chosen, now.pieces, now.mean, between, within, now.inverse, degrees)


def _spread(now: "_Means", squares: float, freedom: int, *, update: bool) -> tuple[float, int]:
    """The variance between untouched pieces with its degrees of freedom: of these windows and the
    earlier ones together; but of these alone where the engine is known to have changed, or where
    they lie clearly further apart than before, as an update leaves them."""
    mine = now.pieces - 1
    if mine < 1:
        return 0.0, 1
    here = now.squares / mine
    if freedom > 0 and squares > 0:
        apart = float(fdtrc(mine, freedom, here / (squares / freedom)))
        if apart > (SHAKEN_KNOWN if update else SHAKEN):
            return (now.squares + squares) / (mine + freedom), mine + freedom
    return here, mine


def _earlier(told: Histories, windows: Windows) -> list[Windows]:
    """Pairs of windows of the same make before these, the later window of each about where the
    earlier one of the next is, as long as there are checks."""
    if not len(told.stack.day):
        return []
    first = int(told.stack.day.min())
    shift = windows.after[0] - windows.before[0]
    found: list[Windows] = []
    low, high = windows.before, windows.after
    while len(found) < MOST_EARLIER and low[0] - shift >= first:
        low, high = ((each[0] - shift, each[1] - shift) for each in (low, high))
        found.append(Windows(low, high))
    return found


SHAKEN_KNOWN = 0.5
SHAKEN = 0.2
"""How seldom quiet weeks part pieces as far for these weeks to count as shaken (F test)."""
MOST_EARLIER = 12
"""Pairs of earlier windows that are looked at."""


@dataclass(frozen=True)
class _Means:
    chosen: Bools
    pieces: int
    mean: float
    squares: float
    within: float
    inner: int
    inverse: float


def _means(told: Histories, steps: Steps, quiet: Bools, *, without: int = -1) -> _Means:
    """Mean steps of untouched pieces: how many, their mean, their squares about it, the variance of
    phrases within pieces with its degrees of freedom, the mean of one over their phrases."""
    allowed = quiet.copy()
    if without >= 0:
        allowed[without] = False
    use = seen_in(steps) & allowed[told.piece]
    of, step = told.piece[use], steps.step[use]
    counts = np.bincount(of, minlength=told.pieces)
    there = counts >= LEAST_OF_CONTROL
    if not there.any():
        return _Means(there, 0, 0.0, 0.0, 0.0, 0, 0.0)
    sums = np.bincount(of, step, told.pieces)
    means = np.divide(sums, counts, out=np.zeros(told.pieces), where=counts > 0)
    within = float((((step - means[of]) ** 2) * there[of]).sum())
    inner = int((counts[there] - 1).sum())
    mean = float(means[there].mean())
    return _Means(
        there,
        int(there.sum()),
        mean,
        float(((means[there] - mean) ** 2).sum()),
        within / inner if inner else 0.0,
        inner,
        float((1 / counts[there]).mean()),
    )


LEAST_OF_CONTROL = 2
"""Phrases that an untouched piece must show to be compared with."""
