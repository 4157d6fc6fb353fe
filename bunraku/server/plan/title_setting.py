"""For whom titles are written."""

from bunraku.core.plan.written_keyword import Setting
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Scope


def setting_of(project: Project, scope: Scope) -> Setting:
    """What the titles of a project's pieces in a scope go by."""
    return Setting(
        scope.language,
        tuple(project.places),
        (*project.own_brands, *project.rival_brands),
        project.about,
        project.currency,
    )
