"""Pieces that exist already: pages, videos and listings of one's own, brought in by their addresses
or from one's own report, to be improved."""

import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any

from django.db import transaction

from bunraku.core.plan.cost_benefit import earns_its_hours
from bunraku.core.plan.working_titles import plain_title
from bunraku.core.text import content_stems, identity_key
from bunraku.core.text.addresses import address_words
from bunraku.server.database.parts import in_parts
from bunraku.server.errors import BunrakuError
from bunraku.server.journal.recorder import Recorder
from bunraku.server.plan.hours import hours_by_month, months_of, usual_hours
from bunraku.server.plan.models import Piece, PieceKeyword
from bunraku.server.plan.own_pages import OwnPage, kind_of_page, own_pages
from bunraku.server.plan.scheduling import place_new
from bunraku.server.plan.title_setting import setting_of
from bunraku.server.projects.models import Project
from bunraku.server.sentences import plural
from bunraku.server.sheet.models import IN_PLAY, Row, Scope
from bunraku.server.sheet.ordering import ordered
from bunraku.server.sheet.scopes import scope_of

UNKNOWN = "it exists already and is to be improved"
"""Why a piece is made of a page that no report says anything of."""
MOST_PAGES = 500
"""Pages brought in at once, and told of from one's own report."""
_ADDRESS = re.compile(r"(?:https?://)?[\w-]+(?:\.[\w-]+)+(?:[/?#]\S*)?")


@dataclass(frozen=True)
class Page:
    """An address and what it is called."""

    address: str
    title: str = ""


@dataclass
class Brought:
    """What came of pages: how many pieces were made, how many that were there have their address
    now, and the addresses of which no keyword is known."""

    made: int = 0
    linked: int = 0
    unknown: list[str] = field(default_factory=list)


def pages_in(text: str) -> list[Page]:
    """Addresses of a pasted list, one a line, with what stands beside each as its title."""
    pages: dict[str, Page] = {}
    for line in text.splitlines():
        found = _ADDRESS.search(line)
        if found:
            address = found[0].rstrip(",;.|\"'")
            title = (line[: found.start()] + " " + line[found.end() :]).strip(" \t,;|\"'-–")
            pages.setdefault(address, Page(address, title[:200]))
    return list(pages.values())


def reported_pages(project: Project, channel: str) -> list[dict[str, Any]]:
    """Pages of one's own report that no piece covers, with what to do with each and why; those of
    most to be won first."""
    return [
        {
            "address": page.address,
            "keyword": page.rows[0].text,
            "queries": len(page.rows),
            "clicks": page.clicks,
            "advice": page.advice.what,
            "why": page.why,
            "visits": round(page.advice.visits, 1),
            "worth": page.worth,
            "hours": page.hours,
            "pays": _pays(project, page),
        }
        for page in own_pages(project, channel)[:MOST_PAGES]
    ]


def _pays(project: Project, page: OwnPage) -> bool | None:
    """Whether a year of what work on a page is worth earns its hours; None where nobody knows: what
    merging two pages is worth cannot be told from their positions."""
    if page.worth is None or page.advice.what in ("leave", "merge"):
        return None
    return earns_its_hours(page.worth, page.hours, project.hour_value)


def bring_in(project: Project, channel: str, pages: Sequence[Page]) -> Brought:
    """Make pieces of pages that exist, each with its address and the keywords that it is about: of
    one's own report those that it is the main page for, first the one with most to be won, else the
    one that its address says. Where a piece owns the first one already, that piece improves the
    page. Raises: invalid_input for none or more than `MOST_PAGES`."""
    if not pages or len(pages) > MOST_PAGES:
        message = f"Enter 1 to {MOST_PAGES} URLs, one per line."
        raise BunrakuError("invalid_input", message, field="text")
    scope = scope_of(project, channel)
    outlets = list(project.outlets.all())
    outlet = project.chosen_among(outlets, channel)
    hours = usual_hours(project)
    brought = Brought()
    with transaction.atomic():
        reported = {page.address: page for page in own_pages(project, channel)}
        about = _about(scope, pages, reported)
        owned = {
            keyword.keyword_id: keyword
            for keyword in PieceKeyword.objects.select_related("piece").filter(scope=scope)
        }
        with Recorder(project, f"Planned {plural(len(pages), 'page')} of yours") as journal:
            pieces: list[Piece] = []
            owns: list[PieceKeyword] = []
            # What is worth doing though no position says so: it is put where there are hours.
            fixed: list[Piece] = []
            for page in pages:
                row, known = about.get(page.address), reported.get(page.address)
                if row is None:
                    brought.unknown.append(page.address)
                    continue
                owner = owned.get(row.keyword_id)
                if owner is not None:
                    _link(owner.piece, page, known, journal)
                    brought.linked += 1
                    continue
                kind = known.kind if known else kind_of_page(channel, page.address, row)
                piece = Piece(
                    project=project,
                    scope=scope,
                    outlet=outlet,
                    title=page.title or plain_title(row.text, setting_of(project, scope)),
                    kind=kind,
                    because=(known.why if known else UNKNOWN)[:200],
                    hours=known.hours or hours[kind] if known else hours[kind],
                )
                _fill(piece, page, known)
                piece.save(force_insert=True)
                if known and known.advice.what in ("refresh", "merge"):
                    fixed.append(piece)
                made = [
                    PieceKeyword(
                        piece=piece,
                        scope=scope,
                        keyword_id=served.keyword_id,
                        main=served.keyword_id == row.keyword_id,
                    )
                    for served in (known.rows if known else [row])
                    if served.keyword_id not in owned
                ]
                for owner in made:
                    owner.save(force_insert=True)
                    owned[owner.keyword_id] = owner
                pieces.append(piece)
                owns += made
                brought.made += 1
            _place(project, pieces, fixed)
            journal.made([*Piece.objects.filter(pk__in=[piece.pk for piece in pieces]), *owns])
    return brought


def _place(project: Project, pieces: Sequence[Piece], fixed: Sequence[Piece]) -> None:
    """Give new pieces a month within the hours; those `fixed` keep the first that has room, since
    the person chose them and no forecast speaks for them."""
    place_new(project, pieces)
    months = months_of(project)
    left = hours_by_month(project, months)
    taken = Piece.objects.filter(project=project, month__in=months).values_list("month", "hours")
    for month, hours in taken:
        if month is not None:
            left[month] -= hours
    for piece in fixed:
        piece.refresh_from_db(fields=["month"])
        room = next((month for month in months if left[month] >= piece.hours), None)
        if piece.month is None and room is not None:
            left[room] -= piece.hours
            piece.month, piece.pinned = room, True
            piece.save(update_fields=["month", "pinned"])


def _link(piece: Piece, page: Page, known: OwnPage | None, journal: Recorder) -> None:
    """Have a piece that is there improve a page."""
    fields = ["address", "improves", "note"]
    journal.touch([piece], only=fields)
    _fill(piece, page, known)
    piece.save(update_fields=fields)


def _fill(piece: Piece, page: Page, known: OwnPage | None) -> None:
    """Note on a piece which page it improves, and what is to be merged into that."""
    piece.address, piece.improves = known.target if known else page.address, True
    if known and known.advice.into:
        merged = f"Merge {page.address} into it and redirect it."
        piece.note = "\n".join(part for part in (piece.note, merged) if part)


def _about(scope: Scope, pages: Sequence[Page], reported: Mapping[str, OwnPage]) -> dict[str, Row]:
    """The row that each page is about, where one is known."""
    found = {address: page.rows[0] for address, page in reported.items()}
    for say in (_last_words, lambda page: page.title):
        said = {page.address: say(page) for page in pages if page.address not in found}
        found |= _by_words(scope, {address: text for address, text in said.items() if text})
    return found


def _last_words(page: Page) -> str:
    """What the last part of an address says; empty where that is no words."""
    last = address_words(page.address).rstrip("/").rpartition("/")[2]
    words = re.sub(r"[-_+.]+", " ", last).strip()
    return words if re.search(r"[^\W\d_]", words) else ""


def _by_words(scope: Scope, said: dict[str, str]) -> dict[str, Row]:
    """Rows that say just what is said of addresses; else those that name just the same, in whatever
    order, the most searched of each."""
    if not said or not scope.pk:
        return {}
    keys = {identity_key(text): address for address, text in said.items()}
    found: dict[str, Row] = {}
    for part in in_parts(sorted(keys)):
        for row in Row.objects.filter(scope=scope, keyword__key__in=part).select_related("keyword"):
            found[keys[row.keyword.key]] = row
    wanted = {
        frozenset(content_stems(text, scope.language)): address
        for address, text in said.items()
        if address not in found
    }
    wanted.pop(frozenset(), None)
    if wanted:
        in_play = Row.objects.filter(scope=scope, state__in=IN_PLAY)
        for row in ordered(in_play, "volume", descending=True).iterator():
            address = wanted.get(frozenset(content_stems(row.text, scope.language)))
            if address is not None:
                found.setdefault(address, row)
    return found
