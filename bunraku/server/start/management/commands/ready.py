"""`manage.py ready`: take the database to this version before anything works with it."""

from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError
from django.db import DatabaseError

from bunraku.installation.storage import why_it_failed


class Command(BaseCommand):
    """Makes the database ready."""

    help = "Make or upgrade the database; storage that fails is told in a sentence."

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
