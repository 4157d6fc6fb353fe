"""What rooms tell each other without knowing who listens: figures that no longer fit, decisions,
changes taken back."""

from django.dispatch import Signal

figures_outdated = Signal()
"""A project's figures no longer fit its settings, decisions or readings; the rooms that gather and
weigh listen. `keyword_ids` where only those keywords are touched; `fresh` where only keywords that
were never weighed are, and those that a file tells of (its scope, source and day, or 0, "" and
None); `settings` false where the settings are as they were."""

project_going = Signal()
"""A removed project is about to go with all its rows; rooms that keep anything of it outside of the
database listen."""

decided_anew = Signal()
"""Keywords were kept or dropped; the room that gathers listens, and learns."""

taken_back = Signal()
"""A change was undone; `changes` are its changes by model (see `journal.models.Entry`). Every room
brings what it derives from its own models up to date."""
