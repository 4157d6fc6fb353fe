"""Fitting pieces that wait for others."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.optimize import Bounds, LinearConstraint, milp

from bunraku.core.plan.problem import Problem, left_of, misplaced, value_of
from bunraku.core.plan.program import _constraints, part_of
from bunraku.core.plan.scheduling import fit_greedily, fit_hours
from bunraku.core.plan.smoothing import leveled


def problem(n: int, m: int, seed: int, pairs: int, pins: int = 0, load: float = 1.6) -> Problem:
    dice = np.random.default_rng(seed)
    worth = np.exp(dice.normal(2, 1, n))
    season = np.clip(1 + 0.5 * np.sin(np.arange(m)[None] + dice.uniform(0, 6, (n, 1))), 0.05, None)
    left = np.linspace(1, 0.3, m)[None]
    hours = dice.choice([2.0, 3.0, 4.0, 5.0, 7.0, 8.0], n)
    pinned = np.full(n, -1)
    pinned[dice.choice(n, pins, replace=False)] = dice.integers(0, m, pins)
    after = set()
    while len(after) < pairs:
        piece, first = sorted(dice.choice(n, 2, replace=False).tolist())
        after.add((int(piece), int(first)))
    # The lower one waits for the higher one: never a circle.
    return Problem(
        worth[:, None] * season * left, hours, np.full(m, hours.sum() / m / load), pinned,
        sorted(after),
    )  # fmt: skip


def exact(given: Problem) -> float:
    """The best there is, by the integer program to the last."""
    month, left = left_of(given, given.pinned.copy())
    free = np.flatnonzero((given.pinned < 0) & (given.value.max(axis=1) > 0))
    part = part_of(given, free, month, left)
    matrix, limits = _constraints(part)
    solved = milp(
        -part.value.ravel(), constraints=LinearConstraint(matrix, -np.inf, limits),
        integrality=np.ones(part.value.size), bounds=Bounds(0, part.may.astype(float).ravel()),
    )  # fmt: skip
    return value_of(given, month) - float(solved.fun)


def holds(given: Problem, month: np.ndarray) -> bool:
    _, left = left_of(given, month)
    pinned = given.pinned >= 0
    over = left_of(given, given.pinned.copy())[1]
    wrong = [p for p, _ in misplaced(given, month) if given.pinned[p] < 0]
    return bool(
        (left >= np.minimum(over, 0) - 1e-9).all()
        and not wrong
        and (month[pinned] == given.pinned[pinned]).all()
    )


@pytest.mark.parametrize("seed", range(12))
def test_close_to_the_best_with_what_waits_and_pins(seed: int) -> None:
    given = problem(24, 6, seed, pairs=12, pins=3)
    best = exact(given)
    for fit in (fit_greedily(given), fit_hours(given), leveled(given, fit_hours(given))):
        assert holds(given, fit.month)
        assert fit.value <= best + 1e-6
        assert fit.bound >= best - 1e-6
    assert fit_hours(given).value >= 0.99 * best


def test_the_first_answer_is_near_it_mostly() -> None:
    some = [problem(24, 6, seed, pairs=12, pins=3) for seed in range(12)]
    assert np.mean([fit_greedily(given).value / exact(given) for given in some]) >= 0.85


@settings(deadline=None, max_examples=25)
@given(st.integers(2, 14), st.integers(1, 5), st.integers(0, 10_000), st.floats(0.4, 4))
def test_whatever_is_asked_nothing_stands_before_its_first(
    n: int, m: int, seed: int, load: float
) -> None:
    given = problem(n, m, seed, pairs=min(n - 1, n * (n - 1) // 2), pins=min(2, n), load=load)
    for fit in (fit_greedily(given), fit_hours(given), leveled(given, fit_hours(given))):
        assert holds(given, fit.month)


def test_what_is_parted_alike_in_the_relaxation_is_not_taken_for_whole() -> None:
    # Two that wait for each other have room for 99 % of both: one of them stays out.
    given = problem(4, 1, 10, pairs=3, pins=2, load=1.00390625)
    fit = fit_hours(given)
    assert holds(given, fit.month)
    assert fit.value == pytest.approx(exact(given))


def test_a_hub_without_worth_of_its_own_comes_for_what_it_opens() -> None:
    value = np.array([[1.0, 1.0], [90.0, 80.0], [20.0, 20.0]])
    given = Problem(
        value, np.array([4.0, 4.0, 4.0]), np.array([4.0, 4.0]), np.full(3, -1), [(1, 0)]
    )
    fit = fit_hours(given)
    assert fit.month.tolist() == [0, 1, -1]
    assert fit.value == 81.0


def test_what_waits_for_what_is_pinned_later_waits() -> None:
    value = np.ones((2, 3)) * np.array([3.0, 2.0, 1.0])
    given = Problem(value, np.ones(2), np.full(3, 5.0), np.array([-1, 2]), [(0, 1)])
    assert fit_hours(given).month.tolist() == [2, 2]
    # A pin outranks that, and is told.
    both = Problem(value, np.ones(2), np.full(3, 5.0), np.array([0, 2]), [(0, 1)])
    assert misplaced(both, fit_hours(both).month) == [(0, 1)]


@pytest.mark.parametrize("seed", range(6))
def test_nothing_stands_in_a_month_where_it_is_worth_nothing(seed: int) -> None:
    given = problem(24, 6, seed, pairs=8, pins=3)
    given.value[np.random.default_rng(seed).random(given.value.shape) < 0.5] = 0
    best = exact(given)
    for fit in (fit_greedily(given), fit_hours(given), leveled(given, fit_hours(given))):
        assert holds(given, fit.month)
        free = np.flatnonzero((given.pinned < 0) & (fit.month >= 0))
        assert (given.value[free, fit.month[free]] > 0).all()
    assert fit_hours(given).value >= 0.99 * best
