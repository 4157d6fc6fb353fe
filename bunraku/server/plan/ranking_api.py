"""What comes first, over HTTP."""

from typing import Annotated, Any, Literal

from ninja import Field, Query, Router, Schema, Status

from bunraku.core.channels import ChannelId
from bunraku.core.plan.ranking import PARTS, WAYS
from bunraku.server.inputs import Id
from bunraku.server.plan.ranked_things import Of
from bunraku.server.plan.ranking import Way, choose_ranking, rank_of, takes_of
from bunraku.server.projects.access import CHANGES, READS, ProjectId, ProjectRequest

router = Router(tags=["plan"])
Weight = Annotated[float, Field(ge=0, le=100)]
PartId = Literal["demand", "chance", "worth", "season", "priority", "fit", "hours", "foundation"]


class RankingQuery(Schema):
    """What is put into an order, by which way, beside which other; weights of one's own (all zero:
    as they were kept)."""

    channel: ChannelId = "web"
    of: Of = "clusters"
    way: Way = "soonest"
    beside: Way = "most"
    demand: Weight = 0
    chance: Weight = 0
    worth: Weight = 0
    season: Weight = 0
    priority: Weight = 0
    fit: Weight = 0
    hours: Weight = 0
    foundation: Weight = 0

    def own(self) -> dict[str, float] | None:
        """The weights that were given; none where all are zero."""
        told = {part: float(getattr(self, part)) for part in PARTS}
        return told if any(told.values()) else None


class RankedOut(Schema):
    """A thing in its order: its rank (things of one score have one), the parts of its score in the
    order of the weights, how often it stays among the first when figures vary, its rank by the
    other way, and its figures."""

    id: int
    name: str
    served: bool
    rank: int
    tied: bool
    score: float
    parts: list[float]
    firm: float
    other_rank: int
    volume: float | None
    chance: float | None
    worth: float | None
    hours: float


class RankMovedOut(Schema):
    """What rises or falls from one order to the other, and the part that moves it most."""

    id: int
    name: str
    before: int
    after: int
    because: PartId


class RankingOut(Schema):
    """An order: how many things it holds, how many are first, in how many draws figures varied,
    whether `visits` stand for worth because none is known, the weights, its first things, what
    rises and what falls by the other way."""

    total: int
    top: int
    draws: int
    visits: bool
    weights: dict[PartId, float]
    rows: list[RankedOut]
    rising: list[RankMovedOut]
    falling: list[RankMovedOut]


@router.get("/ranking", response=RankingOut, auth=READS, url_name="ranking")
def ranking(request: ProjectRequest, project_id: ProjectId, asked: Query[RankingQuery]) -> Any:
    """What comes first among a channel's keywords, clusters or pieces."""
    return rank_of(request.project, asked.channel, asked.of, asked.way, asked.beside, asked.own())


class TakesQuery(RankingQuery):
    """One thing of an order."""

    thing: Id


class LeverOut(Schema):
    """What alone would do it: which part, what it is, what it would have to be."""

    part: PartId
    now: float
    then: float


class TakesOut(Schema):
    """What would have to be true for a thing to be among the first; no levers: nothing alone does
    it, or it is there already."""

    id: int
    rank: int
    first: bool
    levers: list[LeverOut]


@router.get("/ranking/takes", response=TakesOut, auth=READS, url_name="ranking_takes")
def takes(request: ProjectRequest, project_id: ProjectId, asked: Query[TakesQuery]) -> Any:
    """What would have to be true for one thing to be among the first."""
    return takes_of(request.project, asked.channel, asked.of, asked.way, asked.own(), asked.thing)


class ChosenRankingOut(Schema):
    """The way that was chosen, weights of one's own, and those of the ways that are ready."""

    way: Way
    own: dict[PartId, float]
    ready: dict[Literal["soonest", "most", "foundations"], dict[PartId, float]]


@router.get("/ranking/chosen", response=ChosenRankingOut, auth=READS, url_name="chosen_ranking")
def chosen(request: ProjectRequest, project_id: ProjectId) -> Any:
    """The way that was chosen."""
    return {
        "way": request.project.ranking.get("way", "soonest"),
        "own": request.project.ranking.get("own", {}),
        "ready": {
            way: {part: getattr(weights, part) for part in PARTS} for way, weights in WAYS.items()
        },
    }


class ChooseRankingIn(Schema):
    """The way that is chosen, and weights of one's own."""

    way: Way
    own: dict[PartId, Weight] = {}


@router.put("/ranking/chosen", response={204: None}, auth=CHANGES, url_name="choose_ranking")
def choose(request: ProjectRequest, project_id: ProjectId, given: ChooseRankingIn) -> Any:
    """Keep the way that was chosen."""
    choose_ranking(request.project, given.way, {str(k): v for k, v in given.own.items()})
    return Status(204, None)
