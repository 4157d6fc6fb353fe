"""The Django application that starts everything."""

from importlib import import_module

from django.apps import AppConfig

# Modules that register job handlers or listen to signals when they are imported.
REGISTERING = ("gather.run", "weigh.measure", "weigh.actions", "cluster.run", "plan.fit")


class StartConfig(AppConfig):
    """Commands, the register of job handlers and the signals' receivers."""

    name = "bunraku.server.start"
    label = "start"

    def ready(self) -> None:
        """Bring in what registers itself."""
        for module in REGISTERING:
            import_module(f"bunraku.server.{module}")
