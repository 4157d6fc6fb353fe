"""Nothing half: what belongs together is saved together or not at all, reports are right after a
kill, and nobody saves over, or takes back, what they have not seen."""

from collections.abc import Callable
from typing import Any
from unittest.mock import Mock

import pytest
from django.contrib.auth.models import User

from bunraku.server.cluster.models import Cluster, Pin
from bunraku.server.gather.rules import actions as rule_actions
from bunraku.server.jobs import actions as job_actions
from bunraku.server.jobs.models import Job
from bunraku.server.jobs.running import run_job
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import STATE_CODE, Decision, Row
from bunraku.server.weigh import actions as weigh_actions
from bunraku.server.weigh import measuring, reweighing
from tests.server.conftest import Api, last_job

pytestmark = pytest.mark.django_db


def broken(*_: Any, **__: Any) -> None:
    raise OSError("the power is gone")


def dangling() -> int:
    """Keywords that name a cluster that is not there."""
    held = Row.objects.filter(cluster__isnull=False)
    return held.exclude(cluster__in=Cluster.objects.values("pk")).count()


@pytest.mark.parametrize("path", ["/rows/priority", "/rows/intent"])
def test_a_decision_is_not_saved_without_the_row_that_shows_it(
    weighed: Api, monkeypatch: pytest.MonkeyPatch, path: str
) -> None:
    monkeypatch.setattr(weigh_actions, "reweigh_keywords", broken)
    row = weighed.get("/sheet")["rows"][0]["id"]
    body = {"row_ids": [row], "priority": "high", "intent": "navigational"}
    problem = weighed.refused("POST", path, body)
    assert not Decision.objects.exclude(priority="", intent="").exists()
    # It says what holds after any fault, also one after a commit.
    assert problem["code"] == "fault"
    assert "othing was" not in problem["detail"] + problem["hint"]


@pytest.mark.parametrize("action", ["add", "remove"])
def test_a_rule_and_what_it_leaves_out_are_one(
    weighed: Api, monkeypatch: pytest.MonkeyPatch, action: str
) -> None:
    rule = weighed.post("/rules", {"kind": "word", "value": "repair"})["rules"][-1]["id"]
    before = weighed.get("/rules")
    monkeypatch.setattr(rule_actions, "apply_rules", broken)
    if action == "add":
        weighed.refused("POST", "/rules", {"kind": "word", "value": "telescope"})
    else:
        weighed.refused("DELETE", f"/rules/{rule}")
    assert weighed.get("/rules") == before


@pytest.mark.parametrize("action", ["settings", "outlet", "undo"])
def test_settings_are_not_saved_without_the_figures_being_asked_for(
    weighed: Api, monkeypatch: pytest.MonkeyPatch, action: str
) -> None:
    weighed.send("PUT", "", {**weighed.get(""), "hours_a_month": 5})
    before = weighed.get("")
    monkeypatch.setattr(reweighing, "start_job", broken)
    outlet = before["outlets"][0]
    {
        "settings": lambda: weighed.refused("PUT", "", {**before, "about": "Something else"}),
        "outlet": lambda: weighed.refused(
            "PUT", f"/outlets/{outlet['id']}", {**outlet, "standing": 9}
        ),
        "undo": lambda: weighed.refused("POST", "/undo", weighed.undoable()),
    }[action]()
    assert weighed.get("") == before


@pytest.mark.parametrize("chosen", [False, True])
def test_a_report_is_right_after_a_kill(
    gathered: Api, project: Project, monkeypatch: pytest.MonkeyPatch, *, chosen: bool
) -> None:
    monkeypatch.setattr(measuring, "_CHUNK", 20)
    ids = gathered.get("/sheet/ids")["ids"]
    parts: list[int] = []
    weigh = measuring.weigh_rows

    def killed_at_the_fourth(*given: Any) -> None:
        parts.append(len(given[1]))
        if len(parts) == 4:
            raise KeyboardInterrupt
        weigh(*given)

    monkeypatch.setattr(measuring, "weigh_rows", killed_at_the_fourth)
    monkeypatch.setattr(job_actions, "run_job", Mock())
    gathered.post("/measure", {"channel": "web", "row_ids": ids if chosen else None})
    job = last_job(project, "measure")
    with pytest.raises(KeyboardInterrupt):
        run_job.call(job.pk)
    run_job.call(job.pk)
    job.refresh_from_db()
    assert (job.done, job.total) == (len(ids), len(ids))
    assert job.result["measured"] == Row.objects.filter(waiting=False).count()
    assert job.result["measured"] > 60
    # Nothing was weighed twice, but the part that was under way.
    assert sum(parts) == len(ids) + parts[3]


def test_measuring_chosen_keywords_again_counts_them(weighed: Api, project: Project) -> None:
    from bunraku.server.readings.models import Reading

    measured = [row["id"] for row in weighed.get("/sheet", state="all")["rows"]][:7]
    Reading.objects.all().delete()
    weighed.post("/measure", {"channel": "web", "row_ids": measured})
    assert weighed.get("/jobs", kind="measure")[0]["says"].startswith("7 keywords measured")


def test_a_keyword_that_was_dropped_does_not_name_a_cluster_that_is_gone(weighed: Api) -> None:
    row = Row.objects.filter(cluster__isnull=False).first()
    assert row is not None
    members = list(Row.objects.filter(cluster=row.cluster).values_list("pk", flat=True))
    weighed.post("/sheet/state", {"row_ids": members, "state": "dropped"})
    weighed.post("/clustering", {"channel": "web", "afresh": True})
    assert not Cluster.objects.filter(pk=row.cluster).exists()
    assert dangling() == 0
    weighed.post("/sheet/state", {"row_ids": members, "state": "kept"})
    assert {r["cluster"] for r in weighed.get("/sheet", state="kept")["rows"]} == {None}


@pytest.mark.parametrize("pinned_before", [False, True])
def test_undo_leads_to_no_cluster_that_is_gone(weighed: Api, *, pinned_before: bool) -> None:
    several = next(c for c in weighed.get("/clusters")["clusters"] if c["keywords"] > 2)
    members = Row.objects.filter(cluster=several["id"])
    # Not its lead keyword: of a cluster that got another one it is told that it was changed.
    leads = Cluster.objects.values("lead")
    first = members.exclude(keyword__in=leads).values_list("pk", flat=True)[0]
    second = Row.objects.exclude(cluster=several["id"]).filter(cluster__gt=0)[0].pk
    if pinned_before:
        weighed.post("/clusters/move", {"row_ids": [first], "cluster_id": None})
    left = Row.objects.get(pk=first).cluster
    target = Row.objects.get(pk=second).cluster
    weighed.post("/clusters/move", {"row_ids": [first], "cluster_id": target})
    # What clustering does to a cluster that is empty and has no name of its own.
    Row.objects.filter(cluster=left).update(cluster=None)
    Cluster.objects.filter(pk=left).delete()
    weighed.undo()
    assert Row.objects.get(pk=first).cluster is None
    assert dangling() == 0
    # The pin pointed to it as well, and goes with it.
    assert not Pin.objects.exists()


def test_undo_takes_back_only_the_change_it_names(weighed: Api) -> None:
    first, second = weighed.get("/sheet/ids")["ids"][:2]
    weighed.post("/sheet/state", {"row_ids": [first], "state": "kept"})
    seen = weighed.undoable()
    weighed.post("/sheet/state", {"row_ids": [second], "state": "parked"})
    problem = weighed.refused("POST", "/undo", seen)
    assert problem["code"] == "stale"
    assert "Parked" in problem["detail"]
    assert Row.objects.get(pk=second).state == STATE_CODE["parked"]
    meant = weighed.undoable()
    weighed.undo()
    # A second press, or the same request sent again, takes nothing more.
    assert weighed.refused("POST", "/undo", meant)["code"] == "stale"
    assert Row.objects.get(pk=first).state == STATE_CODE["kept"]


STALE: dict[str, Callable[[Api, dict[str, Any]], dict[str, Any]]] = {
    "change": lambda api, seen: api.refused("PUT", f"/outlets/{seen['id']}", {**seen, "name": "X"}),
    "remove": lambda api, seen: api.refused(
        "DELETE", f"/outlets/{seen['id']}?version={seen['version']}"
    ),
}


@pytest.mark.parametrize("how", STALE)
@pytest.mark.parametrize("then", ["changed", "taken back"])
def test_an_outlet_is_not_saved_over_what_another_window_did(api: Api, how: str, then: str) -> None:
    seen = api.get("")["outlets"][0]
    api.send("PUT", f"/outlets/{seen['id']}", {**seen, "standing": 71})
    if then == "taken back":
        seen = api.get("")["outlets"][0]
        api.undo()
    before = api.get("")["outlets"]
    problem = STALE[how](api, seen)
    assert problem["code"] == "stale"
    assert seen["name"] in problem["detail"]
    assert api.get("")["outlets"] == before


def test_settings_taken_back_are_not_saved_over_by_who_has_not_seen_it(
    api: Api, person: User
) -> None:
    api.send("PUT", "", {**api.get(""), "about": "First"})
    seen = api.get("")
    api.undo()
    assert api.refused("PUT", "", {**seen, "hours_a_month": 3})["code"] == "stale"


def test_a_rule_that_another_window_took_away_is_told(api: Api) -> None:
    rule = api.post("/rules", {"kind": "word", "value": "tattoo"})["rules"][-1]["id"]
    api.send("DELETE", f"/rules/{rule}")
    assert api.refused("DELETE", f"/rules/{rule}")["code"] == "not_found"
    assert Job.objects.count() == 0
