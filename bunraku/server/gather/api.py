"""Gather over HTTP: what a run would cost, starting one, what is covered."""

from typing import Any, Literal

from django.db.models import Count, Q
from ninja import Field, Router, Schema

from bunraku.server.errors import not_found
from bunraku.server.gather.actions import estimate_run, start_run
from bunraku.server.gather.models import Origin
from bunraku.server.gather.ways import WAYS
from bunraku.server.jobs.api import JobOut
from bunraku.server.jobs.models import Job
from bunraku.server.projects.access import ProjectId, ProjectRequest
from bunraku.server.readings.buying import price_tenths, sources

router = Router(tags=["gather"])
Channel = Literal["web", "video", "marketplace"]


class RunIn(Schema):
    """Seeds as typed, channels to search, ways to use."""

    seeds: str = Field(max_length=60_000)
    channels: list[Channel] = Field(max_length=3)
    ways: list[Literal["box", "questions", "related"]] = Field(["box", "questions", "related"], max_length=3)


class RefusedOut(Schema):
    """A part of what was typed that cannot be a seed."""

    number: int
    text: str
    message: str


class EstimateOut(Schema):
    """What a run would do: seeds understood and refused, prompts, price in lookups, about how many new keywords."""

    seeds: list[str]
    refused: list[RefusedOut]
    repeated: int
    known_seeds: int
    asks: int
    price: float
    about_new: int


class WayOut(Schema):
    """A way of gathering, where it asks and the price a seed and channel."""

    id: str
    name: str
    about: str
    source: str
    price: float


class BroughtOut(Schema):
    """What one seed brought by one way on one channel."""

    channel: str
    seed: str
    method: str
    keywords: int
    new: int


class ArrivalOut(Schema):
    """A keyword that came in, and by which seed and way."""

    text: str
    channel: str
    method: str
    seed: str


class CoverageOut(Schema):
    """What has been gathered so far: by seed, way and channel; and the latest arrivals."""

    brought: list[BroughtOut]
    arrivals: list[ArrivalOut]


@router.get("/gather/ways", response=list[WayOut], url_name="ways")
def list_ways(request: ProjectRequest, project_id: ProjectId) -> Any:
    """The ways of gathering and their prices."""
    return [
        {
            "id": way.id,
            "name": way.name,
            "about": way.about,
            "source": sources()[way.what].name,
            "price": price_tenths(way.what, 1) / 10,
        }
        for way in WAYS.values()
    ]


@router.post("/gather/estimate", response=EstimateOut, url_name="estimate_run")
def estimate(request: ProjectRequest, project_id: ProjectId, given: RunIn) -> Any:
    """Price and size of a run; buys nothing."""
    found = estimate_run(request.project, given.seeds, given.channels, given.ways)
    return {
        "seeds": list(found.seeds.seeds),
        "refused": [{"number": r.number, "text": r.text, "message": r.message} for r in found.seeds.refused],
        "repeated": found.seeds.repeated,
        "known_seeds": found.known_seeds,
        "asks": found.asks,
        "price": found.price_tenths / 10,
        "about_new": found.about_new,
    }


@router.post("/gather/runs", response=JobOut, url_name="start_run")
def start(request: ProjectRequest, project_id: ProjectId, given: RunIn) -> Any:
    """Start gathering."""
    return start_run(request.project, given.seeds, given.channels, given.ways)


@router.post("/gather/runs/{int:job_id}/again", response=JobOut, url_name="run_again")
def again(request: ProjectRequest, project_id: ProjectId, job_id: int) -> Any:
    """Run again for just what was missing."""
    job = Job.objects.filter(project=request.project, pk=job_id, kind="gather").first()
    if job is None:
        raise not_found("run")
    params = job.params
    return start_run(
        request.project, "\n".join(params["seeds"]), params["channels"], params["ways"], only=job.result.get("missing")
    )


@router.get("/gather/coverage", response=CoverageOut, url_name="coverage")
def coverage(request: ProjectRequest, project_id: ProjectId) -> Any:
    """What each seed brought by each way, and the latest arrivals."""
    origins = Origin.objects.filter(scope__project=request.project)
    brought = (
        origins.exclude(method="seed")
        .values("scope__channel", "seed", "method")
        .annotate(keywords=Count("keyword"), new=Count("pk", filter=Q(first=True)))
        .order_by("seed", "scope__channel", "method")[:600]
    )
    latest = origins.filter(first=True).select_related("keyword", "scope").order_by("-pk")[:200]
    return {
        "brought": [{**row, "channel": row["scope__channel"]} for row in brought],
        "arrivals": [
            {"text": o.keyword.text, "channel": o.scope.channel, "method": o.method, "seed": o.seed} for o in latest
        ],
    }
