"""One query of the practice world."""

from functools import lru_cache
from typing import Any, NamedTuple

import numpy as np
from numpy.typing import NDArray

from bunraku.core.text import tokens
from bunraku.sources.rehearsal.channels import CPC_POWERS, drawn_of
from bunraku.sources.rehearsal.dice import spread
from bunraku.sources.rehearsal.grammar import Truth
from bunraku.sources.rehearsal.tongues import Head


class Query(NamedTuple):
    """One query of the world: its head, facet, demand a month on each channel, season, growth, cost
    per click, life."""

    key: str
    head: str
    facet: str
    demand: tuple[float, ...]
    season: str
    growth: float
    cpc: float
    kind: str
    life: str = ""
    about: str = ""

    @property
    def topic(self) -> str:
        """What decides who stands on its results page: who asks for several finds what who asks for
        one does."""
        return f"{self.about or self.head}/{self.facet}"

    @property
    def general(self) -> str:
        """The topic of what it is about as a whole."""
        return f"{self.about or self.head}/general"


def money_of(demand: NDArray[np.floating[Any]], cpc: float) -> tuple[float, ...]:
    """What there is to be had a month on each channel, as far as it draws contest, of queries whose
    demand is (n, channels): what one of them draws, those that are searched more counting more, for
    a page is made for these, and many that hardly anybody asks draw nobody."""
    drawn = (demand**1.5).sum(axis=0) / np.maximum((demand**0.5).sum(axis=0), 1e-9)
    return tuple((drawn * np.power(cpc, CPC_POWERS)).tolist())


def query_of(truth: Truth, number: int) -> Query:
    """A query of a truth by its number."""
    head, facet = truth.heads[number], truth.facets[number]
    return Query(
        key=truth.texts[number],
        head=head.name,
        facet=facet,
        demand=tuple(truth.demand[number].tolist()),
        season="gift" if facet == "gift" else head.season,
        growth=float(truth.growth[number]),
        cpc=float(truth.cpc[number]),
        kind=head.kind,
        life=head.life,
        about=head.about,
    )


def faint_query(key: str, head: Head, rest: str) -> Query:
    """A wording of a subject that no frame makes: a sliver of what its head draws, less the more
    words it has (`rest`)."""
    share = 0.004 * spread(0.9, "faint", key) / (1 + len(rest.split()))
    words = tuple(sorted(set(rest.split()))) or ("other",)
    return Query(
        key,
        head.name,
        "words:" + " ".join(words),
        tuple(drawn_of(share * np.array([head.web, head.video, head.marketplace])).tolist()),
        head.season,
        head.growth,
        head.cpc,
        head.kind,
        head.life,
    )


@lru_cache(maxsize=50_000)
def slug_of(topic: str) -> str:
    """The last part of the address of pages on a topic."""
    return "-".join(tokens(topic.replace("/", " ").replace(":", " ")))
