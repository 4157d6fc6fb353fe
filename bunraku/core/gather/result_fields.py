"""What the best results say of themselves: their tags, the phrases of their titles, with how many
use each."""

import re
from collections import defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from bunraku.core.languages import language_named
from bunraku.core.text import identity_key, tokens

LONGEST_PHRASE = 5
"""Words in a phrase: longer ones are whole titles, used once."""
LEAST_USES = 2
"""Results that must use a phrase of a title before it is one: what a single title says is its
own."""
_PARTS = re.compile(r"\s[-–—|:·]\s|[,;!?()\[\]|]")


@dataclass(frozen=True)
class ResultFields:
    """What one result says: who publishes it, its title, tags, materials, categories, headings."""

    publisher: str
    title: str
    tags: Sequence[str] = ()
    materials: Sequence[str] = ()
    categories: Sequence[str] = ()
    headings: Sequence[str] = ()


@dataclass(frozen=True)
class Used:
    """A phrase, by how many of the results it is used, and in which fields."""

    text: str
    used_by: int
    fields: tuple[str, ...]


def phrases_used(results: Iterable[ResultFields], seed: str, language: str) -> list[Used]:
    """Phrases that results use in their fields, the most used first.

    Parameters: `results`; `seed`, the term they stand for; `language`. Returns: every tag and
    category; each stretch of two to `LONGEST_PHRASE` words of a title that begins and ends with a
    word of meaning, stands between the same signs, and is used by `LEAST_USES` results or more; a
    heading that as many use; a material together with the seed. A phrase is counted once a result.
    A publisher's own name is no phrase. Raises: nothing. Cost: linear in the words."""
    users: dict[str, set[int]] = defaultdict(set)
    fields: dict[str, set[str]] = defaultdict(set)
    texts: dict[str, str] = {}
    for number, result in enumerate(results):
        # A site by the words of its name, without what follows the first point.
        own = set(tokens(result.publisher.split(".")[0]))
        for field, said in _said(result, seed, language):
            key = identity_key(said)
            if not key or set(key.split()) <= own:
                continue
            users[key].add(number)
            fields[key].add(field)
            texts.setdefault(key, said)
    out = [
        Used(texts[key], len(by), tuple(sorted(fields[key])))
        for key, by in users.items()
        # A tag was chosen as a phrase by somebody, so one use is enough.
        if len(by) >= LEAST_USES or not fields[key] <= {"title", "heading"}
    ]
    return sorted(out, key=lambda used: (-used.used_by, used.text))


def _said(result: ResultFields, seed: str, language: str) -> Iterable[tuple[str, str]]:
    yield from (("tags", tag) for tag in result.tags)
    yield from (("heading", heading) for heading in result.headings)
    yield from (("category", category) for category in result.categories)
    yield from (("material", f"{material} {seed}") for material in result.materials)
    stop = language_named(language).stop_words
    for part in _PARTS.split(result.title):
        words = tokens(part)
        for start in range(len(words)):
            for end in range(start + 2, min(start + LONGEST_PHRASE, len(words)) + 1):
                if words[start] not in stop and words[end - 1] not in stop:
                    yield "title", " ".join(words[start:end])
