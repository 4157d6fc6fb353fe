"""The Django application of this room."""

from django.apps import AppConfig


class WriteConfig(AppConfig):
    """Room `write`."""

    name = "bunraku.server.write"
    label = "write"
    default_auto_field = "django.db.models.BigAutoField"
