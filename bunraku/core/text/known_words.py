"""Whether a word is a known one of its language, and how common: what a misspelling or a name is
not."""

from functools import lru_cache

from spellchecker import SpellChecker

from bunraku.core.languages import LANGUAGES, language_named
from bunraku.core.text.spelling import strip_accents


@lru_cache(maxsize=len(LANGUAGES))
def known_words(language: str) -> frozenset[str]:
    """The known words of a language, as they are spelled and without accents; empty for a language
    that has no list.

    Parameters: `language`, two letters. Returns: the words. Raises: nothing. Cost: half a second,
    once a process. Source: the frequency lists that ship with pyspellchecker."""
    spelled = frequencies(language)
    return frozenset(spelled) | {strip_accents(word) for word in spelled if not word.isascii()}


@lru_cache(maxsize=len(LANGUAGES))
def frequencies(language: str) -> dict[str, float]:
    """Each known word's share of all words of a language, 0-1; empty for a language that has no
    list. Cost and source as `known_words`."""
    if not language_named(language).word_list:
        return {}
    counts = SpellChecker(language=language, distance=1).word_frequency.dictionary
    total = sum(counts.values()) or 1
    return {word: count / total for word, count in counts.items()}
