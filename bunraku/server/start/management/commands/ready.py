"""`manage.py ready`: take the database to this version before anything works with it."""

import time
from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.db import DatabaseError, connection
from django.db.migrations.executor import MigrationExecutor

from bunraku.installation.storage import why_it_failed
from bunraku.server.database.creating import create_tables
from bunraku.server.jobs.running import settle
from bunraku.server.projects.models import Project
from bunraku.server.signals import figures_outdated
from bunraku.server.start.demo import load_demo


def _is_upgrade() -> bool:
    """Whether there is data of a version before, which this one takes further."""
    executor = MigrationExecutor(connection)
    there = bool(executor.loader.applied_migrations)
    return there and bool(executor.migration_plan(executor.loader.graph.leaf_nodes()))


class Command(BaseCommand):
    """Makes the database ready."""

    help = "Make or upgrade the database; a failure of storage is reported in a sentence."

    def add_arguments(self, parser: CommandParser) -> None:
        """With the demo or without."""
        parser.add_argument("--demo", action="store_true", help="load the demo project too")

    def handle(self, *args: Any, **options: Any) -> None:
        """Create or migrate. Each step is whole or not done. After an upgrade all is weighed again,
        in the background."""
        try:
            upgraded = not create_tables() and _is_upgrade()
            # What is to be there besides tables is made here of a new database too.
            call_command("migrate", verbosity=0)
            call_command("clearsessions")
            call_command("prune_db_task_results", verbosity=0)
        except (DatabaseError, OSError) as error:
            why = why_it_failed(error)
            if not why:
                raise
            raise CommandError(f"The database could not be made ready: {why}") from error
        if upgraded:
            # What this version derives from readings is not there yet, or went by other rules.
            for project in Project.objects.filter(removed=None):
                figures_outdated.send(sender=Project, project=project, settings=False)
        if options["demo"]:
            # Here and not in a process of its own: beginning one takes seconds.
            settle()
            began = time.monotonic()

            def say(text: str) -> None:
                self.stdout.write(f"  {time.monotonic() - began:5.1f} s  {text}")
                self.stdout.flush()

            if load_demo(say):
                self.stdout.write(f"The demo is loaded: {time.monotonic() - began:.1f} s.")
            else:
                self.stdout.write("The demo is there already.")
