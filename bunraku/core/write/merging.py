"""Two versions of the same fields: merged field by field, and compared word by word."""

import re
from collections.abc import Mapping
from dataclasses import dataclass
from difflib import SequenceMatcher
from typing import Literal

Fields = Mapping[str, str]
_WORDS = re.compile(r"\s+|[^\s]+")


@dataclass(frozen=True)
class Merged:
    """Fields of two who began from the same: what they are together, which came from the other,
    and which both changed, where one's own stands."""

    fields: dict[str, str]
    theirs: tuple[str, ...]
    clashes: tuple[str, ...]


def merge(base: Fields, mine: Fields, theirs: Fields) -> Merged:
    """Merge two versions by field.

    Parameters: what both began from; one's own; the other's. Returns: `Merged`; a field that only
    one of them changed is that one's, a field that both changed alike no clash. Raises: nothing."""
    fields: dict[str, str] = {}
    taken: list[str] = []
    clashes: list[str] = []
    for name in dict.fromkeys([*base, *theirs, *mine]):
        was, own, other = base.get(name, ""), mine.get(name, ""), theirs.get(name, "")
        if own == other or other == was:
            fields[name] = own
        elif own == was:
            fields[name] = other
            taken.append(name)
        else:
            fields[name] = own
            clashes.append(name)
    return Merged(fields, tuple(taken), tuple(clashes))


Change = Literal["same", "gone", "new"]


def compare(before: str, after: str) -> list[tuple[Change, str]]:
    """What became of a text, word by word: stretches that stay, go, or are new.

    Parameters: two texts. Returns: stretches in order; those that stay and go make the first, those
    that stay and are new the second. Raises: nothing. Cost: as `difflib`, at worst the product of
    the numbers of words, with common words left out of it in long texts."""
    old, new = _WORDS.findall(before), _WORDS.findall(after)
    out: list[tuple[Change, str]] = []
    for what, a, b, c, d in SequenceMatcher(None, old, new).get_opcodes():
        if what == "equal":
            out.append(("same", "".join(old[a:b])))
            continue
        if b > a:
            out.append(("gone", "".join(old[a:b])))
        if d > c:
            out.append(("new", "".join(new[c:d])))
    return out
