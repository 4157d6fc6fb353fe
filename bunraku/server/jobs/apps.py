"""The Django application of this room."""

from django.apps import AppConfig


class JobsConfig(AppConfig):
    """Room `jobs`."""

    name = "bunraku.server.jobs"
    label = "jobs"
    default_auto_field = "django.db.models.BigAutoField"
