"""What can be done to clusters: run, rename, move a keyword."""

from collections.abc import Sequence

from django.db import transaction

from bunraku.server.cluster.clustering import ClusterKeywords, ClusterParams, set_leads
from bunraku.server.cluster.inheriting import pass_on
from bunraku.server.cluster.models import Cluster, Pin
from bunraku.server.database.bulk import insert_many
from bunraku.server.database.parts import in_parts
from bunraku.server.errors import BunrakuError, not_found
from bunraku.server.jobs.actions import start_job
from bunraku.server.jobs.models import Job
from bunraku.server.journal.recorder import Recorder
from bunraku.server.projects.models import Project
from bunraku.server.sentences import named
from bunraku.server.sheet.actions import rows_of
from bunraku.server.sheet.models import IN_PLAY, Row, Scope
from bunraku.server.sheet.scopes import find_scope


def start_clustering(
    project: Project, channel: str, *, afresh: bool = False, strictness: float | None = None
) -> Job:
    """Start clustering a channel. Raises: nothing_to_cluster."""
    if not Row.objects.filter(scope=find_scope(project, channel), state__in=IN_PLAY).exists():
        raise BunrakuError(
            "nothing_to_cluster", f"There is no keyword to cluster on {channel} search."
        )
    params = ClusterParams(channel=channel, afresh=afresh, strictness=strictness)
    return start_job(project, ClusterKeywords, params, distinct=channel)


def find_cluster(project: Project, cluster_id: int) -> Cluster:
    """A cluster of a project. Raises: not_found."""
    mine = Cluster.objects.select_related("lead", "scope", "theme").filter(scope__project=project)
    cluster = mine.filter(pk=cluster_id).first()
    if cluster is None:
        raise not_found("cluster")
    return cluster


def rename_cluster(project: Project, cluster_id: int, name: str) -> Cluster:
    """Name a cluster; an empty name gives it back to its lead keyword. Raises: not_found."""
    with transaction.atomic():
        cluster = find_cluster(project, cluster_id)
        with Recorder(project, f"Renamed cluster “{cluster}”") as journal:
            journal.touch([cluster], only=["name"])
            cluster.name = name.strip()
            cluster.save(update_fields=["name"])
    return cluster


def move_keywords(project: Project, row_ids: Sequence[int], cluster_id: int | None) -> Cluster:
    """Put keywords into a cluster, or (None) into one of their own, and pin them there. Raises:
    not_found, also where the cluster is of another channel."""
    with transaction.atomic():
        rows = rows_of(project, row_ids)
        scope = rows[0].scope
        target = Cluster(scope=scope) if cluster_id is None else find_cluster(project, cluster_id)
        if any(row.scope_id != target.scope_id for row in rows):
            raise not_found("cluster on this channel")
        with Recorder(project, f"Moved {named([row.text for row in rows], 'keyword')}") as journal:
            if target.pk is None:
                # What leaves a cluster is still about its theme.
                source = Cluster.objects.filter(pk=rows[0].cluster or 0).first()
                target.theme_id = source.theme_id if source else None
                target.save()
                journal.made([target])
            move_keywords_in(scope, rows, target, journal)
        pass_on(scope)
    return find_cluster(project, target.pk)


def move_keywords_in(scope: Scope, rows: Sequence[Row], target: Cluster, journal: Recorder) -> None:
    """Put keywords into a cluster and pin them there, within a change that is being recorded."""
    left = {row.cluster for row in rows if row.cluster is not None} - {target.pk}
    affected = [target]
    for part in in_parts(sorted(left)):
        affected += Cluster.objects.filter(pk__in=part)
    # The leads too: a cluster that loses its lead keyword gets another, and undo must give it back.
    journal.touch(affected, only=["lead"])
    journal.touch(rows, only=["cluster"])
    _pin(scope, rows, target, journal)
    for part in in_parts([row.pk for row in rows]):
        Row.objects.filter(pk__in=part).update(cluster=target.pk)
    set_leads(affected)


def _pin(scope: Scope, rows: Sequence[Row], target: Cluster, journal: Recorder) -> None:
    """Pin keywords to a cluster; those that were pinned elsewhere are no more."""
    keywords = [row.keyword_id for row in rows]
    there = _pins(scope, keywords)
    journal.touch(there)
    for part in in_parts([pin.pk for pin in there]):
        Pin.objects.filter(pk__in=part).update(cluster=target)
    pinned = {pin.keyword_id for pin in there}
    fresh = [(keyword,) for keyword in keywords if keyword not in pinned]
    insert_many(Pin, ("keyword",), fresh, same={"scope": scope.pk, "cluster": target.pk})
    journal.made(pin for pin in _pins(scope, keywords) if pin.keyword_id not in pinned)


def _pins(scope: Scope, keywords: Sequence[int]) -> list[Pin]:
    return [
        pin
        for part in in_parts(keywords)
        for pin in Pin.objects.filter(scope=scope, keyword__in=part).order_by("pk")
    ]
