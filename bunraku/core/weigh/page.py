"""The results page: who stands there, how strong, and how exactly their titles say the phrase."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from bunraku.core.text import stems, tokens

Floats = NDArray[np.float64]

PAGE_ONE = 10
"""Results on a first page: what difficulty and chance are about."""
EXACT, ALL_WORDS, SOME, NONE = 1.0, 0.6, 0.25, 0.0
"""How far a title says the phrase, on one scale: the phrase itself, all its words, some, none."""

# Share of a result's strength that comes from who publishes it, what points to the very page, and
# its wording. Authority leads because page one is mostly decided before the page is written;
# wording is what a writer can change.
WEB_PARTS = (0.60, 0.22, 18.0)
VIDEO_PARTS = (0.62, 0.22, 16.0)
MARKET_PARTS = (0.60, 0.22, 18.0)


@dataclass(frozen=True)
class PageFacts:
    """Facts of up to ten organic results for n keywords, one array (n, 10) each, NaN where no
    result stands.

    `standing`: authority 0-100 (web), followers (video), reviews (marketplace). `pull`: linking
    sites to the page (web), views a day (video), sales a month (marketplace). `wording`: 0-1, how
    exactly the title says the phrase.
    """

    standing: Floats
    pull: Floats
    wording: Floats


def wording_of(title: str, keyword: str, language: str) -> float:
    """How exactly a title says a keyword: 1 the exact phrase, 0.6 all words, 0.25 at least half of
    them, else 0.

    Parameters: two texts and a language. Words are compared by stem, the exact phrase by its words
    in order. Returns: one of the four values; 0 for an empty keyword. Raises: nothing.
    """
    wanted = tokens(keyword)
    there = tokens(title)
    if not wanted:
        return NONE
    if f" {' '.join(wanted)} " in f" {' '.join(there)} ":
        return EXACT
    stem_set = set(stems(title, language))
    shared = [stem in stem_set for stem in stems(keyword, language)]
    if all(shared):
        return ALL_WORDS
    return SOME if sum(shared) * 2 >= len(shared) else NONE


def log_scale(value: Floats, top: float) -> Floats:
    """A count on 0-100 by its logarithm: 0 at nothing, 100 at `top` and above. NaN stays NaN."""
    return np.clip(100 * np.log1p(np.maximum(value, 0)) / np.log1p(top), 0, 100)


def standing_scale(standing: Floats, channel: str) -> Floats:
    """Who publishes, on 0-100: authority as it is; followers and reviews by their logarithm."""
    if channel == "web":
        return np.clip(standing, 0, 100)
    # The largest there are, beyond which more makes no difference: some three million followers,
    # sixty thousand reviews.
    return log_scale(standing, 3_000_000 if channel == "video" else 60_000)


def strength(facts: PageFacts, channel: str) -> Floats:
    """Strength of a result, 0-100 on one scale per channel.

    Parameters: `facts`, arrays of one shape; `channel`, web, video or marketplace. Returns: the
    same shape, NaN where no result stands. Formula: a weighted sum of who publishes, what points to
    the page (linking sites, views a day or sales a month, by logarithm) and the wording of the
    title. Raises: `ValueError` for another channel. Cost: linear.
    """
    parts = {"web": WEB_PARTS, "video": VIDEO_PARTS, "marketplace": MARKET_PARTS}.get(channel)
    if parts is None:
        raise ValueError(f"no channel {channel!r}")
    # Likewise: linking sites of one page, views a day, sales a month.
    top = {"web": 1_000, "video": 20_000, "marketplace": 2_000}[channel]
    who, pull, wording = parts
    return (
        who * standing_scale(facts.standing, channel)
        + pull * log_scale(np.nan_to_num(facts.pull), top)
        + wording * facts.wording
    )


def title_matches(facts: PageFacts) -> NDArray[np.int64]:
    """Title matches: how many of the organic results looked at carry the exact phrase in the title.

    Parameters: `facts`, arrays (n, 10), NaN where no result stands. Returns: (n,) counts, 0 where
    no page was read (the caller tells the two apart). Formula: results whose wording is 1. Raises:
    nothing.
    """
    return (facts.wording >= EXACT).sum(axis=1)


def page_facts(pages: Sequence[Sequence[tuple[float, float, float]] | None]) -> PageFacts:
    """Stack the (standing, pull, wording) of each page's first ten organic results into arrays,
    NaN-padded.

    Parameters: `pages`, n lists in order of position; None where no page was read. Returns:
    `PageFacts` of (n, 10).
    """
    stacked = np.full((len(pages), PAGE_ONE, 3), np.nan)
    for row, page in enumerate(pages):
        if page:
            top = page[:PAGE_ONE]
            stacked[row, : len(top)] = top
    return PageFacts(stacked[:, :, 0], stacked[:, :, 1], stacked[:, :, 2])
