"""`manage.py load_demo`: load the demo project where it is not there yet."""

from typing import Any

from django.core.management.base import BaseCommand

from bunraku.server.start.demo import load_demo


class Command(BaseCommand):
    """Loads the demo project."""

    help = "Load the demo project, unless it is there already."

    def handle(self, *args: Any, **options: Any) -> None:
        """Load it, saying what is being done."""
        project = load_demo(lambda text: self.stdout.write(f"  {text}"))
        self.stdout.write("The demo is loaded." if project else "The demo is there already.")
