"""What one's own report lets be worked out: demand, and what to do with each page."""

import numpy as np
import pytest

from bunraku.core.plan.own_pages import (
    LEAST_CLICKS,
    Advice,
    Page,
    Query,
    advice_words,
    advise,
    visits_to_win,
)
from bunraku.core.weigh.own_demand import demand_of, position_now, seen_share

NAN = float("nan")


def test_impressions_are_a_floor_of_searches() -> None:
    for position in (1.0, 5.0, 9.9, 14.0, 28.0, 60.0):
        told = demand_of({"impressions": 900, "position": position, "months_covered": 3})
        assert told is not None
        assert 300 <= told.low < told.high
    assert demand_of({"impressions": 900}) is None
    assert demand_of({"impressions": 0, "position": 3.0}) is None


def test_where_a_page_stands_now_is_told_by_the_last_months() -> None:
    by_month = [[f"2026-0{n}", 5, 100, 20.0 - 2 * n] for n in range(1, 8)]
    report = {"position": 12.0, "by_month": by_month}
    assert position_now(report) == pytest.approx((10 + 8 + 6) / 3)
    # A month in which nobody saw it tells nothing; too few months leave the whole.
    assert position_now({**report, "by_month": [*by_month, ["2026-08", 0, 0, None]]}) == 8
    assert position_now({**report, "by_month": by_month[:5]}) == 12
    assert position_now({"position": 3.0}) == 3
    assert position_now({}) is None


def test_the_further_down_the_less_is_known() -> None:
    shares = [seen_share(position) for position in (1, 3, 8, 10, 12, 20, 45, 90)]
    assert all(0 < least < most <= 1 for most, least in shares)
    assert [most for most, _ in shares] == sorted((most for most, _ in shares), reverse=True)
    widths = [most / least for most, least in shares]
    assert widths == sorted(widths)
    unknown = demand_of({"impressions": 900, "position": 3.0})
    known = demand_of({"impressions": 900, "position": 3.0, "months_covered": 3})
    assert unknown is not None
    assert known is not None
    assert unknown.low < known.low < known.high < unknown.high


def test_more_than_a_year_counts_its_last_twelve_months() -> None:
    months = [[f"2025-{m:02d}", 1, 600.0, 3.0] for m in (9, 10, 11, 12)]
    months += [[f"2026-{m:02d}", 1, 100.0, 3.0] for m in range(1, 13)]
    report = {"impressions": 3600, "position": 3.0, "months_covered": 16, "by_month": months}
    told = demand_of(report)
    assert told is not None
    assert told.low == pytest.approx(100)
    assert len(told.history) == 16
    # A month in which the page stood far down says nothing of the season; one without impressions
    # of a page on page one says that nobody searched.
    months[0], months[1] = ["2025-09", 0, 40.0, 31.0], ["2025-10", 0, 0.0, None]
    told = demand_of(report)
    assert told is not None
    assert told.history[0] == ("2025-10", 0)
    assert len(told.history) == 15


def query(text: str, position: float | None, **told: float) -> Query:
    usual = {"clicks": 20.0, "impressions": 1_000.0, "volume": 500.0}
    return Query(text, position=position, **{**usual, **told})  # type: ignore[arg-type]


def test_each_page_has_its_advice() -> None:
    old = Query("tea set", 2.0, 900.0, 14.0, 500.0, is_main=False)
    pages = [
        Page("/near", [query("tea pot", 8.0), query("small tea pot", 15.0)]),
        Page("/top", [query("tea cosy", 1.4)]),
        Page("/set", [query("tea set", 4.0)]),
        Page("/old-set", [old]),
        Page("/far", [query("tea", 40.0)]),
        Page("/fading", [query("tea tray", 2.0)], [30.0] * 12 + [12.0] * 3),
        Page("/steady", [query("tea tin", 2.0)], [30.0] * 15),
        Page("/young", [query("tea jar", 2.0)], [30.0, 2.0]),
    ]
    told = dict(zip((page.address for page in pages), advise(pages, "web"), strict=True))
    assert {address: advice.what for address, advice in told.items()} == {
        "/near": "improve",
        "/top": "leave",
        "/set": "improve",
        "/old-set": "merge",
        "/far": "leave",
        "/fading": "refresh",
        "/steady": "leave",
        "/young": "leave",
    }
    assert told["/old-set"].into == "/set"
    assert [q.text for q, _ in told["/near"].to_win] == ["tea pot", "small tea pot"]
    assert told["/near"].visits == pytest.approx(sum(visits for _, visits in told["/near"].to_win))
    assert "Improve it for “tea pot” (position 8), “small tea pot” (position 15)" in advice_words(
        told["/near"]
    )
    assert "/set" in advice_words(told["/old-set"])
    assert "36 clicks in the last three months, 90" in advice_words(told["/fading"])
    assert advise([], "web") == []


def test_a_page_with_few_clicks_does_not_fade() -> None:
    few = LEAST_CLICKS / 3 - 1
    [advice] = advise([Page("/x", [query("tea", 2.0)], [few] * 12 + [0.0] * 3)], "web")
    assert advice.what == "leave"


def test_two_pages_that_share_little_are_two() -> None:
    one = Page("/pots", [query("tea pot", 4.0), query("tea pots", 5.0), query("pot", 6.0)])
    shared = Query("tea pot", 3.0, 900.0, 12.0, 500.0, is_main=False)
    other = Page("/mugs", [query("tea mug", 5.0, impressions=4_000.0), shared])
    assert [advice.into for advice in advise([one, other], "web")] == ["", ""]


def test_visits_are_won_between_the_top_and_page_two() -> None:
    places = np.array([1.0, 3.4, 5.0, 9.0, 14.0, 20.0, 20.5, NAN])
    won = visits_to_win(np.full(8, 1_000.0), places, "web")
    assert (won[[0, 1, 6, 7]] == 0).all()
    assert (won[2:6] > 0).all()
    assert won[3] > won[5]
    assert visits_to_win(np.array([NAN]), np.array([8.0]), "web").tolist() == [0.0]
    with pytest.raises(ValueError, match="radio"):
        visits_to_win(np.ones(1), np.ones(1), "radio")
    assert advice_words(Advice("leave")) == "Leave it as it is: there is little to gain."
