"""The Django application of this room."""

from django.apps import AppConfig


class FollowConfig(AppConfig):
    """Room `follow`."""

    name = "bunraku.server.follow"
    label = "follow"
    default_auto_field = "django.db.models.BigAutoField"
