"""German nouns: gender, plural and parts, and what may be a verb instead."""

import gzip
from functools import cache, lru_cache
from pathlib import Path
from typing import NamedTuple

from bunraku.core.languages import language_named
from bunraku.core.text.known_words import frequencies

NOUNS = Path(__file__).parents[1] / "languages" / "de" / "nouns.csv.gz"
_SHORTEST_PART = 3
"""Letters of the noun that a longer word may end in."""
_SHORTEST_VERB = 4
_NO_NOUN = (
    "los", "reich", "arm", "weise", "fest", "voll", "frei", "wert", "recht", "fach", "mal", "lang",
    "nah", "alt", "tief", "still", "fein", "rund", "gut",
)  # fmt: skip
"""Nouns that longer words end in which are none: "kostenlos"."""
_NEVER = frozenset({"man", "wie", "was", "wer", "sie", "ihr", "es", "wann", "womit", "selber"})


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


_LINKS = ("", "s", "n", "en", "er", "-")
"""What joins two nouns of one word."""


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
    nouns, word = _nouns(), word.casefold()
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
        if any(front.removesuffix(link) in nouns for link in _LINKS):
            plural = front + last.plural if last.plural else ""
            # What its parts make by chance may be a verb: "polstern" is no star.
            is_verb = word.endswith("n") and f"{word}d" in frequencies("de")
            return Noun(front + last.word, last.gender, plural, "sp" if is_verb else last.verbs)
    return None


@lru_cache(maxsize=100_000)
def noun_parts(word: str) -> frozenset[str]:
    """The nouns that a word is made of, in the singular: "strohhüte" holds "stroh" and "hut".

    Parameters: `word`, in any letters. Returns: itself for a noun of one part; empty for what is
    none or not known. Raises: nothing. Cost: the square of its letters, once a word."""
    nouns, folded = _nouns(), word.casefold()
    whole = nouns.get(folded)
    found = {whole.word} if whole is not None else set[str]()
    for at in range(_SHORTEST_PART, len(folded) - _SHORTEST_PART + 1):
        last = nouns.get(folded[at:])
        if last is None or last.gender == "o":
            continue
        for link in _LINKS:
            front = folded[:at].removesuffix(link) if folded[:at].endswith(link) else ""
            if len(front) >= _SHORTEST_PART and (first := noun_parts(front)):
                found |= {last.word, *first}
                break
    return frozenset(found)


def may_be_verb(word: str) -> bool:
    """Whether a folded word has an infinitive's ending and other forms of a verb. Raises:
    nothing."""
    if len(word) < _SHORTEST_VERB or not word.endswith(("en", "ern", "eln")):
        return False
    known = frequencies("de")
    stem = word[:-2] if word.endswith("en") else word[:-1]
    return any(form in known for form in (f"{word}d", f"ge{stem}t", f"{stem}t"))
