"""What comes first: orders by weights, how firm they are, what would change them."""

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from bunraku.core.plan.firmness import how_firm
from bunraku.core.plan.levers import what_it_takes, what_moves
from bunraku.core.plan.ranking import (
    PARTS,
    TOP,
    WAYS,
    Things,
    Weights,
    built_on,
    parts_of,
    rank_things,
    weights_from,
)


def things(n: int, seed: int = 5, wide: float = 0.5) -> Things:
    dice = np.random.default_rng(seed)
    volume = np.exp(dice.normal(4, 1.6, n))
    chance = dice.uniform(0.01, 0.99, n)
    return Things(
        volume=volume,
        low=volume * np.exp(-wide),
        high=volume * np.exp(wide),
        chance=chance,
        worth=volume * chance * 0.02,
        months=np.where(dice.random(n) < 0.5, np.nan, dice.integers(0, 12, n)),
        priority=dice.choice([0.0, 0.5, 1.0], n),
        fit=dice.random(n),
        hours=dice.choice([2.0, 4.0, 5.0, 8.0], n),
        built_on=dice.integers(0, 40, n).astype(float),
    )


@pytest.mark.parametrize("way", WAYS)
def test_the_score_is_the_sum_of_its_parts(way: str) -> None:
    some = things(200)
    ranked = rank_things(some, WAYS[way])
    assert ranked.score == pytest.approx(ranked.parts.sum(axis=1))
    assert (ranked.score >= 0).all()
    assert (ranked.score <= 100 + 1e-9).all()
    assert (np.diff(ranked.score[ranked.order]) <= 1e-6).all()
    assert sorted(ranked.order.tolist()) == list(range(200))
    assert ranked.rank[ranked.order[0]] == 1


def test_soonest_is_worth_an_hour() -> None:
    some = replace(things(300), months=np.full(300, np.nan), priority=np.full(300, 0.5))
    ranked = rank_things(some, Weights(worth=4.0, hours=1.6))
    best = ranked.order[:20]
    an_hour = (0.1 + some.worth) / some.hours
    assert set(best.tolist()) == set(np.argsort(-an_hour)[:20].tolist())


def test_ties_are_ties() -> None:
    some = things(12)
    same = Things(*(np.repeat(getattr(some, f)[:1], 12) for f in Things.__annotations__))
    assert rank_things(same, WAYS["most"]).rank.tolist() == [1] * 12
    assert set(rank_things(some, Weights()).rank.tolist()) == {1}


@given(st.integers(0, 10_000), st.sampled_from(PARTS))
def test_more_of_a_part_never_ranks_lower(seed: int, part: str) -> None:
    some = things(30, seed)
    weights = Weights(
        demand=1, chance=1, worth=1, season=1, priority=1, fit=1, hours=1, foundation=1
    )
    before = rank_things(some, weights)
    field, better = {
        "demand": ("volume", some.volume * 3), "chance": ("chance", np.minimum(1, some.chance * 2)),
        "worth": ("worth", some.worth * 3), "season": ("months", np.zeros(30)),
        "priority": ("priority", np.ones(30)), "fit": ("fit", np.ones(30)),
        "hours": ("hours", np.ones(30)), "foundation": ("built_on", some.built_on * 2),
    }[part]  # fmt: skip
    one = getattr(some, field).copy()
    one[7] = better[7]
    after = rank_things(replace(some, **{field: one}), weights)
    assert after.rank[7] <= before.rank[7]


def plainly_firm(some: Things, weights: Weights, draws: int) -> np.ndarray:
    """The same by a plain loop with dice of its own."""
    dice = np.random.default_rng(99)
    counts = np.zeros(len(some.volume))
    sigma = (np.log1p(some.high) - np.log1p(some.low)) / (2 * 1.2816)
    for _ in range(draws):
        times = np.exp(sigma * dice.standard_normal(len(sigma)))
        odds = np.log(some.chance / (1 - some.chance)) + 0.6 * dice.standard_normal(len(sigma))
        chance = 1 / (1 + np.exp(-odds))
        drawn = replace(
            some, volume=some.volume * times, chance=chance,
            worth=some.worth * times * chance / some.chance,
        )  # fmt: skip
        counts[rank_things(drawn, weights).order[:TOP]] += 1
    return counts / draws


@pytest.mark.parametrize("way", WAYS)
def test_firmness_is_how_often_it_stays_among_the_first(way: str) -> None:
    some = things(120)
    fast = how_firm(some, WAYS[way], draws=2_000)
    plain = plainly_firm(some, WAYS[way], 2_000)
    assert fast.sum() == pytest.approx(TOP)
    assert np.abs(fast - plain).max() < 0.06


def test_what_is_known_exactly_is_firm_and_few_are_all_first() -> None:
    some = things(50, wide=0.0)
    sure = how_firm(some, Weights(demand=1.0))
    assert set(sure.tolist()) == {0.0, 1.0}
    assert how_firm(things(7), WAYS["most"]).tolist() == [1.0] * 7
    assert how_firm(some, WAYS["most"]).tolist() == how_firm(some, WAYS["most"]).tolist()


@pytest.mark.parametrize("way", WAYS)
def test_what_it_takes_does_it(way: str) -> None:
    some = things(80)
    ranked = rank_things(some, WAYS[way])
    place = int(ranked.order[20])
    for lever in what_it_takes(some, WAYS[way], place):
        then = {
            "demand": {"volume": lever.then, "worth": some.worth[place] * lever.then / lever.now},
            "chance": {"chance": lever.then, "worth": some.worth[place] * lever.then / lever.now},
            "priority": {"priority": lever.then},
            "hours": {"hours": lever.then},
        }[lever.part]
        changed = {}
        for field, value in then.items():
            array = getattr(some, field).copy()
            array[place] = value
            changed[field] = array
        assert rank_things(replace(some, **changed), WAYS[way]).rank[place] <= TOP
    assert what_it_takes(some, WAYS[way], int(ranked.order[3])) == ()


def test_two_orders_tell_what_moves_and_why() -> None:
    some = things(60)
    rising, falling = what_moves(
        rank_things(some, Weights(worth=1.0)), rank_things(some, Weights(hours=1.0))
    )
    assert rising
    assert falling
    assert all(one.after < one.before for one in rising)
    assert all(one.after > one.before for one in falling)
    assert {one.because for one in rising} <= {"hours", "worth"}
    same = rank_things(some, WAYS["most"])
    assert what_moves(same, same) == ([], [])


def test_foundations_are_what_others_build_on() -> None:
    texts = ["kiln", "kiln shelves", "electric kiln", "electric kiln shelves", "glaze", "kilns"]
    told = built_on(texts, "en").tolist()
    assert told[0] == told[5] == 3
    assert told[2] == 1
    assert told[3] == told[4] == 0
    assert built_on(["of the", ""], "en").tolist() == [0, 0]


def test_unknown_figures_count_as_nothing_and_nothing_breaks() -> None:
    some = things(5)
    nothing = np.full(5, np.nan)
    bare = replace(some, volume=nothing, low=nothing, high=nothing, chance=nothing, worth=nothing)
    parts = parts_of(bare)
    assert (parts[:, :3] == 0).all()
    assert np.isfinite(how_firm(bare, WAYS["most"], top=2)).all()
    assert weights_from({"worth": 2, "nonsense": 5, "chance": -1}) == Weights(worth=2.0)
