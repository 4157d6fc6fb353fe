"""Weighing 100,000 keywords in one call, beside a loop of calls for one keyword each."""

from collections.abc import Iterator

import numpy as np

from bunraku.core.weigh.intent import Names
from bunraku.core.weigh.page import PageFacts
from bunraku.core.weigh.page_signs import page_signs
from bunraku.core.weigh.rough import BROAD, EXACT
from bunraku.core.weigh.trust import Learned
from bunraku.core.weigh.verdict import PRESETS
from bunraku.core.weigh.volume import Told
from bunraku.core.weigh.weighing import Evidence, Standpoint, weigh, weigh_for_outlet
from tests.bench.timing import Result, seconds

COUNT = 100_000
LOOPED = 300
NAMES = Names(own=("duskfield",), places=("harrowmere",))
STANDPOINT = Standpoint("web", "en", PRESETS["growing"], {"transactional": 2.0}, NAMES)


def evidence(n: int) -> Evidence:
    """n keywords with counts of two sources, three years of history, bands and pages."""
    rng = np.random.default_rng(1)
    words = (
        "telescope star chart repair best cheap how to near me set kids 2026 moon map lens filter"
    ).split()
    series = (
        rng.lognormal(6, 1, (n, 1))
        * (1 + 0.5 * np.sin(np.arange(36) / 2))
        * rng.lognormal(0, 0.1, (n, 36))
    )
    exact = rng.lognormal(6, 2, (n, 2))
    exact[rng.random((n, 2)) < 0.15] = np.nan
    low = np.column_stack([exact, np.full(n, 1_000.0)])
    high = np.column_stack([exact, np.full(n, 100_000.0)])
    features = [[], ["shopping_strip"], ["questions_box", "video_strip"], ["map"]]
    texts = [" ".join(rng.choice(words, 4)) for _ in range(n)]
    return Evidence(
        texts=texts,
        read_as=texts,
        fit=rng.uniform(0.3, 1, n),
        priority=[""] * n,
        intents_overruled=[""] * n,
        words=np.full(n, 4),
        told=Told(
            low,
            high,
            np.zeros((n, 3), np.int8) + np.array([EXACT, EXACT, BROAD], np.int8),
            np.zeros((n, 3)),
            np.array([0.2, 0.3, 0.25]),
            np.zeros(3, np.int8),
        ),
        series=np.round(series),
        series_average=series[:, -12:].mean(axis=1),
        index=np.full((n, 36), np.nan),
        last_month=9,
        rough=np.full(n, np.nan),
        cpc=rng.uniform(0.1, 3, n),
        page=PageFacts(
            rng.uniform(5, 95, (n, 10)),
            rng.lognormal(2, 1, (n, 10)),
            rng.choice([0, 0.25, 0.6, 1.0], (n, 10)),
        ),
        signs=page_signs([None] * n, texts, "en"),
        features=[features[i % 4] for i in range(n)],
        ads=rng.integers(0, 4, n).astype(float),
        difficulty_told=np.full(n, np.nan),
        competition=rng.random(n),
        own_position=np.full(n, np.nan),
        guesses=[""] * n,
    )


def part(of: Evidence, i: int) -> Evidence:
    """The evidence of one keyword."""
    cut = {
        name: value[i : i + 1] if isinstance(value, (np.ndarray, list)) else value
        for name, value in of.__dict__.items()
    }
    told = of.told
    cut["told"] = Told(
        *(column[i : i + 1] for column in (told.low, told.high, told.match, told.age_days)),
        told.spread,
        told.may,
    )
    cut["signs"] = page_signs([None], cut["texts"], "en")
    cut["page"] = PageFacts(
        *(column[i : i + 1] for column in (of.page.standing, of.page.pull, of.page.wording))
    )
    return Evidence(**cut)


def run() -> Iterator[Result]:
    given = evidence(COUNT)

    def whole(of: Evidence) -> None:
        weigh_for_outlet(of, weigh(of, STANDPOINT, Learned()), STANDPOINT, 34.0)

    fast = seconds(lambda: whole(given), times=2)
    singles = [part(given, i) for i in range(LOOPED)]
    loop = seconds(lambda: [whole(single) for single in singles]) / LOOPED * COUNT
    yield (
        "weigh 100,000 keywords",
        f"{fast:.2f} s; a loop {loop:.0f} s, {loop / fast:.0f} times",
        "under 5 s",
        fast < 5,
    )
