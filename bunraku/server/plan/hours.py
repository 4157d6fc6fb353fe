"""What hours that were spent teach about hours to come."""

from bunraku.core.plan.pieces import KINDS
from bunraku.core.plan.work import Learned, learn_hours
from bunraku.server.plan.models import Piece
from bunraku.server.projects.models import Project

DONE = ("ready", "live")
"""States in which the hours of a piece are spent."""


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
