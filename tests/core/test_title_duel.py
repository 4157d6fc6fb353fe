"""Two titles against each other, and texts that share the work."""

import numpy as np
import pytest

from bunraku.core.write.packing import Wish, contained, pack
from bunraku.core.write.title_duel import PhraseSeen, compare_titles, duel_words
from bunraku.core.write.variations import share_out
from tests.core.test_packing import made


def seen(text: str, volume: float | None = 900.0, *, known: bool = True) -> PhraseSeen:
    strengths = np.linspace(58, 30, 10) if known else None
    return PhraseSeen(text, volume, 800.0, 1_000.0, strengths, 45.0, 1.0, ["All about sash cord"])


def test_the_title_that_says_more_brings_more() -> None:
    phrases = [seen("sash cord"), seen("window pulley")]
    duel = compare_titles(["Sash cord and window pulley", "Old windows"], phrases, "web", "en")
    both, neither = duel.titles
    assert duel.best == 0
    assert duel.decided
    assert duel.known == 2
    assert both.low < both.visits < both.high
    assert both.searched == 1_800
    assert (both.same, neither.same) == (1, 0)
    assert both.visits > neither.visits
    assert both.phrases[0].page_one > neither.phrases[0].page_one
    assert "likely to be better" in duel_words(duel)


def test_what_is_even_is_called_even() -> None:
    phrases = [seen("sash cord", 3.0), seen("window pulley", 3.0)]
    duel = compare_titles(["Sash cord", "Window pulley"], phrases, "web", "en")
    assert not duel.decided
    assert duel.sure == pytest.approx(0.5)
    assert duel_words(duel).startswith("Too close")
    same = compare_titles(["Sash cord", "SASH cord"], phrases, "web", "en")
    assert same.sure == 0.5
    assert "same words" in duel_words(same)


def test_what_is_not_known_is_not_told() -> None:
    phrases = [seen("sash cord", known=False), seen("window pulley", None)]
    duel = compare_titles(["Sash cord", "Window pulley"], phrases, "web", "en")
    assert duel.known == 0
    assert "cannot be estimated" in duel_words(duel)
    assert compare_titles([], [], "web", "en").known == 0
    assert "only one title" in duel_words(compare_titles(["A"], phrases, "video", "en"))


def test_texts_share_the_work() -> None:
    phrases, values = made(24, 3)
    wishes = [Wish(50), Wish(50), Wish(50, first=2)]
    shared = share_out(phrases, values, wishes)
    assert len(shared.texts) == 3
    assert all(len(text.text) <= 50 for text in shared.texts)
    told = {place for text in shared.texts for place in contained(text.text, phrases)}
    assert shared.value == pytest.approx(sum(values[place] for place in told))
    assert set(shared.left) == set(range(24)) - told
    assert shared.value <= shared.bound + 1e-6
    assert shared.value >= 0.95 * shared.bound
    # More than one text alone could hold.
    assert shared.value > pack(phrases, values, Wish(50)).bound


def test_families_of_a_few_phrases_are_about_as_good_as_any_can_be() -> None:
    shares = []
    for seed in range(6):
        phrases, values = made(10 + 2 * seed, seed)
        shared = share_out(phrases, values, [Wish(60)] * 2)
        shares.append(shared.value / shared.bound)
    assert np.mean(shares) >= 0.99
    assert min(shares) >= 0.985


def test_a_family_names_its_members_and_no_others() -> None:
    phrases = ["moon filter", "green moon filter", "blue moon filter", "moon filter set"]
    wishes = [
        Wish(60, first=0, must=["green"], never=["blue"]),
        Wish(60, first=0, must=["blue"], never=["green"]),
    ]
    shared = share_out(phrases, [9.0, 4.0, 3.0, 2.0], wishes)
    green, blue = (text.text.casefold() for text in shared.texts)
    assert green.startswith("moon filter")
    assert blue.startswith("moon filter")
    assert "green" in green
    assert "green" not in blue
    assert "blue" in blue
    assert "blue" not in green
    assert shared.left == ()
    assert shared.value == shared.bound == 18.0


def test_nothing_to_share() -> None:
    assert share_out([], [], [Wish(20)]).texts[0].text == ""
    assert share_out(["cord"], [1.0], []).value == 0
