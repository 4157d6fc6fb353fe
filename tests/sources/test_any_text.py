"""Whatever is typed has an answer: questions, sentences, single letters, digits, other scripts,
words of frames alone, in every language that the practice world speaks."""

import random
from collections.abc import Iterator
from datetime import date

import pytest

from bunraku.core.channels import CHANNEL_IDS
from bunraku.core.gather.prompts import PROMPTS, prompts
from bunraku.core.languages import language_named
from bunraku.core.text import BadKeyword, identity_key
from bunraku.sources.asking import BROKEN, ask_all
from bunraku.sources.protocol import ANSWERS, Request, Setting, What
from bunraku.sources.rehearsal import rehearsal_sources
from bunraku.sources.rehearsal.world import the_world

DAY = date(2026, 10, 15)
TEXTS_A_LOCALE = 625
LOCALES = ("en-GB", "en-US", "de-DE", "fr-FR", "es-ES", "it-IT", "nl-NL", "pt-PT")
SOURCES = {source.tells: source for source in rehearsal_sources()}
SUBJECTS = (
    *("kalimba", "garage door", "telescope", "tin whistle lessons", "café", "l'huile d'olive"),
    *("gemüsebeet", "abat-jour", "calçada", "piñata", "aquarium filter 200l", "the", "a"),
)
FOREIGN = (
    "望遠鏡",
    "телескоп",
    "τηλεσκόπιο",
    "مقراب",
    "טלסקופ",
    "กล้อง",
    "🎷 🎺",
    "é",
    "ﬁsh",
    "１２３",
)
SIGNS = ("-", "'", '"', "(", ")", "*", "+", "&", "%", ".", "/", "#", "\t", "\u200b", "\ud83d")


def texts(locale: str) -> Iterator[str]:
    """So many texts of all kinds, the same each time."""
    dice = random.Random(f"any text of {locale}")
    around = the_world(locale)._around
    framing = sorted(around.before | around.after)
    asking = list(language_named(locale[:2]).questions)

    def some(words: list[str], most: int) -> str:
        return " ".join(dice.choices(words, k=dice.randint(1, most)))

    kinds = (
        lambda: f"{dice.choice(asking)} {some(framing, 2)} {dice.choice(SUBJECTS)}",
        lambda: f"{dice.choice(asking)} {dice.choice(asking)} {dice.choice(SUBJECTS)}",
        lambda: some(framing, 5),
        lambda: some([*framing, *SUBJECTS], 12),
        lambda: dice.choice("abcdefghijklmnopqrstuvwxyz0123456789éßñ"),
        lambda: str(dice.randint(0, 10 ** dice.randint(1, 12))),
        lambda: f"{dice.choice(FOREIGN)} {some([*FOREIGN, *SUBJECTS], 3)}",
        lambda: (some([*framing, *SUBJECTS], 60) + " x" * 100)[:200],
        lambda: "".join(dice.choice("abc é漢0'-. ") for _ in range(dice.randint(1, 40))),
        lambda: f"{dice.choice(SIGNS)}{dice.choice(SUBJECTS)}{dice.choice(SIGNS)}",
        lambda: dice.choice(SIGNS) * dice.randint(1, 3),
        lambda: f"{dice.choice(SUBJECTS)} {dice.choice(SUBJECTS)} {dice.choice(framing)}",
    )
    for number in range(TEXTS_A_LOCALE):
        yield kinds[number % len(kinds)]()


def keys(locale: str) -> list[str]:
    """The same, as keywords."""
    found = {}
    for text in texts(locale):
        try:
            found[identity_key(text)] = None
        except BadKeyword:
            continue
    return [key for key in found if key]


@pytest.mark.parametrize("locale", LOCALES)
def test_any_text_has_an_answer(locale: str) -> None:
    dice = random.Random(f"what is asked in {locale}")
    setting = Setting(("Harrowmere",), ("velumscope",), ("kalimba",))
    for number, key in enumerate(keys(locale)):
        what = list(What)[number % len(What)]
        channel = CHANNEL_IDS[number % len(CHANNEL_IDS)]
        terms = (key,)
        if what is What.COMPLETIONS:
            terms = tuple(prompts(list(PROMPTS)[number % len(PROMPTS)], key, locale[:2])[:3])
        vantage = {"into": dice.choice(["de", "en", "fr"])} if what is What.LEXICON else {}
        asked = Request(
            what,
            terms,
            channel,
            locale,
            DAY,
            setting=dice.choice([setting, Setting()]),
            **vantage,
        )
        for term, answer in SOURCES[what].ask(asked).items():
            assert answer is None or ANSWERS[what].model_validate(answer), term
        # A figure of every kind rests on what the text is understood as.
        assert the_world(locale).query(key).key


@pytest.mark.parametrize(
    "seed", ["how to play kalimba", "what is a kalimba", "how to fix a garage door"]
)
@pytest.mark.parametrize("channel", ["web", "video"])
def test_a_question_is_a_seed_too(seed: str, channel: str) -> None:
    for way in PROMPTS:
        asked = Request(What.COMPLETIONS, tuple(prompts(way, seed, "en")), channel, "en-GB", DAY)
        SOURCES[What.COMPLETIONS].ask(asked)
    assert prompts("asked", seed, "en") == [f"{seed} "]
    page = SOURCES[What.PAGE].ask(Request(What.PAGE, (f"how {seed}",), channel, "en-GB", DAY))
    assert page[f"how {seed}"]["results"]


class Breaking:
    """A source that one of the terms breaks."""

    name, price, spread, practice = "Breaking", 0.0, None, True
    tells, batch_size = What.COMPLETIONS, 50

    def ask(self, request: Request) -> dict[str, dict[str, object] | None]:
        if "poison" in request.terms:
            raise AssertionError("no frame makes it")
        return {term: {"completions": [f"{term} kit"]} for term in request.terms}


def test_a_term_that_breaks_a_source_takes_no_other_with_it(
    caplog: pytest.LogCaptureFixture,
) -> None:
    terms = [*(f"term {number}" for number in range(70)), "poison", "last"]
    asked = Request(What.COMPLETIONS, (), "web", "en-GB", DAY)
    batches = list(ask_all(Breaking(), asked, terms))
    answered = {term for batch in batches for term in batch.answers}
    assert answered == {*terms} - {"poison"}
    assert {t: why for b in batches for t, why in b.missing.items()} == {"poison": BROKEN}
    assert "poison" in caplog.text
