"""Variant families: held to pairs labelled by hand, to what must never join, and to a plain rule on
random words."""

from collections import Counter, defaultdict
from collections.abc import Iterator
from pathlib import Path

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bunraku.core.gather.variants import find_families, variant_words
from bunraku.core.text import identity_key
from bunraku.core.text.known_words import known_words
from bunraku.core.text.number import number_key
from bunraku.core.text.spelling import spelling_key, strip_accents

LEAST_PRECISION, LEAST_RECALL = 0.97, 0.85
LABELS = ("same", "different")


def labelled() -> Iterator[tuple[str, str, str, str]]:
    for line in (Path(__file__).parent / "variant_pairs.txt").read_text("utf-8").splitlines():
        if line and not line.startswith("#"):
            language, label, one, other = line.split("|")
            yield language, label, one, other


PAIRS = list(labelled())


def joined(language: str, one: str, other: str) -> tuple[bool, bool]:
    """Whether two wordings are one family, and whether they are proposed for their order."""
    hits = find_families([identity_key(one), identity_key(other)], language)
    return int(hits.family[1]) == 0, bool(hits.proposals)


def test_families_hold_to_labelled_pairs() -> None:
    answer = [
        (label, joined(language, one, other)[0], one, other)
        for language, label, one, other in PAIRS
    ]
    right = sum(label == "same" and together for label, together, *_ in answer)
    claimed = sum(together for _, together, *_ in answer)
    wanted = sum(label == "same" for label, *_ in answer)
    wrong = [(one, other) for label, together, one, other in answer if together and label != "same"]
    missed = [
        (one, other) for label, together, one, other in answer if label == "same" and not together
    ]
    assert right / claimed >= LEAST_PRECISION, wrong
    assert right / wanted >= LEAST_RECALL, missed
    assert len(PAIRS) > 200


def test_every_class_of_variants_holds_to_its_own_pairs() -> None:
    lines = (Path(__file__).parent / "variant_classes.txt").read_text("utf-8").splitlines()
    counts: dict[str, Counter[tuple[str, bool]]] = defaultdict(Counter)
    for line in lines[1:]:
        name, label, one, other = line.split("|")
        family, proposed = joined("en", one, other)
        counts[name][label, family or (name == "order" and proposed)] += 1
    together = sum(counts.values(), Counter())
    right, wrong = together["same", True], together["different", True]
    missed = together["same", False]
    assert right / (right + wrong) >= LEAST_PRECISION
    assert right / (right + missed) >= LEAST_RECALL
    assert len(counts) == 9
    for name, count in counts.items():
        same, different = (count[label, True] + count[label, False] for label in LABELS)
        assert min(same, different) >= 15, name
        assert count["same", True] >= 0.8 * same, name
        assert count["different", True] <= 2, name


@pytest.mark.parametrize(
    ("one", "other"),
    [
        ("-18 freezer bags", "18 freezer bags"),
        (".22 pellets", "22 pellets"),
        ("30 % vinegar", "30 vinegar"),
        ("-.5 lens", ".5 lens"),
        ("1/2 inch", "12 inch"),
    ],
)
def test_no_sign_of_an_amount_is_lost(one: str, other: str) -> None:
    assert identity_key(one) != identity_key(other)
    assert joined("en", one, other) == (False, False)


@pytest.mark.parametrize(
    ("language", "one", "other"), [(p[0], *p[2:]) for p in PAIRS if p[1] == "order"]
)
def test_order_alone_is_a_proposal(language: str, one: str, other: str) -> None:
    assert joined(language, one, other) == (False, True)


@pytest.mark.parametrize(
    ("one", "other"),
    [
        ("miles to km", "km to miles"),
        ("refractor vs reflector", "reflector vs refractor"),
        ("wine with fish", "fish with wine"),
        ("left hand guitar", "guitar hand left"),
    ],
)
def test_order_that_matters_is_not_even_proposed(one: str, other: str) -> None:
    assert joined("en", one, other) == (False, False)


def test_typos_never_lead_through_a_typo() -> None:
    keys = ["telescope", "telscope", "tlscope"]
    assert find_families(keys, "en").family.tolist() == [0, 0, 2]


def test_of_two_unknown_words_the_one_asked_more_is_right() -> None:
    keys = ["orinnek kit", "orinek kit", "orinek"]
    assert find_families(keys, "en", [1.0, 900.0, 700.0]).family.tolist() == [0, 0, 2]
    assert find_families(["velumscope", "velumscape"], "en", [9.0, 9.0]).family.tolist() == [0, 1]
    assert find_families(["velumscope", "velumscpe"], "en").family.tolist() == [0, 0]


def test_nothing_one_and_many() -> None:
    assert find_families([], "en").family.tolist() == []
    assert find_families(["x"], "xx").family.tolist() == [0]
    assert find_families(["望遠鏡", "望遠鏡", "مرصد"], "ja").family.tolist() == [0, 0, 2]


@settings(max_examples=60, deadline=None)
@given(st.lists(st.text("ab12 -'é&.", min_size=1, max_size=9), max_size=8))
def test_families_are_an_equivalence_led_by_their_first(texts: list[str]) -> None:
    keys = [identity_key(text) for text in texts]
    family = find_families(keys, "en").family.tolist()
    assert all(family[head] == head <= number for number, head in enumerate(family))
    for number, head in enumerate(family):
        digits = [[c for c in key if c.isdigit()] for key in (keys[number], keys[head])]
        assert digits[0] == digits[1], "numbers never join"


@pytest.mark.parametrize(
    ("language", "singular", "plural"),
    [
        ("en", "box", "boxes"),
        ("en", "house", "houses"),
        ("en", "lens", "lenses"),
        ("en", "cookie", "cookies"),
        ("en", "city", "cities"),
        ("en", "hero", "heroes"),
        ("en", "photo", "photos"),
        ("en", "child", "children"),
        ("en", "bus", "buses"),
        ("en", "shelf", "shelves"),
        ("en", "supernova", "supernovae"),
        ("fr", "eau", "eaux"),
        ("fr", "journal", "journaux"),
        ("es", "luz", "luces"),
        ("es", "clase", "clases"),
        ("es", "mes", "meses"),
        ("nl", "doos", "dozen"),
        ("pt", "animal", "animais"),
        ("it", "fuoco", "fuochi"),
        ("de", "okular", "okulare"),
        ("nl", "boom", "bomen"),
    ],
)
def test_singular_and_plural_share_a_key(language: str, singular: str, plural: str) -> None:
    assert number_key(singular, language) == number_key(plural, language)


def test_number_leaves_other_words_apart() -> None:
    for one, other in (
        ("news", "new"),
        ("glasses", "glass"),
        ("bus", "bu"),
        ("tess", "tes"),
        ("clean", "cleaning"),
    ):
        assert number_key(one, "en") != number_key(other, "en")
    assert number_key("x2s", "en") == "x2s"
    assert number_key("words", "xx") == "words"


def test_spelling_keys() -> None:
    assert spelling_key("colours", "en") == spelling_key("colors", "en")
    assert spelling_key("personalised", "en") == spelling_key("personalized", "en")
    assert spelling_key("rise", "en") == "rise"
    assert spelling_key("küche", "de") == spelling_key("kueche", "de")
    assert spelling_key("neue", "de") == "neue"
    assert strip_accents("Straße œuvre søt") == "Strasse oeuvre sot"


def test_words_are_as_variants_share_them() -> None:
    assert variant_words("how to clean the kids' telescopes", "en") == (
        "how",
        "to",
        "clean",
        "kid",
        "telescope",
    )
    assert variant_words("150mm 10-day plan a", "en") == ("150", "mm", "10", "day", "plan", "a")
    assert variant_words("l'heure d'ete", "fr") == ("heure", "ete")


def test_word_lists_ship_for_the_languages_we_stem() -> None:
    assert "telescope" in known_words("en")
    assert "naranja" in known_words("es")
    assert known_words("xx") == frozenset()
