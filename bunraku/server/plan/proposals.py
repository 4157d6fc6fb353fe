"""What to do with the hours that are left: clusters worth a piece that have none yet, and what ten
more hours would bring."""

import math
from collections.abc import Sequence
from dataclasses import dataclass, field
from datetime import date
from typing import Any

import numpy as np
from django.db.models import Sum

from bunraku.core.channels import KINDS
from bunraku.core.plan.cost_benefit import Outlay, outlay_of
from bunraku.core.plan.scheduling import fit_greedily
from bunraku.core.plan.smoothing import next_hours
from bunraku.core.weigh.rough import INTERVAL_Z
from bunraku.core.weigh.without_page import SIGNS
from bunraku.server.cluster.models import Cluster
from bunraku.server.plan.build_problem import fitting_problem
from bunraku.server.plan.competing import mains_of_drafts, mains_of_pieces, rivalries_among
from bunraku.server.plan.drafting import Draft, draft_pieces
from bunraku.server.plan.hours import hours_by_month
from bunraku.server.plan.models import Piece
from bunraku.server.plan.selectors import PieceFigures, plan_of
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import IN_PLAY, Row, Scope

LOOKED_AT = 80
"""Clusters that are looked at, those of most worth: more than a year of anybody holds besides."""
MORE_HOURS = 10.0
"""The hours more that are asked about: an article or two."""


@dataclass(frozen=True)
class Proposal:
    """A cluster that would fill hours that are left: what it would be, when, and what it adds until
    the end of the planned months."""

    cluster_id: int
    channel: str
    title: str
    kind_name: str
    hours: float
    month: date | None
    adds: float


@dataclass
class Prospects:
    """What the plan brings for its hours; the hours that are left, what would fill them, and what
    ten hours more would bring."""

    outlay: Outlay
    hours_left: float = 0
    rows: list[Proposal] = field(default_factory=list)
    more_hours: float = MORE_HOURS
    more_titles: list[str] = field(default_factory=list)
    more_adds: float = 0


def prospects_of(project: Project) -> Prospects:
    """What the plan brings, what would fill the hours that are left, and what ten more would bring:
    of pieces left out and of the best clusters without one."""
    plan = plan_of(project)
    drafts = best_drafts(project)
    figures = [_as_piece(project, draft) for draft in drafts]
    # What is planned stays where it is; what is not made yet has no id.
    problem, months = fitting_problem(project, [*plan, *figures], held={None})
    left = _left(project, plan, months)
    month = fit_greedily(problem).month[len(plan) :]
    value = problem.value[len(plan) :]
    best = value.max(axis=1, initial=0)
    rows = [
        Proposal(
            draft.cluster.pk,
            draft.cluster.scope.channel,
            draft.title,
            KINDS[draft.kind].name,
            draft.hours,
            months[at],
            round(float(value[place, at]), 2),
        )
        for place, (draft, at) in enumerate(zip(drafts, month.tolist(), strict=True))
        if at >= 0
    ]
    rest = [(d.title, d.hours, b) for d, b, m in zip(drafts, best, month, strict=True) if m < 0]
    rest += _left_out(project, plan)
    chosen, adds = next_hours(
        np.array([value for *_, value in rest]),
        np.array([hours for _, hours, _ in rest]),
        MORE_HOURS,
    )
    return Prospects(
        outlay=_outlay(project, plan),
        hours_left=round(float(np.maximum(left, 0).sum()), 2),
        rows=sorted(rows, key=lambda row: (-row.adds, row.cluster_id)),
        more_titles=[rest[place][0] for place in chosen],
        more_adds=round(adds, 2),
    )


def _outlay(project: Project, plan: Sequence[PieceFigures]) -> Outlay:
    """What the placed pieces bring until the end of the planned months, and what they cost."""
    placed = [figures for figures in plan if figures.piece.month]
    problem, months = fitting_problem(project, placed, all_of_them=True)
    number = {month: at for at, month in enumerate(months)}
    at = np.array([number.get(f.piece.month, -1) for f in placed if f.piece.month], dtype=np.int64)
    # A month that is over: what it brings it brings from now on.
    value = problem.value[np.arange(len(placed)), np.maximum(at, 0)]
    value[[figures.worth is None for figures in placed]] = np.nan
    mains = [figures.main or Row() for figures in placed]
    return outlay_of(
        value,
        np.array([_spread(row) for row in mains], dtype=np.float64),
        np.array([np.nan if r.chance is None else r.chance for r in mains], dtype=np.float64),
        problem.hours,
        project.hour_value,
        np.array([_reach(row) for row in mains], dtype=np.float64).reshape(-1, 2),
    )


def _reach(row: Row) -> tuple[float, float]:
    """An estimated chance's low and high over its middle; NaN where a page was read."""
    if row.chance_from != SIGNS or not row.chance or row.chance_low is None:
        return math.nan, math.nan
    return row.chance_low / row.chance, (row.chance_high or row.chance) / row.chance


def _spread(row: Row) -> float:
    """Standard deviation of ln searches, from the interval that holds them with 80 %."""
    if not row.volume_low or not row.volume_high:
        return math.nan
    return math.log(row.volume_high / row.volume_low) / (2 * INTERVAL_Z)


def best_clusters(project: Project, most: int) -> list[Cluster]:
    """The clusters of most worth that have no piece, in the project's own locale."""
    scopes = Scope.objects.filter(project=project, locale=project.locale)
    rows = Row.objects.filter(
        scope__in=scopes, state__in=IN_PLAY, cluster__isnull=False, worth__gt=0
    )
    worth = rows.order_by().values("cluster").annotate(sum=Sum("worth")).order_by("-sum", "cluster")
    planned = set(
        Piece.objects.filter(project=project, cluster__isnull=False).values_list(
            "cluster", flat=True
        )
    )
    ids = [found["cluster"] or 0 for found in worth[: most + len(planned)]]
    wanted = [pk for pk in ids if pk not in planned][:most]
    clusters = Cluster.objects.filter(pk__in=wanted).select_related("scope", "lead").in_bulk()
    return [clusters[pk] for pk in wanted if pk in clusters]


def best_drafts(project: Project) -> list[Draft]:
    """Drafts of the best clusters that fight with no piece and not with each other, those of most
    worth first."""
    drafts, _ = draft_pieces(project, best_clusters(project, LOOKED_AT))
    mains = [*mains_of_pieces(project), *mains_of_drafts(drafts)]
    place = {-draft.cluster.pk: at for at, draft in enumerate(drafts)}
    fighting: set[int] = set()
    for rivalry in rivalries_among(project, mains):
        # Of two drafts the one of more worth stays; a piece always does.
        pair = sorted((rivalry.one, rivalry.other), key=lambda id: place.get(id, -1))
        if pair[0] not in fighting and pair[1] in place:
            fighting.add(pair[1])
    return [draft for draft in drafts if -draft.cluster.pk not in fighting]


def _as_piece(project: Project, draft: Draft) -> PieceFigures:
    piece = Piece(
        project=project,
        scope=draft.cluster.scope,
        outlet=draft.outlet,
        title=draft.title,
        kind=draft.kind,
        hours=draft.hours,
    )
    return PieceFigures(piece, list(draft.rows), draft.main_row)


def _left(
    project: Project, plan: Sequence[PieceFigures], months: Sequence[date]
) -> "np.ndarray[Any, np.dtype[np.float64]]":
    left = hours_by_month(project, months)
    for figures in plan:
        if figures.piece.month in left:
            left[figures.piece.month] -= figures.piece.hours
    return np.array(list(left.values()), dtype=np.float64)


def _left_out(project: Project, plan: Sequence[PieceFigures]) -> list[tuple[str, float, float]]:
    out = [
        figures for figures in plan if figures.piece.month is None and figures.piece.state != "live"
    ]
    problem, _ = fitting_problem(project, out)
    best = problem.value.max(axis=1, initial=0)
    return [(f.piece.title, f.piece.hours, float(b)) for f, b in zip(out, best, strict=True)]
