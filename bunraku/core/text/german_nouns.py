"""German nouns: their capital, gender and plural. What one types to search has no capitals."""

import gzip
import re
from collections.abc import Sequence
from functools import cache
from pathlib import Path
from typing import NamedTuple

from bunraku.core.languages import language_named
from bunraku.core.text.compounds import shares_a_part
from bunraku.core.text.frames import is_frame
from bunraku.core.text.known_words import frequencies
from bunraku.core.text.tokens import stems

NOUNS = Path(__file__).parents[1] / "languages" / "de" / "nouns.csv.gz"
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
_SHORTEST_PART = 3
"""Letters of the noun that a longer word may end in."""
_SHORTEST_VERB = 4
_NO_NOUN = (
    "los", "reich", "arm", "weise", "fest", "voll", "frei", "wert", "recht", "fach", "mal", "lang",
    "nah", "alt", "tief", "still", "fein", "rund", "gut",
)  # fmt: skip
"""Nouns that longer words end in which are none: "kostenlos"."""
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
_NEVER = frozenset({"man", "wie", "was", "wer", "sie", "ihr", "es", "wann", "womit", "selber"})
_POLITE = frozenset({"sie", "ihr", "ihre", "ihren", "ihnen", "ihrem", "ihrer"})
"""They have a capital in a sentence that speaks to somebody."""
_WORD = re.compile(r"[^\W\d_]+")


class Noun(NamedTuple):
    """A noun, folded: its singular; its gender, one of m, f, n, p (no singular) and o (the name of
    a place); its plural, "" where it has none; "s" and "p" where singular and plural are verbs
    too."""

    word: str
    gender: str
    plural: str
    verbs: str = ""

    def is_verb(self, form: str) -> bool:
        """Whether a form of it is an infinitive too: "stimmen"."""
        return ("s" if form == self.word else "p") in self.verbs


@cache
def _nouns() -> dict[str, Noun]:
    """Nouns by singular and plural; a word that is a singular is that first."""
    lines = gzip.decompress(NOUNS.read_bytes()).decode().split("\n")
    nouns = [Noun(*line.split(",")) for line in lines]
    forms = {noun.plural: noun for noun in nouns if noun.plural}
    return forms | {noun.word: noun for noun in nouns}


def noun_of(word: str) -> Noun | None:
    """The noun that a word is, in singular or plural, itself or as the last part of a longer word.

    Parameters: `word`, folded but for "ß" and accents. Returns: None for what is none or not known;
    for a compound the noun is the whole word. Raises: nothing. Cost: half a tenth of a second
    once."""
    nouns = _nouns()
    if word in _NEVER or word in language_named("de").numbers:
        return None
    if word in nouns and not (nouns[word].gender == "o" and word.endswith("er")):
        return nouns[word]
    if word in language_named("de").stop_words:
        return None
    if word.endswith(_NO_NOUN):
        return None
    for at in range(3, len(word) - _SHORTEST_PART + 1):
        last, front = nouns.get(word[at:]), word[:at]
        if last is None or last.gender == "o":
            continue
        # What stands before it must be a word too, as it is or with what joins two.
        if any(front.removesuffix(link) in nouns for link in ("", "s", "n", "en", "er", "-")):
            plural = front + last.plural if last.plural else ""
            # What its parts make by chance may be a verb: "polstern" is no star.
            is_verb = word.endswith("n") and f"{word}d" in frequencies("de")
            return Noun(front + last.word, last.gender, plural, "sp" if is_verb else last.verbs)
    return None


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


def may_be_verb(word: str) -> bool:
    """Whether a folded word has an infinitive's ending and other forms of a verb. Raises:
    nothing."""
    if len(word) < _SHORTEST_VERB or not word.endswith(("en", "ern", "eln")):
        return False
    known = frequencies("de")
    stem = word[:-2] if word.endswith("en") else word[:-1]
    return any(form in known for form in (f"{word}d", f"ge{stem}t", f"{stem}t"))


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
