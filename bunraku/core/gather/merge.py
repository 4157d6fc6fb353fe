"""Merging what sources suggest into keywords, each with all its origins."""

from collections.abc import Iterable
from dataclasses import dataclass, field

from bunraku.core.gather.brands import BrandMatcher
from bunraku.core.text import BadKeyword, clean_keyword, identity_key


@dataclass(frozen=True)
class Origin:
    """Where a keyword came from: the way, the seed that was asked about, the source and the channel."""

    method: str
    seed: str
    source: str
    channel: str


@dataclass
class Merged:
    """Keywords by identity key, their first spelling, their origins; and what was left out, counted."""

    texts: dict[str, str] = field(default_factory=dict)
    origins: dict[str, list[Origin]] = field(default_factory=dict)
    brand_hits: dict[str, int] = field(default_factory=dict)
    unusable: int = 0


def merge_suggestions(suggestions: Iterable[tuple[str, Origin]], brands: BrandMatcher) -> Merged:
    """Bring suggestions together by identity key.

    Parameters: `suggestions`, pairs of text and origin; `brands`, the words kept out.
    Returns: every keyword once with each distinct origin once, in order of arrival; how many
    suggestions each brand word kept out; how many could not be keywords. Raises: nothing. Cost: linear.
    """
    merged = Merged()
    seen: set[tuple[str, Origin]] = set()
    for text, origin in suggestions:
        try:
            tidy = clean_keyword(text)
        except BadKeyword:
            merged.unusable += 1
            continue
        key = identity_key(tidy)
        if not key:
            merged.unusable += 1
            continue
        if (key, origin) in seen:
            continue
        seen.add((key, origin))
        brand = brands.find(tidy)
        if brand is not None:
            merged.brand_hits[brand] = merged.brand_hits.get(brand, 0) + 1
            continue
        merged.texts.setdefault(key, tidy)
        merged.origins.setdefault(key, []).append(origin)
    return merged
