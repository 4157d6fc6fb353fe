"""What the list of live pieces takes and tells."""

from datetime import date
from typing import Annotated, Literal

from ninja import Field, Schema

from bunraku.core.channels import ChannelId
from bunraku.server.inputs import Id


class FollowingQuery(Schema):
    """Which live pieces, in which order, which part."""

    which: Literal["", "rising", "falling", "due", "unseen", "gone"] = ""
    order: Literal["moved", "fell", "visible", "due", "title", "new"] = "moved"
    channel: ChannelId | Literal[""] = ""
    outlet: Id | None = None
    q: Annotated[str, Field(max_length=100)] = ""
    offset: Annotated[int, Field(ge=0, le=1_000_000)] = 0
    limit: Annotated[int, Field(ge=1, le=200)] = 100


class LiveRowOut(Schema):
    """A live piece in the list: its phrases and how many of them are shown, in the first three and
    ten; what they did in about four weeks; visible searches a month now, and, of phrases that were
    looked at then too, now and then; the visits that were foretold; a `line` of visible searches.
    `due`: to be looked at; `back`: a change is to be looked back at; `others`: phrases for which
    another piece of one's own stands too."""

    id: int
    piece: int | None
    title: str
    kind_name: str
    channel: ChannelId
    outlet: str
    address: str
    published: date
    gone: date | None
    last_check: date | None
    next_check: date | None
    due: bool
    back: bool
    phrases: int
    checked: int
    shown: int
    first3: int
    first10: int
    rose: int
    fell: int
    stayed: int
    new: int
    lost: int
    others: int
    visible: float | None
    visible_now: float | None
    visible_before: float | None
    foretold: float
    line: list[float]


class FollowingOut(Schema):
    """A part of the live pieces, how many there are, and what all that are live come to;
    `looked`, how many of these were looked at."""

    total: int
    offset: int
    live: int
    looked: int
    visible: float | None
    visible_now: float
    visible_before: float
    phrases: int
    shown: int
    first3: int
    first10: int
    first20: int
    rose: int
    fell: int
    stayed: int
    new: int
    lost: int
    rows: list[LiveRowOut]


class TogetherQuery(Schema):
    """By what live pieces are put together."""

    by: Literal["outlet", "cluster"]


class TogetherOut(Schema):
    """What the live pieces of an outlet or a cluster on a channel come to: as of each piece in the
    list; `looked`, how many of them were looked at."""

    name: str
    channel: str
    pieces: int
    looked: int
    phrases: int
    shown: int
    first3: int
    first10: int
    visible: float
    visible_now: float
    visible_before: float
    rose: int
    fell: int
    stayed: int
    new: int
    lost: int
    foretold: float
