"""What is typed into a search box, and what the best results say of themselves."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bunraku.core.gather.prompts import PROMPTS, prompts
from bunraku.core.gather.result_fields import LONGEST_PHRASE, ResultFields, phrases_used
from bunraku.core.languages import LANGUAGES, language_named
from bunraku.core.text import identity_key


def test_each_way_asks_in_its_own_manner() -> None:
    assert prompts("box", "moon", "en") == ["moon", "moon "]
    assert prompts("alphabet", "moon", "en")[:2] == ["moon a", "moon b"]
    assert prompts("alphabet", "moon", "en")[-1] == "moon 9"
    assert "how moon" in prompts("asked", "moon", "en")
    assert "wie mond" in prompts("asked", "mond", "de")
    assert "moon without " in prompts("joined", "moon", "en")
    assert "moon better than " in prompts("either", "moon", "en")
    assert prompts("inside", "star chart", "en") == [
        "* star chart",
        "star * chart",
        "star chart * ",
    ]
    assert prompts("inside", "moon", "en") == ["* moon", "moon * "]


@pytest.mark.parametrize("language", LANGUAGES)
def test_every_language_has_its_words(language: str) -> None:
    known = language_named(language)
    for words in (known.questions, known.prepositions, known.comparisons):
        assert len(words) >= 6
        assert len(words) == len(set(words))


def test_an_unknown_language_has_the_english_words() -> None:
    assert prompts("asked", "x", "xx") == prompts("asked", "x", "en")


@given(
    st.sampled_from(sorted(PROMPTS)),
    st.lists(st.sampled_from(["star", "chart", "moon"]), min_size=1, max_size=4),
)
def test_every_prompt_stands_once_and_holds_the_seed(way: str, words: list[str]) -> None:
    asked = prompts(way, " ".join(words), "en")
    assert len(asked) == len(set(asked))
    for prompt in asked:
        answer = [word for word in prompt.split() if word != "*"]
        # The seed's words in their order, whatever stands around and between them.
        rest = iter(answer)
        assert all(word in rest for word in words)


RESULTS = [
    ResultFields(
        "atlas.example",
        "Brass star chart | Atlas",
        ["star chart", "wall art"],
        ["brass"],
        ["Charts"],
    ),
    ResultFields(
        "lamp.example", "The brass star chart for kids", ["Star Chart"], ["brass"], ["charts"]
    ),
    ResultFields("other.example", "Moon poster, large", ["moon poster"], [], []),
]


def test_phrases_with_how_many_results_use_each() -> None:
    used = {phrase.text.casefold(): phrase for phrase in phrases_used(RESULTS, "star chart", "en")}
    assert used["star chart"].used_by == 2
    assert used["star chart"].fields == ("tags", "title")
    assert used["brass star chart"].used_by == 2
    assert used["charts"].used_by == 2
    # A material stands with the seed; here it says what titles say.
    assert "material" in used["brass star chart"].fields
    assert used["moon poster"].used_by == 1
    # What a single title says is its own, as is a publisher's name; a phrase does not reach over a
    # sign.
    assert "chart for kids" not in used
    assert "poster large" not in used
    assert "atlas" not in used


def test_the_most_used_come_first_and_nothing_gives_nothing() -> None:
    counts = [phrase.used_by for phrase in phrases_used(RESULTS, "star chart", "en")]
    assert counts == sorted(counts, reverse=True)
    assert phrases_used([], "star chart", "en") == []
    assert phrases_used([ResultFields("", "", [""], [], ["?"])], "x", "en") == []


@given(st.lists(st.text(alphabet="ab |,-", max_size=24), max_size=5))
def test_title_phrases_against_a_plain_count(titles: list[str]) -> None:
    results = [ResultFields("z.example", title) for title in titles]
    for result in phrases_used(results, "seed", "en"):
        key = identity_key(result.text)
        assert 2 <= len(key.split()) <= LONGEST_PHRASE
        holding = sum(
            f" {key} " in f" {' '.join(identity_key(title).split())} " for title in titles
        )
        assert 2 <= result.used_by <= max(holding, result.used_by)
