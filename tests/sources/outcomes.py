"""Outcomes in the practice world: what chances were foretold for outlets of several standings, and
who stood on page one when their pieces had settled."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from functools import cache

import numpy as np
from numpy.typing import NDArray

from bunraku.core.weigh.chance import difficulty, outlook, own_strength
from bunraku.core.weigh.page import page_facts, strength
from bunraku.core.weigh.phrase_match import how_said
from bunraku.sources.protocol import OwnPiece, Setting
from bunraku.sources.rehearsal.channels import CHANNEL_INDEX
from bunraku.sources.rehearsal.results import Viewpoint, rank
from bunraku.sources.rehearsal.standing import Standing
from bunraku.sources.rehearsal.world import World, the_world

Floats = NDArray[np.float64]
TODAY = date(2026, 10, 14)
WEEKS = 24
"""Weeks after which a piece stands where it will stand, on every channel."""
STANDINGS = {
    "web": (15.0, 34.0, 55.0, 75.0),
    "video": (900.0, 6_000.0, 60_000.0, 500_000.0),
    "marketplace": (30.0, 250.0, 2_500.0, 15_000.0),
}
"""Outlets weak, middling and strong."""
FOREIGN = (
    Setting(("fenwharf", "bramlock"), (), ("narrowboat", "canal", "stove")),
    (
        *("wood stove", "chimney sweep", "narrowboat hire", "guitar lessons", "sourdough bread"),
        *("candle", "guitar", "backpack", "oak table", "leather bag", "fountain pen"),
    ),
)
"""Subjects that nothing was fitted on."""


@dataclass(frozen=True)
class Outcomes:
    """For n keywords and s outlets: chances foretold and whether page one was reached, (n, s); the
    difficulty of each keyword, (n,), and the least own strength that reached page one, (n,), NaN
    where none did."""

    foretold: Floats
    reached: NDArray[np.bool_]
    difficulty: Floats
    least: Floats


@cache
def outcomes(channel: str, count: int = 400, *, foreign: bool = False, seed: int = 11) -> Outcomes:
    """Publish a piece of each outlet on each of some keywords, and look 24 weeks later."""
    world, keys = _keywords(channel, count, foreign=foreign, seed=seed)
    strengths = _strengths(world, keys, channel)
    standings = STANDINGS[channel]
    foretold = np.stack(
        [
            outlook(strengths, own_strength(standing, len(keys), channel), channel).page_one
            for standing in standings
        ],
        axis=1,
    )
    reached = np.array(
        [[_stands(world, key, channel, standing) for standing in standings] for key in keys]
    )
    ladder = np.geomspace(*_ENDS[channel], 13)
    least = np.array([_least(world, key, channel, ladder) for key in keys])
    return Outcomes(foretold, reached, difficulty(strengths, channel), least)


_ENDS = {"web": (2.0, 99.0), "video": (20.0, 3_000_000.0), "marketplace": (2.0, 60_000.0)}


def _keywords(channel: str, count: int, *, foreign: bool, seed: int) -> tuple[World, list[str]]:
    column = CHANNEL_INDEX[channel]
    dice = np.random.default_rng(seed)
    if foreign:
        setting, subjects = FOREIGN
        world = the_world("en-GB", setting)
        queries = [q for subject in subjects for q in world.elsewhere(subject).queries.values()]
        keys = sorted(query.key for query in queries if query.demand[column] >= 1)
    else:
        world = the_world("en-GB")
        asked = np.flatnonzero(world.truth.demand[:, column] >= 3)
        keys = [world.texts[n] for n in asked.tolist()]
    chosen = dice.choice(len(keys), min(count, len(keys)), replace=False)
    return world, [keys[n] for n in chosen.tolist()]


def _strengths(world: World, keys: Sequence[str], channel: str) -> Floats:
    """Strengths of page one of keywords, as they are seen today."""

    def seen(page: Standing, key: str) -> tuple[float, float, float]:
        return page.publisher.standing, page.pull, how_said(page.title, key, "en")

    pages = [
        [seen(page, key) for page in rank(world, world.query(key), Viewpoint(channel, TODAY))]
        for key in keys
    ]
    return strength(page_facts(pages), channel)


def _stands(world: World, key: str, channel: str, standing: float) -> bool:
    piece = OwnPiece(
        "https://own.example/piece", "own.example", standing, key.capitalize(), key, TODAY
    )
    later = TODAY + timedelta(weeks=WEEKS)
    page = rank(world, world.query(key), Viewpoint(channel, later, own=(piece,)))
    return any(result.address == piece.address for result in page)


def _least(world: World, key: str, channel: str, ladder: Floats) -> float:
    """The least own strength that reaches page one, found by halving."""
    low, high = 0, len(ladder)
    while low < high:
        middle = (low + high) // 2
        if _stands(world, key, channel, float(ladder[middle])):
            high = middle
        else:
            low = middle + 1
    return float(own_strength(ladder[low], 1, channel)[0]) if low < len(ladder) else np.nan


def calibration_error(foretold: Floats, reached: NDArray[np.bool_], bins: int = 10) -> float:
    """How far outcomes lie from what was foretold, on average over tenths of the chance."""
    return sum(
        share * abs(foretold_mean - share_reached)
        for foretold_mean, share_reached, share in reliability(foretold, reached, bins)
    )


def reliability(
    foretold: Floats, reached: NDArray[np.bool_], bins: int = 10
) -> list[tuple[float, float, float]]:
    """Of each tenth of the chance that occurs: the mean that was foretold, the share that reached
    page one, and the share of all cases that it holds."""
    chances, ends = foretold.ravel(), reached.ravel()
    which = np.minimum((chances * bins).astype(int), bins - 1)
    return [
        (float(chances[at].mean()), float(ends[at].mean()), float(at.mean()))
        for number in range(bins)
        if (at := which == number).any()
    ]


def skill(foretold: Floats, reached: NDArray[np.bool_]) -> float:
    """Brier skill: 1 is knowing, 0 is foretelling everyone the mean."""
    chances, ends = foretold.ravel(), reached.ravel().astype(float)
    spread = ends.mean() * (1 - ends.mean())
    return float(1 - ((chances - ends) ** 2).mean() / spread) if spread else float("nan")
