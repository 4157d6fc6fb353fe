"""How many results a results page says there are, and how many searches come from phones."""

from bunraku.sources.rehearsal.channels import SIDES, Shown
from bunraku.sources.rehearsal.dice import roll, spread
from bunraku.sources.rehearsal.query import Query
from bunraku.sources.rehearsal.standing import loose_share
from bunraku.sources.rehearsal.world import World

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
MOST_FOUND = 4.0
"""Powers of ten between the results for what nobody writes on and for what everybody does."""


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
    usual = SIDES[channel].phones + PHONE_BY_FACET.get(query.facet.split(":")[0], 0.0)
    return round(min(0.95, max(0.1, usual + 0.12 * (roll("phone share", query.key) - 0.5))), 2)
