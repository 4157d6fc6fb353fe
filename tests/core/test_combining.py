"""The combiner: columns of terms and patterns into keywords."""

from itertools import pairwise, product

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bunraku.core.gather.combiner import (
    BadPattern,
    Term,
    check_size,
    combine,
    count_combinations,
    read_pattern,
    read_terms,
)
from bunraku.core.text import identity_key

COLUMNS = {
    "base": [Term("telescope repair", "high"), Term("star party", "low")],
    "modifier": [Term("best"), Term("repair")],
    "place": [Term("Tarnley"), Term("Quillport")],
}
NAMES = list(COLUMNS)


def test_patterns_with_optional_parts() -> None:
    made = combine([read_pattern("{base} [in {place}]", NAMES)], COLUMNS)
    assert list(made.texts.values()) == [
        "telescope repair",
        "telescope repair in Tarnley",
        "telescope repair in Quillport",
        "star party",
        "star party in Tarnley",
        "star party in Quillport",
    ]
    assert made.priorities["telescope repair in tarnley"] == "high"
    assert made.priorities["star party"] == "low"


def test_a_word_twice_running_and_repeats_are_left_out_and_counted() -> None:
    patterns = [read_pattern("{base} {modifier}", NAMES), read_pattern("{base} best", NAMES)]
    made = combine(patterns, COLUMNS)
    assert "telescope repair repair" not in made.texts
    assert (made.doubled, made.repeated, len(made.texts)) == (1, 2, 3)


def test_a_modifier_may_stand_behind_and_nothing_says_where_twice() -> None:
    columns = {
        "base": [Term("hive repair")],
        "modifier": read_terms(["best", "... near me"]),
        "place": [Term("Tarnley")],
    }
    made = combine([read_pattern("[{modifier}] {base} [in {place}]", NAMES)], columns)
    assert set(made.texts) == {
        *("hive repair", "best hive repair", "hive repair near me"),
        *("hive repair in tarnley", "best hive repair in tarnley"),
    }
    assert made.doubled == 1
    kept = combine([read_pattern("[{modifier} {base}] {place}", NAMES)], columns, keep_doubled=True)
    assert "hive repair near me tarnley" in kept.texts
    assert list(combine([read_pattern("{modifier}", NAMES)], columns).texts) == ["best", "near me"]


@pytest.mark.parametrize(
    ("pattern", "says"),
    [
        ("{base} or {base}", "is used twice"),
        ("{base", "never closed"),
        ("[[{base}]]", "brackets"),
        ("best", "needs a column"),
        ("[{base}]", "needs a column"),
        ("{town}", "no column “town”"),
        ("", "needs a column"),
    ],
)
def test_patterns_that_cannot_be_read(pattern: str, says: str) -> None:
    with pytest.raises(BadPattern, match=says):
        read_pattern(pattern, NAMES)


def test_a_million_combinations_are_refused_before_they_are_made() -> None:
    columns = {name: [Term(f"{name}{n}") for n in range(100)] for name in NAMES}
    with pytest.raises(
        BadPattern,
        match=r"1,000,000 combinations .100 base × 100 modifier × 100 place.; 200,000 are the most",
    ):
        combine([read_pattern("{modifier} {base} {place}", NAMES)], columns)
    with pytest.raises(BadPattern, match="5,000 are the most"):
        read_terms([f"word {n}" for n in range(5_001)])


def test_empty_columns_make_nothing() -> None:
    assert combine([read_pattern("{base} {place}", NAMES)], {**COLUMNS, "place": []}).texts == {}
    assert (
        len(combine([read_pattern("{base} [{place}]", NAMES)], {**COLUMNS, "place": []}).texts) == 2
    )


def test_terms_are_cleaned_and_stand_once() -> None:
    assert read_terms([" Star  chart ", "star chart", "", "?!"], {" Star  chart ": "normal"}) == [
        Term("Star chart", "normal")
    ]


WORDS = st.lists(st.sampled_from(["a", "b", "c d", "E", "a b"]), max_size=4, unique=True)


@given(WORDS, WORDS, WORDS)
def test_combinations_against_a_plain_product(
    base: list[str], modifier: list[str], place: list[str]
) -> None:
    columns = {
        name: [Term(t) for t in words]
        for name, words in zip(NAMES, (base, modifier, place), strict=True)
    }
    pattern = read_pattern("{modifier} {base} [near {place}]", NAMES)
    plain = [
        f"{h} {c}{p}"
        for h, c in product(modifier, base)
        for p in ["", *(f" near {town}" for town in place)]
    ]
    assert count_combinations(pattern, columns) == check_size([pattern], columns) == len(plain)
    doubled = [text for text in plain if _twice(text)]
    assert set(combine([pattern], columns).texts) == {
        identity_key(text) for text in plain if text not in doubled
    }


def _twice(text: str) -> bool:
    words = text.casefold().split()
    return any(a == b for a, b in pairwise(words))
