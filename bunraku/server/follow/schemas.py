"""What following takes and tells."""

from datetime import date
from typing import Annotated, Any, Literal

from ninja import Field, Schema
from pydantic import AfterValidator, WithJsonSchema

from bunraku.core.channels import ChannelId, FormId
from bunraku.server.follow.diary_schemas import EntryOut, FieldChangeOut, Reason, WhatHappened
from bunraku.server.inputs import Day, Id


class BackOut(Schema):
    """A change that is due to be looked back at."""

    id: int
    live: int | None
    title: str
    day: date
    check_back: date | None
    what: WhatHappened
    why: str
    sentence: str


class WatchOut(Schema):
    """How a project looks at what is live, its day (a practice clock may be ahead of the real one),
    what is due and what that costs at most, what was spent this month and is left, changes to look
    back at, and the next day on which something is looked at by itself."""

    today: date
    real: date
    days_ahead: int
    can_move: bool
    rhythm: Literal["kind", "weekly", "hand"]
    depth: int
    depths: list[int]
    places: list[str]
    project_places: list[str]
    phone: bool
    most_a_month: int
    spent: float
    left: float
    source: str
    due: int
    price: float
    back: list[BackOut]
    coming: date | None


def _a_depth(depth: int) -> int:
    if depth not in (10, 50, 100):
        raise ValueError("one looks 10, 50 or 100 results deep")
    return depth


class WatchIn(Schema):
    """How a project is to look at what is live."""

    rhythm: Literal["kind", "weekly", "hand"]
    depth: Annotated[
        int,
        AfterValidator(_a_depth),
        WithJsonSchema({"type": "integer", "enum": [10, 50, 100]}),
    ]
    places: Annotated[list[Annotated[str, Field(max_length=80)]], Field(max_length=50)]
    phone: bool
    most_a_month: Annotated[int, Field(ge=0, le=1_000_000)]


class ClockIn(Schema):
    """How many days the practice clock is moved on."""

    days: Annotated[int, Field(ge=1, le=366)]


class CheckIn(Schema):
    """The live pieces to look at; none: those that are due."""

    live: Annotated[list[Id], Field(max_length=5_000)] = []


class PublishIn(Schema):
    """Where a piece is live, since when, and why it was changed."""

    address: Annotated[str, Field(max_length=2_000)]
    day: Day
    reason: Reason = ""


class PublishingOut(Schema):
    """What publishing a piece would do: whether it is live already and since when, the address that
    it has or might have, what would change of what is live, and the `source` that will tell where
    it stands, empty for none."""

    live: int | None
    title: str
    form: FormId
    published: date | None
    address: str
    today: date
    changes: list[FieldChangeOut]
    keywords: int
    empty: list[str]
    source: str


class PublishedOut(Schema):
    """The live piece that came of it."""

    live: int


class DownIn(Schema):
    """Since when a piece is not there any more, and why."""

    day: Day
    reason: Reason = ""


class ReadBackIn(Schema):
    """What is there, pasted; empty: a source is asked."""

    text: Annotated[str, Field(max_length=2_000_000)] = ""


class ReadBackOut(Schema):
    """What is there beside what was published: fields that differ; those that could be compared;
    notes on what was read."""

    on: date
    source: str
    compared: list[str]
    differs: list[FieldChangeOut]
    notes: list[str]


class PhraseTrackOut(Schema):
    """A phrase of a live piece: its searches; what was foretold of it and when; its place at the
    last check (0: not among the first), about four weeks before, its best, and on each of the days
    (−1: not looked at; −2: the source did not answer); its place on the map (0: not on it, null:
    there is none); the place of another piece of one's own."""

    id: int
    text: str
    main: bool
    until: date | None
    searches: float | None
    foretold: date | None
    chance: float | None
    position: float | None
    clicks: float | None
    last: int | None
    last_day: date | None
    before: int | None
    best: int | None
    first_shown: date | None
    checks: int
    on_map: int | None
    other: int | None
    other_address: str
    places: list[int]


class ElsewhereOut(Schema):
    """A phrase as seen from a place or on a device."""

    text: str
    place: str
    device: str
    last: int | None
    on_map: int | None


class LiveFieldOut(Schema):
    """A field as it is published."""

    id: str
    name: str
    text: str


class LiveOut(Schema):
    """A live piece in full. `days`, on which anything was looked at; `visible`, searches a month on
    each; `source`, that tells where it stands, whether that is practice, and
    what a look costs today; `gaps`, between which
    nobody looked; `settled_on`, the day by which it stands where it will stand; `engine`, days of
    updates."""

    id: int
    piece: int | None
    title: str
    kind_name: str
    channel: ChannelId
    form: FormId
    outlet: str
    address: str
    published: date
    followed: date
    gone: date | None
    first_shown: date | None
    days_until_shown: int | None
    last_check: date | None
    next_check: date | None
    settled_on: date
    today: date
    seen: dict[str, Any]
    days: list[date]
    phrases: list[PhraseTrackOut]
    visible: list[float | None]
    gaps: list[list[date]]
    elsewhere: list[ElsewhereOut]
    diary: list[EntryOut]
    engine: list[date]
    fields: list[LiveFieldOut]
    unpublished_changes: int
    price: float
    source: str
    practice: bool
    read_back: ReadBackOut | None

    @staticmethod
    def resolve_read_back(told: dict[str, Any]) -> Any:
        return told["read_back"] or None
