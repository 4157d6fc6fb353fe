"""Taken-as volume: from readings that disagree to one figure with a low and a high."""

import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bunraku.core.weigh.volume import (
    BROAD_RATIO,
    DEFAULT_SPREAD,
    DISAGREE_FACTOR,
    TakenAs,
    learn_broad_ratio,
    learn_spreads,
    rough_volume,
    taken_as,
)

NAN = float("nan")


def take(
    exact: list[list[float]],
    *,
    spread: list[float] | None = None,
    age: float = 0.0,
    low: float = NAN,
    high: float = NAN,
    rough: float = NAN,
) -> TakenAs:
    values = np.array(exact, dtype=float)
    n, s = values.shape
    return taken_as(
        values,
        np.array(spread or [DEFAULT_SPREAD] * s),
        np.full((n, s), age),
        np.full(n, low),
        np.full(n, high),
        np.full(n, rough),
    )


def test_one_reading_is_that_reading() -> None:
    taken = take([[2400.0]])
    assert taken.value[0] == 2400
    assert taken.low[0] < 2400 < taken.high[0]
    assert taken.made_from[0] == 1
    assert not taken.rough[0]


def test_interval_of_one_reading_by_hand() -> None:
    # ln(2401) ± 1.2816 × 0.25, back through exp − 1.
    taken = take([[2400.0]])
    assert taken.low[0] == pytest.approx(2401 * math.exp(-1.2816 * 0.25) - 1)
    assert taken.high[0] == pytest.approx(2401 * math.exp(1.2816 * 0.25) - 1)


def test_two_equal_sources_meet_in_the_geometric_middle() -> None:
    taken = take([[999.0, 3999.0]])
    assert taken.value[0] == pytest.approx(math.sqrt(1000 * 4000) - 1)
    assert taken.disagree[0]


def test_a_source_of_small_spread_weighs_more() -> None:
    taken = take([[1000.0, 2000.0]], spread=[0.05, 0.5])
    assert taken.value[0] < 1050


def test_disagreement_widens_the_interval() -> None:
    together = take([[1000.0, 1000.0]])
    apart = take([[250.0, 4000.0]])
    assert apart.high[0] / apart.low[0] > 3 * together.high[0] / together.low[0]
    assert not together.disagree[0]


def test_age_widens_the_interval() -> None:
    fresh, old = take([[1000.0]]), take([[1000.0]], age=730)
    assert old.high[0] > fresh.high[0]
    assert old.value[0] == 1000


def test_exact_never_exceeds_broad() -> None:
    taken = take([[5000.0]], low=1000, high=3000)
    assert taken.value[0] == 3000
    assert taken.high[0] == 3000


def test_a_band_alone_gives_a_rough_figure() -> None:
    taken = take([[NAN]], low=1000, high=10000)
    middle = math.sqrt(1001 * 10001)
    assert taken.value[0] == pytest.approx(middle * BROAD_RATIO - 1)
    assert taken.rough[0]
    assert taken.low[0] < taken.value[0] < taken.high[0] <= 10000


def test_a_rough_guess_stands_before_a_band() -> None:
    taken = take([[NAN]], low=1000, high=10000, rough=40)
    assert taken.value[0] == pytest.approx(40)
    assert taken.rough[0]


def test_nothing_is_unknown_and_zero_is_a_figure() -> None:
    assert np.isnan(take([[NAN, NAN]]).value[0])
    assert take([[NAN, NAN]]).made_from[0] == 0
    assert take([[0.0]]).value[0] == 0


def test_no_keyword_at_all() -> None:
    assert taken_as(
        np.zeros((0, 1)), np.ones(1), np.zeros((0, 1)), *(np.zeros(0),) * 3
    ).value.shape == (0,)


def test_shapes_are_checked() -> None:
    with pytest.raises(ValueError, match="exact is"):
        taken_as(np.zeros((2, 1)), np.ones(2), np.zeros((2, 1)), *(np.full(2, NAN),) * 3)


maybe = st.one_of(st.just(NAN), st.floats(0, 1e7))


@settings(max_examples=60)
@given(
    st.lists(st.tuples(maybe, maybe, maybe), min_size=1, max_size=6),
    st.tuples(st.floats(0, 1e5), st.floats(1, 10)),
    st.booleans(),
)
def test_low_value_high_are_in_order(
    rows: list[tuple[float, float, float]], band: tuple[float, float], banded: bool
) -> None:
    low, high = (band[0], band[0] * band[1] + 1) if banded else (NAN, NAN)
    taken = take([list(row) for row in rows], low=low, high=high)
    known = np.isfinite(taken.value)
    assert np.all(taken.low[known] <= taken.value[known] + 1e-6)
    assert np.all(taken.value[known] <= taken.high[known] + 1e-6)
    assert np.all(taken.low[known] >= 0)
    if banded:
        assert known.all()
        assert np.all(taken.high <= high + 1e-6)


@settings(max_examples=40)
@given(st.lists(st.lists(st.floats(1, 1e6), min_size=2, max_size=3), min_size=1, max_size=5))
def test_matches_a_plain_loop(rows: list[list[float]]) -> None:
    width = min(len(row) for row in rows)
    rows = [row[:width] for row in rows]
    spread = [0.1 + 0.2 * i for i in range(width)]
    taken = take(rows, spread=spread)
    for row, value, disagree in zip(rows, taken.value, taken.disagree, strict=True):
        weights = [1 / s**2 for s in spread]
        mean = sum(w * math.log1p(v) for w, v in zip(weights, row, strict=True)) / sum(weights)
        assert value == pytest.approx(math.expm1(mean), rel=1e-6)
        ratio = (max(row) + 1) / (min(row) + 1)
        if abs(ratio - DISAGREE_FACTOR) > 1e-6:
            assert disagree == (ratio > DISAGREE_FACTOR)


def test_spreads_are_learned_from_disagreement() -> None:
    rng = np.random.default_rng(4)
    truth = np.exp(rng.uniform(3, 9, 3_000))
    noise = [0.05, 0.2, 0.6]
    exact = np.stack(
        [truth * np.exp(sigma * rng.standard_normal(3_000)) for sigma in noise], axis=1
    )
    learned = learn_spreads(exact)
    assert learned == pytest.approx(noise, abs=0.05)


def test_spreads_need_enough_to_learn_from() -> None:
    exact = np.array([[10.0, 20.0]] * 10)
    assert learn_spreads(exact).tolist() == [DEFAULT_SPREAD] * 2
    assert learn_spreads(np.full((5, 1), NAN)).tolist() == [DEFAULT_SPREAD]


def test_broad_ratio_is_learned_or_assumed() -> None:
    broad = np.full(40, 1000.0)
    assert learn_broad_ratio(np.full(40, 100.0), broad, broad) == pytest.approx(0.1, rel=0.02)
    assert learn_broad_ratio(np.full(5, 100.0), broad[:5], broad[:5]) == BROAD_RATIO


def test_rough_volume_compares_with_the_known_term() -> None:
    got = rough_volume(
        np.array([5.0, NAN, 5.0, 5.0]), np.array([10.0, 10, 0, 10]), np.array([60.0, 60, 60, NAN])
    )
    assert got[0] == 30
    assert np.isnan(got[1:]).all()
