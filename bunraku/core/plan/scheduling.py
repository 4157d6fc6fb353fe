"""Fit to my hours: which pieces in which month, for the most value under the hours of each
month."""

import numpy as np

from bunraku.core.plan.filling import fill, improve
from bunraku.core.plan.problem import (
    TINY,
    Fit,
    Floats,
    Ints,
    Problem,
    check_shapes,
    freed,
    move,
    place_pinned,
    room_for,
    value_of,
)
from bunraku.core.plan.program import GAP_WANTED, integer_program, part_of, relaxation

FEW = 300
"""Pieces up to which the first answer is improved at once where some wait for others."""
SURE = 0.99
"""Part of a piece in one month of the relaxation from which it is tried there whole."""
EXACT_UP_TO = 80
"""Pieces up to which the integer program itself is solved; above, its relaxation is rounded and
improved."""


def fit_greedily(problem: Problem) -> Fit:
    """The answer at once: pieces by value an hour, each into its best month that has room.

    Parameters: `problem`. Returns: `Fit` with the bound of the linear relaxation's simplest form
    (all hours pooled). Raises: `ValueError` for shapes that do not match. Cost: n log n + n × m.
    """
    check_shapes(problem)
    month, left = place_pinned(problem)
    month, left = fill(problem, month, left)
    if problem.after and len(month) <= FEW:
        # What waits for what is where filling alone goes wrong; of few it costs a moment.
        month = improve(problem, month)
    return Fit(month, value_of(problem, month), _pooled_bound(problem))


def fit_hours(problem: Problem) -> Fit:
    """Fit to my hours: pieces into months for the most value, with the gap to the best possible
    proven.

    Parameters: `problem`. Returns: `Fit`; deterministic. Up to 80 pieces by a mixed-integer program
    (HiGHS) to a gap of 0.9 %; above by rounding the linear relaxation, filling, and re-solving
    pairs of months. Never worse than the greedy answer. A solver that gives up is no error: the
    best plan found is returned with its gap. Raises: `ValueError` for shapes that do not match.
    Cost: seconds for 300 pieces.
    """
    greedy = fit_greedily(problem)
    month, left = place_pinned(problem)
    free = np.flatnonzero((problem.pinned < 0) & (problem.value.max(axis=1, initial=0) > 0))
    if not len(free):
        return Fit(month, value_of(problem, month), value_of(problem, month))
    pinned_value = value_of(problem, month)
    part = part_of(problem, free, month, left)
    relaxed, relaxed_bound = relaxation(part)
    bound = min(pinned_value + relaxed_bound, greedy.bound)
    # In the relaxation nearly every piece stands whole in one month; those that are parted the
    # filling decides.
    sure = relaxed.max(axis=1) > SURE
    rounded = _placed(problem, month, left, free[sure], relaxed[sure].argmax(axis=1))
    rounded = freed(problem, rounded)
    # Both starts are cheap and neither is always the better one.
    best = max((greedy.month, improve(problem, rounded)), key=lambda m: value_of(problem, m))
    best = improve(problem, best)
    # The integer program costs most, so it only runs where what we have is not proven yet.
    if len(free) <= EXACT_UP_TO and value_of(problem, best) < bound * (1 - GAP_WANTED):
        exact, dual = integer_program(part)
        bound = min(bound, pinned_value + dual)
        if exact is not None:
            candidate = _placed(problem, month, left, free[exact >= 0], exact[exact >= 0])
            candidate = freed(problem, candidate)
            # It stops within the gap it was given, so a swap may still gain.
            candidate = improve(problem, candidate)
            best = max((best, candidate), key=lambda m: value_of(problem, m))
    # A solver's bound may lie a rounding below its own answer.
    return Fit(best, value_of(problem, best), max(bound, value_of(problem, best)))


def _placed(problem: Problem, month: Ints, left: Floats, pieces: Ints, targets: Ints) -> Ints:
    """A plan with pieces in the months that a program gave them, those of most value an hour first,
    as long as there is room: what is nearly whole in it (two that wait for each other are parted
    alike) need not fit together."""
    month, left = month.copy(), left.copy()
    rate = problem.value[pieces, targets] / np.maximum(problem.hours[pieces], TINY)
    for number in np.argsort(-rate, kind="stable").tolist():
        piece, target = int(pieces[number]), int(targets[number])
        if room_for(problem, left, piece)[target]:
            month[piece] = target
            move(problem, left, piece, -1, target)
    return month


def _pooled_bound(problem: Problem) -> float:
    """Upper bound with all months' hours in one pool and every piece at its best month, the last
    one in part."""
    pinned = problem.pinned >= 0
    fixed = float(problem.value[pinned, problem.pinned[pinned]].sum())
    _, left = place_pinned(problem)
    hours, best = problem.hours[~pinned], problem.value[~pinned].max(axis=1, initial=0)
    order = np.argsort(-best / np.maximum(hours, 0.25), kind="stable")
    before = np.concatenate([[0.0], np.cumsum(hours[order])[:-1]]) if len(order) else np.zeros(0)
    part = np.clip((np.maximum(left[0], 0).sum() - before) / np.maximum(hours[order], TINY), 0, 1)
    return fixed + float((best[order] * part).sum())
