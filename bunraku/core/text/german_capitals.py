"""German nouns begin with a capital; what one types to search does not."""

import re
from collections.abc import Sequence

from bunraku.core.languages import language_named
from bunraku.core.text.compounds import shares_a_part
from bunraku.core.text.frames import is_frame
from bunraku.core.text.german_nouns import may_be_verb, noun_of
from bunraku.core.text.tokens import stems

_ENDINGS = (
    "ung",
    "ungen",
    "heit",
    "keit",
    "schaft",
    "tion",
    "tionen",
    "tät",
    "ismus",
    "bauer",
    "erei",
)
_SHORTEST = 6
"""Letters of a word that an ending alone makes a noun."""
_VERB_BEHIND = frozenset({"was", "wie", "wieviel", "viel"})
"""Behind these "kosten" is what things do."""
_BEFORE_NOUN = frozenset(
    "der die das den dem des ein eine einen einem einer eines kein keine keinen mein meine dein "
    "deine sein seine ihr ihre unser unsere zum zur beim im am vom ins ans für mit ohne gegen von "
    "nach vor bei aus durch um über unter viele wenige alle neue neuen alte alten".split()
)
"""Behind these a word that may be a verb is a noun."""
_BESIDE_VERB = frozenset({"lassen", "lernen", "können", "gehen", "müssen", "wollen", "sollen"})
"""Verbs that another verb may stand before."""
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
        sure = (
            word in language_named("de").nouns
            or _is_noun(word, last, text[found.end() :])
            or (len(word) >= _SHORTEST and word.endswith(_ENDINGS))
        )
        if not sure and not is_frame(word, "de") and not may_be_verb(word):
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


def _is_noun(word: str, before: str, behind: str) -> bool:
    """Whether a word is a noun where it stands. What may be a verb is one, as in "Klavier stimmen",
    unless an article or the like stands before it or another verb behind it: "Platten flicken"."""
    noun = noun_of(word)
    if noun is None:
        return False
    if not noun.is_verb(word) or before in _BEFORE_NOUN:
        return True
    following = (_WORD.match(behind.strip()) or [""])[0]
    return following not in _BESIDE_VERB and may_be_verb(following)
