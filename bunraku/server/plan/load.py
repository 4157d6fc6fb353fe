"""What each month of the plan holds against what it may: hours, people's hours, kinds; and pins
that cannot be."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from typing import Any

from bunraku.core.channels import KINDS
from bunraku.core.plan.problem import TINY
from bunraku.server.clock import today
from bunraku.server.plan.hours import hours_by_month, months_of
from bunraku.server.plan.models import PlanLimit
from bunraku.server.plan.outlines import Outline
from bunraku.server.projects.models import Project


@dataclass(frozen=True)
class Load:
    """The months as the page tells them, and the pins that cannot be."""

    months: list[dict[str, Any]]
    impossible: list[dict[str, Any]]


def load_of(project: Project, outlines: Sequence[Outline]) -> Load:
    """What stands in each month. Two queries whatever the number of pieces."""
    months = months_of(project)
    to_spend = hours_by_month(project, months)
    by_month: dict[date, list[Outline]] = {}
    for outline in outlines:
        if outline.month:
            by_month.setdefault(outline.month, []).append(outline)
    limits = list(PlanLimit.objects.filter(project=project).exclude(of="alike"))
    people = sorted((limit for limit in limits if limit.of == "maker"), key=lambda one: one.name)
    told = []
    for month in months:
        here = by_month.get(month, [])
        told.append(
            {
                "month": month,
                "hours": sum((piece.hours for piece in here), 0.0),
                "to_spend": to_spend[month],
                "people": [
                    {
                        "name": one.name,
                        "hours": sum((one.takes(p.maker, p.kind, p.hours) for p in here), 0.0),
                        "to_spend": one.most,
                    }
                    for one in people
                ],
            }
        )
    return Load(told, list(_impossible(by_month, to_spend, limits)))


def _impossible(
    by_month: Mapping[date, Sequence[Outline]],
    to_spend: Mapping[date, float],
    limits: Sequence[PlanLimit],
) -> list[dict[str, Any]]:
    """Pinned pieces that cannot be as they are: those of a month that is over or lies beyond the
    plan, and those that take more of their month than there is of hours, of somebody's hours or of
    a kind."""
    found: list[dict[str, Any]] = []

    def tell(month: date, what: str, pieces: Sequence[Outline], takes: float, most: Any) -> None:
        named = [{"id": piece.pk, "title": piece.title} for piece in pieces]
        found.append(
            {"month": month, "what": what, "hours": takes, "to_spend": most, "pieces": named}
        )

    for month, pieces in sorted(by_month.items()):
        pinned = [piece for piece in pieces if piece.pinned]
        if not pinned:
            continue
        hours = sum(piece.hours for piece in pinned)
        if month not in to_spend:
            what = "over" if month <= today() else "beyond"
            tell(month, what, pinned, hours, None)
            continue
        if hours > to_spend[month] + TINY:
            tell(month, "hours", pinned, hours, to_spend[month])
        for limit in limits:
            takes = {p.pk: limit.takes(p.maker, p.kind, p.hours) for p in pinned}
            spent = sum(takes.values())
            if spent > limit.most + TINY:
                theirs = [piece for piece in pinned if takes[piece.pk]]
                tell(month, _called(limit), theirs, spent, limit.most)
    return found


def _called(limit: PlanLimit) -> str:
    """What a limit is of, in words."""
    if limit.of == "maker":
        return f"{limit.name}'s hours"
    return f"of the kind “{KINDS[limit.name].name.lower()}”"
