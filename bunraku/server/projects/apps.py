"""The Django application of this room."""

from django.apps import AppConfig


class ProjectsConfig(AppConfig):
    """Room `projects`."""

    name = "bunraku.server.projects"
    label = "projects"
    default_auto_field = "django.db.models.BigAutoField"
