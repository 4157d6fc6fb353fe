"""What a scope's own readings teach: how far each source is off, and exact searches per broad
search."""

from typing import Any

import numpy as np

from bunraku.core.weigh.weighing import learn
from bunraku.server.readings.known import first_known
from bunraku.server.sheet.models import Scope
from bunraku.server.weigh.evidence import latest_readings
from bunraku.sources.protocol import What

LEARNED_FROM = 2_000
"""Keywords that are learned from: the first that were counted. More would say the same more
exactly, and every one measured later would move the figures of all others a little."""


def learn_scope(scope: Scope) -> bool:
    """Learn each source's spread and the broad ratio. Returns whether that changed what was known;
    then every figure of the scope that rests on it is to be weighed again."""
    keys = list(dict.fromkeys(term for term, _ in first_known(scope, What.COUNTS, LEARNED_FROM)))
    read = latest_readings(scope, keys)
    names = list(read.counted_by)
    exact = np.full((len(keys), len(names)), np.nan)
    low, high = np.full(len(keys), np.nan), np.full(len(keys), np.nan)
    for row, key in enumerate(keys):
        for column, name in enumerate(names):
            _, payload = read.counts.get(key, {}).get(name, (None, None))
            if payload is not None:
                exact[row, column] = payload["monthly"]
        band: dict[str, Any] = read.bands.get(key) or {}
        low[row], high[row] = band.get("low", np.nan), band.get("high", np.nan)
    spreads, ratio = learn(exact, low, high)
    before = scope.spreads, scope.broad_ratio
    scope.spreads = {name: round(float(s), 6) for name, s in zip(names, spreads, strict=True)}
    scope.broad_ratio = round(ratio, 6)
    scope.save(update_fields=["spreads", "broad_ratio"])
    return (scope.spreads, scope.broad_ratio) != before
