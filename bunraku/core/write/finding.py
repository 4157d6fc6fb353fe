"""One phrase in one stretch of text: how exactly it is said, where, how often."""

import re
from bisect import bisect_left, bisect_right
from collections.abc import Sequence
from dataclasses import dataclass, field
from functools import lru_cache
from typing import Literal

from bunraku.core.languages import language_named
from bunraku.core.text import stems
from bunraku.core.weigh.phrase_match import plain_words
from bunraku.core.write.packing import PARTING

Level = Literal["exact", "variant", "all", "part", "none"]
"""The phrase word for word; another form of it (plural, order, a small word between); all its
words that carry meaning; half of them or more; fewer."""
LEVELS: tuple[Level, ...] = ("none", "part", "all", "variant", "exact")
EARLY = 5
"""Words from the beginning of a place within which a phrase stands early."""
MOST_SPANS = 12
"""Places told of one phrase in one place."""
_TOKEN = re.compile(r"[^\W_]+(?:['\u2019\u02bc\u2018][^\W_]+)*[+#]*")
_END = re.compile(r"[.!?\u3002\uff01\uff1f](?=\s|$)|\n(?=[ \t]*(?:[#>*+-]|\d+[.)]))")
_UNSPACED = re.compile("[\u3040-\u30ff\u3400-\u4dbf\u4e00-\u9fff\u0e00-\u0e7f]")
Span = tuple[int, int]


@dataclass(frozen=True)
class Cell:
    """A phrase in a place: how exactly, how often, whether early, and where (in the text of the
    place's field, code points): whole phrases, or the words where these stand apart."""

    level: Level
    count: int = 0
    early: bool = False
    spans: tuple[Span, ...] = ()


NONE = Cell("none")


@dataclass(frozen=True)
class Wanted:
    """A phrase taken apart: its plain words; the stems of those that carry meaning."""

    words: tuple[str, ...]
    stems: tuple[str, ...]
    unspaced: bool


@dataclass
class Tokens:
    """The words of a text: plain, by stem, whether each carries meaning, where it stands, where a
    sign parts it from the one before, and the sentence it is in."""

    words: list[str] = field(default_factory=list)
    stems: list[str] = field(default_factory=list)
    telling: list[bool] = field(default_factory=list)
    spans: list[Span] = field(default_factory=list)
    parted: list[bool] = field(default_factory=list)
    sentence: list[int] = field(default_factory=list)
    at_word: dict[str, list[int]] = field(default_factory=dict)
    # Numbers of the telling words, and which of those a stem is.
    telling_at: list[int] = field(default_factory=list)
    at_stem: dict[str, list[int]] = field(default_factory=dict)
    in_sentences: dict[str, int] = field(default_factory=dict)


@lru_cache(maxsize=20_000)
def wanted_of(phrase: str, language: str) -> Wanted:
    """A phrase taken apart, once."""
    words = tuple(plain_words(phrase))
    small = language_named(language).stop_words
    telling = [word for word in words if word not in small] or list(words)
    return Wanted(
        words, tuple(stem_of(word, language) for word in telling), bool(_UNSPACED.search(phrase))
    )


@lru_cache(maxsize=100_000)
def stem_of(word: str, language: str) -> str:
    """The stem of a plain word, worked out once."""
    return "".join(stems(word, language)) or word


@lru_cache(maxsize=100_000)
def _words_of(token: str) -> tuple[str, ...]:
    return tuple(plain_words(token))


def tokens_of(text: str, long: bool, language: str) -> Tokens:
    """The words of a text. A long one is looked at by its sentences, and its lines go on in the
    next."""
    small = language_named(language).stop_words
    parting = PARTING - {"\n"} if long else PARTING
    ends = [found.end() for found in _END.finditer(text)]
    out = Tokens()
    ended = before = 0
    for found in _TOKEN.finditer(text):
        at, end = span = found.span()
        between = text[before:at]
        parted = not before or (between != " " and not parting.isdisjoint(between))
        before = end
        while ended < len(ends) and ends[ended] <= at:
            ended, parted = ended + 1, True
        for word in _words_of(found.group()):
            sentence = ended if long else 0
            _add(out, word, stem_of(word, language), span, parted, sentence, word in small)
            parted = False
    return out


def _add(
    out: Tokens, word: str, stem: str, span: Span, parted: bool, sentence: int, small: bool
) -> None:
    place = len(out.words)
    out.words.append(word)
    out.spans.append(span)
    out.parted.append(parted)
    out.sentence.append(sentence)
    out.at_word.setdefault(word, []).append(place)
    out.telling.append(not small)
    out.stems.append(stem)
    if not small:
        out.at_stem.setdefault(stem, []).append(len(out.telling_at))
        out.telling_at.append(place)
    # A bit for each sentence that has the stem.
    out.in_sentences[stem] = out.in_sentences.get(stem, 0) | (1 << sentence)


def cell_of(phrase: Wanted, tokens: Tokens) -> Cell:
    """How a phrase is said by the words of a text; `NONE` where it is not."""
    if not phrase.words or not tokens.words:
        return NONE
    if phrase.unspaced:
        return _in_signs(phrase, tokens)
    together = -1
    for stem in phrase.stems:
        together &= tokens.in_sentences.get(stem, 0)
    if together:
        exact = _exact(phrase, tokens)
        if exact:
            return _whole("exact", exact, tokens)
        variant = _variants(phrase, tokens)
        if variant:
            return _whole("variant", variant, tokens)
    return _in_words(phrase, tokens)


def _whole(level: Level, found: list[tuple[int, int]], tokens: Tokens) -> Cell:
    """Stretches of words as a cell; those that overlap count once."""
    apart: list[tuple[int, int]] = []
    for first, last in found:
        if not apart or first > apart[-1][1]:
            apart.append((first, last))
    spans = [(tokens.spans[first][0], tokens.spans[last][1]) for first, last in apart]
    return Cell(level, len(apart), found[0][0] < EARLY, tuple(spans[:MOST_SPANS]))


def _exact(phrase: Wanted, tokens: Tokens) -> list[tuple[int, int]]:
    rarest, at = _rarest(phrase.words, tokens.at_word)
    count = len(phrase.words)
    found = []
    for place in at:
        first = place - rarest
        if (
            first >= 0
            and tuple(tokens.words[first : first + count]) == phrase.words
            and not any(tokens.parted[first + 1 : first + count])
        ):
            found.append((first, first + count - 1))
    return found


def _rarest(words: Sequence[str], at: dict[str, list[int]]) -> tuple[int, list[int]]:
    """The word of a phrase that stands least often, by its place, and where it stands."""
    place = min(range(len(words)), key=lambda number: len(at.get(words[number], ())))
    return place, at.get(words[place], [])


def _variants(phrase: Wanted, tokens: Tokens) -> list[tuple[int, int]]:
    """Stretches that say the same words that carry meaning, in any form and order, with nothing
    but small words between."""
    _, at = _rarest(phrase.stems, tokens.at_stem)
    count, needed = len(phrase.stems), sorted(phrase.stems)
    at_words, said = tokens.telling_at, tokens.stems
    found = set()
    for place in at:
        for first in range(max(0, place - count + 1), place + 1):
            told = at_words[first : first + count]
            if (
                len(told) == count
                and said[told[0]] in needed
                and sorted([said[word] for word in told]) == needed
                and not any(tokens.parted[told[0] + 1 : told[-1] + 1])
            ):
                found.add((told[0], told[-1]))
    return sorted(found)


def _in_words(phrase: Wanted, tokens: Tokens) -> Cell:
    """The sentence that has most of a phrase's words."""
    # having[k]: bits of the sentences with k of its words or more.
    different = dict.fromkeys(phrase.stems)
    having = [-1] + [0] * len(different)
    for number, stem in enumerate(different):
        bits = tokens.in_sentences.get(stem)
        if bits:
            for k in range(number + 1, 0, -1):
                having[k] |= having[k - 1] & bits
    most = len(different)
    while most and not having[most]:
        most -= 1
    if most * 2 < len(different) or not most:
        return NONE
    sentence = (having[most] & -having[most]).bit_length() - 1
    begin = bisect_left(tokens.sentence, sentence)
    end = bisect_right(tokens.sentence, sentence)
    spans = [tokens.spans[word] for word in range(begin, end) if tokens.stems[word] in different]
    level: Level = "all" if most == len(different) else "part"
    early = bool(spans) and min(spans)[0] <= tokens.spans[min(EARLY, len(tokens.spans)) - 1][0]
    return Cell(level, 1, early, tuple(spans[:MOST_SPANS]))


def _in_signs(phrase: Wanted, tokens: Tokens) -> Cell:
    """In writing without spaces a phrase stands wherever its signs do."""
    signs = "".join(phrase.words)
    spans: list[Span] = []
    for word, (start, end) in zip(tokens.words, tokens.spans, strict=True):
        at = word.find(signs)
        while at >= 0:
            inside = end - start == len(word)
            spans.append((start + at, start + at + len(signs)) if inside else (start, end))
            at = word.find(signs, at + len(signs))
    if not spans:
        return NONE
    return Cell("exact", len(spans), spans[0] == min(tokens.spans), tuple(spans[:MOST_SPANS]))
