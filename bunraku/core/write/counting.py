"""How long a text is: characters as people count them, bytes, words, and its width as drawn."""

import unicodedata
from collections.abc import Sequence

import regex

from bunraku.core.channels.form import Unit

TITLE_PIXELS = 20
"""Size at which results pages draw titles."""
_NARROW = 278
_WIDE_EM = 1000
# Advance widths of an ordinary sans-serif in thousandths of its size: those that the common
# printers' sans-serifs have shared since their outlines were first published.
_WIDTHS: dict[int, str] = {
    191: "'",
    222: "ijl",
    260: "|",
    278: " !,./:;I[\\]ft",
    333: "()-r`",
    334: "{}",
    355: '"',
    389: "*",
    469: "^",
    500: "Jckszvxy",
    556: "#$0123456789?L_abdeghnopqu",
    584: "+<=>~",
    611: "FTZ",
    667: "&ABEKPSVXY",
    722: "CDHNRUw",
    778: "GOQ",
    833: "Mm",
    889: "%",
    944: "W",
    1015: "@",
}
_OF = {letter: width for width, letters in _WIDTHS.items() for letter in letters}
_USUAL = 556


def graphemes(text: str) -> list[str]:
    """A text in characters as people count them (extended grapheme clusters, Unicode annex 29): a
    letter with its accents is one, and so is a family of emoji."""
    return list(regex.findall(r"\X", text))


def characters(text: str) -> int:
    """How many characters a text has, as people count them."""
    # Of plain letters there is nothing to look at.
    return len(text) if text.isascii() and "\r" not in text else len(graphemes(text))


def utf8_bytes(text: str) -> int:
    """How many bytes a text takes where it is kept as UTF-8; a lone half of a pair counts as what
    takes its place."""
    return len(text.encode("utf-8", "replace"))


def pixels(text: str, size: float = TITLE_PIXELS) -> float:
    """How wide a text is drawn in an ordinary sans-serif.

    Parameters: `text`; `size` of the letters in pixels. Returns: pixels, the same on every machine:
    by a table of widths, for a letter with accents that of the letter, for what is drawn wide (East
    Asian, emoji) a full square. Raises: nothing. Cost: linear."""
    return sum(_width(each) for each in graphemes(text)) * size / 1000


def _width(grapheme: str) -> int:
    first = grapheme[0]
    if first in _OF:
        return _OF[first]
    base = unicodedata.normalize("NFD", first)[0]
    if base in _OF:
        return _OF[base]
    if unicodedata.category(first) in ("Cc", "Cf", "Mn", "Me"):
        return 0
    if unicodedata.category(first) in ("Pd", "Po", "Pi", "Pf"):
        return _NARROW if first not in "–—…" else _USUAL if first == "–" else _WIDE_EM
    wide = unicodedata.east_asian_width(first) in ("W", "F") or ord(first) >= 0x1F000
    return _WIDE_EM if wide else _USUAL


def length(text: str, unit: Unit) -> float:
    """How long a text is in a unit."""
    if unit == "characters":
        return characters(text)
    if unit == "words":
        return len(text.split())
    return utf8_bytes(text) if unit == "bytes" else pixels(text)


def lengths(words: Sequence[str], unit: Unit) -> list[float]:
    """How long each of some words is."""
    return [length(word, unit) for word in words]


def cut_off(text: str, most: float, unit: Unit) -> str:
    """The part of a text that is within a limit: whole characters alone."""
    if unit == "words":
        at = 0
        words = text.split()
        for word in words[: int(most)]:
            at = text.index(word, at) + len(word)
        return text if len(words) <= most else text[:at]
    kept: list[str] = []
    used = 0.0
    for each in graphemes(text):
        used += length(each, unit)
        if used > most:
            break
        kept.append(each)
    return "".join(kept)
