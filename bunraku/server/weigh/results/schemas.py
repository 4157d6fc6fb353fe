"""The view of a results page over HTTP."""

from datetime import date

from ninja import Schema

from bunraku.core.channels import ChannelId
from bunraku.server.sheet.rows import RowOut


class TitlePartOut(Schema):
    """A piece of a title, and whether it is of the keyword."""

    text: str
    mine: bool


class ReachOut(Schema):
    """For how many keywords in play a page stands, about how many visits a month these bring it,
    which brings most."""

    keywords: int
    visits: float
    most: str


class StandingOut(Schema):
    """An organic result; null is not told. `place` among those that count, from 1; `parts` of its
    strength: who publishes, what points to it, its wording; `elsewhere`: it is about
    something else; `places` its publisher holds."""

    position: int
    place: int
    address: str
    title: str
    title_parts: list[TitlePartOut]
    publisher: str
    standing: float | None
    pull: float | None
    published: date | None
    views: float | None
    price: float | None
    reviews: float | None
    materials: list[str]
    categories: list[str]
    strength: float | None
    parts: list[float | None]
    wording: str
    address_wording: str
    weak: bool
    own: bool
    elsewhere: bool
    places: int
    reach: ReachOut | None


class LandingOut(Schema):
    """Where one would land at an own strength: chance of page one, likely places (0: none), visits
    a month once settled, weak spots, P(position = 1..10)."""

    own: float
    page_one: float
    first: int
    last: int
    visits: float | None
    weak_spots: int
    positions: list[float]


class RiseOut(Schema):
    """The strength that it takes to land at a higher place."""

    place: int
    strength: int


class SpreadOut(Schema):
    """Of figures that are known: how many, the least, the middle and the most."""

    known: int
    least: float
    typical: float
    most: float


class HolderOut(Schema):
    """A publisher that holds several places."""

    publisher: str
    places: int


class CompanyOut(Schema):
    """Those who stand there, taken together; `new` in the last 7, 30 and 365 days."""

    results: int
    titles: int
    addresses: int
    spreads: dict[str, SpreadOut]
    new: list[int] | None
    several: list[HolderOut]
    publishers: int
    own: list[int]


class PhraseOut(Schema):
    """A question or related search on the page, and whether the project has it."""

    text: str
    known: bool


class OutletChoiceOut(Schema):
    """An outlet that one can look from."""

    id: int
    name: str
    assumed: bool
    standing: float


class ChoicesOut(Schema):
    """What listings can be narrowed by."""

    materials: list[str]
    categories: list[str]


class MovedOut(Schema):
    """A result that came, went, rose or fell since the reading before."""

    address: str
    title: str
    publisher: str
    before: int | None
    after: int | None


class OverTimeOut(Schema):
    """A result's positions at each reading, null where it did not stand."""

    address: str
    publisher: str
    positions: list[int | None]


class TagOut(Schema):
    """A tag of a result; whether the project has it; where the result stands for it, where that
    page was read."""

    text: str
    known: bool
    position: int | None


class CheckOut(Schema):
    """A rule of the checklist as fields keep it, in the words for it, with the points of a hundred
    that it brought and could have brought."""

    id: str
    text: str
    good: bool
    points: float
    most: float


class NetworkOut(Schema):
    """How often something was named on a network in thirty days."""

    name: str
    mentions: int


class ThreadOut(PhraseOut):
    """A heading under which something is talked about, on a network."""

    network: str


class TalkOut(Schema):
    """Where a result is talked about."""

    networks: list[NetworkOut]
    threads: list[ThreadOut]


class WrittenOut(Schema):
    """What a result writes, how exactly its description and tags say the phrase, how well made it
    is by the checklist, and where it is talked about (null: nowhere, or not asked)."""

    address: str
    description: str
    description_wording: str
    tag_wording: str
    tags: list[TagOut]
    headings: list[PhraseOut]
    words: int | None
    score: int
    checks: list[CheckOut]
    talk: TalkOut | None
    talk_asked: bool
    talk_price: float


class LackOut(Schema):
    """What so many of them lack."""

    text: str
    of: int


class HowMadeOut(Schema):
    """How well made those fields are that were read, 0-100, and what most of them lack."""

    of: int
    least: int
    typical: int
    most: int
    lacks: list[LackOut]


class UsedOut(Schema):
    """A phrase, by how many of the results it is used and in which fields; whether a brand or a
    publisher's name is in it."""

    text: str
    used_by: int
    fields: list[str]
    known: bool
    brand: bool


class SaidInOut(Schema):
    """Of so many results, how many say the phrase in description or tags; `nearly`: half its words
    or more in the description."""

    of: int
    descriptions: int
    nearly: int
    tags: int


class SaysAtOut(Schema):
    """Of the results to a depth, how many count, and how many of these say the phrase in the
    title."""

    depth: int
    of: int
    says: int


class PageOut(Schema):
    """A keyword's results page. `in_part`: somebody brought it, and what they did not tell is not
    known; `rests_on`: of the first page of `first_page` results, of how many it is known who
    stands behind them; `middling`: the chance of an outlet of strength 50; `hidden`: results
    that the narrowing leaves out; `own_parts`: who publishes, what mostly points to a piece,
    its title; `behind`: points by which a result must be weaker than one's own strength to be
    a weak spot; `days`: when it was read, oldest first; `phone`: share of the searches from
    phones; `few`: whether the pages that say the phrase are few, by the person's own limit."""

    row: RowOut
    channel: ChannelId
    outlets: list[OutletChoiceOut]
    outlet_id: int | None
    practice: bool
    source: str
    in_part: bool
    noted: bool
    read_on: date | None
    days_old: int
    depth_read: int
    can_be_read: bool
    own: float | None
    own_parts: list[float]
    behind: float
    conclusion: str
    verdict: str
    chance: float | None
    because: str
    change: str
    note: str
    rests_on: int
    first_page: int
    landing: LandingOut | None
    clicks_of_places: list[float | None]
    by_strength: list[LandingOut]
    to_rise: RiseOut | None
    middling: float | None
    results: list[StandingOut]
    company: CompanyOut | None
    open_share: float
    features: list[str]
    ads: int
    questions: list[PhraseOut]
    related: list[PhraseOut]
    found: int | None
    saying: int | None
    titled: int | None
    openness: float | None
    phone: float | None
    few: bool | None
    few_pages: float
    choices: ChoicesOut | None
    hidden: int
    says_at: list[SaysAtOut]
    days: list[date]
    moved: list[MovedOut]
    changes_a_week: float | None
    moves_words: str
    over_time: list[OverTimeOut]
    fields: list[WrittenOut]
    fields_price: float
    used: list[UsedOut]
    said_in: SaidInOut | None
    made: HowMadeOut | None
