"""Two titles of a piece against each other."""

from collections.abc import Sequence
from typing import Any

import numpy as np

from bunraku.core.write.limits import measure, most_of
from bunraku.core.write.title_duel import PhraseSeen, compare_titles, duel_words
from bunraku.server.projects.models import Project
from bunraku.server.readings.known import Payload, latest
from bunraku.server.sheet.models import Row
from bunraku.server.weigh.cases import case_of
from bunraku.server.weigh.evidence import decisions_on, standpoint_of
from bunraku.server.write.aims import Aims, aims_of
from bunraku.sources.protocol import What

MOST_PHRASES = 30
"""Phrases that titles are compared by: those of most value."""


def duel_of(project: Project, piece_id: int, titles: Sequence[str]) -> dict[str, Any]:
    """What some titles of a piece would bring, and a sentence that decides or says that it is even.
    As many queries whatever the number of phrases. Raises: not_found."""
    aims = aims_of(project, piece_id)
    phrases = _seen(aims)
    channel = aims.piece.scope.channel
    duel = compare_titles(titles, phrases, channel, aims.aim.language)
    limits = most_of(aims.profile.limits, "title")
    return {
        "words": duel_words(duel),
        "best": duel.best,
        "decided": duel.decided,
        "sure": round(duel.sure, 3),
        "known": duel.known,
        "titles": [
            {
                "text": one.text,
                "visits": round(one.visits, 2),
                "low": round(one.low, 2),
                "high": round(one.high, 2),
                "searched": round(one.searched),
                "same": one.same,
                "length": one.length,
                "over": any(
                    measure(limit, {"title": one.text}).state == "over" for limit in limits
                ),
                "phrases": [
                    {
                        "text": phrase.text,
                        "said": brings.said,
                        "chance": _known(brings.page_one),
                        "visits": _known(brings.visits),
                    }
                    for phrase, brings in zip(phrases, one.phrases, strict=True)
                ],
            }
            for one in duel.titles
        ],
    }


def _known(value: float) -> float | None:
    return None if np.isnan(value) else round(value, 4)


def _seen(aims: Aims) -> list[PhraseSeen]:
    scope = aims.piece.scope
    order = sorted(range(len(aims.rows)), key=lambda place: (place != 0, -aims.values[place]))
    ids = [aims.rows[place] for place in order[:MOST_PHRASES]]
    rows = {
        row.pk: row
        for row in Row.objects.select_related("keyword", "scope__project").filter(pk__in=ids)
    }
    told = [rows[pk] for pk in ids if pk in rows]
    pages = latest(scope, What.PAGE, [row.keyword.key for row in told])
    decisions = decisions_on(scope, told)
    standpoint = standpoint_of(scope)
    return [
        _phrase(
            row,
            pages.get(row.keyword.key),
            case_of(row, pages.get(row.keyword.key), decisions.get(row.keyword_id), standpoint),
        )
        for row in told
    ]


def _phrase(row: Row, page: Payload | None, case: Any) -> PhraseSeen:
    return PhraseSeen(
        text=row.text,
        volume=row.volume,
        low=row.volume_low,
        high=row.volume_high,
        strengths=case.strengths,
        own=case.own,
        open_share=case.open_share,
        titles=[result["title"] for result in (page or {}).get("results", [])[:10]],
    )
