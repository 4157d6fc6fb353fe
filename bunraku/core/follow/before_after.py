"""Before and after a change: what rose and fell, beside pieces that nobody touched, and what one
may believe of it."""

from dataclasses import dataclass
from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray
from scipy.special import stdtr, stdtrit

from bunraku.core.channels import form_named
from bunraku.core.follow.sign_test import sign_test
from bunraku.core.follow.untouched import Histories, seen_in, updated_in, wandering_of
from bunraku.core.follow.visible import shares_of_places
from bunraku.core.follow.windows import (
    Steps,
    Windows,
    steps_of,
    wander_of,
    windows_of,
)

Floats = NDArray[np.float64]
Ints = NDArray[np.int64]
Bools = NDArray[np.bool_]
Why = Literal["helped", "hurt", "wander", "young", "green", "several", "few", "unchecked", "alone"]
"""What one may believe: it helped, it hurt, no more than wander; or why nothing may be said: it is
too soon, the piece was still finding its place, several changes stand too close together, too few
phrases are shown, it was not checked in both windows, there are too few untouched pieces."""

LEAST_PHRASES = 5
"""Phrases of a piece that were shown in one window or the other, at least."""
LEAST_CONTROLS = 3
"""Untouched pieces to compare with, at least."""
DOUBT = 0.02
"""How often chance alone may do as much for it still to be called the change: with the phrases of a
piece wandering together, and variances estimated from a few pieces, outcomes of simulated histories
without any effect stay below 5 % with it."""
LEAST_EFFECT = 0.10
"""In ln of the place: a tenth nearer to the top. Less is not worth speaking of."""
RESAMPLES = 1_000
INTERVAL = 0.8
"""Share of resamplings that an interval of visible searches holds."""
MOVED = 1.64
"""How many times the wander of a mean a phrase must have moved to count as risen or fallen."""


@dataclass(frozen=True)
class Verdict:
    """What came of a change. `windows` None while it is too soon. Counts of phrases that `rose`,
    `fell`, `stayed`, are newly shown or `lost`; `sign`, the sign test of those that moved. `step`
    the mean step of its phrases and `control_step` that of untouched pieces, in ln of the place,
    upwards positive; `effect`, the one less the other, from `low` to `high` (its interval, 95 %);
    `doubt`, how often chance alone does as much, None where nothing may be said. `visible_before`
    and `visible_after`, searches a month, with the interval of the change; `control_share`, by how
    much those of untouched pieces changed. `controls`, how many; `update`: the engine changed
    meanwhile."""

    why: Why
    windows: Windows | None = None
    rose: int = 0
    fell: int = 0
    stayed: int = 0
    new: int = 0
    lost: int = 0
    sign: float = 1.0
    step: float | None = None
    control_step: float | None = None
    effect: float | None = None
    low: float | None = None
    high: float | None = None
    doubt: float | None = None
    visible_before: float | None = None
    visible_after: float | None = None
    visible_low: float | None = None
    visible_high: float | None = None
    control_share: float | None = None
    controls: int = 0
    update: bool = False


def judge(told: Histories, piece: int, day: int, today: int, *, seed: int = 0) -> Verdict:
    """What came of a change of a piece on a day, as of today.

    Parameters: `told`; `piece`, its number; `day` and `today`, day numbers; `seed` of the
    resampling. Returns: `Verdict`. Formula: equal windows by form (`windows_of`); the mean step of
    the piece's phrases less that of pieces that were not touched from the beginning of the one
    window to the end of the other, whole pieces being what varies, for the phrases of one wander
    together. Its spread is that between untouched pieces in these windows, or, where larger, in
    quiet windows before; Student's t with as many degrees of freedom. Visible searches by
    resampling phrases. Raises: nothing. Cost: linear in the checks, a dozen passes."""
    length = form_named(told.form).windows
    windows = windows_of(day, today, length)
    if windows is None:
        return Verdict("young")
    update = updated_in(told, windows)
    shares = shares_of_places(told.channel)
    steps = steps_of(told.stack, windows, shares)
    mine = told.piece == piece
    seen = seen_in(steps)
    both = mine & np.isfinite(steps.step)
    if not both.any():
        return Verdict("unchecked", windows, update=update)
    counted = _counted(told, steps, both, piece, windows)
    wandering = wandering_of(told, piece, windows, length, shares, steps)
    counted |= _visible(told, steps, both, wandering.quiet, seed)
    counted |= {"update": update, "controls": wandering.controls}
    if day - int(told.began[piece]) < length.green:
        return Verdict("green", windows, **counted)
    if _several(told, piece, day, windows):
        return Verdict("several", windows, **counted)
    of_mine = steps.step[mine & seen]
    if len(of_mine) < LEAST_PHRASES:
        return Verdict("few", windows, **counted)
    counted["step"] = float(of_mine.mean())
    if wandering.controls < LEAST_CONTROLS:
        return Verdict("alone", windows, **counted)
    effect = float(of_mine.mean()) - wandering.mean
    error = wandering.error(len(of_mine))
    reach = float(stdtrit(wandering.freedom, 0.975)) * error
    doubt = float(2 * stdtr(wandering.freedom, -abs(effect) / error))
    counted |= {
        "control_step": wandering.mean,
        "effect": effect,
        "low": effect - reach,
        "high": effect + reach,
        "doubt": doubt,
    }
    if doubt >= DOUBT or abs(effect) < LEAST_EFFECT:
        return Verdict("wander", windows, **counted)
    return Verdict("helped" if effect > 0 else "hurt", windows, **counted)


def _several(told: Histories, piece: int, day: int, windows: Windows) -> bool:
    low, high = windows.span
    return any(of == piece and at != day and low <= at <= high for of, at in told.changes)


def _counted(
    told: Histories, steps: Steps, both: Bools, piece: int, windows: Windows
) -> dict[str, Any]:
    """How many phrases rose, fell and stayed, and the sign test of them."""
    wander = wander_of(told.stack, told.piece, told.pieces, windows.before[1])[piece]
    with np.errstate(divide="ignore"):
        error = wander * np.sqrt(1 / steps.checks_before + 1 / steps.checks_after)
    shown = steps.shown_before & steps.shown_after
    step = np.where(both & shown, np.nan_to_num(steps.step), 0.0)
    rose = int((both & shown & (step > MOVED * error)).sum())
    fell = int((both & shown & (step < -MOVED * error)).sum())
    new = int((both & ~steps.shown_before & steps.shown_after).sum())
    lost = int((both & steps.shown_before & ~steps.shown_after).sum())
    sign = sign_test(np.array([rose + new]), np.array([fell + lost]))[0]
    return {
        "rose": rose,
        "fell": fell,
        "new": new,
        "lost": lost,
        "stayed": int(both.sum()) - rose - fell - new - lost,
        "sign": float(sign),
    }


def _visible(told: Histories, steps: Steps, both: Bools, quiet: Bools, seed: int) -> dict[str, Any]:
    """Visible searches before and after, and the interval of their change by resampling phrases;
    and the change of those of untouched pieces, as a share."""
    known = both & np.isfinite(told.searches)
    if not known.any():
        return {}
    before = told.searches[known] * steps.share_before[known]
    after = told.searches[known] * steps.share_after[known]
    change = after - before
    chosen = np.random.default_rng(seed).integers(len(change), size=(RESAMPLES, len(change)))
    sums = change[chosen].sum(axis=1)
    low, high = np.quantile(sums, [(1 - INTERVAL) / 2, (1 + INTERVAL) / 2])
    theirs = quiet[told.piece] & np.isfinite(told.searches) & np.isfinite(steps.step)
    were = float((told.searches * steps.share_before)[theirs].sum())
    are = float((told.searches * steps.share_after)[theirs].sum())
    return {
        "visible_before": float(before.sum()),
        "visible_after": float(after.sum()),
        "visible_low": float(low),
        "visible_high": float(high),
        "control_share": are / were - 1 if were > 0 else None,
    }
