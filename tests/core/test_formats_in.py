"""Files as people have them: what is understood, what is refused and why."""

import io
import json
import zipfile
from pathlib import Path

import openpyxl
import pytest
from hypothesis import given
from hypothesis import strategies as st
from openpyxl.worksheet._reader import WorkSheetParser

from bunraku.core.formats.bad_file import BadFile
from bunraku.core.formats.delimited import NEVER_CLOSED, TOO_LONG, delimited_rows, guess_delimiter
from bunraku.core.formats.figures_in import Figure
from bunraku.core.formats.keywords_in import Plan, keywords_in, look_at
from bunraku.core.formats.mapping import find_heading, guess_mapping
from bunraku.core.formats.meanings import MEANINGS
from bunraku.core.formats.row_in import Refused, Taken
from bunraku.core.formats.table_in import open_table


def file(tmp_path: Path, content: str | bytes, encoding: str = "utf-8") -> Path:
    path = tmp_path / "table"
    path.write_bytes(content if isinstance(content, bytes) else content.encode(encoding))
    return path


def read(path: Path, sheet: str = "") -> tuple[list[Taken], list[Refused]]:
    table = open_table(path, sheet)
    hits = list(keywords_in(table, look_at(table).plan))
    return [match for match in hits if isinstance(match, Taken)], [
        row for row in hits if isinstance(row, Refused)
    ]


TABLE = "Keyword;Search volume;CPC\nstar chart;1.300;0,45\nmoon lamp;100 – 1K;—\n"


@pytest.mark.parametrize("delimiter", [";", "\t", "|"])
@pytest.mark.parametrize(
    "encoding", ["utf-8", "utf-8-sig", "utf-16", "utf-16-le", "utf-16-be", "cp1252"]
)
def test_any_delimiter_and_encoding(tmp_path: Path, delimiter: str, encoding: str) -> None:
    taken, refused = read(
        file(tmp_path, TABLE.replace(";", delimiter).replace("moon", "möon"), encoding)
    )
    assert not refused
    assert [row.text for row in taken] == ["star chart", "möon lamp"]
    assert taken[0].figures["searches"] == Figure(1300, 1300)
    assert taken[0].figures["cpc"] == Figure(0.45, 0.45)
    assert taken[1].figures["searches"] == Figure(100, 1000)
    assert "cpc" not in taken[1].figures


def test_noughts_in_less_than_a_quarter_of_the_bytes_are_no_letters(tmp_path: Path) -> None:
    """In two-byte letters of our alphabet every second byte is 0; here it is 9 of 40."""
    with pytest.raises(BadFile):
        open_table(file(tmp_path, (b"a\0" * 9 + b"aa" * 11) * 20))


def test_commas_with_quoted_cells(tmp_path: Path) -> None:
    taken, refused = read(
        file(tmp_path, 'query,searches\n"chart, star","1,300"\n"the ""big"" dipper",20\n')
    )
    assert not refused
    assert [(row.text, row.figures["searches"].low) for row in taken] == [
        ("chart, star", 1300),
        ('the "big" dipper', 20),
    ]


def test_heading_not_first_totals_repeats_and_formulas(tmp_path: Path) -> None:
    text = (
        "My report,,\nmade on,1 May,\n\nKeyword,Clicks,Position\nstar "
        "chart,12,3.4\nKeyword,Clicks,Position\n=SUM(A1:A3),3,4\n"
        f"{'x' * 2000},1,1\n,5,5\n?!,1,1\nmoon,lots,2\nmoon,3,2\nTotal,15,\n"
    )
    taken, refused = read(file(tmp_path, text))
    assert [row.text for row in taken] == ["star chart", "moon", "moon"]
    assert [(row.number, row.code) for row in refused] == [
        (6, "heading"),
        (7, "formula"),
        (8, "keyword_too_long"),
        (9, "keyword_empty"),
        (10, "keyword_no_word"),
        (13, "total"),
    ]
    # One figure that cannot be read leaves that one unknown, and is told.
    assert taken[1].unread == ("Your clicks: “lots” is not a number.",)
    assert set(taken[1].figures) == {"position"}


def test_a_keyword_called_like_the_heading_is_one_where_it_has_figures(tmp_path: Path) -> None:
    taken, refused = read(file(tmp_path, "query,searches\nquery,40\nquery,searches\n"))
    assert [row.text for row in taken] == ["query"]
    assert [row.code for row in refused] == ["heading"]


def test_one_keyword_a_line_needs_no_heading(tmp_path: Path) -> None:
    taken, refused = read(file(tmp_path, 'star chart\nmoon lamp, small\n\n  8" telescope \n'))
    assert not refused
    assert [(row.number, row.text) for row in taken] == [
        (1, "star chart"),
        (2, "moon lamp, small"),
        (4, '8" telescope'),
    ]


def test_a_quote_that_is_never_closed_costs_its_own_row_only(tmp_path: Path) -> None:
    rows = [f"word {n},{n}" for n in range(100)]
    rows[3] = '"word 3,3'
    rows[7] = 'tube 8" long,7'
    taken, refused = read(file(tmp_path, "keyword,searches\n" + "\n".join(rows)))
    assert [(row.number, row.message) for row in refused] == [(5, NEVER_CLOSED)]
    assert len(taken) == 99
    assert taken[6].text == 'tube 8" long'


def test_rows_far_too_long_are_refused_quickly(tmp_path: Path) -> None:
    endless = ",".join(['"a"'] * 100_000)
    taken, refused = read(file(tmp_path, f"keyword,searches\nstar,1\n{endless}\nmoon,2\n"))
    assert [row.text for row in taken] == ["star", "moon"]
    assert [(row.number, row.message) for row in refused] == [(3, TOO_LONG)]
    spaces = "1" + " " * 5_000 + "x"
    taken, _ = read(file(tmp_path, f"keyword,searches\nstar,1\nsun,2\nmoon,{spaces}\n"))
    assert [bool(row.unread) for row in taken] == [False, False, True]


def test_a_row_may_span_lines_inside_quotes() -> None:
    rows = list(delimited_rows(["a,b\n", '"one\n', 'two",2\n', "c,3\n"], ","))
    assert rows == [(1, ["a", "b"]), (2, ["one\ntwo", "2"]), (4, ["c", "3"])]


@given(
    st.lists(
        st.lists(st.text(alphabet='ab ",\n', max_size=6), min_size=2, max_size=2),
        min_size=1,
        max_size=8,
    )
)
def test_what_a_csv_writer_writes_is_read_back(rows: list[list[str]]) -> None:
    import csv

    buffer = io.StringIO()
    csv.writer(buffer, lineterminator="\n", quoting=csv.QUOTE_ALL).writerows(rows)
    wanted = [[cell.strip() for cell in row] for row in rows]
    hits = [cells for _, cells in delimited_rows(buffer.getvalue().splitlines(keepends=True), ",")]
    assert hits == [row for row in wanted if any(row)]


def test_the_delimiter_that_parts_all_lines_alike() -> None:
    assert guess_delimiter("a;b,c\nd;e\nf;g,h,i\n") == ";"
    assert guess_delimiter("one two\nthree, four\nfive\nsix\n") == ""


@pytest.mark.parametrize(
    ("content", "says"),
    [
        (b"", "empty"),
        (b"\xff\xfe", "empty"),
        (b" \r\n\n", "empty"),
        (b"\x89PNG\r\n\x1a\n" + bytes(200), "a picture"),
        (b"%PDF-1.7 ...", "a PDF"),
        (bytes(range(256)) * 20, "Not a text file"),
        (b"\x01\x02\x03\x04abc" * 100, "Not a text file"),
        (b"PK\x03\x04 broken", "broken"),
        (b"\xd0\xcf\x11\xe0\xa1\xb1", "old binary"),
    ],
)
def test_junk_is_told_as_what_it_is(tmp_path: Path, content: bytes, says: str) -> None:
    with pytest.raises(BadFile, match=says):
        open_table(file(tmp_path, content))


def book(tmp_path: Path) -> Path:
    made = openpyxl.Workbook()
    made.active.title = "Cover"
    sheet = made.create_sheet("Data")
    sheet.append(["Made by", "nobody"])
    sheet.append(["Keyword", "Searches", "CPC", "Note"])
    sheet.append(["star chart", 1300, 0.45, "soon"])
    sheet.append(['=CONCAT("a","b")', 3, None, None])
    sheet.append(["moon lamp", "1.3K", None, None])
    sheet.append([None, None, None, None])
    sheet.append(["Total", 2600, None, None])
    made.create_sheet("More").append(["planisphere"])
    path = tmp_path / "book.csv"
    made.save(path)
    return path


def test_spreadsheets_whatever_they_are_called(tmp_path: Path) -> None:
    table = open_table(book(tmp_path))
    assert (table.kind, table.sheets, table.sheet) == ("xlsx", ("Cover", "Data", "More"), "Data")
    taken, refused = read(table.path)
    assert [(row.number, row.text, row.figures["searches"].low) for row in taken] == [
        (3, "star chart", 1300),
        (5, "moon lamp", 1300),
    ]
    assert taken[0].texts == {"note": "soon"}
    # A formula that no program has worked out yet has no value.
    assert [(row.number, row.code) for row in refused] == [(4, "keyword_empty"), (7, "total")]
    assert [row.text for row in read(table.path, "More")[0]] == ["planisphere"]
    with pytest.raises(BadFile, match="The sheets are Cover, Data, More"):
        open_table(table.path, "Nothing")


def test_a_spreadsheet_that_unpacks_to_hundreds_of_megabytes(tmp_path: Path) -> None:
    path = tmp_path / "bomb.xlsx"
    with zipfile.ZipFile(path, "w", zipfile.ZIP_DEFLATED) as packed:
        packed.writestr("xl/workbook.xml", "<workbook/>")
        for number in range(3):
            packed.writestr(f"xl/worksheets/sheet{number}.xml", b"0" * 100_000_000)
    assert path.stat().st_size < 500_000
    with pytest.raises(BadFile, match="unpacks to 300 MB; 120 MB are the most"):
        open_table(path)


def test_a_packed_file_that_is_no_spreadsheet_and_one_cut_off(tmp_path: Path) -> None:
    path = tmp_path / "other.zip"
    with zipfile.ZipFile(path, "w") as packed:
        packed.writestr("letter.txt", "hello")
    with pytest.raises(BadFile, match="not a spreadsheet"):
        open_table(path)
    whole = book(tmp_path).read_bytes()
    with pytest.raises(BadFile, match="broken"):
        open_table(file(tmp_path, whole[: len(whole) // 2]))


def test_json_lines_and_lists(tmp_path: Path) -> None:
    lines = (
        '{"keyword": "star chart", "volume": 1300}\n{"volume": 20, "keyword": "moon lamp", '
        '"tags": [1]}\nno json\n[1, 2]\n'
    )
    taken, refused = read(file(tmp_path, lines))
    assert [(row.number, row.text, row.figures["searches"].low) for row in taken] == [
        (1, "star chart", 1300),
        (2, "moon lamp", 20),
    ]
    assert [(row.number, row.code) for row in refused] == [(3, "broken"), (4, "broken")]
    listed = read(
        file(tmp_path, json.dumps([{"query": "a b", "clicks": 3}, {"query": None}], indent=1))
    )
    assert [row.text for row in listed[0]] == ["a b"]
    assert [row.number for row in listed[1]] == [2]
    assert [row.text for row in read(file(tmp_path, '["star chart", "moon"]'))[0]] == [
        "star chart",
        "moon",
    ]


@pytest.mark.parametrize(
    "content", ['{"a": {"b": 1}\n', "[1, 2, 3]", "[[[[", "{}", "[" * 5000, '[{"a": 1}, ']
)
def test_json_of_the_wrong_shape(tmp_path: Path, content: str) -> None:
    table = open_table(file(tmp_path, content))
    with pytest.raises(BadFile):
        look_at(table)


def test_a_table_without_any_words_has_no_keyword_column(tmp_path: Path) -> None:
    table = open_table(file(tmp_path, "1,2\n3,4\n5,6\n"))
    assert "keyword" not in look_at(table).plan.mapping


@pytest.mark.parametrize(
    ("headings", "rows", "wanted"),
    [
        (["Suchbegriff", "Suchvolumen"], [["mond", "20"]], {"keyword": 0, "searches": 1}),
        (
            ["No.", "Search term", "Clicks", "Impressions", "Avg. position"],
            [["1", "a b", "1", "2", "3"]],
            {"keyword": 1},
        ),
        (["", ""], [["12", "star chart"]], {"keyword": 1}),
        (["Keyword", "Keyword"], [["a", "b"]], {"keyword": 0}),
        (["Volume (UK)", "Keyword"], [["10", "x"]], {"keyword": 1, "searches": 0}),
        (["Page", "Query"], [["https://a.example/x", "star"]], {"keyword": 1, "page": 0}),
        ([], [], {}),
    ],
)
def test_the_mapping_guessed(
    headings: list[str], rows: list[list[str]], wanted: dict[str, int]
) -> None:
    hits = guess_mapping(headings, rows)
    assert {name: hits.get(name) for name in wanted} == wanted


def test_headings_found_below_other_rows() -> None:
    assert find_heading([["Report"], ["Keyword", "Volume"], ["a", "1"]]) == 1
    assert find_heading([["Wort", "Zahl"], ["mond", "12"]]) == 0
    assert find_heading([["mond", "12"], ["stern", "13"]]) is None
    assert find_heading([["star"], ["keyword"], ["moon"]]) is None


def test_the_user_may_say_where_the_heading_is(tmp_path: Path) -> None:
    table = open_table(file(tmp_path, "keyword,volume\nstar,1\nmoon,2\n"))
    assert look_at(table, 2).plan.heading == 2
    assert [
        row.text for row in keywords_in(table, Plan(0, {"keyword": 0})) if isinstance(row, Taken)
    ] == [
        "keyword",
        "star",
        "moon",
    ]


def test_every_meaning_says_what_it_is() -> None:
    assert all(value.name and value.about and value.headings for value in MEANINGS.values())


def test_a_sheet_that_does_not_say_its_size_is_not_read_through_to_look_for_it(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    made = openpyxl.Workbook(write_only=True)
    sheet = made.create_sheet()
    for n in range(300):
        sheet.append((f"star chart {n}", n))
    path = tmp_path / "unmeasured.xlsx"
    made.save(path)
    monkeypatch.setattr(WorkSheetParser, "parse_dimensions", lambda _: pytest.fail("measured"))
    assert len(list(open_table(path).rows())) == 300
