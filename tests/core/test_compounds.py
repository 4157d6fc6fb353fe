"""Words that are written together: what shares a part and what only looks so."""

import pytest

from bunraku.core.text.compounds import shares_a_part


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
        ("hut", "hutmacher", "de", False),
        ("harfenbauer", "harfen", "fr", False),
    ],
)
def test_parts(word: str, other: str, language: str, alike: bool) -> None:
    assert shares_a_part(word, [other], language) is alike
    assert shares_a_part(other, [word], language) is alike
    assert not shares_a_part(word, [], language)
