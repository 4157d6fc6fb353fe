"""Clicks and worth: what being found would bring a month."""

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from bunraku.core.channels import channel_named
from bunraku.core.weigh.without_page import AT_TOP, as_it_stands

Floats = NDArray[np.float64]

PRIORITY = {"high": 1.5, "normal": 1.0, "low": 0.5}
"""How the user's own high, normal and low weigh on worth; unmarked counts as normal."""
FALLBACK_CPC_SHARE = 0.5
"""An organic click is taken to be worth half of what an advertiser pays, where the user has not
said."""


def open_share(features: Sequence[Sequence[str]], ads: Floats, channel: str) -> Floats:
    """Share of organic clicks left after ads and page features took theirs, 0.2-1.

    Parameters: `features`, for each of n pages its feature names; `ads` (n,), ads on the page, NaN
    counts as none; `channel`. Returns: (n,). Unknown features take nothing. Raises: `ValueError`
    for another channel.
    """
    curve = channel_named(channel).clicks
    taken = np.array([sum(curve.features.get(name, 0.0) for name in shown) for shown in features])
    return np.clip(
        # A fifth is always left: even under an answer box some people look further.
        1 - (taken if len(features) else np.zeros(0)) - curve.ad * np.nan_to_num(ads),
        0.2,
        1.0,
    )


def expected_clicks(volume: Floats, positions: Floats, share: Floats, channel: str) -> Floats:
    """Expected clicks a month: searches × Σ P(position) × click share of the position × share left
    open.

    Parameters: `volume` (n,) searches a month; `positions` (n, 10) probabilities; `share` (n,) 0-1;
    `channel`. Returns: (n,), NaN where volume or positions are unknown. Raises: `ValueError`
    for another channel.
    """
    curve = np.array(channel_named(channel).clicks.positions)
    return volume * (positions @ curve) * share


def clicks_won(
    clicks: Floats, volume: Floats, position: Floats, share: Floats, channel: str
) -> Floats:
    """Clicks a month that are won on top of what a page of one's own brings today.

    Parameters: `clicks` (n,), expected once the work is done; `volume` (n,) searches a month;
    `position` (n,), the page's average position, NaN where there is none; `share` (n,) left open,
    0-1; `channel`. Returns: (n,): all clicks where there is no page, 0 where it is at the top
    (`AT_TOP`); NaN as `expected_clicks`. Formula: `clicks` less those of the positions that the
    page has now (`as_it_stands`), never below 0. Raises: `ValueError` for another channel."""
    there = np.where(np.isnan(position), np.inf, position)
    today = expected_clicks(volume, as_it_stands(there), share, channel)
    return np.where(there <= AT_TOP, 0.0, np.maximum(clicks - today, 0.0))


def click_value(cpc: Floats, intents: Sequence[str], own_values: dict[str, float]) -> Floats:
    """Value of one click in the project's currency.

    Parameters: `cpc` (n,), NaN unknown; `intents`, the intent of each; `own_values`, the user's own
    value of a click by intent, with "any" for all others. Returns: (n,): the user's own where
    given, else half the cost per click as a stand-in, else NaN. Raises: nothing.
    """
    own = np.array(
        [own_values.get(intent, own_values.get("any", np.nan)) for intent in intents], dtype=float
    )
    return (
        np.where(np.isfinite(own), own, FALLBACK_CPC_SHARE * cpc) if len(intents) else np.zeros(0)
    )


def worth(clicks: Floats, value: Floats, fit: Floats, priority: Sequence[str]) -> Floats:
    """Worth: expected value a month in the project's currency: clicks × value of a click × fit ×
    priority.

    Parameters: `clicks`, `value`, `fit` (n,); `priority`, "high", "normal", "low" or "" each.
    Returns: (n,), NaN where clicks or value are unknown. Raises: nothing.
    """
    factor = (
        np.array([PRIORITY.get(mark, 1.0) for mark in priority]) if len(priority) else np.ones(0)
    )
    return clicks * value * fit * factor
