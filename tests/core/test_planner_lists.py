"""Lists as advertising planners and people write them: bids in two columns, competition in words,
signs before keywords, notes below."""

from pathlib import Path

import pytest

from bunraku.core.formats.countries_in import country_of
from bunraku.core.formats.days_in import read_month
from bunraku.core.formats.planner_in import (
    ends_of_bids,
    level_of,
    match_marked,
    match_of,
    priority_of,
)
from bunraku.core.formats.reading import Look, Wanted, look_into, read_rows
from bunraku.core.formats.repeated_rows import join_repeated
from bunraku.core.formats.row_in import Refused, Taken

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


SECTIONS = '''Keyword;Volume;CPC
SUITS;;
bee suit;1300;0,40
[bee veil];40;0,20
"""hive tool""";90;0,5
+bee +smoker;50;0,3
Tools:;;
uncapping knife;70;0,2
ordinary keyword without figures;;
Total;1550;
'''


def test_titles_and_totals_are_left_out_until_they_are_wanted(tmp_path: Path) -> None:
    look, taken, refused = read(tmp_path, SECTIONS)
    assert [row.code for row in refused] == ["section", "section", "total"]
    assert (look.left_out, look.will_come, len(taken)) == (3, 6, 6)
    (wanted,) = look_into(tmp_path / "list.csv", Wanted(titles=True))
    rows = [row for batch in read_rows(tmp_path / "list.csv", "", wanted.plan, 9) for row in batch]
    assert next(row.text for row in rows if isinstance(row, Taken)) == "SUITS"
    assert wanted.left_out == 0
    # Where all keywords are in capitals none of them is a title.
    _, taken, refused = read(tmp_path, "Keyword;Volume\nBEE SUIT;30\nVEIL;\nSMOKER;4\n")
    assert (len(taken), refused) == (3, [])


def test_match_types_are_read_from_marks_and_columns(tmp_path: Path) -> None:
    _, taken, _ = read(tmp_path, SECTIONS)
    told = {row.text: row.texts.get("match", "") for row in taken}
    assert [told[text] for text in ("bee suit", "bee veil", "hive tool", "bee smoker")] == [
        *("", "exact", "phrase", "broad")
    ]
    text = "Keyword,Match type,Volume\n[bee suit],Broad,3\nveil,Exact match,4\nhood,odd,2\nhat,,1\n"
    look, taken, _ = read(tmp_path, text)
    assert look.plan.mapping["match"] == 1
    assert [row.texts.get("match") for row in taken] == ["broad", "exact", None, None]
    assert "is not exact, phrase or broad" in taken[2].unread[0]
    assert [match_marked(text) for text in ('"a" and "b"', "c++", "[a] b", "+1 day")] == [
        *("", "", "", "broad")
    ]
    assert (match_of("Weitgehend passend"), match_of("sometimes")) == ("broad", "")


def test_a_number_split_by_its_comma_is_no_number(tmp_path: Path) -> None:
    text = "Keyword,Volume,CPC\nbee suit,1,300,0.40\nveil,40,0.20\nhood,30,0.1\n"
    _, taken, refused = read(tmp_path, text)
    assert [row.text for row in taken] == ["veil", "hood"]
    assert [(row.number, row.code) for row in refused] == [(2, "ragged")]
    assert "It has 4 cells under 3 headings" in refused[0].message
    # So is one whose keyword a comma parted; what is left over after a note belongs to it.
    text = "Keyword,Volume,Note\nsuit, white,90,x\nveil,40,new,white\nhood,3,y\nhat,4,z\n"
    _, taken, refused = read(tmp_path, text)
    assert [row.text for row in taken] == ["veil", "hood", "hat"]
    assert [row.number for row in refused] == [2]
    # Where most rows are longer, the heading is short, and nothing slipped.
    _, taken, refused = read(tmp_path, "Keyword,Volume\nsuit,3,x\nveil,4,y\nhood,5\n")
    assert (len(taken), refused) == (3, [])


@pytest.mark.parametrize(
    "text",
    [
        "Month,Keyword,Searches\n2026-01,bee suit,30\n2026-02,bee suit,50\n2026-02,veil,4\n",
        "Monat;Suchbegriff;Suchvolumen\nJan. 2026;bee suit;30\nFebruar 2026;bee suit;50\n"
        "Feb 26;veil;4\n",
        "Date,Keyword,Volume\n01/2026,bee suit,30\n02/2026,bee suit,50\n02/2026,veil,4\n",
    ],
)
def test_a_row_a_month_becomes_months(tmp_path: Path, text: str) -> None:
    look, taken, _ = read(tmp_path, text)
    assert look.plan.mapping["date"] == 0
    suit, veil = [row for row in join_repeated(taken) if isinstance(row, Taken)]
    assert {name: figure.low for name, figure in suit.figures.items()} == {
        "month:2026-01": 30,
        "month:2026-02": 50,
    }
    # One month is no series: it is what it says, searches.
    assert veil.figures["searches"].low == 4
    assert suit.traffic is None


def test_days_of_a_report_become_months_that_are_whole(tmp_path: Path) -> None:
    days = ["28/02/2026", "01/03/2026", "31/03/2026", "02/04/2026"]
    lines = [f"{day},bee suit,/suit,2,100,4.0\n{day},bee suit,/old,1,300,9.0" for day in days]
    text = "Date,Query,Page,Clicks,Impressions,Position\n" + "\n".join(lines) + "\n"
    _, taken, _ = read(tmp_path, text)
    [suit] = join_repeated(taken)
    assert isinstance(suit, Taken)
    assert suit.traffic is not None
    # Of the page with most clicks; the other is shown for the same searches.
    figures = {name: suit.figures[name].low for name in ("clicks", "impressions", "position")}
    assert figures == {"clicks": 12, "impressions": 400, "position": 4}
    assert suit.texts["page"] == "/suit"
    assert suit.traffic.months_covered == pytest.approx(34 / 30.44, abs=0.01)
    assert [month.name for month in suit.traffic.by_month] == ["2026-03"]
    assert [page.name for page in suit.traffic.by_page] == ["/suit", "/old"]


@pytest.mark.parametrize(
    ("cell", "month"),
    [
        ("2026-03", (2026, 3)),
        ("03/2026", (2026, 3)),
        ("März 2026", (2026, 3)),
        ("Mar-26", (2026, 3)),
        ("5 March 2026", None),
        ("2026-03-05", None),
        ("March", None),
        ("12", None),
    ],
)
def test_months_without_a_day(cell: str, month: tuple[int, int] | None) -> None:
    found = read_month(cell)
    assert (found and (found.year, found.month)) == month


def test_a_keyword_group_is_never_the_keyword(tmp_path: Path) -> None:
    text = "Keyword group,Search term,Volume\nRepairs,pen repair,30\nInks,blue ink,4\n"
    look, taken, _ = read(tmp_path, text)
    assert look.plan.mapping == {"group": 0, "keyword": 1, "searches": 2}
    assert [row.texts["group"] for row in taken] == ["Repairs", "Inks"]
    german, _, _ = read(tmp_path, "Anzeigengruppe;Keyword;Suchvolumen\nA;tinte;3\nB;feder;4\n")
    assert german.plan.mapping == {"group": 0, "keyword": 1, "searches": 2}


@pytest.mark.parametrize("heading", ["Häufigste Seiten", "Pages", "Páginas principales", "Ziel"])
def test_pages_of_a_report_are_found_by_their_heading_or_by_what_they_are(
    tmp_path: Path, heading: str
) -> None:
    look, taken, _ = read(
        tmp_path,
        f"Suchanfragen;{heading};Klicks;Impressionen\nuhr;https://a.example/uhr;3;40\n"
        "pendel;https://a.example/pendel;1;90\n",
    )
    assert look.plan.mapping["page"] == 1
    assert taken[1].texts["page"] == "https://a.example/pendel"


UNUSED = """Nr.;Suchbegriff;Volumen;Währung;Gebot;Konkurrenz;Konkurrenz (Index);Saison;CTR;Wer;Notiz
1;lammfell waschen;880;EUR;0,30;Mittel;44;Winter;;Ana;erst fragen
2;lammfell kaufen;1300;EUR;0,80;Hoch;91;Herbst;;Ben;
3;lammfell babys;390;EUR;0,50;Mittel;52;;;Ana;
"""


def test_what_is_not_used_is_named_and_kept_as_a_note(tmp_path: Path) -> None:
    look, taken, _ = read(tmp_path, UNUSED)
    whys = {each.heading: each.why for each in look.unused}
    assert whys == {
        "Nr.": "it numbers the rows",
        "Währung": "it says “EUR” in every row",
        "Konkurrenz": "ad competition is read from another column",
        "Saison": "no step uses it",
        "CTR": "it is empty",
        "Wer": "no step uses it",
        "Notiz": "no step uses it",
    }
    assert taken[0].texts["note"] == "Konkurrenz: Mittel; Saison: Winter; Wer: Ana; erst fragen"
    assert taken[2].texts["note"] == "Konkurrenz: Mittel; Wer: Ana"
    assert not any("Index" in row.texts["note"] for row in taken)


def test_a_person_chooses_what_is_a_note(tmp_path: Path) -> None:
    path = tmp_path / "list.csv"
    path.write_text(UNUSED, "utf-8")
    mapping = {"keyword": 1, "searches": 2}
    (look,) = look_into(path, Wanted(mapping=mapping, notes=[9]))
    (row, *_), *_ = read_rows(path, "", look.plan, 100)
    assert isinstance(row, Taken) and row.texts["note"] == "Wer: Ana"
    (look,) = look_into(path, Wanted(mapping=mapping, notes=[]))
    assert not look.plan.notes


COUNTRIES = """Query,Land/Country,Device,Clicks,Impressions,Position
felt slippers,Germany,MOBILE,10,200,4
felt slippers,Germany,DESKTOP,6,100,7
felt slippers,Austria,MOBILE,3,50,2
felt soles,aut,MOBILE,1,20,9
felt soles,Unknown region,MOBILE,1,20,9
"""


@pytest.mark.parametrize(
    ("country", "all_countries", "clicks", "keywords", "abroad"),
    [("DE", False, 16, 1, 3), ("DE", True, 19, 2, 0), ("FR", False, 19, 2, 0)],
)
def test_rows_of_the_projects_country_count(
    tmp_path: Path, *, country: str, all_countries: bool, clicks: int, keywords: int, abroad: int
) -> None:
    path = tmp_path / "report.csv"
    path.write_text(COUNTRIES, "utf-8")
    (look,) = look_into(path, Wanted(country=country, all_countries=all_countries))
    assert (look.countries, look.abroad) == (("DE", "AT"), abroad)
    assert look.plan.mapping["device"] == 2
    rows = join_repeated([row for batch in read_rows(path, "", look.plan, 100) for row in batch])
    taken = [row for row in rows if isinstance(row, Taken)]
    assert len(taken) == keywords
    assert taken[0].figures["clicks"].low == clicks
    refused = [row.message for row in rows if isinstance(row, Refused)]
    assert len(refused) == abroad
    if abroad:
        assert refused[0] == "Another country (Austria); this project's is Germany."


@pytest.mark.parametrize(
    ("said", "code"),
    [("usa", "US"), ("Vereinigte Staaten", "US"), ("GBR", "GB"), ("uk", "GB"), ("Österreich", "AT"),
     ("Pays-Bas", "NL"), ("Alemania", "DE"), ("moon", ""), ("", ""), ("World", "")],
)  # fmt: skip
def test_countries_by_code_and_name(said: str, code: str) -> None:
    assert country_of(said) == code


def test_searches_of_each_device_are_added_up(tmp_path: Path) -> None:
    text = "Keyword,Device,Searches\nfelt,mobile,70\nfelt,computer,30\nwool,mobile,10\n"
    path = tmp_path / "list.csv"
    path.write_text(text, "utf-8")
    (look,) = look_into(path, Wanted())
    rows = join_repeated([row for batch in read_rows(path, "", look.plan, 100) for row in batch])
    found = [row.figures["searches"].low for row in rows if isinstance(row, Taken)]
    assert found == [100, 10]
