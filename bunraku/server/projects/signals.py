"""A signal that a project's figures no longer fit its settings; the room that weighs listens."""

from django.dispatch import Signal

figures_outdated = Signal()
