"""The sheet over HTTP: a page of rows, ids, decisions, export."""

from typing import TYPE_CHECKING, Annotated, Any, Literal

from django.http import HttpResponse
from ninja import Field, Query, Router, Schema
from pydantic_core import to_json

from bunraku.core.channels import ChannelId
from bunraku.server.downloads import attached_csv
from bunraku.server.inputs import Id
from bunraku.server.projects.access import CHANGES, READS, ProjectId, ProjectRequest
from bunraku.server.sheet.actions import MOST_AT_ONCE, set_state
from bunraku.server.sheet.columns import SORTED, TOLD, with_names
from bunraku.server.sheet.export_keywords import Form, keywords_csv, picked_lines
from bunraku.server.sheet.filters import SheetQuery, count_of, filtered, one_page
from bunraku.server.sheet.ordering import ordered
from bunraku.server.sheet.rows import RowOut
from bunraku.server.sheet.scopes import find_scope

router = Router(tags=["sheet"])
_TOLD = tuple(column.id for column in TOLD)
RowIds = Annotated[list[Id], Field(min_length=1, max_length=MOST_AT_ONCE)]


class SheetOut(Schema):
    """A page of the sheet: its rows, where it begins, how many match in all."""

    total: int
    offset: int
    rows: list[RowOut]


class IdsOut(Schema):
    """Ids of the rows that match, in order, and how many match in all."""

    total: int
    ids: list[int]


class StateIn(Schema):
    """Keywords and what becomes of them."""

    row_ids: RowIds
    state: Literal["open", "kept", "shortlisted", "parked", "dropped"]
    reason: str = Field("", max_length=200)
    note: str = Field("", max_length=500)


if TYPE_CHECKING:
    SortId = str
else:
    SortId = Literal[tuple(column.id for column in SORTED)]


class PickedIn(Schema):
    """Chosen keywords of a channel, how they are taken away, and in which order."""

    channel: ChannelId
    row_ids: RowIds
    form: Form
    sort: SortId = "worth"
    descending: bool = True


class CountOut(Schema):
    """How many were changed."""

    changed: int


@router.get("/sheet", response=SheetOut, auth=READS, url_name="sheet")
def read_sheet(request: ProjectRequest, project_id: ProjectId, wanted: Query[SheetQuery]) -> Any:
    """A page of a channel's keywords, filtered and in order."""
    scope = find_scope(request.project, wanted.channel)
    page, total = one_page(scope, wanted)
    # Straight from columns to JSON: checking 100 rows field by field once more would take longer
    # than finding them. A test holds what is written here against `SheetOut`.
    rows = [with_names(row) for row in page.values(*_TOLD)]
    body = to_json({"total": total, "offset": wanted.offset, "rows": rows})
    return HttpResponse(body, content_type="application/json")


@router.get("/sheet/ids", response=IdsOut, auth=READS, url_name="sheet_ids")
def read_ids(request: ProjectRequest, project_id: ProjectId, wanted: Query[SheetQuery]) -> Any:
    """Ids of the keywords that match, in the order of the sheet: the first 5,000, which is as many
    as one action takes."""
    scope = find_scope(request.project, wanted.channel)
    rows = ordered(filtered(scope, wanted), wanted.sort, descending=wanted.descending)
    ids = rows.values_list("pk", flat=True)
    return {"total": count_of(scope, wanted), "ids": list(ids[:MOST_AT_ONCE])}


@router.post("/sheet/state", response=CountOut, auth=CHANGES, url_name="set_state")
def change_state(request: ProjectRequest, project_id: ProjectId, given: StateIn) -> Any:
    """Keep, shortlist, park, drop or take back keywords."""
    return {
        "changed": set_state(
            request.project, given.row_ids, given.state, reason=given.reason, note=given.note
        )
    }


@router.get("/keywords.csv", auth=READS, url_name="keywords_csv")
def export(
    request: ProjectRequest, project_id: ProjectId, wanted: Query[SheetQuery]
) -> HttpResponse:
    """The keywords of a filter as CSV, all of them."""
    scope = find_scope(request.project, wanted.channel)
    return attached_csv(keywords_csv(scope, wanted), f"keywords-{wanted.channel}.csv")


@router.post("/keywords/picked", auth=READS, url_name="picked_keywords")
def picked(request: ProjectRequest, project_id: ProjectId, given: PickedIn) -> HttpResponse:
    """Chosen keywords, to be taken away as CSV or by the clipboard."""
    lines = picked_lines(
        request.project,
        given.channel,
        given.row_ids,
        given.form,
        given.sort,
        falls=given.descending,
    )
    return HttpResponse("".join(lines), content_type="text/plain; charset=utf-8")
