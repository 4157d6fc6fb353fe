"""Measuring and weighing: prices, nothing bought twice, faults, figures, the user's own marks,
rebuilding."""

from collections.abc import Callable
from datetime import date, timedelta
from typing import Any

import pytest
from django.core.management import call_command
from django.test import override_settings

from bunraku.core.weigh.trust import learn
from bunraku.server.clock import today
from bunraku.server.jobs.models import Job
from bunraku.server.projects.models import Project
from bunraku.server.readings.known import latest
from bunraku.server.readings.models import Reading
from bunraku.server.readings.storing import keep_readings
from bunraku.server.sheet.models import Decision, Row, Scope
from bunraku.server.sheet.scopes import scope_of
from bunraku.server.weigh import learning, weighing
from bunraku.sources.protocol import What
from bunraku.sources.rehearsal import Faults
from tests.server.conftest import Api, last_job

pytestmark = pytest.mark.django_db


def first_ids(api: Api, count: int) -> list[int]:
    return api.get("/sheet/ids")["ids"][:count]


def free_tenths(job: Job) -> int:
    """What answers without a figure would have cost."""
    each = {"counts": 10, "bands": 2, "page": 20}
    return sum(each[what] * count for what, count in job.result["nothing"].items())


def test_the_price_is_told_before_and_paid_after(gathered: Api, project: Project) -> None:
    ids = first_ids(gathered, 10)
    answer = gathered.post("/measure/price", {"channel": "web", "row_ids": ids})
    assert answer["keywords"] == 10
    assert {source["what"]: source["price"] for source in answer["sources"]} == {
        "counts": 10,
        "bands": 2,
        "page": 20,
    }
    assert answer["price"] == 32
    assert not Reading.objects.filter(what=What.COUNTS).exists()
    gathered.post("/measure", {"channel": "web", "row_ids": ids})
    job = last_job(project, "measure")
    assert job.state == "done"
    assert job.cost_tenths == 320 - free_tenths(job)
    spent = job.cost_tenths / 10
    assert gathered.get("")["lookups_left"] == pytest.approx(answer["lookups_left"] - spent)


def test_nothing_is_bought_twice_on_a_day(
    gathered: Api, project: Project, counted: dict[What, list[str]]
) -> None:
    ids = first_ids(gathered, 8)
    gathered.post("/measure", {"channel": "web", "row_ids": ids[:5]})
    gathered.post("/measure", {"channel": "web", "row_ids": ids})
    for what in (What.COUNTS, What.BANDS, What.PAGE):
        assert len(counted[what]) == len(set(counted[what])) == 8
    job = last_job(project, "measure")
    assert job.cost_tenths == 3 * 32 - free_tenths(job)
    assert (
        gathered.refused("POST", "/measure", {"channel": "web", "row_ids": ids})["code"]
        == "nothing_to_measure"
    )


def test_another_day_is_another_reading(gathered: Api, settings: Any) -> None:
    ids = first_ids(gathered, 3)
    gathered.post("/measure", {"channel": "web", "row_ids": ids})
    first, later = today(), today() + timedelta(days=66)
    settings.TODAY = later.isoformat()
    assert gathered.post("/measure/price", {"channel": "web", "row_ids": ids})["price"] > 0
    gathered.post("/measure", {"channel": "web", "row_ids": ids})
    days = set(Reading.objects.filter(what=What.COUNTS).values_list("on", flat=True))
    assert days == {first, later}
    answer = gathered.get(f"/rows/{ids[0]}")["readings"]
    assert [reading["on"] for reading in answer] == sorted(
        (reading["on"] for reading in answer), reverse=True
    )


def test_every_figure_is_there_after_measuring(weighed: Api) -> None:
    rows = [row for row in weighed.get("/sheet", limit=100)["rows"] if not row["waiting"]]
    assert len(rows) == 40
    for row in rows:
        assert row["difficulty"] is not None
        assert 0 <= row["chance"] <= 1
        assert row["intent"]
        assert len(row["hands"]) == 3
        if row["volume"] is not None:
            assert row["volume_low"] <= row["volume"] <= row["volume_high"]
            assert row["verdict"] in ("go", "try", "hard", "skip")
    assert sum(row["volume"] is not None for row in rows) > 30
    assert {row["verdict"] for row in weighed.get("/sheet", waiting=True)["rows"]} == {""}


def test_a_year_is_that_of_the_months_that_were_counted(weighed: Api, project: Project) -> None:
    """Each month's mean over the years, as a share of the twelve, from what the source said."""
    scope = Scope.objects.get(project=project, channel="web")
    counted = Row.objects.filter(scope=scope, volume__gt=50, volume_rough=False)
    rows = {row.keyword.key: row for row in counted.select_related("keyword")}
    told = latest(scope, What.COUNTS, list(rows))
    assert len(told) > 5
    for key, payload in told.items():
        assert payload is not None
        by_month: dict[int, list[int]] = {}
        for month, searches in payload["history"]:
            by_month.setdefault(int(month[5:7]), []).append(searches)
        means = [sum(by_month[m]) / len(by_month[m]) for m in range(1, 13)]
        shares = [round(1000 * mean / sum(means)) for mean in means]
        assert rows[key].month_share == pytest.approx(shares, abs=1)


def test_the_inspector_tells_every_reading_and_where_it_came_from(weighed: Api) -> None:
    rows = weighed.get("/sheet")["rows"]
    row = next(row for row in rows if row["difficulty"] is not None)
    answer = weighed.get(f"/rows/{row['id']}")
    assert {reading["kind"] for reading in answer["readings"]} >= {"exact", "broad", "page"} or row[
        "volume_rough"
    ]
    assert all(
        reading["source"].startswith("Rehearsal") and reading["on"] == today().isoformat()
        for reading in answer["readings"]
    )
    assert [result["position"] for result in answer["results"]] == list(
        range(1, len(answer["results"]) + 1)
    )
    assert sum(result["weak"] for result in answer["results"]) == row["weak_spots"]
    assert answer["origins"]
    assert answer["outlet"] == "site.example"
    assert "“telescope” is a word of yours" in answer["fit_words"]
    assert "searches a month" in answer["because"]
    assert sum(answer["intents"].values()) == pytest.approx(1, abs=0.01)


def test_a_keyword_that_nobody_measured_can_be_inspected(gathered: Api) -> None:
    row = gathered.get("/sheet")["rows"][0]
    told = gathered.get(f"/rows/{row['id']}")
    assert told["row"]["waiting"]
    assert (told["readings"], told["results"], told["history"]) == ([], [], [])


def test_a_keyword_with_readings_of_every_kind_can_be_inspected(weighed: Api) -> None:
    """What is not weighed, such as what rises beside it, stands among its readings too."""
    row = Row.objects.select_related("keyword", "scope").filter(waiting=False).first()
    assert row is not None
    term = row.keyword.key
    rising, other = {"terms": [["moon map", 0.5]]}, {"language": "de", "terms": ["mond"]}
    keep_readings(
        row.scope,
        "Rehearsal Trends",
        date(2026, 10, 1),
        [(What.RISING.value, term, rising), (What.LEXICON.value, term, other)],
    )
    kinds = {reading["kind"] for reading in weighed.get(f"/rows/{row.pk}")["readings"]}
    assert {"rising", "translated"} <= kinds


def test_an_unknown_term_gets_a_rough_volume_from_its_interest(gathered: Api) -> None:
    gathered.post("/measure", {"channel": "web"})
    rough = Row.objects.filter(volume_rough=True, volume__isnull=False)
    assert rough.exists()
    reading = Reading.objects.filter(what=What.INTEREST).first()
    assert reading is not None
    assert reading.payload is not None
    assert reading.payload["anchor_volume"] > 0


def test_faults_are_told_and_measuring_again_buys_only_the_rest(
    gathered: Api,
    project: Project,
    faults: Callable[[Faults], None],
    counted: dict[What, list[str]],
) -> None:
    ids = first_ids(gathered, 20)
    faults(Faults(broken=1.0))
    gathered.post("/measure", {"channel": "web", "row_ids": ids})
    job = last_job(project, "measure")
    assert job.state == "done"
    assert job.cost_tenths == 0
    assert job.result["missing"] == {"counts": 20, "bands": 20, "page": 20}
    assert all("could not be reached" in reason for reason in job.result["reasons"].values())
    faults(Faults())
    gathered.post("/measure", {"channel": "web", "row_ids": ids})
    again = last_job(project, "measure")
    assert again.result["missing"] == {}
    assert again.cost_tenths == 640 - free_tenths(again)
    assert Row.objects.filter(pk__in=ids, waiting=True).count() == 0


def test_partial_answers_are_kept_and_paid_for_alone(
    gathered: Api, project: Project, faults: Callable[[Faults], None]
) -> None:
    ids = first_ids(gathered, 30)
    faults(Faults(partial=1.0, nonsense=0.2))
    gathered.post("/measure", {"channel": "web", "row_ids": ids})
    job = last_job(project, "measure")
    paid = sum(Reading.objects.values_list("price_tenths", flat=True))
    assert job.cost_tenths == paid
    assert Project.objects.get().lookups_left_tenths == 120_000 - paid


def test_measuring_stops_where_the_allowance_ends_and_keeps_what_it_bought(
    gathered: Api, project: Project
) -> None:
    ids = first_ids(gathered, 20)
    Project.objects.update(lookups_left_tenths=100)
    problem = gathered.refused("POST", "/measure", {"channel": "web", "row_ids": ids})
    assert problem["code"] == "allowance_short"
    assert "about 3 keywords" in problem["hint"]
    # The allowance shrinks after the job was started, in another window say.
    from bunraku.server.jobs.actions import start_job
    from bunraku.server.weigh.measuring import Measure, MeasureParams

    start_job(project, Measure, MeasureParams(channel="web", row_ids=ids))
    job = last_job(project, "measure")
    assert job.state == "failed"
    assert "cannot be paid" in job.error
    assert Project.objects.get().lookups_left_tenths >= 0


def test_priority_and_intent_are_the_users_and_hold(weighed: Api, project: Project) -> None:
    row = next(r for r in weighed.get("/sheet")["rows"] if r["worth"])
    weighed.post("/rows/priority", {"row_ids": [row["id"]], "priority": "high"})
    weighed.post("/rows/intent", {"row_ids": [row["id"]], "intent": "navigational"})
    high = weighed.get(f"/rows/{row['id']}")
    assert high["row"]["priority"] == "high"
    assert high["row"]["intent"] == "navigational"
    assert high["intent_overruled"]
    call_command("rebuild", verbosity=0, stdout=open("/dev/null", "w"))  # noqa: SIM115
    again = weighed.get(f"/rows/{row['id']}")["row"]
    assert (again["priority"], again["intent"]) == ("high", "navigational")
    weighed.undo()
    weighed.undo()
    back = weighed.get(f"/rows/{row['id']}")
    assert back["row"]["worth"] == pytest.approx(row["worth"])
    assert not back["intent_overruled"]


def test_what_is_decided_while_figures_are_worked_out_is_not_overwritten(
    weighed: Api, monkeypatch: pytest.MonkeyPatch
) -> None:
    row = next(r for r in weighed.get("/sheet")["rows"] if r["worth"])
    keyword = Row.objects.get(pk=row["id"]).keyword
    scope = Scope.objects.get(channel="web")
    real = weighing.weigh
    times = []

    def slowly(*given: Any) -> Any:
        if not times:
            # In another window, between reading and writing.
            Decision.objects.create(scope=scope, keyword=keyword, priority="high", state=1)
            Row.objects.filter(scope=scope, keyword=keyword).update(state=1)
        times.append(1)
        return real(*given)

    monkeypatch.setattr(weighing, "weigh", slowly)
    weighing.weigh_rows(scope, list(Row.objects.filter(scope=scope).select_related("keyword")))
    now = weighed.get(f"/rows/{row['id']}")["row"]
    assert (now["priority"], now["state"]) == ("high", "shortlisted")
    assert now["worth"] == pytest.approx(1.5 * row["worth"], rel=1e-3)
    assert len(times) == 2


def test_rebuilding_gives_the_same_figures(weighed: Api) -> None:
    before = list(Row.objects.order_by("pk").values())
    Row.objects.update(volume=None, verdict=0, worth=None, hands=[], difficulty=None, fit=1)
    call_command("rebuild", verbosity=0, stdout=open("/dev/null", "w"))  # noqa: SIM115
    assert list(Row.objects.order_by("pk").values()) == before


def test_figures_follow_the_project(weighed: Api, project: Project) -> None:
    row = next(r for r in weighed.get("/sheet")["rows"] if r["chance"] and 0.1 < r["chance"] < 0.9)
    outlet = weighed.get("")["outlets"][0]
    weighed.send(
        "PUT",
        f"/outlets/{outlet['id']}",
        {**{k: outlet[k] for k in ("name", "channel", "address", "version")}, "standing": 90},
    )
    assert weighed.get(f"/rows/{row['id']}")["row"]["chance"] > row["chance"]
    weighed.undo()
    assert weighed.get(f"/rows/{row['id']}")["row"]["chance"] == row["chance"]


def test_without_an_outlet_there_is_demand_but_no_chance(gathered: Api, project: Project) -> None:
    project.outlets.filter(channel="web").delete()
    ids = first_ids(gathered, 5)
    gathered.post("/measure", {"channel": "web", "row_ids": ids})
    answer = gathered.get(f"/rows/{ids[0]}")
    assert answer["outlet"] == ""
    assert answer["row"]["chance"] is None
    assert answer["row"]["difficulty"] is not None


def test_scopes_learn_from_their_readings(weighed: Api, project: Project) -> None:
    scope = Scope.objects.get(project=project, channel="web")
    assert scope.learned["spreads"] == {"Rehearsal Counts": 0.15}
    assert any(scope.learned["broad"])
    # Some known keywords were compared as well, to learn how far comparing is off.
    assert scope.learned["level"] != [0.0, 0.38]


def test_the_first_two_thousand_that_were_counted_are_learned_from(
    project: Project, monkeypatch: pytest.MonkeyPatch
) -> None:
    scope = scope_of(project, "web")
    counts = [(What.COUNTS.value, f"word {n}", {"monthly": n, "history": []}) for n in range(2_050)]
    keep_readings(scope, "Rehearsal Counts", date(2026, 10, 1), counts)
    lengths = []

    def listening(exact: Any, *bands: Any) -> Any:
        lengths.append(len(exact))
        return learn(exact, *bands)

    monkeypatch.setattr(learning, "learn", listening)
    learning.learn_scope(scope)
    assert lengths == [2_000]


@pytest.mark.parametrize(
    ("body", "field"),
    [
        ({"channel": "radio"}, "channel"),
        ({"channel": "web", "row_ids": []}, "row_ids"),
        ({"channel": "web", "row_ids": ["x"]}, "row_ids"),
    ],
)
def test_bad_requests_are_refused(gathered: Api, body: dict[str, Any], field: str) -> None:
    assert gathered.refused("POST", "/measure", body)["field"].startswith(field)


def test_nothing_to_measure_is_told(api: Api) -> None:
    assert api.refused("POST", "/measure", {"channel": "video"})["code"] == "nothing_to_measure"


def test_a_clock_that_is_set_back_prices_nothing_again(
    gathered: Api, counted: dict[What, list[str]]
) -> None:
    ids = first_ids(gathered, 12)
    given = {"channel": "web", "row_ids": ids}
    gathered.post("/measure", given)
    figures = gathered.get(f"/rows/{ids[0]}")
    left = gathered.get("")["lookups_left"]
    bought = {what: len(terms) for what, terms in counted.items()}
    with override_settings(TODAY="2026-10-13"):
        assert gathered.refused("POST", "/measure", given)["code"] == "nothing_to_measure"
        assert gathered.get(f"/rows/{ids[0]}")["row"] == figures["row"]
    assert gathered.get("")["lookups_left"] == left
    assert {what: len(terms) for what, terms in counted.items()} == bought


def test_thresholds_are_seen_before_they_are_applied(weighed: Api, project: Project) -> None:
    before = weighed.get("/sheet", limit=500)["rows"]
    same = weighed.post("/thresholds/preview", {"preset": project.preset})
    assert same["changed"] == 0
    assert same["now"] == same["after"]
    assert same["keywords"] == len(before)
    strict = weighed.post(
        "/thresholds/preview", {"preset": "established", "thresholds": {"least_volume": 1e6}}
    )
    assert strict["after"]["skip"] > strict["now"]["skip"]
    assert strict["after"]["go"] == 0
    assert strict["changed"] >= len(strict["examples"]) > 0
    assert {example["after"] for example in strict["examples"]} == {"skip"}
    # Applied, they do what was told.
    Project.objects.update(preset="established", thresholds={"least_volume": 1e6})
    for scope in Scope.objects.all():
        weighing.reweigh_scope(scope)
    after = [row["verdict"] for row in weighed.get("/sheet", limit=500)["rows"]]
    assert after.count("skip") == strict["after"]["skip"]
    assert weighed.get("/sheet", limit=1)["total"] == strict["keywords"]
