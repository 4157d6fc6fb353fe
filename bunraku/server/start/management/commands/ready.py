"""`manage.py ready`: take the database to this version before anything works with it."""

from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.db import DatabaseError

from bunraku.installation.storage import why_it_failed
from bunraku.server.start.demo import load_demo


class Command(BaseCommand):
    """Makes the database ready."""

    help = "Make or upgrade the database; storage that fails is told in a sentence."

    def add_arguments(self, parser: CommandParser) -> None:
        """With the demo or without."""
        parser.add_argument("--demo", action="store_true", help="load the demo project too")

    def handle(self, *args: Any, **options: Any) -> None:
        """Migrate. Each step is whole or not done."""
        try:
            call_command("migrate", verbosity=0)
            call_command("clearsessions")
            call_command("prune_db_task_results", verbosity=0)
        except (DatabaseError, OSError) as error:
            why = why_it_failed(error)
            if not why:
                raise
            raise CommandError(f"The database could not be made ready: {why}") from error
        if options["demo"]:
            # Here and not in a process of its own: beginning one takes seconds.
            project = load_demo(lambda text: self.stdout.write(f"  {text}"))
            self.stdout.write("The demo is loaded." if project else "The demo is there already.")
