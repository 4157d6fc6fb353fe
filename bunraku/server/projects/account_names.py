"""Names of accounts: two that look alike, or differ by capitals alone, are one."""

import unicodedata
from functools import cache
from importlib import import_module

_ALIKE = str.maketrans({"i": "l", "1": "l", "|": "l", "0": "o"})
"""What looks alike in one script, as many type faces draw it."""


def account_key(name: str) -> str:
    """What tells accounts apart by their names.

    Parameters: `name`, cleaned. Returns: the key; the same for names that look alike. Raises:
    nothing. Source: the skeleton of Unicode Technical Standard 39, of the name without its
    capitals."""
    folded = unicodedata.normalize("NFKC", name).casefold()
    plain = "".join(map(_prototype, unicodedata.normalize("NFD", folded)))
    return plain.casefold().translate(_ALIKE)


@cache
def _prototype(char: str) -> str:
    """The character that stands for all that look like one."""
    # Eight megabytes, which only a process that makes accounts should hold.
    known = import_module("confusable_homoglyphs.confusables").confusables_data
    alike = [entry["c"] for entry in known.get(char, ())]
    # Only the one that stands for the others has all of them named.
    return alike[0] if len(alike) == 1 else char
