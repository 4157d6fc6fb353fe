"""Weighing rows of a scope and keeping the figures: readings in, rows out, in bulk."""

from collections.abc import Mapping, Sequence
from operator import attrgetter
from typing import Any

import numpy as np
from django.db import transaction

from bunraku.core.gather.fit import fit_to_project
from bunraku.core.weigh.intent_cues import INTENTS
from bunraku.core.weigh.volume import BROAD_RATIO, DEFAULT_SPREAD
from bunraku.core.weigh.weighing import Evidence, Figures, learn, weigh
from bunraku.server.gather.topic import about, neutral_words
from bunraku.server.jobs.running import Progress
from bunraku.server.projects.bulk import update_many
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Decision, Row, RowPage, Scope
from bunraku.server.weigh.evidence import (
    Readings,
    ad_competition,
    decisions_on,
    gather_evidence,
    latest_readings,
    result_ids,
    standpoint_of,
)

_CHUNK = 2_000
OF_OTHERS = (
    *(
        "id",
        "scope",
        "keyword",
        "text",
        "words",
        "state",
        "cluster",
        "relevance",
        "left_out_by",
        "family",
        "family_size",
    ),
    *("leads", "same_words", "run", "ways"),
)
"""Columns of a row that other steps keep."""
DERIVED = [field.name for field in Row._meta.concrete_fields if field.name not in OF_OTHERS]
_VALUES = attrgetter(*DERIVED, "pk")


def weigh_rows(scope: Scope, rows: Sequence[Row]) -> None:
    """Weigh rows with what the scope has learned so far, and store their figures in one write."""
    if not rows:
        return
    read = latest_readings(scope, [row.keyword.key for row in rows])
    decisions = decisions_on(scope, rows)
    evidence = gather_evidence(scope, rows, read, decisions)
    sources = sorted({source for by_source in read.counts.values() for source in by_source}) or ["none"]
    spreads = np.array([scope.spreads.get(source, DEFAULT_SPREAD) for source in sources])
    figures = weigh(evidence, standpoint_of(scope), spreads, scope.broad_ratio or BROAD_RATIO)
    _fill(rows, evidence, figures, read)
    with transaction.atomic():
        rows, overtaken = _with_decisions(scope, rows, decisions)
        update_many(Row, DERIVED, map(_VALUES, rows))
        RowPage.objects.bulk_create(
            (
                RowPage(row=row, result_ids=result_ids(page).tobytes(), features=page["features"])
                for row in rows
                if (page := read.pages.get(row.keyword.key)) is not None
            ),
            update_conflicts=True,
            unique_fields=["row"],
            update_fields=["result_ids", "features"],
            batch_size=500,
        )
    weigh_rows(scope, overtaken)


def _with_decisions(
    scope: Scope, rows: Sequence[Row], weighed_with: Mapping[int, Decision]
) -> tuple[list[Row], list[Row]]:
    """Rows with the decisions of this moment copied in, and apart those whose heat or intent was changed while they were
    being weighed: figures of an older decision must not overwrite those of a newer one. To be called in a transaction."""
    now = decisions_on(scope, rows)
    current: list[Row] = []
    overtaken: list[Row] = []
    for row in rows:
        decision, before = now.get(row.keyword_id), weighed_with.get(row.keyword_id)
        row.heat = decision.heat if decision else ""
        same = _weighed(decision) == _weighed(before)
        (current if same else overtaken).append(row)
    return current, overtaken


def _weighed(decision: Decision | None) -> tuple[str, str]:
    return (decision.heat, decision.intent) if decision else ("", "")


def reweigh_scope(scope: Scope, progress: Progress | None = None) -> None:
    """Learn from all readings of a scope and weigh all its rows again: the way to rebuild every figure.

    What it gives depends on readings, decisions and settings alone, not on the order of earlier runs."""
    ids = list(Row.objects.filter(scope=scope).order_by("pk").values_list("pk", flat=True))
    if progress:
        progress.start("Weighing", len(ids))
    learn_scope(scope, ids)
    fits = _fits(scope)
    for start in range(0, len(ids), _CHUNK):
        part = ids[start : start + _CHUNK]
        rows = list(Row.objects.filter(pk__in=part).select_related("keyword").order_by("pk"))
        for row in rows:
            row.fit = fits.get(row.pk, row.fit)
        weigh_rows(scope, rows)
        if progress:
            progress.advance(len(part))


def learn_scope(scope: Scope, row_ids: Sequence[int]) -> None:
    """Each source's spread and the broad ratio, from all readings of a scope."""
    exact_parts: list[Any] = []
    low, high = [], []
    names: list[str] = []
    for start in range(0, len(row_ids), _CHUNK):
        rows = Row.objects.filter(pk__in=row_ids[start : start + _CHUNK]).values_list("keyword__key", flat=True)
        read = latest_readings(scope, list(rows))
        for key in rows:
            counts = {s: p["monthly"] for s, (_, p) in read.counts.get(key, {}).items() if p}
            names += [name for name in counts if name not in names]
            exact_parts.append(counts)
            band = read.bands.get(key) or {}
            low.append(band.get("low", np.nan))
            high.append(band.get("high", np.nan))
    names.sort()
    exact = np.array([[part.get(name, np.nan) for name in names] for part in exact_parts], dtype=float)
    exact = exact.reshape(len(exact_parts), len(names))
    spreads, ratio = learn(exact, np.array(low, dtype=float), np.array(high, dtype=float))
    scope.spreads = {name: float(spread) for name, spread in zip(names, spreads, strict=True)}
    scope.broad_ratio = ratio
    scope.save(update_fields=["spreads", "broad_ratio"])


def _fits(scope: Scope) -> dict[int, float]:
    """Fit of every row by id. Over the whole scope at once, because rarity of words is told by all keywords together."""
    rows = Row.objects.filter(scope=scope).order_by("pk").values_list("pk", "text")
    values = fit_to_project([text for _, text in rows], about(scope), scope.locale[:2], neutral_words(scope))
    return {pk: float(value) for (pk, _), value in zip(rows, values, strict=True)}


def reweigh_keywords(project: Project, keyword_ids: Sequence[int]) -> None:
    """Weigh a few keywords again in every scope, after a decision about them changed."""
    for scope in Scope.objects.filter(project=project):
        scope.project = project
        rows = list(Row.objects.filter(scope=scope, keyword__in=keyword_ids).select_related("keyword").order_by("pk"))
        weigh_rows(scope, rows)


def _fill(rows: Sequence[Row], evidence: Evidence, figures: Figures, read: Readings) -> None:
    competition = ad_competition([row.keyword.key for row in rows], read)
    columns: dict[str, Any] = {
        "volume": figures.volume.value,
        "volume_low": figures.volume.low,
        "volume_high": figures.volume.high,
        "change_share": figures.seasons.change_share,
        "season_strength": figures.seasons.strength,
        "cpc": evidence.cpc,
        "ad_competition": competition,
        "difficulty": figures.difficulty,
        "own_strength": figures.outlook.own,
        "chance": figures.outlook.page_one,
        "position": figures.outlook.expected_position,
        "clicks": figures.clicks,
        "click_value": figures.value_of_click,
        "worth": figures.worth,
        "fit": evidence.fit,
    }
    # Rounded where they are stored: ten digits of an estimate would only be noise, and cost room.
    lists = {name: [None if np.isnan(v) else round(float(v), 4) for v in values] for name, values in columns.items()}
    thousandths = np.round(1000 * figures.seasons.month_share)
    read_page = np.asarray(np.isfinite(figures.strengths).any(axis=1)).tolist()
    for number, row in enumerate(rows):
        for name, values in lists.items():
            setattr(row, name, values[number])
        row.volume_from = int(figures.volume.made_from[number])
        row.volume_rough = bool(figures.volume.rough[number])
        row.volume_disagrees = bool(figures.volume.disagree[number])
        row.trend = int(figures.seasons.trend[number])
        share = thousandths[number]
        row.month_share = [] if np.isnan(share).any() else [int(v) for v in share]
        row.peak_month = int(figures.seasons.peak_month[number])
        row.climb_month = int(figures.seasons.climb_month[number])
        row.intent = INTENTS.index(figures.intent_names[number])
        row.local = bool(figures.intents.local[number] > 0.5)
        row.weak_spots = int(figures.outlook.weak_spots[number]) if read_page[number] else None
        row.title_matches = int(figures.title_matches[number]) if read_page[number] else None
        row.verdict = int(figures.verdict[number])
        row.hands = [int(v) for v in figures.hands[number]]
        key = row.keyword.key
        own = read.own.get(key) or {}
        row.own_clicks, row.own_impressions, row.own_position = (
            own.get(name) for name in ("clicks", "impressions", "position")
        )
        row.waiting = not (key in read.counts and key in read.bands and key in read.pages)
