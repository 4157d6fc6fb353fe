"""Chance where no results page was read."""

import numpy as np
import pytest

from bunraku.core.weigh.assumed import GUESSES, RESTS_ON, rests_on, stand_in
from bunraku.core.weigh.chance import difficulty, outlook
from bunraku.core.weigh.reasons import Case, explain_verdict, what_makes_it_go
from bunraku.core.weigh.verdict import PRESETS

NAN = float("nan")


def test_what_a_chance_rests_on() -> None:
    read = np.array([True, True, False, False, False])
    told = np.array([NAN, 40.0, 40.0, NAN, NAN])
    guesses = ["", "hard", "", "easy", ""]
    at = rests_on(read, told, guesses, assume=False)
    assert [RESTS_ON[code] for code in at] == ["page", "guess", "file", "guess", ""]
    assert RESTS_ON[rests_on(read, told, guesses, assume=True)[4]] == "assumed"
    assert rests_on(read[:0], told[:0], [], assume=True).tolist() == []


@pytest.mark.parametrize("channel", ["web", "video", "marketplace"])
def test_pages_that_stand_in_give_the_chance_guessed_and_the_difficulty_told(channel: str) -> None:
    n = 5
    own, told = np.full(n, 31.0), np.array([NAN, NAN, NAN, 22.0, 71.0])
    guesses = ["easy", "hard", "", "", ""]
    rests = np.array([3, 3, 4, 2, 2])
    pages = stand_in(np.full((n, 10), NAN), own, told, guesses, rests, channel)
    chance = outlook(pages, own, channel).page_one
    assert chance[:3] == pytest.approx([GUESSES["easy"], GUESSES["hard"], 0.5], abs=0.01)
    assert difficulty(pages, channel)[3:] == pytest.approx([22, 71], abs=0.2)
    assert chance[3] > chance[4]


def test_pages_that_were_read_stay() -> None:
    page = np.arange(10.0)[None, :]
    same = stand_in(page, np.array([5.0]), np.array([NAN]), [""], np.array([1]), "web")
    assert (same == page).all()


def test_reasons_say_what_the_chance_rests_on() -> None:
    pages = stand_in(
        np.full((1, 10), NAN), np.array([30.0]), np.array([NAN]), ["hard"], np.array([3]), "web"
    )
    case = Case(
        channel="web",
        at=PRESETS["growing"],
        volume=300,
        strengths=pages[0],
        own=30.0,
        click_value=1.0,
        rests="guess",
    )
    text = explain_verdict(case)
    assert "based on your own estimate" in text
    assert "settled" not in text
    # More strength says nothing against a guess.
    change = what_makes_it_go(case)
    assert change is None or change.what != "own"
