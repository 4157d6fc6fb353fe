"""What comes first among keywords, clusters or pieces: by a way that is ready or weights of one's
own, beside another, and how firm that is."""

from typing import Any, Literal

import numpy as np
from django.db import transaction

from bunraku.core.plan.firmness import DRAWS, how_firm
from bunraku.core.plan.levers import Lever, what_it_takes, what_moves
from bunraku.core.plan.ranking import (
    PARTS,
    TOP,
    WAYS,
    Weights,
    rank_things,
    weights_from,
)
from bunraku.server.database.unchanged import while_unchanged
from bunraku.server.errors import not_found
from bunraku.server.journal.recorder import Recorder
from bunraku.server.plan.ranked_things import Of, Told, things_of
from bunraku.server.projects.models import Project
from bunraku.server.sheet.scopes import find_scope

Way = Literal["soonest", "most", "foundations", "own"]
SHOWN = 200
"""Things shown, from the first on."""


def rank_of(
    project: Project, channel: str, of: Of, way: Way, beside: Way, own: dict[str, float] | None
) -> dict[str, Any]:
    """The first of a channel's keywords, clusters or pieces, with each part of the score, how firm
    the place is, and the rank by another way; what rises and falls between the two."""
    scope = find_scope(project, channel)
    told = things_of(project, scope, of)
    weights, other = _weights(project, way, own), _weights(project, beside, own)
    ranking, compared = rank_things(told.things, weights), rank_things(told.things, other)
    firm = while_unchanged(
        ("firm", scope.pk, of, weights, project.pk), lambda: how_firm(told.things, weights)
    )
    ties = np.bincount(ranking.rank)[ranking.rank] > 1
    rising, falling = what_moves(ranking, compared) if way != beside else ([], [])
    return {
        "total": len(told.ids),
        "top": TOP,
        "draws": DRAWS,
        "visits": told.visits,
        "weights": {part: getattr(weights, part) for part in PARTS},
        "rows": [
            {
                "id": told.ids[k],
                "name": told.names[k],
                "served": told.served[k],
                "rank": int(ranking.rank[k]),
                "tied": bool(ties[k]),
                "score": round(float(ranking.score[k]), 2),
                "parts": [round(float(p), 2) for p in ranking.parts[k]],
                "firm": round(float(firm[k]), 3),
                "other_rank": int(compared.rank[k]),
                **_figures(told, k),
            }
            for k in ranking.order[:SHOWN].tolist()
        ],
        "rising": [_moved(told, moved) for moved in rising],
        "falling": [_moved(told, moved) for moved in falling],
    }


def takes_of(
    project: Project, channel: str, of: Of, way: Way, own: dict[str, float] | None, thing: int
) -> dict[str, Any]:
    """What would have to be true for one of them to be among the first. Raises: not_found."""
    told = things_of(project, find_scope(project, channel), of)
    if thing not in told.ids:
        raise not_found("thing of this order")
    place = list(told.ids).index(thing)
    weights = _weights(project, way, own)
    ranking = rank_things(told.things, weights)
    levers = what_it_takes(told.things, weights, place)
    return {
        "id": thing,
        "rank": int(ranking.rank[place]),
        "first": bool(ranking.rank[place] <= TOP),
        "levers": [_lever(lever) for lever in levers],
    }


def choose_ranking(project: Project, way: Way, own: dict[str, float]) -> None:
    """Keep the way that was chosen and weights of one's own."""
    with transaction.atomic(), Recorder(project, "Chose what comes first") as journal:
        journal.touch([project], only=["ranking"])
        kept = weights_from(own)
        project.ranking = {
            "way": way,
            "own": {part: getattr(kept, part) for part in PARTS if getattr(kept, part)},
        }
        project.save(update_fields=["ranking"])


def _weights(project: Project, way: Way, own: dict[str, float] | None) -> Weights:
    if way != "own":
        return WAYS[way]
    told = own if own else project.ranking.get("own") or {}
    # To begin with one's own is the first of those that are ready.
    return weights_from(told) if told else WAYS["soonest"]


def _figures(told: Told, k: int) -> dict[str, Any]:
    things = told.things

    def known(value: float) -> float | None:
        return None if np.isnan(value) else float(value)

    return {
        "volume": known(things.volume[k]),
        "chance": known(things.chance[k]),
        "worth": None if told.visits else known(things.worth[k]),
        "hours": float(things.hours[k]),
    }


def _moved(told: Told, moved: Any) -> dict[str, Any]:
    return {
        "id": told.ids[moved.place],
        "name": told.names[moved.place],
        "before": moved.before,
        "after": moved.after,
        "because": moved.because,
    }


def _lever(lever: Lever) -> dict[str, Any]:
    return {"part": lever.part, "now": lever.now, "then": lever.then}
