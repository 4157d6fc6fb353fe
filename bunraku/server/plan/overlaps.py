"""Overlaps of the plan: pieces after the same searchers, phrases that stand with the wrong piece,
pages that are live for them already; and the ways out of each."""

from collections.abc import Sequence
from typing import Any

from django.db import transaction

from bunraku.core.formats.csv_out import Column, csv_lines
from bunraku.server.database.parts import in_parts
from bunraku.server.errors import BunrakuError, not_found
from bunraku.server.journal.recorder import Recorder
from bunraku.server.plan.actions import find_piece
from bunraku.server.plan.competing import Main, rivalries_among
from bunraku.server.plan.models import Piece, PieceKeyword
from bunraku.server.plan.outlines import Outline, outlines_of
from bunraku.server.projects.models import Project
from bunraku.server.readings.known import latest
from bunraku.server.sheet.models import Row, RowPage, Scope
from bunraku.server.weigh.own_names import own_names
from bunraku.sources.protocol import What

MOST_WAYS = 3
"""Phrases offered that a piece could be about instead, the most searched."""


def overlaps_of(project: Project) -> dict[str, Any]:
    """All overlaps: `pairs` of pieces with why, and `live` pages of one's own that stand for a
    piece's main keyword. As many queries whatever the number of pieces, and two a channel."""
    outlines = outlines_of(project)
    titles = {outline.pk: outline.title for outline in outlines}
    mains = [Main(o.pk, o.scope, o.outlet, o.main_row) for o in outlines if o.main_row is not None]
    return {
        "pairs": [
            {
                "piece": rivalry.one,
                "title": titles[rivalry.one],
                "other": rivalry.other,
                "other_title": titles[rivalry.other],
                "why": rivalry.why,
            }
            for rivalry in rivalries_among(project, mains)
        ],
        "live": _live(project, outlines),
    }


def _live(project: Project, outlines: Sequence[Outline]) -> list[dict[str, Any]]:
    """Own pages that stand among the results of a piece's main keyword, where the piece is not an
    improvement of that very page and was not said to be one of its own."""
    made = {
        pk: (improves, address, apart)
        for pk, improves, address, apart in Piece.objects.filter(project=project)
        .exclude(state="live")
        .values_list("pk", "improves", "address", "apart_from")
    }
    by_row = {o.main_row: o for o in outlines if o.main_row is not None and o.pk in made}
    found: list[dict[str, Any]] = []
    for scope in Scope.objects.filter(pk__in={o.scope for o in by_row.values()}):
        names = own_names(project.outlets.all(), scope.channel)
        rows = [row for row, outline in by_row.items() if outline.scope == scope.pk]
        stands = [
            row
            for part in in_parts(rows)
            for row, who in RowPage.objects.filter(row__in=part).values_list("row_id", "publishers")
            if any(name.casefold() in names for name in who)
        ]
        keys = {
            row.pk: row.keyword.key
            for part in in_parts(stands)
            for row in Row.objects.select_related("keyword").filter(pk__in=part)
        }
        scope.project = project
        pages = latest(scope, What.PAGE, list(keys.values())) if keys else {}
        for row, key in keys.items():
            outline = by_row[row]
            improves, address, apart = made[outline.pk]
            results = (pages.get(key) or {}).get("results", [])
            for position, result in enumerate(results, start=1):
                if result["publisher"].casefold() not in names:
                    continue
                if result["address"] not in apart and not (
                    improves and address == result["address"]
                ):
                    found.append(
                        {
                            "piece": outline.pk,
                            "title": outline.title,
                            "keyword": outline.main_text,
                            "address": result["address"],
                            "page_title": result["title"],
                            "position": position,
                        }
                    )
                # The first of one's own places is what a new page would fight.
                break
    return found


OVERLAP_COLUMNS = (
    Column("Piece", "The piece."),
    Column("Other", "The competing piece, or your published page."),
    Column("Why", "Why they overlap."),
)


def overlaps_csv(project: Project) -> Any:
    """All overlaps as CSV lines."""
    told = overlaps_of(project)
    rows = [(pair["title"], pair["other_title"], pair["why"]) for pair in told["pairs"]]
    rows += [
        (
            one["title"],
            one["address"],
            f"it already ranks {one['position']} for “{one['keyword']}”",
        )
        for one in told["live"]
    ]
    return csv_lines(OVERLAP_COLUMNS, rows)


def ways_out(project: Project, piece_id: int, other_id: int) -> dict[str, Any]:
    """How two pieces could be two: phrases that the first one serves and that would not fight the
    other, to be about instead, the most searched first; and which of its phrases fight it. Raises:
    not_found."""
    piece, other = find_piece(project, piece_id), find_piece(project, other_id)
    rows = _rows_of(piece)
    theirs = [row for row in _rows_of(other) if row[1]]
    fighting: set[int] = set()
    if theirs:
        mains = [
            Main(-number, piece.scope_id, piece.outlet_id, row.pk)
            for number, (row, _) in enumerate(rows, start=1)
        ]
        against = Main(other.pk, other.scope_id, other.outlet_id, theirs[0][0].pk)
        for rivalry in rivalries_among(project, [*mains, against]):
            if against.id in (rivalry.one, rivalry.other):
                fighting.add(-min(rivalry.one, rivalry.other) - 1)
    free = [row for at, (row, main) in enumerate(rows) if at not in fighting and not main]
    free.sort(key=lambda row: -(row.volume or 0.0))
    return {
        "about": [_phrase(row) for row in free[:MOST_WAYS]],
        "fighting": [_phrase(rows[at][0]) for at in sorted(fighting)],
    }


def give_way(project: Project, piece_id: int, other_id: int, row_id: int) -> Piece:
    """Have a piece be about another phrase that it serves, and give what fights another piece to
    that one, as one change. Raises: not_found."""
    with transaction.atomic():
        piece, other = find_piece(project, piece_id), find_piece(project, other_id)
        if piece.scope_id != other.scope_id:
            raise not_found("piece on this channel")
        told = ways_out(project, piece_id, other_id)
        row = Row.objects.filter(pk=row_id, scope=piece.scope).first()
        owned = piece.keywords.filter(keyword=row.keyword_id).first() if row else None
        if row is None or owned is None:
            raise not_found("keyword of this piece")
        given_ids = [one["id"] for one in told["fighting"] if one["id"] != row.pk]
        given = Row.objects.filter(pk__in=given_ids).values_list("keyword_id", flat=True)
        with Recorder(project, f"“{piece.title}” is about “{row.text}” now"[:200]) as journal:
            going = list(piece.keywords.filter(keyword__in=given))
            former = list(piece.keywords.filter(main=True))
            # They go back in this order: at no moment has a piece two main keywords.
            journal.touch([owned, *going, *former])
            piece.keywords.filter(main=True).update(main=False)
            PieceKeyword.objects.filter(pk__in=[one.pk for one in going]).update(
                piece=other, main=False
            )
            PieceKeyword.objects.filter(pk=owned.pk).update(main=True)
    return piece


def settle_live(project: Project, piece_id: int, address: str, *, improve: bool) -> None:
    """Of a piece and a page that is live: have the piece improve that page, or be one of its own.
    Raises: not_found; invalid_input where another piece improves it."""
    with transaction.atomic():
        piece = find_piece(project, piece_id)
        same = Piece.objects.filter(project=project, improves=True, address=address)
        twin = same.exclude(pk=piece.pk).first()
        if improve and twin is not None:
            raise BunrakuError(
                "invalid_input",
                f"“{twin.title}” improves that page already.",
                field="address",
                hint="Have that piece cover these keywords, or keep them separate.",
            )
        what = "improves a published page" if improve else "is a page of its own"
        label = f"“{piece.title}” {what}"
        with Recorder(project, label[:200]) as journal:
            journal.touch([piece])
            if improve:
                piece.address, piece.improves = address, True
            else:
                piece.apart_from = [*piece.apart_from, address]
            piece.save(update_fields=["address", "improves", "apart_from"])


def _rows_of(piece: Piece) -> list[tuple[Row, bool]]:
    """The rows of a piece's keywords, and which is the main one's; the main one first."""
    owned = dict(piece.keywords.values_list("keyword_id", "main"))
    rows = Row.objects.filter(scope=piece.scope_id, keyword__in=owned)
    return sorted(((row, owned[row.keyword_id]) for row in rows), key=lambda one: not one[1])


def _phrase(row: Row) -> dict[str, Any]:
    return {"id": row.pk, "text": row.text, "volume": row.volume}
