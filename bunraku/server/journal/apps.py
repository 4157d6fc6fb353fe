"""The Django application of this room."""

from django.apps import AppConfig


class JournalConfig(AppConfig):
    """Room `journal`."""

    name = "bunraku.server.journal"
    label = "journal"
    default_auto_field = "django.db.models.BigAutoField"
