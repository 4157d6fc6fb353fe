"""How the demand of a query moves: by month, week, day and hour; the months of a query at once."""

import hashlib
import math
from datetime import date, timedelta
from functools import cache, lru_cache

import numpy as np
from dateutil.relativedelta import relativedelta
from numpy.typing import NDArray

from bunraku.sources.rehearsal.channels import CHANNEL_INDEX
from bunraku.sources.rehearsal.query import Query
from bunraku.sources.rehearsal.tongues import SEASONS

EPOCH = date(2026, 6, 1)
"""The month for which demand is written down; growth counts from here."""
FIRST_YEAR = 2015
"""Months are counted from its January."""
CHANCES = 1 << 16
"""Draws that all queries' months of chance are cut from, each somewhere else: to draw twenty years
for each query would take as long as the rest of its figures."""
MONTH_SPREAD = 0.06
"""How far, in ln, a month strays from its season by chance."""
PEAK_DAYS = {"perseids": 12, "geminids": 14, "leonids": 17, "eclipse": 12, "march": 3}
"""On which day of its peak month an event stands."""
WEEK_SHAPE = (0.92, 0.9, 0.92, 0.95, 1.0, 1.18, 1.13)
"""Days from Monday: most look for hobbies at the weekend."""
HOUR_SHAPE = (4, 3, 2, 2, 2, 3, 4, 6, 8, 9, 10, 10, 11, 10, 10, 11, 12, 13, 15, 17, 18, 16, 11, 7)
"""Hours of the day: the evening leads."""


@lru_cache(maxsize=64)
def months_before(day: date, count: int) -> tuple[date, ...]:
    """First days of the `count` full months before `day`, oldest first."""
    return tuple(day.replace(day=1) - relativedelta(months=back) for back in range(count, 0, -1))


def _ordinal(month: date) -> int:
    return (month.year - FIRST_YEAR) * 12 + month.month - 1


@lru_cache(maxsize=64)
def _ordinals(months: tuple[date, ...]) -> NDArray[np.int64]:
    return np.array([_ordinal(month) for month in months], dtype=np.int64)


@cache
def _chances() -> NDArray[np.float32]:
    return np.random.Generator(np.random.PCG64(FIRST_YEAR)).standard_normal(
        CHANCES, dtype=np.float32
    )


def _from(key: str, channel: str) -> int:
    """Where the months of chance of a query begin."""
    digest = hashlib.blake2b(f"{key}|{channel}".encode(), digest_size=8).digest()
    return int.from_bytes(digest) % CHANCES


def demand_of_months(query: Query, channel: str, months: tuple[date, ...]) -> NDArray[np.float64]:
    """Searches of a query in each of some calendar months: its level, season, growth, life, and the
    months' chance."""
    at = _ordinals(months)
    shape = np.array(SEASONS[query.season])
    years = (at - _ordinal(EPOCH)) / 12
    level = query.demand[CHANNEL_INDEX[channel]] * (1 + query.growth) ** years
    place = (at + _from(query.key, channel)) % CHANCES
    chance = np.exp(MONTH_SPREAD * _chances()[place])
    return np.asarray(level * (shape * 12 / shape.sum())[at % 12] * chance * _life(query.life, at))


def _life(life: str, at: NDArray[np.int64]) -> NDArray[np.float64]:
    """What a life makes of demand: born in a month, a fad around one, dying from one on."""
    kind, _, when = life.partition(":")
    if not when:
        return np.ones(len(at))
    since = at - _ordinal(date.fromisoformat(f"{when}-01"))
    if kind == "born":
        return np.where(since < 0, 0.0, np.minimum(1.0, 0.35 + 0.2 * since))
    if kind == "fad":
        return 0.04 + 6 * np.exp(-((since / 1.6) ** 2))
    return np.where(since < 0, 1.0, 0.5 ** (since / 9))


def monthly_demand(query: Query, channel: str, month: date) -> float:
    """Searches of a query in a calendar month."""
    return float(demand_of_months(query, channel, (month,))[0])


@lru_cache(maxsize=64)
def steps_before(day: date, step: str) -> list[str]:
    """The times that relative interest is told for, oldest first: 36 months, 52 weeks, 90 days or
    72 hours before a day."""
    if step == "month":
        return [month.strftime("%Y-%m") for month in months_before(day, 36)]
    if step == "week":
        return [(day - timedelta(weeks=back)).isoformat() for back in range(52, 0, -1)]
    if step == "day":
        return [(day - timedelta(days=back)).isoformat() for back in range(90, 0, -1)]
    return [
        f"{(day - timedelta(days=back)).isoformat()}T{hour:02d}"
        for back in range(3, 0, -1)
        for hour in range(24)
    ]


def interest_of(query: Query, channel: str, day: date, step: str) -> list[float]:
    """Searches a day of a query at each time of `steps_before`, as a level to be scaled."""
    if step == "month":
        return [float(v) for v in demand_of_months(query, channel, months_before(day, 36))]
    times = steps_before(day, step)
    days = [date.fromisoformat(time[:10]) for time in times]
    firsts = tuple(dict.fromkeys(d.replace(day=1) for d in days))
    level = dict(zip(firsts, demand_of_months(query, channel, firsts), strict=True))
    return [
        float(level[d.replace(day=1)]) / 30 * _of_day(query, d, step, time)
        for d, time in zip(days, times, strict=True)
    ]


def _of_day(query: Query, day: date, step: str, time: str) -> float:
    shape = 1.0
    peak = PEAK_DAYS.get(query.season)
    if peak and SEASONS[query.season][day.month - 1] == max(SEASONS[query.season]):
        # An event draws on its day what it draws in the month.
        shape = 0.25 + 6 * math.exp(-(((day.day - peak) / (4 if step == "week" else 1.6)) ** 2))
    if step in ("day", "hour"):
        shape *= WEEK_SHAPE[day.weekday()]
    if step == "hour":
        shape *= HOUR_SHAPE[int(time[11:])] / 9
    return shape
