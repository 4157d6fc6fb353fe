"""What a text in Markdown is made of: headings, opening and closing, links, pictures; and where
each stands."""

import re
from collections.abc import Iterator
from dataclasses import dataclass
from functools import lru_cache

from markdown_it import MarkdownIt
from markdown_it.token import Token

_READER = MarkdownIt("commonmark")
_HTML = MarkdownIt("commonmark", {"html": False})
"""Raw HTML in a text is shown as it is written, never run."""
_MARKS = re.compile(r"^[\s#>*+-]*(?:\d+[.)]\s+)?")


@dataclass(frozen=True)
class Stretch:
    """A stretch of a text: what it says, and where it stands, in code points."""

    text: str
    start: int
    end: int


@dataclass(frozen=True)
class Heading(Stretch):
    """A heading, with its level, 1 the greatest."""

    level: int


@dataclass(frozen=True)
class Pointing:
    """A link or a picture: what it says, and what it points to."""

    text: str
    target: str


@dataclass(frozen=True)
class Body:
    """A text taken apart: headings; the first and the last stretch that is no heading; links and
    pictures."""

    headings: tuple[Heading, ...]
    opening: Stretch
    closing: Stretch
    links: tuple[Pointing, ...]
    images: tuple[Pointing, ...]


@lru_cache(maxsize=64)
def read_markdown(text: str) -> Body:
    """Take a text apart.

    Parameters: `text`, CommonMark; any text is. Returns: `Body`; stretches of an empty text are
    empty. Raises: nothing. Cost: linear."""
    starts = [0]
    for line in text.split("\n"):
        starts.append(starts[-1] + len(line) + 1)
    starts[-1] -= 1
    headings: list[Heading] = []
    said: list[Stretch] = []
    links: list[Pointing] = []
    images: list[Pointing] = []
    opened: Token | None = None
    for token in _READER.parse(text):
        if token.type in ("heading_open", "paragraph_open"):
            opened = token
        elif token.type == "inline" and opened is not None and token.map is not None:
            stretch = _stretch(text, starts, token.map[0], token.map[1])
            plain = _plain(token)
            if opened.type == "heading_open":
                headings.append(Heading(plain, stretch.start, stretch.end, int(opened.tag[1])))
            else:
                said.append(Stretch(plain, stretch.start, stretch.end))
            links += _links(token)
            images += [
                Pointing(each.content, str(each.attrs.get("src", "")))
                for each in token.children or ()
                if each.type == "image"
            ]
            opened = None
    nothing = Stretch("", 0, 0)
    return Body(
        tuple(headings),
        said[0] if said else nothing,
        said[-1] if said else nothing,
        tuple(links),
        tuple(images),
    )


def _stretch(text: str, starts: list[int], first: int, behind: int) -> Stretch:
    start, end = starts[first], starts[min(behind, len(starts) - 1)]
    raw = text[start:end]
    start += len(_MARKS.match(raw).group())  # type: ignore[union-attr]
    return Stretch(text[start:end].rstrip(), start, start + len(text[start:end].rstrip()))


def _plain(token: Token) -> str:
    return "".join(
        " " if each.type in ("softbreak", "hardbreak") else each.content
        for each in token.children or ()
    )


def _links(token: Token) -> Iterator[Pointing]:
    target, words = "", list[str]()
    for each in token.children or ():
        if each.type == "link_open":
            target, words = str(each.attrs.get("href", "")), []
        elif each.type == "link_close":
            yield Pointing("".join(words), target)
        else:
            words.append(each.content)


def as_html(text: str) -> str:
    """A text in Markdown as HTML; HTML that stands in it is written out, not taken over. Raises:
    nothing."""
    return str(_HTML.render(text))
