"""The towns and regions that a sentence says somebody serves: "piano tuning in Marlbury"."""

import re
from collections.abc import Iterator, Sequence

import numpy as np
from numpy.typing import NDArray

from bunraku.core.languages import asked_in, language_named
from bunraku.core.text.frames import is_frame
from bunraku.core.text.known_words import known_words
from bunraku.core.text.meaning import unit_rows, width, word_vectors

_BEFORE = set("the de la le les north south east west northern southern eastern western".split())
_INNER = set("on upon le la les de del the by under sur".split())
"""Small words within a name: Stow on the Hill."""
_NO_PLACE = set(
    "english german french spanish italian dutch portuguese welsh irish latin greek arabic chinese "
    "japanese russian polish january february march april may june july august september october "
    "november december monday tuesday wednesday thursday friday saturday sunday christmas easter "
    "summer winter spring autumn town city village country county area region home person".split()
)
"""What stands behind such words and is no place."""
_COUNTRIES = set(
    "uk gb usa us eu britain england ireland europe america germany france spain italy portugal "
    "austria switzerland netherlands belgium denmark sweden norway finland poland greece turkey "
    "canada australia japan china india mexico brazil africa asia".split()
)
"""Whole countries are asked for by themselves."""
_LIKE = "leeds sheffield cardiff edinburgh durham essex surrey devon brighton exeter".split()
"""Towns and regions that the words of a place are compared with."""
LIKE_A_PLACE = 0.32
"""Cosine to those from which a word is one: of 46 towns and regions 36 reach it, of 40 things that
follow "in" as well none."""
SURELY_A_PLACE = 0.45
"""The same where nothing else says that a keyword is local: of the last words of 3,200 labelled
phrases only "queens" reaches it, of fifteen towns and cities nine."""
_WORD = re.compile(r"[^\s,.;:!?()\"“”/]+|[,&]|[.;:!?()\n]")


def named_places(text: str, language: str) -> list[str]:
    """Towns and regions that a text names as where somebody is.

    Parameters: `text`, sentences; `language`, two letters. Returns: their names as they are
    written, each once, in order. A name is told by its capital, or else, in English, by being a
    word that nobody knows or that means a place. Raises: nothing. Cost: linear, and half a second
    once for the known words."""
    # "from" says where things come from. In German every noun has a capital: nothing tells a place.
    where = language_named(language).where_words
    words = _WORD.findall(text)
    capitals = not _all_capital(words)
    found: dict[str, str] = {}
    at = 0
    while at < len(words):
        at += 1
        if words[at - 1].casefold() not in where:
            continue
        for name, end in _names(words, at, capitals, language):
            found.setdefault(name.casefold(), name)
            at = end
    return list(found.values())


def names_elsewhere(keyword: str, served: Sequence[str], language: str, *, local: bool) -> bool:
    """Whether a keyword names a place other than those that are served: "piano tuner leeds" for
    somebody who serves Marlbury.

    Parameters: `keyword`; `served`, the places of the project; `language`, two letters; `local`,
    whether people nearby are known to search for it. Returns: False too where nothing tells, and
    where no place is known to be served. A place is the last word: one that surely means a place;
    in a local keyword also one that may, and one that nobody knows behind a word such as "in".
    Raises: nothing."""
    folded = keyword.casefold()
    if not served or any(place.casefold() in folded for place in served):
        return False
    words = folded.split()
    last = words[-1]
    if is_frame(last, language) or last in language_named(language).where_words:
        return False
    if not local:
        return bool(_nearness([last], language)[0] >= SURELY_A_PLACE)
    behind = len(words) > 1 and words[-2] in language_named(language).where_words
    return place_like([last], language)[0] or (behind and last not in known_words(language))


def _nearness(words: Sequence[str], language: str) -> NDArray[np.float64]:
    """(n,) cosine of words to what towns and regions mean; 0 where a word is not known, or the
    language has no meanings."""
    if not width(language):
        return np.zeros(len(words))
    middle = unit_rows(word_vectors(_LIKE, language)).mean(axis=0)
    vectors = unit_rows(word_vectors(words, language))
    return np.asarray(vectors @ (middle / np.linalg.norm(middle)), dtype=np.float64)


def place_like(words: Sequence[str], language: str) -> list[bool]:
    """Whether each word means a place, or is known to nobody: then it is a name. Cost: linear."""
    folded = [word.casefold() for word in words]
    if not width(language) or not folded:
        return [False] * len(folded)
    vectors = word_vectors(folded, language)
    near = _nearness(folded, language) >= LIKE_A_PLACE
    known = known_words(language)
    strange = [
        not any(vector) and word not in known for word, vector in zip(folded, vectors, strict=True)
    ]
    return [
        word in _COUNTRIES or (bool(close or odd) and word.isalpha() and word not in _NO_PLACE)
        for word, close, odd in zip(folded, near, strange, strict=True)
    ]


def _all_capital(words: Sequence[str]) -> bool:
    """Whether every longer word has a capital, as in a heading: then none tells anything."""
    return all(word[0].isupper() for word in words if len(word) > 3 and word[0].isalpha())


def _names(
    words: Sequence[str], at: int, capitals: bool, language: str
) -> Iterator[tuple[str, int]]:
    """The names from a word on, parted by commas and joining words; each with where it ends."""
    # English too: many a project is described in it.
    joins = {"&", *asked_in("en").and_words, *language_named(language).and_words}
    while at < len(words):
        while at < len(words) and words[at].casefold() in _BEFORE and words[at].islower():
            at += 1
        end = _name_end(words, at, capitals, language)
        if end == at:
            return
        yield " ".join(words[at:end]), end
        at = end
        while at < len(words) and (words[at] == "," or words[at].casefold() in joins):
            at += 1
        if at == end:
            return


def _name_end(words: Sequence[str], at: int, capitals: bool, language: str) -> int:
    """Behind the last word of a name that begins at a word; there where none begins."""
    end = at
    while end < len(words) and _is_name(words[end], capitals, language):
        end += 1
        inner = end
        while inner < len(words) and words[inner].casefold() in _INNER:
            inner += 1
        if end < inner < len(words) and capitals and words[inner][0].isupper():
            end = inner
    return end


def _is_name(word: str, capitals: bool, language: str) -> bool:
    if not word[0].isalpha() or word.casefold() in _NO_PLACE | _COUNTRIES:
        return False
    return (capitals and word[0].isupper()) or place_like([word], language)[0]
