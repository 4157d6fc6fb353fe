"""What drafts of pieces are made from: rows of clusters, what their results pages show, and which
piece owns what."""

from collections.abc import Sequence

from bunraku.server.cluster.models import Cluster
from bunraku.server.plan.models import PieceKeyword
from bunraku.server.sheet.models import IN_PLAY, Row, RowPage
from bunraku.server.sheet.ordering import ordered


def members_of_clusters(clusters: Sequence[Cluster]) -> dict[int, list[Row]]:
    """Rows in play by cluster, those worth most first."""
    members: dict[int, list[Row]] = {}
    rows = Row.objects.filter(
        cluster__in=[c.pk for c in clusters], state__in=IN_PLAY
    ).select_related("keyword")
    for row in ordered(rows, "worth", descending=True):
        members.setdefault(row.cluster or 0, []).append(row)
    return members


def features_of_clusters(clusters: Sequence[Cluster]) -> dict[int, Sequence[str]]:
    """Features of results pages by row."""
    pages = RowPage.objects.filter(
        row__cluster__in=[c.pk for c in clusters], row__state__in=IN_PLAY
    )
    return dict(pages.values_list("row_id", "features"))


def owners_of_clusters(clusters: Sequence[Cluster]) -> dict[int, int]:
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
