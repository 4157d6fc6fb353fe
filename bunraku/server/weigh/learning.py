"""What a scope's own readings teach: how far each source is off, what broad figures and relative
interest say of exact searches, and what bids are usual."""

import numpy as np

from bunraku.core.text import tokens
from bunraku.core.weigh.difficulty_signs import beside_usual
from bunraku.core.weigh.rough import EXACT
from bunraku.core.weigh.trust import learn
from bunraku.server.readings.known import first_known
from bunraku.server.readings.providers import sources, stated_spread
from bunraku.server.sheet.models import Scope
from bunraku.server.weigh.evidence import ad_competition, cost_of_click
from bunraku.server.weigh.latest import latest_readings
from bunraku.server.weigh.stated_figures import rough_of, told_of
from bunraku.sources.protocol import What

LEARNED_FROM = 2_000
"""Keywords that are learned from: the first that were counted. More would say the same more
exactly, and every one measured later would move the figures of all others a little."""


def learn_scope(scope: Scope) -> bool:
    """Learn what readings teach. Returns whether that changed what was known; then every figure of
    the scope that rests on it is to be weighed again."""
    keys = list(dict.fromkeys(term for term, _ in first_known(scope, What.COUNTS, LEARNED_FROM)))
    read = latest_readings(scope, keys)
    told, names = told_of(scope, keys, read), read.told_by or ["none"]
    known = np.isfinite(told.low)
    exact = np.where(known & (told.match == EXACT) & (told.low == told.high), told.low, np.nan)
    wider = known & (told.match != EXACT)
    wider &= np.cumsum(wider, axis=1) == 1
    held = wider.any(axis=1)
    low, high = (
        np.where(held, np.where(wider, end, 0.0).sum(axis=1), np.nan)
        for end in (told.low, told.high)
    )
    stated = np.array([stated_spread(name) or np.nan for name in names], dtype=np.float64)
    words = np.array([len(tokens(key)) for key in keys], dtype=np.int64)
    learned = learn(exact, stated, low, high, words, rough_of(keys, read))
    before = scope.learned
    scope.learned = {
        "spreads": {
            name: round(float(spread), 6)
            for name, spread, tells in zip(
                names, learned.spreads, np.isfinite(exact).T, strict=True
            )
            if tells.any()
        },
        "broad": [learned.broad.low, learned.broad.middle, learned.broad.high],
        "level": [learned.level.shift, learned.level.spread],
        "usual": _usual(scope),
    }
    scope.save(update_fields=["learned"])
    return bool(scope.learned != before)


def _usual(scope: Scope) -> list[float | None]:
    """What bids and ad competition are usual among the keywords that were first told any; nothing
    where a source reads results pages, since nothing is estimated then."""
    if sources(scope.project)[What.PAGE]:
        return [None, None]
    keys = list(dict.fromkeys(term for term, _ in first_known(scope, What.BANDS, LEARNED_FROM)))
    counted = dict.fromkeys(term for term, _ in first_known(scope, What.COUNTS, LEARNED_FROM))
    # A file tells them beside its searches.
    keys = list(dict.fromkeys([*keys, *counted]))[:LEARNED_FROM]
    read = latest_readings(scope, keys)
    bids = cost_of_click([read.bands.get(key) for key in keys])
    usual = beside_usual(bids, ad_competition(keys, read))
    return [None if value is None else round(value, 4) for value in usual]
