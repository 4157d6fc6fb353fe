"""The sources of the practice world: each lets out a part of the truth, with its own faults."""

import math
import threading
from collections.abc import Callable, Iterable
from dataclasses import dataclass, field, replace
from functools import lru_cache

from bunraku.sources.protocol import Request, Source, SourceBusy, SourceFailed, What
from bunraku.sources.rehearsal.channels import SIDES
from bunraku.sources.rehearsal.completing import complete as complete_text
from bunraku.sources.rehearsal.demand import (
    demand_of_months,
    interest_of,
    months_before,
    steps_before,
)
from bunraku.sources.rehearsal.dice import pick_index, roll, spread
from bunraku.sources.rehearsal.lexicon import translate
from bunraku.sources.rehearsal.maps import of_any, place_on_map
from bunraku.sources.rehearsal.query import Query
from bunraku.sources.rehearsal.results import Viewpoint, rank
from bunraku.sources.rehearsal.rivals import fields_of, ranks_of
from bunraku.sources.rehearsal.shown import totals_of
from bunraku.sources.rehearsal.talk import mentions, rising
from bunraku.sources.rehearsal.unknown_english import SERVED
from bunraku.sources.rehearsal.world import World, the_world

Raw = dict[str, object]
HISTORY_MONTHS = 36
"""Months that counts reach back."""
COUNTS_SPREAD = 0.15
"""How far, in ln, counts are off from term to term; they say so."""
MONTHS_UNTIL_COUNTED = 3
"""Full months that a term must have been searched before the counts know it."""
AD_CPC = 1.4
"""Pounds a click at which two thirds of the advertisers there could be are there."""
INTEREST_SPREAD = 0.25
"""How far, in ln, interest is off from term to term: it is told from a sample, and a sample holds
more of some terms than of others."""
MOST_DEPTH = 100
"""Results that a page is read to at most."""


@dataclass(frozen=True)
class Faults:
    """How often a call fails, 0-1 each: too many requests, breaking off, answering in part,
    answering nonsense."""

    busy: float = 0.0
    broken: float = 0.0
    partial: float = 0.0
    nonsense: float = 0.0
    wait_seconds: float = 0.05

    @classmethod
    def at(cls, rate: float) -> "Faults":
        """All kinds of fault together at about `rate` of the calls."""
        return cls(busy=rate / 3, broken=rate / 3, partial=rate / 3, nonsense=rate / 6)


@dataclass
class RehearsalSource:
    """A source made of a rule that answers one term."""

    name: str
    tells: What
    price: float
    batch_size: int
    answer: Callable[[World, str, Request], Raw | None]
    faults: Faults = field(default_factory=Faults)
    spread: float | None = None
    practice: bool = True
    _calls: int = 0
    _lock: threading.Lock = field(default_factory=threading.Lock)

    def ask(self, request: Request) -> dict[str, Raw | None]:
        """Answer the terms of a request, or fail as the faults say."""
        with self._lock:
            self._calls += 1
            call = self._calls
        dice = (self.name, request.terms[:1], len(request.terms), call)
        if roll("busy", *dice) < self.faults.busy:
            raise SourceBusy(self.faults.wait_seconds)
        if roll("broken", *dice) < self.faults.broken:
            raise SourceFailed("the source could not be reached")
        terms: Iterable[str] = request.terms
        if roll("partial", *dice) < self.faults.partial:
            terms = [term for term in request.terms if roll("left", term, *dice) < 0.6]
        world = the_world(request.locale, request.setting)
        answers = {term: self.answer(world, term, request) for term in terms}
        for term in answers if self.faults.nonsense else ():
            if roll("nonsense", term, *dice) < self.faults.nonsense:
                answers[term] = {"monthly": "many", "low": -1, "results": "none"}
        return answers


def complete(world: World, term: str, request: Request) -> Raw:
    """Search-box completions, ten at a time; what was typed matters to the letter."""
    found = complete_text(world, term, request.channel, 10, request.place.casefold())
    return {"completions": found}


def count(world: World, term: str, request: Request) -> Raw | None:
    """Exact-match searches, about 15 % off, to two digits; silent on what is tiny, on what is new,
    and on about one in eight others."""
    query = world.query(term)
    months = months_before(request.on, HISTORY_MONTHS)
    truth = demand_of_months(query, request.channel, months)
    average = float(truth[-12:].sum()) / 12
    if (
        average < 3
        or not truth[-MONTHS_UNTIL_COUNTED]
        or roll("silent", query.key, request.channel) < 0.12
    ):
        return None
    off = spread(COUNTS_SPREAD, "counts", query.key, request.channel)
    labels = steps_before(request.on, "month")
    history = [
        (label, _two_digits(v * off)) for label, v in zip(labels, truth.tolist(), strict=True)
    ]
    return {"monthly": _two_digits(average * off), "history": history}


def band(world: World, term: str, request: Request) -> Raw | None:
    """Broad searches as a coarse range, cost per click low to high, ad competition."""
    query = world.query(term)
    broad = world.broad(query, request.channel)
    if broad < 1:
        return None
    low, high = 0, 10
    while high <= broad:
        low, high = high, high * 3 if str(high).startswith("1") else high * 10 // 3
    cpc = query.cpc * spread(0.1, "cpc shown", query.key)
    buying = 1 - math.exp(-query.cpc / AD_CPC)
    return {
        "low": low,
        "high": high,
        "cpc_low": round(cpc * 0.7, 2),
        "cpc_high": round(cpc * 1.5, 2),
        "ad_competition": round(min(1.0, buying * spread(0.3, "competition", query.key)), 2),
    }


def interest(world: World, term: str, request: Request) -> Raw:
    """Relative interest, 0-100 on one scale for the terms of a request."""
    series = _together(request)
    top = max((value for values in series.values() for value in values), default=0) or 1
    return {
        "months": steps_before(request.on, request.step),
        "index": [round(100 * value / top, 1) for value in series[term]],
    }


@lru_cache(maxsize=4)
def _together(request: Request) -> dict[str, list[float]]:
    """Interest in all terms of a request: worked out once, though each term is answered by
    itself."""
    world = the_world(request.locale, request.setting)
    return {t: _sampled(world.query(t), request) for t in request.terms}


def _sampled(query: Query, request: Request) -> list[float]:
    off = spread(INTEREST_SPREAD, "sampled", query.key, request.channel)
    return [off * v for v in interest_of(query, request.channel, request.on, request.step)]


def page(world: World, term: str, request: Request) -> Raw:
    """The results page to the depth asked, with ads, features, questions and related searches."""
    query = world.query(term)
    seen = viewpoint_of(request)
    results = [
        {
            "position": place,
            "address": standing.address,
            "title": standing.title,
            "publisher": standing.publisher.address,
            "standing": standing.publisher.standing,
            "pull": standing.pull,
            "published": standing.published.isoformat(),
            **SIDES[request.channel].shows(standing, query, request.on),
        }
        for place, standing in enumerate(rank(world, query, seen), start=1)
    ]
    company = world.company(query.key, request.channel)
    words = world.tongue.question_words
    questions = [q.key for q in company if q.key.split()[0] in words and q.key != query.key]
    near = [q.key for q in company if q.key != query.key and q.facet != query.facet]
    # What is asked next is mostly what is asked much, not the same on every page.
    related = near[pick_index(4, "related", query.key) : 40 : 4]
    asked = questions[pick_index(2, "asked", query.key) : 16 : 2]
    return {
        "results": results,
        "ads": _ads(query),
        "features": features_of(query) if SIDES[request.channel].has_features else [],
        "questions": asked[:6],
        "related": related[:8],
        **totals_of(world, query, request.channel),
    }


def viewpoint_of(request: Request) -> Viewpoint:
    """From where and when a request looks at a results page."""
    return Viewpoint(
        request.channel,
        request.on,
        min(request.depth, MOST_DEPTH),
        request.place.casefold(),
        request.device,
        request.viewer,
        request.own,
    )


def stands(world: World, term: str, request: Request) -> Raw:
    """Where those who are asked about stand: organic and on the map, as nobody in particular."""
    query = world.query(term)
    seen = replace(viewpoint_of(request), viewer="")
    organic = [
        (place, standing.address)
        for place, standing in enumerate(rank(world, query, seen), start=1)
        if of_any(standing.address, request.whose)
    ]
    has_map = SIDES[request.channel].has_features and "map" in features_of(query)
    on_map = place_on_map(world, query, seen, request.whose) if has_map else None
    return {"depth": seen.depth, "organic": organic, "has_map": has_map, "on_map": on_map}


def _ads(query: Query) -> int:
    buying = query.cpc * (1.6 if query.facet in ("price", "shop", "set", "general") else 0.8)
    return min(4, int(buying * 2 * roll("ads", query.key)))


def features_of(query: Query) -> list[str]:
    """What else a page on the web shows."""
    facet = query.facet.split(":")[0]
    shown = {
        "what": ["answer_box", "questions_box"],
        "howto": ["video_strip", "questions_box"],
        "clean": ["video_strip"],
        "photo": ["video_strip"],
        "watch": ["video_strip"],
        "when": ["answer_box"],
        "local": ["map"],
        "price": ["shopping_strip"],
        "shop": ["shopping_strip"],
        "set": ["shopping_strip"],
        "gift": ["shopping_strip"],
        "best": ["shopping_strip", "questions_box"],
        "choose": ["questions_box"],
        "see": ["questions_box"],
    }.get(facet, [])
    if query.kind in SERVED and facet == "general":
        shown = ["map"]
    return [feature for feature in shown if roll("feature", feature, query.key) < 0.8]


def _two_digits(value: float) -> int:
    whole = round(value)
    return whole if whole < 100 else int(float(f"{value:.1e}"))


def rehearsal_sources(faults: Faults | None = None) -> list[Source]:
    """All sources of the practice world; one that tells several things stands here once for
    each."""
    f = faults or Faults()
    return [
        RehearsalSource("Rehearsal Box", What.COMPLETIONS, 0.0, 30, complete, f),
        RehearsalSource("Rehearsal Counts", What.COUNTS, 1.0, 200, count, f, COUNTS_SPREAD),
        RehearsalSource("Rehearsal Bands", What.BANDS, 0.2, 200, band, f),
        RehearsalSource("Rehearsal Trends", What.INTEREST, 0.0, 5, interest, f),
        RehearsalSource("Rehearsal Trends", What.RISING, 0.0, 5, rising, f),
        RehearsalSource("Rehearsal Pages", What.PAGE, 2.0, 50, page, f),
        RehearsalSource("Rehearsal Watch", What.STANDS, 0.5, 100, stands, f),
        RehearsalSource("Rehearsal Rivals", What.RANKS, 2.0, 10, ranks_of, f),
        RehearsalSource("Rehearsal Rivals", What.FIELDS, 2.0, 20, fields_of, f),
        RehearsalSource("Rehearsal Talk", What.TALK, 0.1, 100, mentions, f),
        RehearsalSource("Rehearsal Lexicon", What.LEXICON, 0.1, 100, translate, f),
    ]
