"""Fitting the year: the greedy answer, and the proven one, beside the greedy one."""

from collections.abc import Iterator

import numpy as np

from bunraku.core.plan.problem import Problem
from bunraku.core.plan.scheduling import fit_greedily, fit_hours
from tests.bench.timing import Result, seconds


def problem(n: int, seed: int) -> Problem:
    """n pieces of lognormal worth with a season each, of which the year's hours hold about half."""
    rng = np.random.default_rng(seed)
    hours = rng.integers(2, 13, n).astype(float)
    peak = rng.integers(0, 12, n)
    season = 1 + 0.6 * np.cos((np.arange(12)[None, :] - peak[:, None]) * np.pi / 6)
    return Problem(
        rng.lognormal(4, 1, (n, 1)) * season, hours, np.full(12, hours.sum() / 24), np.full(n, -1)
    )


def run() -> Iterator[Result]:
    for n, gap, most in ((50, 0.01, 2.5), (300, 0.02, 3.0)):
        cases = [problem(n, seed) for seed in range(4)]
        greedy = max(seconds(lambda problem=problem: fit_greedily(problem)) for problem in cases)
        taken = [seconds(lambda problem=problem: fit_hours(problem)) for problem in cases]
        fits = [fit_hours(problem) for problem in cases]
        better = np.mean(
            [
                fit.value / fit_greedily(problem).value
                for fit, problem in zip(fits, cases, strict=True)
            ]
        )
        widest = max(fit.gap_share for fit in fits)
        yield (
            f"fit {n} pieces, worst of four",
            f"{max(taken):.2f} s, gap {100 * widest:.2f} %, greedy + {100 * (better - 1):.1f} %",
            f"{most:g} s, gap {100 * gap:g} %",
            max(taken) < most and widest < gap,
        )
        yield (
            f"  the greedy answer for {n}",
            f"{1000 * greedy:.1f} ms",
            "at once (50 ms)",
            greedy < 0.05,
        )
