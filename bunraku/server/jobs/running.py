"""Running a job: its kind, its person, its end."""

import gc
import logging
import secrets
import time
from collections.abc import Callable
from contextlib import suppress
from typing import TypeVar

from django.db import DatabaseError, OperationalError, connection, transaction
from django.db.models import F
from django.utils import timezone
from django_tasks import task

from bunraku.installation.storage import is_passing, why_it_failed
from bunraku.server.clock import ahead_by
from bunraku.server.database.log_file import take_in_log
from bunraku.server.errors import BunrakuError, storage_failed
from bunraku.server.jobs.kinds import kind_of
from bunraku.server.jobs.leases import at_work
from bunraku.server.jobs.models import OPEN_STATES, Job
from bunraku.server.jobs.work import Stopped, TakenOver, Work
from bunraku.server.journal.acting import acting
from bunraku.server.journal.log import log

logger = logging.getLogger(__name__)


AGAIN_SECONDS = 5.0
"""Between two looks at whether storage is back."""
MOST_RUNS = 50
"""Times that a job is begun before it counts as what kills its worker."""
TOO_OFTEN = (
    f"It was begun {MOST_RUNS} times, and each time the worker ended. Completed work is kept; "
    "the log says why the worker ended."
)
T = TypeVar("T")
NEW_THINGS = 50_000
"""Things made, more than were done with, after which the garbage collector makes a round: some
milliseconds; the usual 700 are a few rows of a sheet."""


def settle() -> None:
    """Take what is loaded so far, which stays for ever, out of the garbage collector's rounds, and
    have it make fewer of them: a job that makes a million small things would have it walk all the
    libraries, and then all of these, again and again, for a seventh of its time; and every few
    requests one would wait an eighth of a second for it. To be called once, before the first job or
    request."""
    gc.collect()
    gc.freeze()
    gc.set_threshold(NEW_THINGS, *gc.get_threshold()[1:])


@task()
def run_job(job_id: int) -> None:
    """Run a job to its end, as the person who started it; a fault of ours is logged and shown,
    never lost. Where storage fails for a while it waits, and begins the job again."""
    run = secrets.token_hex(16)
    begun = Job.objects.filter(pk=job_id, state__in=OPEN_STATES)
    if not until_stored(
        lambda: begun.update(state="running", started=timezone.now(), run=run, runs=F("runs") + 1)
    ):
        return
    job = Job.objects.select_related("project").get(pk=job_id)
    try:
        if job.runs > MOST_RUNS:
            _finish(job, "failed", TOO_OFTEN)
        else:
            with at_work(job_id):
                until_stored(lambda: _run(job), stopped=lambda: _is_stopped(job))
    except TakenOver:
        logger.warning("job %s (%s) was taken over by another worker", job_id, job.kind)
    except Stopped:
        _finish(job, "stopped")
    take_in_log()


def _run(job: Job) -> None:
    with acting(job.by_id), ahead_by(job.project.ahead):
        try:
            kind = kind_of(job)
            kind.run(Work(job, kind.params_of(job), kind.gives()))
        except (Stopped, TakenOver):
            raise
        except BunrakuError as error:
            _finish(job, "failed", f"{error.message} {error.hint}".strip())
        except Exception as error:
            if will_pass(error):
                raise
            failed = storage_failed(error)
            logger.exception("job %s (%s) broke", job.pk, job.kind)
            why = (
                f"{failed.message} {failed.hint}"
                if failed
                else "Internal error; see the log. Completed work is kept; run it again."
            )
            _finish(job, "failed", why)
        else:
            _finish(job, "done")


def until_stored(do: Callable[[], T], *, stopped: Callable[[], bool] = lambda: False) -> T:
    """Do something until storage takes it: while the disk is full, or somebody else writes for a
    long while, it is waited. Raises: `Stopped` where `stopped` says so meanwhile; what `do` raises
    that waiting does not mend."""
    while True:
        try:
            return do()
        except (DatabaseError, OSError) as error:
            if not will_pass(error):
                raise
            logger.warning("storage is waited for: %s", why_it_failed(error) or error)
        time.sleep(AGAIN_SECONDS)
        with suppress(DatabaseError):
            if stopped():
                raise Stopped


def will_pass(error: BaseException) -> bool:
    """Whether waiting mends an error: a disk that is full, a database that somebody else holds or
    whose server cannot be reached."""
    if why_it_failed(error):
        return is_passing(error)
    return isinstance(error, OperationalError) and connection.vendor != "sqlite"


def _is_stopped(job: Job) -> bool:
    return Job.objects.filter(pk=job.pk).exclude(stop_wanted=False, state="running").exists()


def _finish(job: Job, state: str, error: str = "") -> None:
    run = job.run
    until_stored(lambda: _store_end(job, run, state, error))


def _store_end(job: Job, run: str, state: str, error: str) -> None:
    with transaction.atomic():
        over = {"state": state, "error": error[:500], "finished": timezone.now(), "doing": ""}
        mine = Job.objects.filter(pk=job.pk, state="running", run=run)
        if not mine.update(**over, run=""):
            return
        job.refresh_from_db()
        ending = kind_of(job).ending(job)
        if ending:
            log(job.project, ending)
