"""How clusters and pins are carried by the journal, and what follows when one is taken back."""

from typing import Any

from django.dispatch import receiver

from bunraku.server.cluster.models import Cluster, Pin
from bunraku.server.journal.carrying import carry
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row
from bunraku.server.signals import taken_back

carry(Cluster)
carry(Pin)


@receiver(taken_back)
def let_go_of_gone(sender: object, project: Project, changes: dict[Any, Any], **_: object) -> None:
    """A cluster that went with an undo lets go of keywords that clustering had put into it
    since."""
    made = [change["pk"] for change in changes.get(Cluster, ()) if change["before"] is None]
    if made:
        Row.objects.filter(scope__project=project, cluster__in=made).update(cluster=None)
