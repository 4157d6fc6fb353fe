"""Before and after: on simulated histories with known effect, and against a plain loop."""

from collections import Counter
from dataclasses import replace

import numpy as np
import pytest

from bunraku.core.channels import form_named
from bunraku.core.follow.before_after import LEAST_PHRASES, Verdict, judge
from bunraku.core.follow.untouched import Histories
from bunraku.core.follow.verdict_words import say_verdict
from bunraku.core.follow.visible import shares_of_places
from bunraku.core.follow.windows import steps_of, wander_of, windows_of
from tests.core.histories import Simulated

SURE = ("helped", "hurt")
WITHOUT_EFFECT: list[dict[str, object]] = [
    {},
    {"update": 105},
    {"update": 80},
    {"pieces": 4},
    {"pieces": 5, "update": 110},
    {"phrases": 6},
    {"piece_wander": 0.2},
    {"days": 124},
    {"form": "video", "channel": "video", "every": 5, "settles": 1},
    {"every": 30},
    {"season": 1.5},
]
"""Kinds of histories in which nothing was brought about: quiet ones, with an update of the engine
before and after, with few pieces or phrases, wandering much, short, seldom looked at."""


def verdict(sim: Simulated) -> Verdict:
    return judge(sim.made(), 0, sim.day, sim.today)


def test_luck_is_not_taken_for_success() -> None:
    seen = Counter(
        verdict(Simulated(seed=seed, **WITHOUT_EFFECT[seed % len(WITHOUT_EFFECT)])).why  # type: ignore[arg-type]
        for seed in range(220)
    )
    assert sum(seen[why] for why in SURE) / seen.total() <= 0.05, seen


def test_an_update_that_nobody_noted_is_not_taken_for_success_either() -> None:
    wrong = 0
    for seed in range(100):
        sim = Simulated(seed=1_000 + seed, update=105, pieces=6 + seed % 4)
        told = replace(sim.made(), updates=())
        wrong += judge(told, 0, sim.day, sim.today).why in SURE
    assert wrong <= 5


@pytest.mark.parametrize(("effect", "expected"), [(0.7, "helped"), (-0.7, "hurt")])
def test_large_effects_are_found(effect: float, expected: str) -> None:
    kinds: list[dict[str, object]] = [{}, {"phrases": 6}, {"days": 138}, {"every": 14}]
    found = Counter(
        verdict(Simulated(seed=2_000 + seed, effect=effect, **kinds[seed % len(kinds)])).why  # type: ignore[arg-type]
        for seed in range(80)
    )
    assert found[expected] >= 72, found  # type: ignore[index]


@pytest.mark.parametrize(
    ("made", "why"),
    [
        ({"days": 110}, "young"),
        ({"began": {0: 40}}, "green"),
        ({"also": ((0, 90),)}, "several"),
        ({"phrases": LEAST_PHRASES - 1}, "few"),
        ({"pieces": 3}, "alone"),
        ({"also": tuple((piece, 99) for piece in range(1, 9))}, "alone"),
        ({"began": dict.fromkeys(range(1, 9), 50)}, "alone"),
    ],
)
def test_what_cannot_be_known_is_not_said(made: dict[str, object], why: str) -> None:
    for seed in range(6):
        seen = verdict(Simulated(seed=seed, effect=1.5, **made))  # type: ignore[arg-type]
        assert seen.why == why
        assert seen.doubt is None
        assert "likely your change" not in say_verdict(seen, "page")


def test_a_piece_that_was_not_looked_at_before_says_so() -> None:
    sim = Simulated(seed=1)
    told = sim.made()
    late = told.stack.where((told.stack.phrase >= 12) | (told.stack.day > sim.day + 5))
    seen = judge(replace(told, stack=late), 0, sim.day, sim.today)
    assert seen.why == "unchecked"
    assert "not checked both before and after" in say_verdict(seen, "page")


def test_a_change_that_only_seems_to_rise_with_all_others_is_wander() -> None:
    # An update lifts everybody by a third: the piece's own rise says nothing.
    sim = Simulated(seed=7, update=100, common=-0.5, shaken=0.02)
    seen = verdict(sim)
    assert seen.rose > 6
    assert seen.sign < 0.05
    assert seen.why == "wander"
    said = say_verdict(seen, "page")
    assert "rose as well" in said
    assert "The engine changed meanwhile" in said
    assert said.endswith("within its normal ups and downs.")


def test_the_sentence_says_what_moved_and_how_sure_one_is() -> None:
    said = say_verdict(verdict(Simulated(seed=3, effect=0.9)), "page")
    assert "12 keywords rose." in said
    assert "The 8 unchanged pages" in said
    assert "Your change probably helped: chance alone would do this" in said


def test_visible_searches_and_their_interval() -> None:
    seen = verdict(Simulated(seed=3, effect=0.9))
    assert seen.visible_before is not None
    assert seen.visible_after is not None
    change = seen.visible_after - seen.visible_before
    assert seen.visible_low is not None
    assert seen.visible_high is not None
    assert 0 < seen.visible_low < change < seen.visible_high
    # The same again with the same seed, and nothing where no searches are known.
    assert verdict(Simulated(seed=3, effect=0.9)) == seen
    sim = Simulated(seed=3)
    told = sim.made()
    unknown = replace(told, searches=np.full(len(told.searches), np.nan))
    assert judge(unknown, 0, sim.day, sim.today).visible_before is None


def test_windows_are_equal_and_the_day_of_the_change_is_before_it() -> None:
    length = form_named("page").windows
    assert windows_of(100, 100 + length.settles + length.least - 2, length) is None
    windows = windows_of(100, 500, length)
    assert windows is not None
    assert windows.before == (73, 100)
    assert windows.after == (110, 137)


def plain_steps(told: Histories, windows: object) -> list[tuple[float, float, float]]:
    """Phrase by phrase, check by check."""
    shares = shares_of_places(told.channel)
    stack = told.stack
    out = []
    for phrase in range(stack.count):
        sides: list[list[int]] = []
        for low, high in (windows.before, windows.after):  # type: ignore[attr-defined]
            sides.append(
                [
                    int(stack.organic[n])
                    for n in range(len(stack.day))
                    if stack.phrase[n] == phrase and low <= stack.day[n] <= high
                ]
            )
        if not all(sides):
            out.append((np.nan, np.nan, np.nan))
            continue
        logs = [float(np.mean([np.log(place or 101) for place in side])) for side in sides]
        out.append(
            (
                logs[0] - logs[1],
                float(np.mean([shares[place] for place in sides[0]])),
                float(np.mean([shares[place] for place in sides[1]])),
            )
        )
    return out


def test_steps_are_those_of_a_plain_loop() -> None:
    for seed in range(4):
        sim = Simulated(seed=seed, pieces=3, phrases=5, effect=0.4)
        told = sim.made()
        windows = windows_of(sim.day, sim.today, form_named("page").windows)
        assert windows is not None
        steps = steps_of(told.stack, windows, shares_of_places("web"))
        expected = np.array(plain_steps(told, windows))
        np.testing.assert_allclose(steps.step, expected[:, 0])
        np.testing.assert_allclose(steps.share_before, expected[:, 1])
        np.testing.assert_allclose(steps.share_after, expected[:, 2])


def test_wander_is_that_of_quiet_weeks_and_a_jump_counts_little() -> None:
    quiet = Simulated(seed=5, phrase_wander=0.1, piece_wander=0.0, pieces=2, phrases=30)
    jumped = replace(quiet, effect=1.0)
    calm, after = (
        wander_of(told.stack, told.piece, 2, quiet.today) for told in (quiet.made(), jumped.made())
    )
    assert calm[0] == pytest.approx(after[0], rel=0.25)
    none = quiet.made().stack.where(np.zeros(len(quiet.made().stack.day), dtype=bool))
    assert (wander_of(none, quiet.made().piece, 2, 0) > 0).all()
