"""What other hours would do, over HTTP."""

from datetime import date
from typing import Annotated, Any

from ninja import Field, Query, Router, Schema

from bunraku.server.plan.what_if import take_what_if, what_if
from bunraku.server.projects.access import CHANGES, READS, ProjectId, ProjectRequest

router = Router(tags=["plan"])


class WhatIfQuery(Schema):
    """Other hours a month, and whether pinned months hold."""

    hours: Annotated[float, Field(ge=0, le=744)]
    pins: bool = True


class WhatIfPieceOut(Schema):
    """A piece that would stand elsewhere: its month now and then; null is none."""

    id: int
    title: str
    hours: float
    worth: float | None
    before: date | None
    after: date | None


class WhatIfOut(Schema):
    """A plan with other hours beside the one there is: both by worth over the horizon and pieces,
    how far the other may be from the best; what would come in, go out, move; `changed` in all."""

    hours: float
    hours_now: float
    value: float
    value_now: float
    gap_share: float
    pieces: int
    pieces_now: int
    come: list[WhatIfPieceOut]
    gone: list[WhatIfPieceOut]
    moved: list[WhatIfPieceOut]
    changed: int


@router.get("/plan/what-if", response=WhatIfOut, auth=READS, url_name="what_if")
def look(request: ProjectRequest, project_id: ProjectId, asked: Query[WhatIfQuery]) -> Any:
    """What other hours would do; changes nothing."""
    return what_if(request.project, asked.hours, pins=asked.pins)


class MovedPiecesOut(Schema):
    """How many pieces moved."""

    moved: int


@router.post("/plan/what-if/take", response=MovedPiecesOut, auth=CHANGES, url_name="take_what_if")
def take(request: ProjectRequest, project_id: ProjectId, given: WhatIfQuery) -> Any:
    """Take the plan with other hours."""
    return {"moved": take_what_if(request.project, given.hours, pins=given.pins)}
