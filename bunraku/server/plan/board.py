"""The board: the whole plan in sums, and its pieces a page at a time."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from typing import Any, Literal

from django.db.models import OuterRef, Subquery

from bunraku.core.plan.calendar import months_ahead
from bunraku.core.plan.problem import TINY
from bunraku.core.text.folding import fold
from bunraku.server.clock import today
from bunraku.server.plan.fit import last_fit
from bunraku.server.plan.models import Piece, PieceKeyword
from bunraku.server.plan.rivals import Main, rivalries_among
from bunraku.server.plan.selectors import PieceFigures, hours_by_month, plan_of
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Outlook, Row

Order = Literal["month", "worth", "hours", "title"]


@dataclass
class Outline:
    """A piece in a line: what the board's order and sums are made from."""

    pk: int
    title: str
    month: date | None
    hours: float
    outlet: int | None
    outlet_name: str
    scope: int
    pinned: bool
    worth: float | None = None
    main_row: int | None = None


def outlines_of(project: Project) -> list[Outline]:
    """All pieces of a project in lines: two queries whatever their number."""
    pieces = Piece.objects.filter(project=project).order_by("pk")
    fields = ("pk", "title", "month", "hours", "outlet_id", "outlet__name", "scope_id", "pinned")
    outlines = {values[0]: Outline(*values) for values in pieces.values_list(*fields)}
    row = Row.objects.filter(scope=OuterRef("scope"), keyword=OuterRef("keyword"))
    outlook = Outlook.objects.filter(
        row__scope=OuterRef("scope"),
        row__keyword=OuterRef("keyword"),
        outlet=OuterRef("piece__outlet"),
    )
    owned = PieceKeyword.objects.filter(piece__project=project).values_list(
        "piece_id",
        "main",
        Subquery(row.values("pk")[:1]),
        Subquery(row.values("worth")[:1]),
        Subquery(outlook.values("pk")[:1]),
        Subquery(outlook.values("worth")[:1]),
    )
    for pk, main, row_id, for_chosen, weighed_apart, for_own in owned:
        outline = outlines[pk]
        worth = for_chosen if weighed_apart is None else for_own
        if worth is not None:
            outline.worth = (outline.worth or 0) + worth
        if main:
            outline.main_row = row_id
    return list(outlines.values())


def summary_of(project: Project) -> dict[str, Any]:
    """The plan in sums: hours by month, what is placed and what it is worth, pieces by outlet,
    overlaps, and what the last fit proved."""
    outlines = outlines_of(project)
    months = months_ahead(today())
    hours = dict.fromkeys(months, 0.0)
    for outline in outlines:
        if outline.month in hours:
            hours[outline.month] += outline.hours
    to_spend = hours_by_month(project, months)
    placed = [outline for outline in outlines if outline.month]
    known = [outline.worth for outline in placed if outline.worth is not None]
    titles = {outline.pk: outline.title for outline in outlines}
    mains = [Main(o.pk, o.scope, o.outlet, o.main_row) for o in outlines if o.main_row is not None]
    return {
        "months": [
            {"month": month, "hours": spent, "to_spend": to_spend[month]}
            for month, spent in hours.items()
        ],
        "hours_a_month": project.hours_a_month,
        "pieces": len(outlines),
        "placed": len(placed),
        "hours": sum(outline.hours for outline in placed),
        "worth": sum(known) if known else None,
        "outlets": _by_outlet(outlines),
        "overlaps": [
            {
                "piece": rivalry.one,
                "title": titles[rivalry.one],
                "other": rivalry.other,
                "other_title": titles[rivalry.other],
                "why": rivalry.why,
            }
            for rivalry in rivalries_among(project, mains)
        ],
        "impossible": _impossible(outlines, to_spend),
        "fit": last_fit(project),
    }


def page_of_plan(
    project: Project, order: Order, outlet: int | None, offset: int, limit: int
) -> tuple[int, list[PieceFigures]]:
    """How many pieces there are, of an outlet (0: of none) or of all, and a page of them in an
    order."""
    outlines = [o for o in outlines_of(project) if outlet is None or (o.outlet or 0) == outlet]
    outlines.sort(key=_KEYS[order])
    page = outlines[offset : offset + limit]
    return len(outlines), plan_of(project, [outline.pk for outline in page])


def _impossible(
    outlines: Sequence[Outline], to_spend: Mapping[date, float]
) -> list[dict[str, Any]]:
    """Pinned pieces that cannot be as they are: those of a month that is over, and those of months
    whose pinned pieces take more than its hours."""
    pinned: dict[date, list[Outline]] = {}
    for outline in outlines:
        if outline.pinned and outline.month:
            pinned.setdefault(outline.month, []).append(outline)
    found: list[dict[str, Any]] = []
    for month, pieces in sorted(pinned.items()):
        hours = sum(piece.hours for piece in pieces)
        over = month not in to_spend
        if over or hours > to_spend[month] + TINY:
            found.append(
                {
                    "month": month,
                    "hours": hours,
                    "to_spend": None if over else to_spend[month],
                    "pieces": [{"id": piece.pk, "title": piece.title} for piece in pieces],
                }
            )
    return found


def _falling(value: float | None) -> tuple[bool, float]:
    """The greatest first, the unknown last."""
    return (value is None, -(value or 0))


_KEYS: dict[Order, Any] = {
    # What is left out comes last.
    "month": lambda o: (o.month is None, o.month or date.min, _falling(o.worth), o.pk),
    "worth": lambda o: (_falling(o.worth), o.pk),
    "hours": lambda o: (-o.hours, o.pk),
    "title": lambda o: (fold(o.title), o.pk),
}


def _by_outlet(outlines: Sequence[Outline]) -> list[dict[str, Any]]:
    counts: dict[int, dict[str, Any]] = {}
    for outline in outlines:
        id = outline.outlet or 0
        name = outline.outlet_name or "Without an outlet"
        counts.setdefault(id, {"id": id, "name": name, "pieces": 0})["pieces"] += 1
    return list(counts.values())
