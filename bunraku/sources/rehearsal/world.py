"""The truth of the practice world: which queries exist and how often each is searched."""

from bisect import bisect_left
from collections import defaultdict
from dataclasses import dataclass
from datetime import date
from functools import cache, lru_cache
from itertools import pairwise

from dateutil.relativedelta import relativedelta

from bunraku.core.text import identity_key
from bunraku.sources.rehearsal.concepts import (
    ASTRONOMERS_FACETS,
    ASTRONOMERS_FILLS,
    COMMON_AUDIENCES,
    FILLS,
    FRAMES,
    HEADS,
    OTHER_HEAD_WORDS,
    SEASONS,
    Frame,
    Head,
)
from bunraku.sources.rehearsal.dice import bell, pick_index, roll, spread

CHANNEL_INDEX = {"web": 0, "video": 1, "marketplace": 2}
EPOCH = date(2026, 6, 1)
"""The month for which demand is written down; growth counts from here."""
LEAST_DEMAND = 0.5
FRAME_SHARE = 2.2
"""Scales what all frames together draw on a head, so that its long tail outweighs the bare word."""
QUESTION_WORDS = frozenset(["how", "what", "when", "which", "where", "is", "can", "does", "why", "who"])


@dataclass(frozen=True)
class Query:
    """One query of the world: its head, facet, demand a month on each channel, season, growth and cost per click."""

    key: str
    head: str
    facet: str
    demand: tuple[float, float, float]
    season: str
    growth: float
    cpc: float
    kind: str

    @property
    def topic(self) -> str:
        """What decides who stands on its results page."""
        return f"{self.head}/{self.facet}"


class World:
    """All queries that the grammar makes, and a rule for every other one, so that any text has an answer."""

    def __init__(self, heads: tuple[Head, ...] = HEADS) -> None:
        self._queries: dict[str, Query] = {}
        for head in heads:
            for query in make_queries(head, heads):
                known = self._queries.get(query.key)
                if known is None or sum(known.demand) < sum(query.demand):
                    self._queries[query.key] = query
        self._sorted = sorted(self._queries)
        self._by_word: dict[str, list[str]] = defaultdict(list)
        self._by_head: dict[str, list[str]] = defaultdict(list)
        self._by_topic: dict[str, list[str]] = defaultdict(list)
        for key in self._sorted:
            self._index(self._queries[key])
        self._known_heads = {name: head for head in heads for name in (head.name, head.plural)}
        self._strange: dict[str, dict[str, Query]] = {}
        self._understood: dict[str, Query] = {}

    def _index(self, query: Query) -> None:
        for word in set(query.key.split()):
            self._by_word[word].append(query.key)
        self._by_head[query.head].append(query.key)
        self._by_topic[query.topic].append(query.key)

    def __len__(self) -> int:
        return len(self._queries)

    def query(self, text: str) -> Query:
        """The query of a text; one that the grammar did not make is understood by its words."""
        known = self._queries.get(text) or self._understood.get(text)
        if known is not None:
            return known
        if len(self._understood) > 200_000:
            self._understood.clear()
        key = identity_key(text)
        query = self._queries.get(key) or self._understand(key)
        self._understood[text] = query
        return query

    def _understand(self, key: str) -> Query:
        # Rare wordings of a known subject draw a sliver of it; other subjects get a world of their own.
        inside = self._known_inside(key)
        head, rest = split_frame(key)
        if inside is not None:
            return _faint(key, inside, " ".join(set(key.split()) - set(inside.name.split())))
        made = self.strange_queries(head)
        return made.get(key) or _faint(key, strange_head(head), rest)

    def _known_inside(self, key: str) -> Head | None:
        """The longest known head that stands in a text."""
        words = key.split()
        runs = (
            " ".join(words[start:end])
            for length in range(len(words), 0, -1)
            for start in range(len(words) - length + 1)
            for end in (start + length,)
        )
        return next((self._known_heads[run] for run in runs if run in self._known_heads), None)

    def strange_queries(self, head: str) -> dict[str, Query]:
        """The queries around a subject that the world does not know, made on first asking."""
        if head not in self._strange:
            if len(self._strange) > 2_000:
                self._strange.clear()
            company = (strange_head(head), *(strange_head(f"{head} {word}") for word in OTHER_HEAD_WORDS))
            self._strange[head] = {q.key: q for one in company for q in make_queries(one, company, own_subject=False)}
        return self._strange[head]

    def complete(self, prefix: str, channel: str, count: int) -> list[str]:
        """Queries that begin with `prefix`, or hold its words, most searched first."""
        typed = prefix.casefold().lstrip()
        key = identity_key(typed)
        if not key:
            return []
        column = CHANNEL_INDEX[channel]
        start = key + " " if typed.endswith(" ") else key
        found = {k: self._queries[k] for k in self._span(start)}
        if len(found) < count:
            found |= {q.key: q for q in self._holding(key)}
        if not found and self._known_inside(key) is None:
            head, _ = split_frame(key)
            stripped = head.rsplit(" ", 1)[0] if len(head.split()) > 1 and len(head.split()[-1]) == 1 else head
            made = self.strange_queries(stripped)
            found = {k: q for k, q in made.items() if k.startswith(start)}
            first = key.split()[0]
            if not found and first in QUESTION_WORDS:
                found = {k: q for k, q in made.items() if k.startswith(first)}
        heard = [q for q in found.values() if q.demand[column] >= LEAST_DEMAND and q.key != key]
        heard.sort(key=lambda q: (-q.demand[column], q.key))
        return [q.key for q in heard[:count]]

    def company(self, text: str) -> list[Query]:
        """All queries around the same head, in no order."""
        query = self.query(text)
        if query.head in self._by_head:
            return [self._queries[key] for key in self._by_head[query.head]]
        return list(self.strange_queries(split_frame(query.key)[0]).values())

    def wordings(self, query: Query) -> list[str]:
        """Queries of the same topic: what titles on its results page may say."""
        known = self._by_topic.get(query.topic)
        if known:
            return known
        if query.head in self._known_heads:
            return [query.key]
        made = self.strange_queries(split_frame(query.key)[0])
        return [q.key for q in made.values() if q.topic == query.topic] or [query.key]

    def broad(self, query: Query, channel: str) -> float:
        """Searches a month of every query that holds this one's words."""
        column = CHANNEL_INDEX[channel]
        own = query.demand[column]
        others = sum(q.demand[column] for q in self._holding(query.key))
        return max(own * 1.15, others, own)

    def _span(self, start: str) -> list[str]:
        low = bisect_left(self._sorted, start)
        return self._sorted[low : bisect_left(self._sorted, start + "\uffff")]

    def _holding(self, key: str) -> list[Query]:
        words = key.split()
        lists = [self._by_word.get(word, ()) for word in words]
        shortest = min(lists, key=len, default=())
        wanted = set(words)
        return [self._queries[k] for k in shortest if wanted <= set(k.split())]


def make_queries(head: Head, others: tuple[Head, ...], *, own_subject: bool = True) -> list[Query]:
    """Every query that the frames make of a head; a foreign subject goes without what only astronomers say."""
    queries = []
    same_kind = [other for other in others if other.kind == head.kind and other.name != head.name]
    for frame in FRAMES:
        if frame.kinds != ("*",) and head.kind not in frame.kinds:
            continue
        if not own_subject and (frame.fill in ASTRONOMERS_FILLS or frame.facet in ASTRONOMERS_FACETS):
            continue
        fills = FILLS[frame.fill] if own_subject or frame.fill != "audience" else COMMON_AUDIENCES
        if "{o}" in frame.template:
            fills = tuple(other.name for other in same_kind[:40] if roll("pair", head.name, other.name) < 0.35)
        made = (_make(head, frame, fill, rank) for rank, fill in enumerate(fills))
        queries += [query for query in made if not _stammers(query.key)]
    return queries


def _stammers(key: str) -> bool:
    words = key.split()
    return any(a == b for a, b in pairwise(words)) or len(set(words)) < len(words) - 1


def _make(head: Head, frame: Frame, fill: str, rank: int) -> Query:
    text = frame.template.format(h=head.name, p=head.plural, fill=fill, o=fill)
    key = identity_key(text)
    facet = frame.facet.format(fill=fill)
    if "{o}" in frame.template:
        facet = f"compare:{min(head.name, fill)}:{max(head.name, fill)}"
    # Zipf within a list of fills, and a broad spread between any two queries.
    share = FRAME_SHARE / (1 + rank) ** 0.8 if fill else FRAME_SHARE
    if frame.facet == "general":
        share = 1.0
    noise = spread(0.75, "demand", key) if frame.facet != "general" else spread(0.2, "demand", key)
    base = (head.web, head.video, head.marketplace)
    factors = (frame.web, frame.video, frame.marketplace)
    web, video, market = (
        b * f * share * noise * spread(0.3, key, i) for i, (b, f) in enumerate(zip(base, factors, strict=True))
    )
    buying = 1.5 if facet in ("price", "shop", "set", "gift") or facet.startswith("local") else 1.0
    return Query(
        key=key,
        head=head.name,
        facet=facet,
        demand=(web, video, market),
        season="gift" if facet == "gift" else head.season,
        growth=head.growth + 0.05 * bell("growth", key),
        cpc=head.cpc * buying * spread(0.35, "cpc", key),
        kind=head.kind,
    )


@cache
def _frame_words() -> frozenset[str]:
    words = {w for frame in FRAMES for w in frame.template.split() if "{" not in w}
    words |= {w for fills in FILLS.values() for fill in fills for w in fill.split()}
    return frozenset(words)


def split_frame(key: str) -> tuple[str, str]:
    """A query without the words of frames around it, and those words."""
    words = key.split()
    low, high = 0, len(words)
    while low < high and words[low] in _frame_words():
        low += 1
    while high > low and words[high - 1] in _frame_words():
        high -= 1
    if low == high:
        return key, ""
    return " ".join(words[low:high]), " ".join(words[:low] + words[high:])


def strange_head(name: str) -> Head:
    """A head for a subject that the world does not know: its size, season and price are the dice's."""
    size = 10 ** (2.2 + 2.2 * roll("size", name)) / (1.6 ** max(len(name.split()) - 1, 0))
    plural = name if name.endswith("s") else f"{name}s"
    season = sorted(SEASONS)[pick_index(len(SEASONS), "season", name)] if roll("seasonal", name) < 0.4 else "even"
    kind = ("thing", "topic", "service")[pick_index(3, "kind", name)]
    return Head(
        name,
        plural,
        kind,
        size,
        size * 0.4 * spread(0.5, "video", name),
        size * 0.5 * spread(0.5, "market", name),
        0.2 + 1.5 * roll("cpc", name),
        season,
        0.12 * bell("head growth", name),
    )


def _faint(key: str, head: Head, rest: str) -> Query:
    share = 0.004 * spread(0.9, "faint", key) / (1 + len(rest.split()))
    words = tuple(sorted(set(rest.split()))) or ("other",)
    return Query(
        key,
        head.name,
        "words:" + " ".join(words),
        (head.web * share, head.video * share, head.marketplace * share),
        head.season,
        head.growth,
        head.cpc,
        head.kind,
    )


def monthly_demand(query: Query, channel: str, month: date) -> float:
    """Searches of a query in a calendar month: its level, its season, its growth and the month's chance."""
    years = (month.year - EPOCH.year) + (month.month - EPOCH.month) / 12
    shape = SEASONS[query.season]
    season = shape[month.month - 1] * 12 / sum(shape)
    level = query.demand[CHANNEL_INDEX[channel]] * (1 + query.growth) ** years
    return float(level) * season * spread(0.06, "month", query.key, channel, month.year, month.month)


@lru_cache(maxsize=64)
def months_before(day: date, count: int) -> tuple[date, ...]:
    """First days of the `count` full months before `day`, oldest first."""
    return tuple(day.replace(day=1) - relativedelta(months=back) for back in range(count, 0, -1))


@cache
def the_world() -> World:
    """The one world, built on first use in a process."""
    return World()
