"""Rules, seeds with operators, years, languages, relevance."""

import random
import re
from datetime import date

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from bunraku.core.gather.relevance import Relevance, learn_relevance, words_that_decided
from bunraku.core.gather.rule_hints import suggest_rules
from bunraku.core.gather.rules import KINDS, BadRule, Facts, Rule, check_rule, left_out_by
from bunraku.core.gather.seed_operators import read_seed
from bunraku.core.gather.topic_match import fit_to_project
from bunraku.core.gather.year_refresh import for_coming_year, refresh_years
from bunraku.core.text import BadKeyword
from bunraku.core.text.languages import other_language
from bunraku.core.text.stem_table import stem_table
from bunraku.core.text.tokens import content_stems


@pytest.mark.parametrize(
    ("typed", "text", "must", "without"),
    [
        ("eyepiece -case", "eyepiece", (), ("case",)),
        ('"star chart" print', "star chart print", ("star chart",), ()),
        ("“Star Chart” -“for kids” –app", "Star Chart", ("star chart",), ("for kids", "app")),
        ("t-shirt telescope", "t-shirt telescope", (), ()),
        ('8" telescope', '8" telescope', (), ()),
        ("star - chart", "star - chart", (), ()),
    ],
)
def test_operators_in_a_seed(
    typed: str, text: str, must: tuple[str, ...], without: tuple[str, ...]
) -> None:
    seed = read_seed(typed)
    assert (seed.text, seed.must, seed.without) == (text, must, without)
    again = read_seed(seed.typed)
    assert (again.must, again.without) == (must, without)


def test_a_seed_keeps_out_whole_words_only() -> None:
    seed = read_seed('"star chart" -case')
    assert seed.unwanted("star chart poster") == ""
    assert seed.unwanted("star charts in a case") != ""
    assert seed.unwanted("star chart case") == "-case in the seed"
    assert seed.unwanted("star chart showcase") == ""
    with pytest.raises(BadKeyword, match="only says what to exclude"):
        read_seed("-case")


def test_the_year_refresh() -> None:
    hits = refresh_years(
        [
            "best telescope 2023",
            "meteor shower 2026",
            "moon 1969",
            "2023 vs 2024",
            "mx-2023",
            "2020-2021 dates",
            "eclipse 2027",
        ],
        2026,
    )
    assert hits == {
        "best telescope 2023": ("best telescope 2026", "best telescope 2027"),
        "meteor shower 2026": ("meteor shower 2027",),
        "eclipse 2027": ("eclipse 2026",),
    }


KEYS = [
    "star tattoo",
    "tattooed star",
    "orrinek mount",
    "orri nek mounts",
    "star chart for kids",
    "sternkarte kaufen",
    "moon",
]


@pytest.mark.parametrize(
    ("kind", "value", "left_out"),
    [
        ("word", "Tattoo", {"star tattoo"}),
        ("word", "star chart", {"star chart for kids"}),
        ("brand", "Orrinek", {"orrinek mount", "orri nek mounts"}),
        ("pattern", "tattoo*", {"star tattoo", "tattooed star"}),
        ("pattern", "star*kids", {"star chart for kids"}),
        ("pattern", "*moo*", {"moon"}),
        ("fewer_words", "2", {"moon"}),
        ("more_words", "2", {"orri nek mounts", "star chart for kids"}),
        ("language", "en", {"sternkarte kaufen"}),
        ("off_topic", "0,3", {"star tattoo"}),
    ],
)
def test_what_each_kind_of_rule_leaves_out(kind: str, value: str, left_out: set[str]) -> None:
    relevance = np.array([0.1, 0.5, 0.3, np.nan, 0.9, 0.8, 0.31])
    hits = left_out_by([Rule(1, kind, check_rule(kind, value))], Facts(KEYS, relevance))
    assert {key for key, by in zip(KEYS, hits, strict=True) if by == 0} == left_out


def test_the_first_rule_that_fits_is_told() -> None:
    rules = [
        Rule(7, "more_words", "3"),
        Rule(8, "word", "star"),
        Rule(9, "brand", "orrinek"),
        Rule(10, "word", "star chart"),
    ]
    hits = left_out_by(rules, Facts(KEYS, np.full(len(KEYS), np.nan)))
    assert hits.tolist() == [1, 1, 2, 2, 0, -1, -1]
    assert left_out_by([], Facts(KEYS, np.full(len(KEYS), np.nan))).tolist() == [-1] * len(KEYS)
    assert left_out_by(rules, Facts([], np.array([]))).tolist() == []


@pytest.mark.parametrize(
    ("kind", "value"),
    [
        ("word", "?!"),
        ("brand", " "),
        ("pattern", "***"),
        ("pattern", "*a*b*c*d*e*"),
        ("pattern", "x" * 101),
        ("fewer_words", "1"),
        ("more_words", "many"),
        ("more_words", "nan"),
        ("language", "xx"),
        ("off_topic", "1.5"),
    ],
)
def test_rules_that_make_no_sense(kind: str, value: str) -> None:
    with pytest.raises(BadRule):
        check_rule(kind, value)


def test_every_kind_says_what_it_leaves_out() -> None:
    assert all(kind.name and kind.about and kind.value for kind in KINDS.values())


def test_words_dropped_again_and_again_and_names_like_brands_are_suggested() -> None:
    titles = [
        ("a.example", "Velumscope moon map"),
        ("b.example", "The Velumscope chart"),
        ("c.example", "Zorblatt chart"),
    ]
    # Neither a misspelt word nor one that is spelled in the British way is a name, and three
    # letters are mostly a code.
    titles += [
        (publisher, f"{word} map")
        for word in ("Telecope", "Motorised", "Zyx")
        for publisher in ("a.example", "b.example")
    ]
    hints = suggest_rules(
        [
            "moon tattoo",
            "big tattoo idea",
            "velumscope map",
            "zorblatt map",
            "telecope map",
            "motorised map",
            "zyx map",
            "gift for him",
        ],
        ["star tattoo", "sun tattoo", "comet tattoo", "moon gift", "sun gift", "star gift"],
        ["gift set"],
        titles,
        ["duskfield"],
        "en",
    )
    assert [(hint.kind, hint.value, hint.count) for hint in hints] == [
        ("word", "tattoo", 2),
        ("brand", "velumscope", 1),
    ]
    assert "rejected 3" in hints[0].why
    assert hints[0].examples == ("moon tattoo", "big tattoo idea")
    assert suggest_rules([], [], [], [], [], "en") == []


def test_languages_are_told_apart_by_how_common_words_are() -> None:
    foreign = [
        "teleskop für kinder",
        "beste teleskope",
        "meilleur telescope pour debutant",
        "telescopio para niños",
    ]
    own = [
        "telescope for kids",
        "t-ring adapter",
        "orrinek 70mm",
        "kit",
        "how to clean a lens",
        "barlow lens 2x",
        "2026",
    ]
    assert other_language(foreign, "en").all()
    assert not other_language(own, "en").any()
    assert other_language(own[:1], "de").all()
    assert not other_language(["telescope", ""], "xx").any()


@given(st.lists(st.text(alphabet="ab c-'", max_size=12), max_size=6))
def test_the_stem_table_is_the_stems_of_each_text(texts: list[str]) -> None:
    table = stem_table(texts, "en")
    plain = [content_stems(text.replace("-", " "), "en") for text in texts]
    for row, stems in enumerate(plain):
        assert [table.names[p] for p in table.places[table.rows == row]] == stems
    counts = {stem: sum(stem in stems for stems in plain) for stem in table.names}
    assert table.texts_with().tolist() == [counts[stem] for stem in table.names]


ABOUT = ["Telescopes, eyepieces and stargazing evenings", "telescope"]


def _learned(texts: list[str], said: list[int]) -> Relevance:
    return learn_relevance(texts, said, fit_to_project(texts, ABOUT, "en"), "en")


def _field() -> tuple[list[str], list[bool]]:
    dice = random.Random(4)
    good = [
        f"{a} telescope {b}"
        for a in ("small", "big", "red", "old")
        for b in ("stand", "case", "lens", "cover")
    ]
    bad = [
        f"{a} {b}"
        for a in ("star tattoo", "horse mount", "wall mount")
        for b in ("idea", "stand", "price", "for her")
    ]
    texts = [*good, *bad] * 3
    dice.shuffle(texts)
    return texts, ["telescope" in text for text in texts]


def test_relevance_learns_from_drops() -> None:
    texts, wanted = _field()
    before = _learned(texts, [0] * len(texts))
    assert before.taste.decided == 0
    said = [0] * len(texts)
    for place in [p for p, good in enumerate(wanted) if not good][:6]:
        said[place] = -1
    for place in [p for p, good in enumerate(wanted) if good][:4]:
        said[place] = 1
    after = _learned(texts, said)
    good = np.array(wanted)
    assert after.shares[good].min() > after.shares[~good].max()
    assert ((after.shares > 0) & (after.shares < 1)).all()
    words = dict(words_that_decided("wall mount idea", after.taste, "en"))
    assert words["mount"] < 0
    assert words_that_decided("sextant", after.taste, "en") == []
    again = _learned(texts, said)
    assert (again.shares == after.shares).all()


def test_relevance_of_nothing_one_and_of_drops_alone() -> None:
    assert _learned([], []).shares.tolist() == []
    assert _learned(["telescope"], [-1]).shares.shape == (1,)
    texts, wanted = _field()
    all_dropped = _learned(["carpet cleaning", "road map"], [-1, -1])
    assert (
        all_dropped.shares.tolist()
        == _learned(["carpet cleaning", "road map"], [0, 0]).shares.tolist()
    )
    only_drops = _learned(texts, [0 if good else -1 for good in wanted])
    assert only_drops.shares[np.array(wanted)].mean() > only_drops.shares[~np.array(wanted)].mean()


@given(
    st.text("ab* ", min_size=1, max_size=9).filter(lambda value: set(value) - {"*", " "}),
    st.text("ab ", min_size=1, max_size=12),
)
def test_patterns_match_as_a_plain_search_of_all_ways_does(value: str, text: str) -> None:
    """The plain one tries every way, in a time that doubles with each star."""
    pattern, key = check_rule("pattern", value), " ".join(text.split())
    plain = ".*?".join(map(re.escape, pattern.split("*")))
    fits = re.search(rf"(?<!\S){plain}(?!\S)", key) is not None
    hit = left_out_by([Rule(1, "pattern", pattern)], Facts([key], np.array([np.nan])))
    assert (hit.tolist() == [0]) is fits


def test_a_pattern_of_stars_takes_no_time_on_a_long_keyword() -> None:
    """By trying all ways this takes longer than anybody waits."""
    rules = [Rule(1, "pattern", "a*a*a*a*a*b")]
    assert left_out_by(rules, Facts(["a" * 200] * 1_000, np.full(1_000, np.nan))).max() == -1


@pytest.mark.parametrize(
    ("text", "out", "renewed"),
    [
        ("best hive tool 2025", date(2026, 6, 1), "best hive tool 2026"),
        ("best hive tool 2026", date(2026, 6, 1), "best hive tool 2026"),
        ("best hive tool 2026", date(2026, 12, 1), "best hive tool 2027"),
        ("hive tool 2019 vs 2026", date(2027, 1, 1), "hive tool 2019 vs 2026"),
        ("best hive tool 2028", date(2027, 1, 1), "best hive tool 2028"),
        ("hive census 2011", date(2027, 1, 1), "hive census 2011"),
        ("hive tool", date(2027, 1, 1), "hive tool"),
    ],
)
def test_a_phrase_for_the_coming_year(text: str, out: date, renewed: str) -> None:
    assert for_coming_year(text, out) == renewed
