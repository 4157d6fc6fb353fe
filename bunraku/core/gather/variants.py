"""Variant families: keywords that differ by number, spelling, hyphen or space, accents, apostrophe
or a small typo. A family is shown together and each member keeps its own figures; another word
order alone is only a proposal."""

import re
from collections import defaultdict
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray
from rapidfuzz.distance import OSA

from bunraku.core.gather.variant_forms import keeps_accent, may_join, said_alike
from bunraku.core.languages import language_named
from bunraku.core.text.known_words import known_words
from bunraku.core.text.number import number_key
from bunraku.core.text.spelling import spelling_key

SHORTEST_TYPO = 5
"""Letters from which a word can be told to be another one misspelt."""
FREE_TYPO = 7
"""Letters from which any one letter may be wrong; in shorter words only one lost, doubled or
swapped."""

_A_IS_A_NAME = frozenset(
    "vitamin class plan type grade hepatitis level group series size model form point".split()
)

# A stroke between digits makes a fraction, a sign before one a lesser number.
_SPLIT = re.compile(r"\s+|(?<=[^\s/-])-+|(?<=\D)/+|/+(?=\D)|-+(?=[^\d.])")
_ELISION = re.compile(r"^(?:l|d|j|qu|dell|all|nell|sull|un)'(?=\w)")
_MARKS = re.compile(r"['.]+(?!\d)|(?<!\d)['.]+")
_DOUBLED = re.compile(r"(.)\1+")
_UNIT = re.compile(r"^(-?\d[\d.,]*)([a-z\"']{1,5})$")
_BARE_FRACTION = re.compile(r"^(-?)\.(?=\d)")


@dataclass(frozen=True)
class Families:
    """Which family each keyword is of, and which families differ by word order alone.

    `family` is (n,): the index of the family's first member. `proposals` are pairs of such indices,
    the lower first."""

    family: NDArray[np.int64]
    proposals: tuple[tuple[int, int], ...]


def find_families(
    keys: Sequence[str], language: str, searches: Sequence[float] | None = None
) -> Families:
    """Variants: keywords that differ by number, spelling, hyphen or space, accents, apostrophe or a
    small typo. They are shown together and each keeps its own figures.

    Parameters: `keys`, n identity keys; `language`, two letters; `searches`, n searches a month
    where known (NaN where not): of two unknown words that differ by a letter the one asked more is
    taken for the right one. Returns: `Families`. Numbers, sizes, years, negations and directions
    never join, because those words differ; a typo is only looked for in words without digits that
    the language's word list does not know, and never leads through another typo. Raises: nothing.
    Cost: about linear; the words of all keywords are compared, not the keywords."""
    parted = [_parted(key, language) for key in keys]
    words = [tuple(form for form, _ in parts) for parts in parted]
    right = _corrections(words, _known_forms(keys, language), searches)
    first: dict[str, int] = {}
    joined: dict[str, tuple[int, list[str]]] = {}
    family = np.arange(len(keys))
    for number, parts in enumerate(parted):
        forms = [right.get(form, form) for form, _ in parts]
        # Number may differ in any word; a space may be missing anywhere, but then only the last
        # word shows its number.
        spelled = [*(right.get(form, plain) for form, plain in parts[:-1]), *forms[-1:]]
        heads = {number}
        way = "\x1f".join(forms) or keys[number]
        if way in first:
            heads.add(_head(family, first[way]))
        whole = _joined(spelled)
        other = joined.get(whole)
        # Whether a join keeps the sense is only asked where two meet.
        if other is None or not _joins(other[1], language):
            joined[whole] = number, spelled
        elif other[1] == spelled or _joins(spelled, language):
            heads.add(_head(family, other[0]))
        # Two families that this keyword is both of become one, under the earlier head.
        head = min(heads)
        for one in heads:
            family[one] = head
        first[way] = head
    family = _flattened(family)
    bags: dict[tuple[str, ...], dict[int, None]] = defaultdict(dict)
    order = language_named(language).order_matters
    for number, typed in enumerate(words):
        if len(typed) < 2 or not order.isdisjoint(typed):
            continue
        forms = sorted([right.get(form, form) for form in typed])
        # Numbers change places only where something else does: "3 bed 2 bath". Digits come first.
        if not forms[1][:1].isdigit():
            bags[tuple(forms)][int(family[number])] = None
    proposals = [
        pair for heads in bags.values() if len(heads) > 1 for pair in _pairs(sorted(heads))
    ]
    return Families(family, tuple(sorted(proposals)))


def _joins(words: Sequence[str], language: str) -> bool:
    return all(may_join(first, second, language) for first, second in pairwise(words))


def _head(family: NDArray[np.int64], number: int) -> int:
    while family[number] != number:
        number = int(family[number])
    return number


def _flattened(family: NDArray[np.int64]) -> NDArray[np.int64]:
    while not np.array_equal(family[family], family):
        family = family[family]
    return family


def variant_words(key: str, language: str) -> tuple[str, ...]:
    """The words of an identity key in the form that its variants share: without articles, accents,
    apostrophes and number, hyphens as spaces, a unit apart from its number."""
    return tuple(form for form, _ in _parted(key, language))


def _parted(key: str, language: str) -> list[tuple[str, str]]:
    raw = _apart(said_alike(key, language))
    known = language_named(language)
    out: list[tuple[str, str]] = []
    for place, word in enumerate(raw):
        last, before = place == len(raw) - 1, raw[place - 1] if place else ""
        silent = word in known.articles or word in (*known.and_words[:1], "&")
        if silent and not last and before not in _A_IS_A_NAME:
            continue
        out.extend(_forms(word, language))
    return out


def _apart(text: str) -> list[str]:
    """The words of a text, those of a hyphen or stroke apart."""
    words = text.split()
    if "-" not in text and "/" not in text:
        return words
    return [part for word in words for part in _SPLIT.split(word) if part]


@lru_cache(maxsize=300_000)
def _forms(word: str, language: str) -> tuple[tuple[str, str], ...]:
    """A word in the form that its variants share, with the spelling it was made of; two of a number
    with its unit."""
    if language_named(language).elides:
        word = _ELISION.sub("", word)
    word = _BARE_FRACTION.sub(r"\g<1>0.", word)
    if keeps_accent(word, language):
        return ((word, word),)
    unit = _UNIT.match(word)
    plain = [
        spelling_key(_MARKS.sub("", part), language)
        for part in (unit.groups() if unit else (word,))
    ]
    return tuple((number_key(part, language), part) for part in plain)


def _joined(parts: Sequence[str]) -> str:
    """The words without spaces; digits of two words stay apart, for 1 25 is not 125."""
    text = ""
    for part in parts:
        apart = text and part and text[-1].isdigit() and part[0].isdigit()
        text += f" {part}" if apart else part
    return text


def _pairs(heads: Sequence[int]) -> list[tuple[int, int]]:
    return [(heads[0], other) for other in heads[1:]]


def _corrections(
    words: Sequence[tuple[str, ...]], known: frozenset[str], searches: Sequence[float] | None
) -> dict[str, str]:
    """For each word that is taken for another one misspelt, that word; right words only lead to
    none."""
    asked: dict[str, float] = defaultdict(float)
    for number, parts in enumerate(words):
        # A keyword nobody counted still is one use of its words.
        weight = 1.0
        if searches is not None and searches[number] == searches[number]:
            weight += float(searches[number])
        for word in parts:
            asked[word] += weight
    candidates = [word for word in asked if len(word) >= SHORTEST_TYPO and word.isalpha()]
    doubtful = [word for word in candidates if word not in known]
    if not doubtful:
        return {}
    # Words within one letter share a form with one letter taken out: look-ups instead of comparing
    # each with each.
    near: dict[str, list[str]] = defaultdict(list)
    for word in candidates:
        for form in {*_deletions(word), _undoubled(word)}:
            near[form].append(word)
    chosen: dict[str, str] = {}
    for word in doubtful:
        others = {
            other for form in (*_deletions(word), _undoubled(word)) for other in near[form]
        } - {word}
        fit = [o for o in others if _is_slip(word, o) and (o in known or _righter(o, word, asked))]
        if fit:
            chosen[word] = max(fit, key=lambda o: (o in known, asked[o], o))
    # Never along a chain: what is itself taken for a misspelling corrects nobody.
    return {word: right for word, right in chosen.items() if right not in chosen}


def _known_forms(keys: Sequence[str], language: str) -> frozenset[str]:
    """Of all words in keywords, the forms of those that the language's list knows."""
    listed = known_words(language)
    spelled = {word for key in keys for word in _apart(key)}
    return frozenset(
        form
        for word in spelled
        for form, plain in _forms(word, language)
        if plain in listed or form in listed or word in listed
    )


def _righter(other: str, word: str, asked: Mapping[str, float]) -> bool:
    """Of two unknown words the one asked more is right; asked alike, the one that lost no
    letter."""
    if asked[other] != asked[word]:
        return asked[other] > asked[word]
    return len(other) > len(word) >= FREE_TYPO


def _deletions(word: str) -> list[str]:
    return [word, *(word[:place] + word[place + 1 :] for place in range(len(word)))]


@lru_cache(maxsize=300_000)
def _undoubled(word: str) -> str:
    return _DOUBLED.sub(r"\1", word)


def _is_slip(word: str, right: str) -> bool:
    """Whether `word` is `right` with one letter wrong, lost, added or swapped with the next, or
    wrong letters doubled."""
    if min(len(word), len(right)) > SHORTEST_TYPO and _undoubled(word) == _undoubled(right):
        return True
    if OSA.distance(word, right, score_cutoff=1) != 1:
        return False
    if min(len(word), len(right)) >= FREE_TYPO:
        return True
    # The first letter is hardly ever mistyped, and in short words one other letter is another word.
    return word[0] == right[0] and (len(word) != len(right) or sorted(word) == sorted(right))
