"""Making pieces of clusters: stored, with their keywords, and given a month."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

from django.db import transaction

from bunraku.server.cluster.models import Cluster
from bunraku.server.database.bulk import insert_many
from bunraku.server.errors import BunrakuError, not_found
from bunraku.server.journal.recorder import Recorder
from bunraku.server.plan.actions import find_piece
from bunraku.server.plan.drafting import ELSEWHERE, OFF_TOPIC, Draft, draft_pieces, join_drafts
from bunraku.server.plan.models import KeptApart, Piece, PieceKeyword
from bunraku.server.plan.renewing import renew_main_keywords
from bunraku.server.plan.scheduling import place_new
from bunraku.server.projects.models import Project
from bunraku.server.sentences import plural

MOST_CLUSTERS = 1_000
"""Clusters planned by one action: more than a year of anybody holds."""


@dataclass(frozen=True)
class Wishes:
    """What the person decided before planning: clusters that the piece of another cluster, or a
    piece that is there, serves too; those meant to stay apart from another cluster's piece or one
    that is there; whether those are wanted that are not about the subject; and whether new pages
    are wanted where one's own rank already."""

    into_clusters: Mapping[int, int] = field(default_factory=dict)
    into_pieces: Mapping[int, int] = field(default_factory=dict)
    apart_clusters: Sequence[tuple[int, int]] = ()
    apart_pieces: Sequence[tuple[int, int]] = ()
    off_topic: bool = False
    new_pages: bool = False


@dataclass(frozen=True)
class Made:
    """Pieces made, how many of them have a month and how many would not earn their hours, the main
    keywords whose year was renewed, and clusters of which none was made with the reason."""

    pieces: list[Piece]
    placed: int
    unpaid: int
    renewed: list[str]
    skipped: dict[str, int]


def make_pieces(
    project: Project,
    cluster_ids: Sequence[int],
    *,
    wishes: Wishes | None = None,
) -> Made:
    """Make a piece of each cluster: kind and outlet suggested, its lead keyword the main one, each
    other keyword that nobody owns also served; and place the new pieces in the hours that are left.

    Parameters: `wishes`, what the person decided about those that would fight and those that are
    not about the project's subject. Raises: not_found; nothing_to_plan when none could be made."""
    wishes = wishes or Wishes()
    with transaction.atomic():
        clusters = clusters_of(project, cluster_ids)
        drafts, skipped = draft_pieces(
            project, clusters, off_topic=wishes.off_topic, new_pages=wishes.new_pages
        )
        if not drafts:
            raise _nothing_made(skipped)
        taken = [draft for draft in drafts if draft.cluster.pk in wishes.into_pieces]
        rest = [draft for draft in drafts if draft.cluster.pk not in wishes.into_pieces]
        drafts = join_drafts(rest, wishes.into_clusters)
        with Recorder(project, f"Planned {plural(len(drafts), 'piece')}") as journal:
            for draft in taken:
                _serve_too(project, wishes.into_pieces[draft.cluster.pk], draft, journal)
            pieces = _store_drafts(project, drafts)
            renewed = renew_main_keywords(project, drafts, pieces)
            of_cluster = {piece.cluster_id: piece for piece in pieces}
            note_apart(_pairs(project, wishes, of_cluster), journal)
            placed, unpaid = place_new(project, pieces)
            owned = PieceKeyword.objects.filter(piece__in=pieces).order_by("pk")
            journal.made([*pieces, *owned])
    counts = {reason: len(of) for reason, of in skipped.items()}
    return Made(pieces, placed, unpaid, renewed, counts)


def _pairs(
    project: Project, wishes: Wishes, of_cluster: Mapping[int | None, Piece]
) -> list[tuple[Piece, Piece]]:
    """Pieces that are meant to stay apart, as far as they came to be."""
    pairs = [
        (of_cluster[one], of_cluster[other])
        for one, other in wishes.apart_clusters
        if one in of_cluster and other in of_cluster
    ]
    return pairs + [
        (of_cluster[one], find_piece(project, other))
        for one, other in wishes.apart_pieces
        if one in of_cluster
    ]


def note_apart(pairs: Sequence[tuple[Piece, Piece]], journal: Recorder) -> None:
    """Note that pieces are meant to be two, by their main keywords."""
    for piece, other in pairs:
        mains = PieceKeyword.objects.filter(piece__in=[piece, other], main=True)
        low, high = sorted(mains.values_list("keyword_id", flat=True))
        kept, made = KeptApart.objects.get_or_create(
            scope_id=piece.scope_id, keyword_id=low, other_id=high
        )
        if made:
            journal.made([kept])


def _serve_too(project: Project, piece_id: int, draft: Draft, journal: Recorder) -> None:
    """Have a piece that is there also serve the keywords of a draft. Raises: not_found, also where
    the piece is of another channel."""
    piece = find_piece(project, piece_id)
    if piece.scope_id != draft.cluster.scope_id:
        raise not_found("piece on this channel")
    made = [
        PieceKeyword(piece=piece, scope_id=piece.scope_id, keyword_id=keyword)
        for keyword in draft.keywords
    ]
    for owned in made:
        owned.save(force_insert=True)
    journal.made(made)


def clusters_of(project: Project, cluster_ids: Sequence[int]) -> list[Cluster]:
    """Clusters of a project by id. Raises: not_found where one is unknown: half a plan would be
    hard to tell from a whole one."""
    clusters = list(
        Cluster.objects.filter(pk__in=cluster_ids, scope__project=project)
        .select_related("scope", "lead")
        .order_by("pk")
    )
    if len(clusters) != len(set(cluster_ids)):
        raise not_found("cluster")
    return clusters


def _nothing_made(skipped: Mapping[str, Sequence[Cluster]]) -> BunrakuError:
    reasons = (f"{len(of)} {reason}" for reason, of in skipped.items())
    why = "; ".join(reasons) or "no cluster was chosen"
    may_be = {OFF_TOPIC, ELSEWHERE} & set(skipped)
    hint = "Choose to plan them anyway." if may_be else ""
    return BunrakuError("nothing_to_plan", f"No piece was made: {why}.", hint=hint)


def _store_drafts(project: Project, drafts: Sequence[Draft]) -> list[Piece]:
    """Store drafts in as many queries whatever their number."""
    names = (
        *("scope", "outlet", "cluster", "title", "kind", "because", "hours"),
        *("address", "improves"),
    )
    rows = (
        (
            draft.cluster.scope_id,
            draft.outlet.pk if draft.outlet else None,
            draft.cluster.pk,
            draft.title,
            draft.kind,
            draft.because,
            draft.hours,
            draft.address,
            draft.improves,
        )
        for draft in drafts
    )
    insert_many(Piece, names, rows, same={"project": project.pk})
    # Ids by what was made: not every database gives them back from a bulk insert in order.
    of_clusters = Piece.objects.filter(cluster__in=[draft.cluster.pk for draft in drafts])
    pieces = {piece.cluster_id: piece for piece in of_clusters.order_by("pk")}
    owned = (
        (pieces[draft.cluster.pk].pk, draft.cluster.scope_id, keyword, keyword == draft.main)
        for draft in drafts
        for keyword in draft.keywords
    )
    insert_many(PieceKeyword, ("piece", "scope", "keyword", "main"), owned)
    return [pieces[draft.cluster.pk] for draft in drafts]
