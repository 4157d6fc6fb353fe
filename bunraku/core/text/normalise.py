"""One spelling for one keyword: cleaning what people type and the key that tells keywords apart."""

import re
import unicodedata

from bunraku.core.text.markup import without_markup, without_match_marks

MAX_CHARACTERS = 200
"""Longest keyword taken. Search boxes of the kinds we simulate stop completing well below this."""

_QUOTES = dict.fromkeys(map(ord, "\u2018\u2019\u201a\u201b\u2032\u00b4\u0060\u02bc"), "'")
_DOUBLE_QUOTES = dict.fromkeys(map(ord, "\u201c\u201d\u201e\u201f\u2033\u00ab\u00bb"), '"')
_DASHES = dict.fromkeys(
    map(ord, "\u2010\u2011\u2012\u2013\u2014\u2015\u2212\ufe58\ufe63\uff0d"), "-"
)
_ONE_FORM = {**_QUOTES, **_DOUBLE_QUOTES, **_DASHES}
_SPACES = re.compile(r"\s+")
# Words of plain letters and digits with one space between are their own key: most keywords are
# such.
_PLAIN = re.compile(r"[a-z0-9]+(?: [a-z0-9]+)*")
# Kept inside a word because they carry meaning there: R&D, c++, kids', 1.25, 24/7, c#, t-shirt.
_COPIED = re.compile(r"[<&\[\"'+]")
"""What text copied out of a page or a planner has in it."""
MOST_LAYERS = 8
"""Layers of marks that are taken off: "&amp;amp;" has two."""
_INNER = "&+'./#-"
_EDGE = "&'./-"
_JOINERS = "\u200c\u200d"
"""Invisible, but inside a word of some scripts they make another one of it."""
_SIGNED = re.compile(r"-?\.?")
_PERCENT = re.compile(r"(?<=\d)\s*%")


class _Folding(dict[int, str]):
    """What each character becomes in a key, worked out once: letters, digits, marks and inner signs
    stay, invisible ones go, all else parts words."""

    def __missing__(self, code: int) -> str:
        char = chr(code)
        category = unicodedata.category(char)
        if category[0] in "LNM" or char in _INNER or char in _JOINERS:
            self[code] = char
        else:
            self[code] = "" if category == "Cf" else " "
        return self[code]


_FOLDING = _Folding()
# A sign that NFKC would have made a plain one stands for the percent sign while words are parted.
_FOLDING[0xFE6A] = "\ufe6a"


class BadKeyword(ValueError):
    """A text that cannot be a keyword; `code` is stable, the message is for people."""

    def __init__(self, code: str, message: str) -> None:
        super().__init__(message)
        self.code = code


def clean_keyword(text: str) -> str:
    """Tidy what was typed or copied, keeping its capitals: NFKC, one form of quotes, dashes and
    spaces; without markup of pages and the match marks of advertising planners.

    Parameters: `text`, any string. Returns: the text without control and invisible formatting
    characters, single-spaced and trimmed. Idempotent. Raises: `BadKeyword` with code
    `keyword_empty` when nothing that can be searched for is left, `keyword_too_long` above
    `MAX_CHARACTERS`, `keyword_no_word` when no letter or digit is in it.
    """
    tidy = _tidied(text)
    if _COPIED.search(tidy):
        for _ in range(MOST_LAYERS):
            bare = _tidied(without_match_marks(_tidied(without_markup(tidy))))
            if bare == tidy:
                break
            tidy = bare
    if not tidy:
        raise BadKeyword("keyword_empty", "There is nothing to search for in this.")
    if len(tidy) > MAX_CHARACTERS:
        raise BadKeyword(
            "keyword_too_long",
            f"This is {len(tidy):,} characters long; a keyword has at most {MAX_CHARACTERS}.",
        )
    if not tidy[0].isalnum() and not any(c.isalnum() for c in tidy):
        raise BadKeyword("keyword_no_word", f"“{tidy[:40]}” has no letter and no digit in it.")
    return tidy


def _tidied(text: str) -> str:
    if text.isascii() and text.isprintable():
        # What most keywords are: nothing to compose and nothing to hide.
        return " ".join(text.replace("`", "'").split())
    composed = unicodedata.normalize("NFKC", text).translate(_ONE_FORM)
    visible = "".join(
        " " if unicodedata.category(c) in ("Cc", "Zl", "Zp") else c
        for c in composed
        if c in _JOINERS or unicodedata.category(c) not in ("Cf", "Cs", "Co", "Cn")
    )
    return _SPACES.sub(" ", visible).strip()


def identity_key(text: str) -> str:
    """The key that makes two spellings one keyword.

    NFKC and case-folded; one form of quotes, dashes and spaces; outer punctuation off; inner
    `& + ' . / # -` and digits kept, and so are a minus or a point before a digit, a percent sign
    after one and joiners inside a word, which all make another amount or word. Idempotent: the key
    of a key is itself.
    Parameters: `text`, any string. Returns: the key, empty when no letter or digit is in it.
    """
    folded = text.casefold()
    if _PLAIN.fullmatch(folded):
        return folded
    if not text.isascii():
        folded = unicodedata.normalize("NFKC", text).translate(_ONE_FORM).casefold()
        # Folding can leave what composes again ("ǰ"), so compose once more to make keys of keys
        # equal.
        folded = unicodedata.normalize("NFKC", folded)
    plain = _PERCENT.sub("\ufe6a", folded.replace("`", "'")).translate(_FOLDING)
    words = (_trimmed(word) for word in plain.replace("\ufe6a", "%").split())
    return " ".join(word for word in words if word.strip("#+"))


def _trimmed(word: str) -> str:
    """A word without outer punctuation, but with the sign or point of a number."""
    bare = word.strip(_EDGE + _JOINERS)
    if bare[:1].isdigit():
        before = word[: word.index(bare)]
        if before and _SIGNED.fullmatch(before):
            return before + bare
    return bare
