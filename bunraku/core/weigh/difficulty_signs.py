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
Usual = float | None

FILE = Path(__file__).with_name("difficulty_signs.json")
"""What was learned in the practice world (`python -m tools.difficulty`); a test holds it on
subjects that it was not learned from."""
QUANTILES = np.arange(0.05, 1, 0.1)
"""Shares of keywords of equal signs that are easier than each of the difficulties told."""
WITHOUT_ADS = ("searches", "searches_squared", "words")
SETS: Mapping[str, tuple[str, ...]] = {
    "searches": WITHOUT_ADS,
    "competition": (*WITHOUT_ADS, "competition"),
    "bid": (*WITHOUT_ADS, "bid"),
    "both": (*WITHOUT_ADS, "bid", "competition"),
}
"""The signs that each model reads: one is taken for a keyword by what is known of it."""
MOST_WORDS = 6
"""Longer phrases are as easy as those of six words."""


IS_LOCAL = 0.5
"""Probability of being of people nearby from which on a keyword counts as local."""
FEWEST_BIDS = 5
"""Of fewer the middle says nothing of the trade, and a bid is as good as none."""


@dataclass(frozen=True)
class Signs:
    """What is known of n keywords without their results pages: searches a month, and bid for a
    click and ad competition beside what is usual in their list (`beside_usual`), NaN unknown;
    words."""

    volume: Floats
    bid: Floats
    competition: Floats
    words: NDArray[np.int64]


def beside_usual(bid: Floats, competition: Floats) -> tuple[Usual, Usual]:
    """What bids and competition are usual in a list of keywords, of one trade and currency: a click
    of three pounds is dear for a florist and cheap for a solicitor, so that only what is dearer
    than the rest of the list says anything.

    Parameters: `bid` and `competition` of the whole list, NaN unknown. Returns: the middle of each,
    of bids that of their logarithm; None where fewer than `FEWEST_BIDS` are known."""
    return _usual(log_bid(bid)), _usual(competition)


def log_bid(bid: Floats) -> Floats:
    """Logarithm of bids; NaN for none: pennies differ by it as pounds do."""
    return np.asarray(np.log(np.where(bid > 0, bid, np.nan) + 0.05))


def _usual(values: Floats) -> Usual:
    known = values[np.isfinite(values)]
    return float(np.median(known)) if len(known) >= FEWEST_BIDS else None


def signs_of(
    volume: Floats,
    bid: Floats,
    competition: Floats,
    words: NDArray[np.int64],
    usual: tuple[Usual, Usual],
) -> Signs:
    """Signs of n keywords by their figures and what is usual in their list."""
    dear, contested = usual
    return Signs(
        volume,
        np.full(len(volume), np.nan) if dear is None else log_bid(bid) - dear,
        np.full(len(volume), np.nan) if contested is None else competition - contested,
        words,
    )


def features_of(signs: Signs) -> dict[str, Floats]:
    """The signs as models read them, (n,) each."""
    searches = np.log1p(signs.volume)
    return {
        "searches": searches,
        "searches_squared": searches**2 / 10,
        "bid": signs.bid,
        "competition": signs.competition,
        "words": np.minimum(signs.words, MOST_WORDS).astype(np.float64),
    }


def likely_difficulties(
    signs: Signs, channel: str, local: NDArray[np.bool_] | bool = False
) -> Floats:
    """Difficulties that keywords of such signs have, 0-100.

    Parameters: `signs` of n keywords; `channel`; `local` (n,), whether they are searched for by
    people nearby. Returns: (n, 10), rising: a tenth of such keywords lies around each of them; NaN
    where the searches are unknown, and of local ones: who competes in a town, none of this tells.
    Formula: a score linear in the
    signs; of keywords with that score in the practice world, the `QUANTILES` of their difficulty,
    straight between known scores. Raises: `ValueError` for a channel that nothing was learned of.
    Cost: linear, vectorised."""
    models = _models().get(channel)
    if models is None:
        raise ValueError(f"nothing is learned of the difficulty on {channel!r}")
    features = features_of(signs)
    out = np.full((len(signs.volume), len(QUANTILES)), np.nan)
    has_bid, has_competition = np.isfinite(features["bid"]), np.isfinite(features["competition"])
    known = np.isfinite(features["searches"]) & ~np.asarray(local)
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
