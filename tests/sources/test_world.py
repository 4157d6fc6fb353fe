"""The practice world is plausible: here tests may see its truth."""

import itertools
import subprocess
import sys
from datetime import date, timedelta

import numpy as np
import pytest

from bunraku.core.text import identity_key
from bunraku.sources.protocol import CHANNELS, Request, What
from bunraku.sources.rehearsal.dice import bell, pick_index, roll, spread
from bunraku.sources.rehearsal.sources import band, complete, count, interest, page
from bunraku.sources.rehearsal.standing import publishers, rank
from bunraku.sources.rehearsal.world import CHANNEL_INDEX, monthly_demand, months_before, the_world

DAY = date(2026, 10, 15)
WORLD = the_world()
KEYS = [q.key for q in WORLD._queries.values()]


def request(what: What, *terms: str, channel: str = "web", on: date = DAY) -> Request:
    return Request(what, terms, channel, "en-GB", on)


def test_dice_fall_evenly_and_always_the_same_way() -> None:
    rolls = np.array([roll("test", n) for n in range(4_000)])
    assert rolls.mean() == pytest.approx(0.5, abs=0.02)
    assert np.std([bell("test", n) for n in range(4_000)]) == pytest.approx(1, abs=0.04)
    assert roll("a", 1) == roll("a", 1) != roll("a", 2)
    assert spread(0.0, "x") == 1
    assert {pick_index(3, n) for n in range(60)} == {0, 1, 2}


def test_demand_has_a_long_tail() -> None:
    for channel, column in CHANNEL_INDEX.items():
        demand = np.sort([q.demand[column] for q in WORLD._queries.values() if q.demand[column] >= 1])[::-1]
        ranks = np.arange(1, len(demand) + 1)
        middle = slice(20, len(demand) // 2)
        slope = np.polyfit(np.log(ranks[middle]), np.log(demand[middle]), 1)[0]
        assert -1.8 < slope < -0.6, channel
        assert demand[:10].sum() < 0.5 * demand.sum()


def test_keys_are_identity_keys_and_questions_are_among_them() -> None:
    assert all(identity_key(key) == key for key in KEYS[::37])
    questions = [key for key in KEYS if key.split()[0] in ("how", "what", "which", "when")]
    assert 0.02 < len(questions) / len(KEYS) < 0.4


def test_singular_and_plural_are_far_apart() -> None:
    ratios = [
        WORLD.query(f"{word}s").demand[0] / WORLD.query(word).demand[0]
        for word in ("telescope", "star chart", "moon map", "star projector", "barlow lens")
        if f"{word}s" in WORLD._queries and word in WORLD._queries
    ]
    assert max(max(r, 1 / r) for r in ratios) > 2


def test_counts_are_near_the_truth_and_sometimes_silent() -> None:
    errors, silent, asked = [], 0, 0
    for key in KEYS[::29]:
        query = WORLD.query(key)
        truth = sum(monthly_demand(query, "web", m) for m in months_before(DAY, 12)) / 12
        if truth < 20:
            continue
        asked += 1
        told = count(WORLD, key, request(What.COUNTS))
        if told is None:
            silent += 1
        else:
            errors.append(np.log(told["monthly"] / truth))
    assert 0.05 < silent / asked < 0.25
    assert np.std(errors) == pytest.approx(0.15, abs=0.06)
    assert abs(np.median(errors)) < 0.05


def test_history_shows_the_season() -> None:
    told = count(WORLD, "astronomy gifts", request(What.COUNTS)) or count(
        WORLD, "star projectors", request(What.COUNTS)
    )
    assert told is not None
    history = dict(told["history"])
    assert len(history) == 36
    assert history["2025-12"] > 2 * history["2026-05"]
    assert "2026-10" not in history


def test_broad_is_at_least_exact_and_the_band_holds_it() -> None:
    for key in KEYS[::53]:
        query = WORLD.query(key)
        broad = WORLD.broad(query, "web")
        assert broad >= query.demand[0]
        told = band(WORLD, key, request(What.BANDS))
        if told is not None:
            assert told["low"] <= broad < told["high"]
            assert 0 <= told["ad_competition"] <= 1


def test_completions_begin_with_what_was_typed_or_hold_it() -> None:
    found = complete(WORLD, "telescope f", request(What.COMPLETIONS))["completions"]
    assert found
    assert all(one.startswith("telescope f") or {"telescope", "f"} <= set(one.split()) for one in found)
    assert len(complete(WORLD, "telescope", request(What.COMPLETIONS))["completions"]) == 10
    assert complete(WORLD, "!!", request(What.COMPLETIONS)) == {"completions": []}


@pytest.mark.parametrize("subject", ["sourdough bread", "dog grooming", "guitar lessons", "vegan leather wallet"])
def test_any_other_subject_has_a_world_of_its_own(subject: str) -> None:
    found = complete(WORLD, subject, request(What.COMPLETIONS))["completions"]
    assert len(found) >= 5
    assert all(subject.split()[0] in one for one in found)
    assert page(WORLD, subject, request(What.PAGE))["results"]


@pytest.mark.parametrize("channel", CHANNELS)
def test_results_pages_have_giants_and_beginners(channel: str) -> None:
    everyone = publishers(channel)
    strengths = np.array([one.strength for one in everyone])
    assert len({one.address for one in everyone}) == len(everyone)
    assert all(one.address.endswith(".example") for one in everyone)
    assert (strengths > 75).mean() < 0.2 < (strengths < 50).mean()
    told = page(WORLD, "telescope repair", request(What.PAGE, channel=channel))
    assert [one["position"] for one in told["results"]] == list(range(1, 11))
    assert len({one["address"] for one in told["results"]}) == 10


def test_positions_wander_a_little_by_day() -> None:
    query = WORLD.query("telescope repair")
    days = [[one.address for one in rank(WORLD, query, "web", DAY + timedelta(days=d), 10)] for d in range(12)]
    kept = [len(set(a) & set(b)) for a, b in itertools.pairwise(days)]
    assert min(kept) >= 7
    assert any(a != b for a, b in itertools.pairwise(days))


def test_wordings_of_one_topic_share_results() -> None:
    def addresses(key: str) -> set[str]:
        return {one.address for one in rank(WORLD, WORLD.query(key), "web", DAY, 10)}

    near = addresses("telescope under 100") & addresses("telescope under 200")
    far = addresses("telescope under 100") & addresses("telescope repair")
    assert len(near) >= 4 > len(far)


def test_relative_interest_is_on_one_scale() -> None:
    told = [
        interest(WORLD, term, request(What.INTEREST, "telescope", "telescope repair"))
        for term in ("telescope", "telescope repair")
    ]
    top = [max(one["index"]) for one in told]
    assert top[0] == 100 > top[1] > 0


def test_another_process_makes_the_same_world() -> None:
    code = (
        "from bunraku.sources.rehearsal.world import the_world; w = the_world();"
        "print(len(w), sum(round(q.demand[0], 6) for q in w._queries.values()))"
    )
    told = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, check=True).stdout.split()
    assert int(told[0]) == len(WORLD)
    assert float(told[1]) == pytest.approx(sum(round(q.demand[0], 6) for q in WORLD._queries.values()))
