"""The Django application of this room."""

from django.apps import AppConfig


class GatherConfig(AppConfig):
    """Room `gather`."""

    name = "bunraku.server.gather"
    label = "gather"
    default_auto_field = "django.db.models.BigAutoField"
