"""Tags, hidden terms, addresses, capitals: the best there is, against every choice there is."""

from datetime import date
from itertools import combinations

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bunraku.core.text import content_stems
from bunraku.core.weigh.phrase_match import plain_words
from bunraku.core.write.capitals import Capitals, with_capitals
from bunraku.core.write.hidden_terms import complete
from bunraku.core.write.slug import LONGEST, last_part, propose_slug, wrong_with_slug
from bunraku.core.write.tags import Candidate, TagLimits, choose_tags, hashtag_of
from bunraku.core.write.years import is_of_another_year, other_years

TAGS = st.lists(
    st.tuples(st.text("abcdefgh", min_size=1, max_size=9), st.integers(1, 50)),
    min_size=1,
    max_size=8,
    unique_by=lambda pair: pair[0],
)


@settings(max_examples=80, deadline=None)
@given(TAGS, st.integers(1, 40), st.none() | st.integers(1, 6))
def test_the_best_set_of_tags(tags: list[tuple[str, int]], total: int, count: int | None) -> None:
    limits = TagLimits(count=count, total=total)
    found = choose_tags(
        [Candidate(text, float(value)) for text, value in tags],
        limits,
        language="xx",
        years={"2026"},
    )
    assert sum(len(one.text) + 1 for one in found.taken) <= total + 1
    assert count is None or len(found.taken) <= count
    # The first leads where it can be there at all.
    leads = len(tags[0][0]) <= total
    assert not leads or found.taken[0].text == tags[0][0]
    best = max(
        sum(value for _, value in chosen)
        for size in range(len(tags) + 1)
        for chosen in combinations(tags, size)
        if sum(len(text) + 1 for text, _ in chosen) <= total + 1
        and (count is None or size <= count)
        and (not leads or tags[0] in chosen)
    )
    assert found.value == pytest.approx(best)


def test_what_no_tag_may_say_is_left_out_and_told() -> None:
    found = choose_tags(
        [
            Candidate("sash window", 9),
            Candidate("sash windows", 5),
            Candidate("window of sash", 4),
            Candidate("cordelia's sash", 8),
            Candidate("sash repair 2019", 7),
            Candidate("sash repair 2026", 6),
            Candidate("restoring the sash windows of old houses", 6),
        ],
        TagLimits(count=13, each=20),
        language="en",
        never=["Cordelia's"],
        years={"2026"},
    )
    assert [one.text for one in found.taken] == ["sash window", "sash repair 2026"]
    assert {one.text: (why, of) for one, why, of in found.left} == {
        "sash windows": ("double", "sash window"),
        "window of sash": ("double", "sash window"),
        "cordelia's sash": ("brand", ""),
        "sash repair 2019": ("year", "2019"),
        "restoring the sash windows of old houses": ("long", ""),
    }


def test_hashtags_can_be_read() -> None:
    assert hashtag_of("sash window cord") == "#SashWindowCord"
    assert hashtag_of("what's a sash?") == "#WhatsASash"
    assert hashtag_of("!!") == ""


WORDS = "waxed cotton pulley brass weight chain putty".split()
ASKED = st.lists(
    st.lists(st.sampled_from(WORDS), min_size=1, max_size=3, unique=True).map(" ".join),
    min_size=1,
    max_size=6,
    unique=True,
)


@settings(max_examples=60, deadline=None)
@given(ASKED, st.integers(0, 30), st.integers(1, 9))
def test_hidden_terms_complete_most(phrases: list[str], most: int, seed: int) -> None:
    values = [float((seed * (place + 3)) % 17 + 1) for place in range(len(phrases))]
    found = complete(phrases, values, ["Sash weight"], most, "bytes", language="en")
    assert len(found.text.encode()) <= most
    words = found.text.split()
    assert len(words) == len(set(words))
    assert "weight" not in words
    there = {"sash", "weight"}
    wanted = sorted({word for phrase in phrases for word in phrase.split()} - there)
    already = [phrase for phrase in phrases if set(phrase.split()) <= there]
    best = 0.0
    for size in range(len(wanted) + 1):
        for chosen in combinations(wanted, size):
            if len(" ".join(chosen)) <= most:
                said = there | set(chosen)
                worth = sum(
                    value
                    for phrase, value in zip(phrases, values, strict=True)
                    if set(phrase.split()) <= said and phrase not in already
                )
                best = max(best, worth)
    assert found.value >= best * 0.999 - 1e-9
    assert found.bound >= best - 1e-6
    assert all(set(phrases[place].split()) <= {*there, *words} for place in found.completes)


def test_hidden_terms_say_no_rival_and_nothing_again() -> None:
    found = complete(
        ["waxed cords", "orrinek cord", "cord for windows"],
        [5, 9, 3],
        ["Cord"],
        250,
        "bytes",
        language="en",
        never=["Orrinek"],
    )
    assert found.text == "waxed windows"
    assert found.left == (1,)


@pytest.mark.parametrize(
    ("phrase", "language", "slug"),
    [
        ("How to replace sash cords", "en", "how-to-replace-sash-cords"),
        ("Best sash cord 2026", "en", "best-sash-cord"),
        ("Größe der Fensterschnüre", "de", "groesse-der-fensterschnuere"),
        ("Fenêtres à guillotine", "fr", "fenetres-a-guillotine"),
        ("窓 紐", "ja", "窓-紐"),
        ("2026", "en", "2026"),
        ("cord & pulley", "en", "cord-pulley"),
        ("!!", "en", ""),
    ],
)
def test_addresses(phrase: str, language: str, slug: str) -> None:
    assert propose_slug(phrase, language) == slug


@given(st.text(max_size=300))
def test_an_address_is_one_and_never_too_long(phrase: str) -> None:
    slug = propose_slug(phrase, "en")
    assert len(slug) <= LONGEST
    assert not wrong_with_slug(slug, []) or any(char.isdigit() for char in slug)


def test_what_is_wrong_with_an_address() -> None:
    assert last_part("https://windows.example/a/sash-cords/?x=1") == "sash-cords"
    assert wrong_with_slug("sash-cords", ["/shop/sash-cords/"])[0].startswith("Another piece")
    assert len(wrong_with_slug("Sash_Cords-2026", [])) == 3
    assert wrong_with_slug("", ["x"]) == []
    assert wrong_with_slug("sash-cords", ["cords"]) == []


@pytest.mark.parametrize(
    ("text", "rule", "result"),
    [
        ("how to replace a sash cord in London", "title", "How to Replace a Sash Cord in London"),
        ("sash cords: a guide to iRon", "title", "Sash Cords: A Guide to iRon"),
        ("sash cords: a guide", "sentence", "Sash cords: A guide"),
        ("what to look for", "title", "What to Look For"),
        ("DIY sash cord", "sentence", "DIY sash cord"),
        ("as it is", "typed", "as it is"),
        ("", "title", ""),
    ],
)
def test_capitals(text: str, rule: Capitals, result: str) -> None:
    assert with_capitals(text, rule, "en") == result


@given(st.text(max_size=60), st.sampled_from(["sentence", "title"]))
def test_capitals_change_no_word(text: str, rule: Capitals) -> None:
    assert plain_words(with_capitals(text, rule, "en")) == plain_words(text)
    assert content_stems(with_capitals(text, rule, "en"), "xx") == content_stems(text, "xx")


def test_years_that_a_text_may_say() -> None:
    phrases = ["cord 2025", "cord 2027", "cord 1066", "cord"]
    assert other_years(phrases, "cord", date(2026, 5, 1)) == {"2025", "2027"}
    assert other_years(phrases, "cord", date(2026, 11, 1)) == {"2025"}
    # The main keyword's own year is the piece's.
    assert other_years(phrases, "cord 2027", date(2026, 5, 1)) == {"2025"}
    assert is_of_another_year("cord 2024", "cord", date(2026, 5, 1))
    assert not is_of_another_year("cord", "cord", date(2026, 5, 1))
