"""What a cluster says of itself: its lead keyword and why each member belongs."""

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from bunraku.core.text import content_stems

Ints = NDArray[np.int64]


def lead_of(volume: NDArray[np.float64], pages: Ints) -> int:
    """Lead keyword of one cluster, as a position among its members.

    Parameters: `volume` (m,), searches a month, NaN counts as none; `pages` (m, k), result ids, 0
    none. Returns: the member with most searches among those that share at least half as many
    results with the rest as the best-connected one does; the first on a tie. Raises: `ValueError`
    for an empty cluster. Cost: members × results.
    """
    if not len(volume):
        raise ValueError("a cluster has members")
    _, inverse, counts = np.unique(pages, return_inverse=True, return_counts=True)
    shared = np.where(pages != 0, counts[inverse].reshape(pages.shape) - 1, 0).sum(axis=1)
    # The most searched keyword is often a broad one at the edge; it leads only if it is amid them.
    central = shared * 2 >= shared.max()
    score = np.where(central, np.nan_to_num(volume), -1.0)
    return int(score.argmax())


def why_member(
    text: str,
    page: Sequence[int],
    lead_text: str,
    lead_page: Sequence[int],
    language: str,
    *,
    pinned: bool,
) -> str:
    """Why a keyword belongs to its cluster, as a sentence part that follows the keyword.

    Parameters: the keyword's and the lead keyword's text and result ids (0 or missing ids are
    ignored); `pinned`, whether the user put it there. Returns: the reason; by results where both
    pages were read, else by words. Raises: nothing.
    """
    if pinned:
        return "you put it here"
    if text == lead_text:
        return "leads the cluster"
    mine, theirs = {i for i in page if i}, {i for i in lead_page if i}
    if mine and theirs and mine & theirs:
        return f"shares {len(mine & theirs)} of {len(mine)} results with “{lead_text}”"
    lead_stems = set(content_stems(lead_text, language))
    common = [
        word
        for word, stem in zip(text.split(), _stems_by_word(text, language), strict=True)
        if stem in lead_stems
    ]
    if mine and theirs:
        return f"shares results with other members, none with “{lead_text}”"
    unread = "the lead's results page not fetched" if mine else "results page not fetched"
    if common:
        return f"{unread}; shares the words {', '.join(common)} with “{lead_text}”"
    return f"{unread}; close in meaning to other members"


def why_alone(page: Sequence[int], *, pinned: bool) -> str:
    """Why a keyword is the only one of its cluster, as a sentence part that follows the keyword.

    Parameters: its result ids (0 ignored); `pinned`, whether the user put it there. Returns: the
    reason; by results if its page was read, else by words. Raises: nothing.
    """
    if pinned:
        return "you put it here"
    if any(page):
        return "no other keyword shows enough of the same results"
    return "results page not fetched; no other keyword is close enough in meaning"


def _stems_by_word(text: str, language: str) -> list[str]:
    return [(content_stems(word, language) or [""])[0] for word in text.split()]
