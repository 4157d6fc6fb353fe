"""The whole at a glance: a channel's themes with what they bring, how likely, in which season, and
what of them is served already."""

from collections import defaultdict
from dataclasses import dataclass, field
from typing import Any

from django.db.models import Count, F, Q, Sum

from bunraku.server.cluster.models import Cluster, Theme
from bunraku.server.database.parts import in_parts
from bunraku.server.database.unchanged import while_unchanged
from bunraku.server.plan.models import PieceKeyword
from bunraku.server.plan.selectors import clusters_served
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import IN_PLAY, Row, Scope
from bunraku.server.sheet.scopes import find_scope

NOTES = 60
"""Clusters of a theme that are drawn, those worth most."""


@dataclass
class Sums:
    """What clusters add up to: how many there are, of one keyword, with a piece of their own or for
    their lead keyword; keywords; searches, worth (None: nobody knows) and clicks a month, and of
    the searches those served, those whose chance is known, and chance times these; searches by the
    month of their peak, January first, those without a season left out."""

    clusters: int = 0
    alone: int = 0
    planned: int = 0
    keywords: int = 0
    volume: float = 0.0
    worth: float | None = None
    clicks: float = 0.0
    served: float = 0.0
    known: float = 0.0
    likely: float = 0.0
    peaks: list[float] = field(default_factory=lambda: [0.0] * 12)


def whole_of(project: Project, channel: str) -> dict[str, Any]:
    """A channel's themes, the most worth first, what is in none apart, and all together. A few
    queries whatever their number, kept while nothing changes."""
    scope = find_scope(project, channel)
    return while_unchanged(("whole", scope.pk), lambda: _look(scope))


def _look(scope: Scope) -> dict[str, Any]:
    theme_of = dict(Cluster.objects.filter(scope=scope).values_list("pk", "theme"))
    by_cluster = _sums(scope)
    by_theme: dict[int | None, Sums] = defaultdict(Sums)
    drawn: dict[int | None, list[int]] = defaultdict(list)
    total = Sums()
    for cluster, sums in by_cluster.items():
        drawn[theme_of.get(cluster)].append(cluster)
        for into in (by_theme[theme_of.get(cluster)], total):
            _add(into, sums)
    notes = _notes(drawn, by_cluster)
    themes = [
        {
            "id": theme.pk,
            "name": str(theme),
            "own_name": theme.name,
            "called": theme.called,
            "note": theme.note,
            "priority": theme.priority,
            **_told(by_theme[theme.pk]),
            "notes": notes[theme.pk],
        }
        for theme in Theme.objects.filter(scope=scope)
    ]
    themes.sort(
        key=lambda theme: (-(theme["worth"] or 0.0), -(theme["volume"] or 0.0), theme["name"])
    )
    none = {**_told(by_theme[None]), "notes": notes[None]}
    return {"themes": themes, "none": none, "total": _told(total)}


def _notes(
    drawn: dict[int | None, list[int]], by_cluster: dict[int, Sums]
) -> dict[int | None, list[dict[str, Any]]]:
    """Clusters as they are drawn: the most worth of each theme, by how likely they are."""
    chosen = {
        theme: sorted(
            clusters, key=lambda c: (-(by_cluster[c].worth or 0.0), -by_cluster[c].volume, c)
        )[:NOTES]
        for theme, clusters in drawn.items()
    }
    wanted = sorted({cluster for clusters in chosen.values() for cluster in clusters})
    names = {
        cluster.pk: str(cluster)
        for part in in_parts(wanted)
        for cluster in Cluster.objects.select_related("lead").filter(pk__in=part)
    }
    found: dict[int | None, list[dict[str, Any]]] = defaultdict(list)
    for theme, clusters in chosen.items():
        for cluster in clusters:
            sums = by_cluster[cluster]
            peak = max(range(12), key=lambda month: sums.peaks[month]) + 1
            found[theme].append(
                {
                    "id": cluster,
                    "name": names.get(cluster, ""),
                    "keywords": sums.keywords,
                    "volume": sums.volume,
                    "worth": sums.worth,
                    "chance": sums.likely / sums.known if sums.known else None,
                    "peak": peak if sums.peaks[peak - 1] > sums.volume / 2 > 0 else 0,
                    "planned": bool(sums.planned),
                }
            )
    return found


def _sums(scope: Scope) -> dict[int, Sums]:
    rows = Row.objects.filter(scope=scope, state__in=IN_PLAY, cluster__isnull=False)
    grouped = rows.values_list("cluster", "peak_month").annotate(
        keywords=Count("pk"),
        searched=Sum("volume"),
        brings=Sum("worth"),
        visits=Sum("clicks"),
        known=Sum("volume", filter=Q(chance__isnull=False)),
        likely=Sum(F("volume") * F("chance")),
    )
    found: dict[int, Sums] = defaultdict(Sums)
    for cluster, peak, n, volume, worth, clicks, known, likely in grouped:
        if cluster is None:
            continue
        sums = found[cluster]
        sums.clusters = 1
        sums.keywords += n
        sums.volume += volume or 0.0
        sums.worth = _plus(sums.worth, worth)
        sums.clicks += clicks or 0.0
        sums.known += known or 0.0
        sums.likely += likely or 0.0
        if peak:
            sums.peaks[peak - 1] += volume or 0.0
    served = PieceKeyword.objects.filter(scope=scope).values("keyword")
    for cluster, volume in (
        rows.filter(keyword__in=served).values_list("cluster").annotate(Sum("volume"))
    ):
        found[cluster].served = volume or 0.0
    for cluster in clusters_served(scope.project):
        if cluster in found:
            found[cluster].planned = 1
    for sums in found.values():
        sums.alone = int(sums.keywords == 1)
    return found


def _plus(one: float | None, other: float | None) -> float | None:
    return other if one is None else one + (other or 0.0)


def _add(into: Sums, sums: Sums) -> None:
    for name in ("clusters", "alone", "planned", "keywords"):
        setattr(into, name, getattr(into, name) + getattr(sums, name))
    into.worth = _plus(into.worth, sums.worth)
    for name in ("volume", "clicks", "served", "known", "likely"):
        setattr(into, name, getattr(into, name) + getattr(sums, name))
    into.peaks = [one + other for one, other in zip(into.peaks, sums.peaks, strict=True)]


def _told(sums: Sums) -> dict[str, Any]:
    return {
        "clusters": sums.clusters,
        "alone": sums.alone,
        "planned": sums.planned,
        "keywords": sums.keywords,
        "volume": sums.volume,
        "worth": sums.worth,
        "clicks": sums.clicks,
        "served_share": sums.served / sums.volume if sums.volume else 0.0,
        "chance": sums.likely / sums.known if sums.known else None,
        "peaks": [peak / sums.volume if sums.volume else 0.0 for peak in sums.peaks],
    }
