"""Two titles against each other: what each would bring, and whether that decides."""

from collections.abc import Sequence
from dataclasses import dataclass
from math import erf, sqrt

import numpy as np

from bunraku.core.channels import channel_named
from bunraku.core.weigh.landing import clicks_of_places, landings
from bunraku.core.weigh.phrase_match import how_said, plain_words
from bunraku.core.write.counting import characters
from bunraku.core.write.packing import contained
from bunraku.core.write.phrase_table import Floats

SPREAD = 1.2816
"""Standard deviations on either side that hold 80 %."""
SURE = 0.8
"""Probability of being the better one from which a title is."""
USUAL_SPREAD = 0.35
"""Standard deviation of the logarithm of searches where no range is told."""


@dataclass(frozen=True)
class PhraseSeen:
    """A phrase of a piece, its searches a month with their range, and its page: strengths of the
    first ten results (10,), the outlet's own where its title says the phrase word for word, share
    of clicks left open; None where that is not known. `titles`: of the results."""

    text: str
    volume: float | None
    low: float | None
    high: float | None
    strengths: Floats | None
    own: float | None
    open_share: float
    titles: Sequence[str] = ()


@dataclass(frozen=True)
class PhraseBrings:
    """What one title does for one phrase: how exactly it says it (0-1), the chance of page one and
    visits a month with their variance; NaN where the page or the searches are unknown."""

    said: float
    page_one: float
    visits: float
    variance: float


@dataclass(frozen=True)
class TitleBrings:
    """What a title brings: by phrase; visits a month of all whose page is known, with the range
    that holds 80 %; searches of the phrases that it says word for word; how many results say a
    phrase of its own in theirs; its length."""

    text: str
    phrases: tuple[PhraseBrings, ...]
    visits: float
    low: float
    high: float
    searched: float
    same: int
    length: int


@dataclass(frozen=True)
class Duel:
    """Titles, which of them is the best one, and how probable it is that it is better than the
    next; whether that decides; and of how many phrases the page is known."""

    titles: tuple[TitleBrings, ...]
    best: int
    sure: float
    decided: bool
    known: int


def compare_titles(
    titles: Sequence[str], phrases: Sequence[PhraseSeen], channel: str, language: str
) -> Duel:
    """What some titles would bring, against each other.

    Parameters: `titles`, one or more; `phrases` of the piece; `channel`; `language`. Returns:
    `Duel`. Formula: a title that says a phrase less exactly has so much less strength on its page
    (as results have, `strength`); visits are those of `landings`; their variance is that of the
    place one lands on and of the searches. The difference of two titles rests on the phrases that
    they say differently: it decides where it is on one side with a probability of `SURE`, both
    taken as normal. Raises: `ValueError` for another channel. Cost: a page of `landings` a
    phrase."""
    by_phrase = [_brings(titles, phrase, channel, language) for phrase in phrases]
    told = tuple(
        _title(text, tuple(brings[place] for brings in by_phrase), phrases)
        for place, text in enumerate(titles)
    )
    order = sorted(range(len(told)), key=lambda place: (-told[place].visits, place))
    known = sum(not np.isnan(brings[0].visits) for brings in by_phrase) if titles else 0
    if len(order) < 2:
        return Duel(told, order[0] if order else 0, 1.0, False, known)
    sure = _probability(told[order[0]], told[order[1]])
    return Duel(told, order[0], sure, sure >= SURE, known)


def _brings(
    titles: Sequence[str], phrase: PhraseSeen, channel: str, language: str
) -> list[PhraseBrings]:
    said = [how_said(title, phrase.text, language) for title in titles]
    if phrase.strengths is None or phrase.own is None:
        return [PhraseBrings(how, np.nan, np.nan, np.nan) for how in said]
    wording = channel_named(channel).ranking.parts[2]
    own = np.array([max(phrase.own - wording * (1 - how), 0.0) for how in said])
    seen = landings(phrase.strengths, own, channel, phrase.volume, phrase.open_share)
    searched = np.nan if phrase.volume is None else phrase.volume
    clicks = clicks_of_places(channel, searched, phrase.open_share)
    spread = _spread(phrase)
    out = []
    for place, how in enumerate(said):
        visits = float(seen.visits[place])
        by_place = float(seen.positions[place] @ clicks**2) - visits**2
        variance = max(by_place, 0.0) + (visits * spread) ** 2
        out.append(PhraseBrings(how, float(seen.page_one[place]), visits, variance))
    return out


def _spread(phrase: PhraseSeen) -> float:
    """Standard deviation of searches, as a share of them."""
    if phrase.low and phrase.high and phrase.high > phrase.low:
        return float(np.log(phrase.high / phrase.low)) / (2 * SPREAD)
    return USUAL_SPREAD


def _title(
    text: str, brings: tuple[PhraseBrings, ...], phrases: Sequence[PhraseSeen]
) -> TitleBrings:
    visits = float(np.nansum([one.visits for one in brings])) if brings else 0.0
    deviation = sqrt(float(np.nansum([one.variance for one in brings]))) if brings else 0.0
    inside = set(contained(text, [phrase.text for phrase in phrases]))
    said = [phrases[place] for place in sorted(inside)]
    theirs = {
        title for phrase in said for title in phrase.titles if contained(title, [phrase.text])
    }
    return TitleBrings(
        text,
        brings,
        visits,
        max(visits - SPREAD * deviation, 0.0),
        visits + SPREAD * deviation,
        float(sum(phrase.volume or 0.0 for phrase in said)),
        len(theirs),
        characters(text),
    )


def _probability(one: TitleBrings, other: TitleBrings) -> float:
    """How probable it is that one brings more than the other: 0.5 where they say all alike."""
    gain, variance = 0.0, 0.0
    for mine, theirs in zip(one.phrases, other.phrases, strict=True):
        if mine.said == theirs.said or np.isnan(mine.visits):
            continue
        gain += mine.visits - theirs.visits
        variance += mine.variance + theirs.variance
    if variance <= 0:
        return 0.5 if gain == 0 else 1.0
    return 0.5 * (1 + erf(gain / sqrt(2 * variance)))


def duel_words(duel: Duel) -> str:
    """The duel in a sentence or two, for people. Raises: nothing."""
    if len(duel.titles) < 2:
        return "There is only one title."
    best = duel.titles[duel.best]
    other = max(
        (one for place, one in enumerate(duel.titles) if place != duel.best),
        key=lambda one: one.visits,
    )
    if not duel.known:
        return (
            "No results page of its keywords is known, so visits cannot be estimated. Decide by "
            "which keywords the titles contain and their searches."
        )
    if plain_words(best.text) == plain_words(other.text):
        return "Both titles have the same words in the same order."
    gain = best.visits - other.visits
    if not duel.decided:
        return (
            f"Too close to call: “{best.text}” might earn about {_visits(gain)} more a month. "
            "Use the one that reads better."
        )
    likely = round(100 * min(duel.sure, 0.99))
    return (
        f"“{best.text}” should earn about {_visits(gain)} more a month ({likely}% likely to be "
        "better)."
    )


def _visits(count: float) -> str:
    return "less than one visit" if count < 1 else f"{count:,.0f} visit{'s' * (round(count) != 1)}"
