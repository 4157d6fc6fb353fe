"""Jobs over HTTP."""

from datetime import datetime
from typing import Any

from ninja import Router, Schema

from bunraku.server.errors import not_found
from bunraku.server.jobs.actions import stop_job
from bunraku.server.jobs.models import OPEN_STATES, Job
from bunraku.server.projects.access import ProjectId, ProjectRequest

router = Router(tags=["jobs"])


class JobOut(Schema):
    """A job as it stands: its progress, what it cost in lookups, its result."""

    id: int
    kind: str
    state: str
    doing: str
    done: int
    total: int
    cost: float
    params: dict[str, Any]
    result: dict[str, Any]
    error: str
    created: datetime
    started: datetime | None
    finished: datetime | None

    @staticmethod
    def resolve_cost(job: Job) -> float:
        return job.cost_tenths / 10


@router.get("/jobs", response=list[JobOut], url_name="jobs")
def list_jobs(request: ProjectRequest, project_id: ProjectId, kind: str = "", open_only: bool = False) -> Any:
    """The project's latest jobs, newest first, fifty at most."""
    jobs = Job.objects.filter(project=request.project)
    if kind:
        jobs = jobs.filter(kind=kind)
    if open_only:
        jobs = jobs.filter(state__in=OPEN_STATES)
    return list(jobs[:50])


@router.get("/jobs/{int:job_id}", response=JobOut, url_name="job")
def read_job(request: ProjectRequest, project_id: ProjectId, job_id: int) -> Any:
    """One job."""
    job = Job.objects.filter(project=request.project, pk=job_id).first()
    if job is None:
        raise not_found("job")
    return job


@router.post("/jobs/{int:job_id}/stop", response=JobOut, url_name="stop_job")
def stop(request: ProjectRequest, project_id: ProjectId, job_id: int) -> Any:
    """Stop a job at its next step; what it has done is kept."""
    return stop_job(request.project, job_id)
