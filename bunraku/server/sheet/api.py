"""The sheet over HTTP: a page of rows, ids, decisions, export."""

from typing import Annotated, Any, Literal

from django.http import HttpResponse, StreamingHttpResponse
from ninja import Field, Query, Router, Schema
from pydantic_core import to_json

from bunraku.core.weigh.intent_cues import INTENTS
from bunraku.core.weigh.season import TRENDS
from bunraku.core.weigh.verdict import VERDICTS
from bunraku.server.projects.access import ProjectId, ProjectRequest
from bunraku.server.sheet.actions import MOST_AT_ONCE, set_state
from bunraku.server.sheet.export import keywords_csv
from bunraku.server.sheet.filters import SheetFilter, SheetQuery, count_of, filtered, one_page
from bunraku.server.sheet.models import STATES, Row
from bunraku.server.sheet.scopes import find_scope

router = Router(tags=["sheet"])
RowIds = Annotated[list[int], Field(min_length=1, max_length=MOST_AT_ONCE)]


class RowOut(Schema):
    """A keyword's row of the sheet. Null is unknown."""

    id: int
    text: str
    words: int
    state: Literal["open", "shortlisted", "dropped", "parked", "kept", "left_out"]
    heat: str
    volume: float | None
    volume_low: float | None
    volume_high: float | None
    volume_rough: bool
    volume_disagrees: bool
    trend: str
    change_share: float | None
    season_strength: float | None
    month_share: list[int]
    peak_month: int
    climb_month: int
    cpc: float | None
    ad_competition: float | None
    intent: str
    local: bool
    difficulty: float | None
    own_strength: float | None
    chance: float | None
    position: float | None
    weak_spots: int | None
    title_matches: int | None
    clicks: float | None
    click_value: float | None
    worth: float | None
    verdict: str
    hands: list[int]
    fit: float
    waiting: bool
    cluster: int | None
    relevance: float | None
    family: int | None
    family_size: int
    own_clicks: float | None
    own_impressions: float | None
    own_position: float | None

    @staticmethod
    def resolve_state(row: Row) -> str:
        return STATES[row.state]

    @staticmethod
    def resolve_trend(row: Row) -> str:
        return TRENDS[row.trend]

    @staticmethod
    def resolve_intent(row: Row) -> str:
        return INTENTS[row.intent] if row.intent >= 0 else ""

    @staticmethod
    def resolve_verdict(row: Row) -> str:
        return VERDICTS[row.verdict]


COLUMNS = tuple(RowOut.model_fields)


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


class CountOut(Schema):
    """How many were changed."""

    changed: int


@router.get("/sheet", response=SheetOut, url_name="sheet")
def read_sheet(request: ProjectRequest, project_id: ProjectId, wanted: Query[SheetQuery]) -> Any:
    """A page of a channel's keywords, filtered and in order."""
    scope = find_scope(request.project, wanted.channel)
    page, total = one_page(scope, wanted)
    # Straight from columns to JSON: checking 100 rows field by field once more would take longer than finding them. A test
    # holds what is written here against `SheetOut`.
    told = {"total": total, "offset": wanted.offset, "rows": [_as_told(row) for row in page.values(*COLUMNS)]}
    return HttpResponse(to_json(told), content_type="application/json")


def _as_told(row: dict[str, Any]) -> dict[str, Any]:
    row["state"] = STATES[row["state"]]
    row["trend"] = TRENDS[row["trend"]]
    row["intent"] = INTENTS[row["intent"]] if row["intent"] >= 0 else ""
    row["verdict"] = VERDICTS[row["verdict"]]
    return row


@router.get("/sheet/ids", response=IdsOut, url_name="sheet_ids")
def read_ids(request: ProjectRequest, project_id: ProjectId, wanted: Query[SheetQuery]) -> Any:
    """Ids of the keywords that match: the first 5,000, which is as many as one action takes."""
    scope = find_scope(request.project, wanted.channel)
    ids = filtered(scope, wanted).order_by("id").values_list("pk", flat=True)
    return {"total": count_of(scope, wanted), "ids": list(ids[:MOST_AT_ONCE])}


@router.post("/sheet/state", response=CountOut, url_name="set_state")
def change_state(request: ProjectRequest, project_id: ProjectId, given: StateIn) -> Any:
    """Keep, shortlist, park, drop or take back keywords."""
    return {"changed": set_state(request.project, given.row_ids, given.state, reason=given.reason, note=given.note)}


@router.get("/keywords.csv", url_name="keywords_csv")
def export(request: ProjectRequest, project_id: ProjectId, wanted: Query[SheetQuery]) -> HttpResponse:
    """The keywords of a filter as CSV, all of them."""
    scope = find_scope(request.project, wanted.channel)
    response = StreamingHttpResponse(keywords_csv(scope, wanted), content_type="text/csv; charset=utf-8")
    response["Content-Disposition"] = f'attachment; filename="keywords-{wanted.channel}.csv"'
    return response  # type: ignore[return-value]


__all__ = ["RowIds", "RowOut", "SheetFilter", "router"]
