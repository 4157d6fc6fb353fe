"""Phrases packed into a limit."""

from itertools import permutations

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.optimize import Bounds, LinearConstraint, milp

from bunraku.core.channels import PROFILES
from bunraku.core.channels.form import FieldLimit
from bunraku.core.write.counting import characters, length, pixels
from bunraku.core.write.limits import measure, most_of
from bunraku.core.write.packing import Contradiction, Wish, contained, pack
from bunraku.core.write.titles import SHORT, propose_titles, said_in, two_phrases
from bunraku.core.write.word_program import word_program

PAGE = most_of(PROFILES["page"].limits, "title")
WORDS = "lace bobbin pillow thread set kit bone spangle pattern maltese for beginners".split()
PHRASES = st.lists(
    st.lists(st.sampled_from(WORDS), min_size=1, max_size=4, unique=True).map(" ".join),
    min_size=1,
    max_size=7,
    unique=True,
)


def slow(phrases: list[str], values: list[float], most: int) -> float:
    """The best of every order of every choice, words shared wherever they can be."""
    best = 0.0
    for count in range(1, min(len(phrases), 4) + 1):
        for order in permutations(range(len(phrases)), count):
            words: list[str] = []
            for place in order:
                said = phrases[place].split()
                k = max(
                    (k for k in range(len(said) + 1) if k == 0 or words[-k:] == said[:k]), default=0
                )
                words += said[k:]
            text = " ".join(words)
            if len(text) <= most:
                best = max(best, sum(values[place] for place in contained(text, phrases)))
    return best


@settings(max_examples=60, deadline=None)
@given(PHRASES, st.integers(1, 1_000), st.integers(4, 45))
def test_never_over_the_limit_and_as_good_as_every_order(
    phrases: list[str], seed: int, most: int
) -> None:
    values = np.random.default_rng(seed).integers(1, 99, len(phrases)).astype(float).tolist()
    packed = pack(phrases, values, Wish(most))
    assert len(packed.text) <= most
    assert sorted([*packed.contained, *packed.left]) == list(range(len(phrases)))
    assert list(packed.contained) == contained(packed.text, phrases)
    assert packed.value == sum(values[place] for place in packed.contained)
    best = slow(phrases, values, most)
    assert packed.bound >= best - 1e-6
    assert packed.value >= 0.9 * best


def made(n: int, seed: int) -> tuple[list[str], list[float]]:
    dice = np.random.default_rng(seed)
    words = [*WORDS, "cheap", "best", "used", "wooden", "antique", "repair", "glass", "winder"]
    phrases: set[str] = set()
    while len(phrases) < n:
        count = dice.choice([1, 2, 3, 4], p=[0.1, 0.4, 0.35, 0.15])
        phrases.add(" ".join(dice.choice(words, count, replace=False)))
    return sorted(phrases), np.round(dice.lognormal(4, 1.2, n)).tolist()


def at_most(phrases: list[str], values: list[float], wish: Wish) -> float:
    """No text is worth more: the word program with whole numbers, proven."""
    program = word_program(phrases, values, wish.most, wish.unit)
    assert program is not None
    solved = milp(
        -program.value,
        constraints=LinearConstraint(program.matrix, -np.inf, program.limits),
        integrality=np.ones(len(program.value)),
        bounds=Bounds(0, np.minimum(program.most, 9)),
    )
    return -float(solved.fun)


def test_titles_of_a_piece_are_about_as_good_as_they_can_be() -> None:
    shares = []
    for seed in range(12):
        phrases, values = made(8 + 2 * seed, seed)
        packed = pack(phrases, values, Wish(60))
        shares.append(packed.value / at_most(phrases, values, Wish(60)))
        assert packed.bound >= packed.value
    assert np.mean(shares) >= 0.99
    assert min(shares) >= 0.95


def test_many_phrases_in_a_long_field() -> None:
    shares = []
    for seed in range(4):
        phrases, values = made(60, seed)
        packed = pack(phrases, values, Wish(200))
        shares.append(packed.value / at_most(phrases, values, Wish(200)))
    assert np.mean(shares) >= 0.985
    phrases, values = made(600, 1)
    assert pack(phrases, values, Wish(200)).share >= 0.8


def test_what_is_wished_is_kept() -> None:
    phrases = ["lace bobbin", "bobbin set", "bone bobbin", "pillow"]
    values = [10.0, 8.0, 7.0, 3.0]
    best = pack(phrases, values, Wish(60))
    assert (len(best.contained), characters(best.text)) == (4, 34)
    begun = pack(phrases, values, Wish(60, first=3, end=" | Tatters"))
    assert begun.text.startswith("Pillow ")
    assert begun.text.endswith(" | Tatters")
    assert "bone" not in pack(phrases, values, Wish(60, never=["Bone"])).text.casefold()
    parted = pack(phrases, values, Wish(60, joiner=", "))
    assert "," in parted.text
    assert pack(phrases, values, Wish(9, first=3)).text == "Pillow"
    for nothing in (
        pack([], [], Wish(60)),
        pack(phrases, values, Wish(3)),
        pack(["!"], [1], Wish(9)),
    ):
        assert (nothing.text, nothing.value) == ("", 0.0)
    # The first that is wished does not fit: nothing else comes in its place.
    assert pack(phrases, values, Wish(8, first=0)).text == ""
    with pytest.raises(ValueError, match="a value of 0 or more"):
        pack(phrases, [1.0], Wish(60))


@settings(deadline=None)
@given(st.sampled_from(["ß groß", "ijl wide", "éa bc", "漢字 set", "don't stop"]))
def test_a_capital_takes_no_more_than_there_is(phrase: str) -> None:
    for unit in ("characters", "bytes", "pixels"):
        room = length(phrase, unit)
        for most in (room, room + 2, room + 20):
            assert length(pack([phrase], [1.0], Wish(most, unit)).text, unit) <= most


def test_contained_is_word_for_word() -> None:
    phrases = ["lace bobbin", "bobbin set", "bob", "Bone  Bobbin"]
    assert contained("Bone bobbin set", phrases) == [1, 3]
    assert contained("Lace: bobbin", phrases) == []
    assert contained("A lace-bobbin", phrases) == contained("a lace bobbin", phrases)


def test_three_shapes_inside_every_limit() -> None:
    phrases = [
        "maltese lace pillow",
        "lace pillow pattern",
        "bobbin winder",
        "wooden bobbin winder",
    ]
    values = [9.0, 5.0, 20.0, 4.0]
    found = {one.shape: one.packed for one in propose_titles(PAGE, phrases, values)}
    assert found["first"].text.startswith("Maltese lace pillow")
    # One that would say what another one says is not told twice.
    assert "most" not in found or found["most"].value >= found["first"].value
    assert len({packed.text for packed in found.values()}) == len(found)
    for packed in found.values():
        assert characters(packed.text) <= 60
        assert pixels(packed.text) <= 580
    assert all(len(one.text) <= SHORT for shape, one in found.items() if shape == "short")
    wide = ["WWWWWWWW MMMMMMMM", "MMMMMMMM WWWWWWWWWW"]
    for one in propose_titles(PAGE, wide, [2.0, 1.0]):
        assert pixels(one.packed.text) <= 580
    assert propose_titles(PAGE, ["x" * 90], [1.0]) == []
    assert propose_titles(PAGE, [], []) == []


def test_words_that_must_be_said_and_must_not() -> None:
    phrases = ["lace bobbin", "bobbin set", "bone bobbin", "pillow"]
    values = [10.0, 8.0, 7.0, 3.0]
    found = pack(phrases, values, Wish(40, must=["of three", "pillow"]))
    assert "of three" in found.text.casefold()
    assert 3 in found.contained
    assert found.value == pack(phrases, values, Wish(31, must=["pillow"])).value
    assert pack(phrases, values, Wish(9, must=["lace bobbin"])).text == ""
    with pytest.raises(Contradiction) as told:
        pack(phrases, values, Wish(60, must=["bone bobbin"], never=["Bone"]))
    assert told.value.word == "bone bobbin"


@settings(max_examples=40, deadline=None)
@given(PHRASES, PHRASES, st.integers(10, 60), st.integers(1, 99))
def test_what_must_be_said_is_there_or_nothing_is(
    phrases: list[str], must: list[str], most: int, seed: int
) -> None:
    values = np.random.default_rng(seed).integers(1, 99, len(phrases)).astype(float).tolist()
    wish = Wish(most, must=must[:2])
    found = pack(phrases, values, wish)
    assert len(found.text) <= most
    if found.text:
        assert contained(found.text, must[:2]) == list(range(len(must[:2])))
        assert found.value <= pack(phrases, values, Wish(most)).bound + 1e-6


def test_a_pattern_of_two_phrases() -> None:
    assert two_phrases("sash cord", "how long must it be") == "Sash cord: how long must it be?"
    assert two_phrases("sash cord", "waxed cotton") == "Sash cord: waxed cotton"
    found = propose_titles(PAGE, ["sash cord", "waxed cotton", "pulley " * 9], [5.0, 3.0, 9.0])
    two = next(one.packed for one in found if one.shape == "two")
    assert (two.text, two.contained) == ("Sash cord: waxed cotton", (0, 1))


def test_a_title_against_its_limit() -> None:
    sixty = FieldLimit("title", 60)
    assert measure(sixty, {"title": "a" * 40}).state == "fits"
    assert measure(sixty, {"title": "a" * 54}).state == "near"
    assert measure(sixty, {}).state == "empty"
    over = measure(sixty, {"title": "👨‍👩‍👧" * 61})
    assert (over.state, over.takes, characters(over.within)) == ("over", 61, 60)
    said = said_in("A lace pillow pattern", ["lace pillow", "pillow stand"], [3.0, 4.0])
    assert (said.contained, said.left, said.value) == ((0,), (1,), 3.0)
