"""Reading the plan: pieces with what their keywords add up to."""

import math
from collections import defaultdict
from collections.abc import Collection, Iterable, Sequence
from dataclasses import dataclass, field
from datetime import date
from typing import Any

import numpy as np
from django.db.models import Exists, OuterRef

from bunraku.core.plan.calendar import (
    DAYS_UNTIL_SHOWN,
    HORIZON_MONTHS,
    SETTLING_DAYS,
    PublishBy,
    months_ahead,
    publish_by,
    value_by_month,
)
from bunraku.core.plan.problem import Problem
from bunraku.core.plan.work import STARTED
from bunraku.core.weigh.chance import growth_by_month
from bunraku.server.clock import today
from bunraku.server.cluster.models import Cluster
from bunraku.server.database.parts import in_parts
from bunraku.server.plan.models import MonthHours, Piece, PieceAfter, PieceKeyword
from bunraku.server.projects.models import Project
from bunraku.server.readings.known import latest
from bunraku.server.sheet.models import Keyword, Outlook, Row, Scope
from bunraku.server.sheet.scopes import find_row
from bunraku.server.weigh.evidence import standpoint_of, strengths_on
from bunraku.server.weigh.weighing import OF_OUTLETS
from bunraku.sources.protocol import CHANNELS, What

UNKNOWN_WORTH = 1e-6
"""What a piece of unknown worth counts when months are given out: it is placed, but last."""


@dataclass
class PieceFigures:
    """A piece with the rows of its keywords, the main one first, and what they add up to."""

    piece: Piece
    rows: list[Row] = field(default_factory=list)
    main: Row | None = None

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
    def days_until_shown(self) -> int:
        """The outlet's own days until its pieces show, else its channel's usual."""
        own = self.piece.outlet.days_until_shown if self.piece.outlet else None
        return own if own is not None else DAYS_UNTIL_SHOWN[self.piece.scope.channel]

    @property
    def days_ahead(self) -> int:
        """How long before its climb it must be out: until it shows and has settled."""
        return self.days_until_shown + SETTLING_DAYS[self.piece.scope.channel]

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
    among = (project.chosen_among(outlets, channel) for channel in CHANNELS)
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


def fitting_problem(
    project: Project, plan: Sequence[PieceFigures], *, held: Collection[int] | None = None
) -> tuple[Problem, list[date]]:
    """The plan as the core's problem, and the months of the horizon. What is being made stays in
    its month, and what is live waits for nothing. With `held`, only the pieces of these ids may be
    placed: the others stay in the month that they have, or without one."""
    months = months_ahead(today())
    place = {month: number for number, month in enumerate(months)}
    share = np.array(
        [figures.month_share or [np.nan] * 12 for figures in plan], dtype=float
    ).reshape(len(plan), 12)
    worth = np.array([_worth_to_fit(figures) for figures in plan], dtype=float)
    delay = np.array([figures.days_until_shown for figures in plan], dtype=float)
    started = [figures.piece.state in STARTED for figures in plan]
    stays = [
        begun or (figures.piece.pinned if held is None else figures.piece.pk not in held)
        for figures, begun in zip(plan, started, strict=True)
    ]
    pinned = [
        place.get(figures.piece.month, -1) if stay and figures.piece.month else -1
        for figures, stay in zip(plan, stays, strict=True)
    ]
    value = value_by_month(worth, share, delay, months[0].month, _growth(project, plan))
    # What stays and has no month of these has none: it is worth nothing in any.
    value[[stay and at < 0 for stay, at in zip(stays, pinned, strict=True)]] = 0
    outside = _outside(plan, months)
    outside[[at >= 0 for at in pinned], [at for at in pinned if at >= 0]] = False
    value[outside] = 0
    return (
        Problem(
            value=value,
            hours=np.array([figures.piece.hours for figures in plan], dtype=float),
            capacity=np.array(list(hours_by_month(project, months).values()), dtype=float),
            pinned=np.array(pinned, dtype=np.int64),
            after=_after(project, plan),
        ),
        months,
    )


def _outside(
    plan: Sequence[PieceFigures], months: Sequence[date]
) -> "np.ndarray[Any, np.dtype[np.bool_]]":
    """Which months the user does not want each piece in, (n, months)."""
    wanted = [(figures.piece.not_before, figures.piece.by_month) for figures in plan]
    told = [
        [(low and month < low) or (high and month > high) for month in months]
        for low, high in wanted
    ]
    return np.array(told, dtype=bool).reshape(len(plan), len(months))


def _after(project: Project, plan: Sequence[PieceFigures]) -> list[tuple[int, int]]:
    """Which pieces wait for which, by their places."""
    place = {figures.piece.pk: number for number, figures in enumerate(plan)}
    pairs = PieceAfter.objects.filter(piece__project=project).exclude(first__state="live")
    return [
        (place[piece], place[first])
        for piece, first in pairs.order_by("pk").values_list("piece_id", "first_id")
        if piece in place and first in place
    ]


def hours_by_month(project: Project, months: Sequence[date]) -> dict[date, float]:
    """Hours to spend in each of some months: the usual ones, or those that the month was given."""
    hours = dict.fromkeys(months, float(project.hours_a_month))
    own = MonthHours.objects.filter(project=project, month__in=months)
    return hours | dict(own.values_list("month", "hours"))


def _worth_to_fit(figures: PieceFigures) -> float:
    """Worth a month; where it is unknown so little that everything known comes first, and the more
    searched before the less."""
    if figures.worth is not None:
        return figures.worth
    return UNKNOWN_WORTH * (1 + math.log1p(figures.volume or 0))


def _growth(
    project: Project, plan: Sequence[PieceFigures]
) -> "np.ndarray[Any, np.dtype[np.float64]]":
    """The share of its settled worth that each piece has in the months since it is first shown, as
    its main keyword's page lets it grow."""
    growth = np.ones((len(plan), HORIZON_MONTHS))
    by_scope: dict[Scope, list[tuple[int, Row]]] = defaultdict(list)
    for number, figures in enumerate(plan):
        if figures.main is not None and figures.main.own_strength is not None:
            by_scope[figures.piece.scope].append((number, figures.main))
    for scope, mains in by_scope.items():
        scope.project = project
        keys: dict[int, str] = {}
        for part in in_parts([main.keyword_id for _, main in mains]):
            keys.update(Keyword.objects.filter(pk__in=part).values_list("pk", "key"))
        pages = latest(scope, What.PAGE, list(keys.values()))
        strengths = strengths_on(
            [(main.text, pages.get(keys[main.keyword_id])) for _, main in mains],
            standpoint_of(scope),
        )
        own = np.array([main.own_strength for _, main in mains], dtype=np.float64)
        numbers = [number for number, _ in mains]
        growth[numbers] = growth_by_month(strengths, own, scope.channel)
    return growth
