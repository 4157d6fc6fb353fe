"""Who shows mostly the same results: pieces or clusters that one page could serve."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

MOST_ON_A_RESULT = 300
"""Pages on which a result may stand and still tell that two of them are alike."""


@dataclass(frozen=True)
class Overlap:
    """Two pieces whose main keywords share results: one page could serve both."""

    piece: int
    other: int
    shared: int
    of: int


def overlaps(pages: Mapping[int, Sequence[int]], *, least: int = 4) -> list[Overlap]:
    """Pieces whose main keywords show mostly the same results (cannibalisation).

    Parameters: `pages`, piece to the result ids of its main keyword's page; `least`, results that
    must be shared. Returns: pairs, the most shared first, each once with the lower piece first. A
    result on more than `MOST_ON_A_RESULT` pages says nothing of any. Raises: nothing. Cost: results
    × pieces per result.
    """
    standing: dict[int, list[int]] = {}
    # Sorted, so that of each pair the lower piece comes first.
    for piece in sorted(pages):
        for result in {r for r in pages[piece] if r}:
            standing.setdefault(result, []).append(piece)
    shared: dict[tuple[int, int], int] = {}
    for pieces in standing.values():
        if len(pieces) > MOST_ON_A_RESULT:
            continue
        for index, piece in enumerate(pieces):
            for other in pieces[index + 1 :]:
                shared[piece, other] = shared.get((piece, other), 0) + 1
    found = [
        Overlap(piece, other, count, len({r for r in pages[piece] if r}))
        for (piece, other), count in shared.items()
        if count >= least
    ]
    return sorted(found, key=lambda overlap: (-overlap.shared, overlap.piece, overlap.other))
