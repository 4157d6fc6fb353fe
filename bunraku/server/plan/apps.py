"""The Django application of this room."""

from django.apps import AppConfig


class PlanConfig(AppConfig):
    """Room `plan`."""

    name = "bunraku.server.plan"
    label = "plan"
    default_auto_field = "django.db.models.BigAutoField"
