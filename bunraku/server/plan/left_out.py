"""Pieces without a month, each with the reason in a sentence."""

from collections.abc import Sequence
from typing import Any

from bunraku.core.plan.left_out import LeftOut, why_left_out
from bunraku.core.weigh.verdict import MONTHS_TO_EARN
from bunraku.server.plan.build_problem import as_it_is, fitting_problem
from bunraku.server.plan.earning import is_unpaid
from bunraku.server.plan.limits import Told, limits_of
from bunraku.server.plan.selectors import PieceFigures, plan_of
from bunraku.server.projects.models import Project

NEXT_TO_NOTHING = 0.005
"""Worth a month that rounds to nothing."""
UNLIKELY = 0.01
"""A chance that nobody plans on."""
SHOWN = 1_000
"""Pieces told of at most, those worth most."""


def left_out(project: Project) -> list[dict[str, Any]]:
    """Pieces without a month, worth most first, each with why. As many queries whatever their
    number."""
    plan = plan_of(project)
    problem, months = fitting_problem(project, plan)
    limits = limits_of(project, plan, months)
    month = as_it_is(plan, months)
    out = [
        number
        for number, figures in enumerate(plan)
        # What is live needs no month.
        if figures.piece.month is None and figures.piece.state != "live"
    ]
    out.sort(key=lambda number: -(plan[number].worth or 0.0))
    return [
        {
            "id": plan[number].piece.pk,
            "title": plan[number].piece.title,
            "hours": plan[number].piece.hours,
            "worth": plan[number].worth,
            "why": _sentence(
                plan[number],
                why_left_out(problem, month, number),
                plan,
                limits,
                project,
            ),
        }
        for number in out[:SHOWN]
    ]


def _sentence(
    figures: PieceFigures,
    found: LeftOut,
    plan: Sequence[PieceFigures],
    limits: Sequence[Told],
    project: Project,
) -> str:
    piece, currency = figures.piece, project.currency
    if piece.pinned:
        return "Held back by you."
    if found.why == "nothing" and figures.worth is not None and figures.worth < NEXT_TO_NOTHING:
        chance = figures.main.chance if figures.main else None
        if chance is not None and chance < UNLIKELY:
            return "Page one is out of reach at your strength, so it would earn almost nothing."
    a_month = figures.worth or 0.0
    if found.why == "nothing" and a_month >= NEXT_TO_NOTHING and is_unpaid(project, figures):
        worth = _money(a_month * MONTHS_TO_EARN, currency)
        cost = _money(piece.hours * project.hour_value, currency)
        return (
            f"A year of it is worth {worth}, and its hours cost {cost}. "
            "Give it a month to make it anyway."
        )
    if found.why == "nothing":
        wanted = " between the months you set" if piece.not_before or piece.by_month else ""
        return f"It would earn nothing{wanted} in the planned months."
    if found.why == "first":
        return f"It depends on “{plan[found.of].piece.title}”, which is not scheduled."
    if found.why == "limit":
        return limits[found.of].says
    if found.why == "room":
        return "There is room: schedule again."
    if figures.worth is None:
        return "Worth not known; your hours go to pieces with known worth."
    each = f"It earns {_money(found.rate, currency)} an hour"
    if found.why == "least":
        return f"{each}; the lowest scheduled piece earns {_money(found.beside, currency)}."
    return f"{each}, but no month in which it pays has enough hours left."


def _money(value: float, currency: str) -> str:
    return f"{currency}{value:,.0f}" if value >= 10 else f"{currency}{value:,.2f}"
