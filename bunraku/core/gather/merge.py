"""Merging what sources suggest into keywords, each with all its origins."""

from collections.abc import Callable, Iterable
from dataclasses import dataclass, field

from bunraku.core.text import BadKeyword, clean_keyword, identity_key


@dataclass(frozen=True)
class Origin:
    """Where a keyword came from: the way, the seed that was asked about, the source; and what the
    way tells of it (how many results use it, a rival's position, growth in per cent), None where
    nothing."""

    method: str
    seed: str
    source: str
    figure: int | None = field(default=None, compare=False)


@dataclass
class Merged:
    """Keywords by identity key, their first spelling, their origins; what was left out by the seed
    itself, counted by why; how many could not be keywords."""

    texts: dict[str, str] = field(default_factory=dict)
    origins: dict[str, list[Origin]] = field(default_factory=dict)
    unwanted: dict[str, int] = field(default_factory=dict)
    unusable: int = 0


def merge_suggestions(
    suggestions: Iterable[tuple[str, Origin]], unwanted: Callable[[str], str] = lambda key: ""
) -> Merged:
    """Bring suggestions together by identity key.

    Parameters: `suggestions`, pairs of text and origin; `unwanted`, why a key is not wanted, ""
    when it is. Returns: every keyword once with each distinct origin once, in order of arrival; how
    many were left out and why, how many could not be keywords. Raises: nothing. Cost: linear;
    200,000 in under 3 s."""
    merged = Merged()
    texts, origins = merged.texts, merged.origins
    for text, origin in suggestions:
        try:
            tidy = clean_keyword(text)
        except BadKeyword:
            merged.unusable += 1
            continue
        key = identity_key(tidy)
        known = origins.get(key)
        if known is not None:
            if origin not in known:
                known.append(origin)
            continue
        if not key:
            merged.unusable += 1
            continue
        why = unwanted(key)
        if why:
            merged.unwanted[why] = merged.unwanted.get(why, 0) + 1
            continue
        texts[key] = tidy
        origins[key] = [origin]
    return merged
