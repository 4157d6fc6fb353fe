"""The practice world in the languages where it is not at home: any subject is asked about in the
language's own words, and nothing of another language leaks in."""

import re

import numpy as np
import pytest

from bunraku.core.channels import CHANNEL_IDS
from bunraku.core.languages import LANGUAGES as KNOWN
from bunraku.core.text import identity_key
from bunraku.sources.protocol import Request, What
from bunraku.sources.rehearsal.abroad import LANGUAGES, LOCALES, kind_of
from bunraku.sources.rehearsal.completing import complete
from bunraku.sources.rehearsal.lexicon import translate
from bunraku.sources.rehearsal.results import Viewpoint, rank
from bunraku.sources.rehearsal.tongues import SEASONS, nearest_locale, tongue
from bunraku.sources.rehearsal.world import the_world
from tests.sources.test_intervals import TODAY

SUBJECTS = {
    "fr-FR": ("ruche", "miel de montagne", "affûtage couteaux", "cours de poterie", "jardinage"),
    "es-ES": ("horno de leña", "aceite de oliva", "clases de piano", "reparación de bicicletas"),
    "it-IT": ("violino", "corso di ceramica", "formaggio di capra", "idraulico", "giardinaggio"),
    "nl-NL": ("zeilboot", "geitenkaas", "pianoles", "slotenmaker", "wandelen"),
    "pt-PT": ("prancha de surf", "aulas de surf", "queijo de cabra", "limpeza de sofás"),
}
ENGLISH = frozenset(
    "what how best cost near cheap guide tips reviews beginners video ideas".split()
)
ALIKE = frozenset(["video", "tips", "beginners"])
"""English words that others have taken over."""


@pytest.mark.parametrize("locale", LOCALES)
def test_any_subject_is_asked_about_in_the_language_s_own_words(locale: str) -> None:
    world = the_world(locale)
    for subject in SUBJECTS[locale]:
        told = complete(world, subject, "web", 30)
        assert len(told) >= 6, subject
        assert all(text.startswith(subject) for text in told)
        around = {word for text in told for word in text.removeprefix(subject).split()}
        assert not around & (ENGLISH - ALIKE), subject
        # A letter of the alphabet narrows it, as in any search box.
        letter = told[0].removeprefix(subject).strip()[0]
        assert complete(world, f"{subject} {letter}", "web", 10)


@pytest.mark.parametrize("locale", LOCALES)
def test_what_is_typed_is_understood_and_has_its_demand_again(locale: str) -> None:
    world = the_world(locale)
    for subject in SUBJECTS[locale]:
        whole = world.query(subject)
        assert whole.head == subject
        for text in complete(world, subject, "web", 10):
            query = world.query(text)
            assert query.head.startswith(subject)
            assert 0 < query.demand[0] <= whole.demand[0] * 4


@pytest.mark.parametrize("locale", LOCALES)
def test_results_pages_speak_the_language(locale: str) -> None:
    world = the_world(locale)
    english = re.compile(r"\b(guide to|what to know|All about|walkthrough|explained by)\b")
    for channel in CHANNEL_IDS:
        titles = [
            entry.title
            for subject in SUBJECTS[locale][:2]
            for entry in rank(world, world.query(subject), Viewpoint(channel, TODAY, depth=20))
        ]
        assert titles
        assert not [title for title in titles if english.search(title)]


@pytest.mark.parametrize("locale", LOCALES)
def test_tables_are_whole_abroad(locale: str) -> None:
    spoken = tongue(locale)
    names = [head.name for head in spoken.heads]
    assert len(names) == len(set(names))
    assert {head.season for head in spoken.heads} <= set(SEASONS)
    assert {name for frame in spoken.frames for name in frame.fills} <= set(spoken.fills)
    templates = [(frame.template, frame.kinds) for frame in spoken.frames]
    assert len(templates) == len(set(templates))
    assert all(frame.template.count("{h}") == 1 for frame in spoken.frames)
    world = the_world(locale)
    assert all(identity_key(text) == text for text in world.texts[::7])
    assert np.isfinite(world.truth.demand).all()


@pytest.mark.parametrize(
    ("name", "language", "kind"),
    [
        ("réparation vélo", "fr", "service"),
        ("cours de poterie", "fr", "course"),
        ("confiture de figues", "fr", "food"),
        ("méditation", "fr", "topic"),
        ("ruche", "fr", "thing"),
        ("fontanero", "es", "trade"),
        ("prancha de surf", "pt", "thing"),
        ("geitenkaas", "nl", "food"),
        ("pianoles", "nl", "course"),
        ("giardinaggio", "it", "activity"),
        ("gatto o cane", "it", "matter"),
    ],
)
def test_what_kind_of_thing_a_subject_is(name: str, language: str, kind: str) -> None:
    assert kind_of(name, language) == kind


def test_what_a_thing_is_called_in_another_language() -> None:
    def ways(term: str, into: str, locale: str) -> list[str]:
        world = the_world(locale)
        told = translate(
            world, term, Request(What.LEXICON, (term,), "web", locale, TODAY, into=into)
        )
        return told["terms"] if told else []  # type: ignore[return-value]

    assert ways("telescopes", "fr", "en-GB")[0] == "télescope"
    assert ways("télescope", "de", "fr-FR")[0] == "teleskop"
    assert ways("lente barlow", "nl", "es-ES")[0] == "barlow lens"
    # Nothing half said: the words around it are known between English and German alone.
    assert ways("telescope for beginners", "fr", "en-GB") == []
    assert ways("ruche", "en", "fr-FR") == []
    assert ways("télescope", "fr", "fr-FR") == []


def test_a_locale_of_a_language_is_served_by_its_nearest() -> None:
    assert nearest_locale("fr-CA") == "fr-FR"
    assert nearest_locale("pt-BR") == "pt-PT"
    assert nearest_locale("pl-PL") == "en-GB"
    assert set(LANGUAGES) < set(KNOWN)
