"""How hard a keyword is to rank for where nobody looked at its results page: by its searches, what
advertisers bid, how many of them compete, and its words."""

import json
from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from pathlib import Path
from typing import Any

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]

FILE = Path(__file__).with_name("difficulty_signs.json")
"""What was learned in the practice world (`python -m tools.difficulty`); a test holds it on
subjects that it was not learned from."""
QUANTILES = np.arange(0.05, 1, 0.1)
"""Shares of keywords of equal signs that are easier than each of the difficulties told."""
WITHOUT_ADS = ("searches", "searches_squared", "words", "buying", "local")
SETS: Mapping[str, tuple[str, ...]] = {
    "searches": WITHOUT_ADS,
    "competition": (*WITHOUT_ADS, "competition"),
    "bid": (*WITHOUT_ADS, "bid"),
    "both": (*WITHOUT_ADS, "bid", "competition"),
}
"""The signs that each model reads: one is taken for a keyword by what is known of it."""
MOST_WORDS = 6
"""Longer phrases are as easy as those of six words."""


@dataclass(frozen=True)
class Signs:
    """What is known of n keywords without their results pages: searches a month, bid for a click
    and ad competition 0-1 (NaN unknown), words, how likely they are of buyers and of people nearby
    (0-1)."""

    volume: Floats
    bid: Floats
    competition: Floats
    words: NDArray[np.int64]
    buying: Floats
    local: Floats


def features_of(signs: Signs) -> dict[str, Floats]:
    """The signs as models read them, (n,) each."""
    searches = np.log1p(signs.volume)
    return {
        "searches": searches,
        "searches_squared": searches**2 / 10,
        # A bid of nothing is none; pennies differ by their logarithm as pounds do.
        "bid": np.log(np.where(signs.bid > 0, signs.bid, np.nan) + 0.05),
        "competition": signs.competition,
        "words": np.minimum(signs.words, MOST_WORDS).astype(np.float64),
        "buying": signs.buying,
        "local": signs.local,
    }


def likely_difficulties(signs: Signs, channel: str) -> Floats:
    """Difficulties that keywords of such signs have, 0-100.

    Parameters: `signs` of n keywords; `channel`. Returns: (n, 10), rising: a tenth of such keywords
    lies around each of them; NaN where the searches are unknown. Formula: a score linear in the
    signs; of keywords with that score in the practice world, the `QUANTILES` of their difficulty,
    straight between known scores. Raises: `ValueError` for a channel that nothing was learned of.
    Cost: linear, vectorised."""
    models = _models().get(channel)
    if models is None:
        raise ValueError(f"nothing is learned of the difficulty on {channel!r}")
    features = features_of(signs)
    out = np.full((len(signs.volume), len(QUANTILES)), np.nan)
    has_bid, has_competition = np.isfinite(features["bid"]), np.isfinite(features["competition"])
    known = np.isfinite(features["searches"])
    for name, mask in (
        ("searches", ~has_bid & ~has_competition),
        ("competition", ~has_bid & has_competition),
        ("bid", has_bid & ~has_competition),
        ("both", has_bid & has_competition),
    ):
        chosen = known & mask
        if chosen.any():
            out[chosen] = _by_model(models[name], {k: v[chosen] for k, v in features.items()})
    return out


def _by_model(model: dict[str, Any], features: Mapping[str, Floats]) -> Floats:
    score = model["intercept"] + sum(w * features[name] for name, w in model["weights"].items())
    columns = zip(*model["difficulties"], strict=True)
    return np.stack([np.interp(score, model["scores"], column) for column in columns], axis=1)


@cache
def _models() -> dict[str, dict[str, dict[str, Any]]]:
    learned: dict[str, dict[str, dict[str, Any]]] = json.loads(FILE.read_text("utf-8"))["channels"]
    return learned
