"""Constants that figures hang on, held by cases worked out by hand or by a slow plain calculation
that shares no code with the fast one. Whoever changes a constant changes a figure that people read:
these say which."""

import math
from datetime import date

import numpy as np
import pytest
from scipy.integrate import quad
from scipy.stats import norm

from bunraku.core.channels import CHANNELS
from bunraku.core.cluster.clustering import ToCluster, cluster_keywords
from bunraku.core.cluster.wording import alike, wording_of
from bunraku.core.formats.figures_in import read_figure
from bunraku.core.plan.calendar import publish_by
from bunraku.core.plan.problem import Problem
from bunraku.core.plan.scheduling import fit_greedily
from bunraku.core.weigh.chance import difficulty, outlook, own_strength
from bunraku.core.weigh.page import PageFacts, strength
from bunraku.core.weigh.rough import BROAD
from bunraku.core.weigh.season import TRENDS, read_seasons
from bunraku.core.weigh.verdict import PRESETS, VERDICTS, verdicts
from bunraku.core.weigh.worth import click_value, expected_clicks, open_share, worth
from tests.core.telling import take


@pytest.mark.parametrize(
    ("one", "other", "differ"), [(100, 190, False), (100, 215, True), (60, 31, False)]
)
def test_sources_disagree_from_twofold_on(one: float, other: float, differ: bool) -> None:
    assert bool(take(one, other).disagree[0]) is differ


def test_the_middle_eighty_per_cent_of_a_fresh_and_of_a_year_old_reading() -> None:
    """By hand: ln 100,001 = 11.5129; 1.2816 × 0.25 = 0.3204; a year adds 0.35 in quadrature,
    0.4301."""
    fresh = take(100_000)
    assert fresh.value[0] == 100_000
    assert fresh.low[0] == pytest.approx(72_590, rel=1e-3)
    assert fresh.high[0] == pytest.approx(137_770, rel=1e-3)
    old = take(100_000, age=365)
    assert old.low[0] == pytest.approx(57_620, rel=1e-3)
    assert old.high[0] == pytest.approx(173_540, rel=1e-3)


def test_a_broad_band_alone_is_a_share_of_its_middle_and_says_how_little_it_says() -> None:
    """By hand, of five words: e^−0.28 of 1000; the tenth e^−1.35, the ninth tenth e^0.55, cut
    off at the band."""
    alone = take((998.9, 999.1), match=[BROAD], words=5)
    assert alone.value[0] == pytest.approx(1000 * math.exp(-0.28) - 1, rel=1e-3)
    assert alone.low[0] == pytest.approx(1000 * math.exp(-1.35) - 1, rel=1e-3)
    assert alone.high[0] == pytest.approx(999.1)
    assert alone.rough[0]


def test_worth_follows_clicks_value_fit_and_priority() -> None:
    """By hand: 10 clicks of £2, half fitting: £10; high half as much again, low half."""
    four = np.full(4, 1.0)
    money = worth(10 * four, 2 * four, 0.5 * four, ["high", "normal", "", "low"])
    assert money.tolist() == [15, 10, 10, 5]


def test_a_click_is_worth_ones_own_value_else_half_its_cost() -> None:
    cpc = np.array([1.2, 1.2, np.nan])
    values = click_value(cpc, ["commercial", "transactional", "commercial"], {"transactional": 3.0})
    assert values[:2].tolist() == [0.6, 3.0]
    assert np.isnan(values[2])


@pytest.mark.parametrize(
    ("channel", "first", "second", "ad"),
    [("web", 28, 15, 0.05), ("video", 20, 14, 0.03), ("marketplace", 12, 10, 0.04)],
)
def test_clicks_of_the_first_two_places_and_what_two_ads_take(
    channel: str, first: float, second: float, ad: float
) -> None:
    """Of a hundred searches, to whoever surely stands first or second, by the published shape."""
    sure = np.eye(10)[:2]
    hundred, whole = np.full(2, 100.0), np.ones(2)
    clicks = expected_clicks(hundred, sure, whole, channel)
    assert clicks == pytest.approx([first, second])
    share = open_share([[], []], np.array([0.0, 2.0]), channel)
    assert share == pytest.approx([1, 1 - 2 * ad])


def test_what_features_take_of_the_clicks_on_the_web() -> None:
    shown = [["answer_box"], ["map"], ["shopping_strip", "questions_box"], ["answer_box"] * 9]
    share = open_share(shown, np.zeros(4), "web")
    assert share == pytest.approx([0.75, 0.8, 1 - 0.15 - 0.08, 0.2])


@pytest.mark.parametrize(
    ("preset", "volume", "chance", "worth", "expected"),
    [
        ("new", 19.9, 0.9, 9, "skip"),
        ("new", 20, 0.5, 0.5, "go"),
        ("new", 20, 0.5, 0.49, "try"),
        ("new", 20, 0.25, 9, "try"),
        ("new", 20, 0.24, 9, "hard"),
        ("growing", 39.9, 0.9, 9, "skip"),
        ("growing", 40, 0.5, 2, "go"),
        ("growing", 40, 0.49, 2, "try"),
        ("growing", 40, 0.5, 1.99, "try"),
        ("growing", 40, 0.2, 2, "try"),
        ("growing", 40, 0.19, 2, "hard"),
        ("established", 99, 0.9, 9, "skip"),
        ("established", 100, 0.6, 8, "go"),
        ("established", 100, 0.59, 8, "try"),
        ("established", 100, 0.6, 7.9, "try"),
        ("established", 100, 0.3, 9, "try"),
        ("established", 100, 0.29, 9, "hard"),
    ],
)
def test_a_verdict_turns_where_it_is_said_to(
    preset: str, volume: float, chance: float, worth: float, expected: str
) -> None:
    code = verdicts(np.array([volume]), np.array([chance]), np.array([worth]), PRESETS[preset])[0]
    assert VERDICTS[code] == expected


@pytest.mark.parametrize(("channel", "tau"), [("web", 2), ("video", 2.5), ("marketplace", 2)])
def test_chance_against_ten_equals_by_plain_integration(channel: str, tau: float) -> None:
    """Ten results of strength 50 and ahead by 4, ourselves 47 give or take 3: one minus the chance
    of losing to all ten, integrated over our own strength point by point."""

    def loses_to_all(own: float) -> float:
        above = 1 / (1 + math.exp((own - 54) / tau))
        return float(above**10 * norm.pdf(own, 47, 3))

    expected = 1 - quad(loses_to_all, 20, 80)[0]
    chance = outlook(np.full((1, 10), 50.0), np.array([47.0]), channel).page_one[0]
    # The fast one takes seven points where this takes hundreds.
    assert chance == pytest.approx(expected, abs=0.02)


@pytest.mark.parametrize(("channel", "tau"), [("web", 2), ("video", 2.5), ("marketplace", 2)])
def test_difficulty_of_ten_equals(channel: str, tau: float) -> None:
    """By hand: an even chance against ten of 50, ahead by 4, needs x with (1 + e^((x−54)/τ))^10 =
    2."""
    needed = 54 + tau * math.log(2 ** (1 / 10) - 1)
    assert difficulty(np.full((1, 10), 50.0), channel)[0] == pytest.approx(needed, abs=0.06)


@pytest.mark.parametrize(
    ("channel", "standing", "pull"),
    [("web", 60, 60), ("video", 3400, 20), ("marketplace", 400, 10)],
)
def test_what_a_grown_piece_of_an_outlet_has(channel: str, standing: float, pull: float) -> None:
    """Sixty linking sites at an authority of 60, a view a day per 170 followers, a sale a month per
    40 reviews."""
    ones = np.ones(1)
    expected = strength(PageFacts(standing * ones, pull * ones, ones), channel)[0]
    assert own_strength(standing, 1, channel)[0] == pytest.approx(expected)


def test_a_piece_is_out_in_time_for_its_climb_and_late_for_three_months() -> None:
    """By hand: searches climb in November; 21 days before the first is 11 October."""
    assert [each.ripening.days_until_shown for each in CHANNELS.values()] == [21, 7, 3]
    in_time = publish_by(11, 21, date(2026, 10, 11))
    assert (in_time.day, in_time.late) == (date(2026, 10, 11), False)
    missed = publish_by(11, 21, date(2026, 10, 12))
    assert (missed.day, missed.late) == (date(2027, 10, 11), True)
    assert publish_by(11, 21, date(2027, 1, 31)).late
    assert not publish_by(11, 21, date(2027, 2, 1)).late


def test_the_share_of_a_year_that_its_months_explain() -> None:
    """By hand, three years: six months at +1, six at -1 around the mean, and in each month one year
    half above and one half below, so that nothing rises. Within months 12 × 2 × 0.5² = 6, over 24
    free; in all 36 + 6 = 42, over 35: 1 − 0.25 / 1.2 = 0.7917."""
    month = np.repeat([1.0, -1.0], 6)
    odd = np.tile([0.5, -0.5], 6)
    logs = 6 + np.stack([month - odd, month, month + odd])
    seasons = read_seasons(np.expm1(logs).reshape(1, 36), 12)
    assert seasons.strength[0] == pytest.approx(1 - 0.25 / 1.2)
    assert seasons.change_share[0] == pytest.approx(0)


@pytest.mark.parametrize(("hours", "best"), [([4.0], 5.0), ([2.0, 2.0], 12.0)])
def test_the_bound_counts_what_just_fits_in_full(hours: list[float], best: float) -> None:
    """What fills the hours to the last one: nothing could be worth more than all of it."""
    n = len(hours)
    value = np.array([[5.0], [7.0]])[:n]
    fit = fit_greedily(Problem(value, np.array(hours), np.array([4.0]), np.full(n, -1)))
    assert (fit.value, fit.bound) == (best, best)


@pytest.mark.parametrize(("months", "trend"), [(23, "unknown"), (24, "steady")])
def test_two_years_are_needed_for_a_trend(months: int, trend: str) -> None:
    seasons = read_seasons(np.full((1, months), 40.0), 12)
    assert TRENDS[seasons.trend[0]] == trend


@pytest.mark.parametrize(("empty", "trend"), [(5, "rising"), (6, "new")])
def test_half_a_year_of_nothing_makes_what_follows_new(empty: int, trend: str) -> None:
    """Searched alike ever after; five empty months are a gap that looks like a rise."""
    values = np.full((1, 36), 40.0)
    values[0, :empty] = 0
    assert (TRENDS[read_seasons(values, 12).trend[0]] == "new") is (trend == "new")


@pytest.mark.parametrize(("sigmas", "is_fad"), [(5.5, False), (6.5, True)])
def test_a_spike_stands_six_spreads_above_the_rest(sigmas: float, is_fad: bool) -> None:
    """By hand: 18 months at 90 and 16 at 110, so the middle is 90; half of all stand there, half 20
    off: the spread is 1.4826 × 10."""
    values = np.tile([90.0, 110.0], 18).reshape(1, 36)
    values[0, 17] = 90 + sigmas * 1.4826 * 10
    # What comes last is under three tenths of it.
    values[0, -1] = 0.29 * values[0, 17]
    assert (TRENDS[read_seasons(values, 12).trend[0]] == "fad") is is_fad


@pytest.mark.parametrize(("theirs", "joins"), [(0, True), (2, False)])
def test_an_unread_keyword_goes_where_seven_tenths_of_its_five_neighbours_are(
    theirs: int, joins: bool
) -> None:
    """All are alike by words. By hand: three of five neighbours are six tenths, too few; where the
    other two are of the same cluster, all speak for it."""
    base = "moon lamp stand base cover"
    texts = [f"{base} {word}" for word in ("red", "blue", "green", "oak", "pine")] + [base]
    pages = np.zeros((6, 10), dtype=np.int64)
    pages[:3] = range(1, 11)
    pages[3:5] = range(11, 21) if theirs else range(1, 11)
    given = ToCluster(texts, pages, np.zeros(6, int), np.full(6, -1), np.zeros(6, bool))
    labels = cluster_keywords(given, "en").tolist()
    assert labels == ([0] * 6 if joins else [0, 0, 0, 1, 1, 2])


def test_the_same_words_with_another_intent_are_85_hundredths_as_alike() -> None:
    def likeness(intents: list[int]) -> float:
        texts = ["telescope repair", "telescope repair", "bread"]
        wording = wording_of(texts, np.array(intents), np.zeros(3, dtype=bool), "en")
        return float(alike(wording)[0, 1])

    assert likeness([0, 0, 0]) == pytest.approx(1)
    assert likeness([0, 3, 0]) == pytest.approx(0.85)


@pytest.mark.parametrize(
    ("cell", "value"),
    [("1.3K", 1_300), ("2 Tsd", 2_000), ("1,5 Mio", 1_500_000), ("1.2M", 1.2e6), ("2 Mrd", 2e9)],
)
def test_thousands_and_millions_in_words(cell: str, value: float) -> None:
    read = read_figure(cell)
    assert read is not None
    assert read.low == pytest.approx(value)
