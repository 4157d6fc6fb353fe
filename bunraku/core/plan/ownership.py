"""One owner for a keyword on a channel: dividing keywords between pieces, and finding who fights
for one."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass


@dataclass(frozen=True)
class Overlap:
    """Two pieces whose main keywords share results: one page could serve both."""

    piece: int
    other: int
    shared: int
    of: int


def divide_keywords(
    wanted: Mapping[int, Sequence[int]], owned: Mapping[int, int]
) -> dict[int, list[int]]:
    """Give each keyword one owner.

    Parameters: `wanted`, piece to keywords it would serve, the most wanted first; `owned`, keyword
    to the piece that has it already. Returns: piece to the keywords it gets: those not owned by
    another, each given once, to the first piece that names it. Raises: nothing. Cost: linear.
    """
    owner = dict(owned)
    given: dict[int, list[int]] = {}
    for piece, keywords in wanted.items():
        given[piece] = [
            keyword for keyword in keywords if owner.setdefault(keyword, piece) == piece
        ]
    return given


def overlaps(pages: Mapping[int, Sequence[int]], *, least: int = 4) -> list[Overlap]:
    """Pieces whose main keywords show mostly the same results (cannibalisation).

    Parameters: `pages`, piece to the result ids of its main keyword's page; `least`, results that
    must be shared. Returns: pairs, the most shared first, each once with the lower piece first.
    Raises: nothing. Cost: results × pieces per result.
    """
    standing: dict[int, list[int]] = {}
    # Sorted, so that of each pair the lower piece comes first.
    for piece in sorted(pages):
        for result in {r for r in pages[piece] if r}:
            standing.setdefault(result, []).append(piece)
    shared: dict[tuple[int, int], int] = {}
    for pieces in standing.values():
        for index, piece in enumerate(pieces):
            for other in pieces[index + 1 :]:
                shared[piece, other] = shared.get((piece, other), 0) + 1
    found = [
        Overlap(piece, other, count, len({r for r in pages[piece] if r}))
        for (piece, other), count in shared.items()
        if count >= least
    ]
    return sorted(found, key=lambda overlap: (-overlap.shared, overlap.piece, overlap.other))
