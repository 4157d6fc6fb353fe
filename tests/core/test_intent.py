"""Search intent: each cue with its good, bad and not-applicable cases."""

import numpy as np
import pytest

from bunraku.core.weigh.intent import explain_evidence, read_intents
from bunraku.core.weigh.intent_cues import CUES, FEATURE_CUES, INTENTS

# cue, a keyword that carries it, one that only looks like it
CASES = {
    "en": {
        "question": ("how big is a telescope", "telescope how big"),
        "how_to": ("how to clean a lens", "howto lens"),
        "compare": ("dobsonian vs refractor", "versatile telescope"),
        "best": ("best telescope", "bestow telescope"),
        "buy": ("telescope for sale", "telescope forsale"),
        "model": ("eyepiece set", "sunset telescope"),
        "gift": ("telescope for kids", "telescope kidskin"),
        "service": ("telescope repair", "telescope repairable"),
        "near": ("stargazing near me", "near meadow"),
        "login": ("duskfield opening hours", "opening a tin"),
    },
    "de": {
        "question": ("wie groß ist ein teleskop", "teleskop wie groß"),
        "how_to": ("teleskop anleitung", "anleitungslos"),
        "compare": ("teleskop vergleich", "vergleichbar"),
        "best": ("teleskop test", "testament"),
        "buy": ("teleskop kaufen", "kaufmann"),
        "near": ("sternwarte in der nähe", "nähen lernen"),
    },
}


@pytest.mark.parametrize(
    ("language", "cue"), [(lang, cue.id) for lang, cues in CUES.items() for cue in cues]
)
def test_every_cue_fires_on_its_words_only(language: str, cue: str) -> None:
    good, bad = CASES[language][cue]
    hits = read_intents([good, bad], [[], []], language)
    assert cue in hits.evidence[0]
    assert cue not in hits.evidence[1]
    assert all(explain_evidence(hits.evidence[0], language))


@pytest.mark.parametrize(
    ("text", "intent"),
    [
        ("how to collimate a reflector", "informational"),
        ("telescope", "informational"),
        ("best telescope for beginners", "commercial"),
        ("dobsonian vs refractor", "commercial"),
        ("buy telescope eyepiece", "transactional"),
        ("telescope repair near me", "transactional"),
        ("duskfield login", "navigational"),
    ],
)
def test_what_searchers_want(text: str, intent: str) -> None:
    hits = read_intents([text], [[]], "en", own_brands=["duskfield"])
    assert hits.names() == [intent]
    assert hits.probability.sum() == pytest.approx(1)


def test_the_page_is_evidence_too() -> None:
    bare, shopping = read_intents(
        ["moon lamp", "moon lamp"], [[], ["shopping_strip"]], "en"
    ).probability
    buying = INTENTS.index("transactional")
    assert shopping[buying] > bare[buying]
    assert {cue.id for cue in FEATURE_CUES.values()} >= set(
        read_intents(["x"], [["map"]], "en").evidence[0]
    )


def test_places_and_maps_make_it_local() -> None:
    hits = read_intents(
        ["telescope harrowmere", "telescope", "telescope"],
        [[], ["map"], []],
        "en",
        places=["Harrowmere"],
    )
    assert (hits.local > 0.4).tolist() == [True, True, False]


def test_a_language_without_cues_uses_the_english_ones() -> None:
    assert read_intents(["telescope for sale"], [[]], "nl").names() == ["transactional"]


def test_edges() -> None:
    assert read_intents([], [], "en").probability.shape == (0, 4)
    assert read_intents(["xyzzy"], [["unheard_of"]], "en").evidence == ((),)
    with pytest.raises(ValueError, match="one list"):
        read_intents(["a"], [], "en")


def test_matches_a_plain_loop() -> None:
    texts = ["best telescope near me", "how to buy", "x", "telescope set for kids vs adults"]
    hits = read_intents(texts, [[], ["map"], [], ["video_strip"]], "en")
    table = {cue.id: cue for cue in (*CUES["en"], *FEATURE_CUES.values())}
    for row, ids in enumerate(hits.evidence):
        odds = np.array([0.7, -1.2, 0.0, 0.0]) + sum(np.array(table[id].weights) for id in ids)
        expected = np.exp(odds) / np.exp(odds).sum()
        assert hits.probability[row] == pytest.approx(expected)
