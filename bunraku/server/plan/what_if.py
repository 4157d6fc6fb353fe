"""What other hours would do to the plan, beside the plan as it is; taken or thrown away."""

from collections.abc import Sequence
from dataclasses import replace
from datetime import date
from typing import Any

import numpy as np
from django.db import transaction

from bunraku.core.plan.evening import leveled
from bunraku.core.plan.fitting import fit_greedily, fit_hours
from bunraku.core.plan.problem import Fit, Problem, value_of
from bunraku.core.plan.work import STARTED
from bunraku.server.database.bulk import update_many
from bunraku.server.journal.recorder import Recorder
from bunraku.server.plan.models import Piece
from bunraku.server.plan.selectors import PieceFigures, fitting_problem, plan_of
from bunraku.server.projects.models import Project

AT_ONCE = 300
"""Pieces up to which the proven answer is worked out while one waits; above it is the first one."""
SHOWN = 100
"""Pieces shown that would come, go or move, those worth most."""


def what_if(project: Project, hours: float, *, pins: bool) -> dict[str, Any]:
    """The plan with other hours a month (months with hours of their own keep these), with the pins
    or without; beside what it is now. Changes nothing.

    Returns: what both are worth over the horizon, how many pieces both hold, how far the other one
    may be from the best; pieces that would come in, go out and move, with their months."""
    plan = plan_of(project)
    problem, months, then = _other(project, plan, hours, pins=pins)
    now = _as_it_is(plan, months)
    told: list[dict[str, Any]] = [
        {
            "id": figures.piece.pk,
            "title": figures.piece.title,
            "hours": figures.piece.hours,
            "worth": figures.worth,
            "before": _month(months, int(before)),
            "after": _month(months, int(after)),
        }
        for figures, before, after in zip(plan, now, then.month, strict=True)
        if before != after
    ]
    told.sort(key=lambda one: -(one["worth"] or 0.0))
    come = [one for one in told if one["before"] is None]
    gone = [one for one in told if one["after"] is None]
    moved = [one for one in told if one["before"] and one["after"]]
    return {
        "hours": hours,
        "hours_now": project.hours_a_month,
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


def take_what_if(project: Project, hours: float, *, pins: bool) -> int:
    """Take what was looked at: the hours a month and the months, as one change. Returns how many
    pieces moved."""
    with transaction.atomic():
        plan = plan_of(project)
        _, months, then = _other(project, plan, hours, pins=pins)
        with Recorder(project, f"Took the plan for {hours:g} hours a month") as journal:
            journal.touch([project], only=["hours_a_month"])
            project.hours_a_month = hours
            project.version += 1
            project.save(update_fields=["hours_a_month", "version"])
            changed = []
            for figures, month in zip(plan, then.month.tolist(), strict=True):
                piece, wanted = figures.piece, _month(months, month)
                stays = piece.state in STARTED or (pins and piece.pinned)
                if piece.month != wanted and not stays:
                    journal.touch([piece], only=["month", "pinned"])
                    changed.append((wanted, piece.pk))
            update_many(Piece, ("month",), changed)
            if not pins:
                Piece.objects.filter(pk__in=[pk for _, pk in changed]).update(pinned=False)
    return len(changed)


def _other(
    project: Project, plan: Sequence[PieceFigures], hours: float, *, pins: bool
) -> tuple[Problem, list[date], Fit]:
    problem, months = fitting_problem(project, plan)
    usual = np.isclose(problem.capacity, project.hours_a_month)
    capacity = np.where(usual, hours, problem.capacity)
    pinned = problem.pinned
    if not pins:
        begun = np.array([figures.piece.state in STARTED for figures in plan], dtype=bool)
        pinned = np.where(begun, pinned, -1)
    other = replace(problem, capacity=capacity, pinned=pinned)
    solve = fit_hours if len(plan) <= AT_ONCE else fit_greedily
    return problem, months, leveled(other, solve(other))


def _as_it_is(
    plan: Sequence[PieceFigures], months: Sequence[date]
) -> "np.ndarray[Any, np.dtype[np.int64]]":
    place = {month: number for number, month in enumerate(months)}
    return np.array(
        [place.get(figures.piece.month, -1) if figures.piece.month else -1 for figures in plan],
        dtype=np.int64,
    )


def _month(months: Sequence[date], place: int) -> date | None:
    return months[place] if place >= 0 else None
