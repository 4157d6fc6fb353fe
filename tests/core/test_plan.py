"""Kinds of pieces, ownership, the calendar, and fitting the year."""

from dataclasses import replace
from datetime import date
from itertools import product

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bunraku.core.cluster.competing import SAME, Contender, Rivalry, grouped, rivalries
from bunraku.core.cluster.overlapping import overlaps
from bunraku.core.plan.calendar import months_ahead, publish_by, value_by_month
from bunraku.core.plan.cost_benefit import COMMON_SPREAD, outlay_of
from bunraku.core.plan.ownership import divide_keywords
from bunraku.core.plan.problem import Fit, Problem
from bunraku.core.plan.scheduling import fit_greedily, fit_hours
from bunraku.core.plan.smoothing import LEVEL_SHARE, level, leveled, next_hours
from bunraku.core.text.labelled_phrases import INTENTS

NAN = float("nan")


def problem(
    n: int, m: int = 12, *, hours: float = 30, seed: int = 1, pinned: dict[int, int] | None = None
) -> Problem:
    rng = np.random.default_rng(seed)
    pins = np.full(n, -1)
    for piece, month in (pinned or {}).items():
        pins[piece] = month
    return Problem(
        value=rng.lognormal(4, 1, (n, 1)) * rng.uniform(0.3, 1, (n, m)),
        hours=rng.integers(2, 13, n).astype(float),
        capacity=np.full(m, hours),
        pinned=pins,
    )


def check(given_: Problem, fit: Fit) -> None:
    """A plan keeps to the hours (pins apart), is worth what it says, and does not beat its
    bound."""
    placed = np.flatnonzero(fit.month >= 0)
    used = np.bincount(
        fit.month[placed], weights=given_.hours[placed], minlength=len(given_.capacity)
    )
    pinned = given_.pinned >= 0
    forced = np.bincount(
        given_.pinned[pinned], weights=given_.hours[pinned], minlength=len(given_.capacity)
    )
    assert np.all(used <= np.maximum(given_.capacity, forced) + 1e-6)
    assert fit.value == pytest.approx(given_.value[placed, fit.month[placed]].sum())
    assert fit.value <= fit.bound + 1e-6
    assert np.all(fit.month[pinned] == given_.pinned[pinned])


def best_of_all(given_: Problem) -> float:
    """The best plan by trying every one."""
    n, m = given_.value.shape
    best = 0.0
    for months in product(range(-1, m), repeat=n):
        used = np.zeros(m)
        value = 0.0
        for piece, month in enumerate(months):
            if month >= 0:
                used[month] += given_.hours[piece]
                value += given_.value[piece, month]
        if np.all(used <= given_.capacity):
            best = max(best, value)
    return best


@settings(max_examples=15, deadline=None)
@given(st.integers(0, 10_000), st.integers(1, 5))
def test_small_plans_are_as_good_as_trying_every_one(seed: int, n: int) -> None:
    given_ = problem(n, 3, hours=12, seed=seed)
    fit = fit_hours(given_)
    check(given_, fit)
    best = best_of_all(given_)
    assert fit.bound >= best - 1e-6
    assert fit.value >= best * 0.99 - 1e-6
    check(given_, fit_greedily(given_))


def test_fifty_pieces_are_proven_within_one_per_cent() -> None:
    given_ = problem(50)
    fit = fit_hours(given_)
    check(given_, fit)
    assert fit.gap_share < 0.01
    assert fit.value >= fit_greedily(given_).value


def test_three_hundred_pieces_come_within_two_per_cent_of_the_bound() -> None:
    given_ = problem(300, hours=60)
    fit = fit_hours(given_)
    check(given_, fit)
    assert fit.gap_share < 0.02


def test_pins_hold_even_beyond_the_hours() -> None:
    given_ = problem(12, hours=8, pinned={0: 3, 1: 3, 2: 3})
    for fit in (fit_hours(given_), fit_greedily(given_)):
        check(given_, fit)


def test_fitting_is_the_same_each_time() -> None:
    assert (
        fit_hours(problem(40, seed=4)).month.tolist()
        == fit_hours(problem(40, seed=4)).month.tolist()
    )


def test_fit_edges() -> None:
    none = Problem(np.zeros((0, 12)), np.zeros(0), np.full(12, 10.0), np.zeros(0, dtype=np.int64))
    assert fit_hours(none).month.shape == (0,)
    assert fit_hours(none).gap_share == 0
    worthless = Problem(np.zeros((3, 12)), np.ones(3), np.full(12, 10.0), np.full(3, -1))
    assert fit_hours(worthless).month.tolist() == [-1, -1, -1]
    no_hours = problem(5, hours=0)
    assert fit_hours(no_hours).month.tolist() == [-1] * 5
    with pytest.raises(ValueError, match="value is"):
        fit_greedily(
            Problem(np.zeros((2, 12)), np.zeros(3), np.zeros(12), np.zeros(2, dtype=np.int64))
        )


def test_next_hours_bring_the_most_that_fits() -> None:
    value, hours = np.array([5.0, 9.0, 70.0, 4.0]), np.array([4.0, 6.0, 30.0, 4.0])
    assert next_hours(value, hours) == ([1, 0], 14.0)
    # A single one may be worth more than what comes first by the hour.
    assert next_hours(np.array([3.0, 20.0]), np.array([1.0, 10.0])) == ([1], 20.0)
    assert next_hours(value, hours, extra=3) == ([], 0.0)
    assert next_hours(np.zeros(0), np.zeros(0)) == ([], 0.0)


def test_months_are_evened_for_hardly_any_value() -> None:
    # Two pieces of one hour each are worth the same in both months, the third only in the first.
    given_ = Problem(
        np.array([[100.0, 100], [100, 99.9], [100, 0]]), np.ones(3), np.full(2, 3.0), np.full(3, -1)
    )
    evened = level(given_, np.array([0, 0, 0]))
    assert evened.tolist() == [1, 0, 0]
    # What is pinned stays, and what would cost too much does.
    held = Problem(given_.value, given_.hours, given_.capacity, np.array([0, -1, -1]))
    assert level(held, np.array([0, 0, 0])).tolist() == [0, 1, 0]
    assert level(given_, np.array([-1, -1, -1])).tolist() == [-1, -1, -1]


@given(st.integers(0, 10_000))
def test_evening_keeps_pieces_pins_hours_and_nearly_all_value(seed: int) -> None:
    given_ = problem(12, 6, hours=15, seed=seed, pinned={0: 2})
    fitted = fit_greedily(given_)
    evened = leveled(given_, fitted)
    assert ((evened.month >= 0) == (fitted.month >= 0)).all()
    assert evened.month[0] == 2
    assert evened.value >= (1 - LEVEL_SHARE) * fitted.value - 1e-6
    assert evened.bound == fitted.bound
    before = np.bincount(fitted.month[fitted.month >= 0], minlength=6)
    after = np.bincount(
        evened.month[evened.month >= 0],
        weights=given_.hours[evened.month >= 0],
        minlength=6,
    )
    assert (after <= 15 + 1e-6).all() or (before > 0).any()


def test_an_outlay_by_hand() -> None:
    value, hours = np.array([80.0, 15.0, 5.0, np.nan]), np.array([5.0, 5.0, 5.0, 5.0])
    sure = outlay_of(value, np.zeros(4), np.ones(4), hours, 2.0)
    wide = 0.25 * 1.2816
    assert (sure.value, sure.cost) == pytest.approx((100, 40))
    assert np.log(sure.high / sure.low) == pytest.approx(2 * wide, rel=1e-4)
    assert sure.pays
    assert sure.times == 0
    assert (sure.few, sure.few_value, sure.few_hours) == ((0,), 80.0, 5.0)
    dear = outlay_of(value, np.full(4, np.nan), np.full(4, np.nan), hours, 50.0)
    assert not dear.pays
    assert dear.times == pytest.approx(10)
    assert dear.low < dear.value < dear.high
    # Of one worth four fifths of it the chance is an estimate: a half to twice as much.
    reach = np.array([[0.5, 2.0], *[[NAN, NAN]] * 3])
    guesses = outlay_of(value, np.zeros(4), np.ones(4), hours, 2.0, reach)
    assert (guesses.estimated, sure.estimated) == (1, 0)
    assert guesses.low == pytest.approx(0.6 * sure.low)
    assert guesses.high == pytest.approx(1.8 * sure.high)
    nothing = outlay_of(np.zeros(2), np.zeros(2), np.ones(2), np.ones(2), 10.0)
    assert (nothing.few, nothing.times, nothing.low) == ((), 0.0, 0.0)
    with pytest.raises(ValueError, match="are"):
        outlay_of(value, np.zeros(3), np.ones(4), hours, 1.0)


def test_an_outlay_holds_what_it_says() -> None:
    """Drawn as it says: each shows with its chance, times a log-normal of searches."""
    random = np.random.default_rng(4)
    value, chance = random.gamma(1.0, 20.0, 30), random.uniform(0.2, 0.95, 30)
    told = outlay_of(value, np.full(30, 0.4), chance, np.ones(30), 1.0)
    searches = np.exp(random.normal(-0.08, 0.4, (4000, 30)))
    totals = ((random.random((4000, 30)) < chance) * value / chance * searches).sum(axis=1)
    totals *= np.exp(random.normal(-0.03, COMMON_SPREAD, 4000))
    held = ((totals >= told.low) & (totals <= told.high)).mean()
    assert 0.76 <= held <= 0.84


def test_months_ahead_begin_next_month() -> None:
    months = months_ahead(date(2026, 11, 25))
    assert months[0] == date(2026, 12, 1)
    assert months[-1] == date(2027, 11, 1)
    assert len(months) == 12


@pytest.mark.parametrize(
    ("climb", "days", "today", "day", "late"),
    [
        (6, 19, date(2026, 3, 1), date(2026, 5, 13), False),
        (6, 19, date(2026, 5, 13), date(2026, 5, 13), False),
        (6, 19, date(2026, 5, 14), date(2027, 5, 13), True),
        (6, 19, date(2026, 8, 20), date(2027, 5, 13), True),
        (6, 19, date(2026, 10, 1), date(2027, 5, 13), False),
        (1, 21, date(2026, 12, 20), date(2027, 12, 11), True),
        (0, 19, date(2026, 5, 14), None, False),
    ],
)
def test_publish_by(climb: int, days: int, today: date, day: date | None, late: bool) -> None:
    hits = publish_by(climb, days, today)
    assert (hits.day, hits.late) == (day, late)


def test_publish_by_refuses_other_months() -> None:
    with pytest.raises(ValueError, match="0 to 12"):
        publish_by(13, 0, date(2026, 1, 1))


def test_value_by_month_by_hand() -> None:
    # All of the year falls in December. Published at once it counts in full, published in December
    # itself only for the part of the month in which it shows, and after that not any more.
    share = np.zeros((1, 12))
    share[0, 11] = 1
    value = value_by_month(np.array([10.0]), share, np.array([15.2]), 10)
    assert value[0, :3].tolist() == pytest.approx([120, 120, 60])
    assert value[0, 3:].sum() == 0


def test_a_piece_grows_into_its_worth() -> None:
    """By hand: £10 a month, shown at once; half of it in the first month, all from the second."""
    growth = np.ones((1, 12))
    growth[0, 0] = 0.5
    value = value_by_month(np.array([10.0]), np.full((1, 12), NAN), np.zeros(1), 1, growth)
    assert value[0].tolist() == pytest.approx([115 - 10 * month for month in range(12)])
    # Shown from the middle of a month on, half of it counts, and that at half its worth.
    late = value_by_month(np.array([10.0]), np.full((1, 12), NAN), np.array([15.2]), 1, growth)
    assert late[0, 11] == pytest.approx(10 * 0.5 * 0.5)
    with pytest.raises(ValueError, match="growth"):
        value_by_month(np.zeros(1), np.zeros((1, 12)), np.zeros(1), 1, np.ones((1, 3)))


def test_value_falls_the_later_a_piece_comes() -> None:
    even = value_by_month(np.array([10.0, NAN]), np.full((2, 12), NAN), np.array([0.0, 0.0]), 1)
    assert even[0].tolist() == pytest.approx([120 - 10 * month for month in range(12)])
    assert even[1].sum() == 0
    with pytest.raises(ValueError, match="1 to 12"):
        value_by_month(np.zeros(1), np.zeros((1, 12)), np.zeros(1), 0)


def test_each_keyword_gets_one_owner() -> None:
    got = divide_keywords({1: [10, 11, 12], 2: [11, 13], 3: [14]}, {12: 9, 14: 3})
    assert got == {1: [10, 11], 2: [13], 3: [14]}


HIVES = ("t hive tool", "t honey jars", "t bee smoker", "i when to harvest honey", "t queen cage")


def contenders(*told: str) -> list[Contender]:
    by_letter = {name[0]: code for code, name in enumerate(INTENTS)}
    return [
        Contender(number, line[2:], by_letter[line[0]], False, "web")
        for number, line in enumerate(told)
    ]


@pytest.mark.parametrize(
    ("one", "other", "fight"),
    [
        # Subjects that none of the rules were written on.
        ("t bee smoker set", "t bee smoker for sale", True),
        ("t bee smoker for sale", "t bee smoker under 50", True),
        ("c best dog clippers", "c dog clippers review", True),
        ("i how to cut a dogs nails", "i cutting a puppy's nails", True),
        ("i when to harvest honey", "i how to harvest honey", True),
        ("t bee suit", "t beekeeping suit", True),
        ("t coffee machine repair", "t espresso machine repair", True),
        ("t bee smoker for sale", "i how to light a bee smoker", False),
        ("i what is a bee smoker", "i how to light a bee smoker", False),
        ("t dog grooming scissors", "t dog grooming table", False),
        ("t honey extractor", "t hive tool", False),
        ("c bee smoker vs bee suit", "c best bee smoker", False),
    ],
)
def test_what_would_fight_by_wording(one: str, other: str, *, fight: bool) -> None:
    assert bool(rivalries(contenders(one, other), "en")) == fight


def test_what_all_of_a_subject_speaks_of_makes_no_rivals() -> None:
    about = "repair cords locks putty weights restoration hinges paint glazing rattle".split()
    company = [f"sash window {word}" for word in about]
    one, other, same = contenders(
        "t sash window repair", "t sash window locks", "t sash windows repair service"
    )
    assert {(r.one, r.other) for r in rivalries([one, other, same], "en", company)} == {(0, 2)}
    # By themselves they look near the same.
    assert (0, 1) in {(r.one, r.other) for r in rivalries([one, other], "en")}


def test_results_outrank_meaning_and_places_are_apart() -> None:
    one, other = contenders("t bee smoker set", "t bee smoker for sale")
    same = list(range(1, 11))
    # What names the same is one piece's, whatever stands there; near meaning gives way to results.
    suits = contenders("i how to cut a dogs nails", "i cutting a puppy's nails", *HIVES)
    assert {(r.one, r.other) for r in rivalries(suits, "en")} == {(0, 1)}
    apart = [replace(c, results=[100 * c.id + n for n in same]) for c in suits]
    assert rivalries(apart, "en") == []
    shown = [replace(c, results=[100 + c.id * 10 + n for n in same]) for c in (one, other)]
    assert [r.why for r in rivalries(shown, "en")] == [SAME]
    shared = [
        replace(one, results=same),
        replace(contenders("t hive tool")[0], id=7, results=[*same[:5], 41, 42, 43, 44, 45]),
    ]
    assert [(r.one, r.other, r.shared) for r in rivalries(shared, "en")] == [(0, 7, 5)]
    assert rivalries([one, replace(other, place="video")], "en") == []
    assert rivalries([one, replace(other, local=True)], "en") == []
    assert rivalries([], "en") == []
    # Two towns are two, and neither is anywhere.
    assert rivalries([one, replace(other, town="Saltby")], "en") == []


def test_rivals_are_put_together() -> None:
    pairs = [Rivalry(1, 2, "a"), Rivalry(2, 3, "b"), Rivalry(-5, 9, "c"), Rivalry(1, 3, "d")]
    standing = {1: (True, 1.0), 2: (True, 5.0), 3: (True, 2.0), -5: (False, 99.0), 9: (True, 0.0)}
    first, second = grouped(pairs, standing)
    assert (first.serves, first.others) == (2, ((1, "a"), (3, "b")))
    # What is there already serves, however little it brings.
    assert (second.serves, second.others) == (9, ((-5, "c"),))
    assert grouped([], {}) == []


def test_overlaps_are_found_by_shared_results() -> None:
    hits = overlaps({1: [1, 2, 3, 4, 5], 2: [3, 4, 5, 1, 9], 3: [1, 2, 0, 0, 0], 4: []})
    assert [(match.piece, match.other, match.shared, match.of) for match in hits] == [(1, 2, 4, 5)]
    assert overlaps({}) == []
