"""What a person sees as runs: jobs of every kind that brings keywords, in one list."""

from typing import Any

from bunraku.server.gather.brought import Brought
from bunraku.server.gather.combiner.actions import Combine
from bunraku.server.gather.files.importing import Import, Imported
from bunraku.server.gather.ways.run import Gather
from bunraku.server.jobs.models import Job
from bunraku.server.projects.models import Project

MOST_RUNS = 100
"""Runs listed, the latest first: older ones are found by their keywords."""
KINDS = {kind.id: kind for kind in (Gather(), Combine(), Import())}


def list_runs(project: Project) -> list[dict[str, Any]]:
    """The latest runs of a project, newest first."""
    jobs = Job.objects.filter(project=project, kind__in=KINDS).order_by("-pk")[:MOST_RUNS]
    return [_run(job) for job in jobs]


def _run(job: Job) -> dict[str, Any]:
    kind: Any = KINDS[job.kind]
    params = kind.params_of(job)
    result: Brought = kind.result_of(job)
    return {
        "job": job,
        "title": kind.title(params),
        "ways": getattr(params, "ways", []),
        "left_out": result.left_out,
        "refused": result.refused if isinstance(result, Imported) else 0,
        "ended": result.ended,
        "why_missing": next((part.why for part in result.missing.values()), ""),
    }
