"""`manage.py work`: the job worker. Picks up what a killed worker left, then takes jobs as they come."""

from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand

from bunraku.server.jobs.actions import requeue_orphans


class Command(BaseCommand):
    """Runs the one worker of an installation."""

    help = "Run the job worker. Only one may run at a time."

    def handle(self, *args: Any, **options: Any) -> None:
        """Requeue what was left, then work."""
        requeue_orphans()
        call_command("db_worker", interval=0.2, startup_delay=False, reload=False, verbosity=0)
