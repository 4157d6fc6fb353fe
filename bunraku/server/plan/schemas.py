"""What the plan is over HTTP."""

from datetime import date, datetime
from typing import Annotated, Literal

from ninja import Field, Schema

from bunraku.core.channels import KindId
from bunraku.server.inputs import Day, Id, a_name
from bunraku.server.jobs.api import JobOut
from bunraku.server.plan.board import GroupBy, Order
from bunraku.server.sheet.rows import RowOut
from bunraku.server.stale import Was

StateId = Literal["idea", "agreed", "writing", "ready", "live"]


class PieceOut(Schema):
    """A piece with what its keywords add up to. `month_share` is the year of its searches, January
    first, or empty. `publish_by`, the season it is in time for (`climb`) and one it is too `late`
    for (`missed`) go by its month; it `waits` where that is next year's season for it. A
    `pinned` piece without a month gets none; it has settled `days_ahead` after it is out, and comes
    `after` the pieces of these titles; fitting gives it no month before `not_before` or after
    `by_month`. `state`,
    `maker`, `due` and `hours_spent` are of the work on it; `improves`: there is one already, at
    `address`."""

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
    not_before: date | None
    by_month: date | None
    publish_by: date | None
    late: bool
    climb_month: int
    climb: date | None
    missed: date | None
    waits: bool
    days_until_shown: int
    days_ahead: int
    after: list[str]
    main: str
    chance: float | None
    keywords: int
    volume: float | None
    practice: bool
    worth: float | None
    month_share: list[float]
    state: StateId
    maker: str
    due: date | None
    hours_spent: float
    address: str
    improves: bool
    reserve_title: str
    parked_idea: str
    note: str
    tags: list[str]


class OverlapOut(Schema):
    """Two pieces after the same searchers, and why."""

    piece: int
    title: str
    other: int
    other_title: str
    why: str


class PersonHoursOut(Schema):
    """Hours that somebody's pieces take in a month, and those that they have."""

    name: str
    hours: float
    to_spend: float


class PlanMonthOut(Schema):
    """A month of the plan, its first day, the hours that its pieces take and those there are; the
    same of people whose hours are limited."""

    month: date
    hours: float
    to_spend: float
    people: list[PersonHoursOut]


class TitleOut(Schema):
    """A piece by its title."""

    id: int
    title: str


class ImpossibleOut(Schema):
    """Pinned pieces that cannot be as they are: `what` is "over" or "beyond" (the plan) where there
    is nothing `to_spend` in their month, "hours", or the name of a limit, of which they take
    `hours`."""

    month: date
    what: str
    hours: float
    to_spend: float | None
    pieces: list[TitleOut]


class OutletPiecesOut(Schema):
    """How many pieces an outlet has; id 0 is none."""

    id: int
    name: str
    pieces: int


class FitReportOut(Schema):
    """What a fit brought: pieces placed and left out, `unpaid` of these because they would not earn
    their hours; its value over the horizon and the proven bound, the gap between them."""

    placed: int
    left_out: int
    waiting: int
    without_worth: int
    unpaid: int
    value: float
    bound: float
    gap_share: float


class LearnedHoursOut(Schema):
    """What pieces of a kind took: the median, the range of four in five, on how many it rests."""

    hours: float
    low: float
    high: float
    pieces: int


class KindOut(Schema):
    """A kind of piece; what its hours taught, where enough are done."""

    id: KindId
    name: str
    channel: str
    hours: float
    learned: LearnedHoursOut | None = None


class PlanOut(Schema):
    """The plan in sums: its months, hours to spend in each, how many pieces there are and
    are placed, their hours and worth, the outlets, pins that cannot be, the last
    fit. The pieces
    themselves are read in pages."""

    months: list[PlanMonthOut]
    hours_a_month: float
    pieces: int
    placed: int
    hours: float
    worth: float | None
    outlets: list[OutletPiecesOut]
    impossible: list[ImpossibleOut]
    kinds: list[KindOut]
    fit: FitReportOut | None


class PiecesQuery(Schema):
    """Which pieces are wanted: of an outlet (0: of none), in which order and groups, which part."""

    outlet: Annotated[int | None, Field(ge=0, le=2**53)] = None
    order: Order = "month"
    group: GroupBy | None = None
    offset: Annotated[int, Field(ge=0, le=1_000_000)] = 0
    limit: Annotated[int, Field(ge=1, le=300)] = 100


class PieceGroupOut(Schema):
    """Pieces that stand together: their name, the place of the first in the list, how many they
    are, their hours, and what the known of them are worth."""

    name: str
    at: int
    pieces: int
    hours: float
    worth: float | None


class PiecesOut(Schema):
    """A part of the plan's pieces: how many there are in all, all groups if they were asked for,
    where it begins, its rows."""

    total: int
    groups: list[PieceGroupOut]
    offset: int
    rows: list[PieceOut]


class CalendarPieceOut(Schema):
    """A piece in a line, for a calendar."""

    id: int
    title: str
    kind_name: str
    outlet_id: int | None
    month: date | None
    due: date | None
    state: StateId
    maker: str
    hours: float
    pinned: bool


class CommentOut(Schema):
    """What somebody said about a piece."""

    id: int
    who: str
    said: str
    when: datetime


class CommentIn(Schema):
    """Something to say about a piece."""

    said: Annotated[str, Field(min_length=1, max_length=4_000)]


class PieceDetailOut(Schema):
    """A piece with the rows of its keywords, the main one first, and what was said about it."""

    piece: PieceOut
    rows: list[RowOut]
    comments: list[CommentOut]


class PiecesForOut(Schema):
    """Pieces of a keyword's channel, and which of them serves it (null: none does)."""

    serves: int | None
    pieces: list[TitleOut]


class PairIn(Schema):
    """The other piece of two."""

    other: Id


class MonthHoursIn(Schema):
    """Hours to spend in a month; none for the usual ones."""

    month: Day
    hours: Annotated[float | None, Field(ge=0, le=744)]


Title = a_name(200)


class PieceIn(Schema):
    """Changes to a piece; what is left out stays. `was`: texts as the window knew them; one that is
    another by now is not written over."""

    was: Was | None = None
    title: Title | None = None  # type: ignore[valid-type]
    kind: KindId | None = None
    outlet_id: Id | None = None
    hours: Annotated[float, Field(gt=0, le=500)] | None = None
    month: Day | None = None
    pinned: bool | None = None
    not_before: Day | None = None
    by_month: Day | None = None
    state: StateId | None = None
    maker: Annotated[str, Field(max_length=80)] | None = None
    due: Day | None = None
    hours_spent: Annotated[float, Field(ge=0, le=5_000)] | None = None
    address: Annotated[str, Field(max_length=2_000)] | None = None
    improves: bool | None = None
    reserve_title: Annotated[str, Field(max_length=200)] | None = None
    parked_idea: Annotated[str, Field(max_length=4_000)] | None = None
    note: Annotated[str, Field(max_length=10_000)] | None = None
    tags: (
        Annotated[list[Annotated[str, Field(min_length=1, max_length=200)]], Field(max_length=200)]
        | None
    ) = None


class TagsIn(Schema):
    """Tags and phrases to take for a piece."""

    tags: Annotated[
        list[Annotated[str, Field(min_length=1, max_length=200)]],
        Field(min_length=1, max_length=200),
    ]


class KeywordIn(Schema):
    """A keyword for a piece."""

    row_id: Id
    main: bool = False


class FitOut(FitReportOut):
    """The first, greedy answer; the job brings the proven one."""

    job: JobOut
