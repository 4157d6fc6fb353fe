"""What other hours, another horizon or more strength would do to the plan, beside the plan as it
is; taken or thrown away."""

from collections.abc import Sequence
from copy import deepcopy
from dataclasses import dataclass, replace
from datetime import date
from typing import Any

import numpy as np
from django.db import transaction
from django.db.models import prefetch_related_objects

from bunraku.core.plan.problem import Fit, value_of
from bunraku.core.plan.scheduling import fit_greedily, fit_hours
from bunraku.core.plan.smoothing import leveled
from bunraku.core.plan.work import STARTED
from bunraku.server.database.bulk import update_many
from bunraku.server.journal.recorder import Recorder
from bunraku.server.plan.build_problem import as_it_is, fitting_problem
from bunraku.server.plan.models import Piece
from bunraku.server.plan.selectors import PieceFigures, plan_of
from bunraku.server.projects.models import Project
from bunraku.server.weigh.as_if import as_if_stronger

AT_ONCE = 300
"""Pieces up to which the proven answer is worked out while one waits; above it is the first one."""
SHOWN = 100
"""Pieces shown that would come, go or move, those worth most."""


@dataclass(frozen=True)
class Other:
    """What is otherwise: hours a month (months with hours of their own keep these), months that are
    planned, points of strength that the outlets have more; and whether pins hold."""

    hours: float
    horizon: int
    stronger: float = 0.0
    pins: bool = True


def what_if(project: Project, other: Other) -> dict[str, Any]:
    """The plan if something were otherwise, beside what it is now. Changes nothing.

    Returns: what both are worth over their horizon, how many pieces both hold, how far the other
    one may be from the best; pieces that would come in, go out and move, with their months."""
    plan = plan_of(project)
    problem, months = fitting_problem(project, plan)
    now = as_it_is(plan, months)
    others, other_months, then = _solved(project, plan, other)
    told: list[dict[str, Any]] = [
        {
            "id": figures.piece.pk,
            "title": figures.piece.title,
            "hours": figures.piece.hours,
            "worth": different.worth,
            "before": _month(months, int(before)),
            "after": _month(other_months, int(after)),
        }
        for figures, different, before, after in zip(plan, others, now, then.month, strict=True)
        if _month(months, int(before)) != _month(other_months, int(after))
    ]
    told.sort(key=lambda one: -(one["worth"] or 0.0))
    come = [one for one in told if one["before"] is None]
    gone = [one for one in told if one["after"] is None]
    moved = [one for one in told if one["before"] and one["after"]]
    return {
        "hours": other.hours,
        "horizon": other.horizon,
        "stronger": other.stronger,
        "hours_now": project.hours_a_month,
        "horizon_now": project.horizon,
        "value": round(then.value, 2),
        "value_now": round(value_of(problem, now), 2),
        "gap_share": round(then.gap_share, 4),
        "pieces": int((then.month >= 0).sum()),
        "pieces_now": int((now >= 0).sum()),
        "come": come[:SHOWN],
        "gone": gone[:SHOWN],
        "moved": moved[:SHOWN],
        "changed": len(told),
    }


def take_what_if(project: Project, other: Other) -> int:
    """Take what was looked at as one change: the hours a month, the horizon and the months; more
    strength than there is cannot be taken, only the months that it would make best. Returns how
    many pieces moved."""
    with transaction.atomic():
        plan = plan_of(project)
        _, months, then = _solved(project, plan, other)
        with Recorder(project, f"Applied the plan for {other.hours:g} hours a month") as journal:
            journal.touch([project], only=["hours_a_month", "horizon"])
            project.hours_a_month, project.horizon = other.hours, other.horizon
            project.version += 1
            project.save(update_fields=["hours_a_month", "horizon", "version"])
            changed = []
            for figures, month in zip(plan, then.month.tolist(), strict=True):
                piece, wanted = figures.piece, _month(months, month)
                stays = piece.state in STARTED or (other.pins and piece.pinned)
                if piece.month != wanted and not stays:
                    journal.touch([piece], only=["month", "pinned"])
                    changed.append((wanted, piece.pk))
            update_many(Piece, ("month",), changed)
            if not other.pins:
                Piece.objects.filter(pk__in=[pk for _, pk in changed]).update(pinned=False)
    return len(changed)


def _solved(
    project: Project, plan: Sequence[PieceFigures], other: Other
) -> tuple[Sequence[PieceFigures], list[date], Fit]:
    """The pieces as they would be, the months, and the plan that would be made of them."""
    if other.stronger:
        plan = _stronger(plan, other.stronger)
    problem, months = fitting_problem(project, plan, horizon=other.horizon)
    usual = np.isclose(problem.capacity, project.hours_a_month)
    pinned = problem.pinned
    if not other.pins:
        begun = np.array([figures.piece.state in STARTED for figures in plan], dtype=bool)
        pinned = np.where(begun, pinned, -1)
    capacity = np.where(usual, other.hours, problem.capacity)
    asked = replace(problem, capacity=capacity, pinned=pinned)
    solve = fit_hours if len(plan) <= AT_ONCE else fit_greedily
    return plan, months, leveled(asked, solve(asked))


def _stronger(plan: Sequence[PieceFigures], points: float) -> list[PieceFigures]:
    """The same pieces, with rows as they would be for stronger outlets."""
    others = deepcopy(list(plan))
    groups: dict[tuple[int, int], list[PieceFigures]] = {}
    for figures in others:
        if figures.piece.outlet is not None:
            place = (figures.piece.scope_id, figures.piece.outlet.pk)
            groups.setdefault(place, []).append(figures)
    for theirs in groups.values():
        piece = theirs[0].piece
        rows = [row for figures in theirs for row in figures.rows]
        prefetch_related_objects(rows, "keyword")
        if piece.outlet is not None:
            as_if_stronger(piece.scope, rows, piece.outlet, points)
    return others


def _month(months: Sequence[date], place: int) -> date | None:
    return months[place] if place >= 0 else None
