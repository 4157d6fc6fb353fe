"""The Django application of this room."""

from django.apps import AppConfig


class ClusterConfig(AppConfig):
    """Room `cluster`."""

    name = "bunraku.server.cluster"
    label = "cluster"
    default_auto_field = "django.db.models.BigAutoField"
