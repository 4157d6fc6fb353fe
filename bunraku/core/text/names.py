"""What people type as a name or a text: what cannot be seen, or turns what stands after it around,
goes."""

import unicodedata

_TURNING = frozenset("\u061c\u200e\u200f\u202a\u202b\u202c\u202d\u202e\u2066\u2067\u2068\u2069")
"""Marks that change the direction of what stands after them (Unicode Standard Annex 9): with one, a
name shows as another."""
_KEPT_CONTROLS = frozenset("\t\n\r")
_NOT_SHOWN = ("Cc", "Cs", "Cn", "Co")
_JOINING = frozenset("\u200c\u200d")
"""Invisible, but some scripts and signs made of several are not right without them."""
_BLANK = frozenset("\u115f\u1160\u2800\u3164\uffa0")
"""Letters and signs by name that show nothing."""


def clean_text(text: str) -> str:
    """A text without what cannot be shown or turns it around; lines and tabs stay.

    Parameters: `text`, any string. Returns: the text, composed (NFC). Raises: nothing. Cost:
    linear. Source: Unicode general categories and Standard Annex 9."""
    if text.isascii() and text.isprintable():
        return text
    composed = unicodedata.normalize("NFC", text)
    return "".join(
        char
        for char in composed
        if char in _KEPT_CONTROLS
        or (char not in _TURNING and unicodedata.category(char) not in _NOT_SHOWN)
    )


def clean_name(text: str) -> str:
    """A name on one line, single-spaced and trimmed, without what cannot be seen.

    Parameters: `text`, any string. Returns: the name; "" where nothing of it can be seen. Raises:
    nothing. Cost: linear."""
    shown = "".join(
        " " if unicodedata.category(char) in ("Zs", "Zl", "Zp", "Cc") else char
        for char in clean_text(text)
        if char in _JOINING or unicodedata.category(char) != "Cf"
    )
    name = " ".join(shown.split())
    return name if any(_is_seen(char) for char in name) else ""


def _is_seen(char: str) -> bool:
    return char not in _BLANK and unicodedata.category(char)[0] in "LNPS"
