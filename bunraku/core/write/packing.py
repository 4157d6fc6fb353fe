"""Packing: which phrases to put into a field, and in which order, so that most is contained inside
its limit. Phrases that begin as another one ends share those words."""

from collections.abc import Sequence
from dataclasses import dataclass, field
from functools import cached_property
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray
from scipy import sparse
from scipy.optimize import linprog

from bunraku.core.weigh.saying import plain_words
from bunraku.core.write.counting import Unit, length

Floats = NDArray[np.float64]
Bools = NDArray[np.bool_]

WIDTH = 24
"""Beginnings that are followed at a time."""
LOOKED_AT = 140
"""Phrases that are tried: of more, those of most value, by themselves and for their length."""
MOST_ROUNDS = 6
"""Times that an order is gone through to be made better."""
MOST_STEPS = 60
"""Phrases of a field at most."""
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


@dataclass(frozen=True)
class _Table:
    """Phrases to pack: their words and those as they are written, values, what each takes, how many
    words each shares with the end of each other (n, n) and what each adds behind it (n, n), which
    stand in which (n, n), and which stand only where one follows another (n, n, n)."""

    words: list[list[str]]
    written: list[list[str]]
    value: Floats
    takes: Floats
    shared: NDArray[np.int64]
    adds: Floats
    holds: Bools
    between: dict[tuple[int, int], list[int]] = field(default_factory=dict)

    @cached_property
    def met(self) -> Bools:
        """What each phrase holds behind each other, (n, n, n): in it, or where the two meet."""
        n = len(self.words)
        met = np.broadcast_to(self.holds[None], (n, n, n)).copy()
        for (one, other), places in self.between.items():
            met[one, other, places] = True
        return met

    @cached_property
    def met_at(self) -> Bools:
        """The same with what each holds behind nothing in a last row, (n + 1, n, n)."""
        return np.concatenate([self.met, self.holds[None]])

    @cached_property
    def met_back(self) -> Bools:
        """What each holds before each other, (n + 1, n, n): the last row is nothing behind."""
        n = len(self.words)
        return np.concatenate([self.met.transpose(1, 0, 2), np.zeros((1, n, n), dtype=bool)])

    @cached_property
    def adds_at(self) -> Floats:
        """What each adds behind each other, (n + 1, n + 1): behind nothing all of it; nothing adds
        nothing."""
        n = len(self.words)
        adds = np.zeros((n + 1, n + 1))
        adds[:n, :n] = self.adds
        adds[n, :n] = self.takes
        return adds


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
    table = _table([phrases[k] for k in chosen], [values[k] for k in chosen], wish)
    fixed = first is not None
    order = _best_order(table, most, chosen.index(first) if first is not None else None)
    order = _improved(table, order, most, fixed=fixed)
    text = _text(table, order, wish.joiner)
    if text:
        text = text[:1].upper() + text[1:] + wish.end
    inside = contained(text, phrases)
    worth = float(sum(values[place] for place in inside))
    room = wish.most - length(wish.end, wish.unit)
    bound = _bound([phrases[k] for k in usable], [values[k] for k in usable], room, wish)
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


def _table(phrases: Sequence[str], values: Sequence[float], wish: Wish) -> _Table:
    n = len(phrases)
    written = [phrase.split() for phrase in phrases]
    # Words as they are compared; a phrase whose own punctuation parts it is taken as it is.
    words = [[" ".join(plain_words(word)) for word in each] for each in written]
    joiner = length(wish.joiner, wish.unit)
    blank = length(" ", wish.unit)
    takes_of = [[length(word, wish.unit) for word in each] for each in written]
    takes = np.array([sum(t) + blank * (len(t) - 1) for t in takes_of], dtype=float)
    lines = [f" {' '.join(each)} " for each in words]
    holds = np.array([[lines[q] in lines[p] for q in range(n)] for p in range(n)], dtype=bool)
    shared = np.zeros((n, n), dtype=np.int64)
    adds = np.zeros((n, n))
    between: dict[tuple[int, int], list[int]] = {}
    # As bits of whole numbers: which phrases of several words could stand where two meet.
    long = [place for place in range(n) if len(words[place]) > 1]
    said = [frozenset(each) for each in words]
    begun = [sum(1 << q for q in long if words[q][0] in one) for one in said]
    ended = [sum(1 << q for q in long if words[q][-1] in one) for one in said]
    inside = [sum(1 << q for q in long if holds[one, q]) for one in range(n)]
    for one in range(n):
        for other in range(n):
            meets = words[other][0] in said[one]
            k = _overlap(words[one], words[other]) if meets else 0
            shared[one, other] = k
            rest = takes_of[other][k:]
            adds[one, other] = sum(rest) + blank * max(len(rest) - 1, 0)
            if rest:
                adds[one, other] += blank if k else joiner
            may = begun[one] & ended[other] & ~inside[one] & ~inside[other]
            if may and (wish.joiner == " " or k):
                line = f" {' '.join([*words[one], *words[other][k:]])} "
                found = [q for q in long if may >> q & 1 and lines[q] in line]
                if found:
                    between[one, other] = found
    value = np.array(values, dtype=float)
    return _Table(words, written, value, takes, shared, adds, holds, between)


def _overlap(one: Sequence[str], other: Sequence[str]) -> int:
    """How many words the end of one and the beginning of another have in common; not all of the
    other, which would add nothing."""
    for k in range(min(len(one), len(other)), 0, -1):
        if list(one[-k:]) == list(other[:k]):
            return k
    return 0


@dataclass
class _Ways:
    """Beginnings that are followed: the phrases of each in order, what each holds (b, n), takes
    (b,) and is worth (b,), and its last phrase (b,)."""

    orders: list[tuple[int, ...]]
    holds: Bools
    takes: Floats
    worth: Floats
    last: NDArray[np.int64]


def _best_order(table: _Table, most: float, first: int | None) -> tuple[int, ...]:
    n = len(table.words)
    starts = [first] if first is not None else list(range(n))
    starts = [place for place in starts if table.takes[place] <= most + TINY]
    if not starts:
        return ()
    at = np.array(starts, dtype=np.int64)
    holds = table.holds[at]
    ways = _Ways([(int(place),) for place in at], holds, table.takes[at], holds @ table.value, at)
    best: tuple[int, ...] = ()
    best_worth, best_takes = -1.0, 0.0
    for _ in range(MOST_STEPS):
        top = int(np.lexsort((ways.takes, -ways.worth))[0])
        worth, takes = float(ways.worth[top]), float(ways.takes[top])
        if worth > best_worth + TINY or (worth > best_worth - TINY and takes < best_takes):
            best, best_worth, best_takes = ways.orders[top], worth, takes
        ways = _followed(table, ways, most)
        if not ways.orders:
            break
    return best


def _followed(table: _Table, ways: _Ways, most: float) -> _Ways:
    """Each beginning with one phrase more, the most promising of them."""
    takes = ways.takes[:, None] + table.adds[ways.last]
    # (b, n, n): what a beginning holds with each phrase behind it.
    holds = ways.holds[:, None, :] | table.met[ways.last]
    worth = holds @ table.value
    gains = worth - ways.worth[:, None]
    may = (takes <= most + TINY) & (gains > TINY)
    row, column = np.nonzero(may)
    if not len(row):
        return _Ways([], ways.holds[:0], ways.takes[:0], ways.worth[:0], ways.last[:0])
    value, spent = worth[row, column], takes[row, column]
    # What is left could bring as much for its room as what is there has brought at best.
    rate = float((table.value / np.maximum(table.takes, 1.0)).max())
    hopes = (value, value + 0.5 * rate * (most - spent), value / np.maximum(spent, 1.0))
    picked: dict[tuple[int, bytes], int] = {}
    for hope in hopes:
        order = np.lexsort((column, row, spent, -hope))
        kept = 0
        for k in order.tolist():
            key = (int(column[k]), np.packbits(holds[row[k], column[k]]).tobytes())
            if key not in picked:
                picked[key] = k
                kept += 1
            elif spent[picked[key]] > spent[k] + TINY:
                picked[key] = k
            if kept >= WIDTH // 3:
                break
    chosen = np.array(sorted(picked.values()), dtype=np.int64)
    return _Ways(
        [(*ways.orders[row[k]], int(column[k])) for k in chosen],
        holds[row[chosen], column[chosen]],
        spent[chosen],
        value[chosen],
        column[chosen],
    )


def _improved(
    table: _Table, order: tuple[int, ...], most: float, *, fixed: bool
) -> tuple[int, ...]:
    """An order with one or two of its phrases taken out and whatever gains most put in anywhere,
    again and again until nothing gains."""
    best, worth, takes = order, *_told(table, order)
    for _ in range(MOST_ROUNDS):
        before = worth
        begin = 1 if fixed else 0
        for size in (1, 2, 3):
            at = begin
            while at + size <= len(best):
                left = best[:at] + best[at + size :]
                if left or not fixed:
                    other = _filled(table, left, most, begin)
                    value, spent = _told(table, other)
                    if value > worth + TINY or (value > worth - TINY and spent < takes - TINY):
                        best, worth, takes = other, value, spent
                at += 1
        if worth <= before + TINY:
            break
    return best


def _told(table: _Table, order: Sequence[int]) -> tuple[float, float]:
    """What an order is worth, and what it takes."""
    if not order:
        return 0.0, 0.0
    at = np.array(order)
    takes = float(table.takes[at[0]] + table.adds[at[:-1], at[1:]].sum())
    return float(table.value[_holds(table, order)].sum()), takes


def _filled(table: _Table, order: tuple[int, ...], most: float, begin: int) -> tuple[int, ...]:
    """An order with phrases put in where they gain most for their room, until none fits."""
    n = len(table.words)
    for _ in range(MOST_STEPS):
        worth, takes = _told(table, order)
        at = np.array(order, dtype=np.int64)
        # Places to put something in: before the first, between two, behind the last; n is nothing.
        before = np.concatenate([[n], at])[begin:]
        after = np.concatenate([at, [n]])[begin:]
        adds = (
            table.adds_at[before][:, :n]
            + table.adds_at.T[after][:, :n]
            - table.adds_at[before, after][:, None]
        )
        may = takes + adds <= most + TINY
        if not may.any():
            return order
        # What does not stand in it yet can gain; what two that are parted held together goes, and
        # is looked at in the end.
        value = np.where(_holds(table, order), 0.0, table.value).astype(np.float32)
        holds = table.met_at[before] | table.met_back[after]
        gains = holds.view(np.uint8).astype(np.float32) @ value
        rate = np.where(may & (gains > TINY), gains / np.maximum(adds, 1.0), -np.inf)
        row, place = divmod(int(rate.argmax()), n)
        if not np.isfinite(rate[row, place]):
            return order
        cut = row + begin
        other = (*order[:cut], place, *order[cut:])
        if _told(table, other)[0] <= worth + TINY:
            return order
        order = other
    return order


def _holds(table: _Table, order: Sequence[int]) -> Bools:
    """Which phrases an order holds."""
    held = np.zeros(len(table.words), dtype=bool)
    for number, place in enumerate(order):
        held |= table.met[order[number - 1], place] if number else table.holds[place]
    return held


def _text(table: _Table, order: Sequence[int], joiner: str) -> str:
    text = ""
    for number, place in enumerate(order):
        k = int(table.shared[order[number - 1], place]) if number else 0
        rest = " ".join(table.written[place][k:])
        if not rest:
            continue
        text += (" " if k else joiner if number else "") + rest
    return text


def _bound(phrases: Sequence[str], values: Sequence[float], most: float, wish: Wish) -> float:
    """No text of this length is worth more."""
    program = word_program(phrases, values, most, wish)
    if program is None:
        return 0.0
    solved = linprog(
        -program.value,
        A_ub=program.matrix,
        b_ub=program.limits,
        bounds=np.stack([np.zeros(len(program.value)), program.most], axis=1),
        method="highs-ds",
    )
    return float(sum(values)) if solved.x is None else -float(solved.fun)


@dataclass(frozen=True)
class WordProgram:
    """What any text is, seen word by word: how often each word stands in it, how often each stands
    right before each other, and which phrases are contained. `value` of each of these variables,
    the most of each, and rows of a matrix that stay below `limits`."""

    value: Floats
    most: Floats
    matrix: sparse.csr_matrix
    limits: Floats
    words: int


def word_program(
    phrases: Sequence[str], values: Sequence[float], most: float, wish: Wish
) -> WordProgram | None:
    """A relaxation of packing, whose best is never below that of any text.

    Parameters: as `pack`, with the room that is left. Returns: the program; None where there is no
    phrase or no room. Formula: a phrase needs each of its words, and each pair of its words next to
    each other; a word that stands in the text so often has as many words before and behind it at
    most; words and the blanks between them fill the room. That the pairs make one line is left
    out. Raises: nothing. Cost: linear."""
    if not phrases or most <= 0:
        return None
    said = [plain_words(phrase) for phrase in phrases]
    written = {word: "" for each in said for word in each}
    for phrase, each in zip(phrases, said, strict=True):
        for as_written in phrase.split():
            inside = plain_words(as_written)
            if len(inside) == 1:
                shorter = min(filter(None, (written[inside[0]], as_written)), key=len)
                written[inside[0]] = shorter
        del each
    word = {each: place for place, each in enumerate(written)}
    pairs: dict[tuple[str, str], int] = {}
    for each in said:
        for pair in pairwise(each):
            pairs.setdefault(pair, len(word) + len(pairs))
    first = len(word) + len(pairs)
    rows: list[tuple[list[tuple[int, float]], float]] = []
    for place, each in enumerate(said):
        for one in set(each):
            rows.append(([(first + place, float(each.count(one))), (word[one], -1.0)], 0.0))
        for pair in pairwise(each):
            rows.append(([(first + place, 1.0), (pairs[pair], -1.0)], 0.0))
    behind: dict[str, list[int]] = {}
    before: dict[str, list[int]] = {}
    for (one, other), column in pairs.items():
        behind.setdefault(one, []).append(column)
        before.setdefault(other, []).append(column)
    for side in (behind, before):
        for one, columns in side.items():
            rows.append(([*((c, 1.0) for c in columns), (word[one], -1.0)], 0.0))
    blank = length(" ", wish.unit)
    takes = [(place, length(written[one] or one, wish.unit) + blank) for one, place in word.items()]
    # One blank less than words, and all else is no longer than they are.
    rows.append((takes, most + blank))
    at = [(r, c, v) for r, (entries, _) in enumerate(rows) for c, v in entries]
    r, c, v = (np.array(part) for part in zip(*at, strict=True))
    count = first + len(phrases)
    value = np.zeros(count)
    value[first:] = values
    upper = np.full(count, np.inf)
    upper[first:] = 1.0
    return WordProgram(
        value,
        upper,
        sparse.csr_matrix((v, (r, c)), shape=(len(rows), count)),
        np.array([limit for _, limit in rows]),
        first,
    )
