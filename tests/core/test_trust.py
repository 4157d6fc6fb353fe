"""What a project's own readings teach about its sources."""

import math

import numpy as np
import pytest

from bunraku.core.weigh.rough import BroadShare, RoughLevel, usual_share
from bunraku.core.weigh.trust import learn, learn_level, learn_share, learn_spreads
from bunraku.core.weigh.volume import DEFAULT_SPREAD

NAN = float("nan")


def noisy(noise: list[float], n: int = 3_000) -> tuple[np.ndarray, np.ndarray]:
    rng = np.random.default_rng(4)
    truth = np.exp(rng.uniform(3, 9, n))
    return truth, np.stack([truth * np.exp(s * rng.standard_normal(n)) for s in noise], axis=1)


def test_spreads_are_learned_from_disagreement() -> None:
    noise = [0.05, 0.2, 0.6]
    assert learn_spreads(noisy(noise)[1]) == pytest.approx(noise, abs=0.05)


def test_what_a_source_states_tells_the_other_from_it() -> None:
    learned = learn_spreads(noisy([0.15, 0.4])[1], np.array([0.15, NAN]))
    assert learned == pytest.approx([0.15, 0.4], abs=0.03)


def test_spreads_need_enough_to_learn_from() -> None:
    exact = np.array([[10.0, 20.0]] * 10)
    assert learn_spreads(exact).tolist() == [DEFAULT_SPREAD] * 2
    assert learn_spreads(exact, np.array([0.15, NAN])).tolist() == [0.15, DEFAULT_SPREAD]
    assert learn_spreads(np.full((5, 1), NAN)).tolist() == [DEFAULT_SPREAD]


def test_spreads_are_learned_between_two_per_cent_and_sevenfold() -> None:
    """Sources that never differ are still rounded; ones that differ without bounds say nothing."""
    n = 60
    alike = np.full((n, 2), 399.0)
    assert learn_spreads(alike).tolist() == pytest.approx([0.02, 0.02])
    apart = np.stack([np.ones(n), np.exp(np.linspace(6, 60, n))], axis=1)
    assert learn_spreads(apart).tolist() == [2.0, 2.0]


def test_shares_of_broad_figures_are_learned_or_the_usual_ones() -> None:
    broad, words = np.full(40, 999.0), np.full(40, 3)
    usual = usual_share(words)[1][0]
    learned = learn_share(np.full(40, 99.0), broad, broad, words)
    assert learned.middle == pytest.approx(math.log(0.1) - usual)
    assert learn_share(np.full(5, 99.0), broad[:5], broad[:5], words[:5]) == BroadShare()


def test_how_far_comparing_is_off_is_learned_without_the_counts_own_error() -> None:
    rng = np.random.default_rng(8)
    truth, exact = noisy([0.15])
    rough = truth / 2 * np.exp(0.3 * rng.standard_normal(len(truth)))
    level = learn_level(exact[:, 0], rough, np.full(len(truth), 0.15))
    assert level.shift == pytest.approx(math.log(2), abs=0.05)
    assert level.spread == pytest.approx(0.3, abs=0.03)
    assert learn_level(exact[:9, 0], rough[:9], np.full(9, 0.15)) == RoughLevel()


def test_what_is_learned_is_settled_in_steps_of_five_per_cent() -> None:
    """By hand: 400 to 1000 is ln 0.4 = −0.916; what is usual for three words is −0.44; −0.476 is
    nearest to −0.5. One source that states 0.15 has nobody to differ from."""
    n = 60
    ones = np.full(n, 999.0)
    learned = learn(
        np.full((n, 1), 399.0), np.array([0.15]), ones, ones, np.full(n, 3), np.full(n, NAN)
    )
    assert learned.broad.middle == pytest.approx(-0.5)
    assert learned.spreads.tolist() == [0.15]
    assert learned.level == RoughLevel(0.0, 0.4)


def test_learning_takes_nothing() -> None:
    none = np.zeros(0)
    learned = learn(np.zeros((0, 1)), np.array([NAN]), none, none, np.zeros(0, np.int64), none)
    assert learned.spreads.tolist() == [DEFAULT_SPREAD]
    assert learned.broad == BroadShare()
