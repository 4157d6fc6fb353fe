"""Jobs over HTTP."""

from datetime import datetime
from typing import Any, Literal

from ninja import Router, Schema

from bunraku.server.jobs.actions import find_job, stop_job
from bunraku.server.jobs.kinds import kind_of
from bunraku.server.jobs.models import OPEN_STATES, Job
from bunraku.server.projects.access import CHANGES, READS, ProjectId, ProjectRequest

router = Router(tags=["jobs"])


class JobOut(Schema):
    """A job as it stands: its progress, what it cost in lookups, and in words what it is called,
    what it brought and, when it is over and that is news, how it ended. What it brought in figures
    is told by the room that it belongs to."""

    id: int
    kind: str
    name: str
    state: Literal["queued", "running", "done", "stopped", "failed"]
    doing: str
    done: int
    total: int
    cost: float
    channels: list[str]
    says: str
    ending: str
    unanswered: int
    error: str
    created: datetime
    started: datetime | None
    finished: datetime | None

    @staticmethod
    def resolve_name(job: Job) -> str:
        return kind_of(job).name

    @staticmethod
    def resolve_cost(job: Job) -> float:
        return job.cost_tenths / 10

    @staticmethod
    def resolve_channels(job: Job) -> list[str]:
        kind = kind_of(job)
        return kind.channels(kind.params_of(job))

    @staticmethod
    def resolve_says(job: Job) -> str:
        return kind_of(job).says(job)

    @staticmethod
    def resolve_ending(job: Job) -> str:
        return kind_of(job).ending(job)

    @staticmethod
    def resolve_unanswered(job: Job) -> int:
        kind = kind_of(job)
        return kind.unanswered(kind.result_of(job))


@router.get("/jobs", response=list[JobOut], auth=READS, url_name="jobs")
def list_jobs(
    request: ProjectRequest, project_id: ProjectId, kind: str = "", open_only: bool = False
) -> Any:
    """The project's latest jobs, newest first, fifty at most."""
    jobs = Job.objects.filter(project=request.project)
    if kind:
        jobs = jobs.filter(kind=kind)
    if open_only:
        jobs = jobs.filter(state__in=OPEN_STATES)
    return list(jobs[:50])


@router.get("/jobs/{int:job_id}", response=JobOut, auth=READS, url_name="job")
def read_job(request: ProjectRequest, project_id: ProjectId, job_id: int) -> Any:
    """One job."""
    return find_job(request.project, job_id)


@router.post("/jobs/{int:job_id}/stop", response=JobOut, auth=CHANGES, url_name="stop_job")
def stop(request: ProjectRequest, project_id: ProjectId, job_id: int) -> Any:
    """Stop a job at its next step; what it has done is kept."""
    return stop_job(request.project, job_id)
