"""Reading what was gathered: the stream of arrivals, the map of what was covered, families, why a keyword is relevant."""

from collections.abc import Iterable
from typing import Any

from django.db.models import Count, F, Q, QuerySet

from bunraku.core.gather.relevance import Taste, words_that_decided
from bunraku.core.gather.seed_operators import read_seed
from bunraku.core.text import BadKeyword, identity_key
from bunraku.server.errors import not_found
from bunraku.server.gather.actions import way_price_tenths
from bunraku.server.gather.leave_outs import sieve_of
from bunraku.server.gather.models import Origin
from bunraku.server.gather.ways import BITS, WAYS
from bunraku.server.jobs.models import Job
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import STATE_CODE, STATES, Row, Scope
from bunraku.server.sheet.scopes import find_scope

MOST_SEEDS = 300
MOST_MEMBERS = 200
RUNS_LOOKED_AT = 1_000
MAPPED = tuple(way.id for way in WAYS.values() if way.starts_from == "seeds" and way.id != "language")


def matching(scope: Scope, wanted: dict[str, Any]) -> QuerySet[Row]:
    """Rows of a scope that the stream shows, in no order. `wanted`: state; job, the one that brought them first; way, among all
    they came by; q."""
    condition = Q(scope=scope)
    state = wanted["state"]
    if state == "new":
        condition &= Q(state=STATE_CODE["open"])
    elif state != "all":
        condition &= Q(state=STATE_CODE[state])
    if wanted["job"]:
        condition &= Q(run=wanted["job"])
    rows = Row.objects.all()
    if wanted["way"]:
        rows = rows.alias(by_way=F("ways").bitand(BITS.get(wanted["way"], 0)))
        condition &= Q(by_way__gt=0)
    for word in wanted["q"].split():
        condition &= ~Q(text__icontains=word[1:]) if len(word) > 1 and word[0] == "-" else Q(text__icontains=word)
    return rows.filter(condition)


def stream(scope: Scope, wanted: dict[str, Any]) -> tuple[QuerySet[Row], int]:
    """Rows of a scope as they arrived, or by relevance, and how many in all. `wanted`: as `matching`; sort, offset, limit."""
    rows = matching(scope, wanted)
    order = {"arrival": ["-id"], "relevance": ["-relevance", "id"], "off_topic": ["relevance", "-id"]}[wanted["sort"]]
    total = rows.count()
    ids = rows.order_by(*order).values("pk")[wanted["offset"] : wanted["offset"] + wanted["limit"]]
    return Row.objects.filter(pk__in=ids).order_by(*order), total


AS_STORED = ("id", "text", "heat", "relevance", "family", "family_size", "volume")
CAME = ("method", "seed", "source", "on", "job_id", "figure")
UNKNOWN = {"method": "", "seed": "", "source": "", "on": None, "job_id": None, "figure": None}


def as_told(project: Project, scope: Scope, rows: QuerySet[Row]) -> list[dict[str, Any]]:
    """Rows of the stream with how each came first and in how many ways in all."""
    page = list(rows.values(*AS_STORED, "keyword_id", "state", "left_out_by"))
    first: dict[int, dict[str, Any]] = {}
    ways: dict[int, int] = {}
    origins = Origin.objects.filter(scope=scope, keyword__in=[row["keyword_id"] for row in page]).order_by("pk")
    for keyword, *came in origins.values_list("keyword_id", *CAME):
        ways[keyword] = ways.get(keyword, 0) + 1
        first.setdefault(keyword, dict(zip(CAME, came, strict=True)))
    sieve = sieve_of(project)
    return [
        {
            **{name: row[name] for name in AS_STORED},
            "state": STATES[row["state"]],
            "left_out": sieve.label(row["left_out_by"]) if row["left_out_by"] is not None else "",
            "ways": ways.get(row["keyword_id"], 0),
            **first.get(row["keyword_id"], UNKNOWN),
        }
        for row in page
    ]


def coverage(project: Project, channel: str) -> dict[str, Any]:
    """Which ways were run for which seeds on a channel, what each brought, and what it would cost to cover the rest."""
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
    prices = {way: way_price_tenths(WAYS[way]) for way in MAPPED}
    return {
        "cells": cells,
        "seeds": len(seeds),
        "free_gaps": sum(not prices[way] for way in gaps),
        "paid_gaps": sum(prices[way] > 0 for way in gaps),
        "rest_price": sum(prices[way] for way in gaps) / 10,
        "rest_new": sum(WAYS[way].brings for way in gaps),
    }


def _asked(project: Project, channel: str) -> tuple[dict[str, str], set[tuple[str, str]]]:
    """The seeds of a channel by key, latest run first, and which (seed, way) were asked and answered; also by runs that brought
    nothing."""
    seeds: dict[str, str] = {}
    asked: set[tuple[str, str]] = set()
    jobs = Job.objects.filter(project=project, kind="gather").exclude(state="failed").order_by("-pk")[:RUNS_LOOKED_AT]
    for params, result in jobs.values_list("params", "result"):
        if channel not in params.get("channels", []):
            continue
        missing, only = result.get("missing") or {}, params.get("only")
        starts = [way for way in params["ways"] if way in MAPPED]
        for typed in params["seeds"] if starts else []:
            text = _text_of(typed)
            seeds.setdefault(identity_key(text), text)
            places = {way: f"{channel}|{way}|{text}" for way in starts}
            asked.update(
                (identity_key(text), way)
                for way, place in places.items()
                if place not in missing and (only is None or place in only)
            )
    return seeds, asked


def _text_of(typed: str) -> str:
    try:
        return read_seed(typed).text
    except BadKeyword:
        return typed


def family_of(project: Project, row_id: int) -> dict[str, Any]:
    """The members of a row's family, the most searched first, and keywords of the same words in another order that may be the
    same: so long as results pages do not agree, that is only a proposal. Raises: not_found."""
    row = Row.objects.filter(pk=row_id, scope__project=project).first()
    if row is None:
        raise not_found("keyword")
    rows = Row.objects.filter(scope=row.scope_id)
    members = rows.filter(family=row.family) if row.family is not None else rows.filter(pk=row.pk)
    other = rows.filter(same_words=row.same_words) if row.same_words is not None else rows.none()
    family = Q(family=row.family) if row.family is not None else Q(pk=row.pk)
    return {
        "members": members.order_by("-volume", "pk")[:MOST_MEMBERS],
        "same_words": other.exclude(family).order_by("-volume", "pk")[:MOST_MEMBERS],
    }


def why_relevant(scope: Scope, text: str) -> list[dict[str, Any]]:
    """The words that decided a keyword's relevance, and which way they pull."""
    told = scope.taste or {}
    taste = Taste(told.get("weights", {}), told.get("of_prior", 1.0), told.get("constant", 0.0), told.get("decided", 0))
    words: Iterable[tuple[str, float]] = words_that_decided(text, taste, scope.locale[:2])
    return [{"word": word, "weight": round(weight, 2)} for word, weight in words]
