"""Words that languages write together: "Harfenunterricht" holds "Harfe", and stands near
"Harfensaiten"."""

from collections.abc import Collection
from functools import lru_cache

from bunraku.core.text.frames import is_frame
from bunraku.core.text.known_words import known_words
from bunraku.core.text.stop_words import STOP_WORDS

LANGUAGES = ("de", "nl")
SHORTEST = 4
"""Letters of a part: what is shorter stands in too many words by chance."""
_LINKS = ("", "e", "n", "s", "en", "er", "es", "ns")
"""What is put between two parts."""
_NO_PART = frozenset(
    "unter über hinter neben zwischen gegen wieder durch nach fest hoch voll nieder zurück ober "
    "onder over achter tegen door voor samen terug hoog neer boven binnen buiten heid schap keit "
    "schaft lich isch ungen tion ismus".split()
)
"""Beginnings and ends that are no part of their own."""


def shares_a_part(word: str, others: Collection[str], language: str) -> bool:
    """Whether a word holds another one, is held by it, or begins as it does with the same word.

    Parameters: `word`; `others`; case-folded; `language`, two letters. Returns: False in languages
    that write words apart. Raises: nothing. Cost: some look-ups for each of the others."""
    if language not in LANGUAGES or len(word) < SHORTEST:
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
        for part in _beginnings(word, other)
    )


def _root(word: str) -> str:
    """Without the ending that goes in a compound: "harfe" in "harfenbauer", "welpen" in
    "welpe"."""
    return word[:-1] if word.endswith(("e", "n")) and len(word) > SHORTEST else word


def _beginnings(word: str, other: str) -> list[str]:
    """What two words begin with alike, with and without what links it."""
    same = 0
    for one, two in zip(word, other, strict=False):
        if one != two:
            break
        same += 1
    whole = word[:same]
    cut = [whole.removesuffix(link) for link in _LINKS if whole.endswith(link)]
    return [part for part in dict.fromkeys(cut) if len(part) >= SHORTEST]


def _is_part(part: str, language: str) -> bool:
    return not (
        part in _NO_PART or part in STOP_WORDS.get(language, ()) or is_frame(part, language)
    )
