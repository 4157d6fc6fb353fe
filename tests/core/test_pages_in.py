"""Results pages as people bring them."""

from pathlib import Path

import pytest

from bunraku.core.formats.bad_file import BadFile
from bunraku.core.formats.pages_in import BroughtPages, pasted_page, read_pages


def read(tmp_path: Path, text: str) -> BroughtPages:
    path = tmp_path / "pages.csv"
    path.write_text(text, "utf-8")
    (brought,) = read_pages(path)
    return brought


def test_a_result_a_row(tmp_path: Path) -> None:
    brought = read(
        tmp_path,
        "Keyword;Pos.;URL;Title;Strength of the site;Linking domains;Published;Type\n"
        "bee suit;2;https://b.example/suits;Bee suits;41;1.200;2026-03-01;organic\n"
        "Bee  suit;1;https://www.a.example/x;A “bee-suit”;n/a;;1 February 2025;\n"
        "bee suit;1;https://c.example;Again;;;;\n"
        "bee suit;;https://ad.example;Buy;;;;Ad\n"
        "hive;;https://d.example;;seventy;;;\n"
        "hive;;https://e.example;;;;;\n"
        "hive;999;https://f.example;;;;;\n"
        ";1;https://g.example;;;;;\n"
        "hive;3;;No address;;;;\n",
    )
    assert list(brought.pages) == ["bee suit", "hive"]
    suit, hive = brought.pages.values()
    assert (suit.text, suit.ads) == ("bee suit", 1)
    first, second = suit.results
    assert (first["position"], first["publisher"], first["published"]) == (
        1,
        "a.example",
        "2025-02-01",
    )
    assert "standing" not in first
    assert (second["standing"], second["published"]) == (41.0, "2026-03-01")
    assert [told["position"] for told in hive.results] == [1, 2]
    assert brought.unread == 1
    assert {r.number: r.message for r in brought.refused} == {
        4: "Position 1 is taken by another result; that one is used.",
        8: "“999” is not a position from 1 to 200.",
        9: "There is nothing to search for in this.",
        10: "It has no URL.",
    }
    assert brought.rows == 9


@pytest.mark.parametrize(
    ("text", "why"),
    [
        ("keyword,title\nbee,x\n", "no column of address"),
        ("a,b\n1,2\n", "no column of keyword and none of address"),
        ("\n\n", "empty"),
    ],
)
def test_what_is_no_table_of_pages(tmp_path: Path, text: str, why: str) -> None:
    with pytest.raises(BadFile, match=why):
        read(tmp_path, text)


def test_lines_pasted_by_hand() -> None:
    brought = pasted_page(
        "1. Bee suits for all https://a.example/suits\n"
        "\n"
        "https://www.b.example/x | Suits, tested\n"
        "On a line of its own\n"
        "c.example/bee-suit\n"
        "Lost title\n"
        "Another title\n"
        "https://d.example\n"
        "two.example/y Two of them\n"
        "three.example Three, version 2.0\n"
        "End without address 2.0\n"
    )
    told = [(r["position"], r["title"], r["address"]) for r in brought.pages[""].results]
    assert told == [
        (1, "Bee suits for all", "https://a.example/suits"),
        (2, "Suits, tested", "https://www.b.example/x"),
        (3, "On a line of its own", "c.example/bee-suit"),
        (4, "Another title", "https://d.example"),
        (5, "Two of them", "two.example/y"),
        (6, "Three, version 2.0", "three.example"),
    ]
    assert [(r.number, r.text) for r in brought.refused] == [
        (6, "Lost title"),
        (11, "End without address 2.0"),
    ]
    assert pasted_page("").pages[""].results == []


def test_a_line_of_any_length_ends_soon() -> None:
    brought = pasted_page("a-" * 90_000 + "\nx " + "b-" * 1_500 + "\nhttps://a.example\n")
    assert [r.number for r in brought.refused] == [1]
    assert len(brought.pages[""].results) == 1
