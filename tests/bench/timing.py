"""Measuring time."""

import time
from collections.abc import Callable
from typing import Any

Result = tuple[str, str, str, bool]


def seconds(work: Callable[[], Any], *, times: int = 1) -> float:
    """The least time of some runs: what the work takes where nothing disturbs it."""
    best = float("inf")
    for _ in range(times):
        began = time.perf_counter()
        work()
        best = min(best, time.perf_counter() - began)
    return best


def percentile(values: list[float], share: float) -> float:
    """The value below which a share of the values lies."""
    ranked = sorted(values)
    return ranked[min(len(ranked) - 1, int(share * len(ranked)))]
