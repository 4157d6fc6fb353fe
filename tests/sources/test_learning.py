"""Learning from outcomes in the practice world: with our own strength told eight points off."""

from datetime import timedelta
from functools import cache

import numpy as np
import pytest

from bunraku.core.follow.learning import LEAST_OUTCOMES, Learned, learn, learn_days
from bunraku.core.weigh.chance import outlook, own_strength
from bunraku.sources.protocol import OwnPiece
from bunraku.sources.rehearsal.results import Viewpoint, rank
from tests.sources import outcomes
from tests.sources.outcomes import Floats, calibration_error

SHIFT = 8.0
STANDING = {"web": 34.0, "video": 60_000.0, "marketplace": 2_500.0}
KNOWN = 200
"""Keywords to learn from; the others judge."""


@cache
def seen(channel: str) -> tuple[Floats, Floats, "np.ndarray[tuple[int], np.dtype[np.int64]]"]:
    """Strengths of pages, own strengths as they are, and the places reached."""
    world, keys = outcomes._keywords(channel, 500, foreign=False, seed=5)
    pages = outcomes._strengths(world, keys, channel)
    standing = STANDING[channel]
    later = outcomes.TODAY + timedelta(weeks=outcomes.WEEKS)
    places = []
    for key in keys:
        piece = OwnPiece(
            "https://own.example/p", "own.example", standing, key.capitalize(), key, outcomes.TODAY
        )
        page = rank(world, world.query(key), Viewpoint(channel, later, 20, own=(piece,)))
        places.append(next((n for n, r in enumerate(page, 1) if r.address == piece.address), 0))
    return pages, own_strength(standing, len(keys), channel), np.array(places)


def error(channel: str, told: Floats, learned: Learned | None) -> float:
    """Calibration error of chances on the keywords that nothing was learned from."""
    pages, _, places = seen(channel)
    offset, sharpness = (learned.offset, learned.sharpness) if learned else (0.0, 1.0)
    own = np.clip(told[KNOWN:] + offset, 0, 100)
    chance = outlook(pages[KNOWN:], own, channel, sharpness=sharpness).page_one
    return calibration_error(chance, (places[KNOWN:] > 0) & (places[KNOWN:] <= 10))


def taught(channel: str, told: Floats, count: int, seed: int) -> Learned | None:
    pages, _, places = seen(channel)
    some = np.random.default_rng(seed).choice(KNOWN, count, replace=False)
    return learn(pages[some], told[some], places[some], np.arange(count), channel)


@pytest.mark.parametrize("channel", list(STANDING))
def test_a_hidden_shift_is_learned_from_a_hundred_outcomes(channel: str) -> None:
    _, own, _ = seen(channel)
    told = np.clip(own - SHIFT, 0, 100)
    before = error(channel, told, None)
    errors = [error(channel, told, taught(channel, told, 100, seed)) for seed in range(2)]
    assert before > 0.05
    assert np.mean(errors) < 0.05


@pytest.mark.parametrize("channel", list(STANDING))
def test_thirty_outcomes_never_make_it_worse(channel: str) -> None:
    _, own, _ = seen(channel)
    for shift in (SHIFT, 0.0):
        told = np.clip(own - shift, 0, 100)
        before = error(channel, told, None)
        assert error(channel, told, taught(channel, told, 30, 1)) <= before + 0.01


def test_too_few_outcomes_teach_nothing() -> None:
    pages, own, places = seen("web")
    few = slice(LEAST_OUTCOMES - 1)
    alone = np.arange(LEAST_OUTCOMES - 1)
    assert learn(pages[few], own[few], places[few], alone, "web") is None
    unread = np.full((50, 10), np.nan)
    assert learn(unread, own[:50], places[:50], np.arange(50), "web") is None


def test_phrases_of_one_piece_teach_less_than_as_many_pieces() -> None:
    pages, own, places = seen("web")
    told = np.clip(own - SHIFT, 0, 100)
    some = slice(60)
    apart = learn(pages[some], told[some], places[some], np.arange(60), "web")
    together = learn(pages[some], told[some], places[some], np.zeros(60, dtype=int), "web")
    assert apart is not None
    assert together is not None
    assert together.offset < apart.offset


def test_days_until_shown_are_the_median_of_five_or_more() -> None:
    assert learn_days([9, 10, 30, 12]) is None
    assert learn_days([9, 10, 30, 12, 11]) == 11
