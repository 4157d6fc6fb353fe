"""The results page: who stands there, how strong, and how exactly their titles say the phrase."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from bunraku.core.channels import channel_named
from bunraku.core.weigh.phrase_match import EXACT, SOME

Floats = NDArray[np.float64]

PAGE_ONE = 10
"""Results on a first page: what difficulty and chance are about."""
UNTOLD = (np.nan, np.nan, SOME)
"""A result that stands on a page and of which nothing was told: as strong as the middle of those
that were, its title taken to say some of the words."""


@dataclass(frozen=True)
class PageFacts:
    """Facts of up to ten organic results for n keywords, one array (n, 10) each.

    `standing`: authority 0-100 (web), followers (video), reviews (marketplace), NaN unknown.
    `pull`: linking sites to the page (web), views a day (video), sales a month (marketplace), NaN
    unknown. `wording`: 0-1, how exactly the title says the phrase, NaN where no result stands.
    """

    standing: Floats
    pull: Floats
    wording: Floats


def log_scale(value: Floats, top: float) -> Floats:
    """A count on 0-100 by its logarithm: 0 at nothing, 100 at `top` and above. NaN stays NaN."""
    return np.clip(100 * np.log1p(np.maximum(value, 0)) / np.log1p(top), 0, 100)


def standing_scale(standing: Floats, channel: str) -> Floats:
    """Who publishes, on 0-100: authority as it is; followers and reviews by their logarithm."""
    top = channel_named(channel).ranking.standing_top
    return np.clip(standing, 0, 100) if top is None else log_scale(standing, top)


def strength(facts: PageFacts, channel: str) -> Floats:
    """Strength of a result, 0-100 on one scale per channel.

    Parameters: `facts`, arrays of one shape; `channel`, web, video or marketplace. Returns: the
    same shape, NaN where no result stands or nothing is known of any on the page. Formula: a
    weighted sum of who publishes, what points to the page (linking sites, views a day or sales a
    month, by logarithm) and the wording of the title. What points to a page where that is not told
    is what mostly does (`typical_pull`); whose publisher is not known counts as the middle of those
    on the page who are. Raises: `ValueError` for another channel. Cost: linear.
    """
    parts = strength_parts(facts, channel)
    known = parts[..., 0] + parts[..., 1]
    unknown = np.isnan(known) & np.isfinite(facts.wording)
    return np.where(unknown, _middle_of_rows(known, unknown), known) + parts[..., 2]


def strength_parts(facts: PageFacts, channel: str) -> Floats:
    """What a result's strength is made of: who publishes, what points to the page, the wording of
    its title, in points.

    Parameters: as `strength`. Returns: the same shape with a last axis of three, NaN where who
    publishes is not known. Raises: `ValueError` for another channel. Cost: linear."""
    ranking = channel_named(channel).ranking
    who, pull, wording = ranking.parts
    pulled = np.where(np.isnan(facts.pull), typical_pull(facts.standing, channel), facts.pull)
    return np.stack(
        [
            who * standing_scale(facts.standing, channel),
            pull * log_scale(pulled, ranking.pull_top),
            wording * facts.wording,
        ],
        axis=-1,
    )


def _middle_of_rows(known: Floats, unknown: NDArray[np.bool_]) -> Floats:
    """The median of what is known of each row's first page, NaN where nothing is; worked out only
    for rows that need it."""
    known = known[..., :PAGE_ONE]
    middle = np.full((*known.shape[:-1], 1), np.nan)
    rows = unknown.any(axis=-1) & np.isfinite(known).any(axis=-1)
    if rows.any():
        middle[rows] = np.nanmedian(known[rows], axis=-1, keepdims=True)
    return middle


def typical_pull(standing: Floats, channel: str) -> Floats:
    """What a grown piece of a publisher mostly has, whoever it is: linking sites by authority,
    views a day by followers, sales a month by reviews. NaN stays NaN."""
    return channel_named(channel).ranking.typical_pull(standing)


def weakest(strengths: Floats) -> Floats:
    """Strength of the weakest result that stands on each page, 0-100.

    Parameters: `strengths` (n, 10), NaN where no result stands or is known. Returns: (n,), NaN
    where none is known. Raises: nothing."""
    least = np.where(np.isnan(strengths), np.inf, strengths).min(axis=1, initial=np.inf)
    return np.where(np.isfinite(least), least, np.nan)


def title_matches(facts: PageFacts) -> NDArray[np.int64]:
    """Title matches: how many of the organic results looked at carry the exact phrase in the title.

    Parameters: `facts`, arrays (n, 10), NaN where no result stands. Returns: (n,) counts, 0 where
    no page was read (the caller tells the two apart). Formula: results whose wording is 1. Raises:
    nothing.
    """
    return (facts.wording >= EXACT).sum(axis=1)


def openness(volume: Floats, saying: Floats) -> Floats:
    """Openness: searches a month for each page that carries the exact phrase.

    Parameters: `volume` (n,), searches a month; `saying` (n,), how many pages carry the exact
    phrase; NaN unknown. Returns: (n,), NaN where either is unknown; with no such page its searches
    themselves. Raises: nothing."""
    return np.asarray(volume / np.maximum(saying, 1.0), dtype=np.float64)


def page_facts(pages: Sequence[Sequence[tuple[float, float, float]] | None]) -> PageFacts:
    """Stack the (standing, pull, wording) of each page's first ten organic results into arrays,
    NaN-padded.

    Parameters: `pages`, n lists in order of position, NaN for a figure that is not told; None
    where no page was read. Returns: `PageFacts` of (n, 10).
    """
    stacked = np.full((len(pages), PAGE_ONE, 3), np.nan)
    for row, page in enumerate(pages):
        if page:
            top = page[:PAGE_ONE]
            stacked[row, : len(top)] = top
    return PageFacts(stacked[:, :, 0], stacked[:, :, 1], stacked[:, :, 2])
