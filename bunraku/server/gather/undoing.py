"""How rules are carried by the journal, and what may go without a word."""

from bunraku.server.gather.models import FileGroup, Origin, RefusedRow, Rule
from bunraku.server.journal.undoing import carry, derives

carry(Rule)
# Notes of where something came from: they belong to what they are about.
derives(FileGroup, Origin, RefusedRow)
