"""The results page, difficulty, chance: properties, hand calculations, and a plain way of counting
beside the fast one."""

import itertools
import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bunraku.core.channels import channel_named
from bunraku.core.channels.web import WEB
from bunraku.core.weigh.chance import (
    BEHIND,
    OWN_SIGMA,
    chance_by_week,
    difficulty,
    growth_by_month,
    outlook,
    own_parts,
    own_strength,
    strength_after,
    weeks_until_settled,
)
from bunraku.core.weigh.page import (
    PAGE_ONE,
    PageFacts,
    log_scale,
    page_facts,
    strength,
    title_matches,
)
from bunraku.core.weigh.phrase_match import how_said, marked

NAN = float("nan")
CHANNELS = ("web", "video", "marketplace")


@pytest.mark.parametrize(
    ("title", "keyword", "wording"),
    [
        ("Telescope repair near you", "telescope repair", 1.0),
        ("TELESCOPE REPAIR", "Telescope repair", 1.0),
        ("We repair any telescope", "telescope repair", 0.6),
        ("Repairing telescopes", "telescope repair", 0.6),
        ("Telescopes for sale", "telescope repair", 0.25),
        ("Star charts", "telescope repair", 0.0),
        ("Telescope repairs", "telescope repair", 0.6),
        ("Anything", "", 0.0),
        ("", "telescope", 0.0),
    ],
)
def test_how_said_a_title(title: str, keyword: str, wording: float) -> None:
    assert how_said(title, keyword, "en") == wording


def test_what_stands_out_in_a_title() -> None:
    pieces = marked("We repair any bike-chain's tools", "bike chain tool", "en")
    assert "".join(piece for piece, _ in pieces) == "We repair any bike-chain's tools"
    assert [piece for piece, mine in pieces if mine] == ["bike-chain's tools"]
    assert marked("", "bike", "en") == []
    near = marked("Telescope repair near you", "telescope repair", "en")
    assert near == [("Telescope repair", True), (" near you", False)]


def test_what_is_not_told_of_a_result() -> None:
    told = strength(page_facts([[(60, 10, 1.0), (NAN, NAN, 0.0), (20, NAN, 0.0)]]), "web")[0]
    # As the middle of those who are known, and with what mostly points to such a page.
    assert told[2] < told[1] < told[0]
    assert np.isnan(told[3:]).all()
    assert np.isnan(strength(page_facts([[(NAN, NAN, 1.0)] * 10]), "web")).all()


def test_pages_are_stacked_and_padded() -> None:
    facts = page_facts([[(50, 10, 1.0)] * 12, None, [(20, 1, 0.25)]])
    assert facts.standing.shape == (3, PAGE_ONE)
    assert np.isnan(facts.standing[1]).all()
    assert np.isfinite(facts.standing[2]).sum() == 1
    assert title_matches(facts).tolist() == [10, 0, 0]


@pytest.mark.parametrize("channel", CHANNELS)
def test_strength_grows_with_each_part(channel: str) -> None:
    def of(standing: float, pull: float, wording: float) -> float:
        return float(
            strength(PageFacts(*(np.array([[v]]) for v in (standing, pull, wording))), channel)[
                0, 0
            ]
        )

    base = of(40, 10, 0.25)
    assert of(60, 10, 0.25) > base
    assert of(40, 100, 0.25) > base
    assert of(40, 10, 1.0) > base
    assert 0 <= of(0, 0, 0) <= of(1e9, 1e9, 1) <= 100 + 1e-9
    assert math.isnan(of(NAN, NAN, NAN))


def test_strength_refuses_other_channels() -> None:
    with pytest.raises(ValueError, match="no channel"):
        strength(page_facts([None]), "radio")


def test_log_scale() -> None:
    assert log_scale(np.array([0.0, 1_000.0, 1e9]), 1_000).tolist() == [0.0, 100.0, 100.0]


def test_difficulty_is_the_strength_of_an_even_chance() -> None:
    rng = np.random.default_rng(2)
    pages = rng.uniform(10, 80, (50, PAGE_ONE))
    for channel in CHANNELS:
        hard = difficulty(pages, channel)
        tau = channel_named(channel).ranking.tau
        lose = np.prod(1 - 1 / (1 + np.exp((pages + BEHIND - hard[:, None]) / tau)), axis=1)
        # Where even a strength of nothing has better than even odds, the difficulty is 0.
        assert lose[hard > 0.1] == pytest.approx(np.full((hard > 0.1).sum(), 0.5), abs=0.01)


def test_difficulty_of_equal_results_by_hand() -> None:
    # Ten results of 50, each ahead by 4: each is outranked with p where (1 − p)^10 = ½, so own = 54
    # + τ ln(p / (1 − p)).
    p = 1 - 0.5**0.1
    assert difficulty(np.full((1, PAGE_ONE), 50.0), "web")[0] == pytest.approx(
        54 + WEB.ranking.tau * math.log(p / (1 - p)), abs=0.1
    )


def test_difficulty_of_unread_and_short_pages() -> None:
    pages = np.full((2, PAGE_ONE), NAN)
    pages[1, :4] = 90
    hard = difficulty(pages, "web")
    assert np.isnan(hard[0])
    assert hard[1] == 0


def test_a_stronger_page_is_harder_for_everyone() -> None:
    rng = np.random.default_rng(3)
    pages = rng.uniform(10, 70, (40, PAGE_ONE))
    assert np.all(difficulty(pages + 5, "web") > difficulty(pages, "web"))


def plain_outlook(strengths: list[float], own: float, tau: float) -> list[float]:
    """P(position = 1..10) by going through all 2^10 outcomes, for one known own strength."""
    p_above = [1 / (1 + math.exp((own - s) / tau)) for s in strengths]
    positions = [0.0] * PAGE_ONE
    for outcome in itertools.product((0, 1), repeat=PAGE_ONE):
        chance = math.prod(p if above else 1 - p for p, above in zip(p_above, outcome, strict=True))
        if sum(outcome) < PAGE_ONE:
            positions[sum(outcome)] += chance
    return positions


def test_positions_match_going_through_every_outcome() -> None:
    rng = np.random.default_rng(5)
    pages = rng.uniform(20, 80, (3, PAGE_ONE))
    nodes, weights = np.polynomial.hermite_e.hermegauss(7)
    weights = weights / weights.sum()
    hits = outlook(pages, np.array([30.0, 50.0, 70.0]), "web")
    for row, own in enumerate((30.0, 50.0, 70.0)):
        expected = sum(
            w
            * np.array(
                plain_outlook(pages[row].tolist(), own - BEHIND + OWN_SIGMA * x, WEB.ranking.tau)
            )
            for x, w in zip(nodes, weights, strict=True)
        )
        assert hits.positions[row] == pytest.approx(expected, abs=1e-9)
        assert hits.page_one[row] == pytest.approx(expected.sum())
        assert hits.first_three[row] == pytest.approx(expected[:3].sum())
        assert hits.expected_position[row] == pytest.approx(
            (expected * range(1, 11)).sum() / expected.sum()
        )


@settings(max_examples=40)
@given(
    st.lists(st.floats(0, 100), min_size=10, max_size=10),
    st.floats(0, 90),
    st.sampled_from(CHANNELS),
)
def test_chance_is_a_probability_and_grows_with_strength(
    page: list[float], own: float, channel: str
) -> None:
    pages = np.array([page, page])
    hits = outlook(pages, np.array([own, own + 5]), channel)
    assert np.all((hits.page_one >= 0) & (hits.page_one <= 1 + 1e-9))
    assert np.all(hits.first_three <= hits.page_one + 1e-9)
    assert hits.page_one[1] >= hits.page_one[0] - 2e-3
    assert np.all(
        (hits.expected_position >= 1) & (hits.expected_position <= 10)
        | np.isnan(hits.expected_position)
    )


def test_weak_spots_are_counted() -> None:
    page = np.array([[70.0, 60, 50, 40, 30, 20, NAN, NAN, NAN, NAN]])
    assert outlook(page, np.array([45.0]), "web").weak_spots.tolist() == [3]


def test_unread_pages_are_unknown_and_free_places_are_won() -> None:
    pages = np.full((2, PAGE_ONE), NAN)
    pages[1, 0] = 99
    hits = outlook(pages, np.array([50.0, 50.0]), "web")
    assert np.isnan(hits.page_one[0])
    assert hits.page_one[1] == pytest.approx(1)


def test_outlook_edges() -> None:
    assert outlook(np.zeros((0, PAGE_ONE)), np.zeros(0), "web").page_one.shape == (0,)
    with pytest.raises(ValueError, match="strengths is"):
        outlook(np.zeros((2, PAGE_ONE)), np.zeros(3), "web")
    assert np.isnan(outlook(np.full((1, PAGE_ONE), 40.0), np.array([NAN]), "web").page_one[0])


@pytest.mark.parametrize(
    ("channel", "weak", "strong"),
    [("web", 10, 60), ("video", 100, 100_000), ("marketplace", 5, 5_000)],
)
def test_own_strength(channel: str, weak: float, strong: float) -> None:
    low, high = own_strength(weak, 2, channel), own_strength(strong, 2, channel)
    parts = own_parts(weak, channel, 1e6)
    assert own_strength(weak, 1, channel, 1e6)[0] == pytest.approx(min(100, parts.sum()))
    assert own_strength(weak, 1, channel, 0.0)[0] < low[0] < own_strength(weak, 1, channel, 1e6)[0]
    assert np.all(high > low)
    assert low[0] == low[1]
    assert np.all((low >= 0) & (high <= 100))


@pytest.mark.parametrize("channel", CHANNELS)
def test_chance_grows_with_the_weeks_until_it_is_settled(channel: str) -> None:
    page, own = np.linspace(60, 30, PAGE_ONE)[None], np.array([46.0])
    weeks = [0, 1, 4, 12, channel_named(channel).ripening.settled_weeks, 200]
    by_week = chance_by_week(page, own, channel, weeks)
    assert by_week.shape == (1, len(weeks))
    # The quadrature is right to some thousandths.
    assert np.all(np.diff(by_week[0]) >= -2e-3)
    settled = outlook(page, own, channel).page_one[0]
    assert by_week[0, -1] == pytest.approx(settled, abs=1e-3)
    assert by_week[0, -2] > 0.9 * settled
    assert by_week[0, 0] < 0.5 * settled
    assert strength_after(np.array([3.0]), 0, channel)[0] == 0
    week = weeks_until_settled(page[0], 46.0, channel)
    before, then = chance_by_week(page, own, channel, [week - 1, week])[0]
    assert before < 0.9 * settled <= then
    assert weeks_until_settled(page[0], 99.0, channel) == 0


def test_a_piece_grows_into_its_chance_month_by_month() -> None:
    """A page of forties: whoever is far above stands there from the first month, whoever is just
    above takes months, whoever is far below has nothing to grow into."""
    strengths = np.full((4, 10), 40.0)
    strengths[3] = NAN
    own = np.array([90.0, 46.0, 5.0, 50.0])
    growth = growth_by_month(strengths, own, "web")
    assert growth.shape == (4, 12)
    assert growth[0].min() > 0.99
    assert growth[1, 0] < 0.5 < growth[1, 3]
    assert (np.diff(growth[1]) >= -1e-9).all()
    assert growth[1, -1] > 0.95
    assert (growth[3] == 1).all()
    quicker = growth_by_month(strengths[:2], own[:2], "video")
    assert quicker[1, 1] > growth[1, 1]
