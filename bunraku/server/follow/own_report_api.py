"""API of one's own page-and-query reports."""

from datetime import date
from typing import Any

from ninja import Query, Router, Schema

from bunraku.core.channels import ChannelId
from bunraku.server.follow.own_reports import bring_report, own_report, take_out_report
from bunraku.server.follow.report_api import BringIn
from bunraku.server.inputs import Day
from bunraku.server.projects.access import CHANGES, READS, ProjectId, ProjectRequest

router = Router(tags=["follow"])


class ReportBringIn(BringIn):
    """An upload that holds a page-and-query report, of which channel, and, where it names no days,
    up to which day it is."""

    channel: ChannelId
    day: Day | None = None


class ReportBroughtOut(Schema):
    """Lines taken and refused (why, of the first), pages and days."""

    lines: int
    refused: int
    why: list[str]
    pages: int
    days: int


class ShownOut(Schema):
    """A query that a page is shown for: its live piece and row where there are any; clicks, times
    shown, position, and the clicks that its place mostly brings."""

    page: str
    live: int | None
    piece: int | None
    title: str
    term: str
    row: int | None
    clicks: float
    impressions: float
    position: float | None
    expected: float | None


class TwoPagesOut(Schema):
    """A query for which several pages of one's own are shown."""

    term: str
    pages: list[ShownOut]


class FadingOut(Schema):
    """A page that fades: clicks in the earlier and in the later half of the days."""

    page: str
    title: str
    before: float
    after: float


class OwnReportQuery(Schema):
    """Of which channel."""

    channel: ChannelId


class OwnReportOut(Schema):
    """What one's own reports say: queries of pages that are not meant for them, queries of two
    pages, pages that fade, queries with fewer and more clicks than their place mostly brings."""

    lines: int
    first: date | None
    last: date | None
    clicks: float
    impressions: float
    unmeant: list[ShownOut]
    two_pages: list[TwoPagesOut]
    fading: list[FadingOut]
    below: list[ShownOut]
    above: list[ShownOut]


class ReportTakeOutIn(OwnReportQuery):
    """Days whose lines are taken out, from and to."""

    first: Day
    last: Day


class ReportTakenOut(Schema):
    """Lines that were taken out."""

    lines: int


@router.get("/follow/own-report", response=OwnReportOut, auth=READS, url_name="own_report")
def read_own_report(
    request: ProjectRequest, project_id: ProjectId, asked: Query[OwnReportQuery]
) -> Any:
    """What one's own reports on a channel say."""
    return own_report(request.project, asked.channel)


@router.post(
    "/follow/own-report", response=ReportBroughtOut, auth=CHANGES, url_name="bring_own_report"
)
def bring(request: ProjectRequest, project_id: ProjectId, given: ReportBringIn) -> Any:
    """Bring in a page-and-query report."""
    return bring_report(request.project, given.channel, given.file, given.day)


@router.post(
    "/follow/own-report/take-out",
    response=ReportTakenOut,
    auth=CHANGES,
    url_name="take_out_own_report",
)
def take_out(request: ProjectRequest, project_id: ProjectId, given: ReportTakeOutIn) -> Any:
    """Take lines of one's own reports out again."""
    return {"lines": take_out_report(request.project, given.channel, given.first, given.last)}
