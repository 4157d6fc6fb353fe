"""Comparing: relative interest in keywords beside a known one, for those that no source counts or
tells the months of."""

from collections.abc import Mapping, Sequence
from typing import Any, cast

from django.db import transaction

from bunraku.server.clock import today
from bunraku.server.readings.buying import request_to
from bunraku.server.readings.known import first_known, known_today, latest, readings_on
from bunraku.server.readings.providers import in_order_of_trust, sources
from bunraku.server.readings.storing import keep_readings
from bunraku.server.sheet.models import Row, Scope
from bunraku.sources.asking import ask_all
from bunraku.sources.protocol import Interest, Source, What

ANCHOR_SEARCHES = 60
"""Searches of the known term that others are compared with: near what unknown terms usually have,
so that neither drowns on a scale of 0-100."""
ANCHORS_LOOKED_AT = 100
"""Known terms among which an anchor is looked for: so few that it is the same one from the first
part of a measuring on."""
ALSO_COMPARED = 60
"""Known terms that are compared as well: they teach how far comparing is off."""
Anchor = tuple[str, float]
"""The known term, and its searches a month."""


def compare_unknown(scope: Scope, rows: Sequence[Row]) -> None:
    """Compare what no source counts, or tells the months of, with a known keyword in one request,
    and some known keywords with it. The source is asked for nothing that it was asked today; where
    nothing is known yet, interest alone still tells the year."""
    telling = sources(scope.project)[What.INTEREST]
    source = telling[0] if telling else None
    if source is None or source.price:
        return
    keys = [row.keyword.key for row in rows]
    wanted = _without_months(scope, keys)
    known = _known(scope)
    anchor = _anchor(known[:ANCHORS_LOOKED_AT])
    if anchor is not None and wanted:
        compared = latest(scope, What.INTEREST, [term for term, _ in known[:ALSO_COMPARED]])
        wanted += [term for term, _ in known[:ALSO_COMPARED] if term not in compared]
    asked = known_today(scope, What.INTEREST, source.name, wanted)
    wanted = [key for key in dict.fromkeys(wanted) if key not in asked]
    _compare(source, scope, wanted, anchor)


def _compare(source: Source, scope: Scope, terms: Sequence[str], anchor: Anchor | None) -> None:
    beside = [anchor[0]] if anchor else []
    terms = [term for term in terms if term not in beside]
    request = request_to(source, scope)
    # One place of each request is the known term's.
    step = source.batch_size - len(beside)
    for start in range(0, len(terms), step):
        part = terms[start : start + step]
        for batch in ask_all(source, request, [*beside, *part]):
            with transaction.atomic():
                told = _told(part, cast(dict[str, Interest | None], batch.answers), anchor)
                keep_readings(scope, source.name, today(), told)


def _told(
    terms: Sequence[str], answers: Mapping[str, Interest | None], anchor: Anchor | None
) -> list[tuple[str, str, dict[str, Any] | None]]:
    """Readings of interest. Where the known term got no answer, there is nothing to compare with
    and none is kept: the next measuring asks again."""
    beside: dict[str, Any] = {}
    if anchor is not None:
        known = answers.get(anchor[0])
        if known is None:
            return []
        beside = {"anchor": anchor[0], "anchor_volume": anchor[1], "anchor_mean": _mean(known)}
    told: list[tuple[str, str, dict[str, Any] | None]] = []
    for term in terms:
        answer = answers.get(term)
        if answer is not None:
            index = {"months": answer.months, "index": answer.index, "mean": _mean(answer)}
            told.append((What.INTEREST.value, term, {**index, **beside}))
    return told


def _mean(answer: Interest) -> float:
    """Mean interest of the last twelve months."""
    # A year, so that no season weighs more than another.
    last = answer.index[-12:]
    return sum(last) / len(last) if last else 0.0


def _without_months(scope: Scope, keys: Sequence[str]) -> list[str]:
    """Keywords of which no source that is on tells searches month by month."""
    months: set[str] = set()
    on: dict[str, bool] = {}
    for reading in readings_on(scope, [What.COUNTS], keys):
        if reading.source not in on:
            on[reading.source] = bool(in_order_of_trust(scope.project, [reading.source]))
        if on[reading.source] and reading.payload is not None and reading.payload["history"]:
            months.add(reading.term)
    return [key for key in keys if key not in months]


def _known(scope: Scope) -> list[Anchor]:
    """Keywords of which a number of exact match is known, those known first first."""
    known: dict[str, float] = {}
    for term, payload in first_known(scope, What.COUNTS, 2 * ANCHORS_LOOKED_AT):
        if payload.get("match", "exact") == "exact":
            known.setdefault(term, float(payload["monthly"]))
    return list(known.items())


def _anchor(known: Sequence[Anchor]) -> Anchor | None:
    """A known keyword with a modest volume to compare others with; the same one all day."""
    near = [(abs(monthly - ANCHOR_SEARCHES), term, monthly) for term, monthly in known if monthly]
    if not near:
        return None
    _, term, volume = min(near)
    return term, volume
