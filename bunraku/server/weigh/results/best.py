"""A rival's best pages, videos or listings: those that stand for most of one's keywords."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any

from bunraku.core.weigh.landing import clicks_of_places
from bunraku.core.weigh.page import PAGE_ONE
from bunraku.server.readings.known import latest
from bunraku.server.sheet.models import Scope
from bunraku.sources.protocol import What

LOOKED_THROUGH = 400
"""Keywords whose pages are looked through: those that a rival stands for and that are searched
most."""
MOST_SHOWN = 12
"""Pages shown, those that bring a rival most."""


@dataclass
class Standing:
    """A page as it was seen: its title, keywords, visits, and which keyword brings most of them."""

    title: str = ""
    keywords: int = 0
    visits: float = 0.0
    most: tuple[float, str, int] = field(default=(-1.0, "", 0))


def best_pages(scope: Scope, publisher: str, rows: Mapping[int, int]) -> list[dict[str, Any]]:
    """A publisher's best pages by what the keywords of some rows bring them, the best first.

    Parameters: `rows`, ids of rows on whose pages it stands. Two queries; the pages of the most
    searched `LOOKED_THROUGH` are read."""
    told = list(
        scope.rows.filter(pk__in=list(rows)[:20_000]).values_list(
            "pk", "text", "volume", "keyword__key"
        )
    )
    told.sort(key=lambda one: -(one[2] or 0.0))
    told = told[:LOOKED_THROUGH]
    pages = latest(scope, What.PAGE, [key for *_, key in told]) if scope.pk else {}
    shares = clicks_of_places(scope.channel, 1.0, 1.0)
    found: dict[str, Standing] = {}
    for pk, text, volume, key in told:
        for place, result in enumerate((pages.get(key) or {"results": []})["results"][:PAGE_ONE]):
            if result["publisher"] != publisher:
                continue
            seen = found.setdefault(result["address"], Standing(result["title"]))
            brings = (volume or 0.0) * float(shares[place])
            seen.keywords += 1
            seen.visits += brings
            seen.most = max(seen.most, (brings, text, pk))
    best = sorted(found.items(), key=lambda one: (-one[1].visits, -one[1].keywords, one[0]))
    return [
        {
            "address": address,
            "title": seen.title,
            "keywords": seen.keywords,
            "visits": round(seen.visits, 1),
            "most": seen.most[1],
            "row": seen.most[2],
        }
        for address, seen in best[:MOST_SHOWN]
    ]
