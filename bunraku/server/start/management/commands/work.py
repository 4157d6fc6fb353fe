"""`manage.py work`: the job worker. Picks up what workers that are gone left, then takes jobs as
they come."""

import hashlib
import logging
import os
import resource
import secrets
import signal
import socket
import sys
import threading
import time
from contextlib import suppress
from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management import call_command
from django.core.management.base import BaseCommand
from django.db import DatabaseError, connection
from django_tasks.signals import task_finished
from django_tasks_db.models import DBTaskResult

from bunraku.installation.confined import make_ready
from bunraku.installation.lifeline import hold
from bunraku.installation.storage import why_it_failed
from bunraku.server.clock import today
from bunraku.server.follow.checking import start_due_checks
from bunraku.server.jobs.leases import RENEW_SECONDS, end_leases, renew, take_over
from bunraku.server.jobs.running import settle
from bunraku.server.readings.providers import installed
from bunraku.sources.protocol import Request, SourceBusy, SourceFailed, What

logger = logging.getLogger(__name__)
NICE = 5
"""How far background work stands back (0-19): beside a busy page it gets a quarter of a core."""
MOST_MEMORY_BYTES = 270_000_000
"""Beyond it the worker begins anew when no job waits: that takes some seconds."""
TOO_MUCH_BYTES = 2 * MOST_MEMORY_BYTES
"""Beyond it, even if one waits."""
LOOK_EVERY_SECONDS = 600
"""Between two looks at what is due to be followed: rhythms go by days."""
STORAGE_AGAIN_SECONDS = 10
"""Between two looks at whether storage is back."""


# Every worker on this data folder is called so; only one of them runs at a time.
HERE = hashlib.blake2b(f"{socket.gethostname()} {settings.DATA}".encode(), digest_size=8)


class Command(BaseCommand):
    """Runs the one worker of a data folder; with a database elsewhere, others may have theirs."""

    help = "Run the job worker. Only one may run at a time."
    has_grown = False
    name = f"{HERE.hexdigest()}-{secrets.token_hex(8)}"

    def handle(self, *args: Any, **options: Any) -> None:
        """Take over what was left, then work. One that lost whoever started it finishes its job
        first: until then this one waits."""
        place = settings.DATA / "worker-in-use"
        held = hold(place)
        if held is None:
            self.stdout.write("Another job worker runs on this data; waiting for it to end.")
            held = hold(place, wait=True)
        # Whoever looks at a page comes first: background work takes what is left.
        os.setpriority(os.PRIO_PROCESS, 0, NICE)
        make_ready()
        # The first suggestions of a run should not wait for libraries and sources to be loaded.
        threading.Thread(target=_warm, daemon=True).start()
        threading.Thread(target=_look_regularly, daemon=True).start()
        threading.Thread(target=_live, args=(self.name,), daemon=True).start()
        settle()
        task_finished.connect(self._end_if_large)
        try:
            while self._storage_failed():
                time.sleep(STORAGE_AGAIN_SECONDS)
        finally:
            # What it has not finished, another may begin at once.
            with suppress(DatabaseError, OSError):
                end_leases(self.name)
        if self.has_grown:
            # The same process begun anew: it gives back what a large job has left in it.
            os.execv(sys.executable, [sys.executable, *sys.argv])  # noqa: S606

    def _end_if_large(self, **_: object) -> None:
        """After a job that has left much in memory, have the worker end; one that was told to end
        meanwhile ends for good."""
        worker = getattr(signal.getsignal(signal.SIGTERM), "__self__", None)
        held = memory_bytes()
        if worker is None or not worker.running or held <= MOST_MEMORY_BYTES:
            return
        if held > TOO_MUCH_BYTES or not DBTaskResult.objects.ready().exists():
            self.has_grown = True
            worker.running = False

    def _storage_failed(self) -> bool:
        """Work until told to end, or until storage fails: then what was begun is begun again when
        it is back."""
        try:
            # Whoever had this folder before is gone, or it could not be held.
            end_leases(HERE.hexdigest())
            renew(self.name)
            take_over()
            call_command(
                "db_worker",
                interval=0.1,
                startup_delay=False,
                reload=False,
                verbosity=0,
                worker_id=self.name,
            )
        except (DatabaseError, OSError) as error:
            why = why_it_failed(error)
            if not why:
                raise
            self.stderr.write(f"The job worker waits: {why}")
            connection.close()
            return True
        return False


def _look_regularly() -> None:
    """Have what is due be looked at: what came due while nobody worked, once."""
    while True:
        try:
            start_due_checks()
        except (DatabaseError, OSError) as error:
            logger.warning("what is due was not looked for: %s", error)
        except Exception:
            logger.exception("looking for what is due broke")
        finally:
            connection.close()
        time.sleep(LOOK_EVERY_SECONDS)


def _live(name: str) -> None:
    """Say again and again that this worker lives, and take over from those that do not."""
    while True:
        time.sleep(RENEW_SECONDS)
        try:
            renew(name)
            take_over()
        except (DatabaseError, OSError) as error:
            logger.warning("no sign of life could be given: %s", why_it_failed(error) or error)
        except Exception:
            logger.exception("taking over broke")
        finally:
            connection.close()


def memory_bytes() -> int:
    """What this process holds in memory; 0 where the system does not tell."""
    told = Path("/proc/self/statm")
    pages = int(told.read_text().split()[1]) if told.exists() else 0
    return pages * resource.getpagesize()


def _warm() -> None:
    for source in installed():
        if source.tells is What.COMPLETIONS:
            with suppress(SourceBusy, SourceFailed):
                source.ask(Request(What.COMPLETIONS, ("a",), "web", "en-GB", today()))
