"""Tokens and stems, by language, cached per word because a project repeats few words very often."""

import re
from functools import lru_cache

import snowballstemmer

from bunraku.core.text.stop_words import STOP_WORDS

_ALGORITHMS = {
    "en": "english",
    "de": "german",
    "fr": "french",
    "es": "spanish",
    "it": "italian",
    "nl": "dutch",
    "pt": "portuguese",
}
_WORD = re.compile(r"[^\W_]+(?:[&+'./#-]+[^\W_]+)*[+#]*")


def tokens(text: str) -> list[str]:
    """Words of a text, case-folded; a word may hold inner `& + ' . / # -`."""
    if text.isascii() and text.replace(" ", "").isalnum():
        # What most keywords are.
        return text.lower().split()
    return _WORD.findall(text.casefold())


@lru_cache(maxsize=16)
def _stemmer(language: str) -> "snowballstemmer.stemmer":
    return snowballstemmer.stemmer(_ALGORITHMS.get(language, "english"))


@lru_cache(maxsize=200_000)
def _stem(word: str, language: str) -> str:
    bare = word.removesuffix("'s").removesuffix("'")
    return str(_stemmer(language).stemWord(bare)) if language in _ALGORITHMS else bare


def stems(text: str, language: str) -> list[str]:
    """Stems of all words, in order; a language without a stemmer keeps the words as they are."""
    return [_stem(word, language) for word in tokens(text)]


def content_stems(text: str, language: str) -> list[str]:
    """Stems of the words that carry meaning: stop words left out."""
    stop = STOP_WORDS.get(language, frozenset())
    return [_stem(word, language) for word in tokens(text) if word not in stop]
