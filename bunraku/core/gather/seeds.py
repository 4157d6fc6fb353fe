"""Reading the seeds that a person typed or pasted."""

import re
from collections.abc import Iterable
from dataclasses import dataclass

from bunraku.core.gather.seed_operators import Seed, read_seed
from bunraku.core.text import BadKeyword, identity_key

MAX_SEEDS = 200
"""Seeds of one run: each is asked for by every way, so more would not end this morning."""
MAX_TYPED_CHARACTERS = 50_000
"""Ten times what so many seeds take: beyond it something else was pasted."""
_SEPARATORS = re.compile(r"[,;\n\r\t\u2028\u2029]+")


@dataclass(frozen=True)
class RefusedSeed:
    """A part of what was typed that cannot be a seed: its place (from 1), its start, and why."""

    number: int
    text: str
    code: str
    message: str


@dataclass(frozen=True)
class SeedList:
    """What was understood: seeds in the order typed, each once, and what was refused."""

    seeds: tuple[Seed, ...]
    refused: tuple[RefusedSeed, ...]
    repeated: int


def read_seeds(typed: str) -> SeedList:
    """Split a text at commas, semicolons, tabs and lines into seeds.

    Parameters: `typed`, what stands in the seed box. Returns: the seeds cleaned and with their
    operators understood (`seed_operators`), each identity key once; refused parts with their number
    and reason; how many were repeats. Empty parts between separators are not refused: a trailing
    comma is no mistake. Raises: nothing; a text longer than `MAX_TYPED_CHARACTERS`, and every seed
    after the first `MAX_SEEDS`, is refused with a reason.
    """
    if len(typed) > MAX_TYPED_CHARACTERS:
        message = (
            f"The list is {len(typed):,} characters long; {MAX_TYPED_CHARACTERS:,} fit in one go."
        )
        return SeedList((), (RefusedSeed(1, typed[:60], "seeds_too_long", message),), 0)
    kept: dict[str, Seed] = {}
    refused: list[RefusedSeed] = []
    repeated = 0
    parts = [part.strip() for part in _SEPARATORS.split(typed)]
    for number, part in enumerate((part for part in parts if part), start=1):
        try:
            seed = read_seed(part)
        except BadKeyword as bad:
            refused.append(RefusedSeed(number, part[:60], bad.code, str(bad)))
            continue
        key = identity_key(seed.text)
        if key in kept:
            repeated += 1
        elif len(kept) >= MAX_SEEDS:
            refused.append(
                RefusedSeed(
                    number, part[:60], "seeds_too_many", f"Only {MAX_SEEDS} seeds fit in one run."
                )
            )
        else:
            kept[key] = seed
    return SeedList(tuple(kept.values()), tuple(refused), repeated)


def read_words(lines: Iterable[str]) -> list[str]:
    """Brand words as people list them: cleaned, each once, bad ones left out."""
    words: dict[str, str] = {}
    for line in lines:
        for seed in read_seeds(line).seeds:
            words.setdefault(identity_key(seed.text), seed.text)
    return list(words.values())
