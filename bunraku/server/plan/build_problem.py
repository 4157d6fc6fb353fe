"""The plan as the core's problem: what each piece brings in each month, what it must keep to."""

import math
from collections import defaultdict
from collections.abc import Collection, Sequence
from datetime import date
from typing import Any

import numpy as np

from bunraku.core.plan.calendar import GROWTH_MONTHS, value_by_month
from bunraku.core.plan.problem import Problem
from bunraku.core.plan.work import STARTED
from bunraku.core.weigh.chance import growth_by_month
from bunraku.server.database.parts import in_parts
from bunraku.server.plan.earning import is_unpaid
from bunraku.server.plan.hours import hours_by_month, months_of
from bunraku.server.plan.limits import limits_of
from bunraku.server.plan.models import PieceAfter
from bunraku.server.plan.selectors import PieceFigures
from bunraku.server.projects.models import Project
from bunraku.server.readings.known import latest
from bunraku.server.sheet.models import Keyword, Row, Scope
from bunraku.server.weigh.evidence import standpoint_of, strengths_on
from bunraku.sources.protocol import What

UNKNOWN_WORTH = 1e-6
"""What a piece of unknown worth counts when months are given out: it is placed, but last."""


def fitting_problem(
    project: Project,
    plan: Sequence[PieceFigures],
    *,
    held: Collection[int | None] | None = None,
    horizon: int | None = None,
    all_of_them: bool = False,
) -> tuple[Problem, list[date]]:
    """The plan as the core's problem, and the months of the horizon. What is being made stays in
    its month, and what is live waits for nothing. With `held`, only the pieces of these ids may be
    placed: the others stay in the month that they have, or without one; with `horizon` it is for
    so many months. A piece that would not earn its hours is worth nothing in any month, unless it
    stays or another waits for it, or the worth of `all_of_them` is asked for."""
    months = months_of(project, horizon)
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
    value = value_by_month(
        worth, share, delay, months[0].month, _growth(project, plan), len(months)
    )
    # What stays and has no month of these has none: it is worth nothing in any.
    value[[stay and at < 0 for stay, at in zip(stays, pinned, strict=True)]] = 0
    after = _after(project, plan)
    if not all_of_them:
        awaited = {first for _, first in after}
        value[
            [
                not stay and number not in awaited and is_unpaid(project, figures)
                for number, (figures, stay) in enumerate(zip(plan, stays, strict=True))
            ]
        ] = 0
    outside = _outside(plan, months)
    outside[[at >= 0 for at in pinned], [at for at in pinned if at >= 0]] = False
    value[outside] = 0
    return (
        Problem(
            value=value,
            hours=np.array([figures.piece.hours for figures in plan], dtype=float),
            capacity=np.array(list(hours_by_month(project, months).values()), dtype=float),
            pinned=np.array(pinned, dtype=np.int64),
            after=after,
            limits=[told.limit for told in limits_of(project, plan, months)],
        ),
        months,
    )


def as_it_is(
    plan: Sequence[PieceFigures], months: Sequence[date]
) -> "np.ndarray[Any, np.dtype[np.int64]]":
    """The plan as it stands: the place of each piece's month among these, −1 for none, (n,)."""
    place = {month: number for number, month in enumerate(months)}
    return np.array(
        [place.get(figures.piece.month, -1) if figures.piece.month else -1 for figures in plan],
        dtype=np.int64,
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
    growth = np.ones((len(plan), GROWTH_MONTHS))
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
