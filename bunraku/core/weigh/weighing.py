"""Weighing: from arrays of readings to arrays of figures, the whole of it in one call."""

from collections.abc import Sequence
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from bunraku.core.weigh import volume as volumes
from bunraku.core.weigh.chance import Outlook, difficulty, outlook, own_strength
from bunraku.core.weigh.intent import Intents, Names, read_intents
from bunraku.core.weigh.page import PageFacts, strength, title_matches
from bunraku.core.weigh.season import Seasons, read_seasons
from bunraku.core.weigh.verdict import Thresholds, hands, verdicts
from bunraku.core.weigh.volume import TakenAs, taken_as
from bunraku.core.weigh.worth import click_value, expected_clicks, open_share, worth

Floats = NDArray[np.float64]

LEARNED_STEP = 0.05
"""Step, in ln, to which learned values are settled: finer than what they rest on tells apart."""


@dataclass(frozen=True)
class Standpoint:
    """From whose side keywords are weighed: the channel, the project's words, its values and
    thresholds."""

    channel: str
    language: str
    thresholds: Thresholds
    click_values: dict[str, float] = field(default_factory=dict)
    names: Names = field(default_factory=Names)


@dataclass(frozen=True)
class Evidence:
    """What is known of n keywords: texts, and as which text of their family each is read; fit, heat
    and overruled intents; readings as arrays, NaN where missing."""

    texts: Sequence[str]
    read_as: Sequence[str]
    fit: Floats
    heat: Sequence[str]
    intents_overruled: Sequence[str]
    exact: Floats
    exact_age_days: Floats
    series: Floats
    last_month: int
    broad_low: Floats
    broad_high: Floats
    rough: Floats
    cpc: Floats
    page: PageFacts
    features: Sequence[Sequence[str]]
    ads: Floats


@dataclass(frozen=True)
class Figures:
    """What is the same for everyone, for n keywords, as arrays in the order of the evidence."""

    volume: TakenAs
    seasons: Seasons
    intents: Intents
    intent_names: list[str]
    strengths: Floats
    difficulty: Floats
    title_matches: NDArray[np.int64]
    open_share: Floats
    value_of_click: Floats


@dataclass(frozen=True)
class OutletFigures:
    """What n keywords are to one outlet, as arrays in the order of the evidence."""

    outlook: Outlook
    clicks: Floats
    worth: Floats
    verdict: NDArray[np.int64]
    hands: NDArray[np.int64]


def weigh(
    evidence: Evidence, standpoint: Standpoint, spreads: Floats, broad_ratio: float
) -> Figures:
    """Weigh keywords for everyone: every figure that does not depend on an outlet, from readings
    alone.

    Parameters: `evidence`, arrays of n; `standpoint`; `spreads` (s,), each exact source's spread
    (`learn_spreads`); `broad_ratio` (`learn_broad_ratio`). Returns: `Figures`. Raises: `ValueError`
    from the parts for shapes that do not match. Cost: linear; 100,000 keywords in a few seconds.
    """
    channel = standpoint.channel
    volume = taken_as(
        evidence.exact,
        spreads,
        evidence.exact_age_days,
        evidence.broad_low,
        evidence.broad_high,
        evidence.rough,
        broad_ratio=broad_ratio,
    )
    intents = read_intents(
        evidence.read_as,
        evidence.features,
        standpoint.language,
        standpoint.names,
    )
    names = [
        mine or read for mine, read in zip(evidence.intents_overruled, intents.names(), strict=True)
    ]
    # Once, for difficulty and for every outlet's chance.
    strengths = strength(evidence.page, channel)
    return Figures(
        volume=volume,
        seasons=read_seasons(evidence.series, evidence.last_month),
        intents=intents,
        intent_names=names,
        strengths=strengths,
        difficulty=difficulty(strengths, channel),
        title_matches=title_matches(evidence.page),
        open_share=open_share(evidence.features, evidence.ads, channel),
        value_of_click=click_value(evidence.cpc, names, standpoint.click_values),
    )


def weigh_for_outlet(
    evidence: Evidence, figures: Figures, standpoint: Standpoint, standing: float | None
) -> OutletFigures:
    """Weigh keywords for one outlet: own strength, chance, clicks, worth and verdict.

    Parameters: `evidence`, arrays of n; `figures`, of the same evidence (`weigh`); `standpoint`;
    `standing`, the outlet's authority, followers or reviews, None where there is no outlet: then
    chance, worth and verdict are unknown. Returns: `OutletFigures`. Raises: `ValueError` from the
    parts for shapes that do not match. Cost: linear; 100,000 keywords in about a second.
    """
    channel, at = standpoint.channel, standpoint.thresholds
    unknown = np.full(len(evidence.texts), np.nan)
    count = len(evidence.texts)
    own = unknown if standing is None else own_strength(standing, count, channel)
    expected = outlook(figures.strengths, own, channel)
    volume = figures.volume.value
    clicks = expected_clicks(volume, expected.positions, figures.open_share, channel)
    money = worth(clicks, figures.value_of_click, evidence.fit, evidence.heat)
    return OutletFigures(
        outlook=expected,
        clicks=clicks,
        worth=money,
        verdict=verdicts(volume, expected.page_one, money, at),
        hands=hands(volume, expected.page_one, money, at),
    )


def learn(exact: Floats, broad_low: Floats, broad_high: Floats) -> tuple[Floats, float]:
    """What a project's own readings teach: each exact source's spread, and exact searches per broad
    search.

    Parameters: `exact` (n, s), `broad_low` and `broad_high` (n,), NaN where unknown. Returns: as
    `learn_spreads` and `learn_broad_ratio`, in steps of 5 %, so that one reading more does not move
    every other figure. Raises: nothing."""
    # One source's figure as it is, not the mean of several: the mean already leans on this ratio.
    ratio = volumes.learn_broad_ratio(_first_known(exact), broad_low, broad_high)
    spreads = _settled(volumes.learn_spreads(exact), volumes.DEFAULT_SPREAD)
    return spreads, float(_settled(np.array([ratio]), volumes.BROAD_RATIO)[0])


def _settled(values: Floats, usual: float) -> Floats:
    """Values in whole steps from the usual one."""
    steps = np.round(np.log(values / usual) / LEARNED_STEP)
    return np.asarray(usual * np.exp(steps * LEARNED_STEP), dtype=np.float64)


def _first_known(exact: Floats) -> Floats:
    best = np.full(len(exact), np.nan)
    for column in exact.T:
        best = np.where(np.isfinite(best), best, column)
    return best
