"""What stands beside the results: features, questions, how many aim at the phrase, how the page
moves, what listings can be narrowed by."""

from collections import Counter
from collections.abc import Collection, Sequence
from dataclasses import asdict
from typing import Any

import numpy as np

from bunraku.core.text import identity_key
from bunraku.core.weigh.company import Narrowing, Result, narrowed
from bunraku.core.weigh.page import openness
from bunraku.core.weigh.page_changes import (
    changes_a_week,
    moved_between,
    positions_over_time,
    volatility_words,
)
from bunraku.core.weigh.phrase_match import says_exactly
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Keyword, Row
from bunraku.server.weigh.evidence import thresholds_of
from bunraku.server.weigh.results.snapshots import DatedPage
from bunraku.server.weigh.results.stated_page import results_of

DEPTHS = (10, 50, 100)
"""Results to which titles that say the phrase are counted."""
SNAPSHOTS_SHOWN = 26
"""Readings of a page that are looked back at: half a year of weekly ones."""


def on_the_page(row: Row, page: DatedPage | None, project: Project) -> dict[str, Any]:
    """What else is on the page, and what it says of how much there is."""
    told = page.payload if page else {}
    phrases = {*told.get("questions", []), *told.get("related", [])}
    keys = {identity_key(text): text for text in phrases}
    there = set(Keyword.objects.filter(project=project, key__in=keys).values_list("key", flat=True))
    saying = told.get("saying")
    few_pages = thresholds_of(project, row.scope.channel).few_pages
    open_to = None
    if row.volume is not None and saying is not None:
        open_to = round(float(openness(np.array([row.volume]), np.array([saying]))[0]), 4)

    def listed(texts: Sequence[str]) -> list[dict[str, Any]]:
        return [{"text": text, "known": identity_key(text) in there} for text in texts]

    return {
        "features": told.get("features", []),
        "ads": told.get("ads", 0),
        "questions": listed(told.get("questions", [])),
        "related": listed(told.get("related", [])),
        "found": told.get("found"),
        "saying": saying,
        "titled": told.get("titled"),
        "openness": open_to,
        "phone": told.get("phone"),
        "few": None if saying is None else saying <= few_pages,
        "few_pages": few_pages,
    }


def choices_of(results: Sequence[Result]) -> dict[str, Any]:
    """What listings can be narrowed by, the commonest first."""
    materials = Counter(m for r in results for m in r.materials)
    categories = Counter(c for r in results for c in r.categories)
    return {
        "materials": [name for name, _ in materials.most_common()],
        "categories": [name for name, _ in categories.most_common()],
    }


def moves_of(read: Sequence[DatedPage]) -> dict[str, Any]:
    """How the page moved between the readings there are."""
    shown = list(reversed(read[:SNAPSHOTS_SHOWN]))
    snapshots = [page.snapshot for page in shown]
    names = {
        result["address"]: (result["title"], result["publisher"])
        for page in shown
        for result in page.payload["results"]
    }
    moved = []
    if len(snapshots) > 1:
        depth = min(len(snapshots[-1].addresses), len(snapshots[-2].addresses))
        moved = moved_between(snapshots[-2].addresses[:depth], snapshots[-1].addresses[:depth])
    changes = changes_a_week(snapshots)
    return {
        "days": [snapshot.on for snapshot in snapshots],
        "moved": [
            {**asdict(m), "title": names[m.address][0], "publisher": names[m.address][1]}
            for m in moved
        ],
        "changes_a_week": None if changes is None else round(changes, 2),
        "moves_words": volatility_words(changes),
        "over_time": [
            {"address": address, "publisher": names[address][1], "positions": positions}
            for address, positions in positions_over_time(snapshots)
        ]
        if len(snapshots) > 1
        else [],
    }


def says_at(
    page: DatedPage | None, narrowing: Narrowing, row: Row, own: Collection[str]
) -> list[dict[str, int]]:
    """Of the first ten, fifty and hundred results, as far as the page was read and the narrowing
    lets them count, how many carry the exact phrase in the title."""
    language = row.scope.language
    every = results_of(page.payload if page else None)
    depths = [depth for depth in DEPTHS if depth <= max(len(every), DEPTHS[0])] if every else []
    told = []
    for depth in depths:
        counted = narrowed(every[:depth], narrowing, language, own)
        says = sum(says_exactly(result.title, row.text, language) for result in counted)
        told.append({"depth": min(depth, len(every)), "of": len(counted), "says": says})
    return told
