"""Rivals: who stands on the pages that were read, how often and where; one in full against ours."""

from collections.abc import Sequence
from dataclasses import dataclass, field
from itertools import zip_longest
from typing import Any

from bunraku.core.text import identity_key
from bunraku.server.database.unchanged import while_unchanged
from bunraku.server.errors import not_found
from bunraku.server.projects.models import Project
from bunraku.server.readings.buying import price_of_new
from bunraku.server.readings.known import latest
from bunraku.server.sheet.models import IN_PLAY, Keyword, RowPage, Scope
from bunraku.server.sheet.scopes import find_scope
from bunraku.server.weigh.own_names import own_names
from bunraku.server.weigh.results.best import best_pages
from bunraku.sources.protocol import What

MOST_RIVALS = 200
"""Rivals listed, those who stand most often."""
MOST_SHOWN = 200
"""Keywords shown of each side of a comparison, those with most searches."""


@dataclass
class Seen:
    """A publisher as it was seen: places it holds, by keyword the best of them, searches of these
    keywords a month; its authority, followers or reviews, where they are known."""

    places: int = 0
    best: dict[int, int] = field(default_factory=dict)
    searches: float = 0.0
    standing: float | None = None

    def take(self, row: int, position: int, volume: float | None, standing: float | None) -> None:
        """Seen once more. Of several figures the highest stands: they differ by their day, and what
        is known of a publisher mostly grows."""
        self.places += 1
        if standing is not None:
            self.standing = max(standing, self.standing or 0.0)
        if row not in self.best:
            self.searches += volume or 0.0
            self.best[row] = position


def list_rivals(project: Project, channel: str) -> dict[str, Any]:
    """Who stands on the pages of a channel's keywords in play, the most often first; how many pages
    that rests on. One query, kept while nothing changes."""
    scope = find_scope(project, channel)
    own = own_names(project.outlets.all(), channel)
    seen, pages = _seen(scope)
    ranked = sorted(seen.items(), key=lambda entry: (-len(entry[1].best), entry[0]))
    return {
        "pages": pages,
        "rivals": [
            {
                "publisher": name,
                "keywords": len(of.best),
                "places": of.places,
                "share": round(len(of.best) / pages, 4),
                "position": round(sum(of.best.values()) / len(of.best), 1),
                "searches": round(of.searches),
                "standing": of.standing,
                "own": name.casefold() in own,
            }
            for name, of in ranked[:MOST_RIVALS]
        ],
    }


def _seen(scope: Scope) -> tuple[dict[str, Seen], int]:
    return while_unchanged(("rivals", scope.pk), lambda: _look(scope))


def _look(scope: Scope) -> tuple[dict[str, Seen], int]:
    told = RowPage.objects.filter(row__scope=scope, row__state__in=IN_PLAY)
    seen: dict[str, Seen] = {}
    pages = 0
    columns = ("row_id", "row__volume", "publishers", "standings")
    for row, volume, publishers, standings in told.values_list(*columns):
        pages += bool(publishers)
        # Pages of before this was kept have none.
        for position, (name, standing) in enumerate(zip_longest(publishers, standings), start=1):
            seen.setdefault(name, Seen()).take(row, position, volume, standing)
    return seen, pages


def rival_in_full(project: Project, channel: str, publisher: str) -> dict[str, Any]:
    """One publisher against ours: keywords where it stands and we do not, where both do, where we
    do and it does not; what else it ranks for, where that was read. Raises: not_found."""
    scope = find_scope(project, channel)
    seen, pages = _seen(scope)
    there = seen.get(publisher)
    ranks = (latest(scope, What.RANKS, [publisher]) if scope.pk else {}).get(publisher)
    if there is None and ranks is None:
        raise not_found("rival")
    theirs = dict(there.best) if there else {}
    ours = _ours(project, scope, seen)
    both = [row for row in theirs if row in ours]
    alone = [row for row in ours if row not in theirs]
    rest = [row for row in theirs if row not in ours]
    return {
        "publisher": publisher,
        "pages": pages,
        "best": best_pages(scope, publisher, theirs),
        "theirs": _rows(scope, rest, theirs, ours),
        "both": _rows(scope, both, theirs, ours),
        "ours": _rows(scope, alone, theirs, ours),
        "counts": {"theirs": len(rest), "both": len(both), "ours": len(alone)},
        "standing": ranks["standing"] if ranks else None,
        "published": ranks["published"] if ranks else None,
        "ranks": _not_gathered(project, ranks["ranks"] if ranks else []),
        "ranks_read": ranks is not None,
        "ranks_price": price_of_new(scope, What.RANKS, [publisher]) / 10 if scope.pk else 0,
    }


def _ours(project: Project, scope: Scope, seen: dict[str, Seen]) -> dict[int, float]:
    """Where we stand ourselves: on the pages that were read, or as our own report has it."""
    own = own_names(project.outlets.all(), scope.channel)
    places: dict[int, float] = {}
    for name, of in seen.items():
        if name.casefold() in own:
            places.update(of.best)
    reported = scope.rows.filter(own_position__isnull=False).values_list("pk", "own_position")
    for row, position in reported:
        places.setdefault(row, float(position or 0))
    return places


def _rows(
    scope: Scope, ids: Sequence[int], theirs: dict[int, int], ours: dict[int, float]
) -> list[dict[str, Any]]:
    fields = ("pk", "text", "volume", "chance", "worth", "verdict")
    rows = scope.rows.filter(pk__in=list(ids)[:5_000]).values_list(*fields)
    told = [
        {
            "row": pk,
            "text": text,
            "volume": volume,
            "chance": chance,
            "worth": worth,
            "their_position": theirs.get(pk),
            "own_position": ours.get(pk),
        }
        for pk, text, volume, chance, worth, _ in rows
    ]
    told.sort(key=lambda one: (-(one["volume"] or 0), one["text"]))
    return told[:MOST_SHOWN]


def _not_gathered(project: Project, ranks: Sequence[Sequence[Any]]) -> list[dict[str, Any]]:
    keys = {identity_key(text): (text, position) for text, position in ranks}
    there = set(Keyword.objects.filter(project=project, key__in=keys).values_list("key", flat=True))
    return [
        {"text": text, "position": position, "known": key in there}
        for key, (text, position) in keys.items()
    ]
