"""Maps of the practice world: who stands on the map of a results page."""

from collections.abc import Sequence
from functools import lru_cache

from bunraku.core.text.addresses import bare_address, host_of
from bunraku.sources.rehearsal.dice import roll, spread
from bunraku.sources.rehearsal.query import Query
from bunraku.sources.rehearsal.results import LOCAL_SHARE, UPDATE_DAYS, Viewpoint
from bunraku.sources.rehearsal.standing import Publisher, pool, publishers
from bunraku.sources.rehearsal.world import World

SHOWN = 20
"""Places that a map lists when one opens it."""
KNOWN_DAYS = 30
"""Days that somebody must have published before a map knows them."""
REVIEWS = 0.9
"""Spread, in ln, of how many reviews those of one strength have."""


def of_any(address: str, whose: Sequence[str]) -> bool:
    """Whether an address is one of some hosts or addresses, or lies below one."""
    own, below = _own(tuple(whose))
    bare = bare_address(address)
    return bare in own or bare.startswith(below)


@lru_cache(maxsize=64)
def _own(whose: tuple[str, ...]) -> tuple[frozenset[str], tuple[str, ...]]:
    """Some hosts and addresses, and how what lies below one begins."""
    own = frozenset(map(bare_address, whose)) - {""}
    return own, tuple(f"{start}{sign}" for start in own for sign in "/?")


def place_on_map(world: World, query: Query, seen: Viewpoint, whose: Sequence[str]) -> int | None:
    """The place on the map of those who are asked about; None where they are not among the first
    `SHOWN`. Near by and well reviewed comes first; who publishes nothing on the subject is not on
    it, and neither is who began a few weeks ago."""
    contest = world.contest(query, seen.channel)
    everyone = publishers(seen.channel)
    near = [
        everyone[index]
        for index in pool(query.general, seen.channel, contest)
        if not seen.place or roll("local", everyone[index].address, seen.place) < LOCAL_SHARE
    ]
    scored = [(_score(each, seen), each.address) for each in near]
    mine = [
        piece
        for piece in seen.own
        if of_any(piece.address, whose)
        and world.query(piece.main).head == query.head
        and (seen.day - piece.published).days >= KNOWN_DAYS
    ]
    if not mine:
        return None
    own = Publisher(mine[0].publisher, host_of(mine[0].address), mine[0].standing, 0.0)
    scored.append((_score(own, seen), ""))
    scored.sort(key=lambda entry: (-entry[0], entry[1]))
    place = [address for _, address in scored].index("") + 1
    return place if place <= SHOWN else None


def _score(publisher: Publisher, seen: Viewpoint) -> float:
    """How far up on the map: reviews by strength, how near, and the engine's weights of the
    season."""
    era = seen.day.toordinal() // UPDATE_DAYS
    reviews = publisher.strength * spread(REVIEWS, "reviews", publisher.address) ** 0.3
    near = 40 * roll("near", publisher.address, seen.place)
    return reviews + near + 6 * roll("map", publisher.address, era)
