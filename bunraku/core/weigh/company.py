"""Who stands on a results page, taken together: how many newcomers, how strong the least of them,
who holds several places; and the same of the listings that a person is up against."""

from collections import Counter
from collections.abc import Collection, Sequence
from dataclasses import dataclass, field
from datetime import date
from statistics import median

from bunraku.core.text.addresses import address_words, host_of
from bunraku.core.weigh.phrase_match import plain_words, says_exactly, words_line

NEW_DAYS = (7, 30, 365)
"""Days within which a result counts as new."""
MANY_PLACES = 2
"""Places from which it is told that one publisher holds several."""


@dataclass(frozen=True)
class Result:
    """An organic result with what is known of it; None is unknown."""

    position: int
    address: str
    title: str
    publisher: str
    standing: float | None = None
    pull: float | None = None
    published: date | None = None
    views: float | None = None
    price: float | None = None
    reviews: float | None = None
    materials: Sequence[str] = ()
    categories: Sequence[str] = ()


@dataclass(frozen=True)
class Spread:
    """Of figures that are known: how many, the least, the middle and the most."""

    known: int
    least: float
    typical: float
    most: float


@dataclass(frozen=True)
class Company:
    """Those who stand on a page together: titles and addresses that carry the exact phrase; spreads
    by name (standing, pull, views, price, reviews) where anything is known; results that appeared
    in the last 7, 30 and 365 days, None where no day is known; who holds several places;
    publishers; places that are one's own."""

    results: int
    titles: int
    addresses: int
    spreads: dict[str, Spread] = field(default_factory=dict)
    new: tuple[int, int, int] | None = None
    several: tuple[tuple[str, int], ...] = ()
    publishers: int = 0
    own: tuple[int, ...] = ()


def company_of(
    results: Sequence[Result], keyword: str, language: str, on: date, own: Collection[str] = ()
) -> Company:
    """Those who stand on a page, taken together.

    Parameters: `results`, organic; `keyword` and its language; `on`, the day the page was read;
    `own`, hosts or names of one's own outlets. Returns: `Company`. Raises: nothing. Cost: linear.
    """
    days = [(on - r.published).days for r in results if r.published is not None]
    holders = Counter(r.publisher for r in results)
    return Company(
        results=len(results),
        titles=sum(says_exactly(r.title, keyword, language) for r in results),
        addresses=sum(says_exactly(address_words(r.address), keyword, language) for r in results),
        spreads={
            name: spread
            for name in ("standing", "pull", "views", "price", "reviews")
            if (spread := _spread([getattr(r, name) for r in results])) is not None
        },
        new=(
            (
                sum(d <= NEW_DAYS[0] for d in days),
                *(sum(d <= n for d in days) for n in NEW_DAYS[1:]),
            )  # type: ignore[arg-type]
            if days
            else None
        ),
        several=tuple((who, n) for who, n in holders.most_common() if n >= MANY_PLACES),
        publishers=len(holders),
        own=tuple(r.position for r in results if is_own(r, own)),
    )


def is_own(result: Result, own: Collection[str]) -> bool:
    """Whether a result is of one of one's own outlets, told by names and hosts in lower case: by
    its publisher's name or its host."""
    host = host_of(result.address)
    return result.publisher.casefold() in own or host in own


def _spread(values: Sequence[float | None]) -> Spread | None:
    known = sorted(value for value in values if value is not None)
    if not known:
        return None
    return Spread(len(known), known[0], float(median(known)), known[-1])


@dataclass(frozen=True, kw_only=True)
class Narrowing:
    """Which listings count: made of a material, in a category, at a price from and to, one's own
    shop among them or not, and none with any of some words in the title. Empty: any."""

    material: str = ""
    category: str = ""
    price_from: float | None = None
    price_to: float | None = None
    without_own: bool = False
    without_words: Sequence[str] = ()


def narrowed(
    results: Sequence[Result], by: Narrowing, language: str, own: Collection[str] = ()
) -> list[Result]:
    """The results that a narrowing leaves, in order. What is not told of a result does not let it
    through a filter that asks for it. Raises: nothing. Cost: linear."""
    unwanted = {word for text in by.without_words for word in plain_words(text)}
    return [
        r
        for r in results
        if (not by.material or by.material in r.materials)
        and (not by.category or by.category in r.categories)
        and (by.price_from is None or (r.price is not None and r.price >= by.price_from))
        and (by.price_to is None or (r.price is not None and r.price <= by.price_to))
        and not (by.without_own and is_own(r, own))
        and unwanted.isdisjoint(words_line(r.title).split())
    ]
