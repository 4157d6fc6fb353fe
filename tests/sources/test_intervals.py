"""Intervals keep their word: what is called 80 % holds about 80 % of the practice world's truths,
whatever it was made from."""

from datetime import date
from functools import cache
from typing import NamedTuple

import numpy as np
import pytest
from numpy.typing import NDArray

from bunraku.core.channels import CHANNEL_IDS
from bunraku.core.weigh.rough import BROAD, EXACT, rough_volume
from bunraku.core.weigh.trust import Learned, learn, learn_spreads
from bunraku.core.weigh.volume import BESIDE, STANDS, TakenAs, Told, taken_as
from bunraku.sources.protocol import Request, What
from bunraku.sources.rehearsal.channels import CHANNEL_INDEX
from bunraku.sources.rehearsal.demand import demand_of_months, months_before
from bunraku.sources.rehearsal.sources import COUNTS_SPREAD, band, count, interest
from bunraku.sources.rehearsal.world import the_world

TODAY = date(2026, 10, 14)
KEYWORDS = 900
Floats = NDArray[np.float64]


class Seen(NamedTuple):
    """What is true of keywords, and what the sources say of them."""

    truth: Floats
    counts: Floats
    low: Floats
    high: Floats
    rough: Floats
    words: NDArray[np.int64]


@cache
def seen(channel: str) -> Seen:
    world = the_world("en-GB")
    demand = world.truth.demand[:, CHANNEL_INDEX[channel]]
    ids = np.random.default_rng(7).choice(np.flatnonzero(demand >= 0.5), KEYWORDS, replace=False)
    keys = [world.texts[n] for n in ids.tolist()]
    request = Request(What.COUNTS, (), channel, "en-GB", TODAY)
    year = months_before(TODAY, 12)
    truth = [demand_of_months(world.query(key), channel, year).mean() for key in keys]
    counted = [count(world, key, request) for key in keys]
    banded = [band(world, key, request) for key in keys]
    monthly = np.array([told["monthly"] if told else np.nan for told in counted], dtype=float)
    # As measuring does it: a known keyword near sixty searches, four others beside it.
    anchor = int(np.nanargmin(np.abs(monthly - 60)))
    means = np.full((len(keys), 2), np.nan)
    for start in range(0, len(keys), 4):
        part = [n for n in range(start, min(start + 4, len(keys))) if n != anchor]
        asked = Request(
            What.INTEREST, (keys[anchor], *(keys[n] for n in part)), channel, "en-GB", TODAY
        )
        told = {key: np.mean(interest(world, key, asked)["index"][-12:]) for key in asked.terms}  # type: ignore[index]
        for n in part:
            means[n] = told[keys[n]], told[keys[anchor]]
    rough = rough_volume(means[:, 0], means[:, 1], np.full(len(keys), monthly[anchor]))
    ends = [(b["low"], b["high"]) if b else (np.nan, np.nan) for b in banded]
    low, high = np.array(ends, dtype=float).T
    words = np.array([len(key.split()) for key in keys])
    return Seen(np.array(truth), monthly, low, high, rough, words)


def told(columns: list[tuple[Floats, Floats]], match: list[int], spread: list[float],
         may: list[int] | None = None) -> Told:  # fmt: skip
    low, high = (np.stack([column[end] for column in columns], axis=1) for end in (0, 1))
    kinds = np.zeros(low.shape, np.int8) + np.array(match, np.int8)
    parts = np.array(may or [BESIDE] * len(match), np.int8)
    return Told(low, high, kinds, np.zeros(low.shape), np.array(spread), parts)


def learned(of: Seen) -> Learned:
    stated = np.array([COUNTS_SPREAD])
    return learn(of.counts[:, None], stated, of.low, of.high, of.words, of.rough)


def held(taken: TakenAs, truth: Floats) -> float:
    """The share of truths between low and high, of the keywords that have a figure."""
    known = np.isfinite(taken.value)
    return float(((taken.low <= truth) & (truth <= taken.high))[known].mean())


def of_others(of: Seen, spread: float, seed: int) -> Floats:
    """Another source's numbers: so far off, in whole searches, without any for one in five."""
    rng = np.random.default_rng(seed)
    numbers = np.round(of.truth * np.exp(spread * rng.standard_normal(len(of.truth))))
    return np.where(rng.random(len(numbers)) < 0.2, np.nan, numbers)


@pytest.mark.parametrize("channel", CHANNEL_IDS)
def test_one_source_alone(channel: str) -> None:
    of = seen(channel)
    none = np.full(KEYWORDS, np.nan)
    counts = told([(of.counts, of.counts)], [EXACT], [COUNTS_SPREAD])
    assert 0.75 <= held(taken_as(counts, of.words, none), of.truth) <= 0.85
    bands = told([(of.low, of.high)], [BROAD], [0.25])
    assert 0.75 <= held(taken_as(bands, of.words, none), of.truth) <= 0.85


@pytest.mark.parametrize("channel", CHANNEL_IDS)
def test_several_sources(channel: str) -> None:
    of = seen(channel)
    others = [of_others(of, 0.3, 1), of_others(of, 0.5, 2)]
    exact = np.stack([of.counts, *others], axis=1)
    spreads = learn_spreads(exact, np.array([COUNTS_SPREAD, np.nan, np.nan]))
    columns = [(numbers, numbers) for numbers in exact.T]
    three = told(columns, [EXACT] * 3, spreads.tolist())
    none = np.full(KEYWORDS, np.nan)
    assert 0.75 <= held(taken_as(three, of.words, none), of.truth) <= 0.85
    # One's own file stands, the others are beside it.
    own = told([columns[1], columns[0]], [EXACT] * 2, [spreads[1], spreads[0]], [STANDS, BESIDE])
    there = np.isfinite(others[0])
    taken = taken_as(own, of.words, none)
    shown = (taken.low <= of.truth) & (of.truth <= taken.high)
    assert 0.75 <= shown[there].mean() <= 0.86


@pytest.mark.parametrize("channel", CHANNEL_IDS)
def test_rough_figures_and_exact_bands(channel: str) -> None:
    of = seen(channel)
    blank = np.full(KEYWORDS, np.nan)
    alone = taken_as(
        told([(blank, blank)], [EXACT], [0.25]), of.words, of.rough, level=learned(of).level
    )
    assert 0.75 <= held(alone, of.truth) <= 0.87
    # A file's "10-100": the decade that the truth lies in.
    floor = np.where(of.truth < 10, 0, 10 ** np.floor(np.log10(np.maximum(of.truth, 1))))
    decade = told([(floor, np.where(floor == 0, 10, 10 * floor))], [EXACT], [0.25], [STANDS])
    assert 0.72 <= held(taken_as(decade, of.words, blank), of.truth) <= 0.87


@pytest.mark.parametrize("channel", CHANNEL_IDS)
def test_all_that_measuring_brings(channel: str) -> None:
    of = seen(channel)
    known = learned(of)
    both = told([(of.counts, of.counts), (of.low, of.high)], [EXACT, BROAD], [COUNTS_SPREAD, 0.25])
    rough = np.where(np.isnan(of.counts), of.rough, np.nan)
    taken = taken_as(both, of.words, rough, broad=known.broad, level=known.level)
    assert 0.75 <= held(taken, of.truth) <= 0.86
    assert np.isfinite(taken.value).mean() > 0.97
