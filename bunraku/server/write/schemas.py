"""What the desks take and tell."""

from datetime import datetime
from typing import Annotated, Literal

from ninja import Field, Schema

from bunraku.core.channels import FormId
from bunraku.server.plan.schemas import PieceOut
from bunraku.server.write.drafts import MOST_TEXT

FieldName = Annotated[str, Field(max_length=20)]
Text = Annotated[str, Field(max_length=2 * MOST_TEXT)]
FieldsIn = Annotated[dict[FieldName, Text], Field(max_length=20)]


class CoverCellOut(Schema):
    """A phrase (by its place) in a place: word for word (exact), in another form (variant), all its
    words, or part of them; how often, whether early, and from where to where in the field."""

    phrase: int
    level: Literal["exact", "variant", "all", "part"]
    count: int
    early: bool
    spans: list[list[int]]


class PlaceOut(Schema):
    """A place in what is written: a field, or a part of one."""

    id: str
    name: str
    field: str
    cells: list[CoverCellOut]


class StuffedOut(Schema):
    """A phrase that is said too often, and the share of all words that it takes."""

    phrase: int
    share: float


class FieldMeasuredOut(Schema):
    """A field against a limit: whole, each item, or the number of items; of a kind (no more than
    that, best within, or seen before a press). Of one that is over, what of it is within, or which
    items are over."""

    id: str
    field: str
    most: float
    unit: Literal["characters", "bytes", "words", "pixels"]
    of: Literal["whole", "each", "items"]
    kind: Literal["most", "best", "seen"]
    takes: float
    state: Literal["empty", "fits", "near", "over"]
    within: str
    over: list[int]


class DeskCheckOut(Schema):
    """A rule as the fields keep it: in words, with what is missing; the points of a hundred that it
    brought and could have brought; what a press would do about it, empty where none can."""

    id: str
    text: str
    missing: str
    good: bool
    points: float
    most: float
    fix: str


class LookOut(Schema):
    """What is written, looked at: which phrases stand where, limits, rules, the score of a hundred;
    words that stand twice where they count once; how many phrases stand somewhere, and what those
    are worth together."""

    places: list[PlaceOut]
    stuffed: list[StuffedOut]
    measured: list[FieldMeasuredOut]
    checks: list[DeskCheckOut]
    score: float
    twice: list[str]
    covered: int
    value: float


class DeskFieldOut(Schema):
    """A field: its name, shape, a line about it; whether it can be packed."""

    id: str
    name: str
    shape: Literal["line", "lines", "text", "pairs"]
    about: str
    packs: bool


class DeskPhraseOut(Schema):
    """A phrase of the piece: its row, what it is worth here, searches a month, chance of page
    one."""

    row: int
    text: str
    value: float
    searches: float | None
    chance: float | None


class DeskLinkOut(Schema):
    """A link that the plan has from this piece: what it says, where it leads (empty: not known
    yet), and why."""

    id: int
    title: str
    phrase: str
    address: str
    why: str


class DeskDraftOut(Schema):
    """The fields of a piece and which save they are of (0: nothing was written yet, they are what
    the plan knows), by whom and when."""

    fields: dict[str, str]
    revision: int
    by: str
    saved: datetime | None


class DeskOut(Schema):
    """A desk: the piece, its form and fields, its phrases with what their values are, what
    surrounds it, and what is written, looked at."""

    piece: PieceOut
    form: FormId
    language: str
    profile: str
    profile_name: str
    fields: list[DeskFieldOut]
    phrases: list[DeskPhraseOut]
    counted_in: Literal["worth", "searches", "phrases"]
    practice: bool
    links: list[DeskLinkOut]
    questions: list[str]
    second: str
    place: str
    versions: int
    draft: DeskDraftOut
    look: LookOut


class LookIn(Schema):
    """Fields as they are being written."""

    fields: FieldsIn


class EditIn(Schema):
    """A field: what it was when the window began from it, and what it is now."""

    was: Text
    now: Text


class SaveIn(Schema):
    """Fields that changed; `since`, the save that the window knows of; `window`, what it calls
    itself; `anew`: they were put in place of what stood there, which stays a version of its own."""

    edits: Annotated[dict[FieldName, EditIn], Field(max_length=20)]
    since: Annotated[int, Field(ge=0, le=2**31)]
    anew: bool = False
    window: Annotated[str, Field(max_length=32)] = ""


class ClashOut(Schema):
    """A paragraph that two windows changed: what each has there."""

    mine: str
    theirs: str


class SavedOut(Schema):
    """A draft after a save: fields in which there is something of another window's by now, and the
    paragraphs that both changed; one's own stands."""

    revision: int
    saved: datetime
    versions: int
    others: dict[str, str]
    clashes: dict[str, list[ClashOut]]


class FixIn(LookIn):
    """A rule that is to be kept, by its id."""

    rule: Annotated[str, Field(max_length=30)]


class FixedOut(Schema):
    """Fields that change, and what they become."""

    fields: dict[str, str]


class CapitalsIn(Schema):
    """A title whose capitals are to be set by a rule."""

    text: Annotated[str, Field(max_length=1_000)]
    rule: Literal["typed", "sentence", "title"]


class CapitalsOut(Schema):
    """The title."""

    text: str
