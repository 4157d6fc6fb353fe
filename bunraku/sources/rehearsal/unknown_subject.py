"""Subjects that the practice world was not made for: what one is like, so that any project can
practise. Nothing is made before it is asked for: one figure must not cost a whole subject."""

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import replace
from functools import cache, cached_property, lru_cache
from itertools import product

import numpy as np

from bunraku.core.text.known_words import frequencies
from bunraku.sources.rehearsal.dice import bell, roll, spread
from bunraku.sources.rehearsal.grammar import Truth, make_truth_elsewhere
from bunraku.sources.rehearsal.kinds import kind_of, noun_of, season_of
from bunraku.sources.rehearsal.query import Query, money_of, query_of, slug_of
from bunraku.sources.rehearsal.tongues import Companion, Frame, Head, Tongue

SIZES = (4.2, 3.0, 2.3, 1.6, 1.1, 0.7)
"""Searches a month, as powers of ten, of a subject of one word, of two and so on: the more words,
the fewer people say just these."""
SIZE_SPREAD = 0.5
"""How far, as a power of ten, subjects of as many words lie apart."""
LONG_WORD = 9
"""Letters from which a German word says what two say."""
CLICKS = {
    "service": (0.9, 2.6),
    "trade": (0.9, 2.6),
    "course": (0.5, 1.5),
    "thing": (0.3, 0.9),
    "goods": (0.3, 0.8),
    "place": (0.3, 0.7),
    "matter": (0.2, 0.9),
}
"""Pounds that a click costs, the least and how much it can be more, by kind of thing."""
CHEAP = (0.1, 0.4)
LEAST_ONE = 0.2
"""How often a word for one must be said, beside that for several, where several are just that."""
FEW = 1
"""Fills of each kind among the queries beside: the first is asked for most."""
MOST_NEAR = 40
"""Queries beside a query of such a subject that anything looks at."""
VIDEO = {"activity": 1.1, "skill": 1.3, "food": 0.8, "animal": 0.8, "plant": 0.7, "topic": 0.6}
"""Searches for video beside those on the web, by kind of thing."""
MARKET = {
    "thing": 0.8,
    "goods": 0.7,
    "extra": 0.8,
    "activity": 0.15,
    "plant": 0.3,
    "animal": 0.2,
    "food": 0.2,
}
"""Searches on marketplaces beside those on the web."""


class Elsewhere:
    """The queries around one subject that the world was not made for."""

    def __init__(self, spoken: Tongue, subject: str) -> None:
        self._spoken = spoken
        self._head = strange_head(subject, spoken.locale)
        self._topics: dict[str, tuple[Query, ...]] = {}
        self._ranked: dict[int, list[Query]] = {}

    @cached_property
    def queries(self) -> dict[str, Query]:
        """All queries around the subject and its company, by text."""
        return _made(self._spoken, strange_company(self._spoken, self._head))

    @cached_property
    def _near(self) -> Truth:
        """What is asked of the subject itself."""
        return make_truth_elsewhere(self._spoken, (self._head,), fills=FEW)

    def _of(self, topic: str) -> tuple[Query, ...]:
        """The queries of a topic, most searched first; only its own are made."""
        if topic not in self._topics:
            name, _, facet = topic.partition("/")
            heads = [
                head
                for head in strange_company(self._spoken, self._head, frozenset(name.split()))
                if head.about == name
            ]
            made = _made(self._spoken, heads, facet=facet)
            some = [query for query in made.values() if query.topic == topic]
            self._topics[topic] = tuple(sorted(some, key=lambda q: (-sum(q.demand), q.key)))
        return self._topics[topic]

    def money(self, topic: str) -> tuple[float, ...] | None:
        """What there is to be had of a topic; None for a topic that no frame makes."""
        queries = self._of(topic)
        if not queries:
            return None
        drawn = np.array([query.demand for query in queries])
        return money_of(drawn, sum(query.cpc for query in queries) / len(queries))

    def ranked(self, column: int) -> list[Query]:
        """The first queries around the subject itself, most searched on a channel first."""
        if column not in self._ranked:
            order = np.argsort(-self._near.demand[:, column], kind="stable")[:MOST_NEAR]
            self._ranked[column] = [query_of(self._near, number) for number in order.tolist()]
        return self._ranked[column]

    def in_topic(self, topic: str) -> tuple[str, ...]:
        """The queries of a topic, most searched first."""
        return tuple(query.key for query in self._of(topic))

    @cached_property
    def _by_slug(self) -> dict[str, str]:
        by_slug: dict[str, str] = defaultdict(str)
        for query in self.queries.values():
            by_slug.setdefault(slug_of(query.topic), query.topic)
        return by_slug

    def topic_of_slug(self, slug: str) -> str | None:
        """The topic whose pages have an address that ends in `slug`."""
        return self._by_slug.get(slug)


def _made(spoken: Tongue, heads: Iterable[Head], *, facet: str = "") -> dict[str, Query]:
    truth = make_truth_elsewhere(spoken, tuple(heads), facet=facet)
    return {text: query_of(truth, number) for number, text in enumerate(truth.texts)}


def is_facet_slug(spoken: Tongue, slug: str) -> bool:
    """Whether an address on such a subject can end so."""
    return slug in _facet_slugs(
        spoken.other_frames, tuple((name, words) for name, words in spoken.other_fills.items())
    )


@lru_cache(maxsize=16)
def _facet_slugs(
    frames: tuple[Frame, ...], fills: tuple[tuple[str, tuple[str, ...]], ...]
) -> frozenset[str]:
    of = dict(fills)
    return frozenset(
        slug_of(frame.facet.format(**dict(zip(("fill", "more"), words, strict=False))))
        for frame in frames
        for words in product(*(of[name] for name in frame.fills))
    )


@cache
def strange_head(name: str, locale: str = "en-GB") -> Head:
    """A head for a subject that the world does not know: its kind and its year are read from its
    words, its size from how many they are; the rest is the dice's."""
    language = locale[:2]
    words = name.split()
    kind = kind_of(name, language)
    long_words = sum(len(word) >= LONG_WORD for word in words)
    place = min(len(words) + (long_words if language == "de" else 0), len(SIZES)) - 1
    size = 10 ** (SIZES[place] + SIZE_SPREAD * bell("size", name))
    least, more = CLICKS.get(kind, CHEAP)
    return Head(
        name,
        _plural(name) if language == "en" else name,
        kind,
        size,
        size * VIDEO.get(kind, 0.25) * spread(0.4, "video", name),
        size * MARKET.get(kind, 0.02) * spread(0.4, "market", name),
        least + more * roll("cpc", name),
        season_of(name, language),
        0.12 * bell("head growth", name),
        said_as=_one_of(name) if language == "en" else "",
    )


def strange_company(
    spoken: Tongue, head: Head, words: frozenset[str] | None = None
) -> tuple[Head, ...]:
    """The head of a subject and those of what it is put together with; with `words`, only those
    whose word is among them."""
    chosen = [
        companion
        for companion in spoken.company
        if head.kind in companion.goes_with
        and (words is None or words & {companion.word, companion.plural})
    ]
    return (head, *(_together(head, companion) for companion in chosen))


def _together(head: Head, companion: Companion) -> Head:
    name = f"{head.name} {companion.word}"
    about = f"{head.about} {companion.same_as or companion.word}"
    share = 10 ** (-0.5 - 1.0 * roll("company", name))
    kind = companion.kind
    least, more = CLICKS.get(kind, CHEAP)
    return replace(
        head,
        name=name,
        plural=f"{head.name} {companion.plural}",
        kind=kind,
        web=head.web * share,
        video=head.web * share * VIDEO.get(kind, 0.25) * spread(0.4, "video", name),
        marketplace=head.web * share * MARKET.get(kind, 0.02) * spread(0.4, "market", name),
        cpc=least + more * roll("cpc", name),
        growth=0.12 * bell("head growth", name),
        said_as=about if about != name else "",
    )


def _one_of(name: str) -> str:
    """What an English name says several of; empty where it says one, or what is never one
    ("scissors")."""
    for several, one in (("ies", "y"), ("es", ""), ("s", "")):
        single = name[: -len(several)] + one
        word, said = single.split()[-1:], frequencies("en")
        often = name.endswith(several) and word and said.get(word[0], 0.0)
        if (
            often
            and often >= LEAST_ONE * said.get(name.split()[-1], 0.0)
            and _plural(single) == name
        ):
            return single
    return ""


def _plural(name: str) -> str:
    """How most English words are said of several, where the word that names the thing is the last;
    what is done rather than had ("dog grooming") stays as it is."""
    words = name.split()
    if noun_of(words) != words[-1] or name.endswith(("s", "ing")):
        return name
    if name.endswith("y") and name[-2:-1] not in "aeiou":
        return f"{name[:-1]}ies"
    return f"{name}es" if name.endswith(("x", "ch", "sh")) else f"{name}s"
