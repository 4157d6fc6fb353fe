"""From stored readings to the arrays that the core weighs."""

import hashlib
from collections.abc import Container, Mapping, Sequence
from dataclasses import replace
from typing import Any

import numpy as np

from bunraku.core.channels import channel_named
from bunraku.core.text.addresses import host_of
from bunraku.core.weigh.intent import Names
from bunraku.core.weigh.own_demand import position_now
from bunraku.core.weigh.page import PAGE_ONE, UNTOLD, page_facts, strength
from bunraku.core.weigh.page_changes import Snapshot
from bunraku.core.weigh.page_signs import PageRead, page_signs
from bunraku.core.weigh.phrase_match import how_said
from bunraku.core.weigh.verdict import PRESETS, Thresholds
from bunraku.core.weigh.weighing import Evidence, Standpoint
from bunraku.server.clock import today
from bunraku.server.database.parts import in_parts
from bunraku.server.projects.models import Project
from bunraku.server.readings.known import Payload
from bunraku.server.readings.providers import sources
from bunraku.server.sheet.models import Decision, Row, Scope
from bunraku.server.weigh.latest import Readings
from bunraku.server.weigh.own_names import own_names
from bunraku.server.weigh.results.stated_page import results_of
from bunraku.server.weigh.stated_figures import (
    column,
    interest_told,
    months_told,
    rough_of,
    told_of,
)
from bunraku.server.weigh.taught import sharpness_of
from bunraku.sources.protocol import What


def standpoint_of(scope: Scope) -> Standpoint:
    """From whose side a scope is weighed."""
    project = scope.project
    outlets = list(project.outlets.all())
    return Standpoint(
        channel=scope.channel,
        language=scope.language,
        thresholds=thresholds_of(project, scope.channel),
        click_values={name: float(value) for name, value in project.click_values.items()},
        names=names_of(project),
        sharpness=sharpness_of(project.chosen_among(outlets, scope.channel)),
        own=own_names(outlets, scope.channel),
    )


def thresholds_of(project: Project, channel: str) -> Thresholds:
    """What a Go and a Try must bring on a channel: as the preset says, but where the project says
    otherwise."""
    return as_thresholds(project.preset, project.thresholds, project.hour_value, channel)


def as_thresholds(
    preset: str, own: Mapping[Any, Any], hour_value: float, channel: str
) -> Thresholds:
    """A preset with what differs from it, and what the least piece of a channel costs in hours of
    that value."""
    names = set(Thresholds.__annotations__) - {"cost", "by_volume"}
    differs = {str(name): float(value) for name, value in own.items() if name in names}
    return replace(
        PRESETS.get(preset, PRESETS["growing"]),
        **differs,
        cost=hour_value * min(kind.hours for kind in channel_named(channel).kinds),
        by_volume="least_volume" in differs,
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
    series, average = months_told(keys, read)
    bands = [read.bands.get(key) for key in keys]
    pages = [read.pages.get(key) for key in keys]
    project = scope.project
    own = own_names(project.outlets.all(), scope.channel)
    mine = [decisions.get(row.keyword_id) for row in rows]
    return Evidence(
        texts=[row.text for row in rows],
        read_as=read_as(rows),
        fit=np.array([row.fit for row in rows], dtype=np.float64),
        priority=[
            (decision.priority if decision else "") or row.passed_on
            for decision, row in zip(mine, rows, strict=True)
        ],
        intents_overruled=[decision.intent if decision else "" for decision in mine],
        words=np.array([row.words for row in rows], dtype=np.int64),
        told=told_of(scope, keys, read),
        series=series,
        series_average=average,
        index=interest_told(keys, read),
        # The month before this one: the present month is not over, so no source counts it.
        last_month=(today().month - 2) % 12 + 1,
        rough=rough_of(keys, read),
        cpc=cost_of_click(bands),
        page=page_facts(
            [
                None if page is None else page_numbers(row.text, page, scope.language, own)
                for row, page in zip(rows, pages, strict=True)
            ]
        ),
        signs=page_signs(
            [_page_read(key, page, read) for key, page in zip(keys, pages, strict=True)],
            [row.text for row in rows],
            scope.language,
        ),
        features=[(page or {}).get("features", []) for page in pages],
        ads=column(pages, "ads"),
        difficulty_told=column(bands, "difficulty"),
        competition=ad_competition(keys, read),
        own_position=np.array(
            [position_now(read.own.get(key) or {}) for key in keys], dtype=np.float64
        ),
        guesses=[decision.guess if decision else "" for decision in mine],
        could_read=bool(sources(project)[What.PAGE]),
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
    return column([read.bands.get(key) for key in keys], "ad_competition")


def result_ids(page: Payload | None) -> "np.ndarray[Any, np.dtype[np.int64]]":
    """Ids of a page's organic results, ten, 0 where none; the same address has the same id
    everywhere."""
    ids = np.zeros(PAGE_ONE, dtype=np.int64)
    for place, result in enumerate((page or {}).get("results", [])[:PAGE_ONE]):
        digest = hashlib.blake2b(result["address"].encode(), digest_size=8).digest()
        ids[place] = int.from_bytes(digest, "big", signed=True) or 1
    return ids


def cost_of_click(bands: Sequence[Payload | None]) -> Any:
    """Cost per click: the middle of what it ranges over, or the end that is told. Nothing is no
    price: what says 0 says that nobody advertised."""
    low, high = column(bands, "cpc_low"), column(bands, "cpc_high")
    low, high = np.where(np.isnan(low), high, low), np.where(np.isnan(high), low, high)
    middle = (low + high) / 2
    return np.where(middle > 0, middle, np.nan)


def page_numbers(
    text: str, page: Payload, language: str, own: Container[str] = ()
) -> list[tuple[float, float, float]]:
    """Standing, pull and wording of the first ten results of a page, for a keyword; one's own are
    left out, for nobody stands in one's own way. Of a page that was told in part, what was not told
    stands there all the same; so does what came after the last that was read."""
    first = page["results"][:PAGE_ONE]
    others = [r for r in page["results"] if not _is_ours(r, own)]
    told = [
        (
            _known(result.get("standing")),
            _known(result.get("pull")),
            how_said(result["title"], text, language),
        )
        for result in others[:PAGE_ONE]
    ]
    there = PAGE_ONE if page.get("in_part") else len(first)
    return told + [UNTOLD] * (there - len(told))


def _is_ours(result: Payload, own: Container[str]) -> bool:
    return result.get("publisher", "").casefold() in own or host_of(result["address"]) in own


def _page_read(key: str, page: Payload | None, read: Readings) -> PageRead | None:
    if page is None:
        return None
    before = None
    if key in read.pages_before:
        on, payload = read.pages_before[key]
        addresses = [r["address"] for r in (payload or {})["results"][:PAGE_ONE]]
        before = Snapshot(on, addresses)
    return PageRead(
        results_of(page, PAGE_ONE),
        read.page_days[key],
        page.get("saying"),
        page["features"],
        before,
    )


def _known(value: float | None) -> float:
    return np.nan if value is None else value


def strengths_on(
    pages: Sequence[tuple[str, Payload | None]], standpoint: Standpoint
) -> "np.ndarray[Any, np.dtype[np.float64]]":
    """(n, 10) strengths of the organic results on pages of keywords, NaN where none stands; a page
    that was not read is None."""
    facts = page_facts(
        [
            None if page is None else page_numbers(text, page, standpoint.language, standpoint.own)
            for text, page in pages
        ]
    )
    return strength(facts, standpoint.channel)
