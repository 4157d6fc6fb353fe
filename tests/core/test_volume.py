"""Taken-as volume: from readings that disagree to one figure with a low and a high."""

import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bunraku.core.weigh.rough import (
    BROAD,
    EXACT,
    PHRASE,
    BroadShare,
    RoughLevel,
    index_to_volume,
    rough_volume,
    usual_share,
)
from bunraku.core.weigh.volume import ADJUSTS, DISAGREE_FACTOR, STANDS, TakenAs, Told, taken_as
from tests.core.telling import MINE, NAN, Said, take, told


def interval(taken: TakenAs) -> tuple[float, float, float]:
    return float(taken.low[0]), float(taken.value[0]), float(taken.high[0])


def test_one_reading_is_that_reading() -> None:
    taken = take(2400.0)
    assert taken.value[0] == 2400
    assert taken.low[0] < 2400 < taken.high[0]
    assert taken.made_from[0] == 1
    assert not taken.rough[0]


def test_interval_of_one_reading_by_hand() -> None:
    # ln(2401) ± 1.2816 × 0.25, back through exp − 1; of many searches rounding takes nothing.
    taken = take(2400.0)
    assert taken.low[0] == pytest.approx(2401 * math.exp(-1.2816 * 0.25) - 1, rel=1e-3)
    assert taken.high[0] == pytest.approx(2401 * math.exp(1.2816 * 0.25) - 1, rel=1e-3)


def test_few_searches_are_rounded_and_err_by_less() -> None:
    """By hand: of 4 a quarter off, and rounded by up to a half: √(1 + 1/12) / 5 in ln(v + 1)."""
    spread = math.sqrt((0.25 * 4) ** 2 + 1 / 12) / 5
    assert take(4.0).high[0] == pytest.approx(5 * math.exp(1.2816 * spread) - 1, rel=1e-4)


def test_two_equal_sources_meet_near_the_geometric_middle() -> None:
    taken = take(999.0, 3999.0)
    assert taken.value[0] == pytest.approx(math.sqrt(1000 * 4000) - 1, rel=1e-3)
    assert taken.disagree[0]


def test_a_source_of_small_spread_weighs_more() -> None:
    assert take(1000.0, 2000.0, spread=[0.05, 0.5]).value[0] < 1050


def test_disagreement_widens_the_interval_over_both() -> None:
    together, apart = take(1000.0, 1000.0), take(250.0, 4000.0)
    assert not together.disagree[0]
    assert apart.disagree[0]
    assert apart.low[0] <= 250
    assert apart.high[0] >= 4000


def test_what_chance_explains_does_not_widen() -> None:
    # Two sources a quarter off each are 0.35 in ln apart as often as not.
    near, same = take(1000.0, 1300.0), take(1140.0, 1140.0)
    ratio = near.high[0] / near.low[0]
    assert ratio == pytest.approx(same.high[0] / same.low[0], rel=1e-2)


def test_age_widens_the_interval() -> None:
    fresh, old = take(1000.0), take(1000.0, age=730)
    assert old.high[0] > fresh.high[0]
    assert old.value[0] == 1000


# A person's own file.


def test_the_number_of_ones_own_file_is_the_figure() -> None:
    for other in (60.0, 5000.0):
        taken = take(100.0, other, may=MINE)
        assert taken.value[0] == 100
        assert taken.low[0] < 100 < taken.high[0]
        assert bool(taken.disagree[0]) is (other == 5000)
    assert take(100.0, 5000.0, may=MINE).high[0] >= 5000


def test_disagreement_is_flagged_both_ways() -> None:
    assert take(100.0, 20.0, may=MINE).disagree[0]
    assert take(100.0, 500.0, may=MINE).disagree[0]
    assert take(100.0, (5.0, 20.0), may=MINE).disagree[0]
    assert take(100.0, (500.0, 900.0), may=MINE).disagree[0]


def test_another_source_adjusts_only_where_the_person_lets_it() -> None:
    taken = take(100.0, 400.0, may=(STANDS, ADJUSTS))
    assert 150 < taken.value[0] < 260
    assert take(NAN, 400.0, may=(STANDS, ADJUSTS)).value[0] == 400


def test_of_two_own_files_the_more_trusted_has_the_say() -> None:
    taken = take(100.0, 400.0, may=(STANDS, STANDS))
    assert taken.value[0] == 100
    assert taken.disagree[0]


def test_the_band_of_ones_own_file_holds_the_figure() -> None:
    for other in (NAN, 3.0, 40.0, 18_000.0):
        low, value, high = interval(take((10.0, 100.0), other, may=MINE))
        assert 10 <= value <= 100
        assert low < value < high or other == 40
    assert take((10.0, 100.0), 40.0, may=MINE).value[0] == 40
    assert take((10.0, 100.0), 18_000.0, may=MINE).high[0] >= 18_000
    # With nothing else: the geometric middle, and the middle eight tenths of the band.
    low, value, high = interval(take((10.0, 100.0), NAN, may=MINE))
    assert value == pytest.approx(math.sqrt(11 * 101) - 1)
    assert (low, high) == pytest.approx((11 * (101 / 11) ** 0.1 - 1, 11 * (101 / 11) ** 0.9 - 1))


def test_a_number_far_above_a_band_is_no_certainty() -> None:
    """5,000 above a broad band of 10-100: held by it, unsure, and flagged."""
    low, value, high = interval(take(5000.0, (10.0, 100.0), match=(EXACT, BROAD)))
    assert value == 100
    assert low < 100
    assert high >= 5000
    assert take(5000.0, (10.0, 100.0), match=(EXACT, BROAD)).disagree[0]
    # One's own number stands all the same.
    mine = take(5000.0, (10.0, 100.0), match=(EXACT, BROAD), may=MINE)
    assert mine.value[0] == 5000
    assert mine.low[0] <= 100
    assert mine.disagree[0]


# Bands, wider matches, interest.


def test_of_two_bands_both_count() -> None:
    both = take((10.0, 100.0), (50.0, 500.0))
    assert 50 <= both.low[0] <= both.value[0] <= both.high[0] <= 100
    apart = take((10.0, 100.0), (1000.0, 5000.0), may=MINE)
    assert 10 <= apart.value[0] <= 100
    assert apart.disagree[0]
    assert apart.high[0] >= 1000


def test_exact_is_never_above_broad() -> None:
    taken = take(120.0, (10.0, 100.0), match=(EXACT, BROAD))
    assert taken.value[0] == 100
    assert taken.low[0] < 100
    # A fifth above: its spread explains it.
    assert not taken.disagree[0]


def test_a_broad_band_alone_gives_a_rough_figure() -> None:
    taken = take((1000.0, 10_000.0), match=[BROAD])
    usual = usual_share(np.array([3]))[1][0]
    assert taken.value[0] == pytest.approx(math.sqrt(1001 * 10_001) * math.exp(usual) - 1)
    assert taken.rough[0]
    assert taken.low[0] < taken.value[0] < taken.high[0] <= 10_000


def test_a_phrase_figure_is_nearer_to_the_exact_one() -> None:
    broad, phrase = (take((900.0, 901.0), match=[kind]).value[0] for kind in (BROAD, PHRASE))
    assert broad < phrase < 901


def test_fewer_words_are_held_by_more_searches() -> None:
    values = [take((900.0, 901.0), match=[BROAD], words=n).value[0] for n in (1, 3, 6)]
    assert values == sorted(values)


def test_interest_and_a_broad_band_count_together() -> None:
    alone = take(NAN, rough=40.0)
    assert alone.value[0] == pytest.approx(40)
    assert alone.rough[0]
    both = take((1000.0, 10_000.0), match=[BROAD], rough=40.0)
    assert 40 < both.value[0] < 400
    shifted = taken_as(
        told([[NAN]]), np.array([3]), np.array([40.0]), level=RoughLevel(math.log(2), 0.2)
    )
    assert shifted.value[0] == pytest.approx(80)
    assert shifted.high[0] < take(NAN, rough=80.0).high[0]


def test_what_broad_figures_hold_here_moves_the_figure() -> None:
    band = told([[(1000.0, 10_000.0)]], match=[BROAD])
    usual = take((1000.0, 10_000.0), match=[BROAD]).value[0]
    learned = taken_as(band, np.array([3]), np.array([NAN]), broad=BroadShare(-1, -1, -1))
    assert learned.value[0] == pytest.approx((usual + 1) / math.e - 1)


def test_nothing_is_unknown_and_zero_is_a_figure() -> None:
    nothing = take(NAN, NAN)
    assert np.isnan([nothing.value[0], nothing.low[0], nothing.high[0]]).all()
    assert nothing.made_from[0] == 0
    assert not nothing.rough[0]
    assert take(0.0).value[0] == 0


def test_no_keyword_at_all_and_shapes_that_do_not_fit() -> None:
    nobody = Told(*(np.zeros((0, 1)),) * 2, np.zeros((0, 1), np.int8), np.zeros((0, 1)),
                  np.ones(1), np.zeros(1, np.int8))  # fmt: skip
    assert taken_as(nobody, np.zeros(0, np.int64), np.zeros(0)).value.shape == (0,)
    with pytest.raises(ValueError, match="words and rough"):
        taken_as(nobody, np.zeros(1, np.int64), np.zeros(0))
    with pytest.raises(ValueError, match="low, high"):
        Told(*(np.zeros((2, 1)),) * 2, np.zeros((2, 1), np.int8), np.zeros((2, 1)),
             np.ones(2), np.zeros(1, np.int8))  # fmt: skip


number = st.one_of(st.just(NAN), st.floats(0, 1e7))
band = st.tuples(st.floats(0, 1e5), st.floats(1, 100)).map(lambda b: (b[0], b[0] * b[1] + 1))
said = st.one_of(number, band)


@settings(max_examples=150)
@given(
    st.lists(said, min_size=1, max_size=4),
    st.lists(st.integers(0, 2), min_size=4, max_size=4),
    st.lists(st.integers(0, 2), min_size=4, max_size=4),
    number,
)
def test_what_always_holds(
    readings: list[Said], match: list[int], may: list[int], rough: float
) -> None:
    s = len(readings)
    match, may = match[:s], sorted(may[:s], reverse=True)
    taken = take(*readings, match=match, may=may, rough=rough)
    low, value, high = interval(taken)
    ends = [r if isinstance(r, tuple) else (r, r) for r in readings]
    known = [not math.isnan(end[0]) for end in ends]
    if not any(known) and math.isnan(rough):
        assert np.isnan(value)
        return
    assert 0 <= low <= value <= high
    if taken.disagree[0]:
        assert low < high
    mine = [ends[i] for i in range(s) if known[i] and may[i] == STANDS and match[i] == EXACT]
    if mine and ADJUSTS not in may:
        first = mine[0]
        assert first[0] * (1 - 1e-6) - 1e-5 <= value <= first[1] * (1 + 1e-6) + 1e-5
    elif not mine:
        caps = [ends[i][1] for i in range(s) if known[i] and match[i] != EXACT]
        bands = [i for i in range(s) if known[i] and match[i] == EXACT and ends[i][0] < ends[i][1]]
        if caps and not bands:
            assert value <= min(caps) * (1 + 1e-6) + 1e-6


@settings(max_examples=40)
@given(st.lists(st.lists(st.floats(1, 1e6), min_size=2, max_size=3), min_size=1, max_size=5))
def test_matches_a_plain_loop(rows: list[list[float]]) -> None:
    width = min(len(row) for row in rows)
    rows = [row[:width] for row in rows]
    spread = [0.1 + 0.2 * i for i in range(width)]
    n = len(rows)
    taken = taken_as(told(rows, spread=spread), np.full(n, 3), np.full(n, NAN))
    for row, value, disagree in zip(rows, taken.value, taken.disagree, strict=True):
        offs = [
            math.sqrt((s * v) ** 2 + 1 / 12) / (v + 1) for s, v in zip(spread, row, strict=True)
        ]
        weights = [1 / off**2 for off in offs]
        mean = sum(w * math.log1p(v) for w, v in zip(weights, row, strict=True)) / sum(weights)
        assert value == pytest.approx(math.expm1(mean), rel=1e-6)
        ratio = (max(row) + 1) / (min(row) + 1)
        if abs(ratio - DISAGREE_FACTOR) > 1e-6:
            assert disagree == (ratio > DISAGREE_FACTOR)


# Relative interest.


def test_index_to_volume_by_hand() -> None:
    """Average 120 over the last two months, whose mean index is 30: each point is 4 searches."""
    months = index_to_volume(np.array([[10.0, NAN, 20.0, 40.0]]), np.array([120.0]), covers=2)
    assert months[0][[0, 2, 3]].tolist() == [40, 80, 160]
    assert np.isnan(months[0][1])


def test_an_index_of_nothing_says_nothing_and_holes_do_not_count() -> None:
    index = np.array([[5.0, 0.0, 0.0], [NAN, 10.0, NAN], [1.0, 2.0, 3.0]])
    months = index_to_volume(index, np.array([100.0, 100.0, NAN]), covers=2)
    assert np.isnan(months[0]).all()
    assert months[1][1] == 100
    assert np.isnan(months[2]).all()
    with pytest.raises(ValueError, match="covers"):
        index_to_volume(index, np.zeros(3), covers=0)


def test_rough_volume_compares_with_the_known_term() -> None:
    got = rough_volume(
        np.array([5.0, NAN, 5.0, 5.0, 0.0]),
        np.array([10.0, 10, 0, 10, 10]),
        np.array([60.0, 60, 60, NAN, 60]),
    )
    assert got[0] == 30
    assert np.isnan(got[1:]).all()
