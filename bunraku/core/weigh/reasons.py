"""Why a keyword has its verdict, as sentences for people."""

import math
from functools import partial

from bunraku.core.weigh.chance import weeks_until_settled
from bunraku.core.weigh.judging import (
    MOST_SEARCHES,
    Case,
    Judged,
    best_of_case,
    goes_with,
    has_too_little,
    is_at_top,
    judge,
    least_that,
    what_makes_it_go,
)


def explain_verdict(case: Case, currency: str = "£") -> str:
    """The reasons for a verdict as sentences, with the one thing that would make it a Go.

    Parameters: `case`; `currency`, a sign. Returns: one to four sentences without the verdict's own
    name; where a figure is missing, which one and what it takes to get it. Raises: nothing."""
    judged = judge(case)
    asked = "" if case.volume is None else f"{count_words(case.volume)} searches a month"
    if judged.verdict == "skip":
        return _why_skip(case, judged, asked, currency)
    if not judged.verdict:
        return " ".join(part for part in (f"{asked}." if asked else "", _missing(case)) if part)
    if case.rests == "signs":
        return f"{asked}. {_estimated(case, judged, currency)}"
    if case.rests == "own":
        return f"{asked}. {_ranked(case, judged, currency)}"
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


def _estimated(case: Case, judged: Judged, currency: str) -> str:
    """What is said of a chance that nobody looked at the page for, and what would settle it."""
    money = ""
    if judged.worth is not None:
        money = f" At that, it would be worth about {currency}{amount_words(judged.worth)} a month."
    return (
        f"Its results page is not known: the chance of about {chance_words(judged.chance or 0.0)} "
        f"({_between(case)}) is {BASES['signs']}.{money} To settle it, enter its results page, or "
        "your own estimate."
    )


def _ranked(case: Case, judged: Judged, currency: str) -> str:
    """What is said of a keyword that a page of one's own ranks for."""
    money = (
        "the worth of a click is unknown"
        if judged.worth is None
        else f"that is worth about {currency}{amount_words(judged.worth)} a month more"
    )
    return (
        f"Your page is at position {_place(case)}. If you improve it, it has "
        f"{odds_words(judged.chance or 0.0)} of page one; {money}."
    )


def _place(case: Case) -> str:
    return f"{case.own_position or 0.0:.1f}".removesuffix(".0")


def _between(case: Case) -> str:
    """Between what an estimated chance lies."""
    if case.estimate is None:
        return "no range known"
    low, high = float(case.estimate.low[0]), float(case.estimate.high[0])
    return f"between {chance_words(low)} and {chance_words(high)}"


def _why_skip(case: Case, judged: Judged, asked: str, currency: str) -> str:
    if is_at_top(case) and not has_too_little(case):
        return (
            f"{asked}. Your page is at position {_place(case)} already, so there is little left to "
            "gain: leave it as it is."
        )
    text = _too_little(case, asked, currency)
    if judged.chance is None:
        return text
    if case.rests == "signs":
        return f"{text} Its results page is not known."
    chance = chance_words(judged.chance)
    least = least_that(case.volume or 0.0, MOST_SEARCHES, 1.0, partial(goes_with, case, "volume"))
    if least is None:
        return f"{text} More searches alone would not make it a Go: the chance is {chance}."
    return f"{text} With {least:,.0f} it would be a Go: the chance is {chance}."


def _too_little(case: Case, asked: str, currency: str) -> str:
    """Why there is too little to win: by what it could earn, else by the searches."""
    best = best_of_case(case)
    if best is None or case.at.cost is None or case.at.by_volume:
        return f"Only {asked}, under your {count_words(case.at.least_volume)}."
    return (
        f"Only {asked}: even the first position would be worth just {currency}"
        f"{amount_words(best)} a year, and the smallest piece costs {currency}"
        f"{amount_words(case.at.cost)} in hours."
    )


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
    elif case.volume is None:
        text += " Import a file with figures, or turn a source on."
    elif unread and case.own is not None:
        if case.local:
            text += " The competition nearby cannot be estimated from figures."
        text += " Enter its results page, or your own estimate."
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
    "signs": "estimated from its figures and wording",
    "own": "based on your position",
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
