"""One owner for a keyword on a channel: dividing keywords between pieces."""

from collections.abc import Mapping, Sequence


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
