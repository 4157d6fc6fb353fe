"""Normalising, identity keys, tokens and stems."""

from concurrent.futures import ThreadPoolExecutor

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bunraku.core.text import (
    BadKeyword,
    clean_keyword,
    content_stems,
    count_tokens,
    identity_key,
    stems,
    tokens,
)
from bunraku.core.text.normalise import MAX_CHARACTERS
from bunraku.core.text.tokens import _stem


@pytest.mark.parametrize(
    ("text", "key"),
    [
        ("Telescope", "telescope"),
        ("  telescope \t eyepiece ", "telescope eyepiece"),
        ("“Star chart”", "star chart"),
        ("kids’ telescope", "kids telescope"),
        ("children’s book", "children's book"),
        ("telescope–mount", "telescope-mount"),
        ("1.25 inch eyepiece", "1.25 inch eyepiece"),
        ("c++ for beginners", "c++ for beginners"),
        ("R&D", "r&d"),
        ("24/7 repair", "24/7 repair"),
        ("telescope?", "telescope"),
        ("(telescope)", "telescope"),
        ("Ｔｅｌｅｓｃｏｐｅ", "telescope"),
        ("Fußball", "fussball"),
        ("a\u200btelescope", "atelescope"),
        ("te\u0301lescope", "t\u00e9lescope"),
        ("−18 freezer bags", "-18 freezer bags"),
        (".22 pellets", ".22 pellets"),
        ("30 % vinegar", "30% vinegar"),
        ("- 5 tips", "5 tips"),
        ("...5 tips", "5 tips"),
        (".net", "net"),
        ("می\u200cخواهم", "می\u200cخواهم"),
        ("…", ""),
        ("", ""),
    ],
)
def test_identity_key(text: str, key: str) -> None:
    assert identity_key(text) == key


@given(st.text(max_size=60))
def test_identity_key_of_a_key_is_itself(text: str) -> None:
    once = identity_key(text)
    assert identity_key(once) == once


@given(st.text(alphabet="abcé'’-–“ ", max_size=20))
def test_case_quotes_and_spaces_do_not_tell_keywords_apart(text: str) -> None:
    assert identity_key(text.upper()) == identity_key(text)
    assert identity_key(f"  {text}  ") == identity_key(text)


def test_clean_keeps_capitals_and_tidies() -> None:
    assert clean_keyword("  Star\u00a0 Chart\n“Pro” ") == 'Star Chart "Pro"'
    assert clean_keyword("a\u202eb\u0007c") == "ab c"


@pytest.mark.parametrize(
    ("text", "clean"),
    [
        ("[garage door repair]", "garage door repair"),
        ('"garage door repair"', "garage door repair"),
        ("'garage door repair'", "garage door repair"),
        ("“garage door repair”", "garage door repair"),
        ("-[garage door]", "garage door"),
        ("+garage +door repair", "garage door repair"),
        ('["garage door"]', "garage door"),
        ("<b>kal</b>imba &amp; case", "kalimba & case"),
        ("kalimba<br/>case", "kalimba case"),
        ("<p class='x'>Kalimba</p>", "Kalimba"),
        ("rock &amp;amp; roll", "rock & roll"),
        ("kalimba&nbsp;case &#39;c&#39;", "kalimba case 'c'"),
        ("tab\there \ud83d", "tab here"),
        # What only looks like one of them stays.
        ("c++ course", "c++ course"),
        ("+5v power supply", "+5v power supply"),
        ("salt &copper pans", "salt &copper pans"),
        ("<10 litre pots", "<10 litre pots"),
        ('12" record', '12" record'),
        ("kids' books", "kids' books"),
        ('"star chart" tattoo', '"star chart" tattoo'),
        ("men's [large] gloves", "men's [large] gloves"),
        ("-18 freezer bags", "-18 freezer bags"),
    ],
)
def test_what_was_copied_from_a_page_or_a_planner_is_cleaned(text: str, clean: str) -> None:
    assert clean_keyword(text) == clean
    assert clean_keyword(clean) == clean


@given(st.text(alphabet="ab<>/&;#\"'[]+ é\t\ud83dmp3", max_size=30))
def test_cleaning_twice_is_cleaning_once(text: str) -> None:
    try:
        once = clean_keyword(text)
    except BadKeyword:
        return
    assert clean_keyword(once) == once


@pytest.mark.parametrize(
    ("text", "code"),
    [
        ("", "keyword_empty"),
        (" \u200b\ufeff ", "keyword_empty"),
        ("x" * 10_000, "keyword_too_long"),
        ("🔭🔭", "keyword_no_word"),
        ("—?!", "keyword_no_word"),
    ],
)
def test_what_cannot_be_a_keyword_is_refused_with_a_code(text: str, code: str) -> None:
    with pytest.raises(BadKeyword) as caught:
        clean_keyword(text)
    assert caught.value.code == code
    assert str(caught.value)


def test_longest_keyword_is_taken() -> None:
    assert len(clean_keyword("x" * MAX_CHARACTERS)) == MAX_CHARACTERS


@pytest.mark.parametrize("text", ["مرصد فلكي", "טלסקופ למתחילים", "望遠鏡 初心者", "телескоп"])
def test_other_scripts_are_keywords(text: str) -> None:
    assert clean_keyword(text) == text
    assert identity_key(text) == text


@given(st.text(max_size=30) | st.text("ab1 -'.é", max_size=12))
def test_words_are_counted_as_they_are_told_apart(text: str) -> None:
    assert count_tokens(text) == len(tokens(text))


def test_tokens_hold_inner_signs() -> None:
    assert tokens("What's a 1.25-inch R&D c++ set?") == [
        "what's",
        "a",
        "1.25-inch",
        "r&d",
        "c++",
        "set",
    ]


@pytest.mark.parametrize(
    ("language", "one", "other"),
    [
        ("en", "telescopes", "telescope"),
        ("de", "Teleskope", "Teleskop"),
        ("fr", "télescopes", "télescope"),
        ("es", "telescopios", "telescopio"),
        ("it", "telescopi", "telescopio"),
        ("nl", "boeken", "boek"),
        ("pt", "telescópios", "telescópio"),
    ],
)
def test_each_language_has_its_stemmer(language: str, one: str, other: str) -> None:
    assert stems(one, language) == stems(other, language)


def test_a_language_without_stemmer_keeps_words() -> None:
    assert stems("telescopes", "xx") == ["telescopes"]


def test_content_stems_leave_stop_words_out() -> None:
    assert content_stems("the eyepieces of a telescope", "en") == stems("eyepieces telescope", "en")
    assert content_stems("das Teleskop für Kinder", "de") == stems("Teleskop Kinder", "de")


def test_several_threads_stem_at_once() -> None:
    parts = (("run", "ning"), ("nation", "al"))
    words = [f"{begin}{n}{end}" for n in range(400) for begin, end in parts]

    def stem_all(_: int) -> list[list[str]]:
        return [stems(word, "en") for word in words]

    with ThreadPoolExecutor(8) as pool:
        together = list(pool.map(stem_all, range(8)))
    _stem.cache_clear()
    alone = stem_all(0)
    assert all(read == alone for read in together)
