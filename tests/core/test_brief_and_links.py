"""Briefs as Markdown, links between pieces, a plan that comes back."""

from collections.abc import Callable
from datetime import date
from pathlib import Path
from typing import Any

import pytest
from openpyxl import Workbook, load_workbook

from bunraku.core.formats.bad_file import BadFile
from bunraku.core.formats.csv_out import Column
from bunraku.core.formats.plan_in import PlanTable, read_plan
from bunraku.core.formats.xlsx_out import xlsx_bytes
from bunraku.core.plan.brief import Brief, Section, to_markdown
from bunraku.core.plan.links import MOST_DOWN, Linked, closes_a_circle, propose_links


def test_a_brief_is_plain_markdown() -> None:
    brief = Brief(
        "Kilns | *all* of them", "For [you].",
        [
            Section("Why", lines=["Because\nof `this`."], points=["one", "two"]),
            Section("Table", head=("A", "B"), rows=[("1", "x|y")]),
        ],
    )  # fmt: skip
    text = to_markdown([brief, brief])
    assert text.startswith("# Kilns \\| \\*all\\* of them\n\nFor \\[you\\].\n\n## Why\n")
    assert "Because of \\`this\\`.\n\n- one\n- two\n" in text
    assert "| A | B |\n| --- | --- |\n| 1 | x\\|y |" in text
    assert text.count("# Kilns") == 2
    assert "\n---\n" in text
    assert text.endswith("\n")


def pieces(*texts: str) -> list[Linked]:
    return [Linked(n, "web", text, float(10 - n)) for n, text in enumerate(texts, start=1)]


def test_hubs_and_spokes_are_linked_both_ways() -> None:
    links = propose_links(
        pieces("kiln", "kiln shelves", "electric kiln shelves", "glaze", "best kilns"), "en"
    )
    told = {(link.source, link.target): link for link in links}
    assert told[2, 1].builds
    assert told[2, 1].phrase == "kiln"
    assert not told[1, 2].builds
    assert told[1, 2].phrase == "kiln shelves"
    assert told[3, 2].builds
    assert (3, 1) in told
    assert not any(4 in pair for pair in told)
    assert told[5, 1].builds
    # What says something of its own is no hub of what does not say it.
    assert (2, 5) not in told


def test_a_comparison_links_to_both_and_no_hub_lists_everything() -> None:
    links = propose_links(pieces("kiln", "raku pit", "kiln vs raku pit"), "en")
    assert {link.target for link in links if link.source == 3} == {1, 2}
    assert all("compares" in link.why for link in links if link.source == 3)
    many = propose_links(pieces("kiln", *(f"kiln part{n}" for n in range(40))), "en")
    assert sum(link.source == 1 for link in many) == MOST_DOWN
    apart = [Linked(1, "web", "kiln"), Linked(2, "video", "kiln shelves")]
    assert propose_links(apart, "en") == []
    assert propose_links([], "en") == []


@pytest.mark.parametrize(
    ("after", "piece", "first", "circle"),
    [
        ({}, 1, 2, []),
        ({}, 1, 1, [1, 1]),
        ({2: [1]}, 1, 2, [1, 2, 1]),
        ({2: [3], 3: [1]}, 1, 2, [1, 2, 3, 1]),
        ({2: [3], 3: [4]}, 1, 2, []),
    ],
)
def test_circles_are_found(
    after: dict[int, list[int]], piece: int, first: int, circle: list[int]
) -> None:
    assert closes_a_circle(after, piece, first) == circle


@pytest.fixture
def read(tmp_path: Path) -> Callable[[str], PlanTable]:
    def read_text(text: str) -> PlanTable:
        path = tmp_path / "plan.csv"
        path.write_text(text, "utf-8")
        (table,) = read_plan(path)
        return table

    return read_text


def test_headings_of_earlier_exports_are_still_read(read: Callable[[str], PlanTable]) -> None:
    table = read(
        "Id,State,Made by,Title in reserve,Parked idea,Address\n"
        "7,writing,Ruth,Another,Later,https://a.example/x\n"
    )
    row, said = table.pieces[7]
    assert (row, said["state"], said["maker"]) == (2, "writing", "Ruth")
    assert (said["reserve_title"], said["parked_idea"]) == ("Another", "Later")
    assert said["address"] == "https://a.example/x"


def test_an_edited_plan_is_read_by_its_headings_in_any_order(
    read: Callable[[str], PlanTable],
) -> None:
    table = read(
        "Month,Piece,ID,Hours,Due,State,Tags,Kind,Whatever\n"
        "March 2027,Kilns,7,4.5,5 May 2027,Writing,a; b ;,Buying guide,x\n"
        "2027-02-01,,8,,,,,,\n"
    )
    assert table.wrong == []
    row, said = table.pieces[7]
    assert row == 2
    assert said == {
        "month": date(2027, 3, 1), "title": "Kilns", "hours": 4.5, "due": date(2027, 5, 5),
        "state": "writing", "tags": ["a", "b"], "kind": "guide",
    }  # fmt: skip
    # What is empty is nothing where there may be nothing, and else as it was.
    assert table.pieces[8][1] == {"month": date(2027, 2, 1), "due": None, "tags": []}


@pytest.mark.parametrize(
    ("line", "why"),
    [
        ("x,4", "not a number"),
        (",4", "not a number"),
        ("7,soon", "not a number of hours"),
        ("7,0", "not a number of hours"),
        ("7,501", "not a number of hours"),
        ("7,4\n7,5", "is also in row 2"),
    ],
)
def test_what_cannot_be_read_is_told_with_its_row(
    read: Callable[[str], PlanTable], line: str, why: str
) -> None:
    table = read(f"Id,Hours\n{line}\n")
    assert [why in cell.why for cell in table.wrong] == [True]


@pytest.mark.parametrize(
    ("head", "cell", "why"),
    [
        ("Due", "some day", "not a date"), ("Due", "May", "names no year"),
        ("Kind", "Poem", "not a kind"),
        ("State", "done", "none of idea"), ("Alternative title", "x" * 201, "200 at most"),
    ],
)  # fmt: skip
def test_a_wrong_cell_leaves_the_rest_of_its_row(
    read: Callable[[str], PlanTable], head: str, cell: str, why: str
) -> None:
    table = read(f"Id,{head},Note\n7,{cell},kept\n")
    assert why in table.wrong[0].why
    assert table.pieces[7][1] == {"note": "kept"}


def test_what_is_no_plan_is_refused(read: Callable[[str], PlanTable]) -> None:
    with pytest.raises(BadFile, match="No Id column"):
        read("Piece,Hours\nKilns,4\n")
    with pytest.raises(BadFile):
        read("\n\n")


def test_a_workbook_comes_back_with_its_texts_as_texts(tmp_path: Path) -> None:
    columns = [Column(name, "") for name in ("Id", "Note", "Hours", "Due", "Pinned")]
    rows: list[list[Any]] = [
        [7, "=1+1\x07", 4.5, date(2027, 5, 5), True],
        [8, None, 3.0, None, False],
    ]
    path = tmp_path / "plan.xlsx"
    path.write_bytes(xlsx_bytes("Plan", columns, rows))
    sheet = load_workbook(path)["Plan"]
    assert sheet["B2"].value == "=1+1"
    assert sheet["B2"].data_type == "s"
    assert (sheet["C2"].value, sheet["E2"].value, sheet.freeze_panes) == (4.5, "yes", "A2")
    (table,) = read_plan(path)
    assert table.pieces[7][1] == {"note": "=1+1", "hours": 4.5, "due": date(2027, 5, 5)}
    with pytest.raises(ValueError, match="row 1"):
        xlsx_bytes("Plan", columns, [[1]])
    book = Workbook()
    book.active.append(["Id", "Month"])  # type: ignore[union-attr]
    book.active.append([7.0, date(2027, 4, 30)])  # type: ignore[union-attr]
    book.save(path)
    (table,) = read_plan(path)
    assert table.pieces[7][1] == {"month": date(2027, 4, 1)}
