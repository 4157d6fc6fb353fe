"""The truth of the practice world in one locale: which queries exist and how often each is
searched."""

import math
import re
from array import array
from bisect import bisect_left
from collections import defaultdict
from collections.abc import Iterable
from functools import cache

import numpy as np
from numpy.typing import NDArray

from bunraku.core.text import identity_key
from bunraku.sources.rehearsal.dice import bell, normal_cdf
from bunraku.sources.rehearsal.grammar import make_truth, make_truth_elsewhere
from bunraku.sources.rehearsal.query import (
    CHANNEL_INDEX,
    Query,
    faint_query,
    money_of,
    query_of,
    slug_of,
)
from bunraku.sources.rehearsal.strange import Elsewhere, strange_company
from bunraku.sources.rehearsal.tongues import Head, Tongue, nearest_locale, tongue

CONTEST_CHANCE = 0.3
"""How much chance has to say beside money in how hard a topic is fought for."""
LEAST_MONEY = 1e-3
"""Pounds a month that stand for nothing, where a logarithm is taken."""
WORTH_ASKING = 3.0
"""Searches a month from which a query counts where topics are put in order."""
LEAST_DEMAND = 0.5
"""Searches a month below which a query is not known of."""
MOST_UNDERSTOOD = 100_000
"""Queries remembered as understood; then all are forgotten, so that a process stays small."""
MOST_STRANGE = 60
"""Subjects of others whose worlds are kept at once."""
MOST_COMPANY = 300
"""Queries beside a query that anything looks at."""
Ids = NDArray[np.int32]


class World:
    """All queries that the grammar makes, and a rule for every other one, so that any text has an
    answer."""

    def __init__(self, spoken: Tongue) -> None:
        self.tongue = spoken
        self.truth = make_truth(spoken)
        self.texts = self.truth.texts
        self._ids = {text: number for number, text in enumerate(self.texts)}
        by_word: dict[str, array[int]] = defaultdict(lambda: array("i"))
        by_head: dict[str, array[int]] = defaultdict(lambda: array("i"))
        by_topic: dict[str, array[int]] = defaultdict(lambda: array("i"))
        for number, text in enumerate(self.texts):
            for word in set(text.split()):
                by_word[word].append(number)
            head = self.truth.heads[number].name
            by_head[head].append(number)
            by_topic[f"{head}/{self.truth.facets[number]}"].append(number)
        self._by_word, self._by_head, self._by_topic = dict(by_word), dict(by_head), dict(by_topic)
        self._known_heads = {
            name: head for head in spoken.heads for name in (head.name, head.plural)
        }
        self._before, self._after = _words_around(spoken)
        self._money = {
            topic: money_of(
                self.truth.demand[np.frombuffer(ids, dtype=np.int32)].sum(axis=0).tolist(),
                float(self.truth.cpc[np.frombuffer(ids, dtype=np.int32)].mean()),
            )
            for topic, ids in self._by_topic.items()
        }
        # Of the queries that are asked at all, so that half of what people look up lies below.
        topics = [f"{head.name}/{facet}" for head, facet in self._places()]
        money = np.log(np.array([self._money[topic] for topic in topics]) + LEAST_MONEY)
        asked = self.truth.demand >= WORTH_ASKING
        self._usual = [float(money[asked[:, c], c].mean()) for c in range(3)]
        self._spread = [float(money[asked[:, c], c].std()) for c in range(3)]
        self._slugs: dict[str, str] = {}
        self._elsewhere: dict[str, Elsewhere] = {}
        self._understood: dict[str, Query] = {}

    def _places(self) -> Iterable[tuple[Head, str]]:
        return zip(self.truth.heads, self.truth.facets, strict=True)

    def __len__(self) -> int:
        return len(self.texts)

    def topics_by_demand(self, column: int) -> list[str]:
        """Every topic that the grammar knows, most searched on a channel first."""
        drawn = {
            t: float(self.truth.demand[np.frombuffer(ids, dtype=np.int32), column].sum())
            for t, ids in self._by_topic.items()
        }
        return sorted(drawn, key=lambda topic: (-drawn[topic], topic))

    def topic_of_slug(self, slug: str) -> str | None:
        """The topic whose pages have an address that ends in `slug`."""
        if not self._slugs:
            self._slugs.update({slug_of(topic): topic for topic in self._by_topic})
        return self._slugs.get(slug)

    def contest(self, query: Query, channel: str) -> float:
        """How hard a query's topic is fought for, 0-1: the more is asked and the dearer a click,
        the harder, as far as chance leaves it to that."""
        column = CHANNEL_INDEX[channel]
        money = self._money.get(query.topic)
        if money is None and not self.knows(query.head):
            money = self.elsewhere(self.split_frame(query.key)[0]).money(query.topic)
        drawn = (money or money_of(query.demand, query.cpc))[column]
        z = (math.log(drawn + LEAST_MONEY) - self._usual[column]) / self._spread[column]
        dice = bell("contest", query.topic, channel)
        share = normal_cdf((z + CONTEST_CHANCE * dice) / math.hypot(1, CONTEST_CHANCE))
        # In twentieths: finer steps would only be remembered apart.
        return round(20 * share) / 20

    def at(self, number: int) -> Query:
        """The query of a number."""
        return query_of(self.truth, number)

    def query(self, text: str) -> Query:
        """The query of a text; one that the grammar did not make is understood by its words."""
        known = self._understood.get(text)
        if known is not None:
            return known
        if len(self._understood) > MOST_UNDERSTOOD:
            self._understood.clear()
        key = text if text in self._ids else identity_key(text)
        query = self.at(self._ids[key]) if key in self._ids else self._understand(key)
        self._understood[text] = query
        return query

    def _understand(self, key: str) -> Query:
        # Rare wordings of a known subject draw a sliver of it; other subjects get a world of their
        # own.
        inside = self.head_inside(key)
        head, rest = self.split_frame(key)
        if inside is not None:
            return faint_query(key, inside, " ".join(set(key.split()) - set(inside.name.split())))
        # Only these heads can make the text, so the rest of the subject need not be made for one
        # figure.
        company = strange_company(self.tongue, head, frozenset(rest.split()))
        truth = make_truth_elsewhere(self.tongue, company, only=key)
        return query_of(truth, 0) if truth.texts else faint_query(key, company[0], rest)

    def knows(self, head: str) -> bool:
        """Whether a head is of the subject that the world was made for."""
        return head in self._known_heads

    def head_inside(self, key: str) -> Head | None:
        """The longest known head that stands in a text."""
        words = key.split()
        runs = (
            " ".join(words[start : start + length])
            for length in range(len(words), 0, -1)
            for start in range(len(words) - length + 1)
        )
        return next((self._known_heads[run] for run in runs if run in self._known_heads), None)

    def elsewhere(self, subject: str) -> Elsewhere:
        """The queries around a subject that the world does not know, made on first asking."""
        if subject not in self._elsewhere:
            if len(self._elsewhere) > MOST_STRANGE:
                self._elsewhere.clear()
            self._elsewhere[subject] = Elsewhere(self.tongue, subject)
        return self._elsewhere[subject]

    def complete(self, prefix: str, channel: str, count: int, place: str = "") -> list[str]:
        """Queries that begin with `prefix`, or hold its words, most searched first; a `*` stands
        for any words; asked from a place, what names it comes first."""
        typed = prefix.casefold().lstrip()
        key = identity_key(typed.replace("*", " "))
        if not key:
            return []
        column = CHANNEL_INDEX[channel]
        ids = self._matching(typed, key, count)
        if ids.size:
            ids = ids[self.truth.demand[ids, column] >= LEAST_DEMAND]
            weight = self.truth.demand[ids, column].astype(float)
            if place and place in self._by_word.keys() | {place}:
                local = np.isin(ids, self.holding(place))
                weight = weight * np.where(local, 60.0, 1.0)
            order = np.argsort(-weight, kind="stable")[: count + 1]
            return [self.texts[n] for n in ids[order].tolist() if self.texts[n] != key][:count]
        if self.head_inside(key) is not None:
            return []
        return self._strange_completions(typed, key, column, count)

    def _matching(self, typed: str, key: str, count: int) -> Ids:
        if "*" in typed:
            left, _, right = (identity_key(part) for part in typed.partition("*"))
            pattern = re.compile(
                rf"{re.escape(left)}\b.+\b{re.escape(right)}"
                if left
                else rf".+\b{re.escape(right)}"
            )
            held = self.holding(key)
            return np.array(
                [n for n in held.tolist() if pattern.match(self.texts[n])], dtype=np.int32
            )
        start = key + " " if typed.endswith(" ") else key
        span = self._span(start)
        return np.union1d(span, self.holding(key)) if span.size < count else span

    def _strange_completions(self, typed: str, key: str, column: int, count: int) -> list[str]:
        head, _ = self.split_frame(key)
        words = head.split()
        stripped = head.rsplit(" ", 1)[0] if len(words) > 1 and len(words[-1]) == 1 else head
        made = self.elsewhere(stripped).queries
        start = key + " " if typed.endswith(" ") else key
        if "*" in typed:
            wanted = set(key.split())
            queries = [q for q in made.values() if wanted <= set(q.key.split())]
        else:
            queries = [q for q in made.values() if q.key.startswith(start)]
        first = key.split()[0]
        if not queries and first in self.tongue.question_words:
            queries = [q for q in made.values() if q.key.startswith(first)]
        queries = [q for q in queries if q.demand[column] >= LEAST_DEMAND and q.key != key]
        queries.sort(key=lambda q: (-q.demand[column], q.key))
        return [q.key for q in queries[:count]]

    def company(self, text: str, channel: str) -> list[Query]:
        """The most searched queries around the same head, in order."""
        query, column = self.query(text), CHANNEL_INDEX[channel]
        if query.head in self._by_head:
            return self._ranked(query.head, column)
        return self.elsewhere(self.split_frame(query.key)[0]).ranked(column)[:MOST_COMPANY]

    @cache  # noqa: B019 - a world lives as long as its process
    def _ranked(self, head: str, column: int) -> list[Query]:
        ids = np.frombuffer(self._by_head[head], dtype=np.int32)
        order = np.argsort(-self.truth.demand[ids, column], kind="stable")[:MOST_COMPANY]
        return [self.at(n) for n in ids[order].tolist()]

    def wordings(self, query: Query, count: int = 12) -> tuple[str, ...]:
        """Queries of the same topic, most searched first: what titles on its results page may
        say."""
        known = self.in_topic(query.topic, count)
        if known:
            return known
        if self.knows(query.head):
            return (query.key,)
        return self.elsewhere(self.split_frame(query.key)[0]).in_topic(query.topic)[:count] or (
            query.key,
        )

    def in_topic(self, topic: str, count: int) -> tuple[str, ...]:
        """The most searched queries of a topic that the grammar knows."""
        known = self._by_topic.get(topic)
        if not known:
            return ()
        ids = np.frombuffer(known, dtype=np.int32)
        order = np.argsort(-self.truth.demand[ids].sum(axis=1), kind="stable")[:count]
        return tuple(self.texts[n] for n in ids[order].tolist())

    def broad(self, query: Query, channel: str) -> float:
        """Searches a month of every query that holds this one's words."""
        column = CHANNEL_INDEX[channel]
        own = query.demand[column]
        held = self.holding(query.key)
        return max(own * 1.15, float(self.truth.demand[held, column].sum()))

    def _span(self, start: str) -> Ids:
        low = bisect_left(self.texts, start)
        return np.arange(low, bisect_left(self.texts, start + "\uffff"), dtype=np.int32)

    def holding(self, key: str) -> Ids:
        """Numbers of the queries that hold all words of a text."""
        lists = sorted((self._by_word.get(word, array("i")) for word in set(key.split())), key=len)
        if not lists:
            return np.zeros(0, dtype=np.int32)
        held = np.frombuffer(lists[0], dtype=np.int32)
        for more in lists[1:]:
            held = np.intersect1d(held, np.frombuffer(more, dtype=np.int32), assume_unique=True)
        return held

    def split_frame(self, key: str) -> tuple[str, str]:
        """A query without the words around its subject, and those words."""
        words = key.split()
        low, high = 0, len(words)
        while low < high and words[low] in self._before:
            low += 1
        while high > low and words[high - 1] in self._after:
            high -= 1
        if low == high:
            return key, ""
        return " ".join(words[low:high]), " ".join(words[:low] + words[high:])


def _words_around(spoken: Tongue) -> tuple[frozenset[str], frozenset[str]]:
    """What stands before and what after a subject that the world does not know: words of frames and
    fills; before it articles, after it company. A word is known on its own side only, so that book
    binding and kids' yoga are subjects."""
    before, after = (
        set(spoken.articles),
        {word for noun in spoken.company for word in (noun.word, noun.plural)},
    )
    for frame in spoken.other_frames:
        filled = dict(zip(("{fill}", "{more}"), frame.fills, strict=False))
        left, right = re.split(r"\{[hp]\}", frame.template, maxsplit=1)
        for side, part in ((before, left), (after, right)):
            for word in part.split():
                said = spoken.other_fills[filled[word]] if word in filled else (word,)
                side.update(word for text in said for word in text.split())
    return frozenset(before), frozenset(after)


@cache
def _world(locale: str) -> World:
    return World(tongue(locale))


def the_world(locale: str = "en-GB") -> World:
    """The one world of a locale, built on first use in a process."""
    return _world(nearest_locale(locale))
