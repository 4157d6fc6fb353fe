"""The Django application of this room."""

from django.apps import AppConfig


class WeighConfig(AppConfig):
    """Room `weigh`."""

    name = "bunraku.server.weigh"
    label = "weigh"
    default_auto_field = "django.db.models.BigAutoField"
