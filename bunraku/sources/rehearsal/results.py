"""Results pages of the practice world: who comes out in which order, for a query, a day, a place, a
device, a viewer."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from functools import lru_cache
from heapq import heappush, heappushpop
from operator import itemgetter

from bunraku.core.text import stems
from bunraku.sources.protocol import OwnPiece
from bunraku.sources.rehearsal.channels import SIDES
from bunraku.sources.rehearsal.dice import roll, rolls, spread
from bunraku.sources.rehearsal.query import Query
from bunraku.sources.rehearsal.standing import (
    PULL_SPREAD,
    STRAY_SHARE,
    Publisher,
    Standing,
    page_of,
    pool,
    standing_of,
    typical_pull,
)
from bunraku.sources.rehearsal.unknown_english import SERVED
from bunraku.sources.rehearsal.world import World

TOPIC_BONUS = 8.0
"""Points of strength that a page on the very topic has before one that is not."""
STRAY_BONUS = 0.0
"""What a publisher of everything has instead: nothing."""
DEEP_BONUS = -1_000.0
"""What a page on a neighbouring topic lacks: such pages fill the deep end of a long results page,
behind all that is on the topic, so that its first ten are the same to whatever depth it is read."""
WANDER = 1.6
"""How far, in points, a page moves from day to day while nothing changes."""
UPDATE_DAYS = 47
"""How long the engine leaves its weights alone; then an update moves much at once."""
UPDATE_WANDER = 6.0
"""How far it moves when the engine changes its weights."""
PERSONAL = 7.0
"""What a page gains at most for somebody who is signed in."""
PHONE = 2.5
"""What it gains at most on a phone, where it is made for one."""
LOCAL_BONUS = 9.0
"""What a page near by gains where one asks from a place."""
LOCAL_SHARE = 0.3
"""Share of publishers that are from some place."""
GREEN_LOSS = 16.0
"""What a page lacks on its first day and has when it is ripe."""
RIVAL_LOSS = 9.0
"""What two own pieces after one query cost each other."""


@dataclass(frozen=True)
class Viewpoint:
    """From where and when a results page is looked at."""

    channel: str
    day: date
    depth: int = 10
    place: str = ""
    device: str = "desktop"
    viewer: str = ""
    own: tuple[OwnPiece, ...] = ()


@lru_cache(maxsize=20_000)
def _strays(
    general: str, topic: str, channel: str, contest: float, own_contest: float
) -> tuple[int, ...]:
    """Pages on a subject as a whole stand here and there on its special pages, other ones each
    time; more of them where more is to be had."""
    everyone = pool(general, channel, contest)
    share = STRAY_SHARE * (0.1 + 1.6 * own_contest)
    dice = [
        die
        for part in range(-(-len(everyone) // 8))
        for die in rolls("stray", topic, channel, part)
    ]
    return tuple(i for i, die in zip(everyone, dice, strict=False) if die < share)


def rank(world: World, query: Query, seen: Viewpoint) -> list[Standing]:
    """Organic results in order: by strength, links, wording, freshness, and the chance of query and
    day."""
    scored = [(-score, page.address, page) for score, page in _own_scores(world, query, seen)]
    most = _most_passing(seen)
    # The scores of the best so far, the least of them first.
    best: list[float] = []
    for page, lasting in _pages(world, query, seen.channel, seen.depth):
        if best and len(best) == seen.depth and lasting + most < best[0]:
            # Nor can those after it come among them.
            break
        score = lasting + _passing(page, query, seen)
        scored.append((-score, page.address, page))
        if len(best) < seen.depth:
            heappush(best, score)
        else:
            heappushpop(best, score)
    scored.sort(key=lambda entry: entry[:2])
    return [page for _, _, page in scored[: seen.depth]]


@lru_cache(maxsize=256)
def _pages(
    world: World, query: Query, channel: str, depth: int
) -> tuple[tuple[Standing, float], ...]:
    """Pages that there are for a query, with what each scores whoever looks, and whenever, the best
    first: the same query is looked at week after week."""
    language = world.tongue.locale[:2]
    said = world.wordings(query)
    general = query.general
    contest = world.contest(query, channel)
    names, kind = world.names_on(query), query.kind
    pages = [
        (page_of(query.topic, channel, i, said, language, contest, names, kind), TOPIC_BONUS)
        for i in pool(query.topic, channel, contest)
    ]
    if query.topic != general:
        whole = world.contest(query._replace(facet="general"), channel)
        strays = _strays(general, query.topic, channel, whole, contest)
        words = world.wordings(query._replace(facet="general"))
        pages += [
            (page_of(general, channel, i, words, language, whole, names, kind), STRAY_BONUS)
            for i in strays
        ]
    for number, near in enumerate(_neighbours(world, query, channel) if depth > len(pages) else ()):
        if len(pages) >= depth * 1.2:
            break
        words = world.in_topic(near.topic, 12) or (query.head,)
        theirs = world.contest(near, channel)
        pages += [
            (
                page_of(near.topic, channel, i, words, language, theirs, names, kind),
                DEEP_BONUS - number,
            )
            for i in pool(near.topic, channel, theirs)
        ]
    unique: dict[str, tuple[Standing, float]] = {}
    for page, bonus in pages:
        unique.setdefault(page.address, (page, bonus))
    scored = (
        (page, bonus + _lasting(page, query, channel, language)) for page, bonus in unique.values()
    )
    return tuple(sorted(scored, key=itemgetter(1), reverse=True))


def _neighbours(world: World, query: Query, channel: str) -> Sequence[Query]:
    """One query of each topic beside, the most searched first."""
    topics = {other.topic: other for other in reversed(world.company(query.key, channel)[:200])}
    topics.pop(query.topic, None)
    return list(reversed(topics.values()))


@lru_cache(maxsize=60_000)
def _query_words(key: str, language: str) -> tuple[str, tuple[str, ...]]:
    return f" {key} ", tuple(stems(key, language))


@lru_cache(maxsize=60_000)
def _moved(address: str, era: int) -> float:
    return roll("update", address, era)


def _lasting(page: Standing, query: Query, channel: str, language: str) -> float:
    """What a page scores for a query on any day, for anybody."""
    phrase, words = _query_words(query.key, language)
    exact = phrase in page.title_phrase
    all_words = exact or all(stem in page.title_stems for stem in words)
    side = SIDES[channel]
    return (
        0.62 * page.publisher.strength
        + side.pull_points * min(1.0, math.log1p(page.pull) / math.log1p(side.most_pull))
        + (14 if exact else 9 if all_words else 0)
        + 6 * roll("taste", page.address, query.key)
    )


def _most_passing(seen: Viewpoint) -> float:
    """The most that a page can score beside."""
    return (
        WANDER
        + UPDATE_WANDER
        + (PERSONAL if seen.viewer else 0)
        + (PHONE if seen.device == "phone" else 0)
        + (LOCAL_BONUS if seen.place else 0)
    )


def _passing(page: Standing, query: Query, seen: Viewpoint) -> float:
    """What it scores beside that on a day, from a place, for a viewer."""
    era = seen.day.toordinal() // UPDATE_DAYS
    age = (seen.day - page.published).days
    score = (
        WANDER * roll("day", page.address, query.key, seen.day)
        + UPDATE_WANDER * _moved(page.address, era)
        - GREEN_LOSS * 0.5 ** (max(age, 0) / SIDES[seen.channel].ripe_days * 2)
    )
    if seen.viewer:
        score += PERSONAL * roll("viewer", seen.viewer, page.publisher.address)
    if seen.device == "phone":
        score += PHONE * roll("phone", page.publisher.address)
    if seen.place and roll("local", page.publisher.address, seen.place) < LOCAL_SHARE:
        score += (
            LOCAL_BONUS
            if query.kind in SERVED or query.facet.startswith("local")
            else LOCAL_BONUS / 4
        )
    return score


def _own_scores(world: World, query: Query, seen: Viewpoint) -> list[tuple[float, Standing]]:
    """The person's own pieces that have been found and are about the query: green at first,
    ripening by the same rules."""
    language = world.tongue.locale[:2]
    scores: list[tuple[float, Standing]] = []
    for piece in seen.own:
        about = world.query(piece.main)
        if about.head != query.head:
            continue
        days = days_until_found(piece.address, seen.channel)
        age = (seen.day - piece.published).days
        if age < days:
            continue
        title = piece.title
        if piece.retitled is not None and (seen.day - piece.retitled).days < days // 2 + 1:
            title = piece.old_title or piece.title
        publisher = Publisher(
            piece.publisher,
            piece.publisher,
            SIDES[seen.channel].strength_of(piece.standing),
            piece.standing,
        )
        page = standing_of(
            publisher,
            piece.address,
            title,
            _own_pull(publisher, piece.address, seen.channel, age),
            piece.published,
            language,
        )
        bonus = TOPIC_BONUS if about.topic == query.topic else STRAY_BONUS
        lasting = bonus + _lasting(page, query, seen.channel, language)
        scores.append((lasting + _passing(page, query, seen), page))
    aimed = [
        page.address
        for piece in seen.own
        if world.query(piece.main).topic == query.topic
        for _, page in scores
        if page.address == piece.address
    ]
    if len(aimed) > 1:
        scores = [
            (score - RIVAL_LOSS if page.address in aimed else score, page) for score, page in scores
        ]
    return scores


def days_until_found(address: str, channel: str) -> int:
    """Days until an engine first shows a page."""
    low, high = SIDES[channel].found_days
    return low + int((high - low + 1) * roll("found", address, channel))


def _own_pull(publisher: Publisher, address: str, channel: str, age: int) -> float:
    """As a rival's page of that standing has it, and as much of it as a page of that age."""
    grown = typical_pull(publisher, channel) * spread(PULL_SPREAD, "own pull", address)
    return grown * min(1.0, age / SIDES[channel].grown_days)
