"""The brief: a page for whoever makes a piece, as plain sections, and as Markdown."""

import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

_SPECIAL = re.compile(r"([\\`*_{}\[\]<>#|])")


@dataclass(frozen=True)
class Section:
    """A part of a brief: its name; sentences; points; a table with its heading."""

    name: str
    lines: Sequence[str] = ()
    points: Sequence[str] = ()
    head: Sequence[str] = ()
    rows: Sequence[Sequence[str]] = ()

    @property
    def empty(self) -> bool:
        """Whether it says nothing."""
        return not (self.lines or self.points or self.rows)


@dataclass(frozen=True)
class Brief:
    """A piece's brief: its working title, one line of what it is, and its sections."""

    title: str
    about: str
    sections: Sequence[Section]


def to_markdown(briefs: Sequence[Brief]) -> str:
    """Briefs as Markdown (CommonMark with tables), one after the other.

    Parameters: `briefs`. Returns: text that ends with a line end; signs that Markdown would read
    are made plain. Raises: nothing. Cost: linear."""
    return "\n\n---\n\n".join("\n".join(_lines(brief)).strip() for brief in briefs) + "\n"


def _lines(brief: Brief) -> Iterator[str]:
    yield f"# {_plain(brief.title)}"
    yield ""
    yield _plain(brief.about)
    for section in brief.sections:
        yield ""
        yield f"## {_plain(section.name)}"
        for line in section.lines:
            yield ""
            yield _plain(line)
        if section.points:
            yield ""
            yield from (f"- {_plain(point)}" for point in section.points)
        if section.rows:
            yield ""
            yield _row(section.head)
            yield _row(["---"] * len(section.head), plain=False)
            yield from (_row(row) for row in section.rows)


def _row(cells: Sequence[str], *, plain: bool = True) -> str:
    return f"| {' | '.join(_plain(cell) if plain else cell for cell in cells)} |"


def _plain(text: str) -> str:
    return _SPECIAL.sub(r"\\\1", " ".join(text.split()))
