"""Ways of saying the same around a topic, brought to one: contractions, numbers in words, fillers
of questions and frames; and which forms of a word are words of their own."""

import re
from functools import cache, lru_cache

from bunraku.core.languages import language_named
from bunraku.core.text.known_words import frequencies, known_words
from bunraku.core.text.meaning import unit_rows, width, word_vectors
from bunraku.core.text.number import number_key
from bunraku.core.text.spelling import strip_accents

JOINS_FROM = 0.42
"""Cosine with its two parts from which a joined word says what they say ("lawnmower", but not
"carpet"), seen on words of ours."""
AGAIN_FROM = 0.3
"""Likewise for "re" and a word ("refill", but not "recover")."""

EVERYDAY = 1e-5
"""Share of all words from which a word is one that everybody uses."""

_THOUSANDS = re.compile(r"\d \d[05]0")


@cache
def _digits(language: str) -> dict[str, str]:
    """Words for numbers, and the digits that they stand for."""
    known = language_named(language)
    return {word: str(value) for value, word in enumerate(known.numbers)} | dict(known.digits)


@cache
def _fillers(language: str) -> tuple[tuple[re.Pattern[str], str], ...]:
    return tuple((re.compile(found), put) for found, put in language_named(language).fillers)


@cache
def _telling(language: str) -> frozenset[str]:
    known = language_named(language)
    return frozenset([*_digits(language), *known.percent, *known.telling])


"""Words without one of which, an apostrophe and thousands a keyword has one form only."""
_NEVER_TURNED = frozenset("to from vs versus or with without not no and for".split())


def said_alike(key: str, language: str) -> str:
    """An identity key with contractions written out, numbers as digits and fillers in one form.

    Parameters: `key`; `language`, two letters. Returns: a text to compare by. Raises: nothing.
    Cost: some look-ups a keyword; patterns only where they can hit."""
    words = key.split(" ")
    if "'" not in key and _telling(language).isdisjoint(words) and not _THOUSANDS.search(key):
        return key
    if "'" in key or words[0] == "whats":
        written = language_named(language).contracted
        words = " ".join(written.get(word, word) for word in words).split(" ")
    words = _numbers(words, language)
    text = " ".join(words)
    for pattern, instead in _fillers(language):
        found = pattern.match(text)
        if found is None:
            continue
        turned = found.re.groups > 0
        if turned and not _NEVER_TURNED.isdisjoint(" ".join(found.groups()).split()):
            continue
        text = pattern.sub(instead, text).strip()
    return text


def _numbers(words: list[str], language: str) -> list[str]:
    digits = _digits(language)
    percent = language_named(language).percent
    if digits.keys().isdisjoint(words) and not any(word[:1].isdigit() for word in words):
        return words
    out: list[str] = []
    for place, word in enumerate(words):
        value = digits.get(word, word)
        if value == "1" and (place or len(words) == 1):
            # "the best one", "all in one": only at the beginning does it count.
            value = word
        before = out[-1] if out else ""
        if before.isdigit() and (
            value in percent or (word == "per" and words[place + 1 :][:1] == ["cent"])
        ):
            out[-1] = f"{before}%"
        elif value == "cent" and before.endswith("%"):
            continue
        elif before.isdigit() and len(before) <= 3 and re.fullmatch(r"\d[05]0", value):
            # Thousands: the sign between them was a space, a point or a comma.
            out[-1] = before + value
        else:
            out.append(value)
    return out


@lru_cache(maxsize=300_000)
def may_join(first: str, second: str, language: str) -> bool:
    """Whether two words may be the same as the two written as one: not where the one is a word of
    its own that says something else.

    Cost: a look-up in the table of meaning, once a pair."""
    if f"{first} {second}" in language_named(language).apart:
        return False
    joined = first + second
    if not width(language) or joined not in known_words(language):
        return True
    whole = unit_rows(word_vectors([joined], language))[0]
    parts = word_vectors([first, second], language)
    if first == "re":
        return bool(unit_rows(parts[1:])[0] @ whole >= AGAIN_FROM)
    if len(first) == 1 or not whole.any() or not parts.any(axis=1).all():
        return True
    return bool(unit_rows(parts.sum(axis=0, keepdims=True))[0] @ whole >= JOINS_FROM)


@lru_cache(maxsize=300_000)
def keeps_accent(word: str, language: str) -> bool:
    """Whether a word with an accent is another one than without: "rosé", "touché"."""
    if word.isascii():
        return False
    if word in language_named(language).accent_matters:
        return True
    bare = strip_accents(word)
    short = number_key(bare, language)
    return language == "en" and short != bare and frequencies("en").get(short, 0) > EVERYDAY
