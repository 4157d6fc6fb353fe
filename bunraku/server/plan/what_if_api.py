"""What would be if something were otherwise, over HTTP."""

from datetime import date
from typing import Annotated, Any

from ninja import Field, Query, Router, Schema

from bunraku.server.plan.hours import Horizon
from bunraku.server.plan.what_if import Other, take_what_if, what_if
from bunraku.server.projects.access import CHANGES, READS, ProjectId, ProjectRequest
from bunraku.server.projects.models import Project

router = Router(tags=["plan"])


class WhatIfQuery(Schema):
    """Other hours a month, another horizon (null: the one there is), points of strength more or
    less, and whether pinned months hold."""

    hours: Annotated[float, Field(ge=0, le=744)]
    horizon: Horizon | None = None
    stronger: Annotated[float, Field(ge=-50, le=50)] = 0
    pins: bool = True

    def other_for(self, project: Project) -> Other:
        """The same with the project's own horizon where none is asked for."""
        horizon = self.horizon or project.horizon
        return Other(self.hours, horizon, self.stronger, self.pins)


class WhatIfPieceOut(Schema):
    """A piece that would stand elsewhere: its month now and then; null is none."""

    id: int
    title: str
    hours: float
    worth: float | None
    before: date | None
    after: date | None


class WhatIfOut(Schema):
    """Another plan beside the one there is: both by worth over their horizon and pieces,
    how far the other may be from the best; what would come in, go out, move; `changed` in all."""

    hours: float
    horizon: int
    stronger: float
    hours_now: float
    horizon_now: int
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
    """What other hours, another horizon or strength would do; changes nothing."""
    return what_if(request.project, asked.other_for(request.project))


class MovedPiecesOut(Schema):
    """How many pieces moved."""

    moved: int


@router.post("/plan/what-if/take", response=MovedPiecesOut, auth=CHANGES, url_name="take_what_if")
def take(request: ProjectRequest, project_id: ProjectId, given: WhatIfQuery) -> Any:
    """Take the plan that was looked at."""
    return {"moved": take_what_if(request.project, given.other_for(request.project))}
