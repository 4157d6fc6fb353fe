"""Words that languages write together: "Harfenunterricht" holds "Harfe", and stands near
"Harfensaiten"."""

from collections.abc import Callable, Collection, Mapping
from functools import lru_cache

from bunraku.core.languages import language_named
from bunraku.core.text.frames import is_frame
from bunraku.core.text.german_nouns import noun_parts
from bunraku.core.text.known_words import known_words

SHORTEST = 4
"""Letters of a part: what is shorter stands in too many words by chance, where no table of nouns
tells."""
_PARTS: Mapping[str, Callable[[str], frozenset[str]]] = {"de": noun_parts}
"""What tells the parts of a word, by language."""


def shares_a_part(word: str, others: Collection[str], language: str) -> bool:
    """Whether a word holds another one, is held by it, or begins as it does with the same word.

    Parameters: `word`; `others`; case-folded; `language`, two letters. Returns: False in languages
    that write words apart. Raises: nothing. Cost: some look-ups for each of the others."""
    if not language_named(language).compounds:
        return False
    return any(_related(word, other, language) for other in others)


@lru_cache(maxsize=100_000)
def _related(word: str, other: str, language: str) -> bool:
    parts = _PARTS.get(language)
    if parts and any(_is_part(part, language) for part in parts(word) & parts(other)):
        return True
    short, long = sorted((word, other), key=len)
    if len(short) < SHORTEST:
        return False
    ends = (short, short.removesuffix("n"))
    if _is_part(short, language) and (long.startswith(_root(short)) or long.endswith(ends)):
        return True
    return any(
        _is_part(part, language) and part in known_words(language)
        for part in _beginnings(word, other, language)
    )


def _root(word: str) -> str:
    """Without the ending that goes in a compound: "harfe" in "harfenbauer", "welpen" in
    "welpe"."""
    return word[:-1] if word.endswith(("e", "n")) and len(word) > SHORTEST else word


def _beginnings(word: str, other: str, language: str) -> list[str]:
    """What two words begin with alike, with and without what links it."""
    same = 0
    for one, two in zip(word, other, strict=False):
        if one != two:
            break
        same += 1
    whole = word[:same]
    links = ("", *language_named(language).links)
    cut = [whole.removesuffix(link) for link in links if whole.endswith(link)]
    return [part for part in dict.fromkeys(cut) if len(part) >= SHORTEST]


def _is_part(part: str, language: str) -> bool:
    known = language_named(language)
    said_of_all = known.no_part | known.stop_words | known.offers
    return part not in said_of_all and not is_frame(part, language)
