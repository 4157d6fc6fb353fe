"""How drafts are carried by the journal: they come back with a piece that does."""

from bunraku.server.journal.undoing import carry
from bunraku.server.write.models import Draft, DraftVersion, OutletLimits, RuleOff

carry(Draft)
carry(DraftVersion)
carry(OutletLimits)
carry(RuleOff)
