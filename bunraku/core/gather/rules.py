"""Rules that leave keywords out, which rule left out which keyword, and how many a new
rule would."""

import re
from collections.abc import Callable, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from bunraku.core.gather.brands import BrandMatcher
from bunraku.core.languages import LANGUAGES, language_named
from bunraku.core.text import identity_key
from bunraku.core.text.languages import other_language

MOST_STARS = 4
"""Most `*` in a pattern: each multiplies the ways a text can be tried."""


@dataclass(frozen=True)
class Kind:
    """A kind of rule: its name, what it leaves out, what stands in its value."""

    name: str
    about: str
    value: str


KINDS: dict[str, Kind] = {
    "word": Kind(
        "Word or phrase", "Keywords with this word or phrase, whole words only.", "a word or phrase"
    ),
    "brand": Kind(
        "Brand word",
        "This brand, also with spaces or 's.",
        "a brand word",
    ),
    "pattern": Kind(
        "Pattern",
        "Keywords matching a pattern; * is any text.",
        "such as *tattoo*",
    ),
    "fewer_words": Kind(
        "Fewer words than", "Keywords of fewer words than this.", "a number from 2 to 9"
    ),
    "more_words": Kind(
        "More words than", "Keywords of more words than this.", "a number from 1 to 20"
    ),
    "language": Kind(
        "Languages other than", "Keywords whose words are of another language.", "a language"
    ),
    "off_topic": Kind(
        "Relevance under", "Keywords whose relevance is below this.", "a number from 0.01 to 0.99"
    ),
}


class BadRule(ValueError):
    """A rule that makes no sense; the message is for people."""


@dataclass(frozen=True)
class Rule:
    """A rule: its id (any number the caller knows it by), its kind and its
    value."""

    id: int
    kind: str
    value: str


def check_rule(kind: str, value: str) -> str:
    """The value of a rule as it is kept. Raises: `BadRule` where the value does not suit the
    kind."""
    value = " ".join(value.split())
    if kind in ("word", "brand"):
        if not identity_key(value):
            raise BadRule("Give a word or a phrase with at least one letter or digit.")
        return identity_key(value) if kind == "word" else value
    if kind == "pattern":
        return _check_pattern(value)
    if kind == "language":
        if not language_named(value).word_list:
            known = [code for code in LANGUAGES if language_named(code).word_list]
            raise BadRule(f"Languages that can be recognised: {', '.join(known)}.")
        return value
    if kind == "off_topic":
        return _check_number(value, 0.01, 0.99)
    low, high = (2, 9) if kind == "fewer_words" else (1, 20)
    return str(int(float(_check_number(value, low, high))))


def _check_number(value: str, low: float, high: float) -> str:
    try:
        number = float(value.replace(",", "."))
    except ValueError:
        raise BadRule(f"“{value}” is not a number from {low:g} to {high:g}.") from None
    if not low <= number <= high:
        raise BadRule(f"{number:g} is out of range; give a number from {low:g} to {high:g}.")
    return f"{number:g}"


def _check_pattern(value: str) -> str:
    kept = " ".join(
        "*".join(identity_key(part) for part in word.split("*"))
        for word in value.casefold().split()
    )
    kept = re.sub(r"\*+", "*", kept)
    if not re.search(r"\w", kept):
        raise BadRule(
            "A pattern needs letters as well as stars; this one would exclude everything."
        )
    if kept.count("*") > MOST_STARS:
        raise BadRule(f"A pattern has at most {MOST_STARS} stars.")
    if len(kept) > 100:
        raise BadRule("A pattern has at most 100 characters.")
    return kept


@dataclass(frozen=True)
class Facts:
    """What rules look at, an entry a keyword: identity keys and, where known, relevance 0-1 (NaN
    where not)."""

    keys: Sequence[str]
    relevance: NDArray[np.float64]


def left_out_by(rules: Sequence[Rule], facts: Facts) -> NDArray[np.int64]:
    """Which rule leaves out each keyword.

    Parameters: `rules`, in order; `facts` of n keywords. Returns: (n,) the place in `rules` of the
    first that fits, -1 where none does. Raises: nothing. Cost: linear; words and brands are looked
    up once a keyword whatever their number, each pattern is tried on each keyword."""
    n = len(facts.keys)
    places = np.full(n, len(rules), dtype=np.int64)
    words = {
        rule.value: place for place, rule in reversed(list(enumerate(rules))) if rule.kind == "word"
    }
    if words:
        np.minimum(places, _by_phrase(words, facts.keys, len(rules)), out=places)
    brands = {
        rule.value: place
        for place, rule in reversed(list(enumerate(rules)))
        if rule.kind == "brand"
    }
    if brands:
        matcher = BrandMatcher(list(brands))
        hits = (matcher.find(key) for key in facts.keys)
        np.minimum(
            places,
            np.array([len(rules) if h is None else brands[h] for h in hits], dtype=np.int64),
            out=places,
        )
    for place, rule in enumerate(rules):
        if rule.kind in _WHOLE:
            fits = _WHOLE[rule.kind](rule.value, facts)
            places[fits] = np.minimum(places[fits], place)
    places[places == len(rules)] = -1
    return places


def _by_phrase(phrases: dict[str, int], keys: Sequence[str], none: int) -> NDArray[np.int64]:
    """The least place of a phrase that stands in each key."""
    singles = {phrase: place for phrase, place in phrases.items() if " " not in phrase}
    longer = [(f" {phrase} ", place) for phrase, place in phrases.items() if " " in phrase]
    out = np.full(len(keys), none, dtype=np.int64)
    for row, key in enumerate(keys):
        said = key.split()
        best = (
            none
            if singles.keys().isdisjoint(said)
            else min(singles[word] for word in said if word in singles)
        )
        padded = f" {key} " if longer else ""
        for phrase, place in longer:
            if place < best and phrase in padded:
                best = place
        out[row] = best
    return out


def _by_pattern(value: str, facts: Facts) -> NDArray[np.bool_]:
    parts = value.split("*")
    return np.array([_is_like(parts, key) for key in facts.keys], dtype=bool)


def _is_like(parts: Sequence[str], key: str) -> bool:
    """Whether the parts of a pattern stand in a key in order, from the beginning of a word to the
    end of one. Each is looked for once, at its earliest place, the last at its latest: nothing is
    gained by trying others, and time is linear whatever the pattern."""
    padded = f" {key} "
    if len(parts) == 1:
        return f" {parts[0]} " in padded
    at = padded.find(f" {parts[0]}")
    if at < 0:
        return False
    at += 1 + len(parts[0])
    for part in parts[1:-1]:
        found = padded.find(part, at)
        if found < 0:
            return False
        at = found + len(part)
    return padded.rfind(f"{parts[-1]} ") >= at


def _lengths(facts: Facts) -> NDArray[np.int64]:
    return np.array([key.count(" ") + 1 for key in facts.keys], dtype=np.int64)


_WHOLE: dict[str, Callable[[str, Facts], NDArray[np.bool_]]] = {
    "pattern": _by_pattern,
    "fewer_words": lambda value, facts: _lengths(facts) < int(value),
    "more_words": lambda value, facts: _lengths(facts) > int(value),
    "language": lambda value, facts: other_language(facts.keys, value),
    "off_topic": lambda value, facts: np.nan_to_num(facts.relevance, nan=1.0) < float(value),
}
