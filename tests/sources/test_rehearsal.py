"""What the practice sources let out, against the truth: coverage, error, coarseness, and what each
knows first."""

from datetime import date
from typing import Any

import numpy as np
import pytest

from bunraku.core.channels import CHANNEL_IDS
from bunraku.sources.protocol import Request, What
from bunraku.sources.rehearsal import rehearsal_sources
from bunraku.sources.rehearsal.demand import demand_of_months, months_before
from bunraku.sources.rehearsal.world import the_world

DAY = date(2026, 10, 15)
WORLD = the_world()
SOURCES = {source.tells: source for source in rehearsal_sources()}
SOME = WORLD.texts[::97]


def ask(
    what: What, *terms: str, channel: str = "web", locale: str = "en-GB", **more: Any
) -> dict[str, Any]:
    source = SOURCES[what]
    answer: dict[str, Any] = {}
    for start in range(0, len(terms), source.batch_size):
        answer |= source.ask(
            Request(what, terms[start : start + source.batch_size], channel, locale, DAY, **more)
        )
    return answer


@pytest.mark.parametrize("channel", CHANNEL_IDS)
def test_counts_are_near_the_truth_and_sometimes_silent(channel: str) -> None:
    errors, silent = [], 0
    answer = ask(What.COUNTS, *SOME, channel=channel)
    truths = {
        t: demand_of_months(WORLD.query(t), channel, months_before(DAY, 12)).mean() for t in SOME
    }
    much = [text for text, truth in truths.items() if truth >= 20]
    for text in much:
        if answer[text] is None:
            silent += 1
        else:
            errors.append(np.log(answer[text]["monthly"] / truths[text]))
    assert 0.05 < silent / len(much) < 0.25
    assert np.std(errors) == pytest.approx(0.15, abs=0.06)
    assert abs(np.median(errors)) < 0.06


def test_history_shows_the_season_of_full_months() -> None:
    said = ask(
        What.COUNTS, "astronomy gifts", "star projectors", "astronomy gift", "star projector"
    )
    history = dict(next(answer for answer in said.values() if answer is not None)["history"])
    assert len(history) == 36
    assert history["2025-12"] > 2 * history["2026-05"]
    assert "2026-10" not in history


def test_new_terms_are_known_to_trends_first() -> None:
    assert ask(What.COUNTS, "comet vessarin")["comet vessarin"] is None
    index = ask(What.INTEREST, "comet vessarin")["comet vessarin"]["index"]
    assert index[-1] == 100
    assert index[0] == 0
    rising = dict(ask(What.RISING, "telescope")["telescope"]["terms"])
    assert rising["comet vessarin"] is None
    assert all(growth is None or growth > 0 for growth in rising.values())


def test_bands_hold_the_broad_figure() -> None:
    answer = ask(What.BANDS, *SOME)
    for text, band in answer.items():
        broad = WORLD.broad(WORLD.query(text), "web")
        assert broad >= WORLD.query(text).demand[0]
        if band is not None:
            assert band["low"] <= broad < band["high"]
            assert 0 <= band["ad_competition"] <= 1
    assert sum(band is not None for band in answer.values()) > 0.9 * len(answer)


@pytest.mark.parametrize(
    ("step", "count"), [("month", 36), ("week", 52), ("day", 90), ("hour", 72)]
)
def test_interest_is_on_one_scale_at_every_step(step: str, count: int) -> None:
    answer = ask(What.INTEREST, "telescope", "telescope repair", step=step)
    assert [len(value["index"]) for value in answer.values()] == [count, count]
    assert max(answer["telescope"]["index"]) == 100 > max(answer["telescope repair"]["index"]) > 0


def test_an_event_peaks_on_its_day() -> None:
    day = date(2026, 8, 31)
    said = SOURCES[What.INTEREST].ask(
        Request(What.INTEREST, ("perseid meteor shower",), "web", "en-GB", day, step="day")
    )
    answer = said["perseid meteor shower"]
    assert answer is not None
    index: Any = answer["index"]
    months: Any = answer["months"]
    assert months[int(np.argmax(index))] in ("2026-08-11", "2026-08-12", "2026-08-13")


@pytest.mark.parametrize("channel", CHANNEL_IDS)
def test_pages_tell_results_questions_and_neighbours(channel: str) -> None:
    page = ask(What.PAGE, "telescope repair", channel=channel, depth=50)["telescope repair"]
    assert [result["position"] for result in page["results"]] == list(range(1, 51))
    first_ten = ask(What.PAGE, "telescope repair", channel=channel)["telescope repair"]["results"]
    assert [result["address"] for result in first_ten] == [
        result["address"] for result in page["results"][:10]
    ]
    assert len(page["related"]) == 8
    assert page["questions"]


@pytest.mark.parametrize("channel", CHANNEL_IDS)
def test_a_rival_tells_what_it_ranks_for_and_it_does(channel: str) -> None:
    rival = ask(What.PAGE, "telescope for kids", channel=channel)["telescope for kids"]["results"][
        0
    ]["publisher"]
    answer = ask(What.RANKS, rival, channel=channel)[rival]
    assert answer["published"] > 0
    for text, place in answer["ranks"][:5]:
        results = ask(What.PAGE, text, channel=channel)[text]["results"]
        assert results[place - 1]["publisher"] == rival
    assert ask(What.RANKS, f"https://{rival}/some/page", channel=channel).popitem()[1] == answer
    assert ask(What.RANKS, "nobody.example", channel=channel)["nobody.example"] is None


@pytest.mark.parametrize("channel", CHANNEL_IDS)
def test_a_result_tells_its_fields(channel: str) -> None:
    results = ask(What.PAGE, "star projector for kids", channel=channel)["star projector for kids"][
        "results"
    ]
    said = ask(What.FIELDS, *(result["address"] for result in results), channel=channel)
    titles = {result["address"]: result["title"] for result in results}
    known = {address: answer for address, answer in said.items() if answer is not None}
    assert len(known) >= 8
    assert all(answer["title"] == titles[address] for address, answer in known.items())
    tags = [tag for answer in known.values() for tag in answer["tags"]]
    assert len(tags) > len(set(tags)), "several results use the same tags"
    if channel == "marketplace":
        assert all(answer["price"] > 0 and answer["categories"] for answer in known.values())
    assert ask(What.FIELDS, "https://nobody.example/x", channel=channel).popitem()[1] is None


@pytest.mark.parametrize(
    "term",
    ["sourdough starter", "best sourdough kit", "baking course near me", "moss garden ideas"],
)
def test_results_on_any_subject_tell_their_fields(term: str) -> None:
    results = ask(What.PAGE, term)[term]["results"]
    said = ask(What.FIELDS, *(result["address"] for result in results))
    known = [answer for answer in said.values() if answer is not None]
    assert len(known) >= 8
    assert all(
        any(term.split()[-2] in tag or term.split()[0] in tag for tag in answer["tags"])
        for answer in known
    )


def test_talk_is_noisy_and_silent_on_the_unnamed() -> None:
    answer = ask(What.TALK, "telescope", "telescope for schools under 400")
    assert sum(answer["telescope"]["mentions"].values()) > 50
    assert answer["telescope for schools under 400"] is None


def test_the_lexicon_says_the_same_in_another_language() -> None:
    answer = ask(
        What.LEXICON, "best telescope for kids", "telescope repair", "sourdough", into="de"
    )
    assert answer["best telescope for kids"]["terms"][0] == "beste teleskop für kinder"
    assert answer["telescope repair"]["terms"][0] == "teleskop reparatur"
    assert answer["sourdough"] is None
    back = ask(What.LEXICON, "teleskop für anfänger", locale="de-DE", into="en")[
        "teleskop für anfänger"
    ]
    assert back["terms"][0] == "telescope for beginners"
    assert ask(What.LEXICON, "telescope", into="pl")["telescope"] is None
    assert ask(What.LEXICON, "telescope", into="en")["telescope"] is None


def test_completions_know_the_place_asked_from() -> None:
    plain = ask(What.COMPLETIONS, "stargazing evening ")["stargazing evening "]["completions"]
    local = ask(What.COMPLETIONS, "stargazing evening ", place="Tarnley")["stargazing evening "][
        "completions"
    ]
    assert "tarnley" in local[0]
    assert plain != local
