"""Reading the plan: pieces with what their keywords add up to."""

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass, field
from datetime import date
from typing import Any

import numpy as np

from bunraku.core.plan.calendar import DAYS_UNTIL_SHOWN, PublishBy, months_ahead, publish_by, value_by_month
from bunraku.core.plan.fitting import Problem
from bunraku.core.plan.ownership import Overlap, overlaps
from bunraku.server.clock import today
from bunraku.server.plan.models import Piece, PieceKeyword
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row, RowPage


@dataclass
class PieceFigures:
    """A piece with the rows of its keywords, the main one first, and what they add up to."""

    piece: Piece
    rows: list[Row] = field(default_factory=list)
    main: Row | None = None

    @property
    def volume(self) -> float:
        """Searches a month of all keywords it serves."""
        return sum(row.volume or 0 for row in self.rows)

    @property
    def worth(self) -> float | None:
        """Worth a month of all keywords it serves; None where none is known."""
        known = [row.worth for row in self.rows if row.worth is not None]
        return sum(known) if known else None

    @property
    def month_share(self) -> list[float]:
        """The year of its keywords, weighted by their searches; empty where unknown."""
        rows = [row for row in self.rows if row.month_share and row.volume]
        total = sum(row.volume or 0 for row in rows)
        if not total:
            return []
        return [sum((row.volume or 0) * row.month_share[m] for row in rows) / total / 1000 for m in range(12)]

    @property
    def days_until_shown(self) -> int:
        """The outlet's own days until its pieces show, else its channel's usual."""
        own = self.piece.outlet.days_until_shown if self.piece.outlet else None
        return own if own is not None else DAYS_UNTIL_SHOWN[self.piece.scope.channel]

    @property
    def publish_by(self) -> PublishBy:
        """When it must be out to catch the climb of its main keyword, or, where that one's year is not known, of the most
        searched of its others that has a season."""
        others = sorted(self.rows, key=lambda row: -(row.volume or 0))
        climb = next((row.climb_month for row in (self.main, *others) if row and row.climb_month), 0)
        return publish_by(climb, self.days_until_shown, today())


def plan_of(project: Project, piece_ids: Sequence[int] | None = None) -> list[PieceFigures]:
    """All pieces of a project, or some, with their rows: three queries whatever their number."""
    pieces = Piece.objects.filter(project=project).select_related("outlet", "scope", "cluster")
    if piece_ids is not None:
        pieces = pieces.filter(pk__in=piece_ids)
    figures = {piece.pk: PieceFigures(piece) for piece in pieces}
    owned = PieceKeyword.objects.filter(piece__in=list(figures)).order_by("-main", "pk")
    owners = {(one.scope_id, one.keyword_id): one for one in owned}
    keywords = {keyword for _, keyword in owners}
    rows: dict[tuple[int, int], Row] = {}
    wanted = sorted(keywords)
    for start in range(0, len(wanted), 5_000):
        for row in Row.objects.filter(scope__project=project, keyword__in=wanted[start : start + 5_000]):
            rows[row.scope_id, row.keyword_id] = row
    for place, one in owners.items():
        owned_row = rows.get(place)
        if owned_row is not None:
            figures[one.piece_id].rows.append(owned_row)
            if one.main:
                figures[one.piece_id].main = owned_row
    return list(figures.values())


def fitting_problem(project: Project, plan: Sequence[PieceFigures]) -> tuple[Problem, list[date]]:
    """The plan as the core's problem, and the months of the horizon."""
    months = months_ahead(today())
    place = {month: number for number, month in enumerate(months)}
    share = np.array([one.month_share or [np.nan] * 12 for one in plan], dtype=float).reshape(len(plan), 12)
    worth = np.array([one.worth or 0.0 for one in plan], dtype=float)
    delay = np.array([one.days_until_shown for one in plan], dtype=float)
    pinned = [place.get(one.piece.month, -1) if one.piece.pinned and one.piece.month else -1 for one in plan]
    return (
        Problem(
            value=value_by_month(worth, share, delay, months[0].month),
            hours=np.array([one.piece.hours for one in plan], dtype=float),
            capacity=np.full(len(months), float(project.hours_a_month)),
            pinned=np.array(pinned, dtype=np.int64),
        ),
        months,
    )


def shared_pages(plan: Sequence[PieceFigures]) -> list[Overlap]:
    """Pieces whose main keywords show mostly the same results, on one channel."""
    by_scope: dict[int, dict[int, int]] = defaultdict(dict)
    for one in plan:
        if one.main is not None:
            by_scope[one.piece.scope_id][one.main.pk] = one.piece.pk
    found: list[Overlap] = []
    for mains in by_scope.values():
        packed = RowPage.objects.filter(row__in=list(mains)).values_list("row_id", "result_ids")
        pages: dict[int, Any] = {mains[row]: np.frombuffer(ids, dtype=np.int64).tolist() for row, ids in packed}
        found += overlaps(pages)
    return found
