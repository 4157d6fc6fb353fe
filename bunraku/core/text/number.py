"""One form for singular and plural of a word, by language: a key to compare by, not a word to show.

Stemmers take more away than number ("cleaning" and "cleaner" become one, and so do "Zeitung" and
"Zeit"), so that wordings which mean different things would be called variants. Here only number
goes, by the `plurals.py` of each language."""

from functools import cache, lru_cache

from bunraku.core.languages import Known, language_named
from bunraku.core.text.known_words import frequencies
from bunraku.core.text.tokens import stems


@lru_cache(maxsize=400_000)
def number_key(word: str, language: str) -> str:
    """The form that singular and plural of a word share.

    Parameters: `word`, one case-folded word without accents; `language`, two letters. Returns: the
    key; the word itself for a language without a rule, and for words with digits. Raises: nothing.
    Cost: constant, and once a word."""
    return language_named(language).one_form(word, _known(language)) if word.isalpha() else word


@cache
def _known(language: str) -> Known:
    return Known(
        lambda word: frequencies(language).get(word, 0.0),
        lambda word: "".join(stems(word, language)),
    )
