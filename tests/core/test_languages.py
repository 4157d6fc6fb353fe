"""What every language must have, and that one nobody knows does no harm."""

import re

import pytest

from bunraku.core.languages import LANGUAGES, asked_in, language_named, phrases_of
from bunraku.core.languages.language import read_language
from bunraku.core.text import content_stems, stems
from bunraku.core.text.number import number_key
from bunraku.core.weigh.intent_cues import CUES

EACH = pytest.mark.parametrize("code", LANGUAGES)


@EACH
def test_a_language_is_whole(code: str) -> None:
    known = language_named(code)
    assert (known.code, len(known.country)) == (code, 2)
    assert stems("testing", code)
    for words in (known.stop_words, known.frame_words, known.questions, known.joins):
        assert len(words) > 5
        assert all(word == word.casefold().strip() for word in words)
    for pattern, _ in known.fillers:
        re.compile(pattern)
    assert known.cues.keys() <= CUES.keys()
    assert phrases_of(code)


@EACH
def test_singular_and_plural_have_one_form_whatever_the_word(code: str) -> None:
    for word in ("a", "s", "es", "en", "xyz", "ssss"):
        assert isinstance(number_key(word, code), str)


def test_an_unknown_language_has_no_words_and_english_ones_where_something_must_be_said() -> None:
    assert language_named("xx").stop_words == frozenset()
    assert asked_in("xx").code == "en"
    assert phrases_of("../en") == ""
    assert content_stems("The Stones", "xx") == ["the", "stones"]


def test_a_file_that_names_what_there_is_not_is_refused(tmp_path: object) -> None:
    with pytest.raises(TypeError, match="colour"):
        read_language("en", colour="red")
    with pytest.raises(FileNotFoundError):
        read_language("xx")
