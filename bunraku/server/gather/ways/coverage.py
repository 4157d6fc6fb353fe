"""The map of what was covered: which ways were run for which seeds, and what the rest would
cost."""

from typing import Any

from django.db.models import Count, Q

from bunraku.core.gather.seed_operators import read_seed
from bunraku.core.text import BadKeyword, identity_key
from bunraku.server.gather.models import Origin
from bunraku.server.gather.ways.catalogue import WAYS
from bunraku.server.gather.ways.estimating import way_price_tenths
from bunraku.server.gather.ways.run import Gather
from bunraku.server.jobs.models import Job
from bunraku.server.projects.models import Project
from bunraku.server.sheet.scopes import find_scope

MOST_SEEDS = 300
"""Lines of the map: more are not looked at together."""
RUNS_LOOKED_AT = 1_000
"""Runs that the map is drawn from, the latest first."""
MAPPED = tuple(
    way.id for way in WAYS.values() if way.starts_from == "seeds" and way.id != "language"
)


def coverage(project: Project, channel: str) -> dict[str, Any]:
    """Which ways were run for which seeds on a channel, what each brought, and what it would cost
    to cover the rest."""
    scope = find_scope(project, channel)
    counts: dict[tuple[str, str], tuple[int, int]] = {}
    brought = (
        Origin.objects.filter(scope=scope, method__in=MAPPED)
        .values_list("seed", "method")
        .annotate(keywords=Count("pk"), new=Count("pk", filter=Q(first=True)))
        .order_by()
    )
    for seed, method, keywords, new in brought:
        key = (identity_key(seed), method)
        had = counts.get(key, (0, 0))
        counts[key] = (had[0] + keywords, had[1] + new)
    seeds, asked = _asked(project, channel)
    cells = [
        {
            "seed": text,
            "way": way,
            "keywords": counts.get((key, way), (0, 0))[0],
            "new": counts.get((key, way), (0, 0))[1],
            "asked": (key, way) in asked or (key, way) in counts,
        }
        for key, text in list(seeds.items())[:MOST_SEEDS]
        for way in MAPPED
    ]
    gaps = [str(cell["way"]) for cell in cells if not cell["asked"]]
    prices = {way: way_price_tenths(project, WAYS[way]) for way in MAPPED}
    return {
        "cells": cells,
        "seeds": len(seeds),
        "free_gaps": sum(not prices[way] for way in gaps),
        "paid_gaps": sum(prices[way] > 0 for way in gaps),
        "rest_price": sum(prices[way] for way in gaps) / 10,
        "rest_new": sum(WAYS[way].brings for way in gaps),
    }


def _asked(project: Project, channel: str) -> tuple[dict[str, str], set[tuple[str, str]]]:
    """The seeds of a channel by key, latest run first, and which (seed, way) were asked and
    answered; also by runs that brought nothing."""
    seeds: dict[str, str] = {}
    asked: set[tuple[str, str]] = set()
    kind = Gather()
    jobs = Job.objects.filter(project=project, kind=kind.id).exclude(state="failed").order_by("-pk")
    for job in jobs.only("params", "result")[:RUNS_LOOKED_AT]:
        params, missing = kind.params_of(job), kind.result_of(job).missing
        if channel not in params.channels:
            continue
        starts = [way for way in params.ways if way in MAPPED]
        for typed in params.seeds if starts else []:
            text = _text_of(typed)
            seeds.setdefault(identity_key(text), text)
            places = {way: f"{channel}|{way}|{text}" for way in starts}
            asked.update(
                (identity_key(text), way)
                for way, place in places.items()
                if place not in missing and (not params.only or place in params.only)
            )
    return seeds, asked


def _text_of(typed: str) -> str:
    try:
        return read_seed(typed).text
    except BadKeyword:
        return typed
