"""Addresses of pages: proposed from a phrase, and what is wrong with one, as it stays for good."""

import re
from collections.abc import Sequence

from slugify import slugify

from bunraku.core.languages import language_named

LONGEST = 75
"""Characters up to which results pages show an address whole."""
_LATIN = re.compile("[a-z\u00c0-\u024f]", re.IGNORECASE)
_YEAR = re.compile(r"(?:^|-)(?:19|20)\d\d(?:-|$)")


def propose_slug(phrase: str, language: str) -> str:
    """The last part of an address for a page about a phrase.

    Parameters: `phrase`, its `language`. Returns: its words between hyphens, in plain letters where
    its script is Latin and in its own otherwise; a year goes, since the address stays and the year
    does not; small words go where it would be over `LONGEST`, then words from its end. Raises:
    nothing."""
    own = not _LATIN.search(phrase)
    replaced = [
        pair for low, high in language_named(language).replaced for pair in _both(low, high)
    ]
    whole = slugify(phrase, allow_unicode=own, replacements=[("&", " "), *replaced])
    words = [word for word in whole.split("-") if not re.fullmatch(r"(?:19|20)\d\d", word)]
    words = words or whole.split("-")
    if len("-".join(words)) > LONGEST:
        small = language_named(language).stop_words
        words = [word for word in words if word not in small] or words
    while len(words) > 1 and len("-".join(words)) > LONGEST:
        words.pop()
    return "-".join(words)[:LONGEST]


def _both(low: str, high: str) -> list[tuple[str, str]]:
    return [(low, high), (low.upper() if low != "ß" else "ẞ", high)]


def last_part(address: str) -> str:
    """What an address ends with: of "https://a.example/b/c/" it is "c"."""
    bare = re.sub(r"^[a-z]+://[^/]*", "", address.strip(), flags=re.IGNORECASE)
    parts = [part for part in re.split(r"[?#]", bare)[0].split("/") if part]
    return parts[-1] if parts else ""


def wrong_with_slug(address: str, others: Sequence[str]) -> list[str]:
    """What is wrong with an address, in sentences; empty where nothing is. `others`: addresses of
    other pieces. Raises: nothing."""
    slug = last_part(address)
    if not slug:
        return []
    wrong = []
    if slug.casefold() in {last_part(other).casefold() for other in others}:
        wrong.append("Another piece has it already: one of the two would not be reached.")
    if re.search(r"\s", slug) or slug != slug.strip():
        wrong.append("It has blanks: they are shown as %20.")
    if re.search(r"[A-Z]", slug):
        wrong.append("It has capitals; lower case may be a different URL.")
    if "_" in slug:
        wrong.append("Use hyphens, not underscores.")
    if _YEAR.search(slug):
        wrong.append("It has a year, and the URL stays when the year is over.")
    return wrong
