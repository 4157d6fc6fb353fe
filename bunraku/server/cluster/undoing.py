"""How clusters and pins are carried by the journal, and what follows when one is taken back."""

from typing import Any

from django.dispatch import receiver

from bunraku.server.cluster.inheriting import pass_on
from bunraku.server.cluster.models import Cluster, Declined, Meaning, Pin, Theme
from bunraku.server.database.parts import in_parts
from bunraku.server.journal.undoing import carry, derives
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row, Scope
from bunraku.server.signals import taken_back

carry(Cluster)
carry(Pin)
carry(Theme)
carry(Declined)
derives(Meaning)


@receiver(taken_back)
def let_go_of_gone(sender: object, project: Project, changes: dict[Any, Any], **_: object) -> None:
    """No keyword is left in a cluster that is gone: one that went with an undo and had been given
    keywords since, or one that clustering took away before a keyword was put back into it."""
    made = [change["pk"] for change in changes.get(Cluster, ()) if change["before"] is None]
    back = [change["before"].get("cluster") for change in changes.get(Row, ()) if change["before"]]
    for part in in_parts(sorted({*made, *back} - {None})):
        there = set(Cluster.objects.filter(pk__in=part).values_list("pk", flat=True))
        gone = [pk for pk in part if pk not in there]
        Row.objects.filter(scope__project=project, cluster__in=gone).update(cluster=None)
    if changes.keys() & {Cluster, Theme, Row}:
        for scope in Scope.objects.filter(project=project):
            scope.project = project
            pass_on(scope)
