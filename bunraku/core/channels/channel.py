"""What a channel of search is: everything in which one differs from another, as data and small
rules. To add one, write a module beside `web.py` and name it in `__init__.py`."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from bunraku.core.channels.form import Form
from bunraku.core.channels.ids import ChannelId, KindId

Floats = NDArray[np.float64]


@dataclass(frozen=True)
class Kind:
    """A kind of piece: id, name, channel it is published on, hours it takes and weeks from start to
    publishing."""

    id: KindId
    name: str
    channel: ChannelId
    hours: float
    weeks: int


@dataclass(frozen=True)
class Suggestion:
    """A kind of piece and the reason for it."""

    kind: KindId
    because: str


@dataclass(frozen=True)
class ClusterFacts:
    """What decides the kind of piece: `intents` of the members; `local_share` 0-1, members that are
    local; `features` seen on the members' results pages, one entry a page and feature;
    `places_named`, members that name a place of the project."""

    intents: Sequence[str]
    local_share: float
    features: Sequence[str] = ()
    places_named: int = 0


@dataclass(frozen=True)
class ClickCurve:
    """Share of searches that end with a click on the organic result at positions 1 to 10, on a page
    with nothing but organic results, and what each page feature and each ad takes away from all of
    them. Assumptions for planning, rounded from the general shape that published click studies
    agree on."""

    positions: tuple[float, ...]
    ad: float
    features: Mapping[str, float] = field(default_factory=dict)


@dataclass(frozen=True)
class Ranking:
    """How strong a result is, and how sharply strength decides.

    `standing_top`: the standing beyond which more makes no difference, counted by its logarithm;
    None where it is on 0-100 already. `pull_top`: likewise of what points to one page. `parts`:
    share of a result's strength that comes from who publishes it and from what points to the page,
    and the points that the exact wording brings: authority leads because page one is mostly decided
    before the page is written; wording is what a writer can change. `typical_pull`: what a grown
    piece of a publisher of that standing mostly has. `tau`: how sharply strength decides between
    two results, in points."""

    standing_top: float | None
    pull_top: float
    parts: tuple[float, float, float]
    typical_pull: Callable[[Floats], Floats]
    tau: float

    @property
    def most_standing(self) -> float:
        """The largest standing that makes a difference."""
        return 100.0 if self.standing_top is None else self.standing_top


@dataclass(frozen=True)
class Ripening:
    """How a new piece comes to what it will bring. `days_until_shown`: from publishing until it
    shows; `settling_days`: from then until it has four fifths of what it will bring where its
    chance is about even; `settled_weeks`: until it mostly stands where it will stand; `green`:
    points that it lacks when it is first shown, and weeks in which it makes up half of them."""

    days_until_shown: int
    settling_days: int
    settled_weeks: int
    green: tuple[float, float]


@dataclass(frozen=True)
class ResultFact:
    """A figure of a result: which it is, and how one says it: `{}` holds the figure. `one` is said
    of exactly one, where that is worded differently."""

    id: str
    words: str
    one: str = ""


@dataclass(frozen=True)
class Level:
    """What an outlet of that strength is comparable with."""

    standing: float
    words: str


@dataclass(frozen=True, kw_only=True)
class Words:
    """What the page calls things of a channel. `publisher` and `publishers`: who publishes its
    results; `outlet`: one of one's own, `new_outlet` one that is yet to be, `outlet_hint` what
    stands in the empty field for its name. `standing`: what the strength of an outlet is counted
    in, with a `standing_label`, a line on it in the list of competitors, and where one finds it;
    `pull`: what points to one piece, in full and in one word. `spreads`: figures of a whole results
    page, by the names that they have there."""

    publisher: str
    publishers: str
    outlet: str
    new_outlet: str
    outlet_hint: str
    standing: str
    standing_label: str
    standing_of_rivals: str
    where_to_find: str
    pull: str
    pull_short: str
    spreads: tuple[tuple[str, str], ...]


@dataclass(frozen=True, kw_only=True)
class Channel:
    """A channel of search.

    `known_by_host`: an outlet is known by the host of its URL rather than by its name. `ranking`,
    `ripening`, `clicks`: how results rank, settle and are clicked. `facts`: what a result tells, in
    the order in which one looks at it, its first two in the first line; `facts_in_full` the same
    with whole words; `sorted_by`: which of them results are sorted by, the first that is known.
    `has_choices`: results can be narrowed by what they offer. `columns`: those of the sheet that
    say something on this channel alone. `levels`: strengths to compare with, the weakest first, the
    second being a beginner's after a year. `form`: what is written for it; `kinds` of piece, with
    the rule that suggests one; `home`: the kind of a site's own URL, where it has one."""

    id: ChannelId
    name: str
    known_by_host: bool = False
    ranking: Ranking
    ripening: Ripening
    clicks: ClickCurve
    facts: tuple[ResultFact, ...]
    facts_in_full: tuple[ResultFact, ...]
    sorted_by: tuple[str, ...]
    has_choices: bool = False
    columns: tuple[str, ...] = ()
    levels: tuple[Level, ...]
    words: Words
    form: Form
    kinds: tuple[Kind, ...]
    suggest: Callable[[ClusterFacts], Suggestion]
    home: KindId | None = None


def always(kind: KindId, because: str) -> Callable[[ClusterFacts], Suggestion]:
    """The rule of a channel that has one kind of piece."""
    return lambda facts: Suggestion(kind, because)
