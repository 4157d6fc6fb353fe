"""The combiner: columns of terms put together by patterns with optional parts, counted before
anything is listed."""

import re
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from itertools import pairwise, product
from math import prod

from bunraku.core.text import BadKeyword, clean_keyword, identity_key
from bunraku.core.text.normalise import MAX_CHARACTERS

MOST = 200_000
"""Most combinations listed in one go: twice a large project's keywords. More cannot be looked
through by anybody."""
MOST_TERMS = 5_000
"""Terms in one list of words: as many as somebody can have pasted on purpose."""
BEHIND = "…"
"""What a modifier begins with that stands behind the base term whatever the pattern says: nobody
types “near me telescope repair”."""
_SAY_WHERE = frozenset(
    identity_key(text)
    for text in (
        *("near me", "nearby", "local", "in my area", "around here", "in meiner nähe"),
        *("in der nähe", "près de moi", "cerca de mi", "cerca de mí", "vicino a me"),
        *("nelle vicinanze", "in de buurt", "perto de mim"),
    )
)
"""Modifiers that say where, as a place does: nobody types both."""
_LEADING_DOTS = re.compile(r"^\s*(…|\.\.\.)\s*")
_PART = re.compile(r"\[([^\[\]]*)\]|([^\[\]]+)")
_SLOT = re.compile(r"\{([^{}]*)\}|([^{}\s]+)")


class BadPattern(ValueError):
    """A pattern that cannot be read, or that would bring too much; the message is for people."""


@dataclass(frozen=True)
class Term:
    """A term of a column, with the priority that it passes on ("" for none)."""

    text: str
    priority: str = ""


@dataclass(frozen=True)
class Part:
    """A part of a pattern: words and columns in order, each a literal or the name of a column; left
    out at will if optional."""

    slots: tuple[tuple[bool, str], ...]
    optional: bool


@dataclass
class Combinations:
    """What the combiner made: texts by identity key and their priority, in order, and how many were
    left out because they would say a word twice running or a place twice, or would be longer than a
    keyword may be."""

    texts: dict[str, str] = field(default_factory=dict)
    priorities: dict[str, str] = field(default_factory=dict)
    repeated: int = 0
    doubled: int = 0
    too_long: int = 0


def read_terms(lines: Sequence[str], priorities: Mapping[str, str] | None = None) -> list[Term]:
    """The terms of a column, each identity key once; one that stands behind begins with `BEHIND`.
    `priorities` is by term as typed. Raises: `BadPattern` above `MOST_TERMS`."""
    known: dict[str, Term] = {}
    for line in lines:
        bare = _LEADING_DOTS.sub("", line)
        try:
            text = clean_keyword(bare)
        except BadKeyword:
            continue
        if identity_key(text):
            behind = BEHIND if bare != line else ""
            key = behind + identity_key(text)
            known.setdefault(key, Term(behind + text, (priorities or {}).get(line, "")))
    if len(known) > MOST_TERMS:
        raise BadPattern(f"A column has {len(known):,} terms; {MOST_TERMS:,} are the most.")
    return list(known.values())


def read_pattern(text: str, columns: Sequence[str]) -> tuple[Part, ...]:
    """Read a pattern such as `{modifier} {base} [in {place}]`: names of columns in braces, other
    words as they are, square brackets around what may be left out.

    Parameters: `text`; `columns`, names that may be used. Returns: the parts in order. Raises:
    `BadPattern` for a bracket or brace that is never closed, brackets in brackets, an unknown
    column, a column that stands twice, and a pattern without any column that must stand."""
    if re.search(r"\[[^\]]*\[", text):
        raise BadPattern(f"“{text}”: brackets cannot be inside brackets.")
    if text.count("[") != text.count("]") or text.count("{") != text.count("}"):
        raise BadPattern(
            f"“{text}”: a bracket or brace is opened and never closed, or closed and never opened."
        )
    parts = [
        Part(
            _slots(inner if found.group(2) is None else found.group(2), columns, text),
            found.group(2) is None,
        )
        for found in _PART.finditer(text)
        for inner in [found.group(1) or ""]
    ]
    parts = [
        Part(slots, part.optional)
        for part in parts
        # What must stand is taken slot by slot: a product of small parts is quicker than one of
        # their products.
        for slots in ([part.slots] if part.optional else [(slot,) for slot in part.slots])
        if slots
    ]
    if not any(named for part in parts if not part.optional for named, _ in part.slots):
        raise BadPattern(f"“{text}” needs a column outside the square brackets, such as {{base}}.")
    named = [name for part in parts for is_column, name in part.slots if is_column]
    for name in named:
        if named.count(name) > 1:
            raise BadPattern(
                f"“{text}”: {{{name}}} is used twice; each column can be used once in a pattern."
            )
    return tuple(parts)


def _slots(text: str, columns: Sequence[str], whole: str) -> tuple[tuple[bool, str], ...]:
    slots: list[tuple[bool, str]] = []
    for slot in _SLOT.finditer(text):
        name = slot.group(1)
        if name is None:
            slots.append((False, slot.group(2)))
            continue
        name = name.strip().casefold()
        if name not in columns:
            raise BadPattern(
                f"“{whole}”: there is no column “{name}”. The columns are {', '.join(columns)}."
            )
        slots.append((True, name))
    return tuple(slots)


def count_combinations(pattern: Sequence[Part], columns: Mapping[str, Sequence[Term]]) -> int:
    """How many combinations a pattern makes before repeats are taken out: the product over its
    parts, an optional part counting one more."""
    sizes = (
        prod(len(columns[name]) for named, name in part.slots if named) + part.optional
        for part in pattern
    )
    return prod(sizes)


def check_size(
    patterns: Sequence[Sequence[Part]], columns: Mapping[str, Sequence[Term]], most: int = MOST
) -> int:
    """How many combinations there would be in all. Raises: `BadPattern` above `most`, saying what
    multiplies."""
    total = sum(count_combinations(pattern, columns) for pattern in patterns)
    if total > most:
        sizes = " × ".join(f"{len(terms):,} {name}" for name, terms in columns.items() if terms)
        raise BadPattern(
            f"That makes {total:,} combinations ({sizes}); {most:,} are the most. Shorten a "
            f"column, or take the patterns one "
            "after another."
        )
    return total


def combine(
    patterns: Sequence[Sequence[Part]],
    columns: Mapping[str, Sequence[Term]],
    *,
    keep_doubled: bool = False,
) -> Combinations:
    """All combinations of the patterns, each identity key once.

    Parameters: `patterns` from `read_pattern`; `columns`, terms by name; an empty column makes
    nothing of what needs it; `keep_doubled`, make those too that say a word twice running or a
    place twice. Returns: `Combinations`; a keyword takes the priority of the first term in it that
    has one. Raises: `BadPattern` above `MOST`. Cost: linear in the combinations, under a
    second for 100,000."""
    check_size(patterns, columns)
    made = Combinations()
    texts, priorities = made.texts, made.priorities
    for parts, terms in (form for pattern in patterns for form in _forms(pattern, columns)):
        for chosen in product(*(_choices(part, terms) for part in parts)):
            pieces = [piece for piece in chosen if piece.key]
            if not keep_doubled and _says_twice(pieces):
                made.doubled += 1
                continue
            # Keys are made word by word, so the key of the whole is the keys of its pieces.
            key = " ".join([piece.key for piece in pieces])
            if key in texts:
                made.repeated += 1
                continue
            text = " ".join([piece.text for piece in pieces])
            if len(text) > MAX_CHARACTERS:
                made.too_long += 1
                continue
            texts[key] = text
            priority = next((piece.priority for piece in pieces if piece.priority), "")
            if priority:
                priorities[key] = priority
    return made


def _forms(
    pattern: Sequence[Part], columns: Mapping[str, Sequence[Term]]
) -> Iterator[tuple[Sequence[Part], Mapping[str, Sequence[Term]]]]:
    """A pattern for the modifiers that stand where it says, and for those that stand behind."""
    modifiers = columns.get("modifier", ())
    behind = [term for term in modifiers if term.text.startswith(BEHIND)]
    if not behind:
        yield pattern, columns
        return
    yield pattern, {**columns, "modifier": [term for term in modifiers if term not in behind]}
    if any(slot == (True, "modifier") for part in pattern for slot in part.slots):
        bare = [Term(term.text.removeprefix(BEHIND), term.priority) for term in behind]
        yield _modifier_behind(pattern), {**columns, "modifier": bare}


def _modifier_behind(pattern: Sequence[Part]) -> Sequence[Part]:
    """The pattern with what holds the modifier moved to just behind the base term."""
    of = {name: part for part in pattern for named, name in part.slots if named}
    base, modifier = of.get("base"), of["modifier"]
    if base is None:
        return pattern
    if base is modifier:
        slots = [slot for slot in base.slots if slot != (True, "modifier")]
        slots.insert(slots.index((True, "base")) + 1, (True, "modifier"))
        return [Part(tuple(slots), part.optional) if part is base else part for part in pattern]
    rest = [part for part in pattern if part is not modifier]
    rest.insert(rest.index(base) + 1, modifier)
    return rest


def _says_twice(pieces: Sequence["_Piece"]) -> bool:
    return (
        any(piece.twice for piece in pieces)
        or any(a.last == b.first for a, b in pairwise(pieces))
        or sum(piece.where for piece in pieces) > 1
    )


@dataclass(frozen=True)
class _Piece:
    """One way to fill a part of a pattern."""

    text: str
    key: str
    first: str
    last: str
    priority: str
    twice: bool = False
    """Whether its own terms say a word twice running."""
    where: int = 0
    """How many of its terms say where."""


def _choices(part: Part, columns: Mapping[str, Sequence[Term]]) -> list[_Piece]:
    filled = [_Piece("", "", "", "", "")] if part.optional else []
    options = [columns[word] if named else (Term(word),) for named, word in part.slots]
    for terms in product(*options):
        text = " ".join(term.text for term in terms)
        key = identity_key(text)
        words = key.split()
        if words:
            priority = next((term.priority for term in terms if term.priority), "")
            ends = [identity_key(term.text).split() for term in terms]
            twice = any(a[-1:] == b[:1] for a, b in pairwise([end for end in ends if end]))
            where = sum(
                (named and name == "place") or identity_key(term.text) in _SAY_WHERE
                for (named, name), term in zip(part.slots, terms, strict=True)
            )
            filled.append(_Piece(text, key, words[0], words[-1], priority, twice, where))
    return filled
