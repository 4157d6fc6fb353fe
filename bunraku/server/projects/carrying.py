"""How projects and outlets are carried by the journal, and what follows when a change is taken
back."""

from typing import Any

from django.dispatch import receiver

from bunraku.server.journal.carrying import carry
from bunraku.server.projects.models import Outlet, Project
from bunraku.server.signals import figures_outdated, taken_back

carry(Project)
carry(Outlet)


@receiver(taken_back)
def figures_follow_settings(
    sender: object, project: Project, changes: dict[Any, Any], **_: object
) -> None:
    """Figures rest on settings and outlets; where these went back, the figures follow."""
    if {Project, Outlet} & changes.keys():
        project.refresh_from_db()
        figures_outdated.send(sender=Project, project=project)
