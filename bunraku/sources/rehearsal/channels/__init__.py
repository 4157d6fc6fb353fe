"""The channels of the practice world. To add one, name its module here."""

import numpy as np
from numpy.typing import NDArray

from bunraku.sources.rehearsal.channels.channel import Shown, Side
from bunraku.sources.rehearsal.channels.marketplace import MARKETPLACE
from bunraku.sources.rehearsal.channels.video import VIDEO
from bunraku.sources.rehearsal.channels.web import WEB

SIDES: dict[str, Side] = {side.id: side for side in (WEB, VIDEO, MARKETPLACE)}
CHANNEL_INDEX: dict[str, int] = {name: number for number, name in enumerate(SIDES)}
"""Which column of demand is a channel's."""
CPC_POWERS = tuple(side.cpc_power for side in SIDES.values())
_DRAWS = np.array([side.draws for side in SIDES.values()]).T


def drawn_of(demand: NDArray[np.float64]) -> NDArray[np.float64]:
    """Searches a month on each channel, (n, channels), of what the tables give for the web, for
    video and for marketplaces, (n, 3)."""
    return np.asarray(demand @ _DRAWS, dtype=np.float64)


__all__ = ["CHANNEL_INDEX", "CPC_POWERS", "SIDES", "Shown", "Side", "drawn_of"]
