"""How strong an outlet must be by where it already stands, for its owner to take or leave."""

from collections.abc import Collection
from typing import Any

import numpy as np

from bunraku.core.text.addresses import host_of
from bunraku.core.weigh.chance import own_strength
from bunraku.core.weigh.implied import LEAST_PLACES, implied_strength, standing_for
from bunraku.core.weigh.page import PAGE_ONE, page_facts, strength
from bunraku.core.weigh.phrase_match import ALL_WORDS, EXACT, how_said
from bunraku.server.projects.actions import find_outlet
from bunraku.server.projects.models import Outlet, Project
from bunraku.server.readings.known import Payload, latest
from bunraku.server.sheet.models import Row, RowPage, Scope
from bunraku.server.sheet.scopes import find_scope
from bunraku.server.weigh.evidence import page_numbers
from bunraku.server.weigh.own_names import own_names
from bunraku.sources.protocol import What

MOST_PLACES = 400
"""Places looked at: more tell nothing that these do not."""


def implied_of(project: Project, outlet_id: int) -> dict[str, Any]:
    """An outlet's strength by the places that it has: on the pages that were read, and in its
    owner's own report where the page of the query was read.

    Returns: on how many places it rests and how many it takes, what was told and what the places
    say as own strength, the standing that comes to, None where it cannot be said. Raises:
    not_found. Four queries."""
    outlet = find_outlet(project, outlet_id)
    scope = find_scope(project, outlet.channel)
    told = float(own_strength(outlet.standing, 1, outlet.channel, outlet.pull)[0])
    strengths, positions, short = _places(scope, outlet)
    found = implied_strength(strengths, positions, short, told, outlet.channel)
    return {
        "places": len(positions) if found is None else found.places,
        "needed": LEAST_PLACES,
        "told": round(told, 1),
        "strength": None if found is None else round(found.strength, 1),
        "low": None if found is None else found.low,
        "high": None if found is None else found.high,
        "standing": (
            None if found is None else standing_for(found.strength, outlet.channel, outlet.pull)
        ),
    }


def _places(scope: Scope, outlet: Outlet) -> tuple[Any, Any, Any]:
    """Others' strengths on each page, one's position there, and by how much the title falls short
    of the phrase."""
    names = own_names([outlet], outlet.channel)
    rows = _rows(scope, names)
    pages = latest(scope, What.PAGE, [row.keyword.key for row in rows]) if rows else {}
    whole = strength(page_facts([[(0.0, np.nan, EXACT)]]), scope.channel)[0][0]
    facts, positions, lacks = [], [], []
    for row in rows:
        page = pages.get(row.keyword.key)
        if page is None:
            continue
        at, title = _own_place(page, names)
        position = at if at is not None else row.own_position
        if position is None:
            continue
        others = {**page, "results": [r for n, r in enumerate(page["results"], 1) if n != at]}
        facts.append(page_numbers(row.text, others, scope.language))
        positions.append(float(position))
        # What a report tells has no title; one that stands for a query mostly says its words.
        said = ALL_WORDS if title is None else how_said(title, row.text, scope.language)
        lacks.append(whole * (EXACT - said))
    strengths = strength(page_facts(facts), scope.channel)
    # With ours taken out nine are left: the next one is taken to be as strong as the last of them.
    least = np.nanmin(np.where(np.isnan(strengths), np.inf, strengths), axis=1, initial=np.inf)
    filled = np.where(
        np.isnan(strengths) & (np.arange(PAGE_ONE) == PAGE_ONE - 1) & np.isfinite(least)[:, None],
        least[:, None],
        strengths,
    )
    return filled, np.array(positions), np.array(lacks)


def _rows(scope: Scope, names: Collection[str]) -> list[Row]:
    """Rows where one stands: on the page, or by one's own report; those most searched."""
    if not scope.pk:
        return []
    told = RowPage.objects.filter(row__scope=scope).values_list("row_id", "publishers")
    mine = [pk for pk, who in told if any(name.casefold() in names for name in who)]
    reported = scope.rows.filter(own_position__isnull=False, page__isnull=False)
    ids = {*mine, *reported.values_list("pk", flat=True)}
    found = scope.rows.select_related("keyword").filter(pk__in=list(ids)[:5_000])
    return sorted(found, key=lambda row: -(row.volume or 0.0))[:MOST_PLACES]


def _own_place(page: Payload, names: Collection[str]) -> tuple[int | None, str | None]:
    for at, result in enumerate(page["results"], start=1):
        publisher, host = result["publisher"].casefold(), host_of(result["address"])
        if publisher in names or host in names:
            return at, result["title"]
    return None, None
