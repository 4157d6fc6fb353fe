"""What a channel of the practice world is: who publishes on it, how its pages come up, what it
shows. Its truth is its own: nothing of it is what the product assumes of a channel."""

import math
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from datetime import date
from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from bunraku.sources.rehearsal.query import Query
    from bunraku.sources.rehearsal.standing import Standing

Shown = dict[str, object]
Titles = Mapping[str, tuple[str, ...]]
"""How titles are made, by language: {t} is what is said, {p} who says it."""


def _nothing(*_: object) -> Shown:
    return {}


@dataclass(frozen=True, kw_only=True)
class Side:
    """A channel of the practice world.

    `draws`: how much of the demand that the tables give for the web, for video and for marketplaces
    is asked here; `cpc_power`: how much more a dear click draws contest than many cheap ones.
    `count` publishers in `tiers` (share, strength, spread), a few giants and many small ones;
    `top`: the standing of the strongest, None where it is on 0-100; `pull_of`: what a grown page of
    a publisher mostly has, by strength and standing; `most_pull`: beyond that more makes no
    difference; `pull_points`: points of strength between a page that nothing points to and one that
    all does. `found_days`: from publishing until a page is first seen, from and to; `ripe_days`:
    until it has most of what age gives it; `grown_days`: until it has what it will mostly have of
    links, views or sales. `most_title` characters and `most_tags` that it keeps; `phones`: usual
    share of searches from phones; `has_features`: whether its pages show more than results.
    `titles`, with those for what is not sent in a box where they are others; `shows`: what its
    results page tells of a result beside its title; `writes`: what else can be read of a piece."""

    id: str
    draws: tuple[float, float, float]
    cpc_power: float
    count: int
    tiers: tuple[tuple[float, float, float], ...]
    top: float | None
    pull_of: Callable[[float, float], float]
    most_pull: float
    pull_points: float
    found_days: tuple[int, int]
    ripe_days: float
    grown_days: float
    most_title: int
    most_tags: int
    phones: float
    has_features: bool = False
    titles: Titles
    unboxed_titles: Titles | None = None
    shows: Callable[["Standing", "Query", date], Shown] = field(default=_nothing)
    writes: Callable[["Standing", "Query", tuple[str, ...]], Shown] = field(default=_nothing)

    def standing_of(self, strength: float) -> float:
        """The standing of a publisher of a strength."""
        return float(round(strength if self.top is None else (1 + self.top) ** (strength / 100)))

    def strength_of(self, standing: float) -> float:
        """The strength of an outlet of a standing."""
        if self.top is None:
            return standing
        return min(97.0, 100 * math.log1p(standing) / math.log1p(self.top))
