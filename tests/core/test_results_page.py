"""What a results page tells: where one would land, how it moves, who stands there."""

from datetime import date

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from bunraku.core.text.addresses import address_words, bare_address, host_of
from bunraku.core.weigh.chance import outlook
from bunraku.core.weigh.company import (
    Narrowing,
    Result,
    company_of,
    narrowed,
)
from bunraku.core.weigh.landing import (
    STRENGTHS,
    clicks_of_places,
    conclude,
    landings,
    ordinal,
    strength_for_place,
)
from bunraku.core.weigh.page import openness
from bunraku.core.weigh.page_changes import (
    Moved,
    Snapshot,
    changes_a_week,
    moved_between,
    positions_over_time,
    volatility_words,
)
from bunraku.core.weigh.phrase_match import name_of
from bunraku.core.weigh.reach import reach_of

CHANNELS = ("web", "video", "marketplace")
LADDER = np.arange(80.0, 30.0, -5.0)


@pytest.mark.parametrize("channel", CHANNELS)
def test_more_strength_never_lands_lower(channel: str) -> None:
    seen = landings(LADDER, STRENGTHS, channel, 1_000.0, 0.8)
    assert (np.diff(seen.page_one) >= -1e-9).all()
    assert (np.diff(seen.visits) >= -1e-9).all()
    reached = seen.first > 0
    assert (np.diff(seen.first[reached]) <= 0).all()
    assert seen.first[0] == 0
    assert seen.first[100] == 1
    alone = outlook(LADDER[None], np.array([52.0]), channel)
    assert seen.page_one[52] == pytest.approx(alone.page_one[0])


def test_the_likely_places_hold_two_thirds() -> None:
    seen = landings(LADDER, STRENGTHS, "web", None, 1.0)
    for row, first, last, page_one in zip(
        seen.positions, seen.first, seen.last, seen.page_one, strict=True
    ):
        if first:
            assert row[first - 1 : last].sum() >= 2 / 3 * page_one - 1e-9
    assert np.isnan(seen.visits).all()


@given(st.lists(st.floats(0, 100), min_size=0, max_size=10), st.floats(0, 100))
def test_a_page_of_anybody_lands_somewhere(strengths: list[float], own: float) -> None:
    page = np.full(10, np.nan)
    page[: len(strengths)] = strengths
    seen = landings(page, np.array([own]), "web", 10.0, 0.5)
    if strengths:
        assert 0 <= seen.page_one[0] <= 1 + 1e-9
        assert 0 <= seen.first[0] <= seen.last[0] <= 10
    else:
        assert np.isnan(seen.page_one[0])


def test_what_it_takes_to_rise() -> None:
    seen = landings(LADDER, STRENGTHS, "web", None, 1.0)
    fifth = strength_for_place(seen.own, seen.first, 50.0, 5)
    assert fifth is not None
    assert seen.first[fifth] <= 5 < seen.first[fifth - 1]
    giants = landings(np.full(10, 120.0), STRENGTHS, "web", None, 1.0)
    assert strength_for_place(giants.own, giants.first, 50.0, 1) is None


def test_the_conclusion_in_words() -> None:
    told = conclude(weaker=3, titled=1, there=10, page_one=0.6, between=(5, 8), visits=61.4)
    assert told == (
        "Of the top ten, three are weaker than you and only one title contains the phrase. You "
        "have a 60% chance of reaching page one, then most likely between 5th and 8th, about 61 "
        "visits a month once settled."
    )
    hopeless = conclude(weaker=0, titled=7, there=10, page_one=0.01, between=(10, 10), visits=0.1)
    assert hopeless.endswith("At your strength you have almost no chance of reaching page one.")
    alone = conclude(weaker=1, titled=0, there=1, page_one=1, between=(1, 1), visits=0.4)
    assert alone.startswith("There is one result; it is weaker than you and no titles contain")
    strong = conclude(weaker=0, titled=1, there=1, page_one=1, between=(2, 2), visits=None)
    assert strong.startswith(
        "There is one result; it is not weaker than you and one title contains"
    )
    assert "less than one visit a month" in alone
    assert conclude(
        weaker=0, titled=0, there=0, page_one=1, between=(1, 1), visits=None
    ).startswith("No results")
    assert [ordinal(n) for n in (1, 2, 3, 4, 11, 12, 21, 112)] == (
        "1st 2nd 3rd 4th 11th 12th 21st 112th".split()
    )


def test_clicks_of_places_and_openness() -> None:
    clicks = clicks_of_places("web", 1_000.0, 0.5)
    assert clicks[0] == pytest.approx(140)
    assert (np.diff(clicks) < 0).all()
    told = openness(np.array([100.0, 100.0, np.nan, 50.0]), np.array([20.0, 0.0, 5.0, np.nan]))
    assert told[:2].tolist() == [5.0, 100.0]
    assert np.isnan(told[2:]).all()


def test_what_moved_between_two_days() -> None:
    assert moved_between(["a", "b", "c", "b"], ["b", "a", "d"]) == [
        Moved("b", 2, 1),
        Moved("a", 1, 2),
        Moved("d", None, 3),
        Moved("c", 3, None),
    ]
    assert moved_between([], []) == []
    assert moved_between(["a"], ["a"]) == []


def test_changes_a_week() -> None:
    days = [date(2026, 10, day) for day in (1, 8, 22, 23)]
    pages = [list("abcdefghij"), list("abcdefghkl"), list("abcdefghmn"), list("abcdefghmo")]
    snapshots = [Snapshot(day, page) for day, page in zip(days, pages, strict=True)]
    # Two in a week, two in two weeks, one within a day that counts as a week.
    assert changes_a_week(snapshots) == pytest.approx(5 / 4)
    assert changes_a_week(snapshots[:1]) is None
    assert changes_a_week([snapshots[0], snapshots[0]]) is None
    assert volatility_words(None) == ""
    assert volatility_words(0.2).startswith("almost no")
    assert volatility_words(1.2) == "one position changes a week"
    assert volatility_words(4.0).startswith("4 positions change a week, so")
    told = positions_over_time(snapshots[:2], depth=10)
    assert told[0] == ("a", [1, 1])
    assert dict(told)["i"] == [9, None]
    assert dict(told)["k"] == [None, 9]


def result(position: int, title: str, **more: object) -> Result:
    who = str(more.pop("publisher", f"shop{position}.example"))
    return Result(position, f"https://{who}/{position}", title, who, **more)  # type: ignore[arg-type]


LISTINGS = [
    result(1, "Wool scarf", price=20.0, materials=("wool",), published=date(2026, 10, 10)),
    result(2, "Scarf of silk", price=80.0, materials=("silk",), publisher="shop1.example"),
    result(3, "Red wool scarf", materials=("wool",), published=date(2025, 12, 1)),
    result(4, "Mine", price=5.0, publisher="mine.example"),
]


def test_those_who_stand_there_together() -> None:
    seen = company_of(LISTINGS, "wool scarf", "en", date(2026, 10, 15), ["mine.example"])
    assert (seen.results, seen.titles, seen.publishers, seen.own) == (4, 2, 3, (4,))
    assert seen.several == (("shop1.example", 2),)
    assert seen.new == (1, 1, 2)
    price = seen.spreads["price"]
    assert (price.known, price.least, price.typical, price.most) == (3, 5.0, 20.0, 80.0)
    assert "views" not in seen.spreads
    nobody = company_of([], "wool scarf", "en", date(2026, 10, 15))
    assert (nobody.results, nobody.new, nobody.spreads) == (0, None, {})


@pytest.mark.parametrize(
    ("by", "left"),
    [
        (Narrowing(), [1, 2, 3, 4]),
        (Narrowing(material="wool"), [1, 3]),
        (Narrowing(price_from=10), [1, 2]),
        (Narrowing(price_to=50), [1, 4]),
        (Narrowing(without_own=True), [1, 2, 3]),
        (Narrowing(without_words=["SILK", "red"]), [1, 4]),
        (Narrowing(category="none"), []),
    ],
)
def test_listings_are_narrowed(by: Narrowing, left: list[int]) -> None:
    assert [r.position for r in narrowed(LISTINGS, by, "en", ["mine.example"])] == left


def test_addresses_and_names_of_wording() -> None:
    assert address_words("https://www.a.example/wool-scarves/red%20one.html?x=1#y") == (
        "wool-scarves/red one"
    )
    assert address_words("a.example") == ""
    assert host_of("https://WWW.A.example:80/x") == "a.example:80"
    same = (
        *("https://www.a.example/Cords/", "http://a.example/cords#top", " a.example/cords "),
        "WWW.A.EXAMPLE/CORDS",
    )
    assert {bare_address(address) for address in same} == {"a.example/cords"}
    assert bare_address("https://a.example/cords?size=2") == "a.example/cords?size=2"
    assert bare_address("") == ""
    assert [
        name_of(t, "wool scarf for men", "en") for t in ("For sale", "Wool", "Scarf for men")
    ] == [
        "none of it",
        "few words",
        "some words",
    ]


def test_reach_of_pages() -> None:
    pages = np.array([[7, 8, 0], [9, 7, 0], [0, 0, 0], [7, 7, 0]], dtype=np.int64)
    pages = np.pad(pages, ((0, 0), (0, 7)))
    seen = reach_of(pages, np.array([100.0, 1_000.0, 5.0, np.nan]), [7, 9, 5, 0], "web")
    assert seen.keywords.tolist() == [3, 1, 0, 0]
    assert seen.visits[0] == pytest.approx(100 * 0.28 + 1_000 * 0.15)
    assert seen.most.tolist() == [1, 1, -1, -1]
    assert seen.visits[2] == 0
    none = reach_of(np.zeros((0, 10), dtype=np.int64), np.zeros(0), [7], "video")
    assert (none.keywords[0], none.most[0]) == (0, -1)
