"""What can be done to jobs: start and stop them."""

import hashlib
import json
from typing import Any

from django.db import IntegrityError, transaction
from django.utils import timezone

from bunraku.server.errors import BunrakuError, not_found
from bunraku.server.jobs.kinds import JobKind
from bunraku.server.jobs.leases import end_lost, is_lost, is_run
from bunraku.server.jobs.models import OPEN_STATES, Job
from bunraku.server.jobs.running import run_job
from bunraku.server.jobs.work import P
from bunraku.server.journal.acting import who_acts
from bunraku.server.projects.models import Project


def start_job(
    project: Project, kind: type[JobKind[P, Any]], params: P, *, distinct: str = ""
) -> Job:
    """Queue a job. The same job that is still open is returned instead of a second one: a double
    click is one job.

    `distinct` tells jobs of a kind apart; without it their params do."""
    given = params.model_dump(mode="json")
    told_apart = distinct or json.dumps(given, sort_keys=True)
    if kind.again:
        told_apart += f" after {_running(project, kind)}"
    fingerprint = hashlib.sha256(told_apart.encode()).hexdigest()
    same = {"project": project, "kind": kind.id, "fingerprint": fingerprint}
    try:
        with transaction.atomic():
            job = Job.objects.create(**same, by_id=who_acts(project), params=given)
            run_job.enqueue(job.pk)
    except IntegrityError:
        # One is open, and the constraint lets no second one in. It may have ended since.
        twin = Job.objects.filter(**same).latest("pk")
        if twin.state not in OPEN_STATES or not is_lost(twin):
            return twin
        end_lost(twin)
        return start_job(project, kind, params, distinct=distinct)
    job.refresh_from_db()
    return job


def _running(project: Project, kind: type[JobKind[Any, Any]]) -> int | None:
    running = Job.objects.filter(project=project, kind=kind.id, state="running")
    return running.values_list("pk", flat=True).first()


def find_job(project: Project, job_id: int, kind: type[JobKind[Any, Any]] | None = None) -> Job:
    """A job of a project, of a kind where one is named. Raises: not_found."""
    jobs = Job.objects.filter(project=project, pk=job_id)
    job = (jobs.filter(kind=kind.id) if kind else jobs).first()
    if job is None:
        raise not_found("job")
    return job


def stop_job(project: Project, job_id: int) -> Job:
    """Ask a job to stop at its next step; one that no worker runs stops at once. Raises: not_found,
    job_over."""
    with transaction.atomic():
        job = find_job(project, job_id)
        if job.state not in OPEN_STATES:
            raise BunrakuError("job_over", "The job is over already.")
        job.stop_wanted = True
        if job.state == "queued" or not is_run(job):
            # A worker that comes for it finds it over.
            job.state, job.run, job.finished = "stopped", "", timezone.now()
        job.save(update_fields=["stop_wanted", "state", "run", "finished"])
    return job
