"""Packing: which phrases to put into a field, and in which order, so that most is contained inside
its limit. Phrases that begin as another one ends share those words."""

import re
from collections.abc import Collection, Sequence
from dataclasses import dataclass, replace

import numpy as np

from bunraku.core.channels.form import Unit
from bunraku.core.weigh.phrase_match import plain_words
from bunraku.core.write.counting import length
from bunraku.core.write.ordering import good_order
from bunraku.core.write.phrase_program import GAP, best_order, phrase_program, relaxed
from bunraku.core.write.phrase_table import PhraseTable, part_of, table_of, text_of
from bunraku.core.write.word_program import bound_of

LOOKED_AT = 140
"""Phrases that are tried: of more, those of most value, by themselves and for their length."""
FEW = 40
"""Phrases up to which the program in whole numbers is given all of them."""
NEAR = ((0.005, GAP), (0.01, 0.05))
"""Of more phrases, those that lack more than the first share of the bound to be set are left out of
it, which is several times as fast without them, where more than the second share of the bound is
missing; then fewer of them."""
TINY = 1e-9


@dataclass(frozen=True)
class Wish:
    """What a field is to be: at most `most` of a `unit`; `first`, the place of the phrase that it
    must begin with (None: any); `end`, what it ends with, separator and all; words or phrases that
    it `must` say, and words that it must `never`; `joiner`, what stands between phrases that share
    nothing."""

    most: float
    unit: Unit = "characters"
    first: int | None = None
    end: str = ""
    must: Sequence[str] = ()
    never: Sequence[str] = ()
    joiner: str = " "

    @property
    def room(self) -> float:
        """What is left of the limit for phrases."""
        return self.most - length(self.end, self.unit)


@dataclass(frozen=True)
class Packed:
    """A field: its text; places of phrases that stand in it word for word, and of those that do
    not; the value of the first, and the most that any text of this length could be worth. The text
    is empty where nothing fits, or not all that it must say."""

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


PARTING = frozenset(",;:|!?()[]–—\n\t·•")
"""Signs that part words: no phrase goes across one."""
_PARTS = str.maketrans(dict.fromkeys(PARTING, "\x00"))
_STOP = re.compile(r"\.(?=\s|$)")


def _runs(text: str) -> list[str]:
    """A text where punctuation parts it."""
    return _STOP.sub("\x00", text.translate(_PARTS)).split("\x00")


def pack(phrases: Sequence[str], values: Sequence[float], wish: Wish) -> Packed:
    """Choose and order phrases for a field.

    Parameters: `phrases`, at least one word each counts; `values`, 0 or more, of each; `wish`.
    Returns: `Packed`; the text is never over its limit, and empty where nothing fits. Formula: the
    value of phrases contained word for word, shared words used once, as great as can be: an order
    found along the most promising beginnings is taken where the linear program proves that it lacks
    `GAP` at most; else a program in whole numbers looks for a better one. Raises: `ValueError` for
    another number of values or one below nothing; `Contradiction` for words that it must say and
    must not. Cost: phrases squared and that of the program; those beyond `LOOKED_AT` are only
    bounded."""
    if len(phrases) != len(values) or min(values, default=0.0) < 0:
        raise ValueError("a value of 0 or more for each phrase")
    ready = prepare(phrases, values, wish)
    told = _best(ready.table, ready.room, ready.head, ready.must)
    bound = told.bound
    if len(ready.kept) < len(ready.usable):
        # Those that were not looked at count too.
        left = [phrases[place] for place in ready.usable]
        bound = bound_of(left, [values[place] for place in ready.usable], wish.room, wish.unit)
    return _packed(text_of(ready.table, told.order, wish.joiner), phrases, values, wish, bound)


@dataclass(frozen=True)
class Prepared:
    """Phrases as they go into a program: their table, the room for them; by its place in the table
    the one that leads and those that must be said. `usable`: places of the phrases that may be said
    at all; `kept`: of those in the table, in its order, before what must be said and is none of
    them."""

    table: PhraseTable
    room: float
    head: int | None
    must: list[int]
    usable: list[int]
    kept: list[int]


def prepare(
    phrases: Sequence[str],
    values: Sequence[float],
    wish: Wish,
    looked: Sequence[int] | None = None,
) -> Prepared:
    """Get phrases ready for a wish; of them those that are `looked` at, None: as many as
    `LOOKED_AT`, those of most value. Raises: `Contradiction`."""
    wanted = _wanted(phrases, wish)
    banned = {word for each in wish.never for word in plain_words(each)}
    usable = [
        place
        for place in (range(len(phrases)) if looked is None else looked)
        if (words := plain_words(phrases[place])) and banned.isdisjoint(words)
    ]
    first = wish.first if wish.first in usable else None
    said = {" ".join(plain_words(each)) for each in wish.must}
    must = [place for place in usable if " ".join(plain_words(phrases[place])) in said]
    needed = {*must, *([] if first is None else [first])}
    kept = usable if looked is not None else _looked_at(phrases, values, usable, needed, wish)
    texts = [*(phrases[place] for place in kept), *wanted]
    worth = [*(values[place] for place in kept), *(0.0 for _ in wanted)]
    # A capital at the beginning may be wider than what it stands for.
    capitals = {text[:1] for text in texts}
    grows = max((length(c.upper(), wish.unit) - length(c, wish.unit) for c in capitals), default=0)
    return Prepared(
        table_of(texts, worth, wish.unit, wish.joiner),
        wish.room - max(grows, 0.0),
        None if first is None else kept.index(first),
        [*(kept.index(place) for place in must), *range(len(kept), len(texts))],
        usable,
        kept,
    )


class Contradiction(ValueError):
    """A text must say a word, and must not."""

    def __init__(self, word: str) -> None:
        super().__init__(f"“{word}” must be said and must not.")
        self.word = word


def _wanted(phrases: Sequence[str], wish: Wish) -> list[str]:
    """What must be said and is none of the phrases. Raises: `Contradiction`."""
    banned = {word for each in wish.never for word in plain_words(each)}
    there = {" ".join(plain_words(phrase)) for phrase in phrases}
    wanted: dict[str, str] = {}
    for each in wish.must:
        words = plain_words(each)
        if not banned.isdisjoint(words):
            raise Contradiction(each)
        if words and " ".join(words) not in there:
            wanted.setdefault(" ".join(words), each)
    return list(wanted.values())


@dataclass(frozen=True)
class _Best:
    """An order of a table's phrases and the value that none exceeds."""

    order: tuple[int, ...]
    bound: float


def _best(table: PhraseTable, most: float, head: int | None, must: Sequence[int]) -> _Best:
    n = len(table.words)
    ideal = relaxed(phrase_program(table, most, head, must)) if n else None
    if ideal is None:
        return _Best((), 0.0)
    # What must be said leads the search for an order at once.
    lead = table.value.copy()
    lead[list(must)] += table.value.sum() + 1.0
    order = good_order(replace(table, value=lead), most, ideal.price, head)
    worth = _worth(table, order, must)
    bound = ideal.bound
    for lacking, missing in ((1.0, GAP),) if n <= FEW else NEAR:
        if worth >= (1 - missing) * bound:
            break
        near = sorted(
            {*np.flatnonzero(ideal.lacks <= ideal.bound * lacking).tolist(), *order, *must}
        )
        part = phrase_program(
            part_of(table, near),
            most,
            None if head is None else near.index(head),
            [near.index(place) for place in must],
        )
        found, proven = best_order(part)
        other = _trimmed(table, [near[place] for place in found], most, {*must, head})
        if other and (better := _worth(table, other, must)) > worth:
            order, worth = other, better
        if len(near) < n:
            # A text with a phrase that was left out lacks what that one does.
            proven = max(proven, ideal.bound * (1 - lacking))
        bound = min(bound, proven)
    return _Best(order, bound) if worth >= 0 else _Best((), bound)


def _trimmed(
    table: PhraseTable, order: Sequence[int], most: float, kept: Collection[int | None]
) -> tuple[int, ...]:
    """An order without the phrases that bring least for what they take, until it is within the
    limit; those that are kept stay."""
    left = list(order)
    while left:
        at = np.array(left)
        takes = np.concatenate([[table.takes[at[0]]], table.adds[at[:-1], at[1:]]])
        if takes.sum() <= most + TINY:
            break
        may = [number for number, place in enumerate(left) if place not in kept]
        if not may:
            return ()
        held = table.holds[at].sum(axis=0)
        # What goes with a phrase is what no other one says.
        brings = table.holds[at] @ np.where(held == 1, table.value, 0.0)
        left.pop(min(may, key=lambda n: brings[n] / max(float(takes[n]), 1.0)))
    return tuple(left)


def _worth(table: PhraseTable, order: Sequence[int], must: Sequence[int]) -> float:
    """What an order is worth; less than nothing where it lacks what it must say."""
    held = np.zeros(len(table.words), dtype=bool)
    for place in order:
        held |= table.holds[place]
    return float(table.value[held].sum()) if held[list(must)].all() else -1.0


def _packed(
    text: str, phrases: Sequence[str], values: Sequence[float], wish: Wish, bound: float
) -> Packed:
    if text:
        text = text[:1].upper() + text[1:] + wish.end
    inside = contained(text, phrases)
    left = tuple(sorted(set(range(len(phrases))) - set(inside)))
    worth = float(sum(values[place] for place in inside))
    return Packed(text, tuple(inside), left, worth, max(bound, worth))


def _looked_at(
    phrases: Sequence[str],
    values: Sequence[float],
    usable: Sequence[int],
    needed: set[int],
    wish: Wish,
) -> list[int]:
    if len(usable) <= LOOKED_AT:
        return list(usable)
    takes = {place: max(length(phrases[place], wish.unit), 1.0) for place in usable}
    by_value = sorted(usable, key=lambda k: (-values[k], k))[: LOOKED_AT // 2]
    by_rate = sorted(usable, key=lambda k: (-values[k] / takes[k], k))[: LOOKED_AT // 2]
    return sorted({*by_value, *by_rate, *needed})
