"""The labelled phrases that intent is learned from, as `languages/PHRASES.md` says."""

from collections.abc import Iterator
from dataclasses import dataclass
from functools import cache

from bunraku.core.languages import phrases_of

CODES = {"i": "informational", "n": "navigational", "c": "commercial", "t": "transactional"}
INTENTS = tuple(CODES.values())


@dataclass(frozen=True)
class Labelled:
    """A phrase with what its searcher wants: `intents`, the likeliest first, then those that an
    honest judge could give instead; `local`, None where both would do; `group`, a number that the
    phrases of one page share."""

    text: str
    intents: tuple[str, ...]
    local: bool | None
    group: int


@dataclass(frozen=True)
class Subject:
    """The labelled phrases of one subject, the places and rivals that they name, and whether they
    are grouped."""

    name: str
    phrases: tuple[Labelled, ...]
    places: tuple[str, ...] = ()
    rivals: tuple[str, ...] = ()
    grouped: bool = True


@cache
def labelled_subjects(language: str) -> tuple[Subject, ...]:
    """The subjects labelled in a language; none where there are none. Raises: `ValueError` for a
    line that follows no rule of the guide."""
    return read_subjects(phrases_of(language))


def read_subjects(text: str) -> tuple[Subject, ...]:
    """The subjects of a text written after the guide. Raises: `ValueError` as above."""
    return tuple(_subject(part) for part in text.split("\n[") if part.strip())


def _subject(part: str) -> Subject:
    name, _, rest = part.lstrip("[").partition("]\n")
    said: dict[str, tuple[str, ...]] = {}
    lines = []
    for line in rest.split("\n"):
        key, colon, value = line.partition(": ")
        if colon and key in ("places", "rivals", "groups"):
            said[key] = tuple(word.strip() for word in value.split(","))
        else:
            lines.append(line)
    return Subject(
        name,
        tuple(_phrases(lines)),
        said.get("places", ()),
        said.get("rivals", ()),
        said.get("groups") != ("no",),
    )


def _phrases(lines: list[str]) -> Iterator[Labelled]:
    group = 0
    for line in lines:
        if not line.strip():
            group += 1
            continue
        code, _, text = line.strip().partition(" ")
        intents = [CODES.get(letter, "") for letter in code.rstrip("+~").split("/")]
        if not text or not all(intents):
            raise ValueError(f"“{line}” is no labelled phrase")
        local = None if code.endswith("~") else code.endswith("+")
        yield Labelled(text, tuple(intents), local, group)
