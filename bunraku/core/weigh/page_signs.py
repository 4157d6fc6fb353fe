"""What a results page says in single figures, for many keywords at once: who aims at the phrase,
who stands there, how new and how seen they are, how much moves."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

import numpy as np
from numpy.typing import NDArray

from bunraku.core.text.addresses import address_words, host_of
from bunraku.core.weigh.company import Result
from bunraku.core.weigh.page import PAGE_ONE
from bunraku.core.weigh.page_changes import Snapshot, changes_a_week
from bunraku.core.weigh.phrase_match import says_exactly

Floats = NDArray[np.float64]
FEATURES = ("answer_box", "questions_box", "video_strip", "shopping_strip", "map")
"""What can stand on a page beside results, in the order of their bits."""
NEW_DAYS = 30
"""Days within which a result counts as new."""


@dataclass(frozen=True)
class PageRead:
    """A page as it is looked at: its organic results, the day it was read, how many pages carry the
    exact phrase in all (None unknown), its features, and how it stood when it was read before."""

    results: Sequence[Result]
    on: date
    saying: float | None = None
    features: Sequence[str] = ()
    before: Snapshot | None = None


@dataclass(frozen=True)
class PageSigns:
    """For n keywords, each (n,), NaN where no page was read or the page does not tell it: of the
    first ten, addresses that carry the exact phrase, results new within 30 days, publishers; least
    and typical views (of a video in all); exact-phrase pages in all; places that change a week.
    `features` are bits (see `FEATURES`), 0 where none was read."""

    address_matches: Floats
    new_month: Floats
    publishers: Floats
    views_least: Floats
    views_typical: Floats
    phrase_pages: Floats
    changes: Floats
    features: NDArray[np.int64]


def page_signs(
    pages: Sequence[PageRead | None], keywords: Sequence[str], language: str
) -> PageSigns:
    """Single figures of results pages.

    Parameters: n `pages`, None where none was read; n `keywords`; their language. Returns:
    `PageSigns`. Raises: nothing. Cost: linear; 10,000 pages in about a second."""
    told = np.full((len(pages), 7), np.nan)
    bits = np.zeros(len(pages), dtype=np.int64)
    for row, (page, keyword) in enumerate(zip(pages, keywords, strict=True)):
        if page is not None:
            told[row] = _of(page, keyword, language)
            bits[row] = bits_of(page.features)
    addresses, new, publishers, least, typical, saying, changes = told.T
    return PageSigns(addresses, new, publishers, least, typical, saying, changes, bits)


def bits_of(features: Sequence[str]) -> int:
    """Features as bits; unknown ones have none."""
    return sum(1 << FEATURES.index(name) for name in set(features) if name in FEATURES)


def _of(page: PageRead, keyword: str, language: str) -> tuple[float, ...]:
    top = page.results[:PAGE_ONE]
    views = sorted(r.views for r in top if r.views is not None)
    days = [(page.on - r.published).days for r in top if r.published is not None]
    now = Snapshot(page.on, [r.address for r in top])
    changes = changes_a_week([page.before, now]) if page.before else None
    return (
        sum(says_exactly(address_words(r.address), keyword, language) for r in top),
        sum(d <= NEW_DAYS for d in days) if days else np.nan,
        len({r.publisher.casefold() or host_of(r.address) for r in top}),
        views[0] if views else np.nan,
        float(np.median(views)) if views else np.nan,
        np.nan if page.saying is None else page.saying,
        np.nan if changes is None else changes,
    )
