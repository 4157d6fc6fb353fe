"""The journal: who changed what, so that one key takes it back; and apart from it a log for
people."""
