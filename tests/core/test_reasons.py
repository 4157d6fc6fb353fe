"""The reasons for a verdict: what is said must be so, and the change that is named must do it."""

import re

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bunraku.core.weigh.judging import Case, changed, judge, what_makes_it_go
from bunraku.core.weigh.reasons import explain_verdict
from bunraku.core.weigh.verdict import PRESETS

AT = PRESETS["growing"]
PAGE = np.linspace(60, 30, 10)

cases = st.builds(
    Case,
    channel=st.sampled_from(["web", "video", "marketplace"]),
    at=st.sampled_from(list(PRESETS.values())),
    volume=st.one_of(st.none(), st.floats(0, 90_000).map(round)),
    strengths=st.one_of(
        st.none(),
        st.lists(st.floats(0, 95), min_size=10, max_size=10).map(
            lambda values: np.array(sorted(values, reverse=True))
        ),
    ),
    own=st.one_of(st.none(), st.floats(0, 99)),
    open_share=st.floats(0.2, 1),
    click_value=st.one_of(st.none(), st.floats(0, 5)),
    factor=st.floats(0.05, 1.5),
    price=st.sampled_from([None, 3.2]),
)


@settings(max_examples=300, deadline=None)
@given(cases)
def test_the_change_that_is_named_makes_it_go_and_less_does_not(case: Case) -> None:
    change = what_makes_it_go(case)
    if change is None:
        return
    assert judge(case).verdict != "go"
    assert judge(changed(case, change)).verdict == "go"
    step = 0.01 if change.what == "click_value" else 1.0
    less = type(change)(change.what, change.least - step)
    assert judge(changed(case, less)).verdict != "go"


@settings(max_examples=300, deadline=None)
@given(cases)
def test_what_the_sentence_promises_is_so(case: Case) -> None:
    """The numbers are read out of the sentence, as a person would, and tried."""
    said = explain_verdict(case)
    assert said
    assert said.endswith(".")
    tried = None
    if found := re.search(r"With (\d+) more points? of strength it would be a Go", said):
        tried = {"own": (case.own or 0) + int(found[1])}
    elif found := re.search(r"if a click were worth £([\d,.]+) to you", said):
        # A penny is the least that one can say.
        tried = {"click_value": float(found[1].replace(",", "")) + 0.005}
    elif found := re.search(r"With ([\d,]+) (?:searches a month )?it would be Go", said):
        tried = {"volume": float(found[1].replace(",", ""))}
    if tried:
        assert judge(Case(**{**case.__dict__, **tried})).verdict == "go"
    judged = judge(case)
    if judged.verdict == "go":
        assert "would" not in said
    if judged.chance is not None and judged.chance >= 0.5:
        assert "none is weaker than you." not in said


@pytest.mark.parametrize(
    ("case", "says"),
    [
        (
            Case(channel="web", at=AT, volume=2_400, strengths=PAGE, own=52, click_value=0.4),
            ["2,400 searches a month", "of reaching page one", "worth about £", "weaker than you."],
        ),
        (Case(channel="web", at=AT, volume=12), ["Only 12 searches", "under your 40."]),
        (
            Case(channel="web", at=AT, volume=12, strengths=PAGE, own=60, click_value=9),
            ["Only 12 searches", "it would be a Go: the chance is"],
        ),
        (
            Case(channel="web", at=AT, volume=12, strengths=PAGE + 30, own=5, click_value=9),
            ["More searches alone would not make it a Go"],
        ),
        (
            Case(channel="web", at=AT, volume=18_123, strengths=PAGE + 20, own=20, click_value=1),
            ["18,100", "almost no chance", "more points of strength it would be a Go"],
        ),
        (
            Case(channel="web", at=AT, volume=500, strengths=PAGE, own=60),
            ["the worth of a click is unknown", "if a click were worth £"],
        ),
        (
            Case(channel="web", at=AT, own=30, price=3.2),
            ["Search volume not known", "costs 3.2 lookups"],
        ),
        (
            Case(channel="web", at=AT, volume=900, strengths=PAGE, price=3.2),
            ["900 searches a month. You have no outlet on this channel", "Add the outlet"],
        ),
        (
            Case(channel="web", at=AT, volume=900, own=30),
            ["No results page yet. Enter its results page, or your own estimate."],
        ),
    ],
)
def test_reasons_name_the_figures_that_decided(case: Case, says: list[str]) -> None:
    for part in says:
        assert part in explain_verdict(case)


def test_a_high_chance_beside_no_weak_spot_is_explained() -> None:
    page = np.full(10, 50.0)
    case = Case(channel="web", at=AT, volume=900, strengths=page, own=49.5, click_value=3)
    assert judge(case).weak_spots == 0
    assert (judge(case).chance or 0) > 0.5
    assert "none is clearly weaker than you, but several are close" in explain_verdict(case)
