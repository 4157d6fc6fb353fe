"""Clustering a scope as a job: reads packed results, calls the core, stores who belongs where."""

from collections.abc import Sequence
from typing import Any

import numpy as np
from django.db import transaction

from bunraku.core.cluster.clustering import ToCluster, cluster_keywords
from bunraku.core.cluster.members import lead_of
from bunraku.core.weigh.page import PAGE_ONE
from bunraku.server.cluster.models import Cluster, Pin
from bunraku.server.jobs.models import Job
from bunraku.server.jobs.running import Progress, handles
from bunraku.server.projects.parts import in_parts
from bunraku.server.sheet.models import IN_PLAY, Row, RowPage, Scope
from bunraku.server.sheet.scopes import scope_of


@handles("cluster")
def cluster(job: Job, progress: Progress) -> None:
    """Cluster a channel's kept keywords. Names and keywords moved by hand hold; so does everything already clustered,
    but where the person asked to cluster afresh."""
    scope = scope_of(job.project, job.params["channel"])
    progress.start("Clustering", 3)
    rows = list(
        Row.objects.filter(scope=scope, state__in=IN_PLAY)
        .order_by("pk")
        .values_list("pk", "keyword_id", "text", "intent", "volume", "cluster")
    )
    pages = packed_pages([row[0] for row in rows])
    pins = dict(Pin.objects.filter(scope=scope).values_list("keyword_id", "cluster_id"))
    existing = set(Cluster.objects.filter(scope=scope).values_list("pk", flat=True))
    numbers = {pk: number for number, pk in enumerate(sorted(existing))}
    current = [pins.get(keyword, now) for _, keyword, _, _, _, now in rows]
    progress.advance()
    labels = cluster_keywords(
        ToCluster(
            texts=[row[2] for row in rows],
            pages=pages,
            intents=np.array([row[3] for row in rows], dtype=np.int64),
            current=np.array([numbers.get(now, -1) if now else -1 for now in current], dtype=np.int64),
            pinned=np.array([row[1] in pins for row in rows], dtype=bool),
        ),
        job.project.language,
        afresh=bool(job.params.get("afresh")),
    )
    progress.advance()
    members: dict[int, list[int]] = {}
    for index, label in enumerate(labels.tolist()):
        members.setdefault(label, []).append(index)
    made, moved = _store(scope, rows, labels.tolist(), sorted(existing))
    _set_leads(rows, pages, members, made)
    several = sum(len(indices) > 1 for indices in members.values())
    progress.note(clusters=len(members), several=several, alone=len(members) - several, moved=moved)
    progress.advance()


def packed_pages(row_ids: Sequence[int]) -> Any:
    """Result ids of rows, (n, 10), 0 where no page was read."""
    pages = np.zeros((len(row_ids), PAGE_ONE), dtype=np.int64)
    place = {pk: number for number, pk in enumerate(row_ids)}
    for part in in_parts(row_ids):
        found = RowPage.objects.filter(row__in=part).values_list("row_id", "result_ids")
        for pk, packed in found:
            pages[place[pk]] = np.frombuffer(packed, dtype=np.int64)
    return pages


def _store(
    scope: Scope, rows: Sequence[Any], labels: Sequence[int], existing: Sequence[int]
) -> tuple[dict[int, int], int]:
    """Write each row's cluster; returns label to cluster id, and how many keywords changed theirs."""
    with transaction.atomic():
        # What a person did while this was worked out comes first: clusters they took back, keywords they moved.
        alive = set(Cluster.objects.filter(scope=scope).values_list("pk", flat=True))
        pins = dict(Pin.objects.filter(scope=scope).values_list("keyword_id", "cluster_id"))
        ids = {number: pk for number, pk in enumerate(existing) if pk in alive}
        new = sorted({label for label in labels if label not in ids})
        made = Cluster.objects.bulk_create(Cluster(scope=scope) for _ in new)
        ids |= {label: one.pk for label, one in zip(new, made, strict=True)}
        changed: dict[int, list[int]] = {}
        moved = 0
        for (pk, keyword, _, _, _, now), label in zip(rows, labels, strict=True):
            target = pins.get(keyword, ids[label])
            if now != target:
                changed.setdefault(target, []).append(pk)
                moved += now is not None
        for target, pks in changed.items():
            for part in in_parts(pks):
                Row.objects.filter(pk__in=part).update(cluster=target)
        used = {ids[label] for label in labels}
        # A cluster that the user named stays even while it is empty: the name is theirs.
        Cluster.objects.filter(scope=scope, name="", pins=None).exclude(pk__in=list(used)).delete()
    return ids, moved


def _set_leads(rows: Sequence[Any], pages: Any, members: dict[int, list[int]], ids: dict[int, int]) -> None:
    leads = []
    volume = np.array([np.nan if row[4] is None else row[4] for row in rows], dtype=float)
    for label, indices in members.items():
        lead = indices[lead_of(volume[indices], pages[indices])]
        leads.append(Cluster(pk=ids[label], lead_id=rows[lead][1]))
    with transaction.atomic():
        Cluster.objects.bulk_update(leads, ["lead"], batch_size=400)


def set_lead(cluster: Cluster) -> None:
    """Choose a cluster's lead keyword again after its members changed."""
    rows = list(Row.objects.filter(cluster=cluster.pk).order_by("pk").values_list("pk", "keyword_id", "volume"))
    if rows:
        volume = np.array([np.nan if row[2] is None else row[2] for row in rows], dtype=float)
        cluster.lead_id = rows[lead_of(volume, packed_pages([row[0] for row in rows]))][1]
        cluster.save(update_fields=["lead"])
