"""What the plan is over HTTP."""

from datetime import date
from typing import Annotated, Literal

from ninja import Field, Schema

from bunraku.server.inputs import Id, a_name
from bunraku.server.jobs.api import JobOut
from bunraku.server.plan.actions import MOST_CLUSTERS
from bunraku.server.plan.board import Order
from bunraku.server.sheet.rows import RowOut

KindId = Literal["article", "guide", "landing", "location", "home", "video", "listing"]


class PieceOut(Schema):
    """A piece with what its keywords add up to. `month_share` is the year of its searches, January
    first, or empty."""

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
    volume: float | None
    practice: bool
    worth: float | None
    month_share: list[float]


class OverlapOut(Schema):
    """Two pieces whose main keywords share results."""

    piece: int
    title: str
    other: int
    other_title: str
    shared: int
    of: int


class PlanMonthOut(Schema):
    """A month of the plan, its first day, and the hours that its pieces take."""

    month: date
    hours: float


class OutletPiecesOut(Schema):
    """How many pieces an outlet has; id 0 is none."""

    id: int
    name: str
    pieces: int


class FitReportOut(Schema):
    """What a fit brought: pieces placed and left out, its value over the horizon and the proven
    bound, the gap between them, and what ten more hours would add."""

    placed: int
    left_out: int
    without_worth: int
    value: float
    bound: float
    gap_share: float
    next_piece: str
    next_value: float


class KindOut(Schema):
    """A kind of piece."""

    id: KindId
    name: str
    channel: str
    hours: float


class PlanOut(Schema):
    """The year in sums: its twelve months, hours to spend in each, how many pieces there are and
    are placed, their hours and worth, the outlets, the overlaps, the last fit. The pieces
    themselves are read in pages."""

    months: list[PlanMonthOut]
    hours_a_month: float
    pieces: int
    placed: int
    hours: float
    worth: float | None
    outlets: list[OutletPiecesOut]
    overlaps: list[OverlapOut]
    kinds: list[KindOut]
    fit: FitReportOut | None


class PiecesQuery(Schema):
    """Which pieces are wanted: of an outlet (0: of none), in which order, which part."""

    outlet: Annotated[int | None, Field(ge=0, le=2**53)] = None
    order: Order = "month"
    offset: Annotated[int, Field(ge=0, le=1_000_000)] = 0
    limit: Annotated[int, Field(ge=1, le=300)] = 100


class PiecesOut(Schema):
    """A part of the plan's pieces: how many there are in all, where it begins, its rows."""

    total: int
    offset: int
    rows: list[PieceOut]


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


Title = a_name(200)


class PieceIn(Schema):
    """Changes to a piece; what is left out stays."""

    title: Title | None = None  # type: ignore[valid-type]
    kind: KindId | None = None
    outlet_id: Id | None = None
    hours: Annotated[float, Field(gt=0, le=500)] | None = None
    month: date | None = None
    pinned: bool | None = None


class KeywordIn(Schema):
    """A keyword for a piece."""

    row_id: Id
    main: bool = False


class FitOut(FitReportOut):
    """The first, greedy answer; the job brings the proven one."""

    job: JobOut
