"""How long texts are; characters as people count them, held against Unicode's own test file."""

from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bunraku.core.write.counting import (
    Unit,
    characters,
    cut_off,
    graphemes,
    length,
    pixels,
    utf8_bytes,
)

TOLD = Path(__file__).with_name("GraphemeBreakTest-15.0.0.txt")
WITHDRAWN = "\N{UPPER BLADE SCISSORS}"
"""No pictograph any more in Unicode's newer data, by which we count: two of them with a joiner
between were one character, and are two."""


def unicodes_own() -> list[list[str]]:
    """The characters of each text in the file: "÷" stands where one ends, "×" where none does."""
    lines = (line.split("#")[0].strip() for line in TOLD.read_text("utf-8").splitlines())
    return [
        [
            "".join(chr(int(point, 16)) for point in each.replace("×", " ").split())
            for each in line.split("÷")
            if each.strip()
        ]
        for line in lines
        if line
    ]


def test_all_that_unicode_tests() -> None:
    told = unicodes_own()
    assert len(told) == 602
    others = [parts for parts in told if graphemes("".join(parts)) != parts]
    assert others in ([], [[f"{WITHDRAWN}\u200d{WITHDRAWN}"]])
    assert all(characters("".join(parts)) == len(parts) for parts in told if parts not in others)


@pytest.mark.parametrize(
    ("text", "count"),
    [
        ("", 0),
        ("lace", 4),
        ("cafe\u0301", 4),
        ("👨‍👩‍👧‍👦 family", 8),
        ("🇬🇧🇩🇪", 2),
        ("각", 1),
        ("e\u0301\u0323", 1),
        ("\r\n", 1),
        ("👍🏽", 1),
        ("नि", 1),
        ("مَا", 2),
        ("กำลัง", 3),
        ("नमस्ते", 3),
    ],
)
def test_characters_are_those_that_people_count(text: str, count: int) -> None:
    assert characters(text) == count


def test_bytes_and_pixels() -> None:
    assert utf8_bytes("Größe") == 7
    assert utf8_bytes("\ud83d") == 1
    assert pixels("il") < pixels("mw")
    assert pixels("é") == pixels("e")
    assert pixels("漢") == 20
    assert pixels("a" * 52) == pytest.approx(52 * 11.12)
    assert pixels("x", 40) == 2 * pixels("x")


@given(st.text(max_size=40), st.integers(0, 60), st.sampled_from(["characters", "bytes", "pixels"]))
def test_what_is_cut_off_is_inside_and_cuts_no_character(text: str, most: int, unit: Unit) -> None:
    kept = cut_off(text, most, unit)
    assert text.startswith(kept)
    assert length(kept, unit) <= most
    rest = text[len(kept) :]
    assert not rest or characters(kept) + characters(rest) == characters(text)
