"""The plan away and back over HTTP: briefs, calendar, spreadsheets, links."""

from typing import Annotated, Any

from django.http import HttpResponse
from ninja import Field, File, Query, Router, Schema, UploadedFile

from bunraku.core.plan.brief import to_markdown
from bunraku.server.downloads import XLSX, attached, attached_csv
from bunraku.server.inputs import Id
from bunraku.server.plan.brief_docx import briefs_docx
from bunraku.server.plan.briefs import briefs_of
from bunraku.server.plan.dates_out import plan_ics
from bunraku.server.plan.export_plan import plan_xlsx
from bunraku.server.plan.import_plan import bring_plan_back, take_plan_back
from bunraku.server.plan.linking import (
    around_piece,
    links_csv,
    loose_pieces,
    put_after,
    take_apart,
    wait_for_hubs,
)
from bunraku.server.plan.schemas import TitleOut
from bunraku.server.plan.selectors import plan_of
from bunraku.server.projects.access import CHANGES, READS, ProjectId, ProjectRequest

router = Router(tags=["plan"])
MOST_BRIEFS = 50
DOCX = "application/vnd.openxmlformats-officedocument.wordprocessingml.document"


class SectionOut(Schema):
    """A part of a brief: sentences, points, a table with its heading."""

    name: str
    lines: list[str]
    points: list[str]
    head: list[str]
    rows: list[list[str]]


class BriefOut(Schema):
    """A piece's brief."""

    title: str
    about: str
    sections: list[SectionOut]


class BriefsQuery(Schema):
    """Of which pieces briefs are wanted."""

    ids: Annotated[list[Id], Field(min_length=1, max_length=MOST_BRIEFS)]


@router.get("/briefs", response=list[BriefOut], auth=READS, url_name="briefs")
def briefs(request: ProjectRequest, project_id: ProjectId, asked: Query[BriefsQuery]) -> Any:
    """Briefs of some pieces."""
    return briefs_of(request.project, asked.ids)


@router.get("/briefs.md", auth=READS, url_name="briefs_md")
def briefs_md(
    request: ProjectRequest, project_id: ProjectId, asked: Query[BriefsQuery]
) -> HttpResponse:
    """The same as Markdown."""
    told = to_markdown(briefs_of(request.project, asked.ids))
    return attached(told, "text/markdown; charset=utf-8", "brief.md")


@router.get("/briefs.docx", auth=READS, url_name="briefs_docx")
def briefs_as_docx(
    request: ProjectRequest, project_id: ProjectId, asked: Query[BriefsQuery]
) -> HttpResponse:
    """The same as one DOCX file."""
    return attached(briefs_docx(briefs_of(request.project, asked.ids)), DOCX, "brief.docx")


@router.get("/plan.xlsx", auth=READS, url_name="plan_xlsx")
def as_xlsx(request: ProjectRequest, project_id: ProjectId) -> HttpResponse:
    """The plan as a workbook."""
    return attached(plan_xlsx(plan_of(request.project)), XLSX, "plan.xlsx")


@router.get("/plan.ics", auth=READS, url_name="plan_ics")
def as_ics(request: ProjectRequest, project_id: ProjectId) -> HttpResponse:
    """The plan's days as iCalendar."""
    project = request.project
    address = request.build_absolute_uri(f"/p/{project.pk}/web/plan")
    told = plan_ics(project, plan_of(project), lambda piece: f"{address}?piece={piece}")
    return attached(told, "text/calendar; charset=utf-8", "plan.ics")


@router.get("/plan/links.csv", auth=READS, url_name="links_csv")
def links_as_csv(request: ProjectRequest, project_id: ProjectId) -> HttpResponse:
    """Proposed links as CSV."""
    return attached_csv(links_csv(request.project), "links.csv")


class PlanChangeOut(Schema):
    """A field that a file would change."""

    piece: int
    title: str
    field: str
    before: str
    after: str


class WrongCellOut(Schema):
    """What of a file cannot be taken: its row, and why."""

    row: int
    why: str


class PlanBackOut(Schema):
    """A plan that came back, compared: its rows, what it would change (`changed` in all), what
    cannot be taken, and titles of pieces that are not in it and stay as they are."""

    upload: int
    rows: int
    changes: list[PlanChangeOut]
    changed: int
    wrong: list[WrongCellOut]
    missing: list[str]


@router.post("/plan/file", response=PlanBackOut, auth=CHANGES, url_name="plan_file")
def bring_back(request: ProjectRequest, project_id: ProjectId, file: File[UploadedFile]) -> Any:
    """Compare an edited plan with this one; nothing is changed."""
    return bring_plan_back(request.project, file)


class TakenOut(Schema):
    """How many pieces and fields changed."""

    pieces: int
    fields: int


@router.post(
    "/plan/file/{int:upload_id}/take", response=TakenOut, auth=CHANGES, url_name="take_plan_file"
)
def take_back(request: ProjectRequest, project_id: ProjectId, upload_id: int) -> Any:
    """Take what an edited plan says."""
    return take_plan_back(request.project, upload_id)


class PieceLinkOut(Schema):
    """A link from a piece (`outward`) or to it: the other piece, the phrase, why; whether the one
    that links builds on the other."""

    id: int
    title: str
    outward: bool
    phrase: str
    why: str
    builds: bool


class AroundOut(Schema):
    """What a piece has to do with others."""

    waits_for: list[TitleOut]
    waited_for_by: list[TitleOut]
    links: list[PieceLinkOut]


@router.get("/pieces/{int:piece_id}/around", response=AroundOut, auth=READS, url_name="around")
def around(request: ProjectRequest, project_id: ProjectId, piece_id: int) -> Any:
    """Links of a piece, what it waits for and what waits for it."""
    return around_piece(request.project, piece_id)


class FirstIn(Schema):
    """The piece that is waited for."""

    first: Id


@router.post("/pieces/{int:piece_id}/after", response=AroundOut, auth=CHANGES, url_name="put_after")
def after(request: ProjectRequest, project_id: ProjectId, piece_id: int, given: FirstIn) -> Any:
    """Have a piece wait for another one."""
    put_after(request.project, piece_id, given.first)
    return around_piece(request.project, piece_id)


@router.delete(
    "/pieces/{int:piece_id}/after/{int:first_id}",
    response=AroundOut,
    auth=CHANGES,
    url_name="take_apart",
)
def not_after(request: ProjectRequest, project_id: ProjectId, piece_id: int, first_id: int) -> Any:
    """Have a piece wait for another one no more."""
    take_apart(request.project, piece_id, first_id)
    return around_piece(request.project, piece_id)


class WaitingOut(Schema):
    """How many pieces wait now that did not."""

    waiting: int


@router.post("/plan/hubs", response=WaitingOut, auth=CHANGES, url_name="wait_for_hubs")
def hubs(request: ProjectRequest, project_id: ProjectId) -> Any:
    """Have each piece wait for the nearest of those it builds on."""
    return {"waiting": wait_for_hubs(request.project)}


@router.get("/plan/loose", response=list[TitleOut], auth=READS, url_name="loose_pieces")
def loose(request: ProjectRequest, project_id: ProjectId) -> Any:
    """Pieces that no link leads to or from."""
    return loose_pieces(request.project)
