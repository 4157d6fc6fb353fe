"""Folding: the form of a text in which words are found whatever their case and accents."""

import unicodedata
from functools import lru_cache

# Marks of a lower class change the sound of a letter rather than accent it (nukta 7, kana voicing
# 8, virama 9): without them another word would stand there.
_FIRST_ACCENT_CLASS = 10
# Letters that carry their accent inside and do not decompose.
_WHOLE_LETTERS = str.maketrans(
    {"ø": "o", "ł": "l", "đ": "d", "ð": "d", "ħ": "h", "ı": "i", "ŧ": "t", "æ": "ae", "œ": "oe"}
)


@lru_cache(maxsize=4096)
def _fold(text: str) -> str:
    folded = unicodedata.normalize("NFKD", text).casefold()
    # Folding case can compose again ("ǰ"), so it is taken apart once more.
    folded = unicodedata.normalize("NFKD", folded)
    bare = "".join(char for char in folded if unicodedata.combining(char) < _FIRST_ACCENT_CLASS)
    return unicodedata.normalize("NFC", bare.translate(_WHOLE_LETTERS))


def fold(text: str) -> str:
    """A text without case and accents, in any script: "Ölwechsel" and "OLWECHSEL" are one.

    Parameters: `text`, any string. Returns: the folded text; folding it again changes nothing.
    Raises: nothing. Cost: linear, nothing but lower case for plain letters."""
    return text.lower() if text.isascii() else _fold(text)
