"""Whether a piece is known not to be worth its hours."""

from bunraku.core.plan.cost_benefit import earns_its_hours
from bunraku.server.plan.selectors import PieceFigures
from bunraku.server.projects.models import Project


def is_unpaid(project: Project, figures: PieceFigures) -> bool:
    """Whether a year of a piece is known to be worth less than its hours: only where a person said
    what a visitor is worth, for nothing is left out on an assumption."""
    earns = earns_its_hours(figures.worth, figures.piece.hours, project.hour_value)
    return bool(project.click_values) and earns is False
