"""How projects and outlets are carried by the journal, and what follows when a change is taken
back."""

from typing import Any

from django.db.models import F
from django.dispatch import receiver

from bunraku.server.journal.undoing import carry, every_field
from bunraku.server.projects.models import Outlet, Project
from bunraku.server.signals import figures_outdated, taken_back

# The clock only goes on, and what was learned is derived: neither is taken back.
carry(Project, *(name for name in every_field(Project) if name not in ("version", "days_ahead")))
carry(Outlet, *(name for name in every_field(Outlet) if name not in ("version", "learned")))


@receiver(taken_back)
def figures_follow_settings(
    sender: object, project: Project, changes: dict[Any, Any], **_: object
) -> None:
    """Figures rest on settings and outlets; where these went back, the figures follow, and a window
    that has not seen it may not save over it."""
    if {Project, Outlet} & changes.keys():
        for model in (Project, Outlet):
            gone_back = [change["pk"] for change in changes.get(model, ())]
            model._default_manager.filter(pk__in=gone_back).update(version=F("version") + 1)
        project.refresh_from_db()
        figures_outdated.send(sender=Project, project=project)
