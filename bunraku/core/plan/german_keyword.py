"""A German keyword as one would write it: nouns with capitals, and as one word where they only
stand side by side."""

import re
from collections.abc import Collection, Sequence

from bunraku.core.languages import language_named
from bunraku.core.languages.writing import writing_words
from bunraku.core.text.frames import is_frame
from bunraku.core.text.german_capitals import with_nouns
from bunraku.core.text.german_nouns import may_be_verb, noun_of
from bunraku.core.text.known_words import frequencies

_ASKED = re.compile(r"\b(kostet|ist) es (ein\w*|das|die|den) (.* zu \w+)$")
"""Before "zu" and its verb stands a comma here."""


_ELECTRIC = re.compile(r"\be[ -](bike|auto|scooter|roller|mail|gitarre|piano)", re.IGNORECASE)
_NAME = 4
"""Letters from which an unknown word is taken for a name."""
_ENDINGS = ("e", "en", "em", "er", "es", "t", "ig", "isch", "lich", "los", "bar", "sam")
"""Endings of words that may be no nouns."""


def written_german(keyword: str, about: str, places: Sequence[str]) -> str:
    """A keyword within a German sentence.

    Parameters: `keyword`; what the project says of itself; its towns. Returns: the same words; two
    of them may have changed places where the first is done to the second. Raises: nothing."""
    keyword = _ELECTRIC.sub(r"E-\1", _ASKED.sub(r"\1 es, \2 \3", keyword))
    words = [_with_capital(word) for word in with_nouns(keyword, [about]).split()]
    towns = {part.casefold() for place in places for part in place.split()}
    runs: list[list[str]] = []
    # "Hund Sitz beibringen": two things, not one.
    is_one = words[-1:] and words[-1] not in writing_words("de")["to_somebody"]
    for word in words:
        if is_one and runs and _is_thing(runs[-1][-1], towns) and _is_thing(word, towns):
            runs[-1].append(word)
        else:
            runs.append([word])
    said = [_one_word(run) for run in runs]
    # "platten reparieren fahrrad": what it is about comes first.
    asks = said[:1] and said[0].casefold() in language_named("de").questions
    behind = len(said) > 2 and is_infinitive(said[-2]) and _is_thing(said[-1], towns)
    if behind and not asks and not _is_head(said[-1].casefold()):
        return f"{said[-1]}: {' '.join(said[:-1])}"
    return " ".join(said)


def _with_capital(word: str) -> str:
    """A word that nobody knows with a capital: it is a name, or a noun."""
    folded = word.casefold()
    if word != folded or not word.isalpha() or len(word) < _NAME or word.endswith(_ENDINGS):
        return "-".join(p[:1].upper() + p[1:] if at else p for at, p in enumerate(word.split("-")))
    return word if folded in frequencies("de") else word.capitalize()


def is_infinitive(word: str) -> bool:
    """Whether a German word is surely the infinitive of a verb. Raises: nothing."""
    folded = word.casefold()
    noun = noun_of(folded)
    return may_be_verb(folded) and (noun is None or noun.is_verb(folded))


def _is_thing(word: str, towns: Collection[str]) -> bool:
    last = word.rpartition("-")[2].casefold()
    if not word[:1].isupper() or word.isupper() or last in towns or not last.isalpha():
        return False
    noun = noun_of(last)
    return noun is None or noun.gender != "o"


def _is_head(word: str) -> bool:
    """Whether a noun is itself what is meant: a set, a course, a price."""
    german = language_named("de")
    ends = tuple(writing_words("de")["heads"])
    return word.endswith(ends) or is_frame(word, "de") or word in german.nouns


def _one_word(run: list[str]) -> str:
    """Nouns side by side as one word: "Sofa-Polsterung" for "Polsterung Sofa"."""
    tables = writing_words("de")
    if len(run) > 1 and run[-1].casefold() in tables["persons"]:
        return f"{_one_word(run[:-1])} für {run[-1]}"

    folded = [word.casefold() for word in run]
    if len(run) == 3 and _is_head(folded[1]) and _is_head(folded[2]):
        return f"{run[0]}: {run[1]} und {run[2]}"
    if len(run) > 1 and not _is_head(folded[-1]):
        if folded[-2].endswith(tuple(tables["actions"])):
            run = [run[-1], *run[:-1]]
        elif len(run) == 2 and _is_head(folded[0]):
            run = run[::-1]
    whole = run[0]
    for word in run[1:]:
        whole = _together(whole, word)
    return whole


def _together(before: str, word: str) -> str:
    """Two nouns as one word, as it is usually written where that is known."""
    known, last = frequencies("de"), word.casefold()
    front = before.casefold().rpartition("-")[2]
    for link in ("", "s", "n", "en"):
        if front + link + last in known:
            return before + link + last
    return f"{before}-{word}"
