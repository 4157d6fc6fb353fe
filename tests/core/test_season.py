"""Trend and season, against series whose making is known."""

import numpy as np
import pytest

from bunraku.core.weigh.season import TRENDS, read_seasons

RNG = np.random.default_rng(11)
# As many searches in each month as a bell around December brings.
DECEMBER = np.array([3, 1, 1, 1, 1, 1, 1, 1, 1, 2, 4, 8], dtype=float)


def series(
    shape: np.ndarray,
    *,
    months: int = 36,
    growth: float = 0.0,
    noise: float = 0.06,
    rows: int = 200,
) -> np.ndarray:
    """`rows` series that end in December, of a yearly shape, a growth in ln a year, and noise in
    ln."""
    time = np.arange(months)
    level = 400 * shape[time % 12] / shape.mean() * np.exp(growth * (time - months) / 12)
    return np.round(level * np.exp(noise * RNG.standard_normal((rows, months))))


def share(values: np.ndarray, trend: str) -> float:
    return float((values == TRENDS.index(trend)).mean())


def test_a_december_season_is_found() -> None:
    hits = read_seasons(series(DECEMBER), 12)
    assert np.mean(hits.strength > 0.8) > 0.98
    assert np.mean(hits.peak_month == 12) > 0.99
    assert np.isin(hits.climb_month, [10, 11]).mean() > 0.95
    assert hits.month_share[0].sum() == pytest.approx(1)
    assert share(hits.trend, "steady") > 0.97


def test_noise_is_no_season() -> None:
    hits = read_seasons(series(np.ones(12)), 12)
    assert np.mean(hits.strength > 0) < 0.04
    assert np.mean(hits.peak_month > 0) < 0.04


@pytest.mark.parametrize(("growth", "trend"), [(0.4, "rising"), (-0.4, "fading"), (0.03, "steady")])
def test_trends_are_told_with_the_season_on_top(growth: float, trend: str) -> None:
    hits = read_seasons(series(DECEMBER, growth=growth), 12)
    assert share(hits.trend, trend) > 0.95
    assert np.median(hits.change_share) == pytest.approx(np.expm1(growth), abs=0.03)


def test_a_new_term_is_new() -> None:
    values = series(np.ones(12), rows=50)
    values[:, :28] = 0
    hits = read_seasons(values, 12)
    assert share(hits.trend, "new") == 1
    assert np.isnan(hits.change_share).all()


def test_a_fad_is_a_fad_and_a_yearly_spike_is_not() -> None:
    fad = series(np.ones(12), rows=50, noise=0.05)
    fad[:, 20:22] *= 30
    assert share(read_seasons(fad, 12).trend, "fad") > 0.95
    yearly = series(np.ones(12), rows=50, noise=0.05)
    yearly[:, 7::12] *= 30
    assert share(read_seasons(yearly, 12).trend, "fad") == 0


def test_under_two_years_nothing_is_claimed() -> None:
    hits = read_seasons(series(DECEMBER, months=18, rows=5), 12)
    assert share(hits.trend, "unknown") == 1
    assert np.isnan(hits.strength).all()
    assert np.isfinite(hits.month_share).all()
    short = read_seasons(series(DECEMBER, months=6, rows=5), 12)
    assert np.isnan(short.month_share).all()


def test_missing_months_make_the_trend_unknown() -> None:
    values = series(DECEMBER, rows=3)
    values[0, 5] = np.nan
    values[1] = np.nan
    hits = read_seasons(values, 12)
    assert [TRENDS[code] for code in hits.trend] == ["unknown", "unknown", "steady"]
    assert hits.months_known.tolist() == [35, 0, 36]
    assert np.isnan(hits.month_share[1]).all()


def test_months_are_named_by_the_calendar() -> None:
    values = np.ones((1, 24))
    values[0, -1] = values[0, -13] = 50
    assert read_seasons(values, 4).month_share[0].argmax() == 3


def test_nothing_searched_has_no_shares() -> None:
    hits = read_seasons(np.zeros((1, 36)), 12)
    assert np.isnan(hits.month_share).all()
    assert hits.peak_month[0] == 0


def test_edges() -> None:
    assert read_seasons(np.zeros((0, 36)), 1).trend.shape == (0,)
    with pytest.raises(ValueError, match="1 to 12"):
        read_seasons(np.zeros((1, 36)), 13)
