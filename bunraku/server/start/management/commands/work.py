"""`manage.py work`: the job worker. Picks up what a killed worker left, then takes jobs as they
come."""

import threading
from contextlib import suppress
from typing import Any

from django.conf import settings
from django.core.management import call_command
from django.core.management.base import BaseCommand

from bunraku.confined import make_ready
from bunraku.lifeline import hold
from bunraku.server.clock import today
from bunraku.server.jobs.actions import requeue_orphans
from bunraku.server.jobs.running import settle
from bunraku.server.readings.providers import installed
from bunraku.sources.protocol import Request, SourceBusy, SourceFailed, What


class Command(BaseCommand):
    """Runs the one worker of an installation."""

    help = "Run the job worker. Only one may run at a time."

    def handle(self, *args: Any, **options: Any) -> None:
        """Requeue what was left, then work. What a running worker is at would look left: one that
        lost whoever started it finishes its job first."""
        place = settings.DATA / "worker-in-use"
        held = hold(place)
        if held is None:
            self.stdout.write("Another job worker runs on this data; waiting for it to end.")
            held = hold(place, wait=True)
        requeue_orphans()
        make_ready()
        # The first suggestions of a run should not wait for libraries and sources to be loaded.
        threading.Thread(target=_warm, daemon=True).start()
        settle()
        call_command("db_worker", interval=0.1, startup_delay=False, reload=False, verbosity=0)


def _warm() -> None:
    for source in installed():
        if source.tells is What.COMPLETIONS:
            with suppress(SourceBusy, SourceFailed):
                source.ask(Request(What.COMPLETIONS, ("a",), "web", "en-GB", today()))
