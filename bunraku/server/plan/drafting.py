"""Drafting pieces from clusters: what each would be, and why a cluster makes none. Reads only."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from bunraku.core.gather.brands import BrandMatcher
from bunraku.core.plan.ownership import divide_keywords
from bunraku.core.plan.pieces import KINDS, suggest_kind, title_from
from bunraku.core.text.labelled_phrases import INTENTS
from bunraku.server.cluster.models import Cluster
from bunraku.server.plan.models import Piece, PieceKeyword
from bunraku.server.projects.models import Outlet, Project
from bunraku.server.sheet.models import IN_PLAY, Row, RowPage
from bunraku.server.sheet.ordering import ordered


@dataclass(frozen=True)
class Draft:
    """A piece that a cluster would make: its outlet, title, kind with the reason, hours; ids of its
    main keyword and of all its keywords."""

    cluster: Cluster
    outlet: Outlet | None
    title: str
    kind: str
    because: str
    hours: float
    main: int
    keywords: Sequence[int]


def draft_pieces(
    project: Project, clusters: Sequence[Cluster]
) -> tuple[list[Draft], dict[str, int]]:
    """Drafts of pieces from clusters, in their order; and how many clusters make none, by reason.
    Six queries whatever their number."""
    members = _members(clusters)
    planned = set(Piece.objects.filter(cluster__in=clusters).values_list("cluster_id", flat=True))
    owned = _owners(clusters)
    features = _features(clusters)
    outlets = list(project.outlets.all())
    places = BrandMatcher(project.places)
    drafts: list[Draft] = []
    skipped: dict[str, int] = {}
    for cluster in clusters:
        rows = members.get(cluster.pk, [])
        mine, reason = _share_of(cluster, rows, cluster.pk in planned, owned)
        if reason:
            skipped[reason] = skipped.get(reason, 0) + 1
            continue
        outlet = project.chosen_among(outlets, cluster.scope.channel)
        draft = _draft(cluster, rows, mine, outlet, features, places)
        owned.update(dict.fromkeys(mine, -cluster.pk))
        drafts.append(draft)
    return drafts, skipped


def _share_of(
    cluster: Cluster, rows: Sequence[Row], planned: bool, owned: Mapping[int, int]
) -> tuple[list[int], str]:
    """The rows of a cluster that a piece could own, the main one first; else why there can be
    none."""
    if planned:
        return [], "already planned"
    if not rows:
        return [], "without keywords"
    main = next((row for row in rows if row.keyword_id == cluster.lead_id), rows[0])
    in_order = [main.pk, *(row.pk for row in rows if row.pk != main.pk)]
    mine = divide_keywords({0: in_order}, owned)[0]
    return (mine, "") if main.pk in mine else ([], "whose main keyword another piece owns")


def _draft(
    cluster: Cluster,
    rows: Sequence[Row],
    mine: Sequence[int],
    outlet: Outlet | None,
    features: Mapping[int, Sequence[str]],
    places: BrandMatcher,
) -> Draft:
    by_id = {row.pk: row for row in rows}
    main = by_id[mine[0]]
    suggestion = suggest_kind(
        cluster.scope.channel,
        [INTENTS[row.intent] for row in rows if row.intent >= 0],
        sum(row.local for row in rows) / len(rows),
        [name for row in rows for name in features.get(row.pk, ())],
        sum(places.find(row.text) is not None for row in rows),
    )
    return Draft(
        cluster=cluster,
        outlet=outlet,
        title=title_from(cluster.name or main.text),
        kind=suggestion.kind,
        because=suggestion.because,
        hours=KINDS[suggestion.kind].hours,
        main=main.keyword_id,
        keywords=[by_id[pk].keyword_id for pk in mine],
    )


def _members(clusters: Sequence[Cluster]) -> dict[int, list[Row]]:
    members: dict[int, list[Row]] = {}
    rows = Row.objects.filter(cluster__in=[c.pk for c in clusters], state__in=IN_PLAY)
    for row in ordered(rows, "worth", descending=True):
        members.setdefault(row.cluster or 0, []).append(row)
    return members


def _features(clusters: Sequence[Cluster]) -> dict[int, Sequence[str]]:
    """Features of results pages by row."""
    pages = RowPage.objects.filter(
        row__cluster__in=[c.pk for c in clusters], row__state__in=IN_PLAY
    )
    return dict(pages.values_list("row_id", "features"))


def _owners(clusters: Sequence[Cluster]) -> dict[int, int]:
    """Which piece owns what on the scopes of these clusters, by row."""
    scopes = {cluster.scope_id for cluster in clusters}
    owned = PieceKeyword.objects.filter(scope__in=scopes).values_list(
        "scope_id", "keyword_id", "piece_id"
    )
    by_place = {(scope, keyword): piece for scope, keyword, piece in owned}
    if not by_place:
        return {}
    rows = Row.objects.filter(scope__in=scopes, keyword__in={keyword for _, keyword in by_place})
    return {
        pk: by_place[scope, keyword]
        for pk, scope, keyword in rows.values_list("pk", "scope_id", "keyword_id")
        if (scope, keyword) in by_place
    }
