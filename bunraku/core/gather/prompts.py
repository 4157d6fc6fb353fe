"""What is typed into a search box to hear what it completes: by way and language."""

import string
from collections.abc import Callable, Sequence

from bunraku.core.languages import asked_in


def _inside(seed: str) -> list[str]:
    """Places for a word that stands before, after or in the middle of a seed."""
    words = seed.split()
    gaps = [" ".join([*words[:at], "*", *words[at:]]) for at in range(1, len(words))]
    return [f"* {seed}", *gaps, f"{seed} * "]


def _asked(seed: str, questions: Sequence[str]) -> list[str]:
    """A seed after each question word; one that is a question already as it is."""
    if any(seed.casefold().startswith(f"{word} ") for word in questions):
        return [f"{seed} "]
    return [f"{word} {seed}" for word in questions]


PROMPTS: dict[str, Callable[[str, str], list[str]]] = {
    "box": lambda seed, language: [seed, f"{seed} "],
    "alphabet": lambda seed, language: [
        f"{seed} {sign}" for sign in string.ascii_lowercase + string.digits
    ],
    "asked": lambda seed, language: _asked(seed, asked_in(language).questions),
    "joined": lambda seed, language: [
        f"{seed} {word} " for word in asked_in(language).prepositions
    ],
    "either": lambda seed, language: [f"{seed} {word} " for word in asked_in(language).comparisons],
    "inside": lambda seed, language: _inside(seed),
}


def prompts(way: str, seed: str, language: str) -> list[str]:
    """What is typed for a seed by a way, in order, each once.

    Parameters: `way`, one of `PROMPTS`; `seed`; `language`, two letters (an unknown one has the
    English words). Returns: the prompts; a `*` stands for any words. Raises: `KeyError` for a way
    that asks no search box."""
    return list(dict.fromkeys(PROMPTS[way](seed, language)))
