"""Results pages as people bring them: a table with a result a row, or lines pasted by hand."""

import re
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date
from pathlib import Path
from typing import Any

from dateutil import parser as dates

from bunraku.core.days import is_day
from bunraku.core.formats.bad_file import BadFile
from bunraku.core.formats.figures_in import BadFigure, read_figure
from bunraku.core.formats.mapping import plain_heading, says
from bunraku.core.formats.meanings import MEANINGS
from bunraku.core.formats.row_in import Refused
from bunraku.core.formats.table_in import open_table
from bunraku.core.text import BadKeyword, clean_keyword, identity_key
from bunraku.core.text.addresses import host_of
from bunraku.core.text.markup import without_markup
from bunraku.core.text.names import clean_name

HEADINGS: dict[str, str] = {
    "keyword": MEANINGS["keyword"].headings,
    "position": MEANINGS["position"].headings + ", place, no, nr",
    "address": "address, url, page, link, result, result url, landing page, adresse, seite",
    "title": "title, page title, heading, name, headline, titel, titre, título, titolo",
    "publisher": "publisher, site, domain, host, website, channel, shop, seller, store, kanal",
    "kind": "type, kind, result type",
    "standing": "authority, rating, strength, followers, subscribers, shop reviews, seller reviews",
    "pull": "links, backlinks, domains, referring sites, views a day, daily views, sales, "
    "sales a month, monthly sales, sold",
    "published": "published, published on, date, publish date, publication date, datum",
    "views": "views, view count, aufrufe",
    "seconds": "seconds, length, duration",
    "price": "price, preis, prix, precio",
    "reviews": "reviews, ratings, review count, bewertungen",
}
"""What a column can be: words of headings that say so, separated by commas."""
CONTAINED = ("standing", "pull")
"""Recognised also by a heading that only contains one of their words, whoever's name for it it is:
"site authority", "linking domains"."""
FIGURES = ("standing", "pull", "views", "seconds", "price", "reviews")
NEEDED = ("keyword", "address")
MOST_POSITION = 200
MOST_ADDRESS = 2_000
MOST_TITLE = 1_000
MOST_LINE = 3_100
"""Characters of a line noted by hand: an address and a title of the greatest length."""
_ADS = frozenset("ad ads paid sponsored advertisement promoted anzeige".split())
_HOST = r"[\w-]+(?:\.[\w-]+)*\.[a-z]{2,}"
_ADDRESS = re.compile(
    rf"(?:https?://|www\.)\S+|\b{_HOST}/\S*|^{_HOST}(?=\s|$)|\b{_HOST}$", re.IGNORECASE
)
Told = dict[str, Any]


@dataclass
class BroughtPage:
    """A keyword's page: its text, its results as a source would tell them, its ads."""

    text: str
    results: list[Told] = field(default_factory=list)
    ads: int = 0


@dataclass
class BroughtPages:
    """Pages by keyword key; rows read; rows that could not be taken, and why; what each column was
    read as; figures that could not be read."""

    pages: dict[str, BroughtPage] = field(default_factory=dict)
    rows: int = 0
    refused: list[Refused] = field(default_factory=list)
    columns: list[str] = field(default_factory=list)
    unread: int = 0


def read_pages(path: Path) -> Iterator[BroughtPages]:
    """Read a table of results pages, a result a row.

    Parameters: the file, of any kind that a list of keywords may be. Returns: one `BroughtPages`.
    Results stand in the order of their positions, without one in the order of the rows; a second
    result at a position is refused, a hole stays one. Ads are counted and are no results. Raises:
    `BadFile` for what is no table, or without a column of keywords and one of addresses. Cost:
    n log n."""
    out = BroughtPages()
    columns: Mapping[str, int] = {}
    for number, cells in open_table(path).rows():
        if isinstance(cells, str):
            out.refused.append(Refused(number, "", "row_unread", cells))
        elif not columns:
            columns = _columns(cells)
            out.columns = list(columns)
        elif any(cell.strip() for cell in cells):
            out.rows += 1
            _take(out, number, cells, columns)
    if not columns:
        raise BadFile("The file has only empty rows.")
    for page in out.pages.values():
        page.results.sort(key=lambda told: told["position"])
    yield out


def _columns(cells: Sequence[str]) -> dict[str, int]:
    found: dict[str, int] = {}
    known = {
        word.strip(): meaning for meaning, words in HEADINGS.items() for word in words.split(",")
    }
    plain = [plain_heading(cell) for cell in cells]
    for column, heading in enumerate(plain):
        meaning = known.get(heading)
        if meaning and meaning not in found:
            found[meaning] = column
    for column, heading in enumerate(plain):
        if column in found.values():
            continue
        for meaning in CONTAINED:
            if meaning not in found and says(heading, HEADINGS[meaning], whole=False):
                found[meaning] = column
                break
    missing = [name for name in NEEDED if name not in found]
    if missing:
        raise BadFile(
            f"Its first row names no column of {' and none of '.join(missing)}: a table of "
            "results pages has keyword, position, URL and title, and anything else that is "
            "known."
        )
    return found


def _take(out: BroughtPages, number: int, cells: Sequence[str], columns: Mapping[str, int]) -> None:
    said = {
        name: cells[column].strip() if column < len(cells) else ""
        for name, column in columns.items()
    }

    def refuse(why: str, code: str = "row_refused") -> None:
        shown = said["keyword"] or said["address"]
        out.refused.append(Refused(number, shown[:60], code, why))

    try:
        text = clean_keyword(said["keyword"])
    except BadKeyword as bad:
        return refuse(str(bad), bad.code)
    page = out.pages.setdefault(identity_key(text), BroughtPage(text))
    if said.get("kind", "").casefold() in _ADS:
        page.ads += 1
        return None
    if not said["address"]:
        return refuse("It has no URL.")
    position = _position(said.get("position", ""), page)
    if position is None:
        return refuse(f"“{said['position'][:20]}” is not a position from 1 to {MOST_POSITION}.")
    if any(told["position"] == position for told in page.results):
        return refuse(f"Position {position} is taken by another result; that one is used.")
    told = result_told(position, said["address"], said.get("title", ""), said.get("publisher", ""))
    for name in FIGURES:
        out.unread += not _figure(told, name, said.get(name, ""))
    out.unread += not _published(told, said.get("published", ""))
    page.results.append(told)
    return None


def _position(text: str, page: BroughtPage) -> int | None:
    if not text:
        return max((told["position"] for told in page.results), default=0) + 1
    try:
        figure = read_figure(text)
    except BadFigure:
        return None
    if figure is None or not figure.low.is_integer() or not 1 <= figure.low <= MOST_POSITION:
        return None
    return int(figure.low)


def _figure(told: Told, name: str, text: str) -> bool:
    """Put a figure down; False where there is one that cannot be read."""
    try:
        figure = read_figure(text)
    except BadFigure:
        return False
    if figure is not None and figure.low >= 0:
        middle = (figure.low + figure.high) / 2
        whole = name in ("views", "seconds", "reviews")
        told[name] = round(middle) if whole else middle
    return True


def _published(told: Told, text: str) -> bool:
    if not text:
        return True
    try:
        day = date.fromisoformat(text[:10])
    except ValueError:
        try:
            day = dates.parse(text, dayfirst=True).date()
        except (ValueError, OverflowError):
            return False
    if not is_day(day):
        return False
    told["published"] = day.isoformat()
    return True


def result_told(position: int, address: str, title: str, publisher: str = "") -> Told:
    """A result as a source would tell it; who publishes it is its host where nobody says so."""
    return {
        "position": position,
        "address": address[:MOST_ADDRESS],
        "title": clean_name(without_markup(title))[:MOST_TITLE],
        "publisher": (clean_name(publisher) or host_of(address))[:300],
    }


def pasted_page(text: str) -> BroughtPages:
    """A page noted by hand: a result a line, its title and its address in either order, or the
    title on one line and the address on the next; the first is at the top.

    Parameters: `text` as pasted. Returns: one page under the key "". Raises: nothing; a line with
    neither is passed over, a title without an address is refused."""
    page = BroughtPage("")
    out = BroughtPages({"": page})
    title = ""
    waiting = 0
    for number, line in enumerate(text.splitlines(), start=1):
        line = re.sub(r"^\s*\d{1,3}[.)]\s+", "", line).strip()
        if not line:
            continue
        out.rows += 1
        if len(line) > MOST_LINE:
            why = f"It has more than {MOST_LINE:,} characters: that is not a title and URL."
            out.refused.append(Refused(number, line[:60], "row_refused", why))
            continue
        found = _ADDRESS.search(line)
        if found is None:
            if title:
                out.refused.append(_without_address(waiting, title))
            title, waiting = line, number
            continue
        rest = (line[: found.start()] + " " + line[found.end() :]).strip(" \t|,;–—-")
        if rest and title:
            out.refused.append(_without_address(waiting, title))
            title = ""
        told = result_told(len(page.results) + 1, found.group().rstrip(".,;"), rest or title)
        page.results.append(told)
        title = ""
    if title:
        out.refused.append(_without_address(waiting, title))
    return out


def _without_address(number: int, title: str) -> Refused:
    return Refused(number, title[:60], "row_refused", "It has no URL.")
