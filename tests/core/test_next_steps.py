"""What to do next: each rule where it holds and where it does not; one's own report beside what is
meant."""

from dataclasses import replace
from datetime import date

import pytest

from bunraku.core.follow.next_steps import RULES, Facts, PhraseFacts, next_steps
from bunraku.core.follow.own_report import ReportLine, add_up, tell

MAIN = PhraseFacts("enamel sign repair", main=True, place=2, searches=90)
OTHER = PhraseFacts("enamel sign restoration", main=False, place=3, searches=40)
CALM = Facts(
    form="page", age_days=400, settled=True, looked_at=True, phrases=(MAIN, OTHER), foretold=5
)
THEIRS = "https://signs.example/restoring-enamel"


def phrases(main: PhraseFacts = MAIN, other: PhraseFacts = OTHER) -> tuple[PhraseFacts, ...]:
    return (main, other)


UNSHOWN = phrases(replace(MAIN, place=0), replace(OTHER, place=0))
HOLDS: dict[str, tuple[Facts, Facts]] = {
    "look": (replace(CALM, looked_at=False), CALM),
    "unknown": (
        replace(CALM, phrases=UNSHOWN),
        replace(CALM, phrases=UNSHOWN, age_days=20),
    ),
    "take_back": (replace(CALM, why="hurt"), replace(CALM, why="wander")),
    "wrong_piece": (
        replace(
            CALM, phrases=phrases(other=replace(OTHER, place=30, other=4, other_address=THEIRS))
        ),
        replace(
            CALM, phrases=phrases(other=replace(OTHER, place=4, other=30, other_address=THEIRS))
        ),
    ),
    "merge": (
        replace(
            CALM,
            phrases=phrases(
                replace(MAIN, place=8, other=9, other_address=THEIRS),
                replace(OTHER, place=9, other=12, other_address=THEIRS),
            ),
        ),
        replace(CALM, phrases=phrases(replace(MAIN, place=8, other=9, other_address=THEIRS))),
    ),
    "wait": (replace(CALM, settled=False), CALM),
    "rising": (replace(CALM, rose=6, fell=1), replace(CALM, rose=6, fell=4)),
    "year": (replace(CALM, old_years=("2024",)), CALM),
    "forward": (
        replace(CALM, phrases=phrases(replace(MAIN, place=12, leads=False))),
        replace(CALM, phrases=phrases(replace(MAIN, place=1, leads=False))),
    ),
    "say": (
        replace(CALM, phrases=phrases(other=replace(OTHER, place=14, in_title=False))),
        replace(CALM, phrases=phrases(other=replace(OTHER, place=2, in_title=False))),
    ),
    "gap": (replace(CALM, questions=("can you weld enamel",)), CALM),
    "link": (replace(CALM, links=(("Rust on enamel", "rust on enamel"),)), CALM),
    "wording": (
        replace(
            CALM,
            phrases=phrases(replace(MAIN, place=60)),
            wording=("mending enamel signs", 0.6, 0.1),
        ),
        replace(CALM, wording=("mending enamel signs", 0.6, 0.1)),
    ),
    "refresh": (replace(CALM, fell=5, rose=1), replace(CALM, fell=5, rose=1, changed_days=20)),
    "let_go": (
        replace(
            CALM, foretold=0.2, phrases=phrases(replace(MAIN, place=70), replace(OTHER, place=44))
        ),
        replace(CALM, phrases=phrases(replace(MAIN, place=70), replace(OTHER, place=44))),
    ),
}


@pytest.mark.parametrize("rule", [rule.id for rule in RULES])
def test_a_rule_proposes_where_it_holds_and_not_where_it_does_not(rule: str) -> None:
    holds, does_not = HOLDS[rule]
    proposed = {step.rule: step for step in next_steps(holds)}
    assert rule in proposed
    step = proposed[rule]
    assert step.do.endswith(".")
    assert step.why.endswith(".")
    assert rule not in {step.rule for step in next_steps(does_not)}


def test_a_calm_piece_is_left_alone() -> None:
    assert [step.rule for step in next_steps(CALM)] == ["leave"]


def test_what_rises_is_not_let_go() -> None:
    hopeless = HOLDS["let_go"][0]
    assert [step.rule for step in next_steps(hopeless)][-1] == "let_go"
    steps = [step.rule for step in next_steps(replace(hopeless, rose=3))]
    assert "rising" in steps
    assert "let_go" not in steps


def test_what_hurts_comes_before_what_could_be_better() -> None:
    facts = replace(HOLDS["forward"][0], why="hurt", questions=("can you weld enamel",))
    assert [step.rule for step in next_steps(facts)] == ["take_back", "forward", "gap"]


def test_the_page_that_ranks_instead_is_named() -> None:
    (step, *_) = next_steps(HOLDS["wrong_piece"][0])
    assert "“enamel sign restoration”" in step.do
    assert step.why == "/restoring-enamel is at position 4 for it, this one at 30."


DAY = date(2026, 5, 1)
LATER = date(2026, 6, 1)
PAGE, SECOND = "https://signs.example/repair", THEIRS


def line(
    term: str,
    clicks: float = 0,
    impressions: float = 100,
    position: float | None = 5.0,
    page: str = PAGE,
    day: date = DAY,
) -> ReportLine:
    return ReportLine(day, page, term, clicks, impressions, position)


def test_positions_are_weighted_by_times_shown() -> None:
    (one,) = add_up([line("a", 1, 300, 4.0), line("a", 2, 100, 8.0, day=LATER)])
    assert (one.clicks, one.impressions, one.position) == (3, 400, 5.0)
    (unplaced,) = add_up([line("a", position=None)])
    assert unplaced.position is None


def test_queries_that_a_page_is_not_meant_for_are_told_where_the_page_is_known() -> None:
    lines = [line("meant"), line("beside", 4), line("seldom", 4, 3), line("x", page=SECOND)]
    told = tell(lines, {PAGE: {"meant"}}, "web")
    assert [one.term for one in told.unmeant] == ["beside"]


def test_two_pages_for_one_query() -> None:
    lines = [
        line("both", 9, 200),
        line("both", 1, 60, page=SECOND),
        line("hardly", 9, 200),
        line("hardly", 0, 12, page=SECOND),
    ]
    told = tell(lines, {}, "web")
    assert [(term, len(pages)) for term, pages in told.two_pages] == [("both", 2)]


def test_a_page_fades_by_the_days_that_there_are() -> None:
    lines = [line("a", 50), line("a", 20, day=LATER), line("b", 50, page=SECOND)]
    lines += [line("b", 45, page=SECOND, day=LATER)]
    (faded,) = tell(lines, {}, "web").fading
    assert (faded.page, faded.before, faded.after) == (PAGE, 50, 20)
    assert tell([line("a", 50)], {}, "web").fading == []


def test_clicks_are_held_against_what_the_place_mostly_brings() -> None:
    lines = [line("few", 2, 1_000, 3.2), line("many", 400, 1_000, 3.0), line("far", 5, 900, 30.0)]
    told = tell(lines, {}, "web")
    assert [one.term for one in told.below] == ["few"]
    assert [one.term for one in told.above] == ["many"]
    assert told.below[0].expected == pytest.approx(100)
    with pytest.raises(ValueError, match="radio"):
        tell(lines, {}, "radio")


def test_visits_by_page_stand_for_themselves() -> None:
    lines = [line("", 50, 0, None), line("", 20, 0, None, day=LATER), line("a", 30)]
    told = tell(lines, {PAGE: set()}, "web")
    (faded,) = told.fading
    assert (faded.before, faded.after) == (50, 20)
    assert (told.clicks, [one.term for one in told.unmeant]) == (30, ["a"])
