"""Clusters by words alone, judged on subjects grouped by hand; what meaning and frames do."""

from functools import cache

import numpy as np
import pytest

from bunraku.core.cluster.clustering import ToCluster, cluster_keywords
from bunraku.core.cluster.wording import alike, wording_of
from bunraku.core.text.labelled_phrases import Subject, labelled_subjects
from bunraku.core.text.meaning import KINDS, word_kinds, word_vectors

GROUPED = [subject for subject in labelled_subjects("en") if subject.grouped]


def _clustered(texts: list[str], language: str = "en") -> np.ndarray:
    n = len(texts)
    nothing = np.zeros((n, 10), dtype=np.int64)
    none = np.full(n, -1)
    given = ToCluster(texts, nothing, np.zeros(n, dtype=np.int64), none, np.zeros(n, dtype=bool))
    return cluster_keywords(given, language)


@cache
def _judged(name: str) -> tuple[float, float]:
    """B-cubed F1 of one subject, and the share of pairs of different groups that stay apart."""
    subject: Subject = next(s for s in GROUPED if s.name == name)
    groups = np.array([phrase.group for phrase in subject.phrases])
    labels = _clustered([phrase.text for phrase in subject.phrases])
    together, same = labels[:, None] == labels[None], groups[:, None] == groups[None]
    both = (together & same).sum(axis=1)
    precision, recall = (both / together.sum(axis=1)).mean(), (both / same.sum(axis=1)).mean()
    f1 = 2 * precision * recall / (precision + recall)
    return float(f1), float((~together)[~same].mean())


def test_words_alone_group_as_an_editor_would() -> None:
    # Nothing of clustering was learned from these groups but three thresholds, the same for all.
    assert len(GROUPED) >= 12
    scores = np.array([_judged(subject.name) for subject in GROUPED])
    assert scores[:, 0].mean() >= 0.65
    assert scores[:, 0].min() >= 0.5
    assert scores[:, 1].min() >= 0.95


@pytest.mark.parametrize(
    "texts",
    [
        ["best telescope", "best accordion"],
        ["how often to descale kettle", "how often to rotate tyres"],
        ["candle making kit", "bike puncture kit"],
        ["headphones under 200", "tents under 200"],
        ["professional accordion tuner", "professional carpet cleaner"],
    ],
)
def test_a_frame_alone_joins_nothing(texts: list[str]) -> None:
    assert len(set(_clustered(texts).tolist())) == 2


def test_near_words_join_where_no_word_is_shared() -> None:
    wording = wording_of(
        ["sofa cushions", "couch pillows", "tax return"], np.zeros(3, int), np.zeros(3, bool), "en"
    )
    together = alike(wording).toarray()
    assert together[0, 1] > 0
    assert together[0, 2] == together[1, 2] == 0
    assert np.allclose(together, together.T, atol=1e-6)


def test_another_intent_or_place_makes_less_alike() -> None:
    texts = ["boiler repair", "boiler repairs", "boiler repair"]
    same = alike(wording_of(texts, np.zeros(3, int), np.zeros(3, bool), "en")).toarray()
    apart = alike(wording_of(texts, np.array([0, 1, 0]), np.array([0, 0, 1], bool), "en")).toarray()
    assert apart[0, 1] < same[0, 1]
    assert apart[0, 2] < same[0, 2]


def test_german_has_words_alone() -> None:
    assert word_vectors(["kaminofen"], "de").shape == (1, 0)
    labels = _clustered(["kaminofen kaufen", "kaminöfen kaufen", "rasen säen"], "de")
    assert labels[0] == labels[1] != labels[2]


def test_word_vectors() -> None:
    sofa, couch, tax, plural, unknown = word_vectors(
        ["sofa", "couch", "tax", "sofas", "qqxyzzy"], "en"
    )
    assert sofa @ couch > 2 * abs(sofa @ tax)
    assert sofa @ plural > 0.8 * (sofa @ sofa)
    assert not unknown.any()
    assert word_vectors([], "en").shape[0] == 0


@pytest.mark.parametrize(
    ("word", "kind"),
    [
        ("hammer", "thing"),
        ("cheese", "food"),
        ("spaniel", "animal"),
        ("fern", "plant"),
        ("plumber", "person"),
        ("swimming", "activity"),
        ("grammar", "idea"),
    ],
)
def test_what_a_word_names(word: str, kind: str) -> None:
    kinds = word_kinds(word_vectors([word, "qqxyzzy"], "en"))
    assert kinds.sum(axis=1) == pytest.approx(1)
    assert KINDS[int(kinds[0].argmax())] == kind
    assert kinds[1].max() == pytest.approx(1 / len(KINDS))


@pytest.mark.parametrize(
    "texts",
    [
        ["binoculars for camping", "head torch for camping", "binoculars"],
        ["how to clean a kettle", "how to clean a saddle", "kettle"],
        ["piano vs accordion", "accordion", "violin vs accordion"],
    ],
)
def test_what_stands_behind_a_preposition_or_is_done_is_no_topic(texts: list[str]) -> None:
    kinds = np.zeros(len(texts), int)
    likeness = alike(wording_of(texts, kinds, np.zeros(len(texts), bool), "en")).toarray()
    assert likeness[0, 1] < 0.5 * likeness[0, 2] or likeness[0, 1] == 0


def test_an_unread_keyword_joins_no_page_of_another_topic() -> None:
    """Its words are near, its frame is the same, but it names another thing."""
    texts = ["perseid meteor shower live", "watch perseid meteor shower", "solar eclipse live"]
    pages = np.zeros((3, 10), dtype=np.int64)
    pages[:2] = np.arange(1, 11)
    given = ToCluster(texts, pages, np.zeros(3, int), np.full(3, -1), np.zeros(3, bool))
    labels = cluster_keywords(given, "en").tolist()
    assert labels[0] == labels[1] != labels[2]
