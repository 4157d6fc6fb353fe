"""From stored readings to the arrays that the core weighs."""

import hashlib
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date
from typing import Any

import numpy as np

from bunraku.core.weigh.intent import Names
from bunraku.core.weigh.page import PAGE_ONE, page_facts, wording_of
from bunraku.core.weigh.verdict import PRESETS
from bunraku.core.weigh.volume import rough_volume
from bunraku.core.weigh.weighing import Evidence, Standpoint
from bunraku.server.clock import today
from bunraku.server.database.parts import in_parts
from bunraku.server.projects.models import Project
from bunraku.server.readings.kinds import OWN_REPORT
from bunraku.server.readings.known import Payload, readings_on
from bunraku.server.readings.providers import in_order_of_trust
from bunraku.server.sheet.models import Decision, Row, Scope
from bunraku.sources.protocol import What

HISTORY_MONTHS = 36
"""Three years: what season and trend are told by, and what sources have."""
WEIGHED = (What.COUNTS, What.BANDS, What.INTEREST, What.PAGE, OWN_REPORT)
"""Kinds of reading that figures are made from."""


@dataclass(frozen=True)
class Readings:
    """The latest readings of keywords by key. Of counts what each source said and when; of the
    other kinds what the most trusted source said that said something."""

    counts: dict[str, dict[str, tuple[date, Payload | None]]] = field(default_factory=dict)
    bands: dict[str, Payload | None] = field(default_factory=dict)
    interest: dict[str, Payload | None] = field(default_factory=dict)
    own: dict[str, Payload | None] = field(default_factory=dict)
    pages: dict[str, Payload | None] = field(default_factory=dict)
    # Sources of counts, the most trusted first.
    counted_by: Sequence[str] = ()


def latest_readings(scope: Scope, keys: Sequence[str]) -> Readings:
    """The latest readings of every kind that keywords are weighed by."""
    latest: dict[tuple[str, str], dict[str, tuple[date, Payload | None]]] = {}
    names: set[str] = set()
    for reading in readings_on(scope, WEIGHED, keys):
        by_source = latest.setdefault((reading.what, reading.term), {})
        names.add(reading.source)
        # That a source has nothing today does not take away what it had.
        if reading.payload is not None or reading.source not in by_source:
            by_source[reading.source] = (reading.on, reading.payload)
    order = in_order_of_trust(scope.project, names)
    read = Readings(counted_by=[name for name in order if _counts(latest, name)])
    into = {What.INTEREST: read.interest, OWN_REPORT: read.own, What.PAGE: read.pages}
    for (what, term), by_source in latest.items():
        if what == What.COUNTS:
            read.counts[term] = by_source
            continue
        payloads = [by_source[name][1] for name in order if name in by_source]
        if what == What.BANDS:
            read.bands[term] = _together(payloads)
        else:
            into[what][term] = next((payload for payload in payloads if payload is not None), None)
    return read


def _counts(latest: Mapping[tuple[str, str], Mapping[str, object]], source: str) -> bool:
    return any(
        what == What.COUNTS and source in by_source for (what, _), by_source in latest.items()
    )


def _together(payloads: Sequence[Payload | None]) -> Payload | None:
    """Bands of several sources as one: a file may tell a cost per click and no range; then what the
    next source tells of the rest stands."""
    known = [payload for payload in payloads if payload is not None]
    if not known:
        return None
    together: Payload = {}
    # The most trusted last, so that it has the say in what it tells.
    for payload in reversed(known):
        together.update({name: value for name, value in payload.items() if value is not None})
    return together


def standpoint_of(scope: Scope) -> Standpoint:
    """From whose side a scope is weighed."""
    project = scope.project
    return Standpoint(
        channel=scope.channel,
        language=project.language,
        thresholds=PRESETS.get(project.preset, PRESETS["growing"]),
        click_values={name: float(value) for name, value in project.click_values.items()},
        names=names_of(project),
    )


def names_of(project: Project) -> Names:
    """The project's own brands, its rivals' and its places."""
    return Names(project.own_brands, project.rival_brands, project.places)


def decisions_on(scope: Scope, rows: Sequence[Row]) -> dict[int, Decision]:
    """What the user decided about rows of a scope, by keyword."""
    keywords = [row.keyword_id for row in rows]
    return {
        decision.keyword_id: decision
        for part in in_parts(keywords)
        for decision in Decision.objects.filter(scope=scope, keyword__in=part)
    }


def gather_evidence(
    scope: Scope, rows: Sequence[Row], read: Readings, decisions: Mapping[int, Decision]
) -> Evidence:
    """The arrays for rows of a scope, in their order, from their latest readings and the user's
    decisions."""
    keys = [row.keyword.key for row in rows]
    exact, ages, series = _exact(keys, read.counted_by or ["none"], read)
    bands = [read.bands.get(key) for key in keys]
    pages = [read.pages.get(key) for key in keys]
    project = scope.project
    mine = [decisions.get(row.keyword_id) for row in rows]
    return Evidence(
        texts=[row.text for row in rows],
        read_as=read_as(rows),
        fit=np.array([row.fit for row in rows], dtype=np.float64),
        heat=[decision.heat if decision else "" for decision in mine],
        intents_overruled=[decision.intent if decision else "" for decision in mine],
        exact=exact,
        exact_age_days=ages,
        series=series,
        # The month before this one: the present month is not over, so no source counts it.
        last_month=(today().month - 2) % 12 + 1,
        broad_low=_column(bands, "low"),
        broad_high=_column(bands, "high"),
        rough=_rough(keys, read),
        cpc=(_column(bands, "cpc_low") + _column(bands, "cpc_high")) / 2,
        page=page_facts(
            [
                None if page is None else page_numbers(row.text, page["results"], project.language)
                for row, page in zip(rows, pages, strict=True)
            ]
        ),
        features=[(page or {}).get("features", []) for page in pages],
        ads=_column(pages, "ads"),
    )


def read_as(rows: Sequence[Row]) -> list[str]:
    """The text that the intent of each row is read from: of a family the first member's, so that
    variants never differ by their wording."""
    heads = {row.family for row in rows if row.family not in (None, row.pk)}
    texts: dict[int, str] = {}
    for part in in_parts(sorted(head for head in heads if head is not None)):
        texts.update(Row.objects.filter(pk__in=part).values_list("pk", "text"))
    return [texts.get(row.family or row.pk, row.text) for row in rows]


def ad_competition(keys: Sequence[str], read: Readings) -> "np.ndarray[Any, np.dtype[np.float64]]":
    """Ad competition 0-1 of keywords, NaN unknown."""
    return _column([read.bands.get(key) for key in keys], "ad_competition")


def result_ids(page: Payload | None) -> "np.ndarray[Any, np.dtype[np.int64]]":
    """Ids of a page's organic results, ten, 0 where none; the same address has the same id
    everywhere."""
    ids = np.zeros(PAGE_ONE, dtype=np.int64)
    for place, result in enumerate((page or {}).get("results", [])[:PAGE_ONE]):
        digest = hashlib.blake2b(result["address"].encode(), digest_size=8).digest()
        ids[place] = int.from_bytes(digest, "big", signed=True) or 1
    return ids


def _exact(keys: Sequence[str], sources: Sequence[str], read: Readings) -> tuple[Any, Any, Any]:
    n = len(keys)
    exact, ages = np.full((n, len(sources)), np.nan), np.zeros((n, len(sources)))
    series = np.full((n, HISTORY_MONTHS), np.nan)
    day = today()
    # Months as numbers since the year 0, so that a place in the series is a difference.
    last = day.year * 12 + day.month - 2
    for row, key in enumerate(keys):
        for column, source in enumerate(sources):
            on, payload = read.counts.get(key, {}).get(source, (day, None))
            if payload is None:
                continue
            exact[row, column] = payload["monthly"]
            ages[row, column] = max((day - on).days, 0)
            for month, searches in payload["history"]:
                place = HISTORY_MONTHS - 1 - (last - (int(month[:4]) * 12 + int(month[5:7]) - 1))
                if 0 <= place < HISTORY_MONTHS:
                    series[row, place] = searches
    return exact, ages, series


def _rough(keys: Sequence[str], read: Readings) -> Any:
    compared = [read.interest.get(key) for key in keys]
    return rough_volume(
        _column(compared, "mean"),
        np.nan_to_num(_column(compared, "anchor_mean")),
        _column(compared, "anchor_volume"),
    )


def _column(payloads: Sequence[Payload | None], name: str) -> Any:
    return np.array(
        [np.nan if p is None or p.get(name) is None else p[name] for p in payloads],
        dtype=np.float64,
    )


def page_numbers(
    text: str, results: Sequence[Payload], language: str
) -> list[tuple[float, float, float]]:
    """Standing, pull and wording of the first ten results of a page, for a keyword."""
    return [
        (result["standing"], result["pull"], wording_of(result["title"], text, language))
        for result in results[:PAGE_ONE]
    ]
