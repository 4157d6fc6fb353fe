"""The Django application of this room."""

from django.apps import AppConfig


class SheetConfig(AppConfig):
    """Room `sheet`."""

    name = "bunraku.server.sheet"
    label = "sheet"
    default_auto_field = "django.db.models.BigAutoField"
