"""What was foretold of a piece's phrases when it was published: kept, and never changed."""

from collections.abc import Sequence
from typing import Any

import numpy as np

from bunraku.server.plan.selectors import PieceFigures
from bunraku.server.projects.models import Outlet
from bunraku.server.readings.known import latest
from bunraku.server.sheet.models import Keyword, Row, Scope
from bunraku.server.weigh.evidence import standpoint_of, strengths_on
from bunraku.sources.protocol import What


def forecasts_of(figures: PieceFigures) -> list[dict[str, Any]]:
    """Of each phrase of a piece what `Followed` keeps of it: its keyword and what is foretold of it
    for the piece's outlet. Four queries."""
    rows = figures.rows
    keys = dict(
        Keyword.objects.filter(pk__in=[row.keyword_id for row in rows]).values_list("pk", "key")
    )
    scope = figures.piece.scope
    strengths = _strengths(scope, rows, keys)
    offset = _offset(figures.piece.outlet)
    return [
        {
            "keyword_id": row.keyword_id,
            "term": keys[row.keyword_id],
            "text": row.text,
            "main": figures.main is not None and row.pk == figures.main.pk,
            "searches": row.volume,
            "chance": row.chance,
            "position": row.position,
            "clicks": row.clicks,
            "own_strength": None if row.own_strength is None else row.own_strength - offset,
            "strengths": page,
        }
        for row, page in zip(rows, strengths, strict=True)
    ]


def _offset(outlet: Outlet | None) -> float:
    """What learning added to a strength is taken off again: what is learned is learned anew from
    what was told."""
    return float(outlet.taught.get("offset", 0.0)) if outlet else 0.0


def _strengths(scope: Scope, rows: Sequence[Row], keys: dict[int, str]) -> list[list[float | None]]:
    """The strengths of each phrase's page as it was read last; empty where none was."""
    if not rows:
        return []
    pages = latest(scope, What.PAGE, list(keys.values()))
    told = [(row.text, pages.get(keys[row.keyword_id])) for row in rows]
    found = strengths_on(told, standpoint_of(scope))
    return [
        [None if np.isnan(value) else round(float(value), 2) for value in page]
        if np.isfinite(page).any()
        else []
        for page in found
    ]
