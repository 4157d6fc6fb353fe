"""The best set of tags: chosen by value within a number, a length each and a length in all."""

import re
from collections.abc import Collection, Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from bunraku.core.text import content_stems
from bunraku.core.weigh.phrase_match import plain_words
from bunraku.core.write.counting import characters

Why = Literal["brand", "year", "double", "long", "room"]
"""Why a tag is left out: it says a brand or a name of others; another year; the same as another;
it is too long by itself; there is no room for it."""
_YEAR = re.compile(r"\b(?:19|20)\d\d\b")


@dataclass(frozen=True)
class Candidate:
    """A tag that could be taken, what it is worth, and where it comes from."""

    text: str
    value: float
    origin: str = ""


@dataclass(frozen=True)
class TagLimits:
    """How many tags, how long each, how long all with a comma between; None: any."""

    count: int | None = None
    each: int | None = None
    total: int | None = None


@dataclass(frozen=True)
class TagSet:
    """Tags that are taken: the first first, the others by the alphabet; and what is left out, each
    with why and, of a double, of which. No set within the limits is worth more."""

    taken: tuple[Candidate, ...]
    left: tuple[tuple[Candidate, Why, str], ...]

    @property
    def value(self) -> float:
        """What the tags are worth together."""
        return sum(each.value for each in self.taken)


def choose_tags(
    candidates: Sequence[Candidate],
    limits: TagLimits,
    *,
    language: str,
    never: Collection[str] = (),
    years: Collection[str],
) -> TagSet:
    """The set of tags of most value.

    Parameters: `candidates`, the main keyword first (it leads where it can be taken at all);
    `limits`; `language`; names that no tag may say, such as rivals' brands and channels; the years
    that a tag may name. Returns: `TagSet`. Of tags that say the same words that carry meaning, in
    any form and order, the first stays, else the one of most value. Formula: 0/1 knapsack over
    length and number, solved exactly by dynamic programming. Raises: nothing. Cost: candidates ×
    length × number."""
    banned = [words for name in never if (words := " ".join(plain_words(name)))]
    left: list[tuple[Candidate, Why, str]] = []
    by_stems: dict[frozenset[str], Candidate] = {}
    leads = candidates[0] if candidates else None
    for candidate in sorted(candidates, key=lambda one: (one is not leads, -one.value)):
        line = f" {' '.join(plain_words(candidate.text))} "
        said = frozenset(content_stems(candidate.text, language))
        wrong = [found for found in _YEAR.findall(candidate.text) if found not in years]
        if any(f" {name} " in line for name in banned):
            left.append((candidate, "brand", ""))
        elif wrong:
            left.append((candidate, "year", wrong[0]))
        elif limits.each is not None and characters(candidate.text) > limits.each:
            left.append((candidate, "long", ""))
        elif said in by_stems:
            left.append((candidate, "double", by_stems[said].text))
        elif line.strip():
            by_stems[said] = candidate
    kept = list(by_stems.values())
    first = candidates[0] if candidates and candidates[0] in kept else None
    chosen = _knapsack(kept, limits, first)
    taken = sorted(
        (kept[place] for place in chosen), key=lambda one: (one is not first, one.text.casefold())
    )
    out = set(chosen)
    left += [(one, "room", "") for place, one in enumerate(kept) if place not in out]
    return TagSet(tuple(taken), tuple(left))


def _knapsack(kept: Sequence[Candidate], limits: TagLimits, first: Candidate | None) -> list[int]:
    """Places of the candidates of most value within the limits, the first among them."""
    takes = [characters(one.text) + 1 for one in kept]
    count = min(len(kept), limits.count if limits.count is not None else len(kept))
    room = sum(takes) if limits.total is None else min(limits.total + 1, sum(takes))
    if limits.total is None or sum(takes) <= room:
        # Only the number counts: those of most value, as they are sorted.
        order = sorted(range(len(kept)), key=lambda place: (kept[place] is not first, place))
        return sorted(order[:count])
    # Where the number does not bind, it is not looked at: a column for "any number".
    counted = limits.count is not None and count < len(kept)
    columns = count + 1 if counted else 1
    best = np.zeros((room + 1, columns))
    took = np.zeros((len(kept), room + 1, columns), dtype=bool)
    lead = 1.0 + sum(one.value for one in kept)
    for place, (one, length) in enumerate(zip(kept, takes, strict=True)):
        if length > room:
            continue
        value = one.value + (lead if one is first else 0.0)
        fewer = slice(None, -1) if counted else slice(None)
        more = slice(1, None) if counted else slice(None)
        with_it = best[: room + 1 - length, fewer] + value
        better = with_it > best[length:, more] + 1e-12
        took[place, length:, more] = better
        best[length:, more] = np.where(better, with_it, best[length:, more])
    chosen: list[int] = []
    at, column = room, columns - 1
    for place in range(len(kept) - 1, -1, -1):
        if took[place, at, column]:
            chosen.append(place)
            at -= takes[place]
            column -= counted
    return sorted(chosen)


def hashtag_of(text: str) -> str:
    """A phrase as a hashtag: one word with a capital where each of its words begins, so that it can
    be read; empty for a phrase without a word."""
    words = re.findall(r"[^\W_]+", re.sub("['\u2019]", "", text))
    said = "".join(word[:1].upper() + word[1:] for word in words)
    return f"#{said}" if said else ""
