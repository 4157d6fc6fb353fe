"""Location pages that differ too little, and why pieces have no month."""

from dataclasses import replace

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from bunraku.core.plan.left_out import why_left_out
from bunraku.core.plan.locations import PlacePage, alike_groups, alikeness, with_more
from bunraku.core.plan.problem import Limit, Problem

WORDS = st.sampled_from("harness saddle bridle repair stitching girth strap buckle".split())
PAGES = st.lists(
    st.builds(
        PlacePage,
        st.lists(WORDS, max_size=5),
        st.sampled_from(["", "Saltby", "Upper Tenwick"]),
        st.lists(st.integers(0, 20), max_size=10),
    ),
    max_size=7,
)


def test_the_town_alone_makes_no_page_differ() -> None:
    pages = [
        PlacePage(["harness repair harrowby", "mend harness harrowby"], "Harrowby"),
        PlacePage(["harness repair upper tenwick", "mend harness"], "Upper Tenwick"),
        PlacePage(["saddle fitting saltby", "flocking a saddle in saltby"], "Saltby"),
    ]
    alike = alikeness(pages, "en")
    assert alike.words[0, 1] == 1
    assert np.isnan(alike.results).all()
    assert alike_groups(alike) == [[0, 1]]
    told = with_more(pages[1], ["carriage strap", "stable visits by appointment"])
    assert alike_groups(alikeness([pages[0], told, pages[2]], "en")) == []


def test_what_is_found_for_them_counts_too() -> None:
    one = PlacePage(["harness repair harrowby"], "Harrowby", range(1, 11))
    far = PlacePage(["harness repair saltby"], "Saltby", range(11, 21))
    near = PlacePage(["harness repair saltby"], "Saltby", range(8, 18))
    assert alikeness([one, far], "en").all[0, 1] == 0.5
    assert alikeness([one, near], "en").all[0, 1] == 0.65
    assert alike_groups(alikeness([one, far], "en")) == [[0, 1]]
    # A word of its own is enough where the results are others, and not where they are the same.
    own = with_more(far, ["girth straps"])
    assert alike_groups(alikeness([one, own], "en")) == []
    same = with_more(PlacePage(["harness repair saltby"], "Saltby", range(1, 11)), ["girth"])
    assert alike_groups(alikeness([one, same], "en")) == [[0, 1]]


@given(PAGES)
def test_alike_is_the_same_both_ways_and_by_hand(pages: list[PlacePage]) -> None:
    alike = alikeness(pages, "en")
    assert alike.all.shape == (len(pages), len(pages))
    assert ((alike.all >= 0) & (alike.all <= 1)).all()
    assert np.allclose(alike.all, alike.all.T)
    for a, one in enumerate(pages):
        for b, other in enumerate(pages):
            mine, theirs = set(one.results) - {0}, set(other.results) - {0}
            if mine and theirs:
                shared = len(mine & theirs) / min(len(mine), len(theirs))
                assert np.isclose(alike.results[a, b], shared)
            else:
                assert np.isnan(alike.results[a, b])
    grouped = [page for group in alike_groups(alike) for page in group]
    assert len(grouped) == len(set(grouped))
    assert all(len(group) > 1 for group in alike_groups(alike))


def test_each_reason_for_having_no_month() -> None:
    value = np.array([[9.0, 9.0], [8.0, 8.0], [7.0, 7.0], [0.0, 0.0], [1.0, 1.0], [6.0, 6.0]])
    hours = np.array([4.0, 4.0, 1.0, 1.0, 4.0, 3.0])
    limit = Limit(np.array([0.0, 0, 1, 0, 0, 0]), np.zeros(2))
    made = Problem(value, hours, np.array([4.0, 6.0]), np.full(6, -1), [(5, 4)], limits=[limit])
    month = np.array([0, 1, -1, -1, -1, -1])
    assert why_left_out(made, month, 2).why == "limit"
    assert why_left_out(made, month, 3).why == "nothing"
    least = why_left_out(made, month, 4)
    assert (least.why, least.rate, least.beside) == ("least", 0.25, 2.0)
    first = why_left_out(made, month, 5)
    assert (first.why, first.of) == ("first", 4)
    free = replace(made, after=(), limits=())
    assert why_left_out(free, month, 2).why == "room"
    better = replace(free, value=value * np.array([1, 1, 1, 1, 99, 1])[:, None])
    assert why_left_out(better, month, 4).why == "hours"
