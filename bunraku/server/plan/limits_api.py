"""What the plan keeps to, what is left out and which location pages are too alike, over HTTP."""

from datetime import date
from typing import Annotated, Any

from ninja import Field, Router, Schema, Status

from bunraku.core.channels import KindId
from bunraku.core.plan.locations import TOO_ALIKE
from bunraku.server.errors import BunrakuError
from bunraku.server.inputs import a_name
from bunraku.server.plan.hours import Horizon
from bunraku.server.plan.left_out import left_out
from bunraku.server.plan.limits import read_limits, set_limits
from bunraku.server.plan.locations import location_pages
from bunraku.server.projects.access import CHANGES, READS, ProjectId, ProjectRequest

router = Router(tags=["plan"])


Maker = a_name(80)


class PersonIn(Schema):
    """Somebody who makes pieces, and their hours a month."""

    name: Maker  # type: ignore[valid-type]
    hours: Annotated[float, Field(ge=0, le=744)]


class KindLimitIn(Schema):
    """How many pieces of a kind there may be in a month."""

    kind: KindId
    most: Annotated[int, Field(ge=0, le=1_000)]


class LimitsIn(Schema):
    """What the plan keeps to: months it holds, people's hours, kinds a month, and how many of
    location pages that differ too little, and what share of an outlet's pages may be location pages
    (null: as many as are worth it)."""

    horizon: Horizon
    people: Annotated[list[PersonIn], Field(max_length=50)] = []
    kinds: Annotated[list[KindLimitIn], Field(max_length=20)] = []
    alike: Annotated[int | None, Field(ge=0, le=10_000)] = None
    towns_pct: Annotated[int | None, Field(ge=0, le=99)] = None


class LimitsOut(LimitsIn):
    """The same as it is set; `makers` are the people that pieces name."""

    makers: list[str]


@router.get("/plan/limits", response=LimitsOut, auth=READS, url_name="plan_limits")
def read(request: ProjectRequest, project_id: ProjectId) -> Any:
    """What the plan keeps to."""
    return read_limits(request.project)


@router.put("/plan/limits", response={204: None}, auth=CHANGES, url_name="set_plan_limits")
def write(request: ProjectRequest, project_id: ProjectId, given: LimitsIn) -> Any:
    """Set what the plan keeps to, as one change."""
    people = {person.name: person.hours for person in given.people}
    kinds: dict[str, int] = {limit.kind: limit.most for limit in given.kinds}
    if len(people) < len(given.people) or len(kinds) < len(given.kinds):
        field = "people" if len(people) < len(given.people) else "kinds"
        raise BunrakuError("invalid_input", "List each only once.", field=field)
    set_limits(request.project, given.horizon, people, kinds, given.alike, given.towns_pct)
    return Status(204, None)


class LeftOutOut(Schema):
    """A piece without a month, and why."""

    id: int
    title: str
    hours: float
    worth: float | None
    why: str


@router.get("/plan/left-out", response=list[LeftOutOut], auth=READS, url_name="left_out")
def read_left_out(request: ProjectRequest, project_id: ProjectId) -> Any:
    """Pieces without a month, each with the reason."""
    return left_out(request.project)


class TownPhraseOut(Schema):
    """A keyword that a page could also say."""

    id: int
    text: str
    volume: float | None


class LocationPageOut(Schema):
    """A location page that differs too little: what it is `nearest` to, how alike by `words` and by
    `results` (null: not read), and in all, 0-1; keywords of its place that nothing serves, and how
    alike it would be `then`."""

    id: int
    title: str
    month: date | None
    place: str
    nearest: str
    words: float
    results: float | None
    alike: float
    more: list[TownPhraseOut]
    then: float | None


class LocationGroupOut(Schema):
    """Location pages of which each is too alike another one."""

    pages: list[LocationPageOut]


class LocationsOut(Schema):
    """Groups of location pages that differ too little: from `too_alike` on, 0-1."""

    too_alike: float
    groups: list[LocationGroupOut]


@router.get("/plan/locations", response=LocationsOut, auth=READS, url_name="locations")
def read_locations(request: ProjectRequest, project_id: ProjectId) -> Any:
    """Location pages that are too alike, and what would set each apart."""
    return {"too_alike": TOO_ALIKE, "groups": location_pages(request.project)}
