"""Keywords whose results pages were read come together as the practice world's topics do, and not
as its subjects do."""

from dataclasses import replace
from functools import cache

import numpy as np
import pytest
from numpy.typing import NDArray

from bunraku.core.channels import CHANNEL_IDS
from bunraku.core.cluster.clustering import Meant, ToCluster, cluster_keywords
from bunraku.core.text.sentence_model import sentence_model
from bunraku.core.weigh.intent import read_intents
from bunraku.sources.rehearsal.channels import CHANNEL_INDEX
from bunraku.sources.rehearsal.results import Viewpoint, rank
from bunraku.sources.rehearsal.world import World, the_world
from tests.sources.outcomes import FOREIGN, TODAY

Labels = NDArray[np.int64]
HEADS = 10
KEYWORDS = 500


@cache
def read(channel: str, *, foreign: bool) -> tuple[list[str], Labels, Labels, Labels]:
    """Keywords of some subjects: their texts, pages, topics and heads, as numbers."""
    world, keys = _of_others() if foreign else _own(channel)
    numbers: dict[str, int] = {}

    def number(text: str) -> int:
        return numbers.setdefault(text, len(numbers) + 1)

    queries = [world.query(key) for key in keys]
    pages = np.array(
        [
            [number(page.address) for page in rank(world, query, Viewpoint(channel, TODAY))]
            for query in queries
        ]
    )
    topics = np.array([number(query.topic) for query in queries])
    return keys, pages, topics, np.array([number(query.head) for query in queries])


def _own(channel: str) -> tuple[World, list[str]]:
    world = the_world("en-GB")
    dice = np.random.default_rng(4)
    names = {world.tongue.heads[n].name for n in dice.choice(len(world.tongue.heads), HEADS, False)}
    asked = world.truth.demand[:, CHANNEL_INDEX[channel]] >= 5
    keys = [
        text
        for text, head, heard in zip(world.truth.texts, world.truth.heads, asked, strict=True)
        if heard and head.name in names
    ]
    return world, dice.permutation(keys)[:KEYWORDS].tolist()


def _of_others() -> tuple[World, list[str]]:
    setting, subjects = FOREIGN
    world = the_world("en-GB", setting)
    queries = [q for subject in subjects for q in world.elsewhere(subject).queries.values()]
    keys = sorted(query.key for query in queries if query.demand[0] >= 5)
    return world, np.random.default_rng(4).permutation(keys)[:KEYWORDS].tolist()


def pair_f1(true: Labels, found: Labels) -> float:
    """How well pairs that are together are those that belong together."""

    def pairs(labels: Labels) -> int:
        _, count = np.unique(labels, return_counts=True)
        return int((count * (count - 1) // 2).sum())

    both = pairs(true * (int(found.max()) + 1) + found)
    precision, recall = both / max(1, pairs(found)), both / pairs(true)
    return 2 * precision * recall / (precision + recall)


def clustered(keys: list[str], pages: Labels) -> Labels:
    n = len(keys)
    nowhere, free = np.full(n, -1), np.zeros(n, dtype=bool)
    return cluster_keywords(ToCluster(keys, pages, np.zeros(n, np.int64), nowhere, free), "en")


@pytest.mark.parametrize("noise", [0.0, 0.2])
@pytest.mark.parametrize(
    ("channel", "foreign"), [*((channel, False) for channel in CHANNEL_IDS), ("web", True)]
)
def test_topics_come_together(channel: str, foreign: bool, noise: float) -> None:
    keys, pages, topics, heads = read(channel, foreign=foreign)
    shuffled = pages.copy()
    dice = np.random.default_rng(9)
    for head in np.unique(heads):
        # A page by chance shows what stands on any page of its subject.
        rows = np.flatnonzero(heads == head)
        strange = dice.random((len(rows), pages.shape[1])) < noise
        some = shuffled[rows]
        some[strange] = dice.choice(np.unique(pages[rows]), int(strange.sum()))
        shuffled[rows] = some
    assert pair_f1(topics, clustered(keys, shuffled)) >= 0.92


@pytest.mark.parametrize("channel", CHANNEL_IDS)
def test_no_member_shares_one_or_two_results_with_all_others(channel: str) -> None:
    keys, pages, _, _ = read(channel, foreign=False)
    found = clustered(keys, pages)
    on_page = [set(row.tolist()) for row in pages]
    for label in np.unique(found):
        members = np.flatnonzero(found == label).tolist()
        for one in members:
            shares = [len(on_page[one] & on_page[other]) for other in members if other != one]
            assert not shares or max(shares) >= 3, keys[one]


@pytest.mark.parametrize(("channel", "foreign"), [("web", False), ("video", False), ("web", True)])
def test_where_half_of_the_pages_are_read_meaning_tells_more_than_words(
    channel: str, foreign: bool
) -> None:
    keys, pages, topics, _ = read(channel, foreign=foreign)
    model = sentence_model("en")
    n, some = len(keys), pages.copy()
    some[np.random.default_rng(3).random(n) < 0.5] = 0
    intents = read_intents(keys, [[]] * n, "en")
    by_words = ToCluster(
        keys,
        some,
        intents.probability.argmax(axis=1),
        np.full(n, -1),
        np.zeros(n, dtype=bool),
        intents.local > 0.5,
    )
    meant = Meant(keys, model.vectors(keys), np.zeros(n, dtype=np.int64))
    by_meaning = cluster_keywords(replace(by_words, meant=meant), "en")
    score = pair_f1(topics, by_meaning)
    assert score >= pair_f1(topics, cluster_keywords(by_words, "en")) + 0.2
    assert score >= 0.4
