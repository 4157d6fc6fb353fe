"""The contract that every source keeps, and asking through faults."""

from collections import Counter
from dataclasses import replace
from datetime import date

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bunraku.core.channels import CHANNEL_IDS
from bunraku.sources.asking import BROKEN, LEFT_OUT, SENSELESS, ask_all
from bunraku.sources.protocol import (
    ANSWERS,
    Answer,
    Bands,
    Counts,
    Request,
    Source,
    SourceBusy,
    SourceFailed,
    What,
)
from bunraku.sources.rehearsal import Faults, rehearsal_sources

DAY = date(2026, 10, 15)
TERMS = (
    "telescope",
    "how to clean a telescope",
    "sourdough starter",
    "望遠鏡",
    "x",
    "telescope vs binoculars",
)
SOURCES = {source.tells: source for source in rehearsal_sources()}


def request(what: What, *terms: str, channel: str = "web", on: date = DAY) -> Request:
    return Request(what, terms, channel, "en-GB", on)


@pytest.mark.parametrize("channel", CHANNEL_IDS)
@pytest.mark.parametrize("what", list(What))
def test_answers_are_of_the_kind_promised(what: What, channel: str) -> None:
    source = SOURCES[what]
    for start in range(0, len(TERMS), source.batch_size):
        part = TERMS[start : start + source.batch_size]
        said = source.ask(request(what, *part, channel=channel))
        assert set(said) == set(part)
        for answer in said.values():
            assert answer is None or isinstance(ANSWERS[what].model_validate(answer), Answer)


@pytest.mark.parametrize("what", list(What))
def test_the_same_day_gives_the_same_answer(what: What) -> None:
    asked = request(what, "telescope", "star chart")
    fresh = {source.tells: source for source in rehearsal_sources()}
    assert SOURCES[what].ask(asked) == fresh[what].ask(asked)


def test_sources_are_named_priced_and_one_a_kind() -> None:
    every = rehearsal_sources()
    assert {source.tells for source in every} == set(What)
    assert len(every) == len(What)
    assert all(source.price >= 0 and source.batch_size > 0 for source in every)


@pytest.mark.parametrize("rate", [0.3, 0.6])
@pytest.mark.parametrize("what", [What.COUNTS, What.COMPLETIONS, What.PAGE])
def test_faults_leave_no_term_unaccounted(what: What, rate: float) -> None:
    source = next(
        s
        for s in rehearsal_sources(replace(Faults.at(rate), wait_seconds=0.001))
        if s.tells == what
    )
    terms = [f"telescope {n}" for n in range(source.batch_size * 2 + 3)]
    seen: Counter[str] = Counter()
    clean = {t: SOURCES[what].ask(request(what, t))[t] for t in terms[:5]}
    for batch in ask_all(source, request(what), terms, most_wait=1.0):
        assert set(batch.answers) | set(batch.missing) == set(batch.terms)
        assert not set(batch.answers) & set(batch.missing)
        seen.update(batch.terms)
        for term, answer in batch.answers.items():
            if term in clean:
                expected = clean[term]
                assert answer == (ANSWERS[what].model_validate(expected) if expected else None)
    assert seen == Counter(terms)


class Awkward:
    """A source that fails in ways told to it, then answers."""

    name, tells, price, batch_size = "Awkward", What.COUNTS, 1.0, 3

    def __init__(self, *ways: object) -> None:
        self.ways = list(ways)
        self.asked: list[tuple[str, ...]] = []

    def ask(self, asked: Request) -> dict[str, dict[str, object] | None]:
        self.asked.append(asked.terms)
        way = self.ways.pop(0) if self.ways else None
        if isinstance(way, Exception):
            raise way
        if isinstance(way, dict):
            return way
        return {term: {"monthly": 10} for term in asked.terms}


def ask(source: Source, *terms: str) -> tuple[dict[str, Answer | None], dict[str, str]]:
    answers: dict[str, Answer | None] = {}
    missing: dict[str, str] = {}
    for batch in ask_all(source, request(What.COUNTS), terms, most_wait=2.0):
        answers.update(batch.answers)
        missing.update(batch.missing)
    return answers, missing


def test_batches_are_of_the_sources_size() -> None:
    source = Awkward()
    ask(source, *"abcdefg")
    assert source.asked == [("a", "b", "c"), ("d", "e", "f"), ("g",)]


def test_busy_and_broken_sources_are_asked_again() -> None:
    answers, missing = ask(Awkward(SourceBusy(0.01), SourceFailed("broke off")), "a", "b")
    assert set(answers) == {"a", "b"}
    assert not missing


def test_only_what_is_missing_is_asked_again() -> None:
    source = Awkward({"a": {"monthly": 1}}, {"b": None})
    answers, missing = ask(source, "a", "b", "c")
    assert source.asked == [("a", "b", "c"), ("b", "c"), ("c",)]
    assert answers == {"a": Counts(monthly=1), "b": None, "c": Counts(monthly=10)}
    assert not missing
    _, missing = ask(Awkward(*[{"b": None}] * 9), "a")
    assert missing == {"a": LEFT_OUT}


def test_nonsense_is_not_a_figure_and_is_told_in_words_for_people(
    caplog: pytest.LogCaptureFixture,
) -> None:
    nonsense = {"a": {"monthly": -4}}
    answers, missing = ask(Awkward(*[nonsense] * 9), "a")
    assert not answers
    assert missing == {"a": SENSELESS}
    # What exactly was wrong is for whoever reads the log.
    assert "monthly" in caplog.text


def test_a_source_that_stays_away_is_named() -> None:
    away = Awkward(*[SourceFailed("cannot be reached")] * 9)
    answers, missing = ask(away, "a", "b")
    assert not answers
    assert missing == {"a": "cannot be reached", "b": "cannot be reached"}
    # Five times, then others have their turn.
    assert len(away.asked) == 5
    _, missing = ask(Awkward(*[SourceBusy(12)] * 9), "a")
    assert missing == {"a": "the source was asked too often and wanted us to wait"}


def test_a_bug_of_a_source_is_logged_and_told(caplog: pytest.LogCaptureFixture) -> None:
    _, missing = ask(Awkward(ZeroDivisionError()), "a")
    assert missing == {"a": BROKEN}
    assert "ZeroDivisionError" in caplog.text


@pytest.mark.parametrize(
    "nonsense",
    [
        {"monthly": "many"},
        {"monthly": 3, "more": 1},
        {},
        {"monthly": 1.5},
        {"monthly": 10**11},
        {"monthly": 1, "history": [["2026-01"]]},
    ],
)
def test_counts_are_checked_field_by_field(nonsense: dict[str, object]) -> None:
    with pytest.raises(ValueError, match="Counts"):
        Counts.model_validate(nonsense)


@settings(max_examples=30)
@given(st.integers(0, 100), st.integers(0, 100), st.floats(0, 5), st.floats(0, 5))
def test_bands_have_their_ends_in_order(low: int, high: int, cheap: float, dear: float) -> None:
    fields = {"low": low, "high": high, "cpc_low": cheap, "cpc_high": dear, "ad_competition": 0.5}
    if low <= high and cheap <= dear:
        assert Bands.model_validate(fields).high == high
    else:
        with pytest.raises(ValueError, match="above its high end"):
            Bands.model_validate(fields)
