"""Coverage: which phrases stand in which places, against a plain reading of the same text."""

import re
from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bunraku.core.write.coverage import LEAST_TIMES, cover, said_twice
from bunraku.core.write.fields import places_of
from bunraku.core.write.finding import LEVELS, Cell

WORDS = "sash window cord cords waxed cotton pulley for old".split()
TEXTS = st.lists(
    st.sampled_from([*WORDS, ".", ",", "\n\n", "!", "Sash", "WINDOW"]), max_size=40
).map(lambda parts: re.sub(r" ([.,!])", r"\1", " ".join(parts)))
PHRASES = st.lists(st.sampled_from(WORDS), min_size=1, max_size=3, unique=True).map(" ".join)


def cell(text: str, phrase: str, place: str = "title", field: str = "title") -> Cell:
    fields = {field: text}
    places = places_of("page", fields)
    column = next(n for n, one in enumerate(places) if one.id == place)
    return cover([phrase], places, fields, "en").cells[0][column]


def slow_exact(text: str, phrase: str) -> int:
    """How often a phrase stands in a text: parts between signs, word by word."""
    words = phrase.split()
    found = 0
    for part in re.split(r"[,!]|\.(?:\s|$)|\n\s*\n", text.casefold()):
        said = re.findall(r"\w+", part)
        at = 0
        while at <= len(said) - len(words):
            if said[at : at + len(words)] == words:
                found += 1
                at += len(words)
            else:
                at += 1
    return found


@given(TEXTS, PHRASES)
def test_word_for_word_is_what_a_plain_reading_finds(text: str, phrase: str) -> None:
    seen = cell(text, phrase, "body", "body")
    count = slow_exact(text, phrase)
    assert (seen.level == "exact") == (count > 0)
    if count:
        assert seen.count == count
        for start, end in seen.spans:
            assert re.findall(r"\w+", text[start:end].casefold()) == phrase.split()
        assert all(one[1] <= other[0] for one, other in pairwise(seen.spans))


@given(TEXTS, PHRASES)
def test_a_text_in_blocks_reads_as_a_whole(text: str, phrase: str) -> None:
    """What is written in one paragraph does not change how another is read."""
    blocks = [block for block in re.split(r"\n\s*\n", text) if block.strip()]
    alone = [cell(block, phrase, "body", "body") for block in blocks]
    best = max((one.level for one in alone), key=LEVELS.index, default="none")
    assert cell(text, phrase, "body", "body").level == best


@pytest.mark.parametrize(
    ("text", "phrase", "level"),
    [
        ("Waxed sash cord, six metres", "waxed sash cord", "exact"),
        ("Waxed sash cords", "waxed sash cord", "variant"),
        ("Cord for sash windows", "sash window cord", "variant"),
        ("Cord of cotton: for a sash window", "sash window cord", "all"),
        ("A sash window", "sash window cord", "part"),
        ("A door", "sash window cord", "none"),
        ("Sash. Window cord", "sash window cord", "all"),
        ("Café tables", "cafe tables", "exact"),
        ("窓紐の交換方法", "交換方法", "exact"),
        ("窓紐の交換", "交換方法", "none"),
        ("", "sash", "none"),
        ("Sash", "", "none"),
    ],
)
def test_levels(text: str, phrase: str, level: str) -> None:
    assert cell(text, phrase).level == level


def test_a_line_end_parts_a_title_and_goes_on_in_a_text() -> None:
    assert cell("sash\ncord", "sash cord", "body", "body").level == "exact"
    # Another item of a list is another sentence.
    assert cell("sash\n- cord", "sash cord", "body", "body").level == "part"


def test_places_of_a_page_and_early_words() -> None:
    body = "# Sash cords\n\nA sash cord frays.\n\n## Why\n\nIt is old.\n\nBuy a sash cord.\n"
    fields = {"title": "How one replaces an old and frayed sash cord", "body": body}
    places = places_of("page", fields)
    row = cover(["sash cord"], places, fields, "en").cells[0]
    seen = {place.id: one for place, one in zip(places, row, strict=True)}
    assert seen["headings"].level == "variant"
    assert seen["opening"].level == seen["closing"].level == "exact"
    assert seen["body"].count == 2
    assert not seen["title"].early
    assert seen["opening"].early


def test_said_too_often_is_a_share_of_all_words() -> None:
    often = "A sash cord. " * LEAST_TIMES
    fields = {"body": often}
    assert cover(["sash cord"], places_of("page", fields), fields, "en").stuffed[0] > 0.5
    fields = {"body": often + "Many other words stand in this text as well. " * 60}
    assert not cover(["sash cord"], places_of("page", fields), fields, "en").stuffed


def test_words_that_count_once() -> None:
    twice = said_twice(["Sash cord for windows", "window cords of cotton"], "en")
    assert twice == ["windows", "cord"]
    assert said_twice(["sash", ""], "en") == []
