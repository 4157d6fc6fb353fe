"""What another strictness would do to clusters, seen before it is applied."""

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import replace
from typing import Any

from bunraku.core.cluster.clustering import cluster_keywords
from bunraku.server.cluster.clustering import packed_pages, rows_to_cluster, to_cluster
from bunraku.server.cluster.meanings import read_meanings
from bunraku.server.cluster.models import Cluster
from bunraku.server.projects.models import Project
from bunraku.server.sheet.scopes import find_scope

EXAMPLES = 5
"""Clusters shown that would join or part: those with most searches behind them."""


def preview_strictness(project: Project, channel: str, strictness: float) -> dict[str, Any]:
    """How many clusters there are now and would be, how many keywords would move, and some that
    would join or part; changes nothing. About as long as clustering itself."""
    scope = find_scope(project, channel)
    rows = rows_to_cluster(scope) if scope.pk else []
    existing = sorted(Cluster.objects.filter(scope=scope).values_list("pk", flat=True))
    given = to_cluster(scope, rows, packed_pages([row[0] for row in rows]), existing)
    given = replace(given, meant=read_meanings(scope, given, [row[1] for row in rows]))
    then = cluster_keywords(given, scope.language, afresh=True, strictness=strictness).tolist()
    number = {pk: place for place, pk in enumerate(existing)}
    now = [
        -1 - place if row[5] is None else number.get(row[5], -1) for place, row in enumerate(rows)
    ]
    moved = sum(before != after for before, after in zip(now, then, strict=True) if before >= 0)
    return {
        "strictness": scope.strictness,
        "keywords": len(rows),
        "now": _counted(now),
        "after": _counted(then),
        "moved": moved,
        "joined": _groups(rows, now, then),
        "parted": _groups(rows, then, now),
    }


def _counted(labels: Sequence[int]) -> dict[str, int]:
    sizes: dict[int, int] = defaultdict(int)
    for label in labels:
        sizes[label] += 1
    several = sum(size > 1 for size in sizes.values())
    return {"several": several, "alone": len(sizes) - several}


def _groups(rows: Sequence[Any], fine: Sequence[int], coarse: Sequence[int]) -> list[list[str]]:
    """What stands in one group by `coarse` and in several by `fine`: of each of these the keyword
    that is searched most."""
    by_coarse: dict[int, dict[int, tuple[float, str]]] = defaultdict(dict)
    for row, part, whole in zip(rows, fine, coarse, strict=True):
        searched = (row[4] or 0.0, row[2])
        parts = by_coarse[whole]
        parts[part] = max(parts.get(part, searched), searched)
    several = [
        sorted(parts.values(), reverse=True) for parts in by_coarse.values() if len(parts) > 1
    ]
    # By what the lesser of the two greatest parts is searched: a lone keyword that joins says less.
    several.sort(key=lambda parts: (-parts[1][0], parts[0][1]))
    return [[text for _, text in parts[:4]] for parts in several[:EXAMPLES]]
