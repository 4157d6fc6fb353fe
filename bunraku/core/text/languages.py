"""Telling that a keyword is of another language, from how common its words are in each."""

import math
from collections.abc import Sequence
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from bunraku.core.languages import LANGUAGES, language_named
from bunraku.core.text.known_words import frequencies

UNKNOWN_SHARE = 1e-8
"""How common a word is taken to be in a language whose list does not know it: rarer than any word
of the lists."""
SURE = 2.5
"""How much likelier (in ln) another language must be, e^2.5 = 12 times: a keyword left out by
mistake costs more than one that stays."""
HALF_SAID = 2.0
"""The most that one word can say for another language when this one knows it too: loan words are
everywhere."""


def other_language(keys: Sequence[str], language: str) -> NDArray[np.bool_]:
    """Whether keywords are of another language than `language`.

    Parameters: `keys`, n identity keys; `language`, two letters. Returns: (n,) true where the words
    are `SURE` likelier in one of the other languages, each word by its share among all words of
    that language. Words known to none (names, models, numbers) say nothing. False for all where
    this language has no word list. Raises: nothing. Cost: linear; word lists are read once a
    process, two seconds for all. Source: the frequency lists of `known_words`, naive Bayes with
    equal priors."""
    if not language_named(language).word_list:
        return np.zeros(len(keys), dtype=bool)
    return np.array(
        [_is_other([_odds(word, language) for word in key.split()]) for key in keys], dtype=bool
    )


def likeliest_language(
    words: Sequence[str], language: str, among: Sequence[str], least: int = 2
) -> str:
    """The language that words are of.

    Parameters: `words`, folded, of one text; `language`, the one that it is taken to be in; `among`
    which others it may be; `least`, how many words must speak for another one. Returns: the
    likeliest of them where it surely is, by the measure of `other_language`; else the given one.
    Raises: nothing. Cost: linear; the word lists of these languages are read once a process."""
    odds = {other: [_odd(word, language, other) for word in words] for other in among}
    best = max(odds, key=lambda other: sum(odds[other]), default=language)
    speak = sum(each > 0 for each in odds.get(best, ()))
    return best if speak >= least and _is_other([(each,) for each in odds[best]]) else language


def _is_other(words: list[tuple[float, ...]]) -> bool:
    for odds in zip(*words, strict=True):
        # One strange word among known ones is a name.
        if sum(odds) > SURE and sum(language > 0 for language in odds) > sum(
            language < 0 for language in odds
        ):
            return True
    return False


@lru_cache(maxsize=200_000)
def _odds(word: str, language: str) -> tuple[float, ...]:
    """How much likelier a word is in each language than in this one, in ln."""
    return tuple(_odd(word, language, other) for other in LANGUAGES)


def _odd(word: str, language: str, other: str) -> float:
    """How much likelier a word is in another language than in this one, in ln; nothing for a word
    that neither knows."""
    if not word.isalpha():
        return 0.0
    own, theirs = (frequencies(code).get(word, 0.0) for code in (language, other))
    most = HALF_SAID if own else math.inf
    return min(most, math.log(max(theirs, UNKNOWN_SHARE)) - math.log(max(own, UNKNOWN_SHARE)))
