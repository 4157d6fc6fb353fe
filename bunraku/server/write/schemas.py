"""What the desks take and tell."""

from datetime import date, datetime
from typing import Annotated, Literal

from ninja import Field, Schema

from bunraku.server.inputs import Id
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
    form: Literal["page", "video", "listing"]
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
    """Fields that changed; `since`, the save that the window knows of."""

    edits: Annotated[dict[FieldName, EditIn], Field(max_length=20)]
    since: Annotated[int, Field(ge=0, le=2**31)]


class SavedOut(Schema):
    """A draft after a save: fields that others changed meanwhile, and of those that both changed
    what the other wrote; one's own stands."""

    revision: int
    saved: datetime
    versions: int
    others: dict[str, str]
    clashes: dict[str, str]
    look: LookOut


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


Words = Annotated[list[Annotated[str, Field(max_length=100)]], Field(max_length=20)]


class PackIn(LookIn):
    """A field to be packed: what it ends with, words it must and must not say; whether phrases that
    stand in other fields count too."""

    field: FieldName
    end: Annotated[str, Field(max_length=60)] = ""
    must: Words = []
    never: Words = []
    everything: bool = False


class FieldProposalOut(Schema):
    """What a field could say: the phrases that it holds and leaves, what the first are worth, and
    what none can exceed; what was left out, in words."""

    shape: Literal["first", "most", "short", "two", "shared", "family", "completes", "set"]
    text: str
    contained: list[int]
    left: list[int]
    value: float
    bound: float
    notes: list[str]


class FieldPackedOut(Schema):
    """What a field could say, best first."""

    field: str
    counted_in: Literal["worth", "searches", "phrases"]
    proposals: list[FieldProposalOut]


class VersionOut(Schema):
    """A version of a draft: its number, who wrote it and when, and what it says."""

    number: int
    by: str
    begun: datetime
    saved: datetime
    fields: dict[str, str]


class PartOut(Schema):
    """A stretch of a text: it stays, goes, or is new."""

    what: Literal["same", "gone", "new"]
    text: str


class FieldBesideOut(Schema):
    """A field in two versions: what it said in the first, and what became of it word by word."""

    field: str
    name: str
    before: str
    parts: list[PartOut]


class BesideQuery(Schema):
    """The other version; none: what is written now."""

    other: Annotated[int, Field(ge=1, le=2**31)] | None = None


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
    channel: Literal["", "web", "video", "marketplace"] = ""
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
    form: Literal["page", "video", "listing"]
    profile: str
    profiles: list[ProfileOut]


class ChecklistRuleOut(Schema):
    """A rule of the checklist: what it wants, for which forms, and whether it is off here."""

    id: str
    text: str
    forms: list[Literal["page", "video", "listing"]]
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
