"""Fitting under limits besides the hours: a person's hours, so many of a kind a month, so many in
all."""

from dataclasses import replace
from itertools import product

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bunraku.core.plan.calendar import value_by_month
from bunraku.core.plan.problem import Limit, Problem, misplaced, value_of
from bunraku.core.plan.scheduling import fit_greedily, fit_hours
from bunraku.core.plan.smoothing import leveled
from tests.core.test_dependencies import exact, holds, problem


def limited(n: int, m: int, seed: int, pairs: int, pins: int = 0, load: float = 1.6) -> Problem:
    """A problem with two people, a kind and one group that is limited in all."""
    dice = np.random.default_rng(seed + 1)
    made = problem(n, m, seed, pairs, pins, load)
    theirs, kind, alike = (dice.random(n) < share for share in (0.4, 0.3, 0.25))
    return replace(
        made,
        limits=[
            Limit(made.hours * theirs, np.full(m, 0.3 * made.capacity[0])),
            Limit(kind.astype(float), np.ones(m)),
            Limit(alike.astype(float), np.array([2.0]), whole=True),
        ],
    )


def keeps(made: Problem, month: tuple[int, ...]) -> bool:
    """Whether a plan keeps every limit, piece by piece."""
    for limit in (Limit(made.hours, made.capacity), *made.limits):
        spent = np.zeros(len(made.capacity))
        for piece, at in enumerate(month):
            if at >= 0:
                spent[at] += limit.weight[piece]
        if limit.whole and spent.sum() > limit.most[0] + 1e-9:
            return False
        if not limit.whole and (spent > limit.most + 1e-9).any():
            return False
    return all(made.value[piece, at] > 0 for piece, at in enumerate(month) if at >= 0)


@pytest.mark.parametrize("seed", range(8))
def test_small_plans_with_limits_against_every_plan_there_is(seed: int) -> None:
    made = limited(6, 3, seed, pairs=2)
    every = product(range(-1, 3), repeat=6)
    best = max(
        value_of(made, np.array(month))
        for month in every
        if keeps(made, month) and not misplaced(made, np.array(month))
    )
    fit = fit_hours(made)
    assert keeps(made, tuple(fit.month.tolist()))
    assert fit.value >= 0.99 * best
    assert fit.bound >= best - 1e-6


@pytest.mark.parametrize("seed", range(12))
def test_close_to_the_best_under_limits_with_what_waits_and_pins(seed: int) -> None:
    made = limited(24, 6, seed, pairs=8, pins=2)
    best = exact(made)
    for fit in (fit_greedily(made), fit_hours(made), leveled(made, fit_hours(made))):
        assert holds(made, fit.month)
        assert fit.bound >= best - 1e-6
    assert fit_hours(made).value >= 0.99 * best


@settings(deadline=None, max_examples=20)
@given(st.integers(2, 12), st.integers(1, 4), st.integers(0, 10_000), st.floats(0.4, 4))
def test_no_plan_breaks_a_limit(n: int, m: int, seed: int, load: float) -> None:
    made = limited(n, m, seed, pairs=1, load=load)
    for fit in (fit_greedily(made), fit_hours(made), leveled(made, fit_hours(made))):
        assert keeps(made, tuple(fit.month.tolist()))


def test_many_pieces_under_limits_come_near_the_bound() -> None:
    made = limited(300, 12, 3, pairs=60, pins=6)
    fit = fit_hours(made)
    assert holds(made, fit.month)
    assert fit.gap_share <= 0.02


def test_a_limit_of_another_shape_is_refused() -> None:
    made = problem(4, 3, 0, pairs=0)
    for limit in (Limit(np.ones(3), np.ones(3)), Limit(np.ones(4), np.ones(3), whole=True)):
        with pytest.raises(ValueError, match="weight is"):
            fit_hours(replace(made, limits=[limit]))


def test_a_longer_horizon_is_worth_more_and_begins_the_same() -> None:
    share = np.array([[0.02] * 10 + [0.4, 0.4]])
    worth, days = np.array([10.0]), np.array([0.0])
    short, year, long = (value_by_month(worth, share, days, 1, None, h) for h in (6, 12, 24))
    assert [v.shape[1] for v in (short, year, long)] == [6, 12, 24]
    assert short[0, 0] == pytest.approx(120 * 0.12)
    assert year[0, 0] == pytest.approx(120.0)
    assert long[0, 0] == pytest.approx(240.0)
    assert (np.diff(long[0]) <= 0).all()
    # What is published in the second year brings what it would in the first of a year's plan.
    assert long[0, 12:] == pytest.approx(year[0])
