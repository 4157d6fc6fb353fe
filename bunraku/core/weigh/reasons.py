"""Why a keyword has its verdict, as sentences for people, and what would make it Go, found by
working it out again with that one thing changed."""

import math
from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import partial
from typing import Any

import numpy as np
from numpy.typing import NDArray

from bunraku.core.weigh.chance import outlook, weeks_until_settled
from bunraku.core.weigh.verdict import VERDICTS, Thresholds, verdicts
from bunraku.core.weigh.worth import expected_clicks

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
    are; `sharpness`, as `outlook`."""

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
    if case.strengths is not None and case.own is not None:
        seen = outlook(
            case.strengths[None], np.array([case.own]), case.channel, sharpness=case.sharpness
        )
        chance, positions, spots = float(seen.page_one[0]), seen.positions, int(seen.weak_spots[0])
    worth = None
    if positions is not None and case.volume is not None and case.click_value is not None:
        share = np.array([case.open_share])
        clicks = expected_clicks(volume, positions, share, case.channel)
        worth = float(clicks[0]) * case.click_value * case.factor
    code = verdicts(volume, _array(chance), _array(worth), case.at, case.rests == "assumed")[0]
    return Judged(VERDICTS[code], chance, worth, spots)


def what_makes_it_go(case: Case) -> Change | None:
    """The one thing that would make a keyword Go, and how much of it.

    Parameters: `case`, with volume, page and outlet known. Returns: the first of more strength (in
    whole points), a click worth more (in hundredths), more searches (whole), that does it by
    itself; None where none does, or where it is Go already. Formula: halving, each time with the
    verdict worked out anew. Raises: nothing. Cost: some sixty verdicts of one keyword."""
    if judge(case).verdict == "go" or judge(case).chance is None or case.volume is None:
        return None
    # A guess is about the outlet as it is: more strength says nothing against it.
    guessed = case.rests in ("guess", "assumed")
    tries: tuple[tuple[str, float, float, float], ...] = (
        *(() if guessed else (("own", case.own or 0.0, STRONGEST, 1.0),)),
        ("click_value", case.click_value or 0.0, DEAREST, _PENNY),
        ("volume", case.volume, MOST_SEARCHES, 1.0),
    )
    for what, now, most, step in tries:
        least = _least(now, most, step, partial(_goes, case, what))
        if least is not None:
            return Change(what, least)
    return None


def _goes(case: Case, what: str, value: float) -> bool:
    return judge(changed(case, Change(what, value))).verdict == "go"


def changed(case: Case, change: Change) -> Case:
    """A case with the one thing changed."""
    fields: dict[str, Any] = {change.what: change.least}
    return replace(case, **fields)


def _least(now: float, most: float, step: float, goes: Callable[[float], bool]) -> float | None:
    """The least of now, now + step, now + 2 steps … most that goes; None where none does."""
    high = math.floor((most - now) / step)
    if high < 1 or not goes(now + high * step):
        return None
    low = 0
    while high - low > 1:
        middle = (low + high) // 2
        low, high = (low, middle) if goes(now + middle * step) else (middle, high)
    return now + high * step


def explain_verdict(case: Case, currency: str = "£") -> str:
    """The reasons for a verdict as sentences, with the one thing that would make it a Go.

    Parameters: `case`; `currency`, a sign. Returns: one to four sentences without the verdict's own
    name; where a figure is missing, which one and what it takes to get it. Raises: nothing."""
    judged = judge(case)
    asked = "" if case.volume is None else f"{count_words(case.volume)} searches a month"
    if judged.verdict == "skip":
        return _why_skip(case, judged, asked)
    if not judged.verdict:
        return " ".join(part for part in (f"{asked}." if asked else "", _missing(case)) if part)
    if case.rests == "assumed":
        return f"{asked}. {_assumed(judged, currency)}"
    odds = f"{odds_words(judged.chance or 0.0)} of reaching page one{_settled(case, judged)}"
    if judged.verdict == "hard":
        return f"{asked}, but {odds}; {_basis(case, judged)}.{change_words(case, currency)}"
    money = (
        "the worth of a click is unknown"
        if judged.worth is None
        else f"worth about {currency}{amount_words(judged.worth)} a month"
    )
    if judged.verdict == "go":
        return f"{asked}, {odds}, {money}; {_basis(case, judged)}."
    basis = "" if case.rests == "page" else f" The chance is {_basis(case, judged)}."
    return f"{asked}, {odds}, {money}.{basis}{change_words(case, currency)}"


def _assumed(judged: Judged, currency: str) -> str:
    """What is said of a chance behind which there is nothing, and what would settle it."""
    money = ""
    if judged.worth is not None:
        money = f" At that, it would be worth about {currency}{amount_words(judged.worth)} a month."
    return (
        f"Nothing is known about the competition, so the chance is {BASES['assumed']}.{money} To "
        "settle it, enter its results page, or your own estimate."
    )


def _why_skip(case: Case, judged: Judged, asked: str) -> str:
    text = f"Only {asked}, under your {count_words(case.at.least_volume)}."
    if judged.chance is None:
        return text
    if case.rests == "assumed":
        return f"{text} Nothing is known about the competition."
    chance = chance_words(judged.chance)
    least = _least(case.volume or 0.0, MOST_SEARCHES, 1.0, partial(_goes, case, "volume"))
    if least is None:
        return f"{text} More searches alone would not make it a Go: the chance is {chance}."
    return f"{text} With {least:,.0f} it would be a Go: the chance is {chance}."


def _missing(case: Case) -> str:
    parts = []
    if case.own is None:
        parts.append("you have no outlet on this channel, so no chance can be estimated")
    if case.volume is None:
        parts.append("search volume not known")
    if case.untold:
        parts.append("strength of the results not known")
    elif case.strengths is None:
        parts.append("no results page yet")
    text = f"{parts[0][:1].upper()}{'; '.join(parts)[1:]}."
    unread = case.volume is None or case.strengths is None
    if unread and case.price is not None:
        text += f" Measuring it costs {case.price:g} lookups."
    elif unread:
        text += " Import a file with figures, or turn a source on."
    if case.own is None:
        text += " Add the outlet in project settings."
    return text


def _settled(case: Case, judged: Judged) -> str:
    """That a chance is what it is once settled, and how long that takes here."""
    if case.rests != "page" or case.strengths is None or case.own is None:
        return ""
    if (judged.chance or 0.0) < case.at.try_chance:
        return ""
    weeks = weeks_until_settled(case.strengths, case.own, case.channel)
    return f" once settled (about {weeks} {'week' if weeks == 1 else 'weeks'})" if weeks else ""


BASES = {
    "file": "based on the difficulty in your file",
    "guess": "based on your own estimate",
    "assumed": "assumed at 50%",
}
"""What a chance without a results page rests on, in words."""


def _basis(case: Case, judged: Judged) -> str:
    return BASES.get(case.rests) or _spots(judged)


def _spots(judged: Judged) -> str:
    if judged.weak_spots == 1:
        return "1 result is weaker than you"
    if judged.weak_spots:
        return f"{judged.weak_spots} results are weaker than you"
    if (judged.chance or 0.0) >= 0.5:
        return "none is clearly weaker than you, but several are close"
    return "none is weaker than you"


def change_words(case: Case, currency: str) -> str:
    """The one thing that would make a keyword Go, as a sentence with a space before it; empty where
    it is Go already or too little is known."""
    change = what_makes_it_go(case)
    if change is None:
        if case.click_value is None and (judge(case).chance or 0.0) >= case.at.go_chance:
            return " Say what a click is worth to you and it can become a Go."
        return " No single change would make it a Go."
    if change.what == "own":
        more = round(change.least - (case.own or 0.0))
        return (
            f" With {more} more {'point' if more == 1 else 'points'} of strength it would be a Go."
        )
    if change.what == "click_value":
        return f" It would be a Go if a click were worth {currency}{change.least:,.2f} to you."
    return f" With {change.least:,.0f} searches a month it would be a Go."


def _array(value: float | None) -> Floats:
    return np.array([np.nan if value is None else value])


def count_words(value: float) -> str:
    """A count in three digits that count: more would promise what an estimate cannot hold."""
    if value < 1000:
        return f"{round(value):,}"
    digits = 2 - math.floor(math.log10(value))
    return f"{round(value, digits):,.0f}"


def amount_words(value: float) -> str:
    """An amount of money: pence below ten; what is little is never nothing."""
    if 0 < value < 0.005:
        return "less than 0.01"
    return f"{value:,.2f}" if value < 10 else f"{round(value):,}"


def chance_words(chance: float) -> str:
    """A chance, 0-1, as per cent: never quite none, never quite sure."""
    if chance > 0.995:
        return ">99%"
    return "<1%" if chance < 0.005 else f"{round(100 * chance)}%"


def odds_words(chance: float) -> str:
    """A chance, 0-1, in words."""
    if chance >= 0.95:
        return "almost certain"
    if chance < 0.05:
        return "almost no chance"
    share = round(100 * chance)
    article = "an" if share in (8, 11, 18) or 80 <= share < 90 else "a"
    return f"{article} {share}% chance"
