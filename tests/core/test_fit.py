"""Fit: judged on five projects whose keywords were labelled by hand, many of the others near
misses; and what holds for every keyword."""

from functools import cache
from pathlib import Path

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from bunraku.core.gather.relevance import learn_relevance
from bunraku.core.gather.topic_match import EVEN, FLOOR, explain_fit, fit_to_project

PROJECTS = Path(__file__).parent / "on_topic.txt"
OWN_LISTS = Path(__file__).parent / "own_lists.txt"
ABROAD = Path(__file__).parent / "own_lists_abroad.txt"


@cache
def _projects() -> list[tuple[list[str], list[str], list[bool]]]:
    """What each project says of itself, its keywords, and which are on its topic."""
    projects = []
    for part in PROJECTS.read_text("utf-8").split("\n\n"):
        _, about, seeds, *lines = part.strip().split("\n")
        said = [about.removeprefix("about: "), *seeds.removeprefix("seeds: ").split(", ")]
        projects.append((said, [line[2:] for line in lines], [line[0] == "+" for line in lines]))
    return projects


@cache
def _lists(path: Path) -> list[tuple[str, str, list[str], list[bool]]]:
    """A language, a sentence and a short list of one's own, without seeds; most are subjects that
    are known by a word of their own, some of them words that no table has."""
    lists = []
    for part in path.read_text("utf-8").strip().split("\n\n"):
        head, about, *lines = part.strip().split("\n")
        language = head.rpartition("] ")[2] if "] " in head else "en"
        texts = [line[2:] for line in lines]
        wanted = [line[0] == "+" for line in lines]
        lists.append((language, about.removeprefix("about: "), texts, wanted))
    return lists


def _average_precision(scores: np.ndarray, wanted: list[bool]) -> float:
    hits = np.array(wanted)[np.argsort(-scores, kind="stable")]
    return float((np.cumsum(hits) / np.arange(1, len(hits) + 1))[hits].mean())


def test_own_keywords_come_before_others_with_nothing_decided() -> None:
    assert [len(texts) for _, texts, _ in _projects()] == [100] * 5
    by_fit, by_relevance = [], []
    for about, texts, wanted in _projects():
        fit = fit_to_project(texts, about, "en")
        by_fit.append(_average_precision(fit, wanted))
        shares = learn_relevance(texts, [0] * len(texts), fit, "en").shares
        by_relevance.append(_average_precision(shares, wanted))
    assert np.mean(by_fit) >= 0.95
    assert np.mean(by_relevance) >= 0.95
    assert min(by_fit) >= 0.88


@pytest.mark.parametrize("path", [OWN_LISTS, ABROAD], ids=lambda path: path.stem)
def test_a_short_list_of_ones_own_is_of_ones_subject(path: Path) -> None:
    kept, out = [], []
    for language, about, texts, wanted in _lists(path):
        fits = fit_to_project(texts, [about], language) >= EVEN
        kept.append(fits[np.array(wanted)].mean())
        out.append(1 - fits[~np.array(wanted)].mean())
    assert np.mean(kept) >= 0.9
    assert min(kept) >= 0.8
    assert np.mean(out) >= 0.85


def test_words_written_together_hold_their_parts() -> None:
    about = ["Keltische Harfen und Unterricht"]
    lessons, other, offer = fit_to_project(
        ["harfenunterricht", "handyvertrag", "unterricht mathe"], about, "de"
    )
    assert lessons > EVEN > other
    assert offer <= EVEN
    told = explain_fit("harfenunterricht", lessons, about, "de")
    assert told == ["“harfenunterricht” is written with a word of yours"]


def test_a_word_that_is_known_nowhere_means_what_the_project_is_about() -> None:
    about = ["Kintsugi classes: mending pottery with gold"]
    bowl, plain, unheard_of, phone = fit_to_project(
        ["kintsugi bowl", "bowl", "qqxyzzy", "phone contract"], about, "en"
    )
    assert bowl > 0.6 > plain
    # Nothing speaks against what nobody knows.
    assert unheard_of == pytest.approx(FLOOR + (1 - FLOOR) / 2)
    assert phone < 0.3


def test_a_repairer_knows_his_parts() -> None:
    about, texts, _ = _projects()[0]
    fit = dict(zip(texts, fit_to_project(texts, about, "en"), strict=True))
    assert min(fit["group head gasket"], fit["steam wand leaking"]) > 0.5 > fit["gift set"]


def test_the_floor_is_rare() -> None:
    for about, texts, _ in _projects():
        assert np.mean(fit_to_project(texts, about, "en") < FLOOR + 0.02) < 0.05


@pytest.mark.parametrize("word", ["best", "kit", "how to", "near me", "2027", "for beginners"])
def test_no_generic_word_fits_by_itself(word: str) -> None:
    about = ["Best kit for beginners: how to repair telescopes near you", "telescope repair"]
    generic, seed = fit_to_project([word, "telescope repair"], about, "en")
    assert generic < 0.3
    assert seed == 1


def test_a_language_without_a_table_goes_by_words() -> None:
    texts = ["kaminofen kaufen", "kaminofen", "fahrrad", "beste"]
    own, bare, other, generic = fit_to_project(texts, ["Kaminöfen und Öfen"], "de")
    assert min(own, bare) > 0.8 > 0.3 > max(other, generic)


def test_fit_knows_nothing_where_the_project_says_nothing() -> None:
    assert fit_to_project(["anything", ""], ["the of"], "en").tolist() == [1.0, 1.0]
    assert fit_to_project([], ["telescope"], "en").shape == (0,)


@given(st.lists(st.text(alphabet="abc ", max_size=8), max_size=6))
def test_fit_stays_in_its_range(texts: list[str]) -> None:
    fit = fit_to_project(texts, ["a bc"], "en")
    assert np.all((fit >= FLOOR - 1e-9) & (fit <= 1))


def test_fit_is_explained_word_by_word() -> None:
    about = ["espresso machine repair"]
    assert explain_fit("espresso machines", 1, about, "en") == [
        "“espresso” is a word of yours",
        "“machines” is a word of yours",
    ]
    said = "best coffee dentist qqxyzzy"
    assert explain_fit(said, 0.2, about, "en") == [
        "“coffee” is near to “espresso”",
        "“dentist” is far from what you say of yourself",
        "“qqxyzzy” is not known here",
    ]
    # No sentence speaks against the figure beside it.
    assert explain_fit(said, 0.9, about, "en") == ["“coffee” is near to “espresso”"]
    assert explain_fit("steam wand", 0.9, about, "en") == ["it is alike to your other keywords"]
    assert explain_fit("how to", 0.1, about, "en") == ["no word of it names a topic"]
    assert explain_fit("ofen", 0.1, ["the of"], "de") == ["“ofen” is not known here"]
