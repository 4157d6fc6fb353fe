"""The Django application that starts everything."""

from importlib import import_module

from django.apps import AppConfig

# Modules that register kinds of jobs, say how changes are undone, or listen, when they are
# imported.
REGISTERING = (
    *(
        "projects.undoing",
        "sheet.undoing",
        "gather.undoing",
        "cluster.undoing",
        "plan.undoing",
        "write.undoing",
        "follow.undoing",
    ),
    *("gather.rules.ruleset", "gather.tidying", "gather.runs"),
    *("weigh.measuring", "weigh.reweighing", "cluster.clustering", "plan.scheduling"),
    *("follow.own_pieces", "follow.checking", "follow.clock_job"),
    "start.sample",
)


class StartConfig(AppConfig):
    """Commands, the register of kinds of jobs and the signals' receivers."""

    name = "bunraku.server.start"
    label = "start"

    def ready(self) -> None:
        """Bring in what registers itself."""
        for module in REGISTERING:
            import_module(f"bunraku.server.{module}")
