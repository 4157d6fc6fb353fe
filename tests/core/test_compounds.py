"""Words that are written together: what shares a part and what only looks so; and German nouns."""

import pytest

from bunraku.core.plan.working_titles import plain_title
from bunraku.core.plan.written_keyword import Setting
from bunraku.core.text.compounds import shares_a_part
from bunraku.core.text.german_capitals import with_nouns


@pytest.mark.parametrize(
    ("word", "other", "language", "alike"),
    [
        ("harfenbauer", "harfen", "de", True),
        ("pedalharfe", "harfen", "de", True),
        ("hundetraining", "hundeschule", "de", True),
        ("hund", "hundeschule", "de", True),
        ("welpe", "welpenkurse", "de", True),
        ("zeiljacht", "zeillessen", "nl", True),
        ("boerenkaas", "geitenkaas", "nl", False),
        ("kaas", "geitenkaas", "nl", True),
        ("unterricht", "unterschied", "de", False),
        ("verkauf", "vergleich", "de", False),
        ("hut", "hutmacher", "de", True),
        ("harfenbauer", "harfen", "fr", False),
    ],
)
def test_parts(word: str, other: str, language: str, alike: bool) -> None:
    assert shares_a_part(word, [other], language) is alike
    assert shares_a_part(other, [word], language) is alike
    assert not shares_a_part(word, [], language)


@pytest.mark.parametrize(
    ("keyword", "title"),
    [
        ("was kostet eine harfe", "Was kostet eine Harfe"),
        ("was kosten harfen", "Was kosten Harfen"),
        ("harfe stimmen anleitung", "Harfe stimmen Anleitung"),
        ("harfenbauer in der nähe", "Harfenbauer in der Nähe"),
        ("keltische pedalharfe für anfänger", "Keltische Pedalharfe für Anfänger"),
        ("XL harfe versicherung", "XL Harfe-Versicherung"),
        ("etwas unbekanntes", "Etwas unbekanntes"),
        ("", ""),
    ],
)
def test_german_titles_have_the_capitals_that_are_sure(keyword: str, title: str) -> None:
    about = "Ich baue keltische Harfen. Ihnen und Ihren Kindern gebe ich Unterricht"
    assert plain_title(keyword, Setting("de", about=about)) == title


def test_without_a_sentence_only_common_nouns_are_known() -> None:
    assert with_nouns("qxharfe preise und reinigung") == "qxharfe Preise und Reinigung"
