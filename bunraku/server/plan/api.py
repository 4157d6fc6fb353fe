"""The plan over HTTP."""

from datetime import date
from typing import Annotated, Any, Literal

from django.http import HttpResponse, StreamingHttpResponse
from ninja import Field, Router, Schema, Status

from bunraku.core.plan.calendar import months_ahead
from bunraku.core.plan.pieces import KINDS
from bunraku.server.clock import today
from bunraku.server.errors import not_found
from bunraku.server.jobs.api import JobOut
from bunraku.server.plan.actions import (
    MOST_CLUSTERS,
    change_piece,
    drop_keyword,
    give_keyword,
    make_pieces,
    remove_piece,
)
from bunraku.server.plan.export import plan_csv
from bunraku.server.plan.fit import start_fitting
from bunraku.server.plan.selectors import PieceFigures, plan_of, shared_pages
from bunraku.server.projects.access import ProjectId, ProjectRequest
from bunraku.server.sheet.api import RowOut

router = Router(tags=["plan"])
KindId = Literal["article", "guide", "landing", "location", "home", "video", "listing"]


class PieceOut(Schema):
    """A piece with what its keywords add up to. `month_share` is the year of its searches, January first, or empty."""

    id: int
    cluster_id: int | None
    title: str
    kind: KindId
    kind_name: str
    because: str
    channel: str
    outlet_id: int | None
    outlet: str
    hours: float
    month: date | None
    pinned: bool
    publish_by: date | None
    late: bool
    climb_month: int
    days_until_shown: int
    main: str
    chance: float | None
    keywords: int
    volume: float
    worth: float | None
    month_share: list[float]


class OverlapOut(Schema):
    """Two pieces whose main keywords share results."""

    piece: int
    other: int
    shared: int
    of: int


class KindOut(Schema):
    """A kind of piece."""

    id: KindId
    name: str
    channel: str
    hours: float


class PlanOut(Schema):
    """The year: its twelve months, hours to spend in each, the pieces, the overlaps."""

    months: list[date]
    hours_a_month: float
    pieces: list[PieceOut]
    overlaps: list[OverlapOut]
    kinds: list[KindOut]


class PieceDetailOut(Schema):
    """A piece with the rows of its keywords, the main one first."""

    piece: PieceOut
    rows: list[RowOut]


class PiecesIn(Schema):
    """Clusters to make pieces of."""

    cluster_ids: list[int] = Field(min_length=1, max_length=MOST_CLUSTERS)


class MadeOut(Schema):
    """Pieces made, and how many clusters were skipped, by reason."""

    made: int
    skipped: dict[str, int]


class PieceIn(Schema):
    """Changes to a piece; what is left out stays."""

    title: Annotated[str, Field(min_length=1, max_length=200)] | None = None
    kind: KindId | None = None
    outlet_id: int | None = None
    hours: Annotated[float, Field(gt=0, le=500)] | None = None
    month: date | None = None
    pinned: bool | None = None


class KeywordIn(Schema):
    """A keyword for a piece."""

    row_id: int
    main: bool = False


class FitOut(Schema):
    """The first, greedy answer; the job brings the proven one."""

    placed: int
    left_out: int
    without_worth: int
    value: float
    bound: float
    gap_share: float
    next_piece: str
    next_value: float
    job: JobOut


def piece_out(one: PieceFigures) -> dict[str, Any]:
    """A piece as the page shows it."""
    piece, by = one.piece, one.publish_by
    return {
        "id": piece.pk,
        "cluster_id": piece.cluster_id,
        "title": piece.title,
        "kind": piece.kind,
        "kind_name": KINDS[piece.kind].name,
        "because": piece.because,
        "channel": piece.scope.channel,
        "outlet_id": piece.outlet_id,
        "outlet": piece.outlet.name if piece.outlet else "",
        "hours": piece.hours,
        "month": piece.month,
        "pinned": piece.pinned,
        "publish_by": by.day,
        "late": by.late,
        "climb_month": by.climb_month,
        "days_until_shown": one.days_until_shown,
        "main": one.main.text if one.main else "",
        "chance": one.main.chance if one.main else None,
        "keywords": len(one.rows),
        "volume": one.volume,
        "worth": one.worth,
        "month_share": one.month_share,
    }


def _detail(request: ProjectRequest, piece_id: int) -> dict[str, Any]:
    found = plan_of(request.project, [piece_id])
    if not found:
        raise not_found("piece")
    return {"piece": piece_out(found[0]), "rows": found[0].rows}


@router.get("/plan", response=PlanOut, url_name="plan")
def read_plan(request: ProjectRequest, project_id: ProjectId) -> Any:
    """The year of a project over all channels."""
    plan = plan_of(request.project)
    return {
        "months": months_ahead(today()),
        "hours_a_month": request.project.hours_a_month,
        "pieces": [piece_out(one) for one in plan],
        "overlaps": shared_pages(plan),
        "kinds": list(KINDS.values()),
    }


@router.get("/plan.csv", url_name="plan_csv")
def export(request: ProjectRequest, project_id: ProjectId) -> HttpResponse:
    """The plan as CSV."""
    response = StreamingHttpResponse(plan_csv(plan_of(request.project)), content_type="text/csv; charset=utf-8")
    response["Content-Disposition"] = 'attachment; filename="plan.csv"'
    return response  # type: ignore[return-value]


@router.post("/pieces", response=MadeOut, url_name="make_pieces")
def make(request: ProjectRequest, project_id: ProjectId, given: PiecesIn) -> Any:
    """Make pieces from clusters."""
    made = make_pieces(request.project, given.cluster_ids)
    return {"made": len(made.pieces), "skipped": made.skipped}


@router.get("/pieces/{int:piece_id}", response=PieceDetailOut, url_name="piece")
def read_piece(request: ProjectRequest, project_id: ProjectId, piece_id: int) -> Any:
    """One piece with its keywords."""
    return _detail(request, piece_id)


@router.patch("/pieces/{int:piece_id}", response=PieceDetailOut, url_name="change_piece")
def change(request: ProjectRequest, project_id: ProjectId, piece_id: int, given: PieceIn) -> Any:
    """Change a piece; a month set here is pinned."""
    fields = given.dict(exclude_unset=True)
    for name in ("title", "kind", "hours"):
        if fields.get(name, "") is None:
            del fields[name]
    change_piece(request.project, piece_id, fields)
    return _detail(request, piece_id)


@router.delete("/pieces/{int:piece_id}", response={204: None}, url_name="remove_piece")
def remove(request: ProjectRequest, project_id: ProjectId, piece_id: int) -> Any:
    """Take a piece out of the plan."""
    remove_piece(request.project, piece_id)
    return Status(204, None)


@router.post("/pieces/{int:piece_id}/keywords", response=PieceDetailOut, url_name="give_keyword")
def give(request: ProjectRequest, project_id: ProjectId, piece_id: int, given: KeywordIn) -> Any:
    """Give a keyword to a piece, or make it the main one."""
    give_keyword(request.project, piece_id, given.row_id, main=given.main)
    return _detail(request, piece_id)


@router.delete("/pieces/{int:piece_id}/keywords/{int:row_id}", response=PieceDetailOut, url_name="drop_keyword")
def take(request: ProjectRequest, project_id: ProjectId, piece_id: int, row_id: int) -> Any:
    """Take an also-served keyword from a piece."""
    drop_keyword(request.project, piece_id, row_id)
    return _detail(request, piece_id)


@router.post("/plan/fit", response=FitOut, url_name="fit")
def fit(request: ProjectRequest, project_id: ProjectId) -> Any:
    """Fit the plan to the project's hours: the greedy answer now, the proven one by a job."""
    report, job = start_fitting(request.project)
    return {**report.__dict__, "job": job}
