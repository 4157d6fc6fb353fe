"""Running a job: its kind, its person, its end."""

import gc
import logging

from django.db import transaction
from django.utils import timezone
from django_tasks import task

from bunraku.server.clock import ahead_by
from bunraku.server.database.log_file import take_in_log
from bunraku.server.errors import BunrakuError, storage_failed
from bunraku.server.jobs.kinds import kind_of
from bunraku.server.jobs.models import OPEN_STATES, Job
from bunraku.server.jobs.work import Stopped, Work
from bunraku.server.journal.acting import acting
from bunraku.server.journal.log import log

logger = logging.getLogger(__name__)


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
    never lost."""
    begun = Job.objects.filter(pk=job_id, state__in=OPEN_STATES)
    if not begun.update(state="running", started=timezone.now()):
        return
    job = Job.objects.select_related("project").get(pk=job_id)
    with acting(job.by_id), ahead_by(job.project.ahead):
        try:
            kind = kind_of(job)
            kind.run(Work(job, kind.params_of(job), kind.gives()))
        except Stopped:
            _finish(job, "stopped")
        except BunrakuError as error:
            _finish(job, "failed", f"{error.message} {error.hint}".strip())
        except Exception as error:
            failed = storage_failed(error)
            logger.exception("job %s (%s) broke", job_id, job.kind)
            why = (
                f"{failed.message} {failed.hint}"
                if failed
                else "Bunraku met a fault of its own. What was done until then is kept; run it "
                "again."
            )
            # Where not even that can be stored it is left to the worker, which waits for storage.
            _finish(job, "failed", why)
        else:
            _finish(job, "done")
    take_in_log()


def _finish(job: Job, state: str, error: str = "") -> None:
    with transaction.atomic():
        over = {"state": state, "error": error[:500], "finished": timezone.now(), "doing": ""}
        Job.objects.filter(pk=job.pk).update(**over)
        job.refresh_from_db()
        ending = kind_of(job).ending(job)
        if ending:
            log(job.project, ending)
