"""Gather over HTTP: ways, runs, the stream of arrivals, the map of what was covered."""

from datetime import date
from typing import TYPE_CHECKING, Any, Literal

from django.http import HttpResponse
from ninja import Field, Query, Router, Schema
from pydantic_core import to_json

from bunraku.core.channels import ChannelId
from bunraku.core.gather.proposed import propose_seeds
from bunraku.server.gather.families import family_of
from bunraku.server.gather.runs import list_runs
from bunraku.server.gather.stream import ORDER, as_told, matching, stream
from bunraku.server.gather.ways.actions import decide_run, run_again, start_run
from bunraku.server.gather.ways.asking import source_name
from bunraku.server.gather.ways.catalogue import WAYS
from bunraku.server.gather.ways.coverage import coverage
from bunraku.server.gather.ways.estimating import estimate_run, way_price_tenths
from bunraku.server.gather.ways.options import RunOptions
from bunraku.server.jobs.api import JobOut
from bunraku.server.projects.access import CHANGES, READS, ProjectId, ProjectRequest
from bunraku.server.sheet.actions import MOST_AT_ONCE
from bunraku.server.sheet.api import CountOut, IdsOut
from bunraku.server.sheet.ordering import ordered
from bunraku.server.sheet.rows import RowOut
from bunraku.server.sheet.scopes import find_scope

router = Router(tags=["gather"])
if TYPE_CHECKING:
    WayId = str
else:
    WayId = Literal[tuple(WAYS)]


class RunIn(Schema):
    """Seeds as typed, channels to search, ways to use and how far they go."""

    seeds: str = Field("", max_length=60_000)
    channels: list[ChannelId] = Field(max_length=3)
    ways: list[WayId] = Field(["box", "alphabet", "asked", "related"], max_length=12)
    options: RunOptions = RunOptions()


class SeedOut(Schema):
    """A seed understood: its text, phrases that must stand, words that must not."""

    text: str
    must: list[str]
    without: list[str]


class RefusedOut(Schema):
    """A part of what was typed that cannot be a seed."""

    number: int
    text: str
    message: str


class WayEstimateOut(Schema):
    """What one way of a run would ask, cost at most, and about how many keywords it would bring."""

    way: str
    asks: int
    price: float
    about_new: int


class EstimateOut(Schema):
    """What a run would do: seeds understood and refused, and each way's part; it brings from
    `about_least` to `about_new` keywords, by what seeds of other subjects brought."""

    seeds: list[SeedOut]
    refused: list[RefusedOut]
    repeated: int
    known_seeds: int
    ways: list[WayEstimateOut]
    asks: int
    price: float
    about_new: int
    about_least: int


class WayOut(Schema):
    """A way of gathering, what it starts from, where it asks, and the least it costs a seed and
    channel."""

    id: str
    name: str
    about: str
    source: str
    price: float
    starts_from: Literal["seeds", "publishers", "project"]


class RunOut(Schema):
    """A run, a combining or an import: its job, its heading, the ways it went, what it left out and
    by what, rows it refused, how it went, and why what is missing got no answer."""

    job: JobOut
    title: str
    ways: list[str]
    left_out: dict[str, int]
    refused: int
    ended: str
    why_missing: str


class DecideRunIn(Schema):
    """What becomes of all that a run brought first to a channel and nobody decided about yet."""

    channel: ChannelId
    state: Literal["kept", "dropped"]
    reason: str = Field("", max_length=200)


class StreamQuery(Schema):
    """What of the arrivals is wanted: by state ("new": nobody decided yet), run, way and words; in
    which order."""

    channel: ChannelId = "web"
    state: Literal["new", "kept", "shortlisted", "parked", "dropped", "left_out", "all"] = "new"
    job: int = Field(0, ge=0, le=2**53)
    way: str = Field("", max_length=20)
    q: str = Field("", max_length=200)
    sort: Literal["arrival", "relevance", "off_topic"] = "arrival"
    offset: int = Field(0, ge=0, le=10_000_000)
    limit: int = Field(100, ge=1, le=500)


class ArrivalOut(Schema):
    """A keyword as it came: by which way, seed, source and run first, in how many ways in all, and
    what became of it."""

    id: int
    text: str
    state: Literal["open", "shortlisted", "dropped", "parked", "kept", "left_out"]
    priority: str
    relevance: float | None
    left_out: str
    family: int | None
    family_size: int
    volume: float | None
    ways: int
    method: str
    seed: str
    source: str
    on: date | None
    job_id: int | None
    figure: int | None


class StreamOut(Schema):
    """A part of the stream: how many match in all, where it begins, its rows."""

    total: int
    offset: int
    rows: list[ArrivalOut]


class CellOut(Schema):
    """What one way brought for one seed; `asked` says whether it was run at all."""

    seed: str
    way: str
    keywords: int
    new: int
    asked: bool


class CoverageOut(Schema):
    """The map of what was covered on a channel, and what it would cost to cover the rest."""

    cells: list[CellOut]
    seeds: int
    free_gaps: int
    paid_gaps: int
    rest_price: float
    rest_new: int


class FamilyOut(Schema):
    """A variant family, the most searched first; and keywords of the same words in another
    order."""

    members: list[RowOut]
    same_words: list[RowOut]


@router.get("/gather/ways", response=list[WayOut], auth=READS, url_name="ways")
def list_ways(request: ProjectRequest, project_id: ProjectId) -> Any:
    """The ways of gathering and their prices."""
    return [
        {
            "id": way.id,
            "name": way.name,
            "about": way.about,
            "source": source_name(request.project, way),
            "price": way_price_tenths(request.project, way) / 10,
            "starts_from": way.starts_from,
        }
        for way in WAYS.values()
    ]


@router.post("/gather/estimate", response=EstimateOut, auth=READS, url_name="estimate_run")
def estimate(request: ProjectRequest, project_id: ProjectId, given: RunIn) -> Any:
    """Price and size of a run; buys nothing."""
    run = estimate_run(request.project, given.seeds, given.channels, given.ways, given.options)
    seeds = run.seeds
    return {
        "seeds": [
            {"text": s.text, "must": list(s.must), "without": list(s.without)} for s in seeds.seeds
        ],
        "refused": [
            {"number": r.number, "text": r.text, "message": r.message} for r in seeds.refused
        ],
        "repeated": seeds.repeated,
        "known_seeds": run.known_seeds,
        "ways": [
            {"way": w.way, "asks": w.asks, "price": w.price_tenths / 10, "about_new": w.about_new}
            for w in run.ways
        ],
        "asks": sum(way.asks for way in run.ways),
        "price": run.price_tenths / 10,
        "about_new": sum(way.about_new for way in run.ways),
        "about_least": run.about_least,
    }


@router.get("/gather/runs", response=list[RunOut], auth=READS, url_name="runs")
def runs(request: ProjectRequest, project_id: ProjectId) -> Any:
    """The latest runs, combinings and imports, newest first, a hundred at most."""
    return list_runs(request.project)


@router.post("/gather/runs", response=JobOut, auth=CHANGES, url_name="start_run")
def start(request: ProjectRequest, project_id: ProjectId, given: RunIn) -> Any:
    """Start gathering."""
    return start_run(request.project, given.seeds, given.channels, given.ways, given.options)


@router.post("/gather/runs/{int:job_id}/again", response=JobOut, auth=CHANGES, url_name="run_again")
def again(request: ProjectRequest, project_id: ProjectId, job_id: int) -> Any:
    """Run again for just what was not answered."""
    return run_again(request.project, job_id)


@router.post(
    "/gather/runs/{int:job_id}/decide", response=CountOut, auth=CHANGES, url_name="decide_run"
)
def decide(request: ProjectRequest, project_id: ProjectId, job_id: int, given: DecideRunIn) -> Any:
    """Keep or drop what a run brought, as a whole."""
    return {
        "changed": decide_run(request.project, job_id, given.channel, given.state, given.reason)
    }


@router.get("/gather/stream", response=StreamOut, auth=READS, url_name="stream")
def read_stream(request: ProjectRequest, project_id: ProjectId, wanted: Query[StreamQuery]) -> Any:
    """What arrived, the latest first or by relevance."""
    scope = find_scope(request.project, wanted.channel)
    page, total = stream(scope, wanted.model_dump())
    # Straight to JSON, as the sheet: a test holds what is written here against `StreamOut`.
    rows = as_told(request.project, scope, page)
    body = to_json({"total": total, "offset": wanted.offset, "rows": rows})
    return HttpResponse(body, content_type="application/json")


@router.get("/gather/stream/ids", response=IdsOut, auth=READS, url_name="stream_ids")
def read_ids(request: ProjectRequest, project_id: ProjectId, wanted: Query[StreamQuery]) -> Any:
    """Ids of the arrivals that match, in the order of the stream: the first 5,000, which is as many
    as one action takes."""
    rows = matching(find_scope(request.project, wanted.channel), wanted.model_dump())
    sort, falling = ORDER[wanted.sort]
    ids = ordered(rows, sort, descending=falling).values_list("pk", flat=True)
    return {"total": rows.count(), "ids": list(ids[:MOST_AT_ONCE])}


@router.get("/gather/coverage", response=CoverageOut, auth=READS, url_name="coverage")
def read_coverage(
    request: ProjectRequest, project_id: ProjectId, channel: ChannelId = "web"
) -> Any:
    """Which ways were run for which seeds on a channel, and the cost of the rest."""
    return coverage(request.project, channel)


@router.get("/rows/{int:row_id}/family", response=FamilyOut, auth=READS, url_name="family")
def family(request: ProjectRequest, project_id: ProjectId, row_id: int) -> Any:
    """The variants of a keyword with their figures."""
    return family_of(request.project, row_id)


class ProposedOut(Schema):
    """Seeds proposed from what the project says of itself."""

    seeds: list[str]


@router.get("/gather/proposed", response=ProposedOut, auth=READS, url_name="proposed_seeds")
def proposed(request: ProjectRequest, project_id: ProjectId) -> Any:
    """What one could begin with."""
    project = request.project
    known = [*project.places, *project.own_brands, *project.rival_brands]
    return {"seeds": propose_seeds(project.about or project.name, project.language, known)}
