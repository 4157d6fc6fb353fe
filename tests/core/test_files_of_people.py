"""Files as people have them: other languages, word processors, spreadsheets with notes, reports."""

import json
from datetime import date
from pathlib import Path
from typing import Any

import openpyxl
import pytest

from bunraku.core.formats.bad_file import BadFile
from bunraku.core.formats.encoding import encoding_of
from bunraku.core.formats.figures_in import Figure
from bunraku.core.formats.keywords_in import keywords_in, look_at
from bunraku.core.formats.mapping import column_type, guess_mapping
from bunraku.core.formats.meanings import meaning_of
from bunraku.core.formats.months_in import month_before, month_columns, month_of
from bunraku.core.formats.reading import Wanted, look_into
from bunraku.core.formats.repeated_rows import join_repeated
from bunraku.core.formats.row_in import Refused, Taken
from bunraku.core.formats.table_in import BROKEN_SIGN, open_table


def read(path: Path) -> tuple[list[Taken], list[Refused]]:
    table = open_table(path)
    rows = list(keywords_in(table, look_at(table).plan))
    return [row for row in rows if isinstance(row, Taken)], [
        row for row in rows if isinstance(row, Refused)
    ]


@pytest.fixture
def table(tmp_path: Path) -> Any:
    def make(content: str | bytes, encoding: str = "utf-8") -> Path:
        path = tmp_path / "table"
        path.write_bytes(content if isinstance(content, bytes) else content.encode(encoding))
        return path

    return make


@pytest.mark.parametrize(
    ("encoding", "text"),
    [
        ("cp1252", "keyword;suche\nbienenstock hälfte;3\nhonig schleudern für anfänger;4"),
        ("cp1252", "mot clé;volume\nélever des abeilles;300\nœufs de reine;10"),
        ("cp1252", "palabra;búsquedas\ncómo hacer jabón;10\nañil para teñir;30"),
        ("cp1252", "keyword,cpc\ncafé near me,£1.20\nfilter coffee,£0.90"),
        ("cp1252", "Ähre;1\nÜberwinterung;4\nÖl;5"),
        ("cp1250", "słowo;liczba\nnaprawa ekspresu łódź;10\nwędzenie ryb w domu;40"),
        ("cp1250", "klíčové slovo;hledanost\njak vyčistit kávovar;40\nřezání skla;10"),
        ("cp1250", "kulcsszó;keresések\nfűtés szerelő;40\nőszi tűzifa;20"),
        ("iso8859_2", "słowo;liczba\nśruba do drewna;10\nwędzenie ryb ą;40\nźródło;3"),
        ("mac_roman", "mot clé;volume\nélever des abeilles;300\nrécolte du miel été;20"),
        ("mac_roman", "Suche;Zahl\nBienenstock Hälfte;3\nHonig schleudern für Anfänger;4"),
        ("cp1251", "запрос;частота\nремонт кофемашины;10\nкак варить кофе;20"),
        ("cp1253", "λέξη;αναζητήσεις\nεπισκευή καφετιέρας;10"),
    ],
)
def test_encodings_of_one_byte_are_told_apart(encoding: str, text: str) -> None:
    raw = text.encode(encoding)
    assert raw.decode(encoding_of(raw)) == text


def test_one_broken_byte_costs_its_row_and_not_the_accents_of_all(table: Any) -> None:
    rows = "".join(f"łódź {n};{n}\n" for n in range(40))
    raw = f"keyword;volume\n{rows}".encode() + b"bad \xff;3\n" + "zażółć;4\n".encode()
    taken, refused = read(table(raw))
    assert (len(taken), taken[-1].text) == (41, "zażółć")
    assert [row.message for row in refused] == [BROKEN_SIGN]
    taken, _ = read(table(b"keyword,volume\nbad\x00 row,1\n" + b"other,2\n" * 60))
    assert taken[0].text == "bad row"


@pytest.mark.parametrize(
    "content",
    [
        "• bee suit\n• hive tool\n• smoker\n",
        "1. bee suit\n2. hive tool\n3. smoker\n",
        "a) bee suit\nb) hive tool\nc) smoker\n",
        "- bee suit\n- hive tool\n- smoker\n",
        "☐ bee suit\n☐ hive tool\n☑ smoker\n",
    ],
)
def test_lists_of_word_processors(table: Any, content: str) -> None:
    assert [row.text for row in read(table(content))[0]] == ["bee suit", "hive tool", "smoker"]


def test_numbers_that_belong_to_keywords_stay(table: Any) -> None:
    lines = ["-18 freezer bags", "3. generation tablet", "hive tool", "2 frame nuc", "4x4 post"]
    assert [row.text for row in read(table("\n".join(lines)))[0]] == lines


def test_ragged_rows_are_still_a_table(table: Any) -> None:
    text = (
        "Keyword,Volume,CPC,Note\nbee suit,90\nhive tool,40,0.50\nsmoker,30,0.20,new,x,y\nveil,1\n"
    )
    taken, _ = read(table(text))
    assert [(row.text, row.figures["searches"].low) for row in taken] == [
        ("bee suit", 90),
        ("hive tool", 40),
        ("smoker", 30),
        ("veil", 1),
    ]


@pytest.mark.parametrize(
    ("content", "keywords"),
    [
        ({"keyword": "bee suit", "volume": 90}, ["bee suit"]),
        ({"rows": [{"keyword": "bee suit"}, {"keyword": "veil"}], "page": 1}, ["bee suit", "veil"]),
        ({"data": {"items": [{"keyword": "bee suit"}]}}, ["bee suit"]),
        ({"keywords": ["bee suit", "veil"]}, ["bee suit", "veil"]),
    ],
)
@pytest.mark.parametrize("indent", [None, 2])
def test_a_lone_object_is_no_keyword(
    table: Any, content: Any, keywords: list[str], indent: int | None
) -> None:
    taken, _ = read(table(json.dumps(content, indent=indent)))
    assert [row.text for row in taken] == keywords


def test_objects_in_objects_are_told(table: Any) -> None:
    lines = [
        {"keyword": "bee suit", "metrics": {"volume": 90, "cpc": {"high": 1.5}}, "tags": ["a", "b"]}
    ]
    found = look_at(open_table(table(json.dumps(lines))))
    assert found.headings == ("keyword", "metrics volume", "metrics cpc high", "tags")
    assert found.plan.mapping["searches"] == 1
    assert found.rows[0][1][3] == "a; b"


@pytest.mark.parametrize(
    ("cell", "total"),
    [
        ("Total", True),
        ("Total (24 keywords)", True),
        ("Grand total: 1,200", True),
        ("Summe aller Suchbegriffe", True),
        ("Total searches", True),
        ("total station surveying", False),
        ("sum insured", False),
        ("totally bees", False),
    ],
)
def test_lines_that_add_up_the_others(table: Any, cell: str, *, total: bool) -> None:
    _, refused = read(table(f"keyword;volume\nbee suit;9\n{cell};9\n"))
    assert [row.code for row in refused] == (["total"] if total else [])


def test_cells_that_look_like_formulas(table: Any) -> None:
    cells = ["@home workout", "=SUM(A1:A3)", "= love", "=A2+B2", "#N/A", "#beekeeping"]
    taken, refused = read(table("keyword;volume\n" + "".join(f"{cell};1\n" for cell in cells)))
    assert [row.text for row in taken] == ["@home workout", "= love", "#beekeeping"]
    assert [row.code for row in refused] == ["formula", "formula", "error"]


def test_a_spreadsheet_is_opened_at_its_keywords(tmp_path: Path) -> None:
    book = openpyxl.Workbook()
    notes = book.active
    assert notes is not None
    notes.title = "Read me"
    notes.append(["Made for the club", ""])
    hidden = book.create_sheet("Raw")
    hidden.append(["Keyword", "Volume"])
    hidden.append(["old one", 1])
    hidden.sheet_state = "hidden"
    wanted = book.create_sheet("List")
    wanted.append(["Suchbegriff", "Ø Suchanfragen*", "KD"])
    wanted.append(["bienenstock", "1.300", 12])
    wanted.append(["#NV", 4, 4])
    path = tmp_path / "book.xlsx"
    book.save(path)
    found = open_table(path)
    assert (found.sheet, found.sheets) == ("List", ("Read me", "List", "Raw"))
    taken, refused = read(path)
    assert taken[0].figures == {"searches": Figure(1300, 1300), "difficulty": Figure(12, 12)}
    assert [row.code for row in refused] == ["error"]


def test_a_heading_and_nothing_else(table: Any) -> None:
    with pytest.raises(BadFile, match=r"a heading \(Keyword, Volume\) and nothing below"):
        look_at(open_table(table("Keyword,Volume\n")))


@pytest.mark.parametrize(
    ("heading", "meaning"),
    [
        ("Avg. monthly searches", "searches"),
        ("Search Vol.", "searches"),
        ("Durchschnittliche monatliche Suchanfragen¹", "searches"),
        ("Volume de recherche", "searches"),
        ("Búsquedas mensuales", "searches"),
        ("Zoekvolume", "searches"),
        ("KD", "difficulty"),
        ("Difficulté", "difficulty"),
        ("Schwierigkeit [0-100]", "difficulty"),
        ("Moeilijkheid", "difficulty"),
        ("Dificultad", "difficulty"),
        ("Wettbewerbsdichte", "competition"),
        ("Concurrence", "competition"),
        ("Avg CPC (€)", "cpc"),
        ("Kosten per klik", "cpc"),
        ("Impr.", "impressions"),
        ("Klicks", "clicks"),
        ("KD", "difficulty"),
        ("Ranking difficulty (%)", "difficulty"),
        ("SV", "searches"),
        ("Gemiddelde positie", "position"),
    ],
)
def test_headings_of_other_languages_and_short_ones(heading: str, meaning: str) -> None:
    rows = [["bee suit", "12"], ["veil", "7"]]
    assert guess_mapping(["Keyword", heading], rows) == {"keyword": 0, meaning: 1}


def test_a_place_in_the_list_is_no_position() -> None:
    rows = [[str(n), f"word {n}", str(90 - n)] for n in range(1, 9)]
    assert guess_mapping(["Rank", "Keyword", "Volume"], rows) == {"keyword": 1, "searches": 2}
    rows[3][0] = "9"
    assert guess_mapping(["Rank", "Keyword", "Volume"], rows)["position"] == 0


def test_figures_without_a_heading() -> None:
    rows = [["bee suit", "90", "£0.50"], ["veil", "1200", "£0.20"], ["smoker", "", ""]]
    assert guess_mapping([], rows) == {"keyword": 0, "searches": 1, "cpc": 2}
    numbered = [[str(n), f"word {n}", str(9 * n)] for n in range(1, 9)]
    assert guess_mapping([], numbered) == {"keyword": 1, "searches": 2}


@pytest.mark.parametrize(
    ("heading", "month"),
    [
        ("Jan 2026", "2026-01"),
        ("Searches: Mar 2025", "2025-03"),
        ("2025-11", "2025-11"),
        ("11/2025", "2025-11"),
        ("2025-11-01", "2025-11"),
        ("Dez '25", "2025-12"),
        ("März", "03"),
        ("Keyword", ""),
        ("May to July", ""),
        ("13/2025", ""),
    ],
)
def test_months_of_headings(heading: str, month: str) -> None:
    assert month_of(heading) == month


def test_columns_of_months(table: Any) -> None:
    names = "Jan Feb Mar Apr May Jun Jul Aug Sep Oct Nov Dec".split()
    text = "Keyword;" + ";".join(names) + "\nbee suit;" + ";".join(map(str, range(12))) + "\n"
    taken, _ = read(table(text))
    assert taken[0].figures["month:03"] == Figure(2, 2)
    assert meaning_of("month:2026-03").name == "Searches in March 2026"
    assert month_columns(["Keyword", "May"]) == {}
    assert month_before("03", date(2026, 11, 27)) == "2026-03"
    assert month_before("12", date(2026, 11, 27)) == "2025-12"
    with pytest.raises(KeyError):
        meaning_of("month:13")


def test_pages_of_ones_own_are_added_up() -> None:
    def row(number: int, key: str, clicks: float, shown: float, place: float, page: str) -> Taken:
        figures = {"clicks": clicks, "impressions": shown, "position": place}
        return Taken(
            number, key, key, {n: Figure(v, v) for n, v in figures.items()}, {"page": page}
        )

    refused = Refused(3, "x", "total", "A total.")
    added = join_repeated([row(1, "a", 2, 100, 4, "/one"), refused, row(4, "a", 8, 300, 8, "/two")])
    assert added[1] is refused
    whole = added[0]
    assert isinstance(whole, Taken)
    assert {name: figure.high for name, figure in whole.figures.items()} == {
        "clicks": 10,
        "impressions": 300,
        "position": 8,
    }
    assert whole.texts["page"] == "/two"


def test_what_columns_are(table: Any) -> None:
    rows = [
        ["bee suit", "1,300", "£1.20", "12 %", "10-100", "/suit", "", "1.5"],
        ["veil", "40", "£0.20", "3 %", "<10", "https://a.example/x", "", "2"],
    ]
    assert [column_type(rows, column) for column in range(8)] == [
        *("words", "whole numbers", "money", "per cent", "ranges", "addresses", "empty", "numbers"),
    ]
    looked = next(look_into(table("keyword;volume\na;1\n;2\nc;many\n"), Wanted()))
    assert (looked.rows, looked.will_come, looked.counted) == (3, 2, True)
    assert looked.types == ("words", "whole numbers")
    assert [row.code for row in looked.refused] == ["keyword_empty", "figure_unread"]
