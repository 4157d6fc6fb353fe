"""What is proposed for fields, titles against each other, versions."""

from datetime import datetime
from typing import Annotated, Literal

from ninja import Field, Schema

from bunraku.server.write.schemas import FieldName, LookIn

Words = Annotated[list[Annotated[str, Field(max_length=100)]], Field(max_length=20)]


class PackIn(LookIn):
    """A field to be packed: what it ends with, words it must and must not say; whether phrases that
    stand in other fields count too; what stands between phrases that share nothing; a language that
    tags are wanted in besides."""

    field: FieldName
    end: Annotated[str, Field(max_length=60)] = ""
    must: Words = []
    never: Words = []
    everything: bool = False
    joiner: Annotated[str, Field(max_length=3)] = " "
    into: Annotated[str, Field(max_length=2)] = ""


class TermsIn(Schema):
    """The language that phrases are wanted in."""

    into: Annotated[str, Field(max_length=2)]


class TermsOut(Schema):
    """How many phrases would be asked for, of how many what they are called is known, and what
    asking for the others would cost at most, in lookups."""

    terms: int
    known: int
    price: float


class FieldProposalOut(Schema):
    """What a field could say: the phrases that it holds and leaves, what the first are worth, and
    what none can exceed; what was left out, in words."""

    shape: Literal["first", "most", "short", "two", "words", "shared", "family", "completes", "set"]
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


class DuelQuery(Schema):
    """Titles to be compared."""

    titles: Annotated[
        list[Annotated[str, Field(max_length=1_000)]], Field(min_length=1, max_length=6)
    ] = [""]


class DuelPhraseOut(Schema):
    """What a title does for a phrase: how exactly it says it, 0-1; the chance of page one and
    visits a month, none where its page is not known."""

    text: str
    said: float
    chance: float | None
    visits: float | None


class DuelTitleOut(Schema):
    """What a title would bring: visits a month with the range that holds 80 %, searches a month of
    what it says word for word, how many results say one of its phrases too, its length, whether it
    is over a limit; and by phrase."""

    text: str
    visits: float
    low: float
    high: float
    searched: float
    same: int
    length: int
    over: bool
    phrases: list[DuelPhraseOut]


class DuelOut(Schema):
    """Titles against each other: a sentence that decides or says that it is even, the best one, how
    probable it is that it is; of how many phrases the page is known."""

    words: str
    best: int
    decided: bool
    sure: float
    known: int
    titles: list[DuelTitleOut]


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
