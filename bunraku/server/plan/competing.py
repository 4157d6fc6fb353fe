"""Pieces that would fight for the same searchers, among those that are and those that may be."""

from collections import defaultdict
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from bunraku.core.cluster.competing import Contender, Rivalry, rivalries
from bunraku.core.gather.brands import BrandMatcher
from bunraku.server.database.parts import in_parts
from bunraku.server.plan.drafting import Draft
from bunraku.server.plan.models import KeptApart, PieceKeyword
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import IN_PLAY, Row, RowPage, Scope
from bunraku.server.sheet.ordering import ordered

MOST_COMPANY = 2_000
"""Keywords that are enough to tell what a subject's everyday words are."""


@dataclass(frozen=True)
class Main:
    """The main keyword of a piece (its id), or of a draft (less than nothing: the cluster's id),
    and where it would be published."""

    id: int
    scope: int
    outlet: int | None
    row: int


def mains_of_pieces(project: Project) -> list[Main]:
    """The main keywords of all pieces. One query."""
    owned = PieceKeyword.objects.filter(piece__project=project, main=True)
    places = {
        (scope, keyword): (piece, outlet)
        for scope, keyword, piece, outlet in owned.values_list(
            "scope_id", "keyword_id", "piece_id", "piece__outlet_id"
        )
    }
    found: list[Main] = []
    for part in in_parts(sorted({keyword for _, keyword in places})):
        rows = Row.objects.filter(scope__project=project, keyword__in=part)
        for pk, scope, keyword in rows.values_list("pk", "scope_id", "keyword_id"):
            if (scope, keyword) in places:
                found.append(Main(places[scope, keyword][0], scope, places[scope, keyword][1], pk))
    return found


def mains_of_drafts(drafts: Iterable[Draft]) -> list[Main]:
    """The main keywords of drafts, under their clusters' ids turned negative."""
    return [
        Main(
            -draft.cluster.pk,
            draft.cluster.scope_id,
            draft.outlet.pk if draft.outlet else None,
            draft.main_row.pk,
        )
        for draft in drafts
    ]


def rivalries_among(project: Project, mains: Sequence[Main]) -> list[Rivalry]:
    """Which of them would fight; those that the person keeps apart are none. Four queries and one a
    channel, whatever their number."""
    rows = {
        row.pk: row
        for part in in_parts([main.row for main in mains])
        for row in Row.objects.filter(pk__in=part).only(
            "scope", "keyword", "text", "intent", "local"
        )
    }
    pages = _pages(list(rows))
    places = BrandMatcher(project.places)
    scopes = Scope.objects.filter(project=project).in_bulk()
    apart = _kept_apart(project)
    by_scope: dict[int, list[Contender]] = defaultdict(list)
    for main in mains:
        row = rows[main.row]
        by_scope[main.scope].append(
            Contender(
                main.id,
                row.text,
                row.intent,
                row.local,
                main.outlet,
                pages.get(row.pk, ()),
                places.find(row.text) or "",
            )
        )
    keyword = {main.id: rows[main.row].keyword_id for main in mains}
    return [
        rivalry
        for scope, contenders in sorted(by_scope.items())
        for rivalry in rivalries(contenders, scopes[scope].language, _company(scope))
        if (scope, *sorted((keyword[rivalry.one], keyword[rivalry.other]))) not in apart
    ]


def _company(scope: int) -> list[str]:
    """Keywords in play, the most searched: from them it is told what sets apart in the subject."""
    rows = Row.objects.filter(scope=scope, state__in=IN_PLAY)
    searched = ordered(rows, "volume", descending=True)
    return list(searched.values_list("text", flat=True)[:MOST_COMPANY])


def _pages(rows: Sequence[int]) -> Mapping[int, Sequence[int]]:
    return {
        row: np.frombuffer(ids, dtype=np.int64).tolist()
        for part in in_parts(rows)
        for row, ids in RowPage.objects.filter(row__in=part).values_list("row_id", "result_ids")
    }


def _kept_apart(project: Project) -> set[tuple[int, ...]]:
    pairs = KeptApart.objects.filter(scope__project=project)
    return set(pairs.values_list("scope_id", "keyword_id", "other_id"))
