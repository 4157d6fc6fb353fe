"""Simulated histories of rank checks with known effect: phrases of a piece wander together, an
engine's update shakes pieces apart."""

from dataclasses import dataclass, field
from datetime import date, timedelta

import numpy as np

from bunraku.core.follow.before_after import Histories
from bunraku.core.follow.checks import Check, day_number, pack, stack

FIRST = date(2026, 1, 5)
MOST = 100


@dataclass
class Simulated:
    """A history to be made. `effect` in ln of the place, upwards positive, from `changed_at` (a day
    of the history) on for piece 0; `pieces` beside it; `phrases` of each; checks every `every`
    days over `days`; an update on day `update` with its common and its own shift."""

    seed: int
    effect: float = 0.0
    changed_at: int = 98
    pieces: int = 9
    phrases: int = 12
    days: int = 168
    every: int = 7
    form: str = "page"
    channel: str = "web"
    update: int | None = None
    shaken: float = 0.35
    common: float = 0.3
    season: float = 0.0
    piece_wander: float = 0.09
    phrase_wander: float = 0.12
    settles: int = 6
    also: tuple[tuple[int, int], ...] = ()
    began: dict[int, int] = field(default_factory=dict)

    def made(self) -> Histories:
        """The history as Follow sees it."""
        dice = np.random.default_rng(self.seed)
        days = np.arange(0, self.days, self.every)
        kept, piece_of = [], []
        for piece in range(self.pieces):
            # What the page of a piece does as a whole: a slow wander that comes back to itself.
            whole = _coming_back(dice, len(days), self.piece_wander)
            if self.update is not None:
                shift = self.common + self.shaken * dice.normal()
                whole = whole + np.where(days >= self.update, shift, 0.0)
            if piece == 0:
                whole = whole - np.where(days >= self.changed_at + self.settles, self.effect, 0.0)
            for _ in range(self.phrases):
                base = dice.uniform(np.log(2.5), np.log(60))
                own = _coming_back(dice, len(days), self.phrase_wander)
                depth = base + whole + own + 0.03 * dice.normal(size=len(days))
                places = np.round(np.exp(depth)).astype(int).clip(1)
                kept.append(
                    pack(
                        Check(
                            FIRST + timedelta(days=int(day)),
                            MOST,
                            int(place) if place <= MOST else None,
                        )
                        for day, place in zip(days, places, strict=True)
                    )
                )
                piece_of.append(piece)
        searches = dice.lognormal(4, 1, len(kept)) * (1 + self.season)
        start = day_number(FIRST)
        began = np.full(self.pieces, start - 400)
        for piece, day in self.began.items():
            began[piece] = start + day
        changes = ((0, self.changed_at), *self.also)
        return Histories(
            stack(kept),
            np.array(piece_of),
            searches,
            began,
            tuple((piece, start + day) for piece, day in changes),
            () if self.update is None else (start + self.update,),
            self.channel,
            self.form,  # type: ignore[arg-type]
        )

    @property
    def day(self) -> int:
        """The day of the change."""
        return day_number(FIRST) + self.changed_at

    @property
    def today(self) -> int:
        """The last day of the history."""
        return day_number(FIRST) + self.days - 1


def _coming_back(dice: np.random.Generator, count: int, spread: float) -> np.ndarray:
    """A wander around zero with a memory of some weeks."""
    memory = 0.7
    steps = dice.normal(size=count) * spread * np.sqrt(1 - memory**2)
    out = np.empty(count)
    at = dice.normal() * spread
    for n, step in enumerate(steps):
        at = memory * at + step
        out[n] = at
    return out
