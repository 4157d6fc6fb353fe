"""How exactly a text says a phrase: a title, an address, a description, tags."""

import re
import unicodedata
from collections.abc import Sequence
from functools import lru_cache
from typing import NamedTuple
from urllib.parse import unquote

from bunraku.core.text import stems
from bunraku.core.text.folding import fold
from bunraku.core.text.stop_words import STOP_WORDS

EXACT, ALL_WORDS, SOME, NONE = 1.0, 0.6, 0.25, 0.0
"""How far a text says a phrase, on one scale: the phrase itself, all its words, half of them or
more, fewer."""
_NAMES = {EXACT: "exact phrase", ALL_WORDS: "all words", SOME: "some words"}
_APOSTROPHES = dict.fromkeys(map(ord, "'\u2018\u2019\u201b\u02bc\u2032`\u00b4"))
_WORD = re.compile(r"[^\W_]+[+#]*")
# Writing that sets no space between words: there a phrase stands wherever its signs do.
_UNSPACED = re.compile(
    "[\u3040-\u30ff\u3400-\u4dbf\u4e00-\u9fff\u0e00-\u0e7f\u0e80-\u0eff\u1000-\u109f\u1780-\u17ff]"
)


class Said(NamedTuple):
    """A text taken apart: its plain words between spaces, their stems."""

    words: str
    stems: frozenset[str]


def plain_words(text: str) -> list[str]:
    """The words of a text as a reader sees them: without case and accents; a hyphen, a bracket or a
    sign parts words, an apostrophe does not."""
    if not text.isascii():
        text = unicodedata.normalize("NFC", text)
    return _WORD.findall(fold(text.translate(_APOSTROPHES)))


@lru_cache(maxsize=100_000)
def taken_apart(text: str, language: str) -> Said:
    """A text taken apart, once: a title stands on the pages of many keywords."""
    words = plain_words(text)
    return Said(f" {' '.join(words)} ", frozenset(stems(" ".join(words), language)))


@lru_cache(maxsize=20_000)
def _wanted(keyword: str, language: str) -> tuple[str, tuple[str, ...]]:
    words = plain_words(keyword)
    return " ".join(words), tuple(stems(" ".join(words), language))


def how_said(text: str, keyword: str, language: str) -> float:
    """How exactly a text says a keyword: 1 the exact phrase, 0.6 all its words, 0.25 at least half
    of them, else 0.

    Parameters: two texts and a language. Words are compared by stem, the exact phrase by its words
    in order; in writing without spaces by its signs. Returns: one of the four values; 0 for a
    keyword without a word. Raises: nothing."""
    phrase, wanted = _wanted(keyword, language)
    if not wanted:
        return NONE
    there = taken_apart(text, language)
    if f" {phrase} " in there.words:
        return EXACT
    if _UNSPACED.search(phrase):
        return EXACT if phrase.replace(" ", "") in there.words.replace(" ", "") else NONE
    held = sum(stem in there.stems for stem in wanted)
    if held == len(wanted):
        return ALL_WORDS
    return SOME if held * 2 >= len(wanted) else NONE


def name_of(text: str, keyword: str, language: str) -> str:
    """`how_said` in words: exact phrase, all words, some words, few words or none of it, small
    words such as "for" left aside for the last two."""
    name = _NAMES.get(how_said(text, keyword, language))
    if name:
        return name
    phrase, wanted = _wanted(keyword, language)
    small = STOP_WORDS.get(language, frozenset())
    telling = {s for w, s in zip(phrase.split(), wanted, strict=False) if w not in small}
    return "none of it" if telling.isdisjoint(taken_apart(text, language).stems) else "few words"


def address_words(address: str) -> str:
    """What an address says of its page: its path, without scheme, host and ending."""
    bare = address.split("://")[-1].split("?")[0].split("#")[0]
    path = bare.partition("/")[2]
    return unquote(re.sub(r"\.\w{2,5}$", "", path))


def marked(text: str, keyword: str, language: str) -> list[tuple[str, bool]]:
    """A text in pieces, each with whether it is a word of the keyword: what stands out.

    Parameters: as `how_said`. Returns: pieces that are the text when put together. Raises:
    nothing."""
    phrase, wanted = _wanted(keyword, language)
    words = set(phrase.split())
    small = STOP_WORDS.get(language, frozenset())
    out: list[tuple[str, bool]] = []
    at = 0
    for found in re.finditer(r"[^\W_]+(?:['\u2019\u02bc][^\W_]+)*", text):
        plain = plain_words(found.group())
        stem = stems(" ".join(plain), language)
        mine = bool(plain) and (set(plain) <= words or (bool(stem) and set(stem) <= set(wanted)))
        # Words such as "for" stand out only where they go on with what does.
        if mine and set(plain) <= small:
            mine = text[at : found.start()].isspace() and bool(out) and out[-1][1]
        _add(out, text[at : found.start()], False)
        _add(out, found.group(), mine)
        at = found.end()
    _add(out, text[at:], False)
    return out


def _add(out: list[tuple[str, bool]], piece: str, mine: bool) -> None:
    """Put a piece behind the others; what parts two words that
    stand out stands out too."""
    if not piece:
        return
    if out and out[-1][1] == mine:
        out[-1] = (out[-1][0] + piece, mine)
    elif len(out) > 1 and mine and not out[-1][0].strip(" -") and out[-2][1]:
        space = out.pop()[0]
        out[-1] = (out[-1][0] + space + piece, True)
    else:
        out.append((piece, mine))


def said_in(texts: Sequence[str], keyword: str, language: str) -> list[float]:
    """`how_said` of several texts."""
    return [how_said(text, keyword, language) for text in texts]
