"""Own strength by the places one has."""

import numpy as np
import pytest

from bunraku.core.channels import channel_named
from bunraku.core.weigh.chance import BEHIND, OWN_SIGMA, own_strength
from bunraku.core.weigh.implied import LEAST_PLACES, UNSURE, implied_strength, standing_for

CHANNELS = ("web", "video", "marketplace")


def places(
    channel: str, own: float, count: int, seed: int = 1
) -> tuple[np.ndarray, np.ndarray, np.ndarray]:
    """Pages of all sorts, and where an outlet of a strength would stand by the model's own rules;
    11 where that is below page one."""
    dice = np.random.default_rng(seed)
    strengths = -np.sort(-(dice.uniform(15, 80, (count, 1)) + dice.normal(0, 6, (count, 10))))
    mine = own + OWN_SIGMA * dice.standard_normal(count)
    tau = channel_named(channel).ranking.tau
    odds = 1 / (1 + np.exp(-(mine[:, None] - BEHIND - strengths) / tau))
    above = (dice.random((count, 10)) > odds).sum(axis=1)
    return strengths, above + 1.0, np.zeros(count)


@pytest.mark.parametrize("channel", CHANNELS)
@pytest.mark.parametrize("own", [25.0, 40.0, 60.0])
def test_places_tell_the_strength_whatever_was_said(channel: str, own: float) -> None:
    found = implied_strength(*places(channel, own, 80), own + 10, channel)
    assert found is not None
    assert found.strength == pytest.approx(own, abs=3)
    assert found.low <= found.strength <= found.high
    assert found.places == 80


def test_the_range_holds_about_four_fifths() -> None:
    held = []
    for seed in range(60):
        own = float(np.random.default_rng(seed).uniform(25, 65))
        said = own + float(np.random.default_rng(seed + 500).normal(0, UNSURE))
        found = implied_strength(*places("web", own, 30, seed), said, "web")
        assert found is not None
        held.append(found.low - 0.5 <= own <= found.high + 0.5)
    assert 0.7 <= np.mean(held) <= 0.97


def test_few_places_say_nothing_and_a_strange_one_decides_nothing() -> None:
    strengths, positions, short = places("web", 40, LEAST_PLACES - 1)
    assert implied_strength(strengths, positions, short, 40, "web") is None
    strengths, positions, short = places("web", 40, 40)
    usual = implied_strength(strengths, positions, short, 40, "web")
    positions[0] = 1.0
    strengths[0] = 99.0
    odd = implied_strength(strengths, positions, short, 40, "web")
    assert usual is not None
    assert odd is not None
    assert abs(usual.strength - odd.strength) < 1.5


def test_a_piece_that_falls_short_speaks_for_a_stronger_outlet() -> None:
    strengths, positions, short = places("web", 40, 60)
    plain = implied_strength(strengths, positions, short, 40, "web")
    lacking = implied_strength(strengths, positions, short + 7.0, 40, "web")
    assert plain is not None
    assert lacking is not None
    assert lacking.strength - plain.strength == pytest.approx(7, abs=1.5)


def test_pages_without_anybody_and_places_without_sense_are_left_out() -> None:
    strengths, positions, short = places("web", 40, 30)
    strengths[:10] = np.nan
    positions[10:12] = [0.0, np.nan]
    found = implied_strength(strengths, positions, short, 40, "web")
    assert found is not None
    assert found.places == 18


@pytest.mark.parametrize("channel", CHANNELS)
def test_a_standing_comes_back_from_its_strength(channel: str) -> None:
    for standing in (3.0, 20.0, 60.0) if channel == "web" else (40.0, 3_400.0, 50_000.0):
        strong = float(own_strength(standing, 1, channel)[0])
        assert standing_for(strong, channel) == pytest.approx(standing, rel=0.06)
        assert standing_for(strong, channel, pull=0.0) >= standing * 0.9
    with pytest.raises(ValueError, match="no channel"):
        standing_for(40.0, "post")
