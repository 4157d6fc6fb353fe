"""The Source protocol: what can be asked, what an answer is, and how a source fails."""

from dataclasses import dataclass
from datetime import date
from enum import StrEnum
from typing import Annotated, Literal, Protocol

from pydantic import BaseModel, ConfigDict, Field, model_validator


class What(StrEnum):
    """The kinds of figure a source can tell; also the kind of reading its answer becomes."""

    COMPLETIONS = "completions"
    COUNTS = "counts"
    BANDS = "bands"
    INTEREST = "interest"
    RISING = "rising"
    PAGE = "page"
    STANDS = "stands"
    RANKS = "ranks"
    FIELDS = "fields"
    TALK = "talk"
    LEXICON = "lexicon"


class Answer(BaseModel):
    """An answer for one term, checked field by field: what does not fit is nonsense, not a
    figure."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)


class Completions(Answer):
    """What the search box completes, best first."""

    completions: list[str] = Field(max_length=50)


Match = Literal["exact", "phrase", "broad"]
"""What a search has to be to count: just these words, a text that holds them together, a text that
holds them."""


class Counts(Answer):
    """Searches as a number, of exact match unless it says otherwise: the monthly average, and each
    month's as (year-month, searches), oldest first."""

    match: Match = "exact"
    monthly: int = Field(ge=0, le=10**10)
    history: list[tuple[str, int]] = Field(default=[], max_length=120)


class Bands(Answer):
    """Searches a month as a range, of broad match unless it says otherwise, cost per click low to
    high, ad competition 0-1."""

    match: Match = "broad"
    low: int = Field(ge=0)
    high: int = Field(ge=0, le=10**11)
    cpc_low: float = Field(ge=0)
    cpc_high: float = Field(ge=0, le=10_000)
    ad_competition: float = Field(ge=0, le=1)

    @model_validator(mode="after")
    def _in_order(self) -> "Bands":
        if self.low > self.high or self.cpc_low > self.cpc_high:
            raise ValueError("a band's low end is above its high end")
        return self


class Interest(Answer):
    """Relative interest 0-100 a month (or week, day, hour, as asked), oldest first, on one scale
    for all terms of one request."""

    months: list[str] = Field(max_length=120)
    index: list[float] = Field(max_length=120)


class Rising(Answer):
    """Related terms that are searched more than a year ago, fastest first: the term, and its growth
    as a share (1 is twice as much; None: a year ago nobody asked)."""

    terms: list[tuple[str, float | None]] = Field(max_length=50)


class Result(Answer):
    """One organic result: position from 1, address, title, who publishes it, their standing
    (authority, followers or reviews), the page's pull (linking sites, views a day or sales a
    month), the day it was published; of a video its views and length, of a listing its own reviews,
    price, materials and categories. What a source does not tell is None."""

    position: int = Field(ge=1, le=200)
    address: str = Field(max_length=2_000)
    title: str = Field(max_length=1_000)
    publisher: str = Field(max_length=300)
    standing: float | None = Field(default=None, ge=0)
    pull: float | None = Field(default=None, ge=0)
    published: date | None = None
    views: int | None = Field(default=None, ge=0)
    seconds: int | None = Field(default=None, ge=0)
    reviews: int | None = Field(default=None, ge=0)
    price: float | None = Field(default=None, ge=0)
    materials: list[str] | None = Field(default=None, max_length=30)
    categories: list[str] | None = Field(default=None, max_length=30)


class Page(Answer):
    """A results page: organic results in order, how many ads, which features, questions and related
    searches; how many results there are in all, how many of them carry the exact phrase, how many
    carry it in title and address, which share of the searches comes from phones, None where that is
    not told."""

    results: list[Result] = Field(max_length=200)
    ads: int = Field(default=0, ge=0, le=20)
    features: list[str] = Field(default=[], max_length=20)
    questions: list[str] = Field(default=[], max_length=50)
    related: list[str] = Field(default=[], max_length=50)
    found: int | None = Field(default=None, ge=0)
    saying: int | None = Field(default=None, ge=0)
    titled: int | None = Field(default=None, ge=0)
    phone: float | None = Field(default=None, ge=0, le=1)


Place = Annotated[int, Field(ge=1, le=200)]


class Stands(Answer):
    """Where those asked about stand, ads never counted, signed out: the depth that was looked to,
    organic places with their addresses, best first; whether there is a map, the place on it."""

    depth: int = Field(ge=1, le=100)
    organic: list[tuple[Place, Annotated[str, Field(max_length=2_000)]]] = Field(max_length=100)
    has_map: bool = False
    on_map: Place | None = None


class Ranks(Answer):
    """A site, channel or shop: its standing, how much it has published, and the queries it ranks
    for with the position."""

    name: str = Field(max_length=300)
    standing: float = Field(ge=0)
    published: int = Field(ge=0)
    ranks: list[tuple[str, int]] = Field(max_length=200)


class Fields(Answer):
    """What a result says of itself: title, description, tags, materials, categories, price; of a
    web page its headings and how many words it has, None where that is not told."""

    title: str = Field(max_length=1_000)
    description: str = Field(default="", max_length=5_000)
    tags: list[str] = Field(default=[], max_length=60)
    materials: list[str] = Field(default=[], max_length=30)
    categories: list[str] = Field(default=[], max_length=30)
    price: float | None = Field(default=None, ge=0)
    headings: list[Annotated[str, Field(max_length=500)]] = Field(default=[], max_length=100)
    words: int | None = Field(default=None, ge=0, le=10**6)


class Talk(Answer):
    """How often a term or an address was named in thirty days, by network; of an address also under
    which headings, each with its network."""

    mentions: dict[str, int] = Field(max_length=20)
    threads: list[tuple[str, Annotated[str, Field(max_length=500)]]] = Field(
        default=[], max_length=30
    )


class Lexicon(Answer):
    """The same term in another language: one or several ways to say it, likeliest first."""

    language: str = Field(max_length=2)
    terms: list[str] = Field(max_length=10)


ANSWERS: dict[What, type[Answer]] = {
    What.COMPLETIONS: Completions,
    What.COUNTS: Counts,
    What.BANDS: Bands,
    What.INTEREST: Interest,
    What.RISING: Rising,
    What.PAGE: Page,
    What.STANDS: Stands,
    What.RANKS: Ranks,
    What.FIELDS: Fields,
    What.TALK: Talk,
    What.LEXICON: Lexicon,
}


MATTERS: dict[What, tuple[str, ...]] = {
    What.COMPLETIONS: ("place",),
    What.PAGE: ("place", "depth", "device", "viewer"),
    What.STANDS: ("place", "depth", "device"),
    What.LEXICON: ("into",),
}
"""What of a vantage makes a difference to a kind of figure; to the others nothing does."""


@dataclass(frozen=True)
class OwnPiece:
    """A page, video or listing of the person's own, as it can be seen from outside: what a results
    page may show. `retitled`, the day of its last title, before which it had the old one."""

    address: str
    publisher: str
    standing: float
    title: str
    main: str
    published: date
    retitled: date | None = None
    old_title: str = ""
    description: str = ""
    tags: tuple[str, ...] = ()


@dataclass(frozen=True, kw_only=True)
class Vantage:
    """From where and how a source is asked: `place`, a town ("" nowhere in particular); `depth`,
    how many results are wanted; `device`, desktop or phone; `viewer`, somebody signed in, for a
    personal view ("" nobody); `into`, the language that a term is wanted in."""

    place: str = ""
    depth: int = 10
    device: str = "desktop"
    viewer: str = ""
    into: str = ""

    def seen_by(self, what: "What") -> "Vantage":
        """The same as far as it makes a difference to a kind of figure; the rest as it is by
        default, and depth 0 where none is looked to. Two vantages that are seen alike bring one
        answer."""
        made_of = {name: getattr(self, name) for name in MATTERS.get(what, ())}
        return Vantage(**{"depth": 0, **made_of})


USUAL = Vantage()
"""From nowhere in particular, by nobody, ten results deep, on the usual device."""


@dataclass(frozen=True)
class Setting:
    """Of what the one who asks has said: places, brand words of their field, and the words that
    their subject is mostly told in, folded. A source that looks at the world needs none of it; one
    that makes a world to practise in makes it of that."""

    places: tuple[str, ...] = ()
    brands: tuple[str, ...] = ()
    words: tuple[str, ...] = ()


@dataclass(frozen=True)
class Request(Vantage):
    """One call to a source: a kind of figure for some terms, on a channel, in a locale ("en-GB"),
    as of a day, from a vantage.

    `step` is how fine relative interest is (month, week, day, hour); `own` the person's registered
    pieces; `whose`, hosts or addresses of those whose places are asked for; `setting` what they
    have said of themselves."""

    what: What
    terms: tuple[str, ...]
    channel: str
    locale: str
    on: date
    step: str = "month"
    own: tuple[OwnPiece, ...] = ()
    whose: tuple[str, ...] = ()
    setting: Setting = Setting()


class SourceBusy(Exception):
    """Too many requests: come back after `wait_seconds`."""

    def __init__(self, wait_seconds: float) -> None:
        super().__init__("the source was asked too often and wanted us to wait")
        self.wait_seconds = wait_seconds


class SourceFailed(Exception):
    """The source broke off or cannot be reached; worth another try."""


class Source(Protocol):
    """A source of figures. `tells` is one kind of figure; `price` is lookups a term; the same term
    on the same day is charged once by the source, and a term that it has nothing on is not charged.
    `spread` is how far, in ln, it says that its exact figures are off (about 0.15 for 15 %), None
    where it says nothing. A source of `practice` looks at no world but one that it makes, and all
    that it says is called so. `ask` takes at most `batch_size` terms and returns a raw answer for
    each term it knows, None for a term it has nothing on; a term that is not in the mapping at all
    was not answered.

    Raises `SourceBusy` and `SourceFailed`; anything else is a bug of the source."""

    @property
    def name(self) -> str: ...

    @property
    def tells(self) -> What: ...

    @property
    def price(self) -> float: ...

    @property
    def batch_size(self) -> int: ...

    @property
    def spread(self) -> float | None: ...

    @property
    def practice(self) -> bool: ...

    def ask(self, request: Request) -> dict[str, dict[str, object] | None]: ...
