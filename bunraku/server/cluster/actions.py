"""What can be done to clusters: run, rename, move a keyword."""

from collections.abc import Sequence

from django.db import transaction

from bunraku.server.cluster.models import Cluster, Pin
from bunraku.server.cluster.run import set_lead
from bunraku.server.errors import BunrakuError, not_found
from bunraku.server.jobs.actions import start_job
from bunraku.server.jobs.models import Job
from bunraku.server.projects.journal import Recorder
from bunraku.server.projects.models import Project
from bunraku.server.sheet.actions import rows_of
from bunraku.server.sheet.models import IN_PLAY, Row
from bunraku.server.sheet.scopes import find_scope


def start_clustering(project: Project, channel: str, *, afresh: bool = False) -> Job:
    """Start clustering a channel. Raises: nothing_to_cluster."""
    if not Row.objects.filter(scope=find_scope(project, channel), state__in=IN_PLAY).exists():
        raise BunrakuError("nothing_to_cluster", f"There is no keyword to cluster on {channel} search.")
    return start_job(project, "cluster", {"channel": channel, "afresh": afresh}, distinct=channel)


def find_cluster(project: Project, cluster_id: int) -> Cluster:
    """A cluster of a project. Raises: not_found."""
    found = Cluster.objects.select_related("lead", "scope").filter(pk=cluster_id, scope__project=project).first()
    if found is None:
        raise not_found("cluster")
    return found


def rename_cluster(project: Project, cluster_id: int, name: str) -> Cluster:
    """Name a cluster; an empty name gives it back to its lead keyword. Raises: not_found."""
    with transaction.atomic():
        cluster = find_cluster(project, cluster_id)
        with Recorder(project, f"Renamed cluster “{cluster}”") as journal:
            journal.touch([cluster])
            cluster.name = name.strip()
            cluster.save(update_fields=["name"])
    return cluster


def move_keywords(project: Project, row_ids: Sequence[int], cluster_id: int | None) -> Cluster:
    """Put keywords into a cluster, or (None) into one of their own, and pin them there. Raises: not_found."""
    with transaction.atomic():
        rows = rows_of(project, row_ids)
        scope = rows[0].scope
        target = find_cluster(project, cluster_id) if cluster_id is not None else Cluster(scope=scope)
        if any(row.scope_id != target.scope_id for row in rows):
            raise not_found("cluster on this channel")
        what = f"“{rows[0].text}”" if len(rows) == 1 else f"{len(rows):,} keywords"
        with Recorder(project, f"Moved {what}") as journal:
            if target.pk is None:
                target.save()
                journal.made([target])
            pins = list(Pin.objects.filter(scope=scope, keyword__in=[row.keyword_id for row in rows]))
            left = {row.cluster for row in rows} - {target.pk, None}
            journal.touch(pins)
            journal.touch(rows, only=["cluster"])
            affected = list(Cluster.objects.filter(pk__in=[*left, target.pk]))
            journal.touch(affected, only=["lead"])
            pinned = {pin.keyword_id: pin for pin in pins}
            for row in rows:
                pin = pinned.get(row.keyword_id) or Pin(scope=scope, keyword=row.keyword)
                pin.cluster = target
                pin.save()
                journal.made([pin])
                row.cluster = target.pk
            Row.objects.bulk_update(rows, ["cluster"], batch_size=400)
            for changed in affected:
                set_lead(changed)
    return find_cluster(project, target.pk)
