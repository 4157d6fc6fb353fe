"""Working titles: keywords as one would write them, with a promise where the kind asks for one.

The keywords are of subjects that the tables were not made from; what stands beside each was written
by hand."""

import tomllib
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bunraku.core.channels import KINDS
from bunraku.core.languages import LANGUAGES
from bunraku.core.languages.titles import FORMS, GROUPS, title_words
from bunraku.core.plan.german_keyword import is_infinitive
from bunraku.core.plan.working_titles import GROUP_OF, TITLES, plain_title, working_titles
from bunraku.core.plan.written_keyword import Setting, written
from bunraku.core.text.german_capitals import with_nouns
from bunraku.core.text.german_nouns import noun_of

ENGLISH = Setting("en", ["Whitby", "Upper Marsh", "St. Ives\\"], ["Oakrow"], "Violins", "£")
GERMAN = Setting("de", ["Kiel"], [], "Wir nähen Maßanzüge", "€")
FRENCH = Setting("fr", ["Annecy"], [], "Vols en parapente", "€")


@pytest.mark.parametrize(
    ("setting", "keyword", "as_written"),
    [
        (ENGLISH, "how to clean fountain pen", "how to clean a fountain pen"),
        (ENGLISH, "how to set up tent in rain", "how to set up a tent in rain"),
        (ENGLISH, "how to store leather", "how to store leather"),
        (ENGLISH, "how to clean the lens", "how to clean the lens"),
        (ENGLISH, "how to play chess", "how to play chess"),
        (ENGLISH, "is blueberries safe for dogs", "are blueberries safe for dogs"),
        (ENGLISH, "what do i need, i'm new", "what do I need, I'm new"),
        (ENGLISH, "i-beam and ipad", "i-beam and ipad"),
        (ENGLISH, "cocktail ideas for fall wedding", "cocktail ideas for a fall wedding"),
        (ENGLISH, "bartender for hire", "bartender for hire"),
        (ENGLISH, "violin for 7 year old", "violin for a 7-year-old"),
        (ENGLISH, "games for 7 year olds", "games for 7-year-olds"),
        (ENGLISH, "canoe 3 person", "canoe for 3 people"),
        (ENGLISH, "bow under 300", "bow under £300"),
        (ENGLISH, "womens boots", "women's boots"),
        (ENGLISH, "kids party for kids", "kids' party for kids"),
        (ENGLISH, "diy christmas wreath", "DIY Christmas wreath"),
        (ENGLISH, "violin repair whitby", "violin repair in Whitby"),
        (ENGLISH, "violin repair in whitby", "violin repair in Whitby"),
        (ENGLISH, "lens repair upper marsh", "lens repair in Upper Marsh"),
        (ENGLISH, "violin repair whitby ny", "violin repair in Whitby, NY"),
        (ENGLISH, "oakrow bow", "Oakrow bow"),
        (GERMAN, "loch in jeans stopfen", "Loch in Jeans stopfen"),
        (GERMAN, "polsterung sofa", "Sofa-Polsterung"),
        (GERMAN, "leder reparatur set braun", "Leder-Reparatur-Set braun"),
        (GERMAN, "rettungsweste kinder", "Rettungsweste für Kinder"),
        (GERMAN, "segelschein kosten dauer", "Segelschein: Kosten und Dauer"),
        (GERMAN, "segelkurs kiel", "Segelkurs in Kiel"),
        (GERMAN, "e bike akku lädt nicht", "E-Bike-Akku lädt nicht"),
        (GERMAN, "klavier stimmen", "Klavier stimmen"),
        (GERMAN, "lastenrad mit zwei kindern fahren", "Lastenrad mit zwei Kindern fahren"),
        (GERMAN, "kostenlose schnittmuster", "kostenlose Schnittmuster"),
        (GERMAN, "was kostet es ein sofa neu zu beziehen",
         "was kostet es, ein Sofa neu zu beziehen"),
        (FRENCH, "comment nettoyer stylo plume", "comment nettoyer un stylo plume"),
        (FRENCH, "comment cuire argile", "comment cuire l'argile"),
        (FRENCH, "chaise d occasion", "chaise d'occasion"),
        (FRENCH, "sellette parapente occasion", "sellette de parapente d'occasion"),
        (FRENCH, "stage parapente débutant", "stage de parapente pour débutant"),
        (FRENCH, "vol parapente annecy", "vol de parapente à Annecy"),
        (FRENCH, "horloge murale vintage", "horloge murale vintage"),
        (FRENCH, "peut on laver la laine", "peut-on laver la laine"),
        (Setting("it"), "i libri", "i libri"),
        (Setting("xx"), "abc def", "abc def"),
    ],
)  # fmt: skip
def test_a_keyword_as_one_would_write_it(setting: Setting, keyword: str, as_written: str) -> None:
    assert written(keyword, setting) == as_written


@pytest.mark.parametrize(
    ("setting", "kind", "keyword", "title"),
    [
        (ENGLISH, "article", "how to rehair violin bow",
         "How to rehair a violin bow: step by step"),
        (ENGLISH, "article", "is blueberries safe for dogs",
         "Are blueberries safe for dogs? The short answer, and the reasons"),
        (ENGLISH, "article", "violin vs viola difference", "Violin vs viola: which one suits you?"),
        (ENGLISH, "article", "canoe capsized what to do", "Canoe capsized: causes and fixes"),
        (ENGLISH, "article", "beginners guide to beekeeping", "Beekeeping: what to know first"),
        (ENGLISH, "article", "canoe trip checklist", "Canoe trip checklist to keep at hand"),
        (ENGLISH, "article", "dry hire meaning", "Dry hire: what it means"),
        (ENGLISH, "guide", "best violin strings", "The best violin strings: how to choose"),
        (ENGLISH, "video", "how to tune violin", "How to tune a violin: watch every step"),
        (ENGLISH, "landing", "“violin repair” near me", "Violin repair"),
        (ENGLISH, "landing", "violin bow for sale", "Violin bow"),
        (ENGLISH, "listing", "buy moon filter", "Moon filter"),
        (ENGLISH, "location", "violin repair whitby", "Violin repair in Whitby"),
        (GERMAN, "article", "wie sofa reinigen", "Sofa reinigen: Schritt für Schritt"),
        (GERMAN, "article", "wie", "Wie? Die kurze Antwort und die Gründe"),
        (ENGLISH, "article", "how to", "How to? The short answer, and the reasons"),
        (GERMAN, "article", "wie oft hund baden",
         "Hund baden: wie oft? Die kurze Antwort und die Gründe"),
        (GERMAN, "article", "imkern auf dem balkon erlaubt",
         "Imkern auf dem Balkon erlaubt? Die kurze Antwort und die Gründe"),
        (GERMAN, "article", "unterschied nabenschaltung kettenschaltung",
         "Nabenschaltung und Kettenschaltung: was passt zu Ihnen?"),
        (GERMAN, "landing", "maßanzug preise", "Maßanzug: Kosten und Preise"),
        (FRENCH, "article", "levain trop liquide que faire",
         "Levain trop liquide : causes et solutions"),
        (FRENCH, "guide", "meilleur casque parapente",
         "Casque de parapente : comment bien choisir"),
        (Setting("es"), "article", "cómo afinar un violín", "Cómo afinar un violín: paso a paso"),
        (Setting("es"), "article", "qué es un tono",
         "¿Qué es un tono? La respuesta breve y sus razones"),
        (Setting("xx"), "article", "abc def", "Abc def"),
    ],
)  # fmt: skip
def test_titles_promise_what_their_kind_asks_for(
    setting: Setting, kind: str, keyword: str, title: str
) -> None:
    assert working_titles(keyword, kind, setting)[0] == title


def test_what_is_there_has_a_title_without_a_promise() -> None:
    assert plain_title("how to clean lens", ENGLISH) == "How to clean a lens"
    assert plain_title("", ENGLISH) == ""
    assert plain_title("2 inch lens", ENGLISH) == "2 inch lens"


@pytest.mark.parametrize("language", LANGUAGES)
def test_every_language_has_three_titles_for_every_form_and_kind(language: str) -> None:
    words = title_words(language)
    assert words is not None
    assert set(GROUP_OF) == set(KINDS) and set(GROUP_OF.values()) == set(GROUPS)
    for form in FORMS:
        for group in GROUPS:
            patterns = words.of(form, group)
            assert len(patterns) == len(set(patterns)) == TITLES
            assert all("{k}" in pattern or "{c}" in pattern for pattern in patterns)
    path = Path("bunraku/core/languages") / language / "titles.toml"
    known = {f"{form}_titles" for form in FORMS} | {"and", *vars(words)} - {"both", "patterns"}
    assert set(tomllib.loads(path.read_text("utf-8"))) <= known


@given(st.text(max_size=60), st.sampled_from(sorted(KINDS)), st.sampled_from((*LANGUAGES, "xx")))
def test_whatever_is_typed_has_titles(keyword: str, kind: str, language: str) -> None:
    titles = working_titles(keyword, kind, Setting(language, ["York"], ["A(b"], "About"))
    assert titles and all("{" not in title or "{" in keyword for title in titles)


@pytest.mark.parametrize(
    ("word", "gender", "plural"),
    [("sofa", "n", "sofas"), ("polsterstoff", "m", "polsterstoffe"), ("leipzig", "o", ""),
     ("fahrradkette", "f", "fahrradketten")],
)  # fmt: skip
def test_german_nouns_are_known_also_in_longer_words(word: str, gender: str, plural: str) -> None:
    noun = noun_of(word)
    assert noun is not None and (noun.gender, noun.plural) == (gender, plural)


@pytest.mark.parametrize("word", ["kostenlos", "man", "zwei", "schnell", "preiswert", "qqxyz"])
def test_what_is_no_noun_has_no_capital(word: str) -> None:
    assert with_nouns(f"ein {word}") == f"ein {word}"


@pytest.mark.parametrize(
    ("word", "is_verb"),
    [("reparieren", True), ("stimmen", True), ("schleudern", True), ("sofas", False),
     ("garten", False), ("braun", False), ("en", False)],
)  # fmt: skip
def test_infinitives(word: str, *, is_verb: bool) -> None:
    assert is_infinitive(word) is is_verb
