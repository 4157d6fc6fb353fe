"""Packing: which phrases to put into a field, and in which order, so that most is contained inside
its limit. Phrases that begin as another one ends share those words."""

from collections.abc import Sequence
from dataclasses import dataclass

from bunraku.core.weigh.saying import plain_words
from bunraku.core.write.counting import Unit, length
from bunraku.core.write.ordering import best_order, improved
from bunraku.core.write.phrase_table import table_of, text_of
from bunraku.core.write.word_program import bound_of

LOOKED_AT = 140
"""Phrases that are tried: of more, those of most value, by themselves and for their length."""
TINY = 1e-9


@dataclass(frozen=True)
class Wish:
    """What a field is to be: at most `most` of a `unit`; `first`, the place of the phrase that it
    must begin with (None: any); `end`, what it ends with, separator and all; words it must not
    say; `joiner`, what stands between phrases that share nothing."""

    most: float
    unit: Unit = "characters"
    first: int | None = None
    end: str = ""
    never: Sequence[str] = ()
    joiner: str = " "


@dataclass(frozen=True)
class Packed:
    """A field: its text; places of phrases that stand in it word for word, and of those that do
    not; the value of the first, and the most that any text of this length could be worth."""

    text: str
    contained: tuple[int, ...]
    left: tuple[int, ...]
    value: float
    bound: float

    @property
    def share(self) -> float:
        """Its value as a share of the bound, 0-1."""
        return self.value / self.bound if self.bound > TINY else 1.0


def contained(text: str, phrases: Sequence[str]) -> list[int]:
    """Places of the phrases that stand in a text word for word: the same words one after the other,
    whatever their case; what stands between them as punctuation parts them."""
    runs = [f" {' '.join(plain_words(run))} " for run in _runs(text)]
    told = [f" {' '.join(plain_words(phrase))} " for phrase in phrases]
    return [
        place
        for place, phrase in enumerate(told)
        if phrase.strip() and any(phrase in run for run in runs)
    ]


_PARTS = str.maketrans(dict.fromkeys(",;:|!?()[]–—\n\t·•", "\x00"))


def _runs(text: str) -> list[str]:
    """A text where punctuation parts it."""
    return text.translate(_PARTS).split("\x00")


def pack(phrases: Sequence[str], values: Sequence[float], wish: Wish) -> Packed:
    """Choose and order phrases for a field.

    Parameters: `phrases`, at least one word each counts; `values`, 0 or more, of each; `wish`.
    Returns: `Packed`; the text is never over its limit, and empty where nothing fits. Formula: the
    value of phrases contained word for word is made as great as a search along the `WIDTH` best
    beginnings makes it, shared words used once; the bound is that of a linear program in which each
    phrase takes what it adds behind the phrase that shares most with it. Raises: `ValueError` for
    another number of values or one below nothing. Cost: phrases squared; those beyond `LOOKED_AT`
    are only bounded.
    """
    if len(phrases) != len(values) or min(values, default=0.0) < 0:
        raise ValueError("a value of 0 or more for each phrase")
    banned = {word for each in wish.never for word in plain_words(each)}
    usable = [
        place
        for place, phrase in enumerate(phrases)
        if (words := plain_words(phrase)) and banned.isdisjoint(words)
    ]
    # A capital at the beginning may be wider than what it stands for.
    capitals = {phrases[place][:1] for place in usable}
    grows = max((length(c.upper(), wish.unit) - length(c, wish.unit) for c in capitals), default=0)
    most = wish.most - length(wish.end, wish.unit) - max(grows, 0.0)
    first = wish.first if wish.first in usable else None
    chosen = _looked_at(phrases, values, usable, first, wish)
    table = table_of(
        [phrases[k] for k in chosen], [values[k] for k in chosen], wish.unit, wish.joiner
    )
    fixed = first is not None
    order = best_order(table, most, chosen.index(first) if first is not None else None)
    order = improved(table, order, most, fixed=fixed)
    text = text_of(table, order, wish.joiner)
    if text:
        text = text[:1].upper() + text[1:] + wish.end
    inside = contained(text, phrases)
    worth = float(sum(values[place] for place in inside))
    room = wish.most - length(wish.end, wish.unit)
    bound = bound_of([phrases[k] for k in usable], [values[k] for k in usable], room, wish.unit)
    left = tuple(sorted(set(range(len(phrases))) - set(inside)))
    return Packed(text, tuple(inside), left, worth, max(bound, worth))


def _looked_at(
    phrases: Sequence[str],
    values: Sequence[float],
    usable: Sequence[int],
    first: int | None,
    wish: Wish,
) -> list[int]:
    if len(usable) <= LOOKED_AT:
        return list(usable)
    takes = {place: max(length(phrases[place], wish.unit), 1.0) for place in usable}
    by_value = sorted(usable, key=lambda k: (-values[k], k))[: LOOKED_AT // 2]
    by_rate = sorted(usable, key=lambda k: (-values[k] / takes[k], k))[: LOOKED_AT // 2]
    kept = {*by_value, *by_rate, *([] if first is None else [first])}
    return sorted(kept)
