"""Chance and difficulty keep their word in the practice world: on keywords of a seed that nothing
was fitted on, and on other subjects."""

import numpy as np
import pytest
from scipy.stats import spearmanr

from bunraku.core.channels import CHANNEL_IDS
from tests.sources.outcomes import calibration_error, outcomes, reliability, skill

ROUGHLY = 0.03
EACH = 0.06


@pytest.mark.parametrize("foreign", [False, True], ids=["own subject", "other subjects"])
@pytest.mark.parametrize("channel", CHANNEL_IDS)
def test_what_is_foretold_comes_true_as_often_as_it_says(channel: str, foreign: bool) -> None:
    seen = outcomes(channel, foreign=foreign)
    assert calibration_error(seen.foretold, seen.reached) <= ROUGHLY
    assert skill(seen.foretold, seen.reached) >= 0.7
    for outlet in range(seen.foretold.shape[1]):
        # In fifths: of one outlet alone there are too few for tenths.
        error = calibration_error(seen.foretold[:, outlet], seen.reached[:, outlet], bins=5)
        assert error <= EACH, outlet


@pytest.mark.parametrize("foreign", [False, True], ids=["own subject", "other subjects"])
@pytest.mark.parametrize("channel", CHANNEL_IDS)
def test_difficulty_orders_keywords_as_the_least_strength_that_reaches_page_one(
    channel: str, foreign: bool
) -> None:
    seen = outcomes(channel, foreign=foreign)
    known = np.isfinite(seen.least)
    assert known.mean() > 0.8
    assert spearmanr(seen.difficulty[known], seen.least[known])[0] >= 0.85


def test_reliability_by_hand() -> None:
    foretold = np.array([0.05, 0.15, 0.11, 1.0])
    reached = np.array([False, True, False, True])
    assert reliability(foretold, reached) == [
        pytest.approx((0.05, 0.0, 0.25)),
        pytest.approx((0.13, 0.5, 0.5)),
        pytest.approx((1.0, 1.0, 0.25)),
    ]
    error = 0.25 * 0.05 + 0.5 * 0.37
    assert calibration_error(foretold, reached) == pytest.approx(error)
    assert skill(np.array([1.0, 0.0]), np.array([True, False])) == 1
