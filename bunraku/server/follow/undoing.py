"""How what is live is carried by the journal, which only ever lets go of it: what was seen of a
piece outlives it."""

from bunraku.server.follow.models import (
    DiaryEntry,
    Followed,
    LivePiece,
    MonthFigure,
    OwnQuery,
    Watch,
)
from bunraku.server.journal.undoing import carry, every_field

carry(LivePiece)
carry(Followed, *(name for name in every_field(Followed) if name != "checks"))
carry(DiaryEntry)
carry(Watch)
carry(MonthFigure)
carry(OwnQuery)
