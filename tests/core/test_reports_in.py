"""Reports on one's own pages and figures of months, as people have them."""

from datetime import date
from pathlib import Path

import pytest

from bunraku.core.formats.bad_file import BadFile
from bunraku.core.formats.reports_in import (
    MonthTable,
    PageReport,
    read_day,
    read_months,
    read_page_report,
)


def report(tmp_path: Path, text: str) -> PageReport:
    path = tmp_path / "report.csv"
    path.write_text(text, "utf-8")
    (found,) = read_page_report(path)
    return found


def months(tmp_path: Path, text: str) -> MonthTable:
    path = tmp_path / "months.csv"
    path.write_text(text, "utf-8")
    (found,) = read_months(path)
    return found


def test_a_report_with_days(tmp_path: Path) -> None:
    found = report(
        tmp_path,
        "Date,Page,Query,Clicks,Impressions,Position\n"
        "2026-05-01,https://signs.example/a,Enamel  Signs,3,120,4.5\n"
        "2026-05-02,https://signs.example/a,enamel signs,1,,\n",
    )
    first, second = found.lines
    assert (first.day, first.term, first.clicks) == (date(2026, 5, 1), "enamel signs", 3)
    assert (second.impressions, second.position) == (None, None)


def test_other_words_and_a_decimal_comma(tmp_path: Path) -> None:
    found = report(
        tmp_path,
        "Datum;Seite;Suchanfrage;Klicks;Impressionen;Position\n"
        "13.05.2026;https://schilder.example/a;emailschild;12;1.300;4,5\n"
        "14.05.2026;https://schilder.example/a;emailschild reparieren;2;90;11,2\n".replace(
            "Suchanfrage", "Suchbegriff"
        ),
    )
    assert found.lines[0].day == date(2026, 5, 13)
    assert (found.lines[0].impressions, found.lines[0].position) == (1_300, 4.5)


def test_the_american_order_is_seen_by_a_day_beyond_twelve(tmp_path: Path) -> None:
    rows = "".join(
        f"{day},https://a.example/x,term {day[:2]},1,10\n" for day in ("05/13/2026", "05/02/2026")
    )
    found = report(tmp_path, "day,page,query,clicks,impressions\n" + rows)
    assert [line.day for line in found.lines] == [date(2026, 5, 13), date(2026, 5, 2)]


def test_a_line_that_cannot_be_read_is_refused_alone(tmp_path: Path) -> None:
    found = report(
        tmp_path,
        "Date,Page,Query,Clicks,Impressions\n"
        "soon,https://a.example/x,one,1,10\n"
        "2026-05-01,,two,1,10\n"
        "2026-05-01,https://a.example/x,three,1,10\n"
        "Total,,,99,999\n",
    )
    assert [line.term for line in found.lines] == ["three"]
    assert found.refused == 3
    assert found.why[0] == "Row 2: Its day cannot be read."
    assert found.why[1] == "Row 3: It names no page."


@pytest.mark.parametrize(
    ("text", "lacks"),
    [
        ("Query,Clicks\na b,1\n", "the page"),
        ("Page,Query\nhttps://a.example/x,a b\n", "clicks or impressions"),
        ("", "empty"),
    ],
)
def test_a_table_that_is_no_report_says_what_it_lacks(
    tmp_path: Path, text: str, lacks: str
) -> None:
    with pytest.raises(BadFile, match=lacks):
        report(tmp_path, text)


@pytest.mark.parametrize(
    "heading",
    ["Suchanfrage", "Häufigste Suchanfragen", "Consulta", "Zoekopdracht", "Wonach gesucht wurde"],
)
def test_queries_are_found_whatever_their_column_is_called(tmp_path: Path, heading: str) -> None:
    found = report(
        tmp_path,
        f"Datum;Seite;{heading};Klicks;Impressionen;Position\n"
        "03.05.2026;https://a.example/kit;Heftlade bauen;12;1.340;6,4\n"
        "04.05.2026;https://a.example/kit;Buchbinden lernen;2;140;8,0\n",
    )
    assert [(one.term, one.clicks, one.impressions, one.position) for one in found.lines] == [
        ("heftlade bauen", 12, 1340, 6.4),
        ("buchbinden lernen", 2, 140, 8.0),
    ]


def test_pages_with_clicks_alone_are_visits_by_page(tmp_path: Path) -> None:
    found = report(
        tmp_path,
        "Page,Title,Clicks,Impressions,Position\n"
        "https://a.example/kit,A kit for the first book,30,900,5.1\n"
        "https://a.example/glue,Glue that holds,4,120,9.3\n",
    )
    assert [(one.page, one.term, one.clicks) for one in found.lines] == [
        ("https://a.example/kit", "", 30),
        ("https://a.example/glue", "", 4),
    ]


def test_visits_by_page_need_no_query(tmp_path: Path) -> None:
    found = report(
        tmp_path,
        "Date;Landing page;Sessions\n"
        "01.05.2026;/repair;1.204\n"
        "02.05.2026;/repair;1.190\n"
        "02.05.2026;(not set);9\n"
        "soon;/repair;9\n",
    )
    assert [(one.page, one.term, one.clicks) for one in found.lines] == [
        ("/repair", "", 1204),
        ("/repair", "", 1190),
    ]
    assert found.lines[1].day == date(2026, 5, 2)
    assert found.refused == 2


def test_figures_of_months(tmp_path: Path) -> None:
    found = months(
        tmp_path,
        "Month,Outlet,Visits,Inquiries,Stars on average,Weather\n"
        "2026-03,,1204,14,4.7,fair\n"
        'April 2026,A shop,"1,300",,,\n'
        "someday,,1,1,1,\n"
        "2026-13,,1,1,1,\n"
        "05.06.2026,,many,3,,\n",
    )
    assert [row.month for row in found.rows] == [
        date(2026, 3, 1),
        date(2026, 4, 1),
        date(2026, 6, 1),
    ]
    assert found.rows[0].values == {"visits": 1204, "inquiries": 14, "stars": 4.7}
    assert (found.rows[1].outlet, found.rows[1].values) == ("A shop", {"visits": 1300})
    assert found.rows[2].values == {"inquiries": 3}
    assert [wrong.split(":")[0] for wrong in found.wrong] == ["Row 4", "Row 5", "Row 6"]


@pytest.mark.parametrize("text", ["Visits\n3\n", "Month,Weather\n2026-01,fair\n", "\n,\n"])
def test_a_table_without_months_or_figures_is_refused(tmp_path: Path, text: str) -> None:
    with pytest.raises(BadFile):
        months(tmp_path, text)


@pytest.mark.parametrize(
    ("text", "day"),
    [
        ("2026-05-01", date(2026, 5, 1)),
        ("3/4/2026", date(2026, 4, 3)),
        ("1 May 2026", date(2026, 5, 1)),
        ("20260501", date(2026, 5, 1)),
        ("Total", None),
        ("", None),
        ("99/99/2026", None),
    ],
)
def test_days_as_people_write_them(text: str, day: date | None) -> None:
    assert read_day(text) == day
