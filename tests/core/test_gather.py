"""Seeds, brand words, merging, fit."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bunraku.core.gather.brands import BrandMatcher
from bunraku.core.gather.merge import Origin, merge_suggestions
from bunraku.core.gather.seed_operators import read_seed
from bunraku.core.gather.seeds import (
    MAX_SEEDS,
    MAX_TYPED_CHARACTERS,
    SeedList,
    read_seeds,
    read_words,
)
from bunraku.core.text import identity_key

BOX = Origin("box", "telescope", "A source")
ASKED = Origin("asked", "telescope", "A source")


def _texts(hits: SeedList) -> tuple[str, ...]:
    return tuple(seed.text for seed in hits.seeds)


def test_seeds_are_parted_by_commas_semicolons_tabs_and_lines() -> None:
    hits = read_seeds("telescope, star chart; moon map\nbarlow lens\tfinder\r\n, ,")
    assert _texts(hits) == ("telescope", "star chart", "moon map", "barlow lens", "finder")
    assert hits.refused == ()


def test_repeats_are_counted_by_identity() -> None:
    hits = read_seeds("Telescope, telescope, “telescope”, telescopes")
    assert _texts(hits) == ("Telescope", "telescopes")
    assert hits.repeated == 2


def test_bad_seeds_are_refused_with_their_place() -> None:
    hits = read_seeds(f"telescope, 🔭, {'y' * 300}, star chart")
    assert _texts(hits) == ("telescope", "star chart")
    assert [(row.number, row.code) for row in hits.refused] == [
        (2, "keyword_no_word"),
        (3, "keyword_too_long"),
    ]
    assert all(len(seed.text) <= 60 for seed in hits.refused)


def test_too_many_seeds_and_too_long_a_list_are_refused() -> None:
    many = read_seeds("\n".join(f"seed {n}" for n in range(MAX_SEEDS + 3)))
    assert len(many.seeds) == MAX_SEEDS
    assert {row.code for row in many.refused} == {"seeds_too_many"}
    long = read_seeds("x" * (MAX_TYPED_CHARACTERS + 1))
    assert long.seeds == ()
    assert long.refused[0].code == "seeds_too_long"


def test_right_to_left_and_control_characters_are_read() -> None:
    assert _texts(read_seeds("\u202bמרצד\u202c, tele\u0000scope")) == ("מרצד", "tele scope")


@given(st.lists(st.text(max_size=12), max_size=8))
def test_every_seed_has_a_key_of_its_own(parts: list[str]) -> None:
    seeds = read_seeds("\n".join(parts)).seeds
    keys = [identity_key(seed.text) for seed in seeds]
    assert len(set(keys)) == len(keys)


def test_word_lists_are_cleaned() -> None:
    assert read_words(["Velumscope, orrinek", "velumscope", "🔭"]) == ["Velumscope", "orrinek"]


@pytest.mark.parametrize(
    ("text", "hits"),
    [
        ("velumscope 70mm telescope", "velumscope"),
        ("Velum Scope review", "velumscope"),
        ("velumscope's eyepiece", "velumscope"),
        ("best velumscopes", None),
        ("star light map", "star light"),
        ("starlight map", "star light"),
        ("a polvan e", "polvane"),
        ("telescope", None),
        ("", None),
    ],
)
def test_brand_words_are_found_whole(text: str, hits: str | None) -> None:
    assert BrandMatcher(["velumscope", "star light", "polvane"]).find(text) == hits


def test_short_brands_are_not_found_across_spaces() -> None:
    assert BrandMatcher(["asta"]).find("as ta river") is None
    assert BrandMatcher(["asta"]).find("asta river") == "asta"
    assert BrandMatcher([]).find("anything") is None


def test_merging_brings_spellings_and_origins_together() -> None:
    given_ = [("Star chart", BOX), ("star  chart", ASKED), ("star chart", BOX), ("moon map", BOX)]
    merged = merge_suggestions(given_)
    assert merged.texts == {"star chart": "Star chart", "moon map": "moon map"}
    assert merged.origins["star chart"] == [BOX, ASKED]
    assert merged.unusable == 0


def test_merging_counts_what_the_seed_keeps_out_and_what_is_no_keyword() -> None:
    given_ = [
        ("lens case", BOX),
        ("lens cases", BOX),
        ("lens", BOX),
        ("🔭", BOX),
        ("", BOX),
        ("x" * 300, BOX),
    ]
    merged = merge_suggestions(given_, read_seed("lens -case").unwanted)
    assert list(merged.texts) == ["lens cases", "lens"]
    assert merged.unwanted == {"-case in the seed": 1}
    assert merged.unusable == 3


@given(st.lists(st.text(alphabet="aB -'", max_size=6), max_size=20))
def test_merging_is_one_keyword_a_key(texts: list[str]) -> None:
    merged = merge_suggestions([(text, BOX) for text in texts])
    assert set(merged.texts) == {identity_key(text) for text in texts} - {""}
    assert merged.unusable == sum(not identity_key(text) for text in texts)
