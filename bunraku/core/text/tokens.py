"""Tokens and stems, by language, cached per word because a project repeats few words very often."""

import re
from functools import lru_cache
from threading import local

import snowballstemmer

from bunraku.core.languages import language_named

_WORD = re.compile(r"[^\W_]+(?:[&+'./#-]+[^\W_]+)*[+#]*")


def tokens(text: str) -> list[str]:
    """Words of a text, case-folded; a word may hold inner `& + ' . / # -`."""
    if text.isascii() and text.replace(" ", "").isalnum():
        # What most keywords are.
        return text.lower().split()
    return _WORD.findall(text.casefold())


def count_tokens(text: str) -> int:
    """How many words a text has, as `tokens` tells them, without making them: of most keywords."""
    if text.isascii() and text.replace(" ", "").isalnum() and "  " not in text:
        return text.strip(" ").count(" ") + 1
    return len(tokens(text))


class _Stemmers(local):
    """A thread's own stemmers: one works on the word that it was given last, so two threads with
    one would cut each other's words."""

    def __init__(self) -> None:
        self.by_language: dict[str, snowballstemmer.stemmer] = {}

    def of(self, language: str) -> "snowballstemmer.stemmer":
        """The stemmer of a language."""
        if language not in self.by_language:
            self.by_language[language] = snowballstemmer.stemmer(language_named(language).stemmer)
        return self.by_language[language]


_stemmers = _Stemmers()


@lru_cache(maxsize=200_000)
def _stem(word: str, language: str) -> str:
    bare = word.removesuffix("'s").removesuffix("'")
    return str(_stemmers.of(language).stemWord(bare)) if language_named(language).stemmer else bare


def stems(text: str, language: str) -> list[str]:
    """Stems of all words, in order; a language without a stemmer keeps the words as they are."""
    return [_stem(word, language) for word in tokens(text)]


def content_stems(text: str, language: str) -> list[str]:
    """Stems of the words that carry meaning: stop words left out."""
    stop = language_named(language).stop_words
    return [_stem(word, language) for word in tokens(text) if word not in stop]
