"""Lists as advertising planners and people write them: bids in two columns, competition in words,
signs before keywords, notes below."""

from pathlib import Path

import pytest

from bunraku.core.formats.keywords_in import Refused, Taken
from bunraku.core.formats.planner_in import ends_of_bids, level_of, priority_of
from bunraku.core.formats.reading import Look, Wanted, look_into, read_rows

ENGLISH = """Keyword,Monthly searches,Competition,Top of page bid (low range),Top of page bid (high)
bonsai pots,1300,High,0.31,1.20
bonsai wire,210,Medium,0.10,0.40
bonsai soil,880,Low,,
Total,2390,,,
* Searches are averages over twelve months,,,,
Note: ranges are rounded,,,,
"""
GERMAN = """Keyword;Suchanfragen pro Monat;Wettbewerb;Gebot (unterer Bereich);Gebot (oberer Bereich)
bonsai schale;1.300;Hoch;0,31;1,20
bonsai draht;210;Mittel;0,10;0,40
bonsai erde;880;Gering;;
"""
FRENCH = """Mot clé;Recherches;Concurrence;Enchère haut de page (basse);Enchère haut de page (haute)
pot bonsaï;720;Élevée;0,31;1,20
fil bonsaï;210;Moyenne;0,10;0,40
terre bonsaï;390;Faible;;
"""


def read(tmp_path: Path, text: str) -> tuple[Look, list[Taken], list[Refused]]:
    path = tmp_path / "list.csv"
    path.write_text(text, "utf-8")
    (look,) = look_into(path, Wanted())
    rows = [row for batch in read_rows(path, "", look.plan, 100) for row in batch]
    taken = [row for row in rows if isinstance(row, Taken)]
    return look, taken, [row for row in rows if isinstance(row, Refused)]


@pytest.mark.parametrize("text", [ENGLISH, GERMAN, FRENCH])
def test_both_ends_of_a_bid_and_competition_in_words(tmp_path: Path, text: str) -> None:
    look, taken, _ = read(tmp_path, text)
    assert {"cpc": 3, "cpc_high": 4, "competition": 2}.items() <= look.plan.mapping.items()
    figures = taken[0].figures
    assert (figures["cpc"].low, figures["cpc_high"].high) == (0.31, 1.2)
    shares = [row.figures["competition"].low for row in taken]
    assert shares == pytest.approx([5 / 6, 1 / 2, 1 / 6])
    assert not any(row.unread for row in taken)


def test_an_index_says_more_than_words(tmp_path: Path) -> None:
    text = "keyword,competition,competition (indexed value)\na b,High,87\nc d,Low,4\n"
    look, taken, _ = read(tmp_path, text)
    assert look.plan.mapping["competition"] == 2
    assert [row.figures["competition"].low for row in taken] == [87, 4]


def test_one_end_alone_is_a_bid(tmp_path: Path) -> None:
    look, _, _ = read(tmp_path, "keyword,max cpc\na b,0.5\nc d,0.7\n")
    assert "cpc_high" not in look.plan.mapping or "cpc" not in look.plan.mapping
    assert ends_of_bids([0, 1], ["low bid", "lowest low bid"]) is None


def test_lines_about_the_table_are_no_keywords(tmp_path: Path) -> None:
    _, taken, refused = read(tmp_path, ENGLISH)
    assert [row.text for row in taken] == ["bonsai pots", "bonsai wire", "bonsai soil"]
    assert [row.code for row in refused] == ["total", "footnote", "footnote"]


@pytest.mark.parametrize(
    ("text", "keywords"),
    [
        ("1. pots\n2. wire\n3. 5 needle pine\n", ["pots", "wire", "5 needle pine"]),
        ("1) a pot\n2) a wire\n3) a pine\n", ["a pot", "a wire", "a pine"]),
        ("- a pot\n- a wire\n- a pine\n", ["a pot", "a wire", "a pine"]),
        ("* a pot\n* a wire\n* a pine\n", ["a pot", "a wire", "a pine"]),
        ("• a pot\na wire\n", ["a pot", "a wire"]),
        ("o pots\no wire\no soil\n", ["pots", "wire", "soil"]),
        ("keyword,searches\n1. pots,10\n2. wire,20\n", ["pots", "wire"]),
        ("keyword,searches\n• pots,10\nwire,20\n", ["pots", "wire"]),
        # One alone may be a name.
        ("1. fc marlbury tickets\na wire\nb\n", ["1. fc marlbury tickets", "a wire", "b"]),
        ("o ring kit\nwasher\nseal\n", ["o ring kit", "washer", "seal"]),
        ("keyword,searches\no ring,10\nwasher,20\nseal,1\n", ["o ring", "washer", "seal"]),
        ("-5 degree bag\n-7 bag\n-9 bag\n", ["-5 degree bag", "-7 bag", "-9 bag"]),
    ],
)
def test_signs_before_keywords_are_no_part_of_them(
    tmp_path: Path, text: str, keywords: list[str]
) -> None:
    _, taken, _ = read(tmp_path, text)
    assert [row.text for row in taken] == keywords


def test_a_level_is_the_middle_of_its_third() -> None:
    assert level_of(" HIGH ") is not None
    assert level_of("highest bidder") is None
    assert level_of("") is None


def test_priorities_in_letters_figures_and_words(tmp_path: Path) -> None:
    said = ["A", "b", "3", "1", "Hoch", "medium", "P0", ""]
    read_as = ["high", "normal", "low", "high", "high", "normal", "", ""]
    assert [priority_of(cell) for cell in said] == read_as
    look, _, _ = read(tmp_path, "keyword;Priorität\nschale;1\ndraht;3\nerde;2\n")
    assert look.plan.mapping["priority"] == 1
    look, _, _ = read(tmp_path, "keyword;priority\nschale;70\ndraht;45\nerde;92\n")
    assert "priority" not in look.plan.mapping


def test_the_preview_shows_what_will_be_imported(tmp_path: Path) -> None:
    text = "keyword;searches;priority\n1. pots;10;A\n2. wire;20;B\n3. soil;30;P0\n* rounded;;\n"
    look, taken, _ = read(tmp_path, text)
    assert [cells[0] for _, cells in look.seen.rows] == ["pots", "wire", "soil", "rounded"]
    assert [row.texts.get("priority") for row in taken] == ["high", "normal", None]
    assert [(row.number, row.code) for row in look.refused] == [
        (4, "figure_unread"),
        (5, "footnote"),
    ]
    assert "“P0” is not high, normal or low" in look.refused[0].message
