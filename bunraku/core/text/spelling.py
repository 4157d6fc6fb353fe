"""One form for what may be spelled in several right ways: accents, ligatures, and the two sides of
an ocean."""

import unicodedata
from functools import lru_cache

from bunraku.core.languages import language_named


def strip_accents(text: str) -> str:
    """A text without its accents and ligatures: "é" as "e", "ß" as "ss", "ø" as "o"."""
    if text.isascii():
        return text
    apart = unicodedata.normalize("NFD", text.translate(_LIGATURES))
    return unicodedata.normalize("NFC", "".join(c for c in apart if not unicodedata.combining(c)))


_LIGATURES = str.maketrans(
    {"ß": "ss", "æ": "ae", "œ": "oe", "ø": "o", "ł": "l", "đ": "d", "ı": "i"}
)


@lru_cache(maxsize=400_000)
def spelling_key(word: str, language: str) -> str:
    """The form that the right spellings of a word share.

    Parameters: `word`, one case-folded word; `language`, two letters. Returns: the word without
    accents, by the `spelling.py` of its language where there is one. A key
    to compare by, not a word to show. Raises: nothing. Cost: constant, and once a word."""
    return language_named(language).one_spelling(word, strip_accents)
