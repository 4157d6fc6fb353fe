"""What the diary takes and tells."""

from datetime import date
from typing import Annotated, Literal

from ninja import Field, Schema

from bunraku.core.channels import ChannelId
from bunraku.server.inputs import Day, Id

Why = Literal["helped", "hurt", "wander", "young", "green", "several", "few", "unchecked", "alone"]
WhatHappened = Literal[
    "published", "fields", "pictures", "price", "links", "engine", "other", "unpublished"
]
Reason = Annotated[str, Field(max_length=500)]
Note = Annotated[str, Field(max_length=4_000)]


class FieldChangeOut(Schema):
    """A field that differs."""

    field: str
    name: str
    before: str
    after: str


class JudgedOut(Schema):
    """What came of a change (see core.follow.before_after.Verdict), the windows as days, and the
    sentence."""

    why: Why
    sentence: str
    windows: list[list[date]]
    rose: int
    fell: int
    stayed: int
    new: int
    lost: int
    sign: float
    step: float | None
    control_step: float | None
    effect: float | None
    low: float | None
    high: float | None
    doubt: float | None
    visible_before: float | None
    visible_after: float | None
    visible_low: float | None
    visible_high: float | None
    control_share: float | None
    controls: int
    update: bool


class EntryOut(Schema):
    """An entry of the diary."""

    id: int
    live: int | None
    title: str
    channel: str
    day: date
    what: WhatHappened
    changes: list[FieldChangeOut]
    reason: str
    note: str
    who: str
    check_back: date | None
    looked_back: date | None
    judged: JudgedOut | None
    judged_on: date | None


class DiaryOut(Schema):
    """A part of the diary, the latest first."""

    total: int
    offset: int
    rows: list[EntryOut]


class DiaryQuery(Schema):
    """Which part of the diary; of those due to be looked back at alone."""

    due: bool = False
    offset: Annotated[int, Field(ge=0, le=1_000_000)] = 0
    limit: Annotated[int, Field(ge=1, le=200)] = 100


class EventIn(Schema):
    """Something that happened: to a live piece, or to a channel."""

    what: Literal["pictures", "price", "links", "engine", "other"]
    day: Day
    live: Id | None = None
    channel: ChannelId | Literal[""] = ""
    reason: Reason = ""
    note: Note = ""


class EntryChange(Schema):
    """What is changed of an entry; what is left out stays."""

    reason: Reason | None = None
    note: Note | None = None
    check_back: Day | None = None
    looked_back: bool | None = None
