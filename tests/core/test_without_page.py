"""Chance where no results page was read."""

from dataclasses import replace

import numpy as np
import pytest

from bunraku.core.weigh.chance import difficulty, outlook, own_strength
from bunraku.core.weigh.difficulty_signs import (
    QUANTILES,
    Signs,
    beside_usual,
    likely_difficulties,
    signs_of,
)
from bunraku.core.weigh.judging import Case, judge, what_makes_it_go
from bunraku.core.weigh.reasons import explain_verdict
from bunraku.core.weigh.verdict import PRESETS
from bunraku.core.weigh.without_page import (
    GUESSES,
    OWN,
    RESTS_ON,
    SIGNS,
    Beside,
    as_it_stands,
    estimate,
    rests_on,
    stand_in,
    with_estimate,
    within_reach,
)
from tools.difficulty.practice import Sample, draw
from tools.difficulty.subjects import JUDGED_ON, LEARNED_FROM

NAN = float("nan")
STANDINGS = {
    "web": (5, 20, 34, 55, 75),
    "video": (300, 3e3, 3e4, 3e5),
    "marketplace": (20, 200, 2e3),
}
"""Weak, middling and strong outlets."""


def beside(n: int, **told: object) -> Beside:
    """Nothing known of n keywords but what is given."""
    nothing = {
        "stated": np.full(n, NAN),
        "own_position": np.full(n, NAN),
        "guesses": [""] * n,
        "likely": np.full((n, 10), NAN),
    }
    return Beside(**{**nothing, **told})  # type: ignore[arg-type]


def test_what_a_chance_rests_on() -> None:
    read = np.array([True, True, False, False, False, True, True, False])
    known = beside(
        8,
        stated=np.array([NAN, 40.0, 40.0, NAN, NAN, NAN, NAN, NAN]),
        own_position=np.array([NAN, 3.0, NAN, 3.0, NAN, 20.0, 20.1, 20.1]),
        guesses=["", "hard", "", "easy", "", "", "", ""],
        likely=np.full((8, 10), 40.0),
    )
    told = [RESTS_ON[code] for code in rests_on(read, known)]
    assert told == ["page", "guess", "file", "guess", "signs", "own", "page", "signs"]
    # Where a source could read the page, nothing is estimated before it has.
    assert RESTS_ON[rests_on(read, replace(known, could_read=True))[4]] == ""
    assert rests_on(read[:0], beside(0)).tolist() == []


@pytest.mark.parametrize("channel", ["web", "video", "marketplace"])
def test_pages_that_stand_in_give_the_chance_guessed_and_the_difficulty_stated(
    channel: str,
) -> None:
    own = np.full(4, 31.0)
    known = beside(4, stated=np.array([NAN, NAN, 22.0, 71.0]), guesses=["easy", "hard", "", ""])
    pages = stand_in(np.full((4, 10), NAN), own, known, np.array([3, 3, 2, 2]), channel)
    chance = outlook(pages, own, channel).page_one
    assert chance[:2] == pytest.approx([GUESSES["easy"], GUESSES["hard"]], abs=0.01)
    assert difficulty(pages, channel)[2:] == pytest.approx([22, 71], abs=0.2)
    assert chance[2] > chance[3]


def test_pages_that_were_read_stay() -> None:
    page = np.arange(10.0)[None, :]
    same = stand_in(page, np.array([5.0]), beside(1), np.array([1]), "web")
    assert (same == page).all()
    seen = outlook(page, np.array([5.0]), "web")
    unmoved = with_estimate(seen, estimate(np.array([5.0]), beside(1), np.array([1]), "web"))
    assert (unmoved.positions == seen.positions).all()
    assert unmoved.weak_spots.tolist() == seen.weak_spots.tolist()


@pytest.fixture(scope="module", params=["web", "video", "marketplace"])
def judged(request: pytest.FixtureRequest) -> tuple[str, Sample]:
    """Keywords of subjects that nothing was learned from, in languages of which one was learned
    nothing either, with their hidden results pages."""
    return request.param, draw(request.param, JUDGED_ON)


def test_subjects_that_are_judged_were_not_learned() -> None:
    learned = {name for names in LEARNED_FROM.values() for name in names.split(", ")}
    assert not learned & {name for names in JUDGED_ON.values() for name in names.split(", ")}


@pytest.mark.parametrize("hidden", [(), ("bid",), ("competition",), ("bid", "competition")])
def test_an_estimated_chance_is_calibrated(
    judged: tuple[str, Sample], hidden: tuple[str, ...]
) -> None:
    channel, sample = judged
    n = len(sample.subjects)
    signs = replace(sample.signs, **{name: np.full(n, NAN) for name in hidden})
    known = beside(n, likely=likely_difficulties(signs, channel))
    rests = rests_on(np.zeros(n, dtype=bool), known)
    assert (rests == SIGNS).all()
    held = []
    for standing in STANDINGS[channel]:
        own = own_strength(standing, n, channel)
        truth = outlook(sample.strengths, own, channel).page_one
        guess = estimate(own, known, rests, channel)
        chance = guess.positions.sum(axis=1)
        tenth = np.minimum((10 * chance).astype(int), 9)
        error = sum(
            abs(chance[tenth == k].mean() - truth[tenth == k].mean()) * (tenth == k).mean()
            for k in range(10)
            if (tenth == k).any()
        )
        assert error <= 0.08
        assert ((guess.low <= chance) & (chance <= guess.high)).all()
        held.append(((truth >= guess.low - 0.005) & (truth <= guess.high + 0.005)).mean())
    assert 0.75 <= np.mean(held) <= 0.86


def of_signs(**told: float) -> Signs:
    """One keyword of middling signs but what is given."""
    usual = {"volume": 500.0, "bid": 0.0, "competition": 0.0, "words": 3}
    return Signs(**{name: np.array([value]) for name, value in {**usual, **told}.items()})


def test_signs_say_what_one_would_expect_of_them() -> None:
    middle = likely_difficulties(of_signs(), "web")[0]
    assert middle.shape == QUANTILES.shape
    assert (np.diff(middle) >= 0).all()
    for easier in ({"volume": 20.0}, {"bid": -1.5}, {"words": 6}):
        assert likely_difficulties(of_signs(**easier), "web").mean() < middle.mean()
    assert np.isnan(likely_difficulties(of_signs(volume=NAN), "web")).all()
    with pytest.raises(ValueError, match="'radio'"):
        likely_difficulties(of_signs(), "radio")


def test_bids_count_beside_what_is_usual_in_their_list() -> None:
    bids, words = np.array([0.5, 1.0, 2.0, 4.0, 8.0, 0.0]), np.full(6, 3)
    volume, contested = np.full(6, 500.0), np.linspace(0, 1, 6)

    def signs(times: float) -> Signs:
        usual = beside_usual(bids * times, contested)
        return signs_of(volume, bids * times, contested, words, usual)

    # A trade or a currency in which all clicks cost ten times as much is no harder for that.
    assert signs(10.0).bid[:5] == pytest.approx(signs(1.0).bid[:5], abs=0.1)
    assert signs(1.0).bid[2] == pytest.approx(0)
    assert np.isnan(signs(1.0).bid[5])
    # Of four bids nothing is usual.
    assert beside_usual(bids[:4], contested[:4]) == (None, None)
    few = signs_of(volume[:4], bids[:4], contested[:4], words[:4], (None, None))
    assert np.isnan(few.bid).all()


def test_a_position_says_what_can_be_reached() -> None:
    places = np.array([1.0, 2.7, 8.0, 12.0, 20.0])
    reached, today = within_reach(places), as_it_stands(places)
    assert (np.diff(reached.sum(axis=1)) <= 0).all()
    assert (reached.sum(axis=1) >= today.sum(axis=1) - 0.01).all()
    assert (reached[:, 0] > today[:, 0]).all()
    assert (reached.sum(axis=1) <= 1 + 1e-9).all()
    # A quarter up, give or take: from 12th to 9th is a little better than even.
    assert 0.5 < reached[3].sum() < 0.75
    guess = estimate(np.full(5, 20.0), beside(5, own_position=places), np.full(5, OWN), "web")
    assert (guess.low <= guess.positions.sum(axis=1)).all()
    assert (guess.positions.sum(axis=1) <= guess.high + 1e-9).all()
    # The page is not asked, nor how strong the outlet is.
    assert np.isfinite(guess.positions).all()


def case(**told: object) -> Case:
    """A keyword of 300 searches, for an outlet of middling strength."""
    usual = {"channel": "web", "at": PRESETS["growing"], "volume": 300, "own": 30.0}
    return Case(**{**usual, "click_value": 1.0, **told})  # type: ignore[arg-type]


def ranked(position: float, **told: object) -> Case:
    """One that a page of one's own ranks for."""
    known = beside(1, own_position=np.array([position]))
    at = estimate(np.array([30.0]), known, np.array([OWN]), "web")
    return case(rests="own", estimate=at, own_position=position, **told)


def test_reasons_say_what_the_chance_rests_on() -> None:
    known = beside(1, guesses=["hard"])
    pages = stand_in(np.full((1, 10), NAN), np.array([30.0]), known, np.array([3]), "web")
    guessed = case(strengths=pages[0], rests="guess")
    text = explain_verdict(guessed)
    assert "based on your own estimate" in text
    assert "settled" not in text
    # More strength says nothing against a guess.
    change = what_makes_it_go(guessed)
    assert change is None or change.what != "own"


def test_nothing_that_is_only_estimated_is_a_go() -> None:
    known = beside(1, likely=np.full((1, 10), 5.0))
    sure = estimate(np.array([60.0]), known, np.array([SIGNS]), "web")
    estimated = case(rests="signs", estimate=sure, click_value=9.0)
    assert judge(estimated).verdict == "try"
    text = explain_verdict(estimated)
    assert "Its results page is not known" in text
    assert "estimated from its figures and wording" in text
    assert "To settle it, enter its results page" in text
    assert what_makes_it_go(estimated) is None
    cheap = replace(estimated, at=replace(estimated.at, cost=50.0), volume=3, click_value=0.5)
    assert explain_verdict(cheap) == (
        "Only 3 searches a month: even the first position would be worth just £5.04 a year, and "
        "the smallest piece costs £50 in hours. Its results page is not known."
    )
    few = explain_verdict(replace(estimated, volume=3))
    assert few == "Only 3 searches a month, under your 40. Its results page is not known."


def test_a_page_that_ranks_is_improved_or_left_alone() -> None:
    top = ranked(2.7)
    assert judge(top).verdict == "skip"
    assert "position 2.7 already, so there is little left to gain" in explain_verdict(top)
    near = ranked(8.0, click_value=4.0)
    assert judge(near).verdict == "go"
    text = explain_verdict(near)
    assert "Your page is at position 8. If you improve it" in text
    assert "a month more" in text
    # What it brings today is not won by the work.
    assert (judge(ranked(4.0)).worth or 0) < (judge(ranked(5.0)).worth or 0) * 2
    assert (judge(top).worth or 0) < (judge(near).worth or 0)
    assert "unknown" in explain_verdict(ranked(8.0, click_value=None))
