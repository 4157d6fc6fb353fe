"""Leases: a worker says every few seconds that it lives. What one was at whose lease has run out is
given to another, and a job that nobody will run any more is ended with a sentence."""

from collections.abc import Iterator
from contextlib import contextmanager
from datetime import timedelta

from django.db.models import Q
from django.utils import timezone
from django_tasks import TaskResultStatus
from django_tasks_db.models import DBTaskResult

from bunraku.server.jobs.models import OPEN_STATES, Job, Lease

RENEW_SECONDS = 5.0
"""Between two signs of life of a worker."""
LEASE_SECONDS = 90.0
"""After which a worker that gave none counts as gone: longer than somebody else may hold the
database, for then nobody can give one."""
UNKNOWN_SECONDS = 60.0
"""After which a job whose task is not in the queue at all counts as lost."""
LOST = "The worker that ran it ended before it could say how it went. Start it again."
_RUN_JOB = "bunraku.server.jobs.running.run_job"


_at: int | None = None


@contextmanager
def at_work(job_id: int) -> Iterator[None]:
    """Within it this process is at a job."""
    global _at  # noqa: PLW0603 - a worker is a process, and its sign of life another thread's
    _at = job_id
    try:
        yield
    finally:
        _at = None


def renew(worker: str) -> None:
    """A worker lives."""
    until = timezone.now() + timedelta(seconds=LEASE_SECONDS)
    Lease.objects.update_or_create(worker=worker, defaults={"until": until, "job": _at})


def end_leases(of: str) -> None:
    """The workers whose names begin so are gone, and so is their hold on what they were at."""
    Lease.objects.filter(worker__startswith=of).delete()


def take_over() -> int:
    """Put back into the queue what workers whose lease has run out were at, and end jobs that no
    worker will run any more. Safe to call at any time, by several workers at once. Returns: how
    many tasks were put back."""
    now = timezone.now()
    Lease.objects.filter(until__lt=now - timedelta(days=1)).delete()
    living = set(Lease.objects.filter(until__gte=now).values_list("worker", flat=True))
    running = DBTaskResult.objects.filter(status=TaskResultStatus.RUNNING)
    back = 0
    for task, workers in running.values_list("pk", "worker_ids"):
        if not workers or workers[-1] not in living:
            # Only if nobody else was quicker.
            still = running.filter(pk=task, worker_ids=workers)
            back += still.update(status=TaskResultStatus.READY, started_at=None)
    for job in Job.objects.filter(state__in=OPEN_STATES):
        if is_lost(job):
            end_lost(job)
    return back


def is_lost(job: Job) -> bool:
    """Whether an open job will never be run to its end: its task is over, or is in no queue."""
    tasks = DBTaskResult.objects.filter(task_path=_RUN_JOB, args_kwargs__args=[job.pk])
    states = set(tasks.values_list("status", flat=True))
    if states & {TaskResultStatus.READY, TaskResultStatus.RUNNING} or is_run(job):
        return False
    if states:
        return True
    since = job.started or job.created
    return timezone.now() - since > timedelta(seconds=UNKNOWN_SECONDS)


def is_run(job: Job) -> bool:
    """Whether a living worker runs a job."""
    tasks = DBTaskResult.objects.filter(
        task_path=_RUN_JOB, args_kwargs__args=[job.pk], status=TaskResultStatus.RUNNING
    )
    workers = [ids[-1] for ids in tasks.values_list("worker_ids", flat=True) if ids]
    # One that was thought to be gone and came back may have closed the task of who took it over.
    by = Q(worker__in=workers) | Q(job=job.pk)
    return Lease.objects.filter(by, until__gte=timezone.now()).exists()


def end_lost(job: Job) -> None:
    """End a job that is lost; one that came to an end meanwhile stays as it is."""
    open_still = Job.objects.filter(pk=job.pk, state__in=OPEN_STATES, run=job.run)
    open_still.update(state="failed", error=LOST, finished=timezone.now(), doing="", run="")
