"""Clicks, worth, verdict and hands."""

from dataclasses import replace

import numpy as np
import pytest

from bunraku.core.channels import channel_named
from bunraku.core.weigh.verdict import PRESETS, VERDICTS, best_of_year, hands, too_little, verdicts
from bunraku.core.weigh.worth import (
    PRIORITY,
    click_value,
    expected_clicks,
    open_share,
    worth,
)

NAN = float("nan")
AT = PRESETS["growing"]


def judge(volume: float, chance: float, money: float) -> str:
    return VERDICTS[verdicts(np.array([volume]), np.array([chance]), np.array([money]), AT)[0]]


@pytest.mark.parametrize(
    ("volume", "chance", "money", "verdict"),
    [
        (1000, 0.8, 50, "go"),
        (40, 0.5, 2.0, "go"),
        (1000, 0.49, 50, "try"),
        (1000, 0.8, 1.99, "try"),
        (1000, 0.8, NAN, "try"),
        (1000, 0.19, 50, "hard"),
        (39, 0.9, 50, "skip"),
        (0, 0.0, 0, "skip"),
        (39, NAN, NAN, "skip"),
        (NAN, 0.9, 50, ""),
        (1000, NAN, 50, ""),
        (NAN, NAN, NAN, ""),
    ],
)
def test_verdict(volume: float, chance: float, money: float, verdict: str) -> None:
    assert judge(volume, chance, money) == verdict


@pytest.mark.parametrize(
    ("volume", "chance", "verdict"),
    [(1000, 0.9, "try"), (1000, 0.01, "hard"), (39, 0.9, "skip"), (NAN, 0.9, "")],
)
def test_an_estimated_chance_makes_no_go(volume: float, chance: float, verdict: str) -> None:
    figures = (np.array([volume]), np.array([chance]), np.array([50.0]))
    code = verdicts(*figures, PRESETS["growing"], estimated=np.array([True]))[0]
    assert VERDICTS[code] == verdict
    at_top = verdicts(*figures, PRESETS["growing"], at_top=np.array([True]))[0]
    assert VERDICTS[at_top] == "skip"


def test_presets_grow_choosier() -> None:
    new, growing, established = (PRESETS[name] for name in ("new", "growing", "established"))
    for field in ("least_volume", "least_worth"):
        assert getattr(new, field) < getattr(growing, field) < getattr(established, field)
    assert new.go_chance <= growing.go_chance <= established.go_chance


def test_hands_by_hand() -> None:
    tall = hands(
        np.array([40.0, 4000, 4, NAN]),
        np.array([0.5, 1.0, 0.0, NAN]),
        np.array([2.0, 200, 0, NAN]),
        AT,
    )
    assert tall.tolist() == [[50, 50, 50], [100, 100, 100], [25, 4, 4], [-1, -1, -1]]
    assert hands(np.zeros(0), np.zeros(0), np.zeros(0), AT).shape == (0, 3)


@pytest.mark.parametrize("channel", ["web", "video", "marketplace"])
def test_click_curves_fall_and_stay_below_one(channel: str) -> None:
    curve = channel_named(channel).clicks.positions
    assert len(curve) == 10
    assert list(curve) == sorted(curve, reverse=True)
    assert 0 < sum(curve) <= 1


def test_ads_and_features_take_clicks() -> None:
    share = open_share(
        [[], ["answer_box"], ["answer_box", "map", "shopping_strip"], ["new_thing"]],
        np.array([NAN, 0, 4, 0]),
        "web",
    )
    assert share.tolist() == pytest.approx([1.0, 0.75, 0.2, 1.0])
    assert open_share([], np.zeros(0), "web").shape == (0,)


def test_expected_clicks_by_hand() -> None:
    positions = np.zeros((2, 10))
    positions[0, 2] = 0.5
    positions[1] = NAN
    clicks = expected_clicks(np.array([1000.0, 1000.0]), positions, np.array([0.8, 1.0]), "web")
    assert clicks[0] == pytest.approx(1000 * 0.5 * 0.10 * 0.8)
    assert np.isnan(clicks[1])


def test_value_of_a_click_is_the_users_own_first() -> None:
    cpc = np.array([1.0, 1.0, 1.0, NAN])
    intents = ["transactional", "commercial", "navigational", "informational"]
    assert click_value(cpc, intents, {"transactional": 3.0, "commercial": 0.0}).tolist()[:3] == [
        3.0,
        0.0,
        0.5,
    ]
    assert click_value(cpc, intents, {"any": 2.0}).tolist() == [2.0] * 4
    assert np.isnan(click_value(cpc, intents, {})[3])


def test_worth_weighs_fit_and_priority() -> None:
    money = worth(
        np.full(4, 10.0), np.full(4, 2.0), np.array([1, 1, 0.5, 1.0]), ["", "high", "", "low"]
    )
    assert money.tolist() == [20.0, 20 * PRIORITY["high"], 10.0, 20 * PRIORITY["low"]]
    assert np.isnan(worth(np.array([NAN]), np.array([1.0]), np.ones(1), [""])[0])


def test_too_little_is_too_little_money() -> None:
    at = replace(PRESETS["growing"], cost=50.0)
    # A local firm with few searches and dear jobs, and a blog with many and cheap visits.
    best = best_of_year(np.array([20.0, 400.0, NAN]), np.array([6.0, 0.01, 1.0]), "web")
    assert best[:2] == pytest.approx([12 * 20 * 0.28 * 6, 12 * 400 * 0.28 * 0.01], rel=0.1)
    volume = np.array([20.0, 400.0, 20.0])
    assert too_little(volume, at, best).tolist() == [False, True, True]
    # Where the person said how many searches are few, that holds.
    assert too_little(volume, replace(at, by_volume=True), best).tolist() == [True, False, True]
    assert too_little(volume, PRESETS["growing"], best).tolist() == [True, False, True]
