"""Rank checks in six bytes each: what goes in comes out, and what is seen of them over time."""

from datetime import date, timedelta
from math import comb

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from bunraku.core.channels import FORMS, form_named
from bunraku.core.follow.checks import (
    CHECK,
    FAILED,
    Check,
    add,
    day_number,
    day_of,
    has_checked,
    pack,
    stack,
    unpack,
    without,
)
from bunraku.core.follow.history import NONE, gaps, moves, summarise
from bunraku.core.follow.month import end_of, month_end, months_back
from bunraku.core.follow.rhythm import check_back, next_check
from bunraku.core.follow.sign_test import sign_test
from bunraku.core.follow.visible import shares_of_places, visible_searches

FIRST = date(2026, 3, 2)
DAYS = st.integers(0, 400).map(lambda n: FIRST + timedelta(days=n))
PLACES = st.none() | st.integers(1, 100)
CHECKS = st.builds(
    Check,
    day=DAYS,
    depth=st.just(100),
    organic=PLACES,
    on_map=st.none() | st.integers(1, 20),
    has_map=st.just(True),
    other=PLACES,
    failed=st.booleans(),
)


def plain(checks: list[Check]) -> dict[date, Check]:
    """The last check of each day; one that failed only where there is no other."""
    by_day: dict[date, Check] = {}
    for check in checks:
        if not (check.failed and check.day in by_day):
            by_day[check.day] = check
    return by_day


@given(st.lists(CHECKS, max_size=30))
def test_what_is_packed_comes_out_by_day(checks: list[Check]) -> None:
    told = unpack(pack(checks))
    expected = [plain(checks)[day] for day in sorted(plain(checks))]
    assert [day_of(n) for n in told["day"]] == [check.day for check in expected]
    assert told["organic"].tolist() == [
        FAILED if check.failed else check.organic or 0 for check in expected
    ]
    assert told["other"].tolist() == [check.other or 0 for check in expected]


@given(st.lists(CHECKS, max_size=20), st.sets(DAYS))
def test_without_some_days_is_as_if_nobody_had_looked(checks: list[Check], gone: set[date]) -> None:
    left = [check for check in checks if check.day not in gone]
    assert without(pack(checks), gone) == pack(left)


@given(st.lists(CHECKS, max_size=20))
def test_added_one_by_one_is_the_same_as_packed_together(checks: list[Check]) -> None:
    kept = b""
    for check in checks:
        kept = add(kept, check)
    assert kept == pack(checks)


def test_a_check_takes_six_bytes() -> None:
    assert CHECK.itemsize == 6
    week = timedelta(weeks=1)
    kept = pack(Check(FIRST + n * week, 100, 3) for n in range(104))
    assert len(kept) == 624


def test_the_same_day_is_not_looked_up_again_but_a_failure_is() -> None:
    kept = pack([Check(FIRST, 100, 7)])
    assert has_checked(kept, FIRST, 100)
    # A clock that was set back buys nothing anew; a deeper look is another one.
    assert has_checked(kept, FIRST - timedelta(days=3), 50)
    assert not has_checked(pack([Check(FIRST, 10, None)]), FIRST, 100)
    assert not has_checked(kept, FIRST + timedelta(days=1), 100)
    failed = pack([Check(FIRST, 100, failed=True)])
    assert not has_checked(failed, FIRST, 100)
    assert unpack(failed)["organic"].tolist() == [FAILED]
    assert unpack(add(failed, Check(FIRST, 100, 5)))["organic"].tolist() == [5]


@pytest.mark.parametrize(
    "check",
    [
        Check(FIRST, 0, 1),
        Check(FIRST, 101, 1),
        Check(FIRST, 100, 101),
        Check(FIRST, 100, 1, other=0),
        Check(date(1999, 12, 31), 100, 1),
        Check(date(2180, 1, 1), 100, 1),
    ],
)
def test_what_cannot_be_kept_is_refused(check: Check) -> None:
    with pytest.raises(ValueError, match=r"place|check|day"):
        pack([check])


@given(st.lists(st.lists(CHECKS, max_size=12), max_size=6))
def test_what_is_seen_over_time_is_what_a_plain_loop_sees(tracks: list[list[Check]]) -> None:
    summary = summarise(stack([pack(track) for track in tracks]), 28)
    for n, track in enumerate(tracks):
        good = [c for _, c in sorted(plain(track).items()) if not c.failed]
        if not good:
            assert summary.last[n] == summary.best[n] == summary.before[n] == NONE
            continue
        last = good[-1]
        assert day_of(int(summary.last_day[n])) == last.day
        assert summary.last[n] == (last.organic or 0)
        shown = [c for c in good if c.organic]
        assert summary.best[n] == min((c.organic for c in shown if c.organic), default=NONE)
        assert summary.first_shown[n] == (day_number(shown[0].day) if shown else NONE)
        before = [c for c in good if 28 <= (last.day - c.day).days <= 38]
        assert summary.before[n] == ((before[-1].organic or 0) if before else NONE)
        assert summary.checks[n] == len(good)


def test_moves_of_a_place_are_none_and_what_comes_and_goes_is_told() -> None:
    month = timedelta(days=30)

    def track(before: int | None, now: int | None) -> bytes:
        return pack([Check(FIRST, 100, before), Check(FIRST + month, 100, now)])

    seen = summarise(
        stack([track(9, 4), track(4, 9), track(5, 6), track(None, 30), track(30, None)]), 28
    )
    moved = moves(seen)
    told = (moved.rose, moved.fell, moved.stayed, moved.new, moved.lost)
    assert told == (1, 1, 1, 1, 1)


def test_a_gap_is_where_nobody_looked_for_twice_as_long_as_usual() -> None:
    assert gaps(np.array([0, 7, 14, 42, 49]), 7) == [(14, 42)]
    assert gaps(np.array([], dtype=int), 7) == []


@given(st.integers(0, 40), st.integers(0, 40))
def test_the_sign_test_is_exact(rose: int, fell: int) -> None:
    n, least = rose + fell, min(rose, fell)
    # In whole numbers: sum of the tail, both ways, over all ways.
    tail = 2 * sum(comb(n, k) for k in range(least + 1))
    expected = min(1.0, tail / 2**n)
    assert sign_test(np.array([rose]), np.array([fell]))[0] == pytest.approx(expected, rel=1e-12)


def test_the_sign_test_of_a_published_table() -> None:
    # Two-sided critical values at 5 %: 1 of 9 is significant, 2 of 9 is not (Dixon and Mood 1946).
    told = sign_test(np.array([8, 7]), np.array([1, 2])).tolist()
    assert told == pytest.approx([0.0390625, 0.1796875])
    with pytest.raises(ValueError, match="negative"):
        sign_test(np.array([-1]), np.array([2]))


def test_visible_searches_are_searches_times_the_share_of_the_place() -> None:
    seen = visible_searches(np.array([1, 3, 11, 0]), np.array([100.0, 100.0, 100.0, 100.0]), "web")
    assert seen.tolist() == pytest.approx([28, 10, 0, 0])
    assert np.isnan(visible_searches(np.array([1]), np.array([np.nan]), "video"))[0]
    with pytest.raises(ValueError, match="radio"):
        shares_of_places("radio")


@pytest.mark.parametrize("form", ["page", "video", "listing"])
def test_what_was_missed_is_due_once(form: str) -> None:
    rhythm = form_named(form).rhythm  # type: ignore[index]
    due = next_check(form, "kind", FIRST, None)  # type: ignore[arg-type]
    assert due == FIRST + timedelta(days=rhythm.first[0])
    # Looked at a hundred days late: the next one is in the future of that day, and only one.
    late = FIRST + timedelta(days=100)
    following = next_check(form, "kind", FIRST, late)  # type: ignore[arg-type]
    assert following is not None
    assert late < following <= late + timedelta(days=rhythm.then)
    assert next_check(form, "hand", FIRST, late) is None  # type: ignore[arg-type]
    assert next_check(form, "weekly", FIRST, late) == late + timedelta(days=7)  # type: ignore[arg-type]


@given(st.integers(0, 700))
def test_the_next_check_always_comes_after_the_last(days: int) -> None:
    last = FIRST + timedelta(days=days)
    for form in FORMS:
        due = next_check(form, "kind", FIRST, last)
        assert due is not None
        assert due > last


def test_days_to_look_back() -> None:
    assert check_back("page", FIRST) == FIRST + timedelta(days=21)
    assert check_back("video", FIRST) == check_back("listing", FIRST) == FIRST + timedelta(days=10)


def test_the_end_of_a_month_goes_by_the_last_check_before_it() -> None:
    tracks = [
        pack([Check(date(2026, 3, 5), 100, 2), Check(date(2026, 4, 1), 100, 50)]),
        pack([Check(date(2026, 3, 20), 100, None)]),
        pack([Check(date(2025, 11, 1), 100, 1)]),
    ]
    end = month_end(stack(tracks), np.array([100.0, 10.0, 10.0]), "web", date(2026, 3, 1))
    # The third was looked at too long ago to say anything.
    assert (end.looked, end.tops, end.visible) == (2, (1, 1, 1, 1), 15.0)
    assert end_of(date(2028, 2, 10)) == date(2028, 2, 29)
    assert months_back(date(2026, 1, 31), 1) == date(2025, 12, 1)
    assert months_back(date(2026, 12, 31), -1) == date(2027, 1, 1)
