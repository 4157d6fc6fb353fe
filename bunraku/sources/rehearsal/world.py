"""The truth of the practice world in one locale: which queries exist and how often each is
searched."""

import math
from array import array
from bisect import bisect_left
from collections import defaultdict
from collections.abc import Iterable
from copy import copy
from dataclasses import replace
from functools import cache, lru_cache

import numpy as np
from numpy.typing import NDArray

from bunraku.core.text import identity_key
from bunraku.sources.protocol import Setting
from bunraku.sources.rehearsal.around import Around
from bunraku.sources.rehearsal.channels import CHANNEL_INDEX, SIDES
from bunraku.sources.rehearsal.dice import bell, normal_cdf, roll
from bunraku.sources.rehearsal.grammar import make_truth, make_truth_elsewhere
from bunraku.sources.rehearsal.query import (
    Query,
    faint_query,
    money_of,
    query_of,
    slug_of,
)
from bunraku.sources.rehearsal.standing import SKY
from bunraku.sources.rehearsal.tongues import Head, Tongue, nearest_locale, tongue
from bunraku.sources.rehearsal.unknown_subject import Elsewhere, strange_company, strange_head

CONTEST_CHANCE = 0.25
"""How much chance has to say beside money in how hard a topic is fought for."""
FEWER = 0.35
"""How much less, in spreads, a subject that the world was not made for is fought for: it is one of
many, and most have few who publish on nothing else."""
LEAST_MONEY = 1e-3
"""Pounds a month that stand for nothing, where a logarithm is taken."""
WORTH_ASKING = 3.0
"""Searches a month from which a query counts where topics are put in order."""
LEAST_DEMAND = 0.5
"""Searches a month below which a query is not known of."""
MOST_UNDERSTOOD = 100_000
"""Queries remembered as understood; then all are forgotten, so that a process stays small."""
MOST_STRANGE = 1_000
"""Subjects of others whose worlds are kept at once."""
MOST_COMPANY = 300
"""Queries beside a query that anything looks at."""
MOST_SETTINGS = 12
"""Settings whose view is kept at once: each has little beside what all share."""
MOST_SAID = 8
"""Places and brands that people ask for: those that were named first."""
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
        self._money = {
            topic: money_of(
                self.truth.demand[np.frombuffer(ids, dtype=np.int32)],
                float(self.truth.cpc[np.frombuffer(ids, dtype=np.int32)].mean()),
            )
            for topic, ids in self._by_topic.items()
        }
        # Of the queries that are asked at all, so that half of what people look up lies below.
        topics = [f"{head.name}/{facet}" for head, facet in self._places()]
        money = np.log(np.array([self._money[topic] for topic in topics]) + LEAST_MONEY)
        asked = self.truth.demand >= WORTH_ASKING
        self._usual = [float(money[asked[:, c], c].mean()) for c in range(len(SIDES))]
        self._spread = [float(money[asked[:, c], c].std()) for c in range(len(SIDES))]
        self._slugs: dict[str, str] = {}
        self._look_from(Setting())

    def _look_from(self, setting: Setting) -> None:
        """Begin with no subject of others made, as seen by somebody of a setting."""
        self.setting = setting
        self._elsewhere: dict[str, Elsewhere] = {}
        self._understood: dict[str, Query] = {}
        # Of a text that the grammar did not make, what its subject is.
        self._subjects: dict[str, str] = {}
        self._around = Around(self.tongue)

    def seen_by(self, setting: Setting) -> "World":
        """The same world for somebody who has said of themselves: on subjects that it was not made
        for, people ask of their places and brands."""
        seen = copy(self)
        fills = {"town": setting.places[:MOST_SAID], "brand": setting.brands[:MOST_SAID]}
        seen.tongue = replace(self.tongue, other_fills={**self.tongue.other_fills, **fills})
        seen._look_from(setting)
        return seen

    def names_on(self, query: Query) -> tuple[str, ...]:
        """Words that those who publish on a query like to call themselves by."""
        return SKY if self.knows(query.head) else self.setting.words

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
            money = next(filter(None, (e.money(query.topic) for e in self._beyond(query))), None)
        drawn = (money or money_of(np.array([query.demand]), query.cpc))[column]
        z = (math.log(drawn + LEAST_MONEY) - self._usual[column]) / self._spread[column]
        z -= 0.0 if self.knows(query.head) else FEWER
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
            self._subjects.clear()
        key = text if text in self._ids else identity_key(text)
        query = self.at(self._ids[key]) if key in self._ids else self._understand(key)
        self._understood[text] = query
        return query

    def _understand(self, key: str) -> Query:
        # Rare wordings of a known subject draw a sliver of it; other subjects get a world of their
        # own.
        inside = self.head_inside(key) or self._head_shortened(key)
        if inside is not None:
            return faint_query(key, inside, " ".join(set(key.split()) - set(inside.name.split())))
        words = key.split()
        for head, rest in self._around.splits(words):
            # Only these heads can make the text: the rest of the subject need not be made.
            whole = strange_head(head, self.tongue.locale)
            company = strange_company(self.tongue, whole, frozenset(rest))
            truth = make_truth_elsewhere(self.tongue, company, only=key)
            if truth.texts:
                self._subjects[key] = head
                return query_of(truth, 0)
        # A text that says a word twice, or no word of a language: hardly anybody types it.
        subject, around = self.split_frame(key)
        self._subjects[key] = subject
        return faint_query(key, strange_head(subject, self.tongue.locale), around)

    def subject_of(self, key: str) -> str:
        """The subject of a text that the grammar did not make."""
        if key not in self._subjects:
            self.query(key)
        return self._around.without_article(self._subjects.get(key) or self.split_frame(key)[0])

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

    def _head_shortened(self, key: str) -> Head | None:
        """The known head that a text says the end of, to whoever is at home there: "meteor shower"
        is of the sky."""
        if not self.is_at_home:
            return None
        low, high = self._around.bounds(key.split())
        end = " " + " ".join(key.split()[low:high])
        heads = (head for name, head in self._known_heads.items() if name.endswith(end))
        return max(heads, key=lambda head: head.web, default=None)

    def elsewhere(self, subject: str) -> Elsewhere:
        """The queries around a subject that the world does not know, made on first asking."""
        if subject not in self._elsewhere:
            if len(self._elsewhere) > MOST_STRANGE:
                self._elsewhere.clear()
            self._elsewhere[subject] = Elsewhere(self.tongue, subject)
        return self._elsewhere[subject]

    def company(self, text: str, channel: str) -> list[Query]:
        """The most searched queries around the same head, in order."""
        query, column = self.query(text), CHANNEL_INDEX[channel]
        if query.head in self._by_head:
            return self._ranked(query.head, column)
        return self.elsewhere(self.subject_of(query.key)).ranked(column)[:MOST_COMPANY]

    @cache  # noqa: B019 - a world lives as long as its process
    def _ranked(self, head: str, column: int) -> list[Query]:
        ids = np.frombuffer(self._by_head[head], dtype=np.int32)
        order = np.argsort(-self.truth.demand[ids, column], kind="stable")[:MOST_COMPANY]
        return [self.at(n) for n in ids[order].tolist()]

    def wordings(self, query: Query, count: int = 12) -> tuple[str, ...]:
        """Queries of the same topic, most searched first: what titles on its page may say."""
        known = self.in_topic(query.topic, count)
        if known:
            return known
        if self.knows(query.head):
            return (query.key,)
        found = (some.in_topic(query.topic)[:count] for some in self._beyond(query))
        return next(filter(None, found), (query.key,))

    def _beyond(self, query: Query) -> tuple[Elsewhere, ...]:
        """Where a query of another subject is at home: what its pages are about, then itself."""
        subject = self.subject_of(query.key)
        about = strange_head(subject, self.tongue.locale).about
        return tuple(self.elsewhere(name) for name in dict.fromkeys((about, subject)))

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
        if not self.knows(query.head):
            # What is asked in fewer words is asked with more words around it.
            short = max(5 - len(query.key.split()), 0)
            dice = roll("broad", query.key, channel)
            return own * 1.15 * math.exp(-(0.4 + 0.3 * short) * math.log(dice))
        held = self.holding(query.key)
        return max(own * 1.15, float(self.truth.demand[held, column].sum()))

    @property
    def is_at_home(self) -> bool:
        """Whether the subject of whoever asks is the one that the world was made for, or unsaid."""
        said = set(self.setting.words)
        return not said or bool(said & self.tongue.home)

    def span(self, start: str) -> Ids:
        """Numbers of the queries that begin with a text."""
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
        return self._around.parted(key)


@cache
def _world(locale: str) -> World:
    return World(tongue(locale))


@lru_cache(maxsize=MOST_SETTINGS)
def _seen(locale: str, setting: Setting) -> World:
    return _world(locale).seen_by(setting)


def the_world(locale: str = "en-GB", setting: Setting | None = None) -> World:
    """The one world of a locale, built on first use in a process, as somebody of a setting sees
    it."""
    nearest = nearest_locale(locale)
    if setting is None or setting == Setting():
        return _world(nearest)
    return _seen(nearest, setting)
