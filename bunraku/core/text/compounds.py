"""Words that languages write together: "Harfenunterricht" holds "Harfe", and stands near
"Harfensaiten"."""

from collections.abc import Collection
from functools import lru_cache

from bunraku.core.languages import language_named
from bunraku.core.text.frames import is_frame
from bunraku.core.text.known_words import known_words

SHORTEST = 4
"""Letters of a part: what is shorter stands in too many words by chance."""


def shares_a_part(word: str, others: Collection[str], language: str) -> bool:
    """Whether a word holds another one, is held by it, or begins as it does with the same word.

    Parameters: `word`; `others`; case-folded; `language`, two letters. Returns: False in languages
    that write words apart. Raises: nothing. Cost: some look-ups for each of the others."""
    if not language_named(language).compounds or len(word) < SHORTEST:
        return False
    return any(_related(word, other, language) for other in others)


@lru_cache(maxsize=100_000)
def _related(word: str, other: str, language: str) -> bool:
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
    return not (part in known.no_part or part in known.stop_words or is_frame(part, language))
