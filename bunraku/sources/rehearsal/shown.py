"""What a results page shows of a result beside its title, and how many results it says there
are."""

from datetime import date
from functools import lru_cache

from bunraku.sources.rehearsal.dice import roll, rolls, spread
from bunraku.sources.rehearsal.query import Query
from bunraku.sources.rehearsal.standing import Standing, loose_share
from bunraku.sources.rehearsal.world import World

Shown = dict[str, object]
MATERIALS = (
    *("brass", "glass", "aluminium", "birch"),
    *("canvas", "cork", "felt", "leather", "linen", "oak", "paper", "resin", "steel", "wool"),
)
SHELVES = {
    "thing": "equipment",
    "part": "parts and spares",
    "goods": "supplies",
    "extra": "accessories",
    "plant": "plants and seeds",
    "reading": "books and prints",
    "topic": "books and prints",
    "event": "gifts",
    "activity": "courses and outings",
}
PHONE_BY_FACET = {
    "local": 0.2,
    "when": 0.12,
    "see": 0.1,
    "watch": 0.08,
    "what": 0.06,
    "compare": -0.1,
    "choose": -0.06,
    "best": -0.06,
    "howto": -0.04,
}
"""What the reason for a search adds to the share of phones."""
LISTING_SHARE = 0.03
"""Share of a shop's reviews that one of its listings mostly has."""
MOST_FOUND = 4.0
"""Powers of ten between the results for what nobody writes on and for what everybody does."""


def shown_of(page: Standing, channel: str, query: Query, day: date) -> Shown:
    """What the channel's results page tells of a result: a video's views and length, a listing's
    own reviews, price, materials and categories; of a web page nothing more."""
    if channel == "video":
        days = max((day - page.published).days, 1)
        # A video has most of its views while it is new.
        views = page.pull * days * (0.7 + roll("views", page.address))
        return {"views": round(views), "seconds": _seconds(page.address)}
    if channel == "marketplace":
        return {
            "reviews": int(page.publisher.standing * LISTING_SHARE * spread(1.0, page.address)),
            "price": price_of(page.address),
            "materials": list(materials_of(page.address)),
            "categories": categories_of(query),
        }
    return {}


@lru_cache(maxsize=20_000)
def materials_of(address: str) -> tuple[str, ...]:
    """What a listing is made of, up to three materials."""
    dice = [*rolls("material", address), *rolls("material more", address)]
    return tuple(m for m, die in zip(MATERIALS, dice, strict=False) if die < 0.16)[:3]


def categories_of(query: Query) -> list[str]:
    """The shelves that a listing stands on, the narrow one first."""
    return [query.head, SHELVES.get(query.kind, "everything else")]


def price_of(address: str) -> float:
    """A listing's price: mostly little, now and then much."""
    return float(round(8 + 140 * roll("price", address) ** 2, 2))


def _seconds(address: str) -> int:
    return int(75 + 1_500 * roll("length", address) ** 1.6)


def totals_of(world: World, query: Query, channel: str) -> Shown:
    """How many results there are in all; how many of them carry the exact phrase, and how many
    carry it in title and address: the more is to be had, the more aim at it."""
    contest = world.contest(query, channel)
    words = len(query.key.split())
    found = 10 ** (2.2 + MOST_FOUND * contest - 0.25 * (words - 1)) * spread(
        0.5, "found", query.key, channel
    )
    saying = found * 0.3 * (1 - loose_share(contest)) * spread(0.4, "saying", query.key, channel)
    titled = saying * 0.12 * spread(0.5, "titled", query.key, channel)
    return {
        "found": round(found),
        "saying": round(saying),
        "titled": round(titled),
        "phone": phone_share(query, channel),
    }


def phone_share(query: Query, channel: str) -> float:
    """Share of a query's searches that come from phones: most where somebody is on the way, fewer
    where somebody sits down to choose or to work."""
    usual = {"web": 0.56, "video": 0.66, "marketplace": 0.6}[channel]
    usual += PHONE_BY_FACET.get(query.facet.split(":")[0], 0.0)
    return round(min(0.95, max(0.1, usual + 0.12 * (roll("phone share", query.key) - 0.5))), 2)


def length_of(page: Standing) -> int:
    """How many words a web page has: mostly some hundreds, and more where much is published with
    care."""
    usual = 350 + 14 * page.publisher.strength
    return round(usual * spread(0.45, "words", page.address))
