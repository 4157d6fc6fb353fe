"""Results pages: 10,000 stored ones analysed beside a loop page by page; chance; the strengths of
the view's slider."""

from collections.abc import Iterator
from datetime import date

import numpy as np

from bunraku.core.text.addresses import address_words
from bunraku.core.text.tokens import _stem
from bunraku.core.weigh.chance import difficulty, outlook, own_strength
from bunraku.core.weigh.company import Result as Stands
from bunraku.core.weigh.landing import STRENGTHS, landings
from bunraku.core.weigh.page import page_facts, strength
from bunraku.core.weigh.page_signs import PageRead, page_signs
from bunraku.core.weigh.phrase_match import _wanted, how_said, stems_in, words_line
from tests.bench.timing import Result, seconds


def stored_pages(n: int) -> tuple[list[PageRead], list[str]]:
    """n pages of ten results, whose titles stand on the pages of several keywords, as they do."""
    rng = np.random.default_rng(5)
    words = "telescope star chart repair kids moon best guide set adapter lens filter night".split()
    titles = [" ".join(rng.choice(words, 6)).capitalize() + f" {i % 900}" for i in range(3 * n)]
    keywords = [" ".join(rng.choice(words, 3)) for _ in range(n)]
    pages = [
        PageRead(
            [
                Stands(
                    k + 1,
                    f"https://site{i % 300}.example/{titles[i].replace(' ', '-')}",
                    titles[i],
                    f"site{i % 300}",
                    published=date(2026, 1, 1 + i % 28),
                )
                for k, i in enumerate(rng.integers(0, len(titles), 10).tolist())
            ],
            date(2026, 10, 15),
        )
        for _ in range(n)
    ]
    return pages, keywords


def analyse(pages: list[PageRead], keywords: list[str]) -> None:
    """All that weighing makes of pages."""
    said = [
        [(50.0, 5.0, how_said(r.title, keyword, "en")) for r in page.results]
        for page, keyword in zip(pages, keywords, strict=True)
    ]
    strengths = strength(page_facts(said), "web")
    difficulty(strengths, "web")
    outlook(strengths, own_strength(34.0, len(pages), "web"), "web")
    page_signs(pages, keywords, "en")


def plainly(pages: list[PageRead], keywords: list[str]) -> None:
    """The same in a loop, page by page, nothing remembered: title and keyword are taken apart where
    they stand."""
    for page, keyword in zip(pages, keywords, strict=True):
        for result in page.results:
            for kept in (words_line, stems_in, address_words, _wanted, _stem):
                kept.cache_clear()
            how_said(result.title, keyword, "en")
        analyse([page], [keyword])


def run() -> Iterator[Result]:
    """Stored results pages, analysed."""
    pages, keywords = stored_pages(10_000)
    analyse(pages[:100], keywords[:100])
    plain = seconds(lambda: plainly(pages[:100], keywords[:100])) * len(pages) / 100
    took = seconds(lambda: analyse(pages, keywords))
    yield (
        "10,000 results pages analysed",
        f"{took:.2f} s; page by page {plain:.0f} s ({plain / took:.0f} times)",
        "under 5 s, 20 times",
        took < 5 and plain > 20 * took,
    )
    strengths = np.random.default_rng(6).uniform(20, 90, (10_000, 10))
    own = own_strength(34.0, 10_000, "web")
    took = seconds(lambda: outlook(strengths, own, "web"), times=3)
    yield ("chance of 10,000 keywords", f"{took:.2f} s", "under 2 s", took < 2)
    took = seconds(lambda: landings(strengths[0], STRENGTHS, "web", 1_000.0, 0.8), times=5)
    yield (
        "a page at all strengths of the slider",
        f"{1000 * took:.1f} ms",
        "under 50 ms",
        took < 0.05,
    )
