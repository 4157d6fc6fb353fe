"""What the plan keeps to besides its hours: a person's hours, so many of a kind a month, so many
location pages that differ too little, location pages beside others; and how far it looks ahead."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from typing import Any

import numpy as np
from django.db import transaction

from bunraku.core.channels import KINDS
from bunraku.core.plan.problem import Limit
from bunraku.server.journal.recorder import Recorder
from bunraku.server.plan.earning import is_unpaid
from bunraku.server.plan.locations import groups_too_alike
from bunraku.server.plan.models import Piece, PlanLimit
from bunraku.server.plan.selectors import PieceFigures
from bunraku.server.projects.models import Project


@dataclass(frozen=True)
class Told:
    """A limit, and what is said of a piece that it keeps out."""

    says: str
    limit: Limit


def limits_of(project: Project, plan: Sequence[PieceFigures], months: Sequence[date]) -> list[Told]:
    """The project's limits on some pieces, in the order of the core's problem. One query, and two
    more where location pages are limited."""
    told: list[Told] = []
    for limit in PlanLimit.objects.filter(project=project):
        if limit.of == "alike":
            told += _alike(project, plan, limit.most)
            continue
        if limit.of == "towns":
            told += _towns(project, plan, limit.most)
            continue
        weight = [limit.takes(f.piece.maker, f.piece.kind, f.piece.hours) for f in plan]
        says = f"{limit.name} has no hours left."
        if limit.of == "kind":
            kind = KINDS[limit.name].name.lower()
            says = f"Your limit is {limit.most:g} of “{kind}” a month."
        most = np.full(len(months), limit.most)
        told.append(Told(says, Limit(np.array(weight, dtype=float), most)))
    return told


def _alike(project: Project, plan: Sequence[PieceFigures], most: float) -> list[Told]:
    """One limit for each group of location pages that differ too little."""
    told = []
    for group in groups_too_alike(project, plan):
        weight = np.zeros(len(plan))
        weight[group] = 1.0
        says = f"Your limit for location pages that are too alike is {most:g}."
        told.append(Told(says, Limit(weight, np.array([most]), whole=True)))
    return told


def _towns(project: Project, plan: Sequence[PieceFigures], most_pct: float) -> list[Told]:
    """One limit for each outlet with location pages: so many as make the share that is wanted,
    counted by its other pages that earn their hours or stand already."""
    told = []
    for outlet in sorted({f.piece.outlet_id or 0 for f in plan if f.piece.kind == "location"}):
        mine = [(f.piece.outlet_id or 0) == outlet for f in plan]
        towns = [own and f.piece.kind == "location" for own, f in zip(mine, plan, strict=True)]
        # Those that stand or would be made.
        stand = [
            f.piece.month is not None or f.piece.state == "live" or not is_unpaid(project, f)
            for f in plan
        ]
        others = sum(np.array(mine) & ~np.array(towns) & np.array(stand))
        most = float(np.floor(others * most_pct / max(100 - most_pct, 1e-9) + 1e-9))
        says = f"Your limit for location pages is {most_pct:g}% of the pages: {most:g} at most."
        told.append(Told(says, Limit(np.array(towns, dtype=float), np.array([most]), whole=True)))
    return told


def read_limits(project: Project) -> dict[str, Any]:
    """The limits as they are set, the horizon, and the people that pieces name."""
    limits = list(PlanLimit.objects.filter(project=project).order_by("name"))
    makers = Piece.objects.filter(project=project).exclude(maker="")
    return {
        "horizon": project.horizon,
        "people": [{"name": o.name, "hours": o.most} for o in limits if o.of == "maker"],
        "kinds": [{"kind": o.name, "most": int(o.most)} for o in limits if o.of == "kind"],
        "alike": next((int(o.most) for o in limits if o.of == "alike"), None),
        "towns_pct": next((int(o.most) for o in limits if o.of == "towns"), None),
        "makers": sorted(set(makers.values_list("maker", flat=True))),
    }


def set_limits(
    project: Project,
    horizon: int,
    people: Mapping[str, float],
    kinds: Mapping[str, int],
    alike: int | None,
    towns_pct: int | None = None,
) -> None:
    """Set all limits as one change; those not given are no more."""
    wanted = {
        **{("maker", name): float(hours) for name, hours in people.items()},
        **{("kind", kind): float(most) for kind, most in kinds.items()},
        **({} if alike is None else {("alike", ""): float(alike)}),
        **({} if towns_pct is None else {("towns", ""): float(towns_pct)}),
    }
    with transaction.atomic(), Recorder(project, "Changed planning limits") as journal:
        if project.horizon != horizon:
            journal.touch([project], only=["horizon"])
            project.horizon = horizon
            project.save(update_fields=["horizon"])
        there = {(o.of, o.name): o for o in PlanLimit.objects.filter(project=project)}
        journal.remove([limit for key, limit in there.items() if key not in wanted])
        for (of, name), most in wanted.items():
            limit = there.get((of, name))
            if limit is None:
                made = PlanLimit.objects.create(project=project, of=of, name=name, most=most)
                journal.made([made])
            elif limit.most != most:
                journal.touch([limit])
                limit.most = most
                limit.save(update_fields=["most"])
