"""How pieces and their keywords are carried by the journal."""

from bunraku.server.journal.undoing import carry
from bunraku.server.plan.models import (
    KeptApart,
    MonthHours,
    Piece,
    PieceAfter,
    PieceComment,
    PieceKeyword,
    PlanLimit,
)

carry(Piece)
carry(PieceKeyword)
carry(MonthHours)
carry(KeptApart)
carry(PieceComment)
carry(PieceAfter)
carry(PlanLimit)
