"""Hubs and spokes: which piece links to which, with which phrase, and which waits for which."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from bunraku.core.cluster.competing import COMPARING
from bunraku.core.text import content_stems, tokens

MOST_UP = 2
"""Hubs that a piece links to: the nearest ones, the rest these link to themselves."""
MOST_DOWN = 12
"""Spokes that a hub links to, those worth most first: more is a list, not a page."""


@dataclass(frozen=True)
class Linked:
    """A piece: its id, where it stands (channel and outlet; links stay within one), its main
    keyword, and what it is worth."""

    id: int
    place: object
    text: str
    worth: float = 0.0


@dataclass(frozen=True)
class Link:
    """A link from one piece to another with the phrase that it says, and why; whether the piece it
    comes from builds on the other (and so comes after it), and how near that is, 0 nearest."""

    source: int
    target: int
    phrase: str
    why: str
    builds: bool = False
    rank: int = 0


def propose_links(pieces: Sequence[Linked], language: str) -> list[Link]:
    """Which pieces should link to which.

    Parameters: `pieces`; `language`. Returns: links, by source and then target. Formula: a piece
    whose main keyword says all that another's says and more (small words left out) builds on it: it
    links up to the nearest two such hubs, and these link down to the twelve worth most. A
    comparison of two things links to both. The phrase is the main keyword of what is linked to.
    Raises: nothing. Cost: pieces × words of a name, to the power of two at most in small
    numbers."""
    names = {piece.id: frozenset(content_stems(piece.text, language)) for piece in pieces}
    holders: dict[tuple[object, frozenset[str]], list[Linked]] = {}
    for piece in pieces:
        if names[piece.id]:
            holders.setdefault((piece.place, names[piece.id]), []).append(piece)
    up: list[Link] = []
    for piece in pieces:
        hubs = [
            hub
            for part in _parts_of(names[piece.id])
            for hub in holders.get((piece.place, part), ())
            if hub.id != piece.id
        ]
        # The nearest says most of what this one does.
        hubs.sort(key=lambda hub: (-len(names[hub.id]), -hub.worth, hub.id))
        compared = bool(COMPARING & set(tokens(piece.text)))
        for rank, hub in enumerate(hubs[:MOST_UP]):
            why = "it compares it" if compared else "it goes into a part of it"
            up.append(Link(piece.id, hub.id, hub.text, why, builds=True, rank=rank))
    by_id = {piece.id: piece for piece in pieces}
    down: list[Link] = []
    spokes: dict[int, list[int]] = {}
    for link in up:
        spokes.setdefault(link.target, []).append(link.source)
    for target, sources in spokes.items():
        best = sorted(sources, key=lambda source: (-by_id[source].worth, source))[:MOST_DOWN]
        why = "it goes on from here"
        down += [Link(target, source, by_id[source].text, why) for source in best]
    return sorted([*up, *down], key=lambda link: (link.source, link.target))


def _parts_of(name: frozenset[str]) -> list[frozenset[str]]:
    """What is named by a part of a name: all of its words but one or more, of long names the parts
    without one or two words."""
    words = sorted(name)
    if len(words) > 6:
        without_one = [name - {word} for word in words]
        return [*without_one, *{part - {word} for part in without_one for word in part}]
    return [
        frozenset(word for place, word in enumerate(words) if chosen >> place & 1)
        for chosen in range(1, (1 << len(words)) - 1)
    ]


def closes_a_circle(after: Mapping[int, Sequence[int]], piece: int, first: int) -> list[int]:
    """Whether a piece that came after another would come after itself.

    Parameters: `after`, piece to those it comes after; the new pair. Returns: the circle, from the
    piece back to it; empty where there is none. Raises: nothing. Cost: linear."""
    if piece == first:
        return [piece, piece]
    came_from: dict[int, int] = {first: piece}
    queue = [first]
    while queue:
        here = queue.pop()
        for earlier in after.get(here, ()):
            if earlier == piece:
                circle = [piece]
                while here != piece:
                    circle.append(here)
                    here = came_from[here]
                return [piece, *reversed(circle[1:]), piece]
            if earlier not in came_from:
                came_from[earlier] = here
                queue.append(earlier)
    return []
