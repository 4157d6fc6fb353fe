"""Weighing rows of a scope and keeping the figures: readings in, rows out, in bulk."""

from collections.abc import Callable, Collection, Container, Mapping, Sequence
from operator import attrgetter
from typing import Any

import numpy as np
from django.db import transaction

from bunraku.core.text.labelled_phrases import INTENTS
from bunraku.core.weigh.own_demand import position_now
from bunraku.core.weigh.page import PAGE_ONE
from bunraku.core.weigh.weighing import Evidence, Figures, OutletFigures, weigh, weigh_for_outlet
from bunraku.server.database.bulk import insert_many, update_many
from bunraku.server.projects.models import Outlet, Project
from bunraku.server.readings.known import Payload
from bunraku.server.readings.providers import sources
from bunraku.server.sheet.models import Decision, Outlook, Row, RowPage, Scope
from bunraku.server.weigh.evidence import (
    ad_competition,
    decisions_on,
    gather_evidence,
    result_ids,
    standpoint_of,
)
from bunraku.server.weigh.latest import Readings, latest_readings
from bunraku.server.weigh.learning import learn_scope
from bunraku.server.weigh.stated_figures import learned_of
from bunraku.server.weigh.taught import told_of_outlet
from bunraku.sources.protocol import What

_CHUNK = 2_000
"""Rows weighed at a time: arrays are long enough to be fast, and memory stays bounded."""
OF_OTHERS = (
    *("id", "scope", "keyword", "text", "folded", "words", "state", "cluster", "fit", "relevance"),
    *("left_out_by", "family", "family_size", "leads", "same_words", "run", "ways"),
)
"""Columns of a row that other rooms keep."""
OF_OUTLETS = [
    field.name
    for field in Outlook._meta.concrete_fields
    if field.name not in ("id", "row", "outlet")
]
"""What depends on an outlet: in an outlook for each, in the row for the chosen one."""
DERIVED = [field.name for field in Row._meta.concrete_fields if field.name not in OF_OTHERS]
_VALUES = attrgetter(*DERIVED, "pk")


def weigh_rows(scope: Scope, rows: Sequence[Row]) -> None:
    """Weigh rows with what the scope has learned so far, for everyone and for each outlet of its
    channel, and store their figures in one write."""
    if not rows:
        return
    read = latest_readings(scope, [row.keyword.key for row in rows])
    decisions = decisions_on(scope, rows)
    evidence = gather_evidence(scope, rows, read, decisions)
    standpoint = standpoint_of(scope)
    figures = weigh(evidence, standpoint, learned_of(scope))
    outlets = [outlet for outlet in scope.project.outlets.all() if outlet.channel == scope.channel]
    chosen = scope.project.chosen_among(outlets, scope.channel)

    def for_outlet(outlet: Outlet | None) -> dict[str, list[Any]]:
        weighed = weigh_for_outlet(evidence, figures, standpoint, **told_of_outlet(outlet))
        return outlook_columns(weighed, figures)

    # Each outlet once; the chosen one's figures go into the row as well, where the sheet sorts by
    # them.
    by_outlet = {outlet.pk: for_outlet(outlet) for outlet in outlets}
    _fill(rows, evidence, figures, read, _asked_for(scope.project))
    # Without an outlet the row must not keep figures of one that is gone.
    of_chosen = by_outlet[chosen.pk] if chosen else for_outlet(None)
    for name, values in of_chosen.items():
        for row, value in zip(rows, values, strict=True):
            setattr(row, name, value)
    with transaction.atomic():
        current, overtaken = _with_decisions(scope, rows, decisions)
        update_many(Row, DERIVED, map(_VALUES, current))
        _keep_outlooks(scope, rows, by_outlet)
        _keep_pages(rows, read)
    # Only those few again; it ends when nobody decides in the moment between.
    weigh_rows(scope, overtaken)


def _keep_outlooks(
    scope: Scope, rows: Sequence[Row], by_outlet: Mapping[int, Mapping[str, Sequence[Any]]]
) -> None:
    """To be called in a transaction: an outlet may have gone while rows were weighed for it."""
    ids = [row.pk for row in rows]
    for outlet in Outlet.objects.filter(pk__in=by_outlet, project=scope.project_id):
        columns = by_outlet[outlet.pk]
        insert_many(
            Outlook,
            ("row", *columns),
            zip(ids, *columns.values(), strict=True),
            same={"outlet": outlet.pk},
            unique=("row", "outlet"),
        )


def _keep_pages(rows: Sequence[Row], read: Readings) -> None:
    pages = (
        (row.pk, result_ids(page).tobytes(), page["features"], *_publishers(page))
        for row in rows
        if (page := read.pages.get(row.keyword.key)) is not None
    )
    names = ("row", "result_ids", "features", "publishers", "standings")
    insert_many(RowPage, names, pages, unique=("row",))


def _publishers(page: Payload) -> tuple[list[str], list[float | None]]:
    """Who publishes the results of page one, and what is known of the strength of each."""
    first = page["results"][:PAGE_ONE]
    return [result["publisher"] for result in first], [result.get("standing") for result in first]


def _with_decisions(
    scope: Scope, rows: Sequence[Row], weighed_with: Mapping[int, Decision]
) -> tuple[list[Row], list[Row]]:
    """Rows with the decisions of this moment copied in, and apart those whose priority or intent
    was changed while they were being weighed: figures of an older decision must not overwrite those
    of a newer one. To be called in a transaction."""
    now = decisions_on(scope, rows)
    current: list[Row] = []
    overtaken: list[Row] = []
    for row in rows:
        decision, before = now.get(row.keyword_id), weighed_with.get(row.keyword_id)
        row.priority = (decision.priority if decision else "") or row.passed_on
        same = _weighed(decision) == _weighed(before)
        (current if same else overtaken).append(row)
    return current, overtaken


def _weighed(decision: Decision | None) -> tuple[str, str, str]:
    if decision is None:
        return ("", "", "")
    return (decision.priority, decision.intent, decision.guess)


def rows_to_weigh(scope: Scope, **narrowed: Any) -> list[Row]:
    """Rows of a scope as weighing takes them."""
    return list(
        Row.objects.filter(scope=scope, **narrowed).select_related("keyword").order_by("pk")
    )


def reweigh_scope(scope: Scope, on_part: Callable[[list[int]], object] = lambda ids: None) -> None:
    """Learn from the readings of a scope and weigh all its rows again: the way to rebuild every
    figure. `on_part` gets the ids of rows that were weighed, in their order.

    What it gives depends on readings, decisions and settings alone, not on the order of earlier
    runs."""
    learn_scope(scope)
    weigh_scope(scope, on_part)


def weigh_scope(
    scope: Scope,
    on_part: Callable[[list[int]], object] = lambda ids: None,
    but: Collection[int] = (),
    after: int = 0,
) -> None:
    """Weigh all rows of a scope again with what it has learned already, `but` some that were, those
    `after` an id."""
    # An outlet may have gone to another channel since.
    Outlook.objects.filter(row__scope=scope).exclude(outlet__channel=scope.channel).delete()
    done = frozenset(but)
    rows = Row.objects.filter(scope=scope, pk__gt=after)
    every = rows.order_by("pk").values_list("pk", flat=True)
    ids = [pk for pk in every if pk not in done]
    for start in range(0, len(ids), _CHUNK):
        part = ids[start : start + _CHUNK]
        weigh_rows(scope, rows_to_weigh(scope, pk__in=part))
        on_part(part)


def reweigh_keywords(project: Project, keyword_ids: Sequence[int]) -> None:
    """Weigh a few keywords again in every scope, after a decision about them changed."""
    for scope in Scope.objects.filter(project=project):
        scope.project = project
        for start in range(0, len(keyword_ids), _CHUNK):
            weigh_rows(scope, rows_to_weigh(scope, keyword__in=keyword_ids[start : start + _CHUNK]))


def _rounded(values: Any) -> list[float | None]:
    # Rounded where they are stored: ten digits of an estimate would only be noise, and cost room.
    return [None if np.isnan(value) else round(float(value), 4) for value in values]


def _whole(values: Any) -> list[int | None]:
    return [None if np.isnan(value) else int(value) for value in values]


def outlook_columns(weighed: OutletFigures, figures: Figures) -> dict[str, list[Any]]:
    """What depends on an outlet, column by column, as rows and outlooks keep it."""
    stands = (
        np.isfinite(figures.strengths).any(axis=1) & np.isfinite(weighed.outlook.own)
    ).tolist()
    spots = weighed.outlook.weak_spots.tolist()
    return {
        "own_strength": _rounded(weighed.outlook.own),
        "chance": _rounded(weighed.outlook.page_one),
        "chance_low": _rounded(weighed.chance_low),
        "chance_high": _rounded(weighed.chance_high),
        "position": _rounded(weighed.outlook.expected_position),
        "weak_spots": [
            count if known else None for count, known in zip(spots, stands, strict=True)
        ],
        "clicks": _rounded(weighed.clicks),
        "worth": _rounded(weighed.worth),
        "verdict": weighed.verdict.tolist(),
        "hands": weighed.hands.tolist(),
    }


def _asked_for(project: Project) -> list[What]:
    """The kinds of reading that a keyword waits for: those that a source is on for."""
    telling = sources(project)
    return [what for what in (What.COUNTS, What.BANDS, What.PAGE) if telling[what]]


def _fill(
    rows: Sequence[Row],
    evidence: Evidence,
    figures: Figures,
    read: Readings,
    asked_for: Sequence[What],
) -> None:
    """What is the same for everyone."""
    signs = evidence.signs
    known: dict[What, Container[str]] = {
        What.COUNTS: read.counts,
        What.BANDS: read.bands,
        What.PAGE: read.pages,
    }
    lists = {
        "volume": _rounded(figures.volume.value),
        "volume_low": _rounded(figures.volume.low),
        "volume_high": _rounded(figures.volume.high),
        "change_share": _rounded(figures.seasons.change_share),
        "season_strength": _rounded(figures.seasons.strength),
        "cpc": _rounded(evidence.cpc),
        "ad_competition": _rounded(ad_competition([row.keyword.key for row in rows], read)),
        "difficulty": _rounded(figures.difficulty),
        "click_value": _rounded(figures.value_of_click),
        "weakest": _rounded(figures.weakest),
        "openness": _rounded(figures.openness),
        "phrase_pages": _rounded(signs.phrase_pages),
        "views_least": _rounded(signs.views_least),
        "views_typical": _rounded(signs.views_typical),
        "changes": _rounded(signs.changes),
        "address_matches": _whole(signs.address_matches),
        "publishers": _whole(signs.publishers),
        "new_month": _whole(signs.new_month),
        "features": signs.features.tolist(),
    }
    thousandths = np.round(1000 * figures.seasons.month_share)
    read_page: Any = np.isfinite(figures.strengths).any(axis=1).tolist()
    for number, row in enumerate(rows):
        for name, values in lists.items():
            setattr(row, name, values[number])
        row.volume_from = int(figures.volume.made_from[number])
        row.volume_rough = bool(figures.volume.rough[number])
        row.volume_disagrees = bool(figures.volume.disagree[number])
        row.chance_from = int(figures.rests[number])
        row.practice = row.keyword.key in read.practice
        row.trend = int(figures.seasons.trend[number])
        share = thousandths[number]
        row.month_share = [] if np.isnan(share).any() else [int(value) for value in share]
        row.peak_month = int(figures.seasons.peak_month[number])
        row.climb_month = int(figures.seasons.climb_month[number])
        row.intent = INTENTS.index(figures.intent_names[number])
        row.local = bool(figures.intents.local[number] > 0.5)
        row.title_matches = int(figures.title_matches[number]) if read_page[number] else None
        key = row.keyword.key
        own = read.own.get(key) or {}
        row.own_clicks, row.own_impressions = own.get("clicks"), own.get("impressions")
        row.own_position = position_now(own)
        # A source that was asked and has nothing counts as asked: it is not waited for.
        row.waiting = any(key not in known[what] for what in asked_for)
