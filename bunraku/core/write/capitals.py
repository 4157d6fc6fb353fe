"""Capital letters of titles, by a choice of rules."""

import re
from typing import Literal

from bunraku.core.languages import language_named

Capitals = Literal["typed", "sentence", "title"]
"""As it is typed; the first letter alone; each word but small ones."""
_WORD = re.compile(r"[^\W\d_][^\W_]*(?:['\u2019][^\W_]+)*")


def with_capitals(text: str, rule: Capitals, language: str) -> str:
    """A title with its capitals set by a rule.

    Parameters: `text`, a `rule`, its `language`. Returns: the same words; one that has a capital
    inside, or none but capitals, is a name and stays. Behind a colon a title begins again. Raises:
    nothing."""
    if rule == "typed":
        return text
    known = language_named(language)
    small = known.stop_words | known.small_in_titles
    words = list(_WORD.finditer(text))
    out, at = [], 0
    for number, found in enumerate(words):
        word = found.group()
        before = text[at : found.start()]
        begins = number == 0 or before.rstrip().endswith((":", "?", "!", "–", "|"))
        ends = number == len(words) - 1
        out.append(before)
        out.append(_set(word, rule, begins=begins, ends=ends, small=word.casefold() in small))
        at = found.end()
    return "".join([*out, text[at:]])


def _set(word: str, rule: Capitals, *, begins: bool, ends: bool, small: bool) -> str:
    if word[1:] != word[1:].lower():
        return word
    if begins or (rule == "title" and (ends or not small)):
        return word[:1].upper() + word[1:]
    # In a sentence a capital may be a name's: what is typed stays.
    return word if rule == "sentence" else word[:1].lower() + word[1:]
