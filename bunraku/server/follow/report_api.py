"""What came of it, over HTTP: what was learned, what to do next, the month's report, one's own
reports."""

from datetime import date
from typing import Annotated, Any, Literal

from django.http import HttpResponse
from ninja import Field, Query, Router, Schema, Status

from bunraku.core.channels import ChannelId
from bunraku.core.formats.csv_out import csv_lines
from bunraku.core.formats.xlsx_out import xlsx_bytes
from bunraku.server.downloads import attached, attached_csv
from bunraku.server.follow.learning import learned_of_outlets, set_learns
from bunraku.server.follow.report import COLUMNS, bring_months, report_of, report_rows, set_figures
from bunraku.server.follow.steps import make_task, steps_of
from bunraku.server.inputs import Day, Id
from bunraku.server.projects.access import CHANGES, READS, ProjectId, ProjectRequest

router = Router(tags=["follow"])
XLSX = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"


class LearnedOut(Schema):
    """What outcomes taught of an outlet, in a sentence, since when, from how many outcomes, and
    whether it is used."""

    outlet: int
    name: str
    channel: ChannelId
    learns: bool
    on: date | None
    outcomes: int
    sentence: str


class LearnsIn(Schema):
    """Whether what was learned of an outlet is used."""

    learns: bool


class StepOut(Schema):
    """A proposal: its rule, what to do, why, and where one would do it."""

    rule: str
    do: str
    why: str
    act: Literal["desk", "plan", "look", "none"]


class TaskIn(Schema):
    """The rule whose proposal becomes a task."""

    rule: Annotated[str, Field(max_length=20)]


class TaskOut(Schema):
    """The piece of the plan that has the task."""

    piece: int


class ReportQuery(Schema):
    """Which month (any day of it), of which outlet; none: all of them."""

    month: Day
    outlet: Id | None = None


class ReportRowOut(Schema):
    """A figure: of the month, of the one before, of the same a year before; null where nobody said;
    where it is from."""

    id: str
    name: str
    about: str = ""
    values: list[float | None]
    source: str = ""


class ReportEntryOut(Schema):
    """Something that was published or changed in the month, and what one may believe of it."""

    day: date
    title: str
    channel: str
    live: int | None
    what: str
    fields: list[str]
    reason: str
    why: str
    sentence: str


class ReportWorkOut(Schema):
    """Work of the month after: a piece to publish, or a change to look back at."""

    title: str
    what: Literal["publish", "look_back"]
    hours: float | None
    day: date | None


class ReportOutletOut(Schema):
    """An outlet that a report can be of."""

    id: int
    name: str


class ReportOut(Schema):
    """The report of a month. `practice`: its places are practice figures."""

    month: date
    outlet: int | None
    outlet_name: str
    project: str
    practice: bool
    is_over: bool
    figures: list[ReportRowOut]
    places: list[ReportRowOut]
    published: list[ReportEntryOut]
    changed: list[ReportEntryOut]
    work: list[ReportWorkOut]
    outlets: list[ReportOutletOut]
    first_month: date
    today: date


class FiguresIn(ReportQuery):
    """Figures of a month by their ids; null takes one off."""

    values: Annotated[
        dict[
            Annotated[str, Field(max_length=30)],
            Annotated[float | None, Field(ge=0, le=1e12)],
        ],
        Field(max_length=30),
    ]


class MonthsBroughtOut(Schema):
    """Months that were brought in, figures of them, and what could not be read."""

    months: int
    figures: int
    wrong: list[str]


class BringIn(Schema):
    """An upload."""

    file: Id


@router.get("/follow/learned", response=list[LearnedOut], auth=READS, url_name="learned")
def learned(request: ProjectRequest, project_id: ProjectId) -> Any:
    """What was learned of each outlet."""
    return learned_of_outlets(request.project)


@router.put(
    "/outlets/{int:outlet_id}/learns", response={204: None}, auth=CHANGES, url_name="set_learns"
)
def learns(request: ProjectRequest, project_id: ProjectId, outlet_id: int, given: LearnsIn) -> Any:
    """Use what was learned of an outlet, or not."""
    set_learns(request.project, outlet_id, learns=given.learns)
    return Status(204, None)


@router.get("/live/{int:live_id}/next", response=list[StepOut], auth=READS, url_name="next_steps")
def steps(request: ProjectRequest, project_id: ProjectId, live_id: int) -> Any:
    """What to do next with a live piece."""
    return steps_of(request.project, live_id)


@router.post("/live/{int:live_id}/task", response=TaskOut, auth=CHANGES, url_name="make_task")
def task(request: ProjectRequest, project_id: ProjectId, live_id: int, given: TaskIn) -> Any:
    """Make a proposal a task on the plan."""
    who = request.user.get_username()
    return {"piece": make_task(request.project, live_id, given.rule, who)}


@router.get("/follow/report", response=ReportOut, auth=READS, url_name="month_report")
def report(request: ProjectRequest, project_id: ProjectId, asked: Query[ReportQuery]) -> Any:
    """The report of a month."""
    return report_of(request.project, asked.month, asked.outlet)


@router.put("/follow/report", response=ReportOut, auth=CHANGES, url_name="set_figures")
def put_figures(request: ProjectRequest, project_id: ProjectId, given: FiguresIn) -> Any:
    """Set figures of a month."""
    set_figures(request.project, given.month, given.outlet, given.values)
    return report_of(request.project, given.month, given.outlet)


@router.get("/follow/report.csv", auth=READS, url_name="report_csv")
def report_csv(
    request: ProjectRequest, project_id: ProjectId, asked: Query[ReportQuery]
) -> HttpResponse:
    """The report of a month as CSV."""
    told = report_of(request.project, asked.month, asked.outlet)
    return attached_csv(csv_lines(COLUMNS, report_rows(told)), f"report-{asked.month:%Y-%m}.csv")


@router.get("/follow/report.xlsx", auth=READS, url_name="report_xlsx")
def report_xlsx(
    request: ProjectRequest, project_id: ProjectId, asked: Query[ReportQuery]
) -> HttpResponse:
    """The report of a month as a spreadsheet."""
    told = report_of(request.project, asked.month, asked.outlet)
    content = xlsx_bytes(f"{asked.month:%Y-%m}", COLUMNS, report_rows(told))
    return attached(content, XLSX, f"report-{asked.month:%Y-%m}.xlsx")


@router.post(
    "/follow/report/bring", response=MonthsBroughtOut, auth=CHANGES, url_name="bring_months"
)
def bring_figures(request: ProjectRequest, project_id: ProjectId, given: BringIn) -> Any:
    """Bring in figures of months from a table."""
    return bring_months(request.project, given.file)
