"""A French keyword as one would write it: apostrophes, and the small words between nouns that
what is typed lacks."""

import re
from collections.abc import Sequence

from bunraku.core.languages.writing import writing_forms, writing_words

_ELIDED = re.compile(r"\b(d|l|qu|n|s|j|c|m|t|jusqu) (?=[aeiouhéèêàâîôù])")
_INFINITIVE = re.compile(r"\w+[^i]er|\w{2,}ir|re?faire|\w{3}dre|\w+uire|peindre|mettre")
_UN = re.compile(r"\w(?:age|ment|eau|isme|oir|teur|euil|[^tié]é|o|ard|et|on|ier|ent)$")
_UNE = re.compile(r"\w(?:[ts]ion|ure|ette|esse|[ae]nce|[ao]ise|ée|ade|ine|euse|trice|elle|lle)$")
"""Endings of nouns that tell their gender nearly always."""


def written_french(keyword: str, places: Sequence[str]) -> str:
    """A keyword within a French sentence.

    Parameters: `keyword`; the project's towns. Returns: the same words, with "de" between two
    nouns, "pour" before whom something is for, and an article behind an infinitive where that is
    sure. Raises: nothing."""
    text = keyword
    for bare, whole in writing_forms("fr", "plain").items():
        text = re.sub(rf"(?<![\w'’]){bare}\b", whole, text, flags=re.IGNORECASE)
    text = re.sub(r"\b(d|l)[' ]+d'", "d'", _ELIDED.sub(r"\1'", text))
    words = text.split()
    towns = {part.casefold() for place in places for part in place.split()}
    out = words[:1]
    for word in words[1:]:
        if word.casefold() not in towns:
            out += _between(out[-1], word)
        out.append(word)
    return " ".join(out).replace("d' ", "d'").replace("l' ", "l'")


def _between(before: str, word: str) -> list[str]:
    """What is said between two words: nothing, "de", "pour", an article."""
    one, other = before.casefold(), word.casefold()
    words = writing_words("fr")
    if other in words["persons"]:
        return ["pour"] if _is_noun(one) else []
    if not _is_noun(other) or other in words["fixed"]:
        return []
    if _is_infinitive(one):
        return _article(other)
    if not _is_noun(one):
        return []
    return ["d'" if _has_vowel(other) else "de"]


def _is_infinitive(word: str) -> bool:
    words = writing_words("fr")
    return word in words["verbs"] or bool(
        _INFINITIVE.fullmatch(word) and word not in words["nouns"]
    )


def _article(noun: str) -> list[str]:
    words = writing_words("fr")
    if _has_vowel(noun):
        return ["l'"]
    if noun in words["un"] | words["une"]:
        return ["un" if noun in words["un"] else "une"]
    return ["une"] if _UNE.search(noun) else ["un"] if _UN.search(noun) else []


def _has_vowel(word: str) -> bool:
    return word[0] in "aeiouéèêàâîôùœ" or word.startswith(("ho", "hu", "ha", "hi"))


def _is_noun(word: str) -> bool:
    """Whether a word may be a noun: none of the small words, no number, and no adjective by its
    ending."""
    words = writing_words("fr")
    if word in words["nouns"]:
        return True
    if not word.isalpha() or len(word) < 3 or word in words["small"] | words["adjectives"]:
        return False
    if _is_infinitive(word):
        return False
    return not word.endswith(tuple(words["adjective_ends"])) or bool(_UN.search(word))
