"""Rules: what they leave out, undo, suggestions; families and relevance in the background."""

from collections.abc import Callable
from typing import Any, get_args

import numpy as np
import pytest

from bunraku.core.gather.rules import KINDS
from bunraku.server.gather.rules.actions import apply_rules
from bunraku.server.gather.rules.api import KindId
from bunraku.server.gather.tidying import keep_families, keep_relevance
from bunraku.server.jobs.models import Job
from bunraku.server.projects.models import Project
from bunraku.server.readings.models import Reading
from bunraku.server.sheet.models import STATE_CODE, Decision, Row, RowPage
from tests.server.conftest import Api, last_job

pytestmark = pytest.mark.django_db
Make = Callable[..., list[Row]]
TEXTS = [
    "star tattoo",
    "moon tattoo idea",
    "star chart",
    "moon lamp",
    "orrinek lamp",
    "star chart app",
]


@pytest.fixture
def some(rows: Make, project: Project) -> list[Row]:
    """Some keywords, one of which carries a rival's brand."""
    made = rows([{"text": text} for text in TEXTS])
    apply_rules(project)
    return made


def states(project: Project) -> dict[str, int]:
    return dict(Row.objects.filter(scope__project=project).values_list("text", "state"))


def left_out(project: Project) -> set[str]:
    return {text for text, state in states(project).items() if state == STATE_CODE["left_out"]}


def test_a_rule_leaves_out_and_its_keywords_come_back(
    api: Api, project: Project, some: list[Row]
) -> None:
    tried = api.post("/rules/try", {"kind": "word", "value": "tattoo"})
    assert tried == {"count": 2, "examples": ["star tattoo", "moon tattoo idea"]}
    assert left_out(project) == {"orrinek lamp"}
    answer = api.post("/rules", {"kind": "word", "value": " Tattoo "})
    rule = answer["rules"][-1]
    assert (rule["value"], rule["count"]) == ("tattoo", 2)
    assert left_out(project) == {"star tattoo", "moon tattoo idea", "orrinek lamp"}
    assert api.get("/sheet")["total"] == 3
    assert api.get("/sheet", state="left_out", rule=rule["id"])["total"] == 2
    assert api.get("/gather/stream", state="left_out")["rows"][0]["left_out"]
    api.send("DELETE", f"/rules/{rule['id']}")
    assert left_out(project) == {"orrinek lamp"}


def test_undo_takes_a_rule_back_and_the_next_brings_it_again(
    api: Api, project: Project, some: list[Row]
) -> None:
    rule = api.post("/rules", {"kind": "pattern", "value": "*app"})["rules"][-1]["id"]
    assert "star chart app" in left_out(project)
    api.undo()
    assert "star chart app" not in left_out(project)
    rule = api.post("/rules", {"kind": "pattern", "value": "*app"})["rules"][-1]["id"]
    api.send("DELETE", f"/rules/{rule}")
    api.undo()
    assert "star chart app" in left_out(project)


def test_what_was_decided_stands_above_the_rules(
    api: Api, project: Project, some: list[Row]
) -> None:
    tattoo = some[0].pk
    api.post("/sheet/state", {"row_ids": [tattoo], "state": "shortlisted"})
    api.post("/rules", {"kind": "word", "value": "tattoo"})
    assert states(project)["star tattoo"] == STATE_CODE["shortlisted"]
    # Taken off the shortlist, the rule holds.
    api.post("/sheet/state", {"row_ids": [tattoo], "state": "open"})
    assert "star tattoo" in left_out(project)
    # Taken back from being left out, it is kept.
    api.post("/sheet/state", {"row_ids": [tattoo], "state": "open"})
    assert states(project)["star tattoo"] == STATE_CODE["kept"]
    apply_rules(project)
    assert states(project)["star tattoo"] == STATE_CODE["kept"]


def test_brands_of_the_settings_are_a_rule(api: Api, project: Project, some: list[Row]) -> None:
    assert left_out(project) == {"orrinek lamp"}
    assert (
        list(KINDS) == list(get_args(KindId)) == [kind["id"] for kind in api.get("/rules")["kinds"]]
    )
    first = api.get("/rules")["rules"][0]
    assert (first["id"], first["count"]) == (0, 1)
    settings = {k: v for k, v in api.get("").items() if k in api.get("")}
    body = {**settings, "rival_brands": ["velumscope"], "version": settings["version"]}
    api.send(
        "PUT",
        "",
        {k: v for k, v in body.items() if k not in ("id", "outlets", "lookups_left", "locale")},
    )
    assert left_out(project) == set()
    assert api.refused("DELETE", "/rules/0")["code"] == "not_found"


@pytest.mark.parametrize(
    ("body", "code"),
    [
        ({"kind": "word", "value": "?!"}, "bad_rule"),
        ({"kind": "more_words", "value": "many"}, "bad_rule"),
        ({"kind": "pattern", "value": "***"}, "bad_rule"),
        ({"kind": "colour", "value": "red"}, "invalid_input"),
        ({"kind": "word", "value": "x" * 300}, "invalid_input"),
    ],
)
def test_rules_that_make_no_sense_change_nothing(
    api: Api, project: Project, some: list[Row], body: dict[str, str], code: str
) -> None:
    assert api.refused("POST", "/rules", body)["code"] == code
    assert left_out(project) == {"orrinek lamp"}
    assert api.get("/rules")["rules"][0]["id"] == 0


def test_what_two_rules_leave_out_stays_when_one_goes(
    api: Api, project: Project, some: list[Row]
) -> None:
    first = api.post("/rules", {"kind": "word", "value": "tattoo"})["rules"][-1]["id"]
    second = api.post("/rules", {"kind": "word", "value": "star"})["rules"][-1]
    # What the first leaves out already is not counted again.
    assert second["count"] == 2
    api.send("DELETE", f"/rules/{first}")
    assert left_out(project) == {"orrinek lamp", "star tattoo", "star chart", "star chart app"}
    assert api.get("/rules")["rules"][-1]["count"] == 3


def test_the_same_rule_twice_is_told(api: Api, some: list[Row]) -> None:
    api.post("/rules", {"kind": "word", "value": "tattoo"})
    problem = api.refused("POST", "/rules", {"kind": "word", "value": "TATTOO"})
    assert problem["code"] == "rule_exists"


ABOUT_THE_TOPIC = ["Off topic", "Another brand", "Wrong audience"]
"""The page's first three reasons, and those of decisions made with earlier versions."""


@pytest.mark.parametrize("reason", [*ABOUT_THE_TOPIC, "Another's brand", "Not for our readers", ""])
def test_words_dropped_again_and_again_are_suggested(api: Api, rows: Make, reason: str) -> None:
    made = rows(
        [{"text": f"{word} tattoo"} for word in ("star", "moon", "sun", "comet", "orbit")]
        + [{"text": "moon lamp"}]
    )
    ids = [row.pk for row in made[:3]]
    api.post("/sheet/state", {"row_ids": ids, "state": "dropped", "reason": "Too difficult"})
    assert api.get("/rules/hints") == []
    api.post("/sheet/state", {"row_ids": ids, "state": "dropped", "reason": reason})
    hint = api.get("/rules/hints")[0]
    assert (hint["kind"], hint["value"], hint["count"]) == ("word", "tattoo", 2)
    assert set(hint["examples"]) == {"comet tattoo", "orbit tattoo"}


def test_names_that_rivals_write_are_suggested_as_brands(
    api: Api, project: Project, some: list[Row], rows: Make
) -> None:
    rows([{"text": "zorblatt chart"}])
    result = {"position": 1, "address": "", "standing": 1, "pull": 1, "published": None}
    results = [
        {**result, "publisher": "a.example", "title": "Zorblatt chart"},
        {**result, "publisher": "b.example", "title": "The Zorblatt one"},
    ]
    Reading.objects.create(
        scope=some[0].scope,
        what="page",
        term="x",
        source="s",
        on="2026-10-01",
        payload={"results": results},
    )
    assert ("brand", "zorblatt") in {
        (hint["kind"], hint["value"]) for hint in api.get("/rules/hints")
    }


def test_parking_keeps_a_note(api: Api, project: Project, some: list[Row]) -> None:
    row = some[3].pk
    api.post(
        "/sheet/state", {"row_ids": [row], "state": "parked", "note": "An idea for a gift guide"}
    )
    assert states(project)["moon lamp"] == STATE_CODE["parked"]
    answer = api.get(f"/rows/{row}")
    assert answer["note"] == "An idea for a gift guide"
    assert api.get("/sheet")["total"] == len(TEXTS) - 2
    assert api.get("/sheet", state="parked")["total"] == 1
    api.undo()
    assert api.get(f"/rows/{row}")["note"] == ""


def test_families_open_with_their_figures(api: Api, project: Project, rows: Make) -> None:
    made = rows(
        [
            {"text": "star chart", "volume": 40.0},
            {"text": "star charts", "volume": 900.0},
            {"text": "starchart"},
            {"text": "chart star", "volume": 5.0},
            {"text": "moon"},
        ]
    )
    scope = made[0].scope
    keep_families(scope)
    keep_families(scope)
    answer = api.get("/sheet", sort="text", descending=False)["rows"]
    sizes = {row["text"]: row["family_size"] for row in answer}
    assert sizes == {"star chart": 3, "star charts": 3, "starchart": 3, "chart star": 1, "moon": 1}
    family = api.get(f"/rows/{made[2].pk}/family")
    assert [row["text"] for row in family["members"]] == ["star charts", "star chart", "starchart"]
    assert [row["text"] for row in family["same_words"]] == ["chart star"]
    led = api.get("/sheet", leads="true", sort="text", descending=False)["rows"]
    assert [row["text"] for row in led] == ["chart star", "moon", "star charts"]
    assert api.get(f"/rows/{made[4].pk}/family")["same_words"] == []


def test_another_word_order_joins_only_when_results_agree(project: Project, rows: Make) -> None:
    made = rows(
        [
            {"text": "star chart"},
            {"text": "chart star"},
            {"text": "moon lamp"},
            {"text": "lamp moon"},
        ]
    )
    # Six of ten results in common are enough, five are not.
    same, most, half = np.arange(1, 11), np.arange(5, 15), np.arange(6, 16)
    for row, ids in zip(made, (same, most, same, half), strict=True):
        RowPage.objects.create(row=row, result_ids=ids.astype(np.int64).tobytes())
    keep_families(made[0].scope)
    hits = {row.text: row for row in Row.objects.all()}
    assert hits["star chart"].family == hits["chart star"].family == made[0].pk
    assert hits["moon lamp"].family is None
    assert hits["moon lamp"].same_words == hits["lamp moon"].same_words is not None


def test_relevance_learns_in_the_background_and_says_by_which_words(
    api: Api, project: Project, rows: Make
) -> None:
    words = ("star", "moon", "sun", "comet", "orbit", "eclipse")
    made = rows(
        [{"text": f"{word} tattoo"} for word in words]
        + [{"text": f"{word} eyepieces"} for word in words]
    )
    api.post(
        "/sheet/state",
        {"row_ids": [row.pk for row in made[:4]], "state": "dropped", "reason": "Off topic"},
    )
    assert not Job.objects.filter(kind="tidy").exists()
    api.post("/sheet/state", {"row_ids": [row.pk for row in made[6:9]], "state": "kept"})
    assert last_job(project, "tidy").state == "done"
    shares = dict(Row.objects.values_list("text", "relevance"))
    assert shares["orbit tattoo"] < 0.5 < shares["orbit eyepieces"]
    answer = api.get(f"/rows/{made[4].pk}")
    assert answer["relevance_from"] == 7
    assert {"word": "tattoo"}.items() <= answer["relevance_words"][0].items()
    assert answer["relevance_words"][0]["weight"] < 0
    api.post("/rules", {"kind": "off_topic", "value": "0.5"})
    assert {"orbit tattoo", "eclipse tattoo"} <= left_out(project)


def test_relevance_is_the_same_when_learned_again(project: Project, rows: Make) -> None:
    made = rows([{"text": text} for text in TEXTS])
    Decision.objects.create(
        scope=made[0].scope,
        keyword=made[0].keyword,
        state=STATE_CODE["dropped"],
        reason="Off topic",
    )
    keep_relevance(made[0].scope)
    before = list(Row.objects.values_list("relevance", flat=True))
    keep_relevance(made[0].scope)
    assert list(Row.objects.values_list("relevance", flat=True)) == before


def test_families_against_queries(
    project: Project, rows: Make, django_assert_max_num_queries: Any
) -> None:
    made = rows([{"text": f"word{n} chart{'s' * (n % 2)}"} for n in range(120)])
    with django_assert_max_num_queries(12):
        keep_families(made[0].scope)
