"""What is on people's lips in the practice world: terms that rise, and how often they are named on
its networks."""

import numpy as np

from bunraku.sources.protocol import Request
from bunraku.sources.rehearsal.channels import CHANNEL_INDEX
from bunraku.sources.rehearsal.demand import demand_of_months, months_before
from bunraku.sources.rehearsal.dice import roll, spread
from bunraku.sources.rehearsal.rivals import piece_of
from bunraku.sources.rehearsal.world import World

Raw = dict[str, object]
NETWORKS = {"oakline": 0.004, "ferrywire": 0.0015, "bramblecast": 0.0008}
"""Invented networks, and how many mentions a search a month makes there."""
COMPANY_LOOKED_AT = 250
"""Queries beside a term that are looked through for rising ones."""
THREADS = 3
"""Headings told of each network."""
LEAST_RISE = 0.25
"""Growth in a year from which a term is called rising."""
LEAST_SEARCHES = 2.0
"""Searches a month below which nothing is talked about."""


def rising(world: World, term: str, request: Request) -> Raw:
    """Related terms of a subject that draw more in the last quarter than in the same months a year
    ago. New terms are known here first."""
    months = months_before(request.on, 15)
    terms: list[tuple[str, float | None]] = []
    own = world.query(term)
    company = world.company(term, request.channel)[:COMPANY_LOOKED_AT]
    talked_about = world.tongue.heads if world.knows(own.head) and own.kind != "topic" else ()
    relatives = [world.query(head.name) for head in talked_about if head.life.startswith("born")]
    for query in [*company, *relatives]:
        if query.key == own.key or query.demand[CHANNEL_INDEX[request.channel]] < LEAST_SEARCHES:
            continue
        series = demand_of_months(query, request.channel, months)
        now, before = float(np.sum(series[-3:])), float(np.sum(series[:3]))
        if before <= 0 and now > 0:
            terms.append((query.key, None))
        elif before > 0 and now / before - 1 >= LEAST_RISE:
            terms.append((query.key, round(now / before - 1, 2)))
    terms.sort(key=lambda term: (term[1] is not None, -(term[1] or 0), term[0]))
    return {"terms": terms[:20]}


def mentions(world: World, term: str, request: Request) -> Raw | None:
    """How often a term was named in thirty days, by network: noisy, and nothing for what nobody
    names. Of the address of a result also under which headings."""
    if "/" in term:
        return _of_result(world, term, request)
    query = world.query(term)
    level = float(demand_of_months(query, request.channel, months_before(request.on, 1))[0])
    counts = {
        network: round(level * share * spread(0.6, network, query.key, request.on.toordinal() // 7))
        for network, share in NETWORKS.items()
        if roll("talks", network, query.head) < 0.85
    }
    return {"mentions": counts} if any(counts.values()) else None


def _of_result(world: World, term: str, request: Request) -> Raw | None:
    """Where a result is passed on: the stronger who publishes it, the oftener, under headings that
    are what people ask about its topic."""
    found = piece_of(world, term, request)
    if found is None:
        return None
    publisher, _, said = found
    counts: dict[str, int] = {}
    threads: list[tuple[str, str]] = []
    for network in NETWORKS:
        week = request.on.toordinal() // 7
        often = round(publisher.strength / 12 * spread(0.8, "passed on", network, term, week))
        if not often or roll("known there", network, term) > 0.7:
            continue
        counts[network] = often
        asked = [key for key in said if roll("thread", network, term, key) < 0.3][:often]
        threads += [(network, f"{key[:1].upper()}{key[1:]}") for key in asked[:THREADS]]
    return {"mentions": counts, "threads": threads} if counts else None
