"""The right spellings of German words."""

import re
from collections.abc import Callable

# Where the dots make another word, and not the plural of the same ("Küche" and "Kuchen").
_DOTS_MATTER = frozenset(
    "küche küchen schön drücken drückt fördern zählen möchte könnte würde rücken stück stücke "
    "stücken lösen höhle bär bären "
    "schwül fällen hütte hütten wüste wüsten mücke mücken".split()
)
_DOTS_WRITTEN = str.maketrans({"ä": "ae", "ö": "oe", "ü": "ue"})
_DOTTED = {form: word for word in _DOTS_MATTER for form in (word, word.translate(_DOTS_WRITTEN))}
_UMLAUT_WRITTEN = re.compile(r"(?<![aeoq])([ou])e(?=[^aeiou])|(?<![aeou])ae(?=[^aeiou])")


def one_spelling(word: str, bare: Callable[[str], str]) -> str:
    """With "ae", "oe", "ue" as the umlauts they may stand for, without their dots where those make
    no other word, and with "f" for "ph"."""
    word = word.replace("ph", "f")
    if word in _DOTTED:
        return _DOTTED[word]
    return _UMLAUT_WRITTEN.sub(lambda found: found.group(1) or "a", bare(word))
