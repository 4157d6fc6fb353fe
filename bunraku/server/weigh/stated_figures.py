"""What sources tell of searches, as the arrays of which a taken-as volume and its months are
made."""

from collections.abc import Iterable, Sequence
from datetime import date
from typing import Any

import numpy as np

from bunraku.core.weigh.own_demand import Demand
from bunraku.core.weigh.rough import BROAD, EXACT, PHRASE, BroadShare, RoughLevel, rough_volume
from bunraku.core.weigh.trust import Learned
from bunraku.core.weigh.volume import ADJUSTS, BESIDE, DEFAULT_SPREAD, STANDS, Told
from bunraku.server.clock import today
from bunraku.server.readings.known import Payload
from bunraku.server.readings.providers import is_file, stated_spread, what_may
from bunraku.server.sheet.models import Scope
from bunraku.server.weigh.latest import Dated, Readings, tells_searches

HISTORY_MONTHS = 36
"""Three years: what season and trend are told by, and what sources have."""
MATCHES = {"exact": EXACT, "phrase": PHRASE, "broad": BROAD}
PARTS = {"stands": STANDS, "adjusts": ADJUSTS, "beside": BESIDE}


def learned_of(scope: Scope) -> Learned:
    """What a scope's own readings taught of wider matches, of interest, and of what bids and ad
    competition are usual."""
    told = scope.learned
    dear, contested = told.get("usual", (None, None))
    return Learned(
        broad=BroadShare(*told.get("broad", ())),
        level=RoughLevel(*told.get("level", ())),
        usual=(dear, contested),
    )


def told_of(scope: Scope, keys: Sequence[str], read: Readings) -> Told:
    """What sources tell of the searches of keywords, the most trusted first."""
    names = read.told_by or ["none"]
    shape = len(keys), len(names)
    low, high, ages = np.full(shape, np.nan), np.full(shape, np.nan), np.zeros(shape)
    match = np.zeros(shape, dtype=np.int8)
    day = today()
    for row, key in enumerate(keys):
        counts, ranges = read.counts.get(key, {}), read.ranges.get(key, {})
        shown = read.shown.get(key, {})
        for column, name in enumerate(names):
            said = _said(counts.get(name), ranges.get(name)) or _worked_out(shown.get(name))
            if said is None:
                continue
            on, payload = said
            number = payload.get("monthly")
            low[row, column] = payload["low"] if number is None else number
            high[row, column] = payload["high"] if number is None else number
            usual = "exact" if number is not None or is_file(name) else "broad"
            match[row, column] = MATCHES[payload.get("match") or usual]
            ages[row, column] = max((day - on).days, 0)
    learned = scope.learned.get("spreads", {})
    spread = [learned.get(name) or stated_spread(name) or DEFAULT_SPREAD for name in names]
    return Told(
        low,
        high,
        match,
        ages,
        np.array(spread, dtype=np.float64),
        np.array([PARTS.get(what_may(scope.project, n), BESIDE) for n in names], dtype=np.int8),
    )


def _said(counted: Dated | None, ranged: Dated | None) -> tuple[date, Payload] | None:
    """What a source says of a keyword's searches: a number before a range of the same day."""
    said = [
        (dated[0], dated[1])
        for dated in (ranged, counted)
        if dated is not None and dated[1] is not None and tells_searches(dated[1])
    ]
    return max(said, key=lambda dated: (dated[0], "monthly" in dated[1])) if said else None


def _worked_out(shown: tuple[date, Demand] | None) -> tuple[date, Payload] | None:
    """Searches by one's own report, where the same file tells none."""
    if shown is None:
        return None
    return shown[0], {"low": shown[1].low, "high": shown[1].high, "match": "exact"}


def months_told(keys: Sequence[str], read: Readings) -> tuple[Any, Any]:
    """Searches month by month of the most trusted source that tells them, and its average."""
    series, average = np.full((len(keys), HISTORY_MONTHS), np.nan), np.full(len(keys), np.nan)
    for row, key in enumerate(keys):
        by_source, shown = read.counts.get(key, {}), read.shown.get(key, {})
        for name in read.told_by:
            payload = by_source.get(name, (None, None))[1]
            if payload is not None and payload["history"]:
                average[row] = payload["monthly"]
                _place(series[row], payload["history"])
                break
            if name in shown and (months := shown[name][1].history):
                average[row] = sum(searches for _, searches in months) / len(months)
                _place(series[row], months)
                break
    return series, average


def interest_told(keys: Sequence[str], read: Readings) -> Any:
    """Relative interest in the same months as `months_told`."""
    index = np.full((len(keys), HISTORY_MONTHS), np.nan)
    for row, key in enumerate(keys):
        payload = read.interest.get(key) or {}
        if payload.get("months"):
            _place(index[row], zip(payload["months"], payload["index"], strict=False))
    return index


def months_back() -> list[str]:
    """The months of a series ("2026-10"), oldest first; the last is last month."""
    last = _last_month()
    return [
        f"{month // 12}-{month % 12 + 1:02d}"
        for month in range(last - HISTORY_MONTHS + 1, last + 1)
    ]


def _last_month() -> int:
    """Last month as a number since the year 0, so that a place in a series is a difference."""
    day = today()
    return day.year * 12 + day.month - 2


def _place(into: Any, months: Iterable[Sequence[Any]]) -> None:
    """Put the figures of months ("2026-10") where they belong: the last column is last month's."""
    last = _last_month()
    for month, searches in months:
        place = HISTORY_MONTHS - 1 - (last - (int(month[:4]) * 12 + int(month[5:7]) - 1))
        if 0 <= place < HISTORY_MONTHS:
            into[place] = searches


def rough_of(keys: Sequence[str], read: Readings) -> Any:
    """Rough volumes of keywords by interest beside a known one, NaN where not compared."""
    compared = [read.interest.get(key) for key in keys]
    return rough_volume(
        column(compared, "mean"),
        np.nan_to_num(column(compared, "anchor_mean")),
        column(compared, "anchor_volume"),
    )


def column(payloads: Sequence[Payload | None], name: str) -> Any:
    """A figure of payloads as an array, NaN where it is not told."""
    return np.array(
        [np.nan if p is None or p.get(name) is None else p[name] for p in payloads],
        dtype=np.float64,
    )
