"""Suggesting what to leave out: words that the user drops again and again, and names that behave
like brands."""

import re
from collections import Counter, defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from rapidfuzz import process
from rapidfuzz.distance import OSA

from bunraku.core.languages import language_named
from bunraku.core.text import identity_key, tokens
from bunraku.core.text.known_words import known_words
from bunraku.core.text.spelling import spelling_key, strip_accents

LEAST_DROPS = 3
"""Drops with one word from which it is a habit: two are chance."""
DROPPED_SHARE = 0.9
"""Share of the decisions on keywords with the word that must be drops."""
LEAST_SHARE = 0.1
"""Share of all keywords with the word, undecided ones too, that must have been dropped already."""
LEAST_PUBLISHERS = 2
"""Publishers who must carry a name before it is taken for a brand: one's own name stands in one's
own titles only."""
_CAPITALISED = re.compile(r"\b[A-Z][a-zA-Z]{3,}\b")


@dataclass(frozen=True)
class Hint:
    """Something that could be left out: kind and value of the rule, why, how many undecided
    keywords it would leave out, and some of them."""

    kind: str
    value: str
    why: str
    count: int
    examples: tuple[str, ...]


def suggest_rules(
    undecided: Sequence[str],
    dropped: Sequence[str],
    kept: Sequence[str],
    titles: Iterable[tuple[str, str]],
    known: Sequence[str],
    language: str,
    most: int = 8,
) -> list[Hint]:
    """What could be left out, the most effective first.

    Parameters: `undecided`, `dropped` (as off topic or another's brand) and `kept`, identity keys;
    `titles`, pairs of publisher and title as rivals write it; `known`, texts whose words are not to
    be suggested: what is left out already, the user's own brands, what the project and its seeds
    are about; `language`. Returns: at most `most` hints, each of which leaves out at least one
    undecided keyword. Raises: nothing. Cost: linear."""
    silent = {word for text in known for word in tokens(text)} | language_named(language).stop_words
    holding: dict[str, list[str]] = defaultdict(list)
    for key in undecided:
        for word in set(key.split()):
            holding[word].append(key)
    drops = Counter(word for key in dropped for word in set(key.split()))
    keeps = Counter(word for key in kept for word in set(key.split()))
    hints: dict[str, Hint] = {}
    for name, publishers in _brand_like(titles, language).items():
        if name not in silent and holding.get(name) and not keeps[name]:
            why = (
                f"Possible brand: {publishers} publishers capitalise it and it is not a known word."
            )
            hints[name] = _hint("brand", name, why, holding[name])
    for word, count in drops.items():
        often = count >= LEAST_DROPS and count / (count + keeps[word]) >= DROPPED_SHARE
        # Six drops among three hundred keywords with a word say nothing of the word.
        often = often and count / (count + len(holding.get(word, ()))) >= LEAST_SHARE
        if (
            often
            and word not in silent
            and word not in hints
            and holding.get(word)
            and not word.isdigit()
        ):
            kept_too = f", kept {keeps[word]} times" if keeps[word] else ", never kept one"
            hints[word] = _hint(
                "word", word, f"You rejected {count} keywords with it{kept_too}.", holding[word]
            )
    return sorted(hints.values(), key=lambda hint: (-hint.count, hint.value))[:most]


def _hint(kind: str, value: str, why: str, holding: list[str]) -> Hint:
    return Hint(kind, value, why, len(holding), tuple(holding[:5]))


def _brand_like(titles: Iterable[tuple[str, str]], language: str) -> dict[str, int]:
    """Capitalised names that no word list knows, with how many publishers write them."""
    seen: dict[str, set[str]] = defaultdict(set)
    words = known_words(language)
    for publisher, title in titles:
        for name in _CAPITALISED.findall(title):
            key = identity_key(name)
            if words.isdisjoint(
                {strip_accents(key), strip_accents(key).rstrip("s"), spelling_key(key, language)}
            ):
                seen[key].add(publisher)
    often = {name: len(by) for name, by in seen.items() if len(by) >= LEAST_PUBLISHERS}
    return {name: count for name, count in often.items() if not _misspelt(name, words)}


def _misspelt(name: str, words: frozenset[str]) -> bool:
    """Whether a name is a known word with one letter wrong."""
    return process.extractOne(name, words, scorer=OSA.distance, score_cutoff=1) is not None
