"""Trend and season, against series whose making is known."""

import csv
from collections.abc import Sequence
from pathlib import Path

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


@pytest.mark.parametrize(
    ("growth", "trend"), [(0.4, "rising"), (-0.4, "fading"), (0.015, "steady")]
)
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


def test_under_two_years_nothing_is_claimed_of_the_trend() -> None:
    hits = read_seasons(series(DECEMBER, months=18, rows=5), 12)
    assert share(hits.trend, "unknown") == 1
    assert np.isfinite(hits.month_share).all()
    short = read_seasons(series(DECEMBER, months=6, rows=5), 12)
    assert np.isnan(short.month_share).all()


def test_holes_are_bridged_where_half_is_known() -> None:
    whole = series(DECEMBER, growth=0.3, rows=200)
    holed = whole.copy()
    holed[RNG.random(holed.shape) < 0.3] = np.nan
    hits = read_seasons(holed, 12)
    assert share(hits.trend, "rising") > 0.95
    assert np.mean(hits.peak_month == 12) > 0.94
    holed[:, :20] = np.nan
    few = read_seasons(holed, 12)
    assert share(few.trend, "unknown") == 1
    # A season only where there is a whole year without a hole.
    assert np.isnan(few.strength).mean() > 0.9


def _f1(true: Sequence[object], read: Sequence[object], wanted: object) -> float:
    hits = sum(a == b == wanted for a, b in zip(true, read, strict=True))
    return 2 * hits / (list(true).count(wanted) + list(read).count(wanted))


def _judge(trends: list[tuple[str, str]], seasons: list[tuple[bool, bool]]) -> tuple[float, float]:
    """Macro-F1 of trends and F1 of seasons, of pairs of what is true and what was read."""
    true, read = zip(*trends, strict=True)
    macro = np.mean([_f1(true, read, name) for name in sorted(set(true))])
    return float(macro), _f1(*zip(*seasons, strict=True), True)


def test_real_series_are_read_as_labelled() -> None:
    path = Path(__file__).parent / "monthly_series.csv"
    trends, seasons = [], []
    lines = list(csv.DictReader(path.open(encoding="utf-8")))
    assert len(lines) >= 80
    for line in lines:
        values = np.array([[float(value) for value in line["values"].split()]])
        hits = read_seasons(values, int(line["last month"]))
        # "?" stands where an honest judge could not tell.
        if line["trend"] != "?":
            trends.append((line["trend"], TRENDS[hits.trend[0]]))
        if line["season"] != "?":
            seasons.append((line["season"] == "yes", bool(np.nan_to_num(hits.strength[0]) > 0)))
    trend, season = _judge(trends, seasons)
    assert trend >= 0.92
    assert season >= 0.93


KINDS = ("plain", "season", "trend", "both", "wander", "sporadic", "tiny", "new", "fad", "holes")


def _made(kind: str, months: int, rng: np.random.Generator) -> tuple[np.ndarray, str, bool | None]:
    """A series of a kind, its trend ("" where it wanders) and whether it has a season (None: too
    short for one)."""
    time = np.arange(months)
    bell = np.exp(rng.uniform(1, 4) * np.cos(2 * np.pi * (np.arange(12) - rng.integers(12)) / 12))
    shape = np.log(bell) / np.ptp(np.log(bell))
    logs = rng.normal(np.log(10 ** rng.uniform(1.8, 4.5)), rng.uniform(0.04, 0.18), months)
    if kind in ("season", "both", "holes"):
        logs += shape[time % 12] * rng.uniform(0.35, 1.6)
    if kind == "tiny":
        logs += shape[time % 12] * 0.04
    if kind == "wander":
        logs += np.cumsum(rng.normal(0, 0.06, months))
    change = rng.choice([-1, 1]) * rng.uniform(0.3, 1) if kind in ("trend", "both") else 0
    values = np.round(np.exp(logs + change * time / (months - 1)))
    trend = "" if kind == "wander" else "rising" if change > 0 else "fading" if change else "steady"
    if kind == "sporadic":
        values = rng.poisson(0.3, months).astype(float)
    if kind == "new":
        values[: months - int(rng.integers(4, months // 2))] = 0
        return values, "new", None
    if kind == "fad":
        at = int(rng.integers(4, months - 8))
        values[at : at + 2] *= [150, 60]
        return values, "fad", False
    if kind == "holes":
        values[rng.random(months) < 0.3] = np.nan
    return values, trend, kind in ("season", "both", "holes")


def test_made_series_are_read_as_they_were_made() -> None:
    rng = np.random.default_rng(4)
    trends, seasons = [], []
    for months in (24, 30, 36, 48, 60):
        made = [_made(KINDS[number % len(KINDS)], months, rng) for number in range(800)]
        hits = read_seasons(np.array([values for values, _, _ in made]), 6)
        found = (np.nan_to_num(hits.strength) > 0).tolist()
        for (_, trend, season), code, seasonal in zip(made, hits.trend, found, strict=True):
            if trend:
                trends.append((trend, TRENDS[code]))
            if season is not None:
                seasons.append((season, seasonal))
    trend, season = _judge(trends, seasons)
    assert trend >= 0.92
    assert season >= 0.93


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


def test_a_single_year_has_a_season_where_it_is_smooth_and_wide() -> None:
    summer = 100 * np.array([0.2, 0.2, 0.4, 0.8, 1.3, 1.9, 2.5, 2.4, 1.2, 0.6, 0.3, 0.2])
    rising = np.linspace(50, 150, 12)
    rng = np.random.default_rng(3)
    noise = rng.lognormal(4, 0.3, (400, 12))
    told = read_seasons(_last_year(np.vstack([summer, rising, np.full(12, 80.0), noise])), 12)
    # A fall after Christmas is seen within the year, not at its ends.
    gifts = np.array([[0.8, 0.7, 0.8, 1.0, 2.2, 3.5, 0.4, 0.3, 0.4, 0.5, 0.6, 0.8]])
    assert read_seasons(_last_year(100 * gifts), 6).peak_month[0] == 12
    assert told.strength[0] > 0.6
    assert (told.peak_month[0], told.climb_month[0]) == (7, 5)
    # A rise, an even year and chance are none.
    assert (told.strength[1:3] == 0).all()
    assert (told.strength[3:] > 0).mean() < 0.03
    # Nothing is said of the trend, and nothing at all of eleven months.
    assert set(told.trend.tolist()) == {TRENDS.index("unknown")}
    eleven = _last_year(summer[None, :])
    eleven[:, -12] = np.nan
    assert np.isnan(read_seasons(eleven, 12).strength).all()


def _last_year(year: np.ndarray) -> np.ndarray:
    """Three years of which only the last is known."""
    series = np.full((len(year), 36), np.nan)
    series[:, -12:] = year
    return series
