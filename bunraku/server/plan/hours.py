"""Months that are planned, hours to spend in them, and what hours that were spent teach."""

from collections.abc import Sequence
from datetime import date
from typing import Annotated

from pydantic import AfterValidator, WithJsonSchema

from bunraku.core.channels import KINDS
from bunraku.core.plan.calendar import HORIZONS, months_ahead
from bunraku.core.plan.work import Learned, learn_hours
from bunraku.server.clock import today
from bunraku.server.plan.models import MonthHours, Piece
from bunraku.server.projects.models import Project

DONE = ("ready", "live")
"""States in which the hours of a piece are spent."""


def _a_horizon(months: int) -> int:
    if months not in HORIZONS:
        few = ", ".join(map(str, HORIZONS[:-1]))
        raise ValueError(f"a plan holds {few} or {HORIZONS[-1]} months")
    return months


Horizon = Annotated[
    int, AfterValidator(_a_horizon), WithJsonSchema({"type": "integer", "enum": list(HORIZONS)})
]
"""Months that a plan holds, as they come in."""


def months_of(project: Project, horizon: int | None = None) -> list[date]:
    """First days of the months that are planned: as many as the project's horizon, or another."""
    return months_ahead(today(), horizon or project.horizon)


def hours_by_month(project: Project, months: Sequence[date]) -> dict[date, float]:
    """Hours to spend in each of some months: the usual ones, or those that the month was given."""
    hours = dict.fromkeys(months, float(project.hours_a_month))
    own = MonthHours.objects.filter(project=project, month__in=months)
    return hours | dict(own.values_list("month", "hours"))


def learned_hours(project: Project) -> dict[str, Learned]:
    """By kind what its pieces took, where enough of them are done. One query."""
    spent: dict[str, list[float]] = {}
    done = Piece.objects.filter(project=project, state__in=DONE, hours_spent__gt=0)
    for kind, hours in done.values_list("kind", "hours_spent"):
        spent.setdefault(kind, []).append(hours)
    found = {kind: learn_hours(hours) for kind, hours in spent.items()}
    return {kind: learned for kind, learned in found.items() if learned is not None}


def usual_hours(project: Project) -> dict[str, float]:
    """Hours to plan for each kind: as learned, else as practitioners say."""
    learned = learned_hours(project)
    return {id: learned[id].hours if id in learned else kind.hours for id, kind in KINDS.items()}
