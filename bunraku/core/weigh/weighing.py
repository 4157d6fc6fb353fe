"""Weighing: from arrays of readings to arrays of figures, the whole of it in one call."""

from collections.abc import Sequence
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from bunraku.core.weigh import volume as volumes
from bunraku.core.weigh.chance import Outlook, difficulty, outlook, own_strength
from bunraku.core.weigh.intent import Intents, read_intents
from bunraku.core.weigh.page import PageFacts, strength, title_matches
from bunraku.core.weigh.season import Seasons, read_seasons
from bunraku.core.weigh.verdict import Thresholds, hands, verdicts
from bunraku.core.weigh.volume import TakenAs, taken_as
from bunraku.core.weigh.worth import click_value, expected_clicks, open_share, worth

Floats = NDArray[np.float64]


@dataclass(frozen=True)
class Standpoint:
    """From whose side keywords are weighed: the outlet's standing on one channel, the project's words and thresholds."""

    channel: str
    language: str
    standing: float | None
    thresholds: Thresholds
    click_values: dict[str, float] = field(default_factory=dict)
    own_brands: tuple[str, ...] = ()
    places: tuple[str, ...] = ()


@dataclass(frozen=True)
class Evidence:
    """What is known of n keywords: texts, fit, heat and overruled intents; readings as arrays, NaN where missing."""

    texts: Sequence[str]
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
    """All figures of n keywords, as arrays in the order of the evidence."""

    volume: TakenAs
    seasons: Seasons
    intents: Intents
    intent_names: list[str]
    strengths: Floats
    difficulty: Floats
    outlook: Outlook
    title_matches: NDArray[np.int64]
    clicks: Floats
    value_of_click: Floats
    worth: Floats
    verdict: NDArray[np.int64]
    hands: NDArray[np.int64]


def weigh(evidence: Evidence, standpoint: Standpoint, spreads: Floats, broad_ratio: float) -> Figures:
    """Weigh keywords: every figure that the sheet shows, from readings alone.

    Parameters: `evidence`, arrays of n; `standpoint`; `spreads` (s,), each exact source's spread (`learn_spreads`);
    `broad_ratio` (`learn_broad_ratio`). Returns: `Figures`; where the project has no outlet on the channel, chance, worth
    and verdict are unknown. Raises: `ValueError` from the parts for shapes that do not match. Cost: linear; 100,000
    keywords in a few seconds.
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
        evidence.texts,
        evidence.features,
        standpoint.language,
        own_brands=standpoint.own_brands,
        places=standpoint.places,
    )
    names = [mine or read for mine, read in zip(evidence.intents_overruled, intents.names(), strict=True)]
    strengths = strength(evidence.page, channel)
    standing = standpoint.standing
    own = np.full(len(evidence.texts), np.nan) if standing is None else own_strength(standing, evidence.fit, channel)
    expected = outlook(strengths, own, channel)
    share = open_share(evidence.features, evidence.ads, channel)
    clicks = expected_clicks(volume.value, expected.positions, share, channel)
    value = click_value(evidence.cpc, names, standpoint.click_values)
    money = worth(clicks, value, evidence.fit, evidence.heat)
    at = standpoint.thresholds
    return Figures(
        volume=volume,
        seasons=read_seasons(evidence.series, evidence.last_month),
        intents=intents,
        intent_names=names,
        strengths=strengths,
        difficulty=difficulty(strengths, channel),
        outlook=expected,
        title_matches=title_matches(evidence.page),
        clicks=clicks,
        value_of_click=value,
        worth=money,
        verdict=verdicts(volume.value, expected.page_one, money, at),
        hands=hands(volume.value, expected.page_one, money, at),
    )


def learn(exact: Floats, broad_low: Floats, broad_high: Floats) -> tuple[Floats, float]:
    """What a project's own readings teach: each exact source's spread, and exact searches per broad search.

    Parameters: `exact` (n, s), `broad_low` and `broad_high` (n,), NaN where unknown. Returns: as `learn_spreads` and
    `learn_broad_ratio`. Raises: nothing."""
    return (
        volumes.learn_spreads(exact),
        volumes.learn_broad_ratio(_first_known(exact), broad_low, broad_high),
    )


def _first_known(exact: Floats) -> Floats:
    best = np.full(len(exact), np.nan)
    for column in exact.T:
        best = np.where(np.isfinite(best), best, column)
    return best
