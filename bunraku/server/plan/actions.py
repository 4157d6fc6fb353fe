"""What can be done to the plan: make pieces, change them, move keywords between them, remove
them."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from typing import Any

from django.db import transaction

from bunraku.core.plan.calendar import months_ahead
from bunraku.core.plan.pieces import KINDS
from bunraku.server.clock import today
from bunraku.server.cluster.models import Cluster
from bunraku.server.database.bulk import insert_many
from bunraku.server.errors import BunrakuError, not_found
from bunraku.server.journal.recorder import Recorder
from bunraku.server.plan.drafting import Draft, draft_pieces
from bunraku.server.plan.models import Piece, PieceKeyword
from bunraku.server.projects.actions import find_outlet
from bunraku.server.projects.models import Outlet, Project
from bunraku.server.sentences import plural
from bunraku.server.sheet.models import Row

MOST_CLUSTERS = 1_000
"""Clusters planned by one action: more than a year of anybody holds."""


@dataclass(frozen=True)
class Made:
    """Pieces made, and clusters of which none was made with the reason."""

    pieces: list[Piece]
    skipped: dict[str, int]


def make_pieces(project: Project, cluster_ids: Sequence[int]) -> Made:
    """Make a piece of each cluster: kind and outlet suggested, its lead keyword the main one, each
    other keyword that nobody owns also served. Raises: not_found, nothing_to_plan when none could
    be made."""
    with transaction.atomic():
        clusters = list(
            Cluster.objects.filter(pk__in=cluster_ids, scope__project=project)
            .select_related("scope", "lead")
            .order_by("pk")
        )
        # One unknown id refuses all: half a plan would be hard to tell from a whole one.
        if len(clusters) != len(set(cluster_ids)):
            raise not_found("cluster")
        drafts, skipped = draft_pieces(project, clusters)
        if not drafts:
            reasons = (f"{count} {reason}" for reason, count in skipped.items())
            why = "; ".join(reasons) or "no cluster was chosen"
            raise BunrakuError("nothing_to_plan", f"No piece was made: {why}.")
        with Recorder(project, f"Planned {plural(len(drafts), 'piece')}") as journal:
            pieces = _store_drafts(project, drafts)
            owned = PieceKeyword.objects.filter(piece__in=pieces).order_by("pk")
            journal.made([*pieces, *owned])
    return Made(pieces, skipped)


def _store_drafts(project: Project, drafts: Sequence[Draft]) -> list[Piece]:
    """Store drafts in as many queries whatever their number."""
    names = ("scope", "outlet", "cluster", "title", "kind", "because", "hours")
    rows = (
        (
            draft.cluster.scope_id,
            draft.outlet.pk if draft.outlet else None,
            draft.cluster.pk,
            draft.title,
            draft.kind,
            draft.because,
            draft.hours,
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


def find_piece(project: Project, piece_id: int) -> Piece:
    """A piece of a project. Raises: not_found."""
    piece = (
        Piece.objects.select_related("scope", "outlet").filter(pk=piece_id, project=project).first()
    )
    if piece is None:
        raise not_found("piece")
    return piece


def change_piece(project: Project, piece_id: int, fields: dict[str, Any]) -> Piece:
    """Change title, kind, outlet, hours or month. A month set by hand is pinned, and unpinned when
    taken off.

    Raises: not_found, invalid_input for a kind or outlet of another channel or a month outside the
    horizon."""
    with transaction.atomic():
        piece = find_piece(project, piece_id)
        with Recorder(project, f"Changed “{piece.title}”") as journal:
            journal.touch([piece])
            if "kind" in fields:
                _set_kind(piece, fields["kind"], keep_hours="hours" in fields)
            if "outlet_id" in fields:
                piece.outlet = _outlet(project, piece, fields["outlet_id"])
            if "month" in fields:
                piece.month = _month(fields["month"])
                piece.pinned = piece.month is not None
            if "pinned" in fields:
                piece.pinned = bool(fields["pinned"]) and piece.month is not None
            for name in ("title", "hours"):
                setattr(piece, name, fields.get(name, getattr(piece, name)))
            piece.save()
    return piece


def _set_kind(piece: Piece, kind: str, *, keep_hours: bool) -> None:
    if KINDS[kind].channel != piece.scope.channel:
        raise BunrakuError(
            "invalid_input",
            f"A {KINDS[kind].name.lower()} does not stand on {piece.scope.channel} search.",
            field="kind",
        )
    # Hours that the user changed are theirs; the usual ones follow the kind.
    if not keep_hours and piece.hours == KINDS[piece.kind].hours:
        piece.hours = KINDS[kind].hours
    piece.kind = kind
    piece.because = "you chose it"


def _outlet(project: Project, piece: Piece, outlet_id: int | None) -> Outlet | None:
    if outlet_id is None:
        return None
    outlet = find_outlet(project, outlet_id)
    if outlet.channel != piece.scope.channel:
        message = f"{outlet.name} is not on {piece.scope.channel} search."
        raise BunrakuError("invalid_input", message, field="outlet_id")
    return outlet


def _month(month: date | None) -> date | None:
    if month is None:
        return None
    first = month.replace(day=1)
    if first not in months_ahead(today()):
        raise BunrakuError(
            "invalid_input", "The month lies outside the twelve planned ones.", field="month"
        )
    return first


def remove_piece(project: Project, piece_id: int) -> None:
    """Take a piece out of the plan; its keywords are free again. Raises: not_found."""
    with transaction.atomic():
        piece = find_piece(project, piece_id)
        with Recorder(project, f"Removed “{piece.title}”") as journal:
            journal.remove([piece])


def give_keyword(project: Project, piece_id: int, row_id: int, *, main: bool = False) -> Piece:
    """Give a keyword to a piece, taking it from any other that has it; or make one of its keywords
    the main one.

    Raises: not_found; keyword_taken when it is another piece's main keyword."""
    with transaction.atomic():
        piece = find_piece(project, piece_id)
        row = Row.objects.filter(pk=row_id, scope=piece.scope).first()
        if row is None:
            raise not_found("keyword on this channel")
        with Recorder(project, f"Gave “{row.text}” to “{piece.title}”") as journal:
            owned = PieceKeyword.objects.filter(scope=row.scope_id, keyword=row.keyword_id).first()
            if owned is not None and owned.main and owned.piece_id != piece.pk:
                raise BunrakuError(
                    "keyword_taken",
                    f"“{row.text}” is the main keyword of “{owned.piece.title}”.",
                    hint="Give that piece another main keyword first.",
                )
            # The former main keyword stays with the piece, as an also-served one.
            former = list(piece.keywords.filter(main=True)) if main else []
            journal.touch([*([owned] if owned else []), *former])
            for keyword in former:
                keyword.main = False
                keyword.save(update_fields=["main"])
            owned = owned or PieceKeyword(scope_id=row.scope_id, keyword_id=row.keyword_id)
            owned.piece = piece
            owned.main = main or (owned.main and not former)
            owned.save()
            journal.made([owned])
    return piece


def drop_keyword(project: Project, piece_id: int, row_id: int) -> Piece:
    """Take an also-served keyword from a piece. Raises: not_found; invalid_input for the main
    keyword."""
    with transaction.atomic():
        piece = find_piece(project, piece_id)
        row = Row.objects.filter(pk=row_id, scope=piece.scope).first()
        owned = piece.keywords.filter(keyword=row.keyword_id).first() if row else None
        if row is None or owned is None:
            raise not_found("keyword of this piece")
        if owned.main:
            raise BunrakuError(
                "invalid_input",
                "A piece keeps its main keyword; make another the main one first.",
                field="keyword",
            )
        with Recorder(project, f"Took “{row.text}” from “{piece.title}”") as journal:
            journal.remove([owned])
    return piece
