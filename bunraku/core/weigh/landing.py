"""Where one would land on a results page, by strength, and what each place would bring."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from bunraku.core.channels import channel_named
from bunraku.core.weigh.chance import outlook
from bunraku.core.weigh.page import PAGE_ONE
from bunraku.core.weigh.reasons import count_words, odds_words

Floats = NDArray[np.float64]

LIKELY_SHARE = 2 / 3
"""Share of the chance of page one that the places between which one would land hold together."""
STRENGTHS = np.arange(101, dtype=np.float64)
"""Own strengths for which a page is worked out beforehand: a slider's."""
NUMBERS = "no one two three four five six seven eight nine ten".split()


@dataclass(frozen=True)
class Landings:
    """For m own strengths on one page: P(position = 1..10) as (m, 10); chance of page one (m,);
    the first and last place between which one would most likely land (m,), 0 where page one is out
    of reach; visits a month (m,), NaN where the searches are unknown; weak spots (m,)."""

    own: Floats
    positions: Floats
    page_one: Floats
    first: NDArray[np.int64]
    last: NDArray[np.int64]
    visits: Floats
    weak_spots: NDArray[np.int64]


def landings(
    strengths: Floats,
    own: Floats,
    channel: str,
    volume: float | None,
    open_share: float,
    *,
    sharpness: float = 1.0,
) -> Landings:
    """Where outlets of some strengths would land on one page.

    Parameters: `strengths` (10,) of its results, NaN where none stands; `own` (m,), 0-100;
    `channel`; `volume`, searches a month, None unknown; `open_share` of the clicks, 0-1;
    `sharpness`, as `outlook`. Returns: `Landings`. Formula: `outlook` for each strength; the places
    between are the shortest run that holds two thirds of the chance of page one; visits are
    searches × Σ P(position) × click share × open share. Raises: as `outlook`. Cost: one page of
    `outlook` a strength; a hundred in some milliseconds."""
    pages = np.broadcast_to(strengths, (len(own), PAGE_ONE))
    seen = outlook(pages, own, channel, sharpness=sharpness)
    first, last = _likely_run(np.nan_to_num(seen.positions))
    searched = np.nan if volume is None else volume
    return Landings(
        own,
        seen.positions,
        seen.page_one,
        first,
        last,
        seen.positions @ clicks_of_places(channel, searched, open_share),
        seen.weak_spots,
    )


def clicks_of_places(channel: str, volume: float, open_share: float) -> Floats:
    """Clicks a month that each place of page one brings.

    Parameters: `channel`; `volume`, searches a month, NaN unknown; `open_share`, 0-1. Returns:
    (10,), NaN where the searches are. Formula: searches × click share of the place × share left
    open. Raises: `ValueError` for another channel."""
    curve = np.array(channel_named(channel).clicks.positions, dtype=np.float64)
    return np.asarray(volume * curve * open_share, dtype=np.float64)


def _likely_run(positions: Floats) -> tuple[NDArray[np.int64], NDArray[np.int64]]:
    """The shortest run of places that holds `LIKELY_SHARE` of each row, of several the likeliest;
    0 and 0 where there is hardly anything to hold."""
    m = len(positions)
    sums = np.concatenate([np.zeros((m, 1)), np.cumsum(positions, axis=1)], axis=1)
    wanted = LIKELY_SHARE * sums[:, -1]
    first, last = np.zeros(m, dtype=np.int64), np.zeros(m, dtype=np.int64)
    done = sums[:, -1] < 0.005
    for length in range(1, PAGE_ONE + 1):
        held = sums[:, length:] - sums[:, :-length]
        best = held.argmax(axis=1)
        found = ~done & (held[np.arange(m), best] >= wanted - 1e-12)
        first[found], last[found] = best[found] + 1, best[found] + length
        done |= found
    return first, last


def strength_for_place(own: Floats, first: NDArray[np.int64], now: float, place: int) -> int | None:
    """The least whole strength above `now` at which one's likely places begin at `place` or above;
    None where no strength does it."""
    there = (first > 0) & (first <= place) & (own > now)
    return int(own[there.argmax()]) if there.any() else None


def conclude(
    *,
    weaker: int,
    titled: int,
    there: int,
    page_one: float,
    between: tuple[int, int],
    visits: float | None,
    untold: int = 0,
) -> str:
    """What a page says to one outlet, in a sentence or two.

    Parameters: `weaker`, results it would outrank; `titled`, results whose title says the phrase;
    `there`, results in all, up to ten; `page_one`, its chance; `between`, the places it would most
    likely land between (0 where out of reach); `visits` a month once settled, None unknown;
    `untold`, results of the first ten besides that nothing was told of. Returns: text for people.
    Raises: nothing."""
    if not there:
        return "No results found, so page one is free."
    said = "title contains the phrase" if titled == 1 else "titles contain the phrase"
    how_many = "none is" if not weaker else f"{NUMBERS[weaker]} {'is' if weaker == 1 else 'are'}"
    if weaker == there:
        how_many = "all are" if there > 1 else "it is"
    elif there == 1:
        how_many = "it is not"
    whole = f"Of the top {NUMBERS[there]}," if there > 1 else "There is one result;"
    if untold:
        many = f"{NUMBERS[there].capitalize()} of the top 10 {'are' if there > 1 else 'is'} known"
        whole = f"{many}; of these," if there > 1 else f"{many};"
    first = (
        f"{whole} {how_many} weaker than you and "
        f"{'no' if not titled else 'only ' * (titled <= 2 < there) + NUMBERS[titled]} {said}."
    )
    if between[0] == 0 or page_one < 0.05:
        return f"{first} At your strength you have {odds_words(page_one)} of reaching page one."
    where = (
        f"{ordinal(between[0])}"
        if between[0] == between[1]
        else f"between {ordinal(between[0])} and {ordinal(between[1])}"
    )
    brings = "" if visits is None else f", about {_visits(visits)} a month once settled"
    if visits is not None and 0 < visits < 1:
        brings = ", less than one visit a month once settled"
    return (
        f"{first} You would be {odds_words(page_one)} to reach page one, most likely "
        f"{where}{brings}."
        if page_one >= 0.95
        else f"{first} You have {odds_words(page_one)} of reaching page one, then most likely "
        f"{where}{brings}."
    )


def _visits(count: float) -> str:
    said = count_words(count)
    return f"{said} visit{'s' * (said != '1')}"


def ordinal(number: int) -> str:
    """A place in words of figures: 1st, 2nd, 3rd, 11th."""
    if number % 100 in (11, 12, 13):
        return f"{number}th"
    return f"{number}{ {1: 'st', 2: 'nd', 3: 'rd'}.get(number % 10, 'th') }"
