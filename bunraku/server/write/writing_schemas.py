"""The list of pieces to write, and what writing keeps to."""

from datetime import date, datetime
from typing import Annotated, Literal

from ninja import Field, Schema

from bunraku.core.channels import ChannelId, FormId
from bunraku.server.inputs import Id


class WritingOut(Schema):
    """A piece to write, and what it lacks: fields that are empty, phrases that stand nowhere,
    fields over their limit, rules that are not kept; its score of a hundred, and when it was saved
    last, by whom. `begun`: something was written."""

    id: int
    title: str
    kind_name: str
    channel: str
    outlet: str
    state: Literal["idea", "agreed", "writing", "ready", "live"]
    month: date | None
    due: date | None
    publish_by: date | None
    maker: str
    main: str
    keywords: int
    begun: bool
    fields: int
    empty: int
    missing: int
    over: int
    failing: int
    score: float | None
    saved: datetime | None
    by: str


class WritingPageOut(Schema):
    """A part of the pieces to write, how many there are in all, and of all how many are begun and
    how many lack nothing."""

    total: int
    offset: int
    begun: int
    done: int
    rows: list[WritingOut]


class WritingQuery(Schema):
    """Which pieces, in which order, which part."""

    order: Literal["next", "score", "saved", "title"] = "next"
    lacks: Literal["", "begun", "unbegun", "empty", "missing", "over", "failing", "done"] = ""
    channel: ChannelId | Literal[""] = ""
    q: Annotated[str, Field(max_length=100)] = ""
    offset: Annotated[int, Field(ge=0, le=1_000_000)] = 0
    limit: Annotated[int, Field(ge=1, le=200)] = 100


class LimitOut(Schema):
    """A limit: its usual number and the one that holds."""

    id: str
    field: str
    name: str
    unit: Literal["characters", "bytes", "words", "pixels"]
    of: Literal["whole", "each", "items"]
    kind: Literal["most", "best", "seen"]
    usual: float
    most: float


class ProfileOut(Schema):
    """A set of limits that an outlet can have."""

    id: str
    name: str
    limits: list[LimitOut]


class OutletLimitsOut(Schema):
    """An outlet, the profiles that suit it and the one it has."""

    outlet_id: int
    outlet: str
    form: FormId
    profile: str
    profiles: list[ProfileOut]


class ChecklistRuleOut(Schema):
    """A rule of the checklist: what it wants, for which forms, and whether it is off here."""

    id: str
    text: str
    forms: list[FormId]
    off: bool


class WriteSettingsOut(Schema):
    """What writing keeps to: limits by outlet, rules of the checklist."""

    outlets: list[OutletLimitsOut]
    rules: list[ChecklistRuleOut]


class OutletLimitsIn(Schema):
    """An outlet's profile, and own numbers by the ids of its limits; those that are left out are
    the usual ones."""

    outlet_id: Id
    profile: Annotated[str, Field(max_length=20)]
    own: Annotated[
        dict[Annotated[str, Field(max_length=60)], Annotated[float, Field(ge=1, le=100_000)]],
        Field(max_length=40),
    ] = {}


class RulesOffIn(Schema):
    """Rules that the project does without."""

    rules: Annotated[list[Annotated[str, Field(max_length=30)]], Field(max_length=100)]
