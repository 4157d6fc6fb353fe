"""Live pieces together: what those of an outlet, or of a cluster, come to."""

from collections import defaultdict
from typing import Any, Literal

from django.db.models import OuterRef, Subquery

from bunraku.server.cluster.models import Cluster
from bunraku.server.follow.models import Followed, LivePiece
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row

By = Literal["outlet", "cluster"]
NONE = {"outlet": "Outlet deleted", "cluster": "In no cluster"}


def together(project: Project, by: By) -> list[dict[str, Any]]:
    """What live pieces of each outlet, or of each cluster (that of their main keyword), come to
    on each channel, the most visible first. Three queries."""
    lives = list(
        LivePiece.objects.filter(project=project, gone=None).select_related("outlet", "scope")
    )
    clusters = _clusters(project) if by == "cluster" else {}
    sums: dict[tuple[str, str], dict[str, Any]] = defaultdict(lambda: dict.fromkeys(_ADDED, 0.0))
    for live in lives:
        name = (live.outlet.name if live.outlet else "") if by == "outlet" else ""
        of = sums[name or clusters.get(live.pk, NONE[by]), live.scope.channel]
        of["pieces"] += 1
        of["looked"] += live.last_check is not None
        for figure in _ADDED[2:]:
            of[figure] += live.seen.get(figure) or 0.0
    told = [
        {
            "name": name,
            "channel": channel,
            **{figure: round(value, 1) for figure, value in of.items()},
        }
        for (name, channel), of in sums.items()
    ]
    return sorted(told, key=lambda of: (-of["visible"], of["name"], of["channel"]))


def _clusters(project: Project) -> dict[int, str]:
    """The cluster of each live piece's main keyword, by name."""
    mains = Followed.objects.filter(live__project=project, main=True, place="", device=0)
    row = Row.objects.filter(scope=OuterRef("live__scope"), keyword=OuterRef("keyword"))
    of = dict(mains.values_list("live_id", Subquery(row.values("cluster")[:1])))
    clusters = Cluster.objects.select_related("lead").in_bulk([pk for pk in of.values() if pk])
    return {live: str(clusters[pk]) for live, pk in of.items() if pk in clusters}


_ADDED = (
    *("pieces", "looked", "phrases", "shown", "first3", "first10", "visible", "visible_now"),
    *("visible_before", "rose", "fell", "stayed", "new", "lost", "foretold"),
)
