"""Clustering a scope as a job: reads packed results, calls the core, stores who belongs where."""

from collections.abc import Iterable, Sequence
from dataclasses import replace
from typing import Any

import numpy as np
from django.db import transaction

from bunraku.core.cluster.clustering import ToCluster, cluster_keywords
from bunraku.core.cluster.members import lead_of
from bunraku.core.weigh.page import PAGE_ONE
from bunraku.server.cluster.inheriting import pass_on
from bunraku.server.cluster.meanings import read_meanings
from bunraku.server.cluster.models import Cluster, Pin
from bunraku.server.cluster.themes import keep_themes
from bunraku.server.database.bulk import insert_many, update_many
from bunraku.server.database.parts import in_parts
from bunraku.server.jobs.kinds import JobKind, job_kind
from bunraku.server.jobs.work import Params, Result, Work
from bunraku.server.sentences import plural
from bunraku.server.sheet.models import IN_PLAY, Keyword, Row, RowPage, Scope
from bunraku.server.sheet.scopes import scope_of


class ClusterParams(Params):
    """Which channel, whether what is clustered already may move, and how strict (None: as the scope
    says)."""

    channel: str
    afresh: bool = False
    strictness: float | None = None


class ClusterResult(Result):
    """How many clusters there are, of several keywords and of one, how many keywords moved, and how
    many themes there are."""

    clusters: int = 0
    themes: int = 0
    several: int = 0
    alone: int = 0
    moved: int = 0


@job_kind
class ClusterKeywords(JobKind[ClusterParams, ClusterResult]):
    """Cluster a channel's keywords in play. Names and keywords moved by hand hold; so does
    everything already clustered, but where the person asked to cluster afresh."""

    id = "cluster"
    name = "Clustering"
    takes = ClusterParams
    gives = ClusterResult

    def run(self, work: Work[ClusterParams, ClusterResult]) -> None:
        """Read, cluster, store."""
        scope = scope_of(work.project, work.params.channel)
        work.start("Clustering", 3)
        if work.params.strictness is not None:
            scope.strictness = work.params.strictness
            scope.save(update_fields=["strictness"])
        rows = rows_to_cluster(scope)
        pages = packed_pages([row[0] for row in rows])
        existing = sorted(Cluster.objects.filter(scope=scope).values_list("pk", flat=True))
        given = to_cluster(scope, rows, pages, existing)
        given = replace(given, meant=read_meanings(scope, given, [row[1] for row in rows], work))
        work.start("Clustering", 3, done=1)
        labels = cluster_keywords(
            given,
            scope.language,
            afresh=work.params.afresh,
            strictness=scope.strictness,
            done=lambda done, of: work.start("Clustering", of + 2, done=done),
        ).tolist()
        work.start("Clustering", 3, done=2)
        members: dict[int, list[int]] = {}
        for index, label in enumerate(labels):
            members.setdefault(label, []).append(index)
        several = sum(len(indices) > 1 for indices in members.values())
        result = work.result
        result.clusters, result.several = len(members), several
        result.alone = len(members) - several
        # One transaction: clusters without leads, or a report of another run, would stay for ever
        # after a kill.
        with transaction.atomic():
            ids, moved = _store(scope, rows, labels, existing)
            _set_leads(rows, pages, members, ids)
            result.themes = keep_themes(scope, afresh=work.params.afresh)
            pass_on(scope)
            # Of a run that is done again what it moved before the kill was stored and told.
            before = work.before_a_kill()
            result.moved = moved + (before.moved if before else 0)
            work.report()
        work.advance()

    def brought(self, result: ClusterResult) -> str:
        """Clusters of several keywords, and keywords alone."""
        return f"{plural(result.several, 'cluster')} of several keywords, {result.alone:,} alone"


def rows_to_cluster(scope: Scope) -> list[Any]:
    """Rows in play as clustering takes them, those of locked clusters left out."""
    return list(
        Row.objects.filter(scope=scope, state__in=IN_PLAY)
        .exclude(cluster__in=Cluster.objects.filter(scope=scope, locked=True).values("pk"))
        .order_by("pk")
        .values_list("pk", "keyword_id", "text", "intent", "volume", "cluster", "local")
    )


def to_cluster(scope: Scope, rows: Sequence[Any], pages: Any, existing: Sequence[int]) -> ToCluster:
    """Rows as the core takes them."""
    pins = dict(Pin.objects.filter(scope=scope).values_list("keyword_id", "cluster_id"))
    numbers = {pk: number for number, pk in enumerate(existing)}
    current = [pins.get(keyword, now) for _, keyword, _, _, _, now, _ in rows]
    return ToCluster(
        texts=[row[2] for row in rows],
        pages=pages,
        intents=np.array([row[3] for row in rows], dtype=np.int64),
        current=np.array([numbers.get(now, -1) if now else -1 for now in current], dtype=np.int64),
        pinned=np.array([row[1] in pins for row in rows], dtype=bool),
        local=np.array([row[6] for row in rows], dtype=bool),
    )


def packed_pages(row_ids: Sequence[int]) -> Any:
    """Result ids of rows, (n, 10), 0 where no page was read."""
    pages = np.zeros((len(row_ids), PAGE_ONE), dtype=np.int64)
    place = {pk: number for number, pk in enumerate(row_ids)}
    for part in in_parts(row_ids):
        packed_rows = RowPage.objects.filter(row__in=part).values_list("row_id", "result_ids")
        for pk, packed in packed_rows:
            pages[place[pk]] = np.frombuffer(packed, dtype=np.int64)
    return pages


def _store(
    scope: Scope, rows: Sequence[Any], labels: Sequence[int], existing: Sequence[int]
) -> tuple[dict[int, int], int]:
    """Write each row's cluster; returns label to cluster id, and how many keywords changed
    theirs."""
    with transaction.atomic():
        # What a person did while this was worked out comes first: clusters they took back, keywords
        # they moved.
        alive = set(Cluster.objects.filter(scope=scope).values_list("pk", flat=True))
        pins = dict(Pin.objects.filter(scope=scope).values_list("keyword_id", "cluster_id"))
        ids = {number: pk for number, pk in enumerate(existing) if pk in alive}
        new = sorted({label for label in labels if label not in ids})
        ids |= dict(zip(new, _make_clusters(scope, len(new)), strict=True))
        changed: list[tuple[int, int]] = []
        moved = 0
        for (pk, keyword, _, _, _, now, _), label in zip(rows, labels, strict=True):
            target = pins.get(keyword, ids[label])
            if now != target:
                changed.append((target, pk))
                moved += now is not None
        update_many(Row, ["cluster"], changed)
        used = {ids[label] for label in labels}
        # A cluster that the user named stays even while it is empty: the name is theirs.
        nameless = Cluster.objects.filter(
            scope=scope, name="", note="", priority="", locked=False, pins=None
        ).order_by()
        gone = sorted(set(nameless.values_list("pk", flat=True)) - used)
        for part in in_parts(gone):
            # Dropped and parked keywords too: one that comes back must not name what is gone.
            Row.objects.filter(scope=scope, cluster__in=part).update(cluster=None)
            Cluster.objects.filter(pk__in=part).delete()
    return ids, moved


def _make_clusters(scope: Scope, count: int) -> list[int]:
    """Make so many empty clusters; their ids."""
    # Ids by difference: not every database gives them back from a bulk insert.
    there = set(Cluster.objects.filter(scope=scope).values_list("pk", flat=True))
    insert_many(Cluster, (), [()] * count, same={"scope": scope.pk})
    made = Cluster.objects.filter(scope=scope).order_by("pk").values_list("pk", flat=True)
    return [pk for pk in made if pk not in there][:count]


def _set_leads(
    rows: Sequence[Any], pages: Any, members: dict[int, list[int]], ids: dict[int, int]
) -> None:
    leads = []
    volume = np.array([np.nan if row[4] is None else row[4] for row in rows], dtype=float)
    for label, indices in members.items():
        lead = indices[lead_of(volume[indices], pages[indices])]
        leads.append((rows[lead][1], ids[label]))
    with transaction.atomic():
        # The import that they came with may have been undone.
        gone = {keyword for keyword, _ in leads}
        for part in in_parts(sorted(gone)):
            gone.difference_update(Keyword.objects.filter(pk__in=part).values_list("pk", flat=True))
        update_many(Cluster, ("lead",), [lead for lead in leads if lead[0] not in gone])


def set_leads(clusters: Iterable[Cluster]) -> None:
    """Choose the lead keywords of clusters again after their members changed. To be called in a
    transaction."""
    ids = [cluster.pk for cluster in clusters]
    members: dict[int, list[tuple[int, int, float]]] = {}
    for part in in_parts(ids):
        held = Row.objects.filter(cluster__in=part).order_by("pk")
        for cluster, pk, keyword, searches in held.values_list(
            "cluster", "pk", "keyword_id", "volume"
        ):
            known = np.nan if searches is None else searches
            members.setdefault(cluster or 0, []).append((pk, keyword, known))
    everyone = [pk for rows in members.values() for pk, _, _ in rows]
    pages = dict(zip(everyone, packed_pages(everyone), strict=True))
    leads = []
    for cluster, rows in members.items():
        volume = np.array([row[2] for row in rows], dtype=float)
        lead = lead_of(volume, np.array([pages[pk] for pk, _, _ in rows]))
        leads.append((rows[lead][1], cluster))
    update_many(Cluster, ("lead",), leads)
