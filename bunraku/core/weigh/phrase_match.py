"""How exactly a text says a phrase: a title, an address, a description, tags."""

import re
import unicodedata
from functools import lru_cache
from typing import NamedTuple

from bunraku.core.languages import language_named
from bunraku.core.text import stems
from bunraku.core.text.folding import fold

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


class Wanted(NamedTuple):
    """A keyword taken apart: its plain words, the same between spaces, their stems, and whether it
    is in writing without spaces."""

    phrase: str
    spaced: str
    stems: tuple[str, ...]
    unspaced: bool


def plain_words(text: str) -> list[str]:
    """The words of a text as a reader sees them: without case and accents; a hyphen, a bracket or a
    sign parts words, an apostrophe does not."""
    if not text.isascii():
        text = unicodedata.normalize("NFC", text)
    return _WORD.findall(fold(text.translate(_APOSTROPHES)))


@lru_cache(maxsize=100_000)
def words_line(text: str) -> str:
    """A text's plain words between spaces, made once: a title stands on the pages of many
    keywords."""
    return f" {' '.join(plain_words(text))} "


@lru_cache(maxsize=100_000)
def stems_in(text: str, language: str) -> frozenset[str]:
    """The stems of a text's plain words, likewise."""
    return frozenset(stems(words_line(text).strip(), language))


@lru_cache(maxsize=20_000)
def _wanted(keyword: str, language: str) -> Wanted:
    phrase = " ".join(plain_words(keyword))
    unspaced = bool(_UNSPACED.search(phrase))
    return Wanted(phrase, f" {phrase} ", tuple(stems(phrase, language)), unspaced)


def says_exactly(text: str, keyword: str, language: str) -> bool:
    """Whether a text carries the exact phrase of a keyword: its words in order, in writing without
    spaces its signs."""
    wanted = _wanted(keyword, language)
    line = words_line(text)
    if wanted.spaced in line:
        return bool(wanted.phrase)
    return wanted.unspaced and wanted.phrase.replace(" ", "") in line.replace(" ", "")


def how_said(text: str, keyword: str, language: str) -> float:
    """How exactly a text says a keyword: 1 the exact phrase, 0.6 all its words, 0.25 at least half
    of them, else 0.

    Parameters: two texts and a language. Words are compared by stem, the exact phrase by its words
    in order; in writing without spaces by its signs. Returns: one of the four values; 0 for a
    keyword without a word. Raises: nothing."""
    wanted = _wanted(keyword, language)
    if not wanted.stems:
        return NONE
    if says_exactly(text, keyword, language):
        return EXACT
    if wanted.unspaced:
        return NONE
    there = stems_in(text, language)
    held = 0
    for stem in wanted.stems:
        held += stem in there
    if held == len(wanted.stems):
        return ALL_WORDS
    return SOME if held * 2 >= len(wanted.stems) else NONE


def name_of(text: str, keyword: str, language: str) -> str:
    """`how_said` in words: exact phrase, all words, some words, few words or none of it, small
    words such as "for" left aside for the last two."""
    name = _NAMES.get(how_said(text, keyword, language))
    if name:
        return name
    wanted = _wanted(keyword, language)
    small = language_named(language).stop_words
    pairs = zip(wanted.phrase.split(), wanted.stems, strict=False)
    telling = {stem for word, stem in pairs if word not in small}
    return "none of it" if telling.isdisjoint(stems_in(text, language)) else "few words"


def marked(text: str, keyword: str, language: str) -> list[tuple[str, bool]]:
    """A text in pieces, each with whether it is a word of the keyword: what stands out.

    Parameters: as `how_said`. Returns: pieces that are the text when put together. Raises:
    nothing."""
    wanted = _wanted(keyword, language)
    words = set(wanted.phrase.split())
    small = language_named(language).stop_words
    out: list[tuple[str, bool]] = []
    at = 0
    for found in re.finditer(r"[^\W_]+(?:['\u2019\u02bc][^\W_]+)*", text):
        plain = plain_words(found.group())
        stem = stems(" ".join(plain), language)
        mine = bool(plain) and (
            set(plain) <= words or (bool(stem) and set(stem) <= set(wanted.stems))
        )
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
