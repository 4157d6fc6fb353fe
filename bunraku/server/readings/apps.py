"""The Django application of this room."""

from django.apps import AppConfig


class ReadingsConfig(AppConfig):
    """Room `readings`."""

    name = "bunraku.server.readings"
    label = "readings"
    default_auto_field = "django.db.models.BigAutoField"
