"""Running a job: its handler, its progress, its end."""

import gc
import logging
from collections.abc import Callable
from typing import Any

from django.db import transaction
from django.db.models import F
from django.utils import timezone
from django_tasks import task

from bunraku.server.errors import BunrakuError
from bunraku.server.jobs.models import OPEN_STATES, Job

logger = logging.getLogger(__name__)


class Stopped(Exception):
    """The person asked the job to stop."""


class Progress:
    """How a handler tells how far it is. Every call is a chance to be stopped."""

    def __init__(self, job: Job) -> None:
        self.job = job

    def start(self, doing: str, total: int) -> None:
        """Begin a part of the work: what it is and of how many."""
        self._save(doing=doing, done=0, total=total)

    def advance(self, count: int = 1) -> None:
        """So many more are done."""
        self._save(done=self.job.done + count)

    def spend(self, tenths: int) -> None:
        """So many tenths of a lookup were bought; call it in the transaction that stores what was bought."""
        if tenths:
            Job.objects.filter(pk=self.job.pk).update(cost_tenths=F("cost_tenths") + tenths)

    def note(self, **result: Any) -> None:
        """Keep a part of the result now."""
        self.job.result = {**self.job.result, **result}
        Job.objects.filter(pk=self.job.pk).update(result=self.job.result)

    def _save(self, **fields: Any) -> None:
        for name, value in fields.items():
            setattr(self.job, name, value)
        changed = Job.objects.filter(pk=self.job.pk, stop_wanted=False, state="running").update(**fields)
        if not changed:
            raise Stopped


def settle() -> None:
    """Take what is loaded so far, which stays for ever, out of the garbage collector's rounds: a job that makes a million small
    things would have it walk all the libraries again and again. To be called once, before the first job."""
    gc.collect()
    gc.freeze()


Handler = Callable[[Job, Progress], None]
_HANDLERS: dict[str, Handler] = {}


def handles(kind: str) -> Callable[[Handler], Handler]:
    """Register the handler of a kind of job. It must bear being run again from the start after a kill."""

    def register(handler: Handler) -> Handler:
        _HANDLERS[kind] = handler
        return handler

    return register


@task()
def run_job(job_id: int) -> None:
    """Run a job to its end; a fault of ours is logged and shown, never lost."""
    started = Job.objects.filter(pk=job_id, state__in=OPEN_STATES).update(state="running", started=timezone.now())
    if not started:
        return
    job = Job.objects.select_related("project").get(pk=job_id)
    job.result = {}
    try:
        _HANDLERS[job.kind](job, Progress(job))
    except Stopped:
        _finish(job_id, "stopped")
    except BunrakuError as error:
        _finish(job_id, "failed", f"{error.message} {error.hint}".strip())
    except Exception:
        logger.exception("job %s (%s) broke", job_id, job.kind)
        _finish(job_id, "failed", "Bunraku met a fault of its own. What was done until then is kept; run it again.")
    else:
        _finish(job_id, "done")


def _finish(job_id: int, state: str, error: str = "") -> None:
    with transaction.atomic():
        Job.objects.filter(pk=job_id).update(state=state, error=error[:500], finished=timezone.now(), doing="")
