"""What the practice world's search box completes."""

import re
from collections.abc import Iterator, Sequence

import numpy as np

from bunraku.core.text import identity_key
from bunraku.sources.rehearsal.channels import CHANNEL_INDEX
from bunraku.sources.rehearsal.query import Query
from bunraku.sources.rehearsal.world import LEAST_DEMAND, Ids, World

NOBODYS: Ids = np.zeros(0, dtype=np.int32)


def complete(world: World, prefix: str, channel: str, count: int, place: str = "") -> list[str]:
    """Queries that begin with `prefix`, or hold its words, most searched first; a `*` stands
    for any words; asked from a place, what names it comes first."""
    typed = prefix.casefold().lstrip()
    key = identity_key(typed.replace("*", " "))
    if not key:
        return []
    column = CHANNEL_INDEX[channel]
    inside = world.head_inside(key) is not None
    # Somebody with another subject who types "garden" is not asking for telescopes in one.
    ids = _matching(world, typed, key, count) if inside or world.is_at_home else NOBODYS
    if ids.size:
        ids = ids[world.truth.demand[ids, column] >= LEAST_DEMAND]
        weight = world.truth.demand[ids, column].astype(float)
        if place:
            local = np.isin(ids, world.holding(place))
            weight = weight * np.where(local, 60.0, 1.0)
        order = np.argsort(-weight, kind="stable")[: count + 1]
        return [world.texts[n] for n in ids[order].tolist() if world.texts[n] != key][:count]
    if inside:
        return []
    return _strange_completions(world, typed, key, column, count)


def _matching(world: World, typed: str, key: str, count: int) -> Ids:
    if "*" in typed:
        left, _, right = (identity_key(part) for part in typed.partition("*"))
        pattern = re.compile(
            rf"{re.escape(left)}\b.+\b{re.escape(right)}" if left else rf".+\b{re.escape(right)}"
        )
        held = world.holding(key)
        return np.array([n for n in held.tolist() if pattern.match(world.texts[n])], dtype=np.int32)
    start = key + " " if typed.endswith(" ") else key
    span = world.span(start)
    return np.union1d(span, world.holding(key)) if span.size < count else span


def _strange_completions(world: World, typed: str, key: str, column: int, count: int) -> list[str]:
    words = key.split()
    start = key + " " if typed.endswith(" ") else key
    for subject in _subjects(world, key):
        queries = [
            query
            for query in world.elsewhere(subject).queries.values()
            if query.demand[column] >= LEAST_DEMAND and query.key != key
        ]
        found = _begun(queries, start, words, starred="*" in typed)
        if not found and words[0] in world.tongue.question_words:
            # "how stove": what begins so, for nobody types it in full.
            found = [query for query in queries if query.key.startswith(words[0])]
        if found:
            found.sort(key=lambda q: (-q.demand[column], q.key))
            return [query.key for query in found[:count]]
    return []


def _subjects(world: World, key: str) -> Iterator[str]:
    """What somebody may be about who types this, the likeliest first."""
    words = key.split()
    if words[0] in world.tongue.question_words:
        asked = world.subject_of(key)
        if asked != key:
            # A whole question: what is left of it without its first words is no subject.
            yield asked
            return
    # What begins or joins names nobody; a letter after a subject begins what is asked about it.
    low, high = 0, len(words)
    if " ".join(words[:2]) in world.tongue.measures:
        # How often to clean a kettle: what is done is not of the subject either.
        kept = world.split_frame(" ".join(words[2:]))[0].split()
        low = high - len(kept) if words[high - len(kept) :] == kept else 2
    while low < high and words[low] in world.tongue.joints:
        low += 1
    while high > low and (words[high - 1] in world.tongue.joints or len(words[high - 1]) == 1):
        high -= 1
    if world.tongue.named_first and low < high:
        # Where the thing is named first, what stands behind it is no subject without it.
        yield world.subject_of(" ".join(words[low:high]))
        return
    for skipped in range(low, high):
        yield world.subject_of(" ".join(words[skipped:high]))


def _begun(
    queries: Sequence[Query], start: str, words: Sequence[str], *, starred: bool
) -> list[Query]:
    if starred:
        return [query for query in queries if set(words) <= set(query.key.split())]
    return [query for query in queries if query.key.startswith(start)]
