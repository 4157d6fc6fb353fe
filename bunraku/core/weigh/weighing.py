"""Weighing: from arrays of readings to arrays of figures, the whole of it in one call."""

from collections.abc import Sequence
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from bunraku.core.weigh.chance import Outlook, difficulty, outlook, own_strength
from bunraku.core.weigh.difficulty_signs import IS_LOCAL, likely_difficulties, signs_of
from bunraku.core.weigh.intent import Intents, Names, read_intents
from bunraku.core.weigh.page import PageFacts, openness, strength, title_matches, weakest
from bunraku.core.weigh.page_signs import PageSigns
from bunraku.core.weigh.rough import index_to_volume
from bunraku.core.weigh.season import Seasons, read_seasons
from bunraku.core.weigh.trust import Learned
from bunraku.core.weigh.verdict import Thresholds, best_of_year, hands, verdicts
from bunraku.core.weigh.volume import TakenAs, Told, taken_as
from bunraku.core.weigh.without_page import (
    AT_TOP,
    OWN,
    SIGNS,
    Beside,
    estimate,
    rests_on,
    stand_in,
    with_estimate,
)
from bunraku.core.weigh.worth import click_value, clicks_won, expected_clicks, open_share, worth

Floats = NDArray[np.float64]


@dataclass(frozen=True)
class Standpoint:
    """From whose side keywords are weighed: the channel, the project's words, its values and
    thresholds; how sharply strength decides for its chosen outlet (`outlook`); what its outlets are
    called where they publish."""

    channel: str
    language: str
    thresholds: Thresholds
    click_values: dict[str, float] = field(default_factory=dict)
    names: Names = field(default_factory=Names)
    sharpness: float = 1.0
    own: frozenset[str] = frozenset()


@dataclass(frozen=True)
class Evidence:
    """What is known of n keywords: texts, and as which text of their family each is read; fit,
    priority and overruled intents; readings as arrays, NaN where missing. `series` are a source's
    searches month by month and `series_average` its own average; `index` is relative interest in
    the same months."""

    texts: Sequence[str]
    read_as: Sequence[str]
    fit: Floats
    priority: Sequence[str]
    intents_overruled: Sequence[str]
    words: NDArray[np.int64]
    told: Told
    series: Floats
    series_average: Floats
    index: Floats
    last_month: int
    rough: Floats
    cpc: Floats
    page: PageFacts
    signs: PageSigns
    features: Sequence[Sequence[str]]
    ads: Floats
    # Difficulty that a file states, ad competition, one's own average position; the person's
    # guesses at the chance, and whether a source could read results pages.
    difficulty_told: Floats
    competition: Floats
    own_position: Floats
    guesses: Sequence[str]
    could_read: bool = True


@dataclass(frozen=True)
class Figures:
    """What is the same for everyone, for n keywords, as arrays in the order of the evidence."""

    volume: TakenAs
    seasons: Seasons
    intents: Intents
    intent_names: list[str]
    strengths: Floats
    difficulty: Floats
    beside: Beside
    rests: NDArray[np.int64]
    title_matches: NDArray[np.int64]
    weakest: Floats
    openness: Floats
    open_share: Floats
    value_of_click: Floats


@dataclass(frozen=True)
class OutletFigures:
    """What n keywords are to one outlet, as arrays in the order of the evidence; the interval of
    the chance is NaN where the chance is no estimate."""

    outlook: Outlook
    chance_low: Floats
    chance_high: Floats
    clicks: Floats
    worth: Floats
    verdict: NDArray[np.int64]
    hands: NDArray[np.int64]


def weigh(evidence: Evidence, standpoint: Standpoint, learned: Learned) -> Figures:
    """Weigh keywords for everyone: every figure that does not depend on an outlet, from readings
    alone.

    Parameters: `evidence`, arrays of n; `standpoint`; `learned`, what the project's own readings
    taught of wider matches and of interest. Returns: `Figures`. Raises: `ValueError` from the parts
    for shapes that do not match. Cost: linear; 100,000 keywords in a few seconds.
    """
    channel = standpoint.channel
    volume = taken_as(
        evidence.told,
        evidence.words,
        evidence.rough,
        broad=learned.broad,
        level=learned.level,
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
    of_page = difficulty(strengths, channel)
    told = evidence.difficulty_told
    beside = Beside(
        told,
        evidence.own_position,
        evidence.guesses,
        _likely(evidence, volume.value, intents.local, learned, channel),
        evidence.could_read,
    )
    return Figures(
        volume=volume,
        seasons=read_seasons(
            months_of(evidence.series, evidence.series_average, evidence.index, volume.value),
            evidence.last_month,
        ),
        intents=intents,
        intent_names=names,
        strengths=strengths,
        difficulty=np.where(np.isnan(of_page), told, of_page),
        beside=beside,
        rests=rests_on(np.isfinite(of_page), beside),
        title_matches=title_matches(evidence.page),
        weakest=weakest(strengths),
        openness=openness(volume.value, evidence.signs.phrase_pages),
        open_share=open_share(evidence.features, evidence.ads, channel),
        value_of_click=click_value(evidence.cpc, names, standpoint.click_values),
    )


def weigh_for_outlet(
    evidence: Evidence,
    figures: Figures,
    standpoint: Standpoint,
    standing: float | None,
    pull: float | None = None,
    stronger: float = 0.0,
    sharpness: float = 1.0,
) -> OutletFigures:
    """Weigh keywords for one outlet: own strength, chance, clicks, worth and verdict.

    Parameters: `evidence`, arrays of n; `figures`, of the same evidence (`weigh`); `standpoint`;
    `standing`, the outlet's authority, followers or reviews, None where there is no outlet: then
    chance, worth and verdict are unknown; `pull`, as `own_strength`; `stronger`, points by which
    its strength is taken to be other than it is; `sharpness`, as `outlook`. Returns:
    `OutletFigures`. Raises: `ValueError` from the parts for shapes that do not match. Cost: linear;
    100,000 keywords in about a second.
    """
    channel, at = standpoint.channel, standpoint.thresholds
    unknown = np.full(len(evidence.texts), np.nan)
    count = len(evidence.texts)
    own = unknown if standing is None else own_strength(standing, count, channel, pull)
    own = np.clip(own + stronger, 0, 100)
    strengths, beside, rests = figures.strengths, figures.beside, figures.rests
    if standing is None:
        rests = np.zeros(count, dtype=np.int64)
    strengths = stand_in(strengths, own, beside, rests, channel)
    estimated = estimate(own, beside, rests, channel)
    expected = with_estimate(outlook(strengths, own, channel, sharpness=sharpness), estimated)
    volume = figures.volume.value
    clicks = expected_clicks(volume, expected.positions, figures.open_share, channel)
    # A page that is there already brings what it brings: only what is won on top is worth the work.
    place = np.where(rests == OWN, beside.own_position, np.nan)
    won = clicks_won(clicks, volume, place, figures.open_share, channel)
    money = worth(won, figures.value_of_click, evidence.fit, evidence.priority)
    verdict = verdicts(
        volume,
        expected.page_one,
        money,
        at,
        best=best_of_year(volume, figures.value_of_click, channel),
        estimated=rests == SIGNS,
        at_top=place <= AT_TOP,
    )
    return OutletFigures(
        outlook=expected,
        chance_low=estimated.low,
        chance_high=estimated.high,
        clicks=clicks,
        worth=money,
        verdict=verdict,
        hands=hands(volume, expected.page_one, money, at),
    )


def _likely(
    evidence: Evidence, volume: Floats, local: Floats, learned: Learned, channel: str
) -> Floats:
    """Difficulties that such keywords have, by what is known beside their pages."""
    words, usual = evidence.words, learned.usual
    signs = signs_of(volume, evidence.cpc, evidence.competition, words, usual)
    return likely_difficulties(signs, channel, local > IS_LOCAL)


def months_of(series: Floats, average: Floats, index: Floats, volume: Floats) -> Floats:
    """Searches month by month: a source's own months, brought to the taken-as volume; else relative
    interest times it (`index_to_volume`), or as it is where no volume is known.

    Parameters: `series` (n, months), a source's searches, and `average` (n,), its own average;
    `index` (n, months), relative interest in the same months; `volume` (n,), taken-as; NaN where
    unknown. Returns: (n, months), NaN unknown. Raises: nothing."""
    scale = np.divide(volume, average, out=np.ones(len(volume)), where=average > 0)
    counted = series * np.where(np.isfinite(scale), scale, 1.0)[:, None]
    by_index = np.where(np.isfinite(volume)[:, None], index_to_volume(index, volume), index)
    has_months = np.isfinite(series).any(axis=1, keepdims=True)
    return np.asarray(np.where(has_months, counted, by_index))
