"""How decisions and rows are carried by the journal: of a row, which is derived, only what a
decision changes in it at once."""

from bunraku.server.journal.undoing import carry, derives
from bunraku.server.sheet.models import Decision, Outlook, Row, RowPage

carry(Decision)
carry(Row, "state", "cluster")
derives(Outlook, RowPage)
