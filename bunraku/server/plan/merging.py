"""Two pieces after the same searchers: made one, or kept apart for good."""

from django.db import transaction

from bunraku.server.errors import BunrakuError
from bunraku.server.journal.recorder import Recorder
from bunraku.server.plan.actions import find_piece
from bunraku.server.plan.making import note_apart
from bunraku.server.plan.models import Piece, PieceKeyword
from bunraku.server.projects.models import Project


def merge_pieces(project: Project, piece_id: int, other_id: int) -> Piece:
    """Have one piece serve what another would: it takes the other's keywords as also-served ones,
    and the other goes. Raises: not_found; invalid_input for pieces of two channels or one piece."""
    with transaction.atomic():
        piece, other = _two(project, piece_id, other_id)
        label = f"Merged “{other.title}” into “{piece.title}”"
        with Recorder(project, label[:200]) as journal:
            taken = list(PieceKeyword.objects.filter(piece=other))
            journal.touch(taken)
            PieceKeyword.objects.filter(piece=other).update(piece=piece, main=False)
            journal.remove([other])
    return piece


def keep_apart(project: Project, piece_id: int, other_id: int) -> None:
    """Note that two pieces are meant to be two, however alike their main keywords are. Raises:
    not_found; invalid_input for pieces of two channels or one piece."""
    with transaction.atomic():
        piece, other = _two(project, piece_id, other_id)
        with Recorder(project, f"Kept “{piece.title}” and “{other.title}” apart"[:200]) as journal:
            note_apart([(piece, other)], journal)


def _two(project: Project, piece_id: int, other_id: int) -> tuple[Piece, Piece]:
    piece, other = find_piece(project, piece_id), find_piece(project, other_id)
    if piece.pk == other.pk or piece.scope_id != other.scope_id:
        raise BunrakuError(
            "invalid_input",
            f"“{piece.title}” and “{other.title}” are not on the same channel.",
            field="other",
        )
    return piece, other
