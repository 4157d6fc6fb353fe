"""Reading the plan: pieces with what their keywords add up to."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field
from datetime import date
from typing import Any

from django.db.models import Exists, OuterRef

from bunraku.core.channels import CHANNEL_IDS, channel_named
from bunraku.core.channels.channel import Ripening
from bunraku.core.plan.calendar import (
    PublishBy,
    months_ahead,
    publish_by,
)
from bunraku.server.clock import today
from bunraku.server.cluster.models import Cluster
from bunraku.server.database.parts import in_parts
from bunraku.server.plan.models import Piece, PieceAfter, PieceKeyword
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Outlook, Row
from bunraku.server.sheet.scopes import find_row
from bunraku.server.weigh.weighing import OF_OUTLETS


@dataclass
class PieceFigures:
    """A piece with the rows of its keywords, the main one first, and what they add up to."""

    piece: Piece
    rows: list[Row] = field(default_factory=list)
    main: Row | None = None
    after: list[str] = field(default_factory=list)
    """Titles of the pieces that it waits for."""

    @property
    def volume(self) -> float | None:
        """Searches a month of all keywords it serves; None where none is known."""
        known = [row.volume for row in self.rows if row.volume is not None]
        return sum(known) if known else None

    @property
    def practice(self) -> bool:
        """Whether any of its figures rests on a practice source."""
        return any(row.practice for row in self.rows)

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
        return [
            sum((row.volume or 0) * row.month_share[m] for row in rows) / total / 1000
            for m in range(12)
        ]

    @property
    def ripening(self) -> Ripening:
        """How a new piece of its channel comes to what it will bring."""
        return channel_named(self.piece.scope.channel).ripening

    @property
    def days_until_shown(self) -> int:
        """The outlet's own days until its pieces show: as told, else as those that went live
        taught; else its channel's usual."""
        outlet = self.piece.outlet
        told = outlet.days_until_shown if outlet else None
        if told is None and outlet and outlet.taught.get("days") is not None:
            told = int(outlet.taught["days"])
        return self.ripening.days_until_shown if told is None else told

    @property
    def days_ahead(self) -> int:
        """How long before its climb it must be out: until it shows and has settled."""
        return self.days_until_shown + self.ripening.settling_days

    @property
    def climb_month(self) -> int:
        """The month in which the searches of its main keyword climb, or, where that one's year is
        not known, of the most searched of its others whose year is; 0 without a season."""
        # The main keyword leads; the rest only speak where it says nothing.
        others = sorted(self.rows, key=lambda row: -(row.volume or 0))
        known = (r for r in (self.main, *others) if r and (r.month_share or r.climb_month))
        return next((row.climb_month for row in known), 0)

    @property
    def publish_by(self) -> PublishBy:
        """When it must be out to catch its climb, from the month it is planned for."""
        return self.publish_by_from(self.piece.month)

    def publish_by_from(self, month: date | None) -> PublishBy:
        """The same if it were planned for a month; None: from today."""
        return publish_by(self.climb_month, self.days_ahead, max(month or today(), today()))

    def waits_until(self, month: date) -> bool:
        """Whether in this month it is for a season that comes after one it has missed by now."""
        now = self.publish_by_from(months_ahead(today())[0])
        then = self.publish_by_from(month)
        return now.late and then.climb == now.climb and not then.late


def plan_of(project: Project, piece_ids: Sequence[int] | None = None) -> list[PieceFigures]:
    """All pieces of a project, or some, with their rows, in order of id (of the ids given): as many
    queries whatever their number. What depends on an outlet is that of the piece's own."""
    pieces = Piece.objects.filter(project=project).select_related("outlet", "scope", "cluster")
    if piece_ids is not None:
        pieces = pieces.filter(pk__in=piece_ids)
    figures = {piece.pk: PieceFigures(piece) for piece in pieces}
    # Main first, then in the order given: so the rows of a piece are told.
    owned = PieceKeyword.objects.filter(piece__in=list(figures)).order_by("-main", "pk")
    owners = {(keyword.scope_id, keyword.keyword_id): keyword for keyword in owned}
    rows: dict[tuple[int, int], Row] = {}
    for part in in_parts(sorted({keyword for _, keyword in owners})):
        for row in Row.objects.filter(scope__project=project, keyword__in=part):
            if (row.scope_id, row.keyword_id) in owners:
                rows[row.scope_id, row.keyword_id] = row
    for place, keyword in owners.items():
        if place in rows:
            figures[keyword.piece_id].rows.append(rows[place])
            if keyword.main:
                figures[keyword.piece_id].main = rows[place]
    waits = PieceAfter.objects.filter(piece__in=list(figures)).order_by("pk")
    for pk, title in waits.values_list("piece_id", "first__title"):
        figures[pk].after.append(title)
    _as_for_own_outlets(project, figures.values())
    return (
        list(figures.values())
        if piece_ids is None
        else [figures[pk] for pk in piece_ids if pk in figures]
    )


def clusters_served(project: Project) -> set[int]:
    """Ids of the clusters that have a piece, or whose lead keyword one serves. Two queries."""
    made = Piece.objects.filter(project=project, cluster__isnull=False)
    served = PieceKeyword.objects.filter(scope=OuterRef("scope"), keyword=OuterRef("lead"))
    led = Cluster.objects.filter(Exists(served), scope__project=project)
    return {*made.values_list("cluster", flat=True), *led.values_list("pk", flat=True)}


PIECES_OFFERED = 500
"""Pieces that one can choose from at once, the latest made first."""


def pieces_for_row(project: Project, row_id: int) -> dict[str, Any]:
    """Pieces of a row's channel, the one that serves it first. Raises: not_found."""
    row = find_row(project, row_id)
    serves = (
        PieceKeyword.objects.filter(scope=row.scope_id, keyword=row.keyword_id)
        .values_list("piece_id", flat=True)
        .first()
    )
    told = Piece.objects.filter(scope=row.scope_id).order_by("-pk").values("id", "title")
    pieces = sorted(told[:PIECES_OFFERED], key=lambda piece: piece["id"] != serves)
    return {"serves": serves, "pieces": pieces}


def _as_for_own_outlets(project: Project, plan: Iterable[PieceFigures]) -> None:
    """Rows are weighed for their channel's chosen outlet; those of pieces for another one take its
    figures. A row belongs to one piece, so nobody else sees it so."""
    outlets = list(project.outlets.all())
    among = (project.chosen_among(outlets, channel) for channel in CHANNEL_IDS)
    chosen = {outlet.pk for outlet in among if outlet is not None}
    others = {
        row.pk: (row, figures.piece.outlet_id)
        for figures in plan
        if figures.piece.outlet_id and figures.piece.outlet_id not in chosen
        for row in figures.rows
    }
    for part in in_parts(sorted(others)):
        for outlook in Outlook.objects.filter(row__in=part):
            row, outlet = others[outlook.row_id]
            if outlook.outlet_id == outlet:
                for name in OF_OUTLETS:
                    setattr(row, name, getattr(outlook, name))
