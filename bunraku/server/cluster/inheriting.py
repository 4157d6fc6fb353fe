"""The priority of a cluster or a theme, passed on to its keywords."""

from bunraku.server.cluster.models import Cluster
from bunraku.server.database.parts import in_parts
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row, Scope
from bunraku.server.signals import figures_outdated


def pass_on(scope: Scope) -> int:
    """Have each keyword carry what its cluster, else its theme, passes on, and figures follow.
    Returns how many changed. To be called in a transaction. Three queries where nothing changes."""
    told = Cluster.objects.filter(scope=scope).values_list("pk", "priority", "theme__priority")
    passed = {pk: own or of_theme for pk, own, of_theme in told if own or of_theme}
    wanted: dict[int, str] = {}
    for part in in_parts(sorted(passed)):
        rows = Row.objects.filter(scope=scope, cluster__in=part)
        told_by = rows.values_list("pk", "cluster")
        wanted |= {pk: passed[cluster] for pk, cluster in told_by if cluster is not None}
    now = dict(Row.objects.filter(scope=scope).exclude(passed_on="").values_list("pk", "passed_on"))
    changed = {pk: wanted.get(pk, "") for pk in {*wanted, *now}}
    changed = {pk: value for pk, value in changed.items() if now.get(pk, "") != value}
    for value in set(changed.values()):
        for part in in_parts([pk for pk, wants in changed.items() if wants == value]):
            Row.objects.filter(pk__in=part).update(passed_on=value)
    if changed:
        keywords = [
            keyword
            for part in in_parts(sorted(changed))
            for keyword in Row.objects.filter(pk__in=part).values_list("keyword", flat=True)
        ]
        figures_outdated.send(
            sender=Project, project=scope.project, keyword_ids=keywords, settings=False
        )
    return len(changed)
