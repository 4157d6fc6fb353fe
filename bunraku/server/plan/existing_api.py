"""Pieces that exist already, over HTTP."""

from typing import Annotated, Any, Literal

from ninja import Field, Query, Router, Schema

from bunraku.core.channels import ChannelId
from bunraku.server.plan.existing import bring_in, pages_in, reported_pages
from bunraku.server.projects.access import CHANGES, READS, ProjectId, ProjectRequest

router = Router(tags=["plan"])


class OfChannel(Schema):
    """A channel."""

    channel: ChannelId = "web"


class ReportedPageOut(Schema):
    """A page of one's own report: the keyword that it is about, how many queries show it, with
    their clicks; what to do with it and why, visits a month that this would add, what they are
    worth a month (null: unknown), the hours that it takes, and whether a year of it earns them."""

    address: str
    keyword: str
    queries: int
    clicks: float
    advice: Literal["improve", "merge", "refresh", "leave"]
    why: str
    visits: float
    worth: float | None
    hours: float
    pays: bool | None


@router.get("/plan/existing", response=list[ReportedPageOut], auth=READS, url_name="reported_pages")
def reported(request: ProjectRequest, project_id: ProjectId, asked: Query[OfChannel]) -> Any:
    """Pages of one's own report that no piece covers, and what to do with each."""
    return reported_pages(request.project, asked.channel)


class ExistingIn(Schema):
    """Addresses of what exists, one a line, each with its title if it is known."""

    channel: ChannelId = "web"
    text: Annotated[str, Field(max_length=200_000)]


class BroughtOut(Schema):
    """Pieces made, pieces that have an address now, and addresses of which no keyword is known."""

    made: int
    linked: int
    unknown: list[str]


@router.post("/pieces/existing", response=BroughtOut, auth=CHANGES, url_name="bring_existing")
def bring(request: ProjectRequest, project_id: ProjectId, given: ExistingIn) -> Any:
    """Make pieces of what exists already, to be improved."""
    return bring_in(request.project, given.channel, pages_in(given.text))
