"""Seeds and places read from what people say of themselves: sentences on ninety subjects, the last
thirty written after the rules."""

from pathlib import Path

import pytest

from bunraku.core.gather.named_places import named_places, names_elsewhere, place_like
from bunraku.core.gather.proposed import LONGEST, MOST, propose_seeds
from bunraku.core.gather.proposed_words import read_in

SENTENCES = Path(__file__).parent / "own_sentences.txt"


def _sentences() -> list[tuple[str, list[str], list[str]]]:
    """Each sentence with the seeds that make sense and the places that it names."""
    out = []
    for line in SENTENCES.read_text("utf-8").splitlines()[1:]:
        about, seeds, places = (part.strip() for part in line.split("|"))
        lists = [
            [each.strip() for each in told.split(";") if each.strip()] for told in (seeds, places)
        ]
        out.append((about, *lists))
    return out


def test_what_is_proposed_makes_sense_whatever_the_subject() -> None:
    good = told = 0
    for about, wanted, _ in _sentences():
        seeds = propose_seeds(about, "en")
        assert 0 < len(seeds) <= MOST, about
        hits = [seed.casefold() in wanted for seed in seeds]
        assert any(hits), about
        good, told = good + sum(hits), told + len(hits)
    # 0.58 before a place, an audience or a bare "courses" was told from what one is about.
    assert good / told >= 0.95


def test_places_are_found_and_nothing_else_is_taken_for_one() -> None:
    found = right = wanted = 0
    for about, _, places in _sentences():
        told = named_places(about, "en")
        found, wanted = found + len(told), wanted + len(places)
        right += len(set(told) & set(places))
    assert right / found == 1
    assert right / wanted >= 0.95


@pytest.mark.parametrize(
    ("text", "language", "places"),
    [
        ("Piano tuning in Stow on the Hill and Marlbury", "en", ["Stow on the Hill", "Marlbury"]),
        ("Roofers in marlbury, tennick & westerholm", "en", ["marlbury", "tennick", "westerholm"]),
        ("Courses In Bread Baking And Jam Making", "en", []),
        ("Classes in Spanish in March, lessons in person", "en", []),
        ("Slow travel in Portugal and wine from Burgundy", "en", []),
        ("Réparation de vélos à Lyon et Villeurbanne", "fr", ["Lyon", "Villeurbanne"]),
        ("Taller de cerámica en Sevilla", "es", ["Sevilla"]),
        ("Töpferkurse in Handarbeit", "de", []),
        ("in", "en", []),
        ("", "en", []),
    ],
)
def test_where_somebody_is(text: str, language: str, places: list[str]) -> None:
    assert named_places(text, language) == places


def test_a_place_is_known_by_its_meaning_or_by_nobody() -> None:
    words = ["cornwall", "pottery", "qwsdale", "portugal", "english", "50s"]
    assert place_like(words, "en") == [True, False, True, True, False, False]
    assert place_like(words, "de") == [False] * 6
    assert place_like([], "en") == []


@pytest.mark.parametrize(
    ("about", "seeds"),
    [
        (
            "I repair espresso machines and sell spare parts",
            ["espresso machine repair", "spare parts"],
        ),
        ("We wash, iron and mend shirts", ["shirt mending"]),
        ("We sing", ["sing"]),
        ("Repair kits and sharpening stones", ["Repair kits", "sharpening stones"]),
        ("I’m a beekeeper near Marlbury", ["beekeeper"]),
        ("Courses and workshops", ["courses", "workshops"]),
        ("Home", ["home"]),
        ("Our own shop", []),
        ("?!", []),
    ],
)
def test_what_stands_alone_is_proposed_only_where_nothing_else_is(
    about: str, seeds: list[str]
) -> None:
    assert [seed.casefold() for seed in propose_seeds(about, "en")] == [s.casefold() for s in seeds]


def test_seeds_are_short_and_never_what_is_known() -> None:
    about = "Very old hand made wooden model ship building plans, Duskfield telescopes in Tarnley"
    seeds = propose_seeds(about, "en", ["duskfield telescopes"])
    assert seeds
    assert max(len(seed.split()) for seed in seeds) <= LONGEST
    assert not {"duskfield telescopes", "tarnley"} & {seed.casefold() for seed in seeds}


@pytest.mark.parametrize(
    ("about", "given", "language"),
    [
        ("Ich verkaufe Kaffeemühlen und repariere sie", "en", "de"),
        ("We sell yarn", "de", "en"),
        ("Kaffee", "en", "en"),
        ("Je répare des vélos pour les enfants", "en", "fr"),
    ],
)
def test_the_language_of_a_sentence(about: str, given: str, language: str) -> None:
    assert read_in(about, given) == language


@pytest.mark.parametrize(
    ("keyword", "served", "language", "elsewhere"),
    [
        ("piano tuner leeds", "Marlbury", "en", True),
        ("piano tuner marlbury", "Marlbury", "en", False),
        ("piano tuner near me", "Marlbury", "en", False),
        ("mobile bar hire denver", "Boulder", "en", True),
        ("mobile bar hire boulder co", "Boulder", "en", False),
        ("dog groomer open sunday", "York", "en", False),
        ("local piano tuner", "York", "en", False),
        ("sofa beziehen in der nähe", "Köln", "de", False),
        ("tapissier à domicile", "Nantes", "fr", False),
    ],
)
def test_a_place_that_is_not_served(
    keyword: str, served: str, language: str, *, elsewhere: bool
) -> None:
    assert names_elsewhere(keyword, [served], language, local=True) is elsewhere
    # Nobody said where they are: nothing can be elsewhere.
    assert not names_elsewhere(keyword, [], language, local=True)


@pytest.mark.parametrize(
    ("keyword", "elsewhere"),
    [("bookbinding workshop manchester", True), ("bookbinding workshop york", False),
     ("espresso machine portafilter", False), ("motorhome hire for houses", False)],
)  # fmt: skip
def test_where_nothing_is_local_only_what_is_surely_a_place_is_one(
    keyword: str, *, elsewhere: bool
) -> None:
    assert names_elsewhere(keyword, ["Ludlow"], "en", local=False) is elsewhere


@pytest.mark.parametrize(
    ("about", "language"),
    [
        ("Hutmacherin in Erfurt: Maßhüte, Reparatur und Kurse", "de"),
        ("Imkerei mit Kursen", "de"),
        ("Boulangerie bio à Rennes, pain au levain et ateliers", "fr"),
        ("Taller de cerámica", "es"),
        ("Liutaio a Cremona: violini", "it"),
        ("Kaasmakerij met geitenkaas", "nl"),
        ("Escola de surf", "pt"),
        ("Tapas bar hire", "en"),
        ("Bratwurst catering in Leeds", "en"),
        ("Kintsugi", "en"),
        ("", "en"),
    ],
)
def test_a_few_words_tell_the_language(about: str, language: str) -> None:
    assert read_in(about, "en") == language


def test_every_own_sentence_tells_its_language() -> None:
    for name in ("own_lists.txt", "own_lists_abroad.txt"):
        parts = (Path(__file__).parent / name).read_text("utf-8").strip().split("\n\n")
        for head, about, *_ in (part.strip().split("\n") for part in parts):
            wanted = head.rpartition("] ")[2] if "] " in head else "en"
            assert read_in(about.removeprefix("about: "), "en") == wanted
