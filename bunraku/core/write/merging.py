"""Two versions of the same fields: merged paragraph by paragraph, and compared word by word."""

import re
from collections.abc import Mapping
from dataclasses import dataclass
from difflib import SequenceMatcher
from typing import Literal

Fields = Mapping[str, str]
_WORDS = re.compile(r"\s+|[^\s]+")


@dataclass(frozen=True)
class Clash:
    """A stretch of a field that two changed, each in another way: what each has there."""

    mine: str
    theirs: str


@dataclass(frozen=True)
class Merged:
    """Fields of two who began from the same: what they are together, in which there is something of
    the other's, and where both changed the same, one's own stands."""

    fields: dict[str, str]
    theirs: tuple[str, ...]
    clashes: dict[str, tuple[Clash, ...]]


def merge(base: Fields, mine: Fields, theirs: Fields) -> Merged:
    """Merge two versions, field by field and, within a field that both changed, line by line: a
    paragraph is a line.

    Parameters: what both began from; one's own; the other's. Returns: `Merged`; what only one of
    them changed is that one's, what both changed alike is no clash. Raises: nothing. Cost: as
    `difflib` on lines."""
    fields: dict[str, str] = {}
    taken: list[str] = []
    clashes: dict[str, tuple[Clash, ...]] = {}
    for name in dict.fromkeys([*base, *theirs, *mine]):
        own = mine.get(name, "")
        text, clash = merge_text(base.get(name, ""), own, theirs.get(name, ""))
        fields[name] = text
        if text != own:
            taken.append(name)
        if clash:
            clashes[name] = clash
    return Merged(fields, tuple(taken), clashes)


def merge_text(was: str, mine: str, theirs: str) -> tuple[str, tuple[Clash, ...]]:
    """Merge two versions of a text, by line. Returns: the text, and where both changed the same
    lines. Formula: three-way merge; between lines that stand in all three, what differs from what
    was is taken; where both differ, one's own (Khanna, Kunal and Pierce, A formal investigation of
    diff3, 2007)."""
    if mine in (theirs, was) or theirs == was:
        return (theirs if mine == was else mine), ()
    lines = (was.split("\n"), mine.split("\n"), theirs.split("\n"))
    base, own, other = lines
    merged: list[str] = []
    clashes: list[Clash] = []
    at = [0, 0, 0]
    for start, length, in_own, in_other in [*_common(*lines), (len(base), 0, len(own), len(other))]:
        was_here, mine_here, theirs_here = (
            text[begun:end]
            for text, begun, end in zip(lines, at, (start, in_own, in_other), strict=True)
        )
        if mine_here == was_here:
            merged += theirs_here
        else:
            merged += mine_here
            clash = Clash("\n".join(mine_here), "\n".join(theirs_here))
            # No line and an empty one look alike: nothing is to be decided there.
            if theirs_here != was_here and clash.mine != clash.theirs:
                clashes.append(clash)
        merged += base[start : start + length]
        at = [start + length, in_own + length, in_other + length]
    return "\n".join(merged), tuple(clashes)


def _common(base: list[str], own: list[str], other: list[str]) -> list[tuple[int, int, int, int]]:
    """Stretches of lines that stand in all three: where in the first, how long, where in the
    others."""
    places: list[list[int]] = []
    for text in (own, other):
        place = [-1] * len(base)
        for block in SequenceMatcher(None, base, text, autojunk=False).get_matching_blocks():
            for step in range(block.size):
                place[block.a + step] = block.b + step
        places.append(place)
    found: list[tuple[int, int, int, int]] = []
    for line, (first, second) in enumerate(zip(*places, strict=True)):
        if first < 0 or second < 0:
            continue
        if found:
            start, length, in_own, in_other = found[-1]
            if (start + length, in_own + length, in_other + length) == (line, first, second):
                found[-1] = (start, length + 1, in_own, in_other)
                continue
        found.append((line, 1, first, second))
    return found


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
