"""Subjects that the practice world was not made for: what one is like, so that any project can
practise."""

from collections import defaultdict
from dataclasses import replace
from functools import cache
from itertools import product

from bunraku.sources.rehearsal.dice import bell, pick_index, roll, spread
from bunraku.sources.rehearsal.grammar import make_truth_elsewhere
from bunraku.sources.rehearsal.query import Query, money_of, query_of, slug_of
from bunraku.sources.rehearsal.tongues import Companion, Head, Tongue, tongue

_SEASONS = ("gift", "march", "school", "summer", "winter")


class Elsewhere:
    """The queries around one subject that the world was not made for."""

    def __init__(self, spoken: Tongue, subject: str) -> None:
        truth = make_truth_elsewhere(spoken, strange_company(spoken, subject))
        self.queries = {text: query_of(truth, number) for number, text in enumerate(truth.texts)}
        by_topic: dict[str, list[Query]] = defaultdict(list)
        for query in self.queries.values():
            by_topic[query.topic].append(query)
        self._by_topic = {
            topic: tuple(query.key for query in sorted(some, key=lambda q: (-sum(q.demand), q.key)))
            for topic, some in by_topic.items()
        }
        self._by_slug = {slug_of(topic): topic for topic in self._by_topic}
        self._ranked: dict[int, list[Query]] = {}

    def money(self, topic: str) -> tuple[float, float, float] | None:
        """What there is to be had of a topic; None for a topic that no frame makes."""
        queries = [self.queries[key] for key in self._by_topic.get(topic, ())]
        if not queries:
            return None
        drawn = [sum(query.demand[column] for query in queries) for column in range(3)]
        return money_of(drawn, sum(query.cpc for query in queries) / len(queries))

    def ranked(self, column: int) -> list[Query]:
        """All queries, most searched on a channel first."""
        if column not in self._ranked:
            self._ranked[column] = sorted(
                self.queries.values(), key=lambda q: (-q.demand[column], q.key)
            )
        return self._ranked[column]

    def in_topic(self, topic: str) -> tuple[str, ...]:
        """The queries of a topic, most searched first."""
        return self._by_topic.get(topic, ())

    def topic_of_slug(self, slug: str) -> str | None:
        """The topic whose pages have an address that ends in `slug`."""
        return self._by_slug.get(slug)


@cache
def facet_slugs(locale: str) -> frozenset[str]:
    """How an address on such a subject can end."""
    spoken = tongue(locale)
    return frozenset(
        slug_of(frame.facet.format(**dict(zip(("fill", "more"), words, strict=False))))
        for frame in spoken.other_frames
        for words in product(*(spoken.other_fills[name] for name in frame.fills))
    )


def strange_head(name: str, locale: str = "en-GB") -> Head:
    """A head for a subject that the world does not know: its size, season and price are the
    dice's."""
    size = 10 ** (2.6 + 2 * roll("size", name)) / (1.6 ** max(len(name.split()) - 1, 0))
    season = (
        _SEASONS[pick_index(len(_SEASONS), "season", name)]
        if roll("seasonal", name) < 0.4
        else "even"
    )
    return Head(
        name,
        _plural(name) if locale.startswith("en") else name,
        "subject",
        size,
        size * 0.4 * spread(0.5, "video", name),
        size * 0.5 * spread(0.5, "market", name),
        0.2 + 1.5 * roll("cpc", name),
        season,
        0.12 * bell("head growth", name),
    )


def strange_company(
    spoken: Tongue, subject: str, words: frozenset[str] | None = None
) -> tuple[Head, ...]:
    """The head of a subject and those of what it is put together with; with `words`, only those
    whose word is among them."""
    head = strange_head(subject, spoken.locale)
    chosen = [
        companion
        for companion in spoken.company
        if words is None or words & {companion.word, companion.plural}
    ]
    return (head, *(_together(head, companion) for companion in chosen))


def _together(head: Head, companion: Companion) -> Head:
    name = f"{head.name} {companion.word}"
    share = 10 ** (-0.4 - 1.2 * roll("company", name))
    return replace(
        head,
        name=name,
        plural=f"{head.name} {companion.plural}",
        kind=companion.kind,
        web=head.web * share,
        video=head.video * share,
        marketplace=head.marketplace * share,
        cpc=0.2 + 1.5 * roll("cpc", name),
        growth=0.12 * bell("head growth", name),
    )


def _plural(name: str) -> str:
    """How most English words are said of several; what is done rather than had ("dog grooming")
    stays as it is."""
    if name.endswith(("s", "ing")):
        return name
    if name.endswith("y") and name[-2:-1] not in "aeiou":
        return f"{name[:-1]}ies"
    return f"{name}es" if name.endswith(("x", "ch", "sh")) else f"{name}s"
