"""Text that was copied out of something else: markup of pages, marks of advertising planners."""

import html
import re

_INLINE = re.compile(r"</?(?:b|strong|em|i|u|span|mark|font|a|small|sup|sub)(?:\s[^<>]*)?/?>", re.I)
_TAG = re.compile(r"<(?:/?[a-zA-Z][^<>]*|!--.*?--|!\[CDATA\[.*?\]\])>", re.S)
_ENTITY = re.compile(r"&(?:#\d{1,7}|#[xX][0-9a-fA-F]{1,6}|[a-zA-Z][a-zA-Z0-9]{1,30});")
# Exact match stands in brackets, phrase match in quotes; a plus before each word is modified broad.
_WRAPPED = re.compile(r"""\[([^\[\]]+)\]|"([^"]+)"|'([^']+)'|-\[([^\[\]]+)\]""", re.S)
_PLUS = re.compile(r"(?<!\S)\+(?=[^\W\d_])")


def without_markup(text: str) -> str:
    """A text as a reader of the page sees it.

    Parameters: `text`, any string. Returns: the text without tags of HTML and with its entities as
    the signs that they stand for ("&amp;" is "&"). Raises: nothing. Cost: linear. Source: HTML
    Living Standard, character references; only those that end in a semicolon, since "&copper" is a
    word."""
    if "<" in text:
        text = _TAG.sub(" ", _INLINE.sub("", text))
    return _ENTITY.sub(lambda found: html.unescape(found[0]), text) if "&" in text else text


def without_match_marks(text: str) -> str:
    """A keyword without the marks by which advertising planners write its match type: [exact],
    "phrase", +modified +broad. Inside a text such signs stay."""
    whole = _WRAPPED.fullmatch(text)
    bare = next(filter(None, whole.groups())).strip() if whole else text
    return _PLUS.sub("", bare)
