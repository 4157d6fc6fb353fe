"""Reading clusters: sums over their members, and why each member belongs."""

from typing import Any

from django.db.models import Avg, Count, F, Q, Sum

from bunraku.core.cluster.members import why_alone, why_member
from bunraku.core.text.folding import fold
from bunraku.core.text.labelled_phrases import INTENTS
from bunraku.server.cluster.actions import find_cluster
from bunraku.server.cluster.clustering import packed_pages
from bunraku.server.cluster.models import Cluster, Pin
from bunraku.server.projects.models import Project
from bunraku.server.sheet.filters import words_in
from bunraku.server.sheet.models import IN_PLAY, Row, Scope
from bunraku.server.sheet.ordering import ordered

SUMS: dict[str, Any] = {
    "volume": Sum("volume"),
    "worth": Sum("worth"),
    "chance": Avg("chance"),
    "difficulty": Avg("difficulty"),
}
"""What the members of a cluster add up to, by name."""
MOST_MEMBERS = 500
"""Members shown of one cluster: as many as anybody looks through."""


def list_clusters(
    scope: Scope,
    *,
    q: str,
    sort: str,
    several: bool,
    offset: int,
    limit: int,
    theme: int | None = None,
) -> dict[str, Any]:
    """A page of a scope's clusters with what their kept members add up to; of a theme, or (0) of
    none."""
    rows = Row.objects.filter(scope=scope, state__in=IN_PLAY, cluster__isnull=False)
    # All clusters are put in order by what that takes; the rest is summed for those that are shown.
    grouped = rows.values("cluster").annotate(keywords=Count("pk"))
    if sort != "keywords":
        grouped = grouped.annotate(**{sort: SUMS[sort]})
    if theme is not None:
        held = Cluster.objects.filter(scope=scope, theme=theme or None)
        grouped = grouped.filter(cluster__in=held.values("pk"))
    if several:
        grouped = grouped.filter(keywords__gt=1)
    if q:
        matching = rows.filter(words_in(q)).values("cluster")
        grouped = grouped.filter(Q(cluster__in=matching) | Q(cluster__in=_named(scope, q)))
    totals = rows.aggregate(clusters=Count("cluster", distinct=True), keywords=Count("pk"))
    inorder = grouped.order_by(F(sort).desc(nulls_last=True), "cluster")
    matched = list(inorder.values_list("cluster", flat=True))
    page = matched[offset : offset + limit]
    sums = (
        rows.filter(cluster__in=page)
        .values("cluster")
        .annotate(
            keywords=Count("pk"),
            local=Count("pk", filter=Q(local=True)),
            **SUMS,
            **{name: Count("pk", filter=Q(intent=code)) for code, name in enumerate(INTENTS)},
        )
    )
    summed = {row["cluster"]: row for row in sums.order_by()}
    names = Cluster.objects.select_related("lead", "theme").in_bulk(page)
    return {
        "total": totals["clusters"],
        "matched": len(matched),
        "keywords": totals["keywords"],
        "clusters": [_summary(dict(summed[pk]), names.get(pk)) for pk in page],
    }


def _named(scope: Scope, q: str) -> list[int]:
    """Clusters whose own name holds all words. Few are named by hand, so they are looked through
    here."""
    words = fold(q).split()
    names = Cluster.objects.filter(scope=scope).exclude(name="").values_list("pk", "name")
    return [pk for pk, name in names if all(word in fold(name) for word in words)]


def _summary(row: dict[str, Any], cluster: Cluster | None) -> dict[str, Any]:
    return {
        "id": row["cluster"],
        "name": str(cluster) if cluster else "",
        "named": bool(cluster and cluster.name),
        "lead": cluster.lead.text if cluster and cluster.lead else "",
        "theme_id": cluster.theme_id if cluster else None,
        "theme": str(cluster.theme) if cluster and cluster.theme else "",
        "locked": bool(cluster and cluster.locked),
        "noted": bool(cluster and cluster.note),
        "priority": cluster.priority if cluster else "",
        "keywords": row["keywords"],
        "volume": row["volume"],
        "worth": row["worth"],
        "chance": row["chance"],
        "difficulty": row["difficulty"],
        "local": row["local"] or 0,
        "intents": {name: row[name] for name in INTENTS if row[name]},
    }


def read_cluster(project: Project, cluster_id: int) -> dict[str, Any]:
    """A cluster with its members and the reason for each. Raises: not_found."""
    cluster = find_cluster(project, cluster_id)
    members = Row.objects.filter(cluster=cluster.pk, state__in=IN_PLAY)
    rows = list(ordered(members, "volume", descending=True)[:MOST_MEMBERS])
    pinned = set(Pin.objects.filter(cluster=cluster).values_list("keyword_id", flat=True))
    pages = dict(
        zip([row.pk for row in rows], packed_pages([row.pk for row in rows]).tolist(), strict=True)
    )
    lead = next(
        (row for row in rows if row.keyword_id == cluster.lead_id), rows[0] if rows else None
    )
    why = {
        row.pk: why_alone(pages[row.pk], pinned=row.keyword_id in pinned)
        if len(rows) == 1
        else why_member(
            row.text,
            pages[row.pk],
            lead.text,
            pages[lead.pk],
            cluster.scope.language,
            pinned=row.keyword_id in pinned,
        )
        for row in rows
        if lead is not None
    }
    return {
        "id": cluster.pk,
        "name": str(cluster),
        "own_name": cluster.name,
        "lead": lead.text if lead else "",
        "channel": cluster.scope.channel,
        "theme_id": cluster.theme_id,
        "theme": str(cluster.theme) if cluster.theme else "",
        "locked": cluster.locked,
        "note": cluster.note,
        "priority": cluster.priority,
        "members": [
            {"row": row, "why": why[row.pk], "pinned": row.keyword_id in pinned} for row in rows
        ],
    }
