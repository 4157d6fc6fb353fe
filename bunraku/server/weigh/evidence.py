"""From stored readings to the arrays that the core weighs."""

import hashlib
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from typing import Any

import numpy as np

from bunraku.core.weigh.page import PAGE_ONE, page_facts, wording_of
from bunraku.core.weigh.verdict import PRESETS
from bunraku.core.weigh.volume import rough_volume
from bunraku.core.weigh.weighing import Evidence, Standpoint
from bunraku.server.clock import today
from bunraku.server.projects.models import Outlet, Project
from bunraku.server.projects.parts import in_parts
from bunraku.server.readings.models import OWN_REPORT, Reading
from bunraku.server.sheet.models import Decision, Row, Scope
from bunraku.sources.protocol import What

HISTORY_MONTHS = 36
Payload = dict[str, Any]


@dataclass(frozen=True)
class Readings:
    """The latest readings of keywords by key: what each source said last, and when."""

    counts: dict[str, dict[str, tuple[date, Payload | None]]]
    bands: dict[str, Payload | None]
    interest: dict[str, Payload | None]
    own: dict[str, Payload | None]
    pages: dict[str, Payload | None]


def latest_readings(scope: Scope, keys: Sequence[str]) -> Readings:
    """The latest reading of every kind for keywords; of counts, of every source."""
    found = Readings({}, {}, {}, {}, {})
    into: dict[str, dict[str, Payload | None]] = {
        What.BANDS: found.bands,
        What.INTEREST: found.interest,
        OWN_REPORT: found.own,
        What.PAGE: found.pages,
    }
    for part in in_parts(keys):
        readings = Reading.objects.filter(
            scope=scope,
            what__in=[What.COUNTS, *into],
            term__in=part,
        ).order_by("on", "pk")
        for what, term, source, on, payload in readings.values_list("what", "term", "source", "on", "payload"):
            if what == What.COUNTS:
                found.counts.setdefault(term, {})[source] = (on, payload)
            elif what == What.BANDS and payload is not None:
                # A file may tell a cost per click and no range; what another source told of the rest stands.
                told = {name: value for name, value in payload.items() if value is not None}
                found.bands[term] = {**(found.bands.get(term) or {}), **told}
            else:
                into[what].setdefault(term, payload)
                if payload is not None or what != What.BANDS:
                    into[what][term] = payload
    return found


def outlet_for(project: Project, channel: str) -> Outlet | None:
    """The outlet that a channel is weighed for: the project's first on it."""
    return next((outlet for outlet in project.outlets.all() if outlet.channel == channel), None)


def standpoint_of(scope: Scope) -> Standpoint:
    """From whose side a scope is weighed."""
    project = scope.project
    outlet = outlet_for(project, scope.channel)
    return Standpoint(
        channel=scope.channel,
        language=project.language,
        standing=outlet.standing if outlet else None,
        thresholds=PRESETS.get(project.preset, PRESETS["growing"]),
        click_values={name: float(value) for name, value in project.click_values.items()},
        own_brands=tuple(project.own_brands),
        places=tuple(project.places),
    )


def decisions_on(scope: Scope, rows: Sequence[Row]) -> dict[int, Decision]:
    """What the user decided about rows of a scope, by keyword."""
    keywords = [row.keyword_id for row in rows]
    return {
        decision.keyword_id: decision
        for part in in_parts(keywords)
        for decision in Decision.objects.filter(scope=scope, keyword__in=part)
    }


def gather_evidence(scope: Scope, rows: Sequence[Row], read: Readings, decisions: Mapping[int, Decision]) -> Evidence:
    """The arrays for rows of a scope, in their order, from their latest readings and the user's decisions."""
    keys = [row.keyword.key for row in rows]
    sources = sorted({source for by_source in read.counts.values() for source in by_source}) or ["none"]
    exact, ages, series = _counts(keys, sources, read)
    bands = [read.bands.get(key) for key in keys]
    pages = [read.pages.get(key) for key in keys]
    project = scope.project
    mine = [decisions.get(row.keyword_id) for row in rows]
    return Evidence(
        texts=[row.text for row in rows],
        fit=np.array([row.fit for row in rows], dtype=np.float64),
        heat=[decision.heat if decision else "" for decision in mine],
        intents_overruled=[decision.intent if decision else "" for decision in mine],
        exact=exact,
        exact_age_days=ages,
        series=series,
        last_month=(today().month - 2) % 12 + 1,
        broad_low=_column(bands, "low"),
        broad_high=_column(bands, "high"),
        rough=_rough(keys, read),
        cpc=(_column(bands, "cpc_low") + _column(bands, "cpc_high")) / 2,
        page=page_facts(
            [_page_numbers(row.text, page, project.language) for row, page in zip(rows, pages, strict=True)]
        ),
        features=[(page or {}).get("features", []) for page in pages],
        ads=_column(pages, "ads"),
    )


def ad_competition(keys: Sequence[str], read: Readings) -> "np.ndarray[Any, np.dtype[np.float64]]":
    """Ad competition 0-1 of keywords, NaN unknown."""
    return _column([read.bands.get(key) for key in keys], "ad_competition")


def result_ids(page: Payload | None) -> "np.ndarray[Any, np.dtype[np.int64]]":
    """Ids of a page's organic results, ten, 0 where none; the same address has the same id everywhere."""
    ids = np.zeros(PAGE_ONE, dtype=np.int64)
    for place, result in enumerate((page or {}).get("results", [])[:PAGE_ONE]):
        digest = hashlib.blake2b(result["address"].encode(), digest_size=8).digest()
        ids[place] = int.from_bytes(digest, "big", signed=True) or 1
    return ids


def _counts(keys: Sequence[str], sources: Sequence[str], read: Readings) -> tuple[Any, Any, Any]:
    n = len(keys)
    exact, ages = np.full((n, len(sources)), np.nan), np.zeros((n, len(sources)))
    series = np.full((n, HISTORY_MONTHS), np.nan)
    day = today()
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
    told = [read.interest.get(key) for key in keys]
    return rough_volume(
        _column(told, "mean"), np.nan_to_num(_column(told, "anchor_mean")), _column(told, "anchor_volume")
    )


def _column(payloads: Sequence[Payload | None], name: str) -> Any:
    return np.array([np.nan if p is None or p.get(name) is None else p[name] for p in payloads], dtype=np.float64)


def _page_numbers(text: str, page: Payload | None, language: str) -> list[tuple[float, float, float]] | None:
    if page is None:
        return None
    return [
        (result["standing"], result["pull"], wording_of(result["title"], text, language))
        for result in page["results"][:PAGE_ONE]
    ]
