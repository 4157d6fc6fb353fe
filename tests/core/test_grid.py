"""The grid of combinations."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from bunraku.core.cluster.grid import MOST_COLUMNS, MOST_ROWS, combination, grid_of
from bunraku.core.text.labelled_phrases import labelled_subjects

TOWNS = ("Harrowby", "Stanwick Cross")
SWEEPING = [
    "chimney sweep", "chimney sweeps harrowby", "chimney sweep near harrowby",
    "chimney sweep stanwick cross", "chimney sweep near me", "chimney sweep cost",
    "chimney lining", "chimney lining cost", "chimney lining in harrowby",
    "how much is a chimney sweep", "chimney sweep vs lining", "sweep a chimney for winter",
]  # fmt: skip


def told(texts: list[str], volume: list[float] | None = None, places: tuple[str, ...] = TOWNS):  # type: ignore[no-untyped-def]
    searched = np.array(volume or [10.0] * len(texts))
    found = grid_of(texts, searched, "en", places)
    at = {
        (found.rows[c.row], "" if c.column < 0 else found.columns[c.column]): c for c in found.cells
    }
    return found, at


def test_base_terms_by_places_and_modifiers() -> None:
    found, at = told(SWEEPING)
    assert set(found.rows[:2]) == {"chimney sweep", "chimney lining"}
    assert found.columns[: found.places] == ("Harrowby", "Stanwick Cross")
    assert {"near me", "cost"} <= set(found.columns)
    # Whatever stands beside a place, it is that place's; the forms of a word are one.
    assert at["chimney sweep", "Harrowby"].volume == 20
    assert at["chimney sweep", ""].volume == 10
    assert at["chimney lining", "cost"].volume == 10
    # What asks or compares stands in no grid.
    assert not any("how" in name or "vs" in name for name in found.columns)
    assert sum(cell.volume for cell in found.cells) == 10 * (len(SWEEPING) - 2)


def test_the_most_searched_comes_first_and_says_it() -> None:
    _, at = told(["kiln for sale", "kilns for sale", "kiln", "glaze"], [5.0, 90.0, 7.0, 300.0])
    assert at["kiln", "for sale"].keyword == 1
    assert at["kiln", "for sale"].volume == 95
    found, _ = told(["kiln for sale", "kilns for sale", "kiln", "glaze"], [5.0, 90.0, 7.0, 300.0])
    assert found.rows[0] == "glaze"


@pytest.mark.parametrize(
    ("base", "modifier", "text"),
    [
        ("chimney sweep", "Harrowby", "chimney sweep Harrowby"),
        ("chimney sweep", "near me", "chimney sweep near me"),
        ("chimney sweep", "best", "best chimney sweep"),
        ("kiln", "used electric", "used electric kiln"),
        ("kiln", "for beginners", "kiln for beginners"),
    ],
)
def test_a_combination_is_put_as_it_would_be_searched(base: str, modifier: str, text: str) -> None:
    assert combination(base, modifier, "en") == text


def test_german_stands_as_it_is_said() -> None:
    found = grid_of(
        ["schornsteinfeger kosten", "beste schornsteinfeger", "schornsteinfeger"],
        np.ones(3), "de",
    )  # fmt: skip
    assert found.rows == ("schornsteinfeger",)
    assert combination("schornsteinfeger", "beste", "de") == "beste schornsteinfeger"


def test_every_subject_has_a_grid_within_bounds() -> None:
    for subject in labelled_subjects("en"):
        texts = [phrase.text for phrase in subject.phrases]
        found = grid_of(texts, np.full(len(texts), np.nan), "en")
        assert 1 <= len(found.rows) <= MOST_ROWS, subject.name
        assert len(found.columns) <= MOST_COLUMNS
        assert all(row.strip() for row in found.rows)


@given(st.lists(st.text(max_size=30), max_size=20))
def test_whatever_is_searched_no_combination_stands_twice(texts: list[str]) -> None:
    found = grid_of(texts, np.ones(len(texts)), "en", TOWNS)
    places = [(cell.row, cell.column) for cell in found.cells]
    assert len(set(places)) == len(places)
    assert all(
        0 <= c.row < len(found.rows) and -1 <= c.column < len(found.columns) for c in found.cells
    )
    assert sum(cell.volume for cell in found.cells) <= len(texts)


def test_shapes_must_match() -> None:
    with pytest.raises(ValueError, match="one entry"):
        grid_of(["kiln"], np.ones(2), "en")
