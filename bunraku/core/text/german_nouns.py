"""German nouns begin with a capital; what is typed into a search box does not."""

import re
from collections.abc import Sequence

from bunraku.core.languages import language_named
from bunraku.core.text.compounds import shares_a_part
from bunraku.core.text.frames import is_frame
from bunraku.core.text.tokens import stems

_ENDINGS = ("ung", "ungen", "heit", "keit", "schaft", "tion", "tionen", "tät", "ismus", "bauer")
_SHORTEST = 6
"""Letters of a word that an ending alone makes a noun."""
_VERB_BEHIND = frozenset({"was", "wie", "wieviel", "viel"})
"""Behind these "kosten" is what things do."""
_POLITE = frozenset({"sie", "ihr", "ihre", "ihren", "ihnen", "ihrem", "ihrer"})
"""They have a capital in a sentence that speaks to somebody."""
_WORD = re.compile(r"[^\W\d_]+")


def with_nouns(text: str, written: Sequence[str] = ()) -> str:
    """A German text with a capital for each word that is surely a noun.

    Parameters: `text`; `written`, sentences of somebody who writes capitals: their nouns are known,
    alone and within longer words. Returns: the text; a word of which nothing is known stays as it
    is. Raises: nothing."""
    nouns = {noun for sentence in written for noun in _nouns_of(sentence)}
    noun_stems = {stem for noun in nouns for stem in stems(noun, "de")}
    before = ""

    def set_one(found: re.Match[str]) -> str:
        nonlocal before
        word, last = found.group(), before
        before = word.casefold()
        if not word.islower() or (word == "kosten" and last in _VERB_BEHIND):
            return word
        sure = word in language_named("de").nouns or (
            len(word) >= _SHORTEST and word.endswith(_ENDINGS)
        )
        if not sure and not is_frame(word, "de"):
            sure = not noun_stems.isdisjoint(stems(word, "de")) or shares_a_part(word, nouns, "de")
        return word[0].upper() + word[1:] if sure else word

    return _WORD.sub(set_one, text)


def _nouns_of(sentence: str) -> set[str]:
    """What a sentence writes with a capital, but not where it begins."""
    nouns = set()
    begins = True
    for found in re.finditer(r"[^\W\d_]+|[.!?:]", sentence):
        word = found.group()
        if word[0].isupper() and not begins and word.casefold() not in _POLITE:
            nouns.add(word.casefold())
        begins = word in ".!?:"
    return nouns
