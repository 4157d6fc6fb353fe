"""The verdict on one keyword by the same rules as for all, and what would make it Go, found by
working it out again with that one thing changed."""

import math
from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import partial
from typing import Any

import numpy as np
from numpy.typing import NDArray

from bunraku.core.weigh.chance import outlook
from bunraku.core.weigh.verdict import VERDICTS, Thresholds, best_of_year, too_little, verdicts
from bunraku.core.weigh.without_page import AT_TOP, Estimate
from bunraku.core.weigh.worth import clicks_won, expected_clicks

Floats = NDArray[np.float64]

STRONGEST = 100.0
"""Nobody is stronger than that."""
DEAREST = 1_000.0
"""A click that would have to be worth more than this changes nothing for anybody."""
MOST_SEARCHES = 10_000_000
"""Likewise searches a month."""
_PENNY = 0.01


@dataclass(frozen=True, kw_only=True)
class Case:
    """All that the verdict on one keyword for one outlet is made of; None is unknown.

    `strengths` (10,) of the page's results, NaN where none stands, None where no page was read;
    `own` strength, None without an outlet; `open_share` of the clicks; `click_value`; `factor`, fit
    times priority; `price`, lookups that measuring it costs, None where no source can be asked;
    `rests`, what the chance rests on (`RESTS_ON`): with a file or a guess, `strengths` are those of
    the page that stands in; `untold`: its page was read, and nobody says how strong those on it
    are; `sharpness`, as `outlook`; `estimate` of one keyword, where the chance rests on signs or on
    `own_position`; `local`, whether people nearby search for it."""

    channel: str
    at: Thresholds
    volume: float | None = None
    strengths: Floats | None = None
    own: float | None = None
    open_share: float = 1.0
    click_value: float | None = None
    factor: float = 1.0
    price: float | None = None
    rests: str = "page"
    untold: bool = False
    sharpness: float = 1.0
    estimate: Estimate | None = None
    own_position: float | None = None
    local: bool = False


@dataclass(frozen=True)
class Judged:
    """What comes of a case: its verdict, chance 0-1 and worth a month, None unknown; weak spots."""

    verdict: str
    chance: float | None
    worth: float | None
    weak_spots: int


@dataclass(frozen=True)
class Change:
    """One thing that makes a keyword Go by itself: `what` of the case (own, click_value or volume)
    must become `least`."""

    what: str
    least: float


def judge(case: Case) -> Judged:
    """The verdict on one case, by the same rules as for all (`verdicts`). Cost: constant."""
    volume = _array(case.volume)
    chance = positions = None
    spots = 0
    if case.estimate is not None:
        positions = case.estimate.positions
        chance = float(positions.sum())
    elif case.strengths is not None and case.own is not None:
        seen = outlook(
            case.strengths[None], np.array([case.own]), case.channel, sharpness=case.sharpness
        )
        chance, positions, spots = float(seen.page_one[0]), seen.positions, int(seen.weak_spots[0])
    worth = None
    if positions is not None and case.volume is not None and case.click_value is not None:
        share = np.array([case.open_share])
        clicks = expected_clicks(volume, positions, share, case.channel)
        place = _array(case.own_position if case.rests == "own" else None)
        won = clicks_won(clicks, volume, place, share, case.channel)
        worth = float(won[0]) * case.click_value * case.factor
    code = verdicts(
        volume,
        _array(chance),
        _array(worth),
        case.at,
        best=best_of_year(volume, _array(case.click_value), case.channel),
        estimated=case.rests == "signs",
        at_top=is_at_top(case),
    )[0]
    return Judged(VERDICTS[code], chance, worth, spots)


def best_of_case(case: Case) -> float | None:
    """What the first position would be worth in a year; None unknown."""
    best = best_of_year(_array(case.volume), _array(case.click_value), case.channel)[0]
    return float(best) if np.isfinite(best) else None


def has_too_little(case: Case) -> bool:
    """Whether there is too little to win, whatever the chance."""
    best = best_of_case(case)
    return bool(too_little(_array(case.volume), case.at, _array(best))[0])


def is_at_top(case: Case) -> bool:
    """Whether a page of one's own is so far up that nothing is left to win."""
    place = case.own_position
    return case.rests == "own" and place is not None and place <= AT_TOP


def what_makes_it_go(case: Case) -> Change | None:
    """The one thing that would make a keyword Go, and how much of it.

    Parameters: `case`, with volume, page and outlet known. Returns: the first of more strength (in
    whole points), a click worth more (in hundredths), more searches (whole), that does it by
    itself; None where none does, or where it is Go already. Formula: halving, each time with the
    verdict worked out anew. Raises: nothing. Cost: some sixty verdicts of one keyword."""
    if judge(case).verdict == "go" or judge(case).chance is None or case.volume is None:
        return None
    # A guess is about the outlet as it is, and so is a position: more strength says nothing
    # against it.
    guessed = case.rests in ("guess", "own")
    tries: tuple[tuple[str, float, float, float], ...] = (
        *(() if guessed else (("own", case.own or 0.0, STRONGEST, 1.0),)),
        ("click_value", case.click_value or 0.0, DEAREST, _PENNY),
        ("volume", case.volume, MOST_SEARCHES, 1.0),
    )
    for what, now, most, step in tries:
        least = least_that(now, most, step, partial(goes_with, case, what))
        if least is not None:
            return Change(what, least)
    return None


def goes_with(case: Case, what: str, value: float) -> bool:
    """Whether a case is Go with one thing of it changed."""
    return judge(changed(case, Change(what, value))).verdict == "go"


def changed(case: Case, change: Change) -> Case:
    """A case with the one thing changed."""
    fields: dict[str, Any] = {change.what: change.least}
    return replace(case, **fields)


def least_that(now: float, most: float, step: float, goes: Callable[[float], bool]) -> float | None:
    """The least of now, now + step, now + 2 steps … most that goes; None where none does."""
    high = math.floor((most - now) / step)
    if high < 1 or not goes(now + high * step):
        return None
    low = 0
    while high - low > 1:
        middle = (low + high) // 2
        low, high = (low, middle) if goes(now + middle * step) else (middle, high)
    return now + high * step


def _array(value: float | None) -> Floats:
    return np.array([np.nan if value is None else value])
