"""Themes of clusters, and what could be done to clusters."""

from collections import Counter

import numpy as np
import pytest

from bunraku.core.cluster.clustering import ToCluster, cluster_keywords
from bunraku.core.cluster.proposals import Clustered, propose
from bunraku.core.cluster.themes import MOST_THEMES, find_themes
from bunraku.core.text.labelled_phrases import INTENTS, labelled_subjects

GROUPED = [subject for subject in labelled_subjects("en") if subject.grouped]
KNOW, BUY = INTENTS.index("informational"), INTENTS.index("transactional")


def unknown(count: int) -> np.ndarray:
    return np.full(count, np.nan)


KILNS = [
    "pottery kiln", "kiln shelves", "how to load a kiln", "kiln firing temperatures",
    "glaze recipes", "celadon glaze", "how to mix glaze", "crackle glaze",
    "pottery wheel", "kick wheel", "how to centre clay on the wheel",
    "porcelain clay", "how to wedge clay", "air drying clay",
    "membership card",
]  # fmt: skip


def test_themes_are_what_clusters_name() -> None:
    found = find_themes(KILNS, unknown(len(KILNS)), "en")
    names = [theme.name for theme in found.themes]
    assert {"kiln", "glaze"} <= set(names)
    by_name = {
        names[of]: [KILNS[k] for k in np.flatnonzero(found.of == of)]
        for of in set(found.of)
        if of >= 0
    }
    assert set(by_name["glaze"]) == {
        "glaze recipes",
        "celadon glaze",
        "how to mix glaze",
        "crackle glaze",
    }
    assert found.of[KILNS.index("membership card")] == -1


def test_a_handful_holds_most_of_any_subject() -> None:
    held = []
    for subject in GROUPED:
        texts = [phrase.text for phrase in subject.phrases]
        found = find_themes(texts, unknown(len(texts)), "en")
        assert 3 <= len(found.themes) <= MOST_THEMES + 3, subject.name
        sizes = Counter(found.of.tolist())
        assert all(sizes[of] >= 2 for of in range(len(found.themes)))
        assert all(theme.name for theme in found.themes)
        held.append((found.of >= 0).mean())
    # What is left is asked once only, in these lists of some eighty phrases.
    assert np.mean(held) >= 0.7
    assert min(held) >= 0.5


def test_places_are_no_theme() -> None:
    texts = [
        f"{thing} {town}"
        for town in ("harrowby", "tenwick", "marlow")
        for thing in ("thatching", "roof repair", "gutter cleaning")
    ]
    searched = np.array([10.0, 500.0, 20.0] * 3)
    found = find_themes(texts, searched, "en", places=("harrowby", "tenwick", "marlow"))
    names = {theme.name.split()[0] for theme in found.themes}
    assert names == {"thatching", "roof", "gutter"}


def test_themes_there_are_keep_their_places_and_those_who_stay() -> None:
    first = find_themes(KILNS, unknown(len(KILNS)), "en")
    stems = [theme.stem for theme in first.themes]
    more = [*KILNS, "ash glaze", "kiln vent", "throwing bats"]
    kept = np.concatenate([first.of, [-1, -1, -1]])
    # A person moved the first of the kilns into another theme.
    kept[0] = (kept[0] + 1) % len(stems)
    again = find_themes(more, unknown(len(more)), "en", known=stems, kept=kept)
    assert [theme.stem for theme in again.themes[: len(stems)]] == stems
    moved = again.of[: len(KILNS)] != kept[: len(KILNS)]
    assert not (moved & (kept[: len(KILNS)] >= 0)).any()
    assert again.of[len(KILNS)] == stems.index("glaze")


def test_nothing_one_and_the_same_have_themes_without_a_fuss() -> None:
    assert find_themes([], unknown(0), "en").themes == ()
    assert find_themes(["kiln"], unknown(1), "en").of.tolist() == [-1]
    assert len(find_themes(["how to", "best", "2024"], unknown(3), "en").of) == 3
    with pytest.raises(ValueError, match="one entry"):
        find_themes(["kiln"], unknown(2), "en")


def test_twenty_thousand_clusters_have_themes() -> None:
    words = [f"word{n}" for n in range(800)]
    dice = np.random.default_rng(3)
    texts = [" ".join(words[k] for k in dice.zipf(1.4, 3) % 800) for _ in range(20_000)]
    found = find_themes(texts, dice.pareto(1.0, 20_000) * 50, "en")
    assert 1 <= len(found.themes) <= MOST_THEMES + 3


def clustered(
    texts: list[str], clusters: list[int], intents: list[int], pages: np.ndarray | None = None
) -> Clustered:
    leads = np.zeros(len(texts), dtype=bool)
    leads[np.unique(clusters, return_index=True)[1]] = True
    return Clustered(
        texts, np.zeros((len(texts), 10), np.int64) if pages is None else pages,
        np.array(intents), np.zeros(len(texts), bool), np.array(clusters), leads,
        np.arange(len(texts), 0, -1) * 10.0,
    )  # fmt: skip


def test_two_wants_in_one_cluster_are_split() -> None:
    texts = ["kiln", "buy kiln", "kiln for sale", "how does a kiln work", "what is a kiln"]
    [one] = propose(clustered(texts, [7] * 5, [BUY, BUY, BUY, KNOW, KNOW]), "en")
    assert (one.kind, one.cluster, one.moves) == ("split", 7, (3, 4))
    assert "want to know" in one.why
    assert "compare or buy" in one.why
    assert propose(clustered(texts[:4], [7] * 4, [BUY, BUY, BUY, KNOW]), "en") == []


def test_pages_that_share_nothing_are_split_and_alike_ones_merged() -> None:
    pages = np.zeros((4, 10), np.int64)
    pages[0], pages[1] = np.arange(1, 11), [*range(1, 6), *range(90, 95)]
    pages[2], pages[3] = np.arange(20, 30), [*range(20, 25), *range(1, 6)]
    texts = ["kiln", "kilns", "vase", "kiln shop"]
    found = propose(clustered(texts, [1, 1, 1, 2], [BUY] * 4, pages), "en")
    split = next(one for one in found if one.kind == "split")
    assert split.moves == (2,)
    merge = next(one for one in found if one.kind == "merge")
    assert {merge.cluster, merge.other} == {1, 2}
    assert "5 of 10 results" in merge.why


def test_pages_that_were_read_and_differ_are_not_merged_by_words() -> None:
    texts = ["kiln set", "kiln for sale"]
    alike = clustered(texts, [1, 2], [BUY, BUY])
    assert [one.kind for one in propose(alike, "en")] == ["merge"]
    pages = np.stack([np.arange(1, 11), np.arange(21, 31)])
    assert propose(clustered(texts, [1, 2], [BUY, BUY], pages), "en") == []


def test_the_same_question_about_two_things_makes_no_theme_of_them() -> None:
    texts = [
        *("letterpress workshop", "letterpress workshop near me", "letterpress workshop for kids"),
        *("letterpress workshop online", "how long does letterpress workshop take"),
        *("printing press repair", "how long does printing press repair take"),
        *("printing press repair cost", "lead type", "lead type uk", "lead type guide"),
    ]
    searched = np.array([900, 800, 700, 400, 5, 90, 12, 50, 20, 10, 10.0])
    of = find_themes(texts, searched, "en").of.tolist()
    assert of[4] == of[0] != of[6] == of[5]


def test_a_cluster_of_one_is_merged_or_adopted_and_not_both() -> None:
    texts = ["glaze recipes", "celadon glaze recipe", "best glaze recipe"]
    found = propose(clustered(texts, [1, 1, 2], [KNOW] * 3), "en")
    assert len([one for one in found if one.kind in ("merge", "adopt")]) <= 1


def test_a_lone_keyword_whose_topic_is_here_is_adopted() -> None:
    texts = [
        "glaze recipes",
        "celadon glaze recipe",
        "best glaze recipe",
        "vase",
        "vases",
        "mug handles",
    ]
    found = propose(clustered(texts, [1, 1, 2, 3, 3, 4], [KNOW] * 6), "en")
    kinds = {(one.kind, one.cluster): one for one in found}
    taken = kinds.get(("adopt", 1)) or kinds.get(("merge", 1))
    assert taken is not None
    assert not any(5 in one.moves for one in found)


def test_proposals_of_a_real_mix_name_what_is_there() -> None:
    subject = GROUPED[0]
    texts = [phrase.text for phrase in subject.phrases]
    n = len(texts)
    intents = np.array([INTENTS.index(phrase.intents[0]) for phrase in subject.phrases])
    nothing = np.zeros((n, 10), np.int64)
    given = ToCluster(texts, nothing, intents, np.full(n, -1), np.zeros(n, bool))
    loose = cluster_keywords(given, "en", strictness=0.4)
    usual = cluster_keywords(given, "en")
    strict = cluster_keywords(given, "en", strictness=2.5)
    sizes = [len(set(labels.tolist())) for labels in (loose, usual, strict)]
    assert sizes == sorted(sizes)
    assert sizes[0] < sizes[2]
    for one in propose(clustered(texts, loose.tolist(), intents.tolist()), "en"):
        assert one.why
        assert one.cluster in loose
        assert all(loose[place] == one.cluster for place in one.moves if one.kind == "split")
