"""Clusters by what phrases mean, judged on lists that were grouped before anything was run on them,
and what holds whatever the list."""

import itertools
from functools import cache
from pathlib import Path

import numpy as np
import pytest

from bunraku.core.cluster.clustering import Meant, ToCluster, cluster_keywords
from bunraku.core.cluster.pairs import FEATURES, made_of, pair_model, pairs_as_kept
from bunraku.core.languages import LANGUAGES
from bunraku.core.text.grouped_lists import read_groups
from bunraku.core.text.labelled_phrases import labelled_subjects
from bunraku.core.text.sentence_model import sentence_model
from bunraku.core.weigh.intent import read_intents

LEFT_OUT = {
    language: read_groups(
        (Path(__file__).parent / f"groups_left_out_{language}.txt").read_text("utf-8")
    )
    for language in ("en", "de", "fr")
}


def given(texts: list[str], language: str = "en", places: list[int] | None = None) -> ToCluster:
    n = len(texts)
    read = read_intents(texts, [[]] * n, language)
    model = sentence_model(language)
    return ToCluster(
        texts,
        np.zeros((n, 10), dtype=np.int64),
        read.probability.argmax(axis=1),
        np.full(n, -1),
        np.zeros(n, dtype=bool),
        read.local > 0.5,
        Meant(texts, model.vectors(texts), np.array(places or [0] * n)),
    )


def b_cubed(labels: np.ndarray, groups: np.ndarray) -> float:
    together, same = labels[:, None] == labels[None], groups[:, None] == groups[None]
    both = (together & same).sum(axis=1)
    precision, recall = (both / together.sum(axis=1)).mean(), (both / same.sum(axis=1)).mean()
    return float(2 * precision * recall / (precision + recall))


@cache
def judged(language: str) -> np.ndarray:
    """Means over the lists of a language: B-cubed F1, the shares of pairs of one page that are
    together and of pairs of two that are apart."""
    scores = []
    for _, pages in LEFT_OUT[language]:
        texts = [text for page in pages for text in page]
        groups = np.repeat(np.arange(len(pages)), [len(page) for page in pages])
        labels = cluster_keywords(given(texts, language), language)
        pair = np.triu_indices(len(texts), 1)
        together = (labels[:, None] == labels[None])[pair]
        same = (groups[:, None] == groups[None])[pair]
        scores.append([b_cubed(labels, groups), together[same].mean(), (~together)[~same].mean()])
    return np.mean(scores, axis=0)


@pytest.mark.parametrize(
    ("language", "least", "together"), [("en", 0.71, 0.46), ("de", 0.69, 0.5), ("fr", 0.68, 0.42)]
)
def test_lists_left_out_are_grouped_as_an_editor_would(
    language: str, least: float, together: float
) -> None:
    score = judged(language)
    assert score[0] >= least
    assert score[1] >= together
    assert score[2] >= 0.95


def test_the_length_of_the_list_says_little() -> None:
    """What is right among 45 phrases is right among 1,000."""
    others = [phrase.text for subject in labelled_subjects("en") for phrase in subject.phrases]
    scores = []
    for _, pages in LEFT_OUT["en"]:
        texts = [text for page in pages for text in page]
        groups = np.repeat(np.arange(len(pages)), [len(page) for page in pages])
        both = [*texts, *(other for other in others[:900] if other not in set(texts))]
        labels = cluster_keywords(given(both), "en")[: len(texts)]
        scores.append(b_cubed(labels, groups))
    assert np.mean(scores) >= judged("en")[0] - 0.08


def test_new_keywords_only_join_and_a_run_is_the_same_each_time() -> None:
    every = [phrase.text for s in labelled_subjects("en")[:6] for phrase in s.phrases]
    # Each twentieth keyword comes later.
    texts = sorted(every, key=lambda text: every.index(text) % 20 == 0)
    whole = given(texts)
    old = sum(number % 20 != 0 for number in range(len(texts)))
    new = len(texts) - old
    meant = Meant(texts[:old], whole.meant.vectors[:old], whole.meant.places[:old])
    first = ToCluster(
        texts[:old],
        whole.pages[:old],
        whole.intents[:old],
        whole.current[:old],
        whole.pinned[:old],
        whole.local[:old],
        meant,
    )
    labels = cluster_keywords(first, "en")
    assert labels.tolist() == cluster_keywords(first, "en").tolist()
    current = np.concatenate([labels, np.full(new, -1)])
    again = ToCluster(
        texts, whole.pages, whole.intents, current, whole.pinned, whole.local, whole.meant
    )
    more = cluster_keywords(again, "en")
    assert more[:old].tolist() == labels.tolist()
    assert any(label <= labels.max() for label in more[old:].tolist())
    assert len({*more[old:].tolist()} - {*labels.tolist()}) > 0


def test_what_is_pinned_stays_when_all_is_clustered_afresh() -> None:
    texts = ["piano tuner near me", "local piano tuner", "tie dye kit", "tie dye set for kids"]
    loose = given(texts)
    pinned = np.array([True, False, False, False])
    held = ToCluster(
        texts,
        loose.pages,
        loose.intents,
        np.array([7, 3, 3, 3]),
        pinned,
        loose.local,
        loose.meant,
    )
    labels = cluster_keywords(held, "en", afresh=True)
    assert labels[0] == labels[1] == 7
    assert labels[2] == labels[3] == 3


def test_places_have_pages_of_their_own() -> None:
    texts = ["chimney sweep", "chimney sweeps", "chimney sweep", "chimney sweep cost"] * 2
    numbered = [f"{text} {n}" for n, text in enumerate(texts)]
    places = [1, 1, 0, 1, 2, 2, 0, 2]
    one = given(texts, places=places)
    labels = cluster_keywords(
        ToCluster(numbered, one.pages, one.intents, one.current, one.pinned, one.local, one.meant),
        "en",
    )
    for a, b in itertools.combinations(range(8), 2):
        if places[a] != places[b]:
            assert labels[a] != labels[b]
    assert labels[0] == labels[1]
    assert labels[4] == labels[5]
    assert labels[2] == labels[6]


def test_it_tells_how_far_it_is_and_can_be_stopped() -> None:
    texts = [phrase.text for s in labelled_subjects("en")[:6] for phrase in s.phrases]
    told: list[tuple[int, int]] = []
    cluster_keywords(given(texts), "en", done=lambda done, of: told.append((done, of)))
    assert [done for done, _ in told] == list(range(1, told[0][1] + 1))
    assert len(told) > 3

    def stop(done: int, of: int) -> None:
        raise KeyboardInterrupt

    with pytest.raises(KeyboardInterrupt):
        cluster_keywords(given(texts), "en", done=stop)


def test_the_pairs_are_learned_from_the_lists_as_they_are() -> None:
    kept = pairs_as_kept()
    assert kept["made of"] == made_of()
    for language in LANGUAGES:
        model = pair_model(language)
        assert model.weights.shape == (len(FEATURES),)
        assert model.middle.any() == (language != "en")


def test_a_keyword_joins_the_page_that_was_read_of_what_it_means() -> None:
    texts = ["ringing in ears", "tinnitus", "tie dye kit", "tie dye set", "why do my ears ring"]
    loose = given([*texts, "tie dye kit for kids"])
    pages = loose.pages.copy()
    pages[:2], pages[2:4] = np.arange(1, 11), np.arange(21, 31)
    read = ToCluster(
        loose.texts,
        pages,
        loose.intents,
        loose.current,
        loose.pinned,
        loose.local,
        loose.meant,
    )
    labels = cluster_keywords(read, "en").tolist()
    assert labels[0] == labels[1] == labels[4]
    assert labels[2] == labels[3] == labels[5] != labels[0]
