"""Packing phrases into titles and longer fields: how long it takes, and how near the best possible
it comes, beside the word program solved in whole numbers, which no text can be worth more than."""

from collections.abc import Iterator

import numpy as np

from bunraku.core.write.packing import Wish, pack
from tests.bench.timing import Result, percentile, seconds
from tests.core.test_packing import at_most, made

RUNS = 20


def run() -> Iterator[Result]:
    for name, count, wish, least, median in (
        ("a title of 20 phrases", 20, Wish(60), 0.99, 0.06),
        ("60 phrases in 200 characters", 60, Wish(200), 0.99, 0.06),
        ("60 phrases in 200 bytes", 60, Wish(200, "bytes"), 0.99, 0.06),
    ):
        shares: list[float] = []
        times: list[float] = []
        for seed in range(RUNS):
            phrases, values = made(count, seed)
            times.append(seconds(lambda p=phrases, v=values, w=wish: pack(p, v, w)))  # type: ignore[misc]
            packed = pack(phrases, values, wish)
            shares.append(packed.value / at_most(phrases, values, wish))
        mean = float(np.mean(shares))
        yield (
            f"{name}: share of what none can exceed",
            f"mean {mean:.3f}, least {min(shares):.3f}",
            f"over {least}",
            mean >= least,
        )
        middle, slow = percentile(times, 0.5), percentile(times, 0.95)
        yield (
            "  time, median and 95th percentile",
            f"{1000 * middle:.0f} ms, {1000 * slow:.0f} ms",
            f"{1000 * median:.0f} ms, 300 ms",
            middle <= median and slow <= 0.3,
        )
    phrases, values = made(1_000, 1)
    took = seconds(lambda: pack(phrases, values, Wish(200)))
    packed = pack(phrases, values, Wish(200))
    yield (
        "1,000 phrases in 200 characters, with its bound",
        f"{took:.2f} s; at least {packed.share:.3f} of the best",
        "2 s",
        took <= 2,
    )
