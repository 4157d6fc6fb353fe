"""Undo: every action that changes something leaves the database as it was when it is taken back."""

from collections.abc import Callable
from typing import Any

import pytest
from django.apps import apps
from django.contrib.auth.models import User
from django.core.serializers.python import Serializer
from django.test import Client

from bunraku.server.cluster.models import Cluster, Pin
from bunraku.server.journal.acting import acting, who_acts
from bunraku.server.journal.models import Entry, LogLine
from bunraku.server.journal.recorder import Recorder
from bunraku.server.journal.undoing import fields_of
from bunraku.server.plan.models import Piece, PieceKeyword
from bunraku.server.plan.scheduling import start_fitting
from bunraku.server.projects.models import Outlet, Project
from bunraku.server.sheet.models import Decision, Row
from tests.server.conftest import Api, last_job, pieces_of

pytestmark = pytest.mark.django_db
NOT_COMPARED = {
    # The journal and the log only grow; a job was done and stays done.
    *("journal.Entry", "journal.LogLine", "jobs.Job", "django_tasks_database.DBTaskResult"),
}
FIELDS_NOT_COMPARED = {
    "projects.Project": {"changed", "version"},
    "projects.Outlet": {"version"},
    "sheet.Scope": {"taste"},
}
"""When a project was last changed; what relevance learned, which learns again in its own time."""


def whole_database() -> dict[str, list[dict[str, Any]]]:
    """Every row of every model, without what is allowed to differ."""
    kept = {}
    for model in apps.get_models():
        label = model._meta.label
        if label in NOT_COMPARED or label.split(".")[0] not in OURS:
            continue
        rows = Serializer().serialize(model._default_manager.order_by("pk"))
        for row in rows:
            for name in FIELDS_NOT_COMPARED.get(label, ()):
                row["fields"].pop(name)
        if label == "sheet.Outlook":
            # Made again by themselves, under other ids.
            rows = sorted((row["fields"] for row in rows), key=lambda of: (of["row"], of["outlet"]))
        kept[label] = rows
    return kept


OURS = {"projects", "sheet", "readings", "gather", "cluster", "plan"}


class Setting:
    """A project far enough to be changed in every way, and ids of what is in it."""

    def __init__(self, api: Api, project: Project) -> None:
        self.api, self.project = api, project
        clusters = api.get("/clusters")["clusters"]
        self.several = next(cluster["id"] for cluster in clusters if cluster["keywords"] > 2)
        self.clusters = [c["id"] for c in clusters if c["id"] != self.several]
        api.post("/pieces", {"cluster_ids": [self.several, *self.clusters[:2]]})
        self.pieces = [piece["id"] for piece in pieces_of(api)]
        self.rows = [row["id"] for row in api.get("/sheet", limit=12)["rows"]]
        self.rule = api.post("/rules", {"kind": "word", "value": "tattoo"})["rules"][-1]["id"]
        self.outlet = project.outlets.get(channel="web").pk
        self.other = api.post("/outlets", {"name": "Second", "channel": "web", "standing": 70})[
            "id"
        ]
        self.piece = next(p for p in self.pieces if len(self.keywords(p)) > 1)

    def keywords(self, piece: int) -> list[int]:
        return [row["id"] for row in self.api.get(f"/pieces/{piece}")["rows"]]

    def settings(self, **changed: Any) -> dict[str, Any]:
        now = self.api.get("")
        return {**{name: now[name] for name in now if name != "lookups_left"}, **changed}


ACTIONS: dict[str, Callable[[Setting], Any]] = {
    "keep": lambda s: s.api.post("/sheet/state", {"row_ids": s.rows, "state": "kept"}),
    "drop": lambda s: s.api.post(
        "/sheet/state", {"row_ids": s.rows[:3], "state": "dropped", "reason": "Off topic"}
    ),
    "park with a note": lambda s: s.api.post(
        "/sheet/state", {"row_ids": s.rows[:2], "state": "parked", "note": "later"}
    ),
    "priority": lambda s: s.api.post("/rows/priority", {"row_ids": s.rows[:4], "priority": "high"}),
    "intent": lambda s: s.api.post(
        "/rows/intent", {"row_ids": s.rows[:4], "intent": "navigational"}
    ),
    "add a rule": lambda s: s.api.post("/rules", {"kind": "word", "value": "repair"}),
    "remove a rule": lambda s: s.api.send("DELETE", f"/rules/{s.rule}"),
    "rename a cluster": lambda s: s.api.send(
        "PUT", f"/clusters/{s.several}/name", {"name": "Mine"}
    ),
    "move keywords": lambda s: s.api.post(
        "/clusters/move", {"row_ids": s.rows[:3], "cluster_id": s.several}
    ),
    "move into a cluster of its own": lambda s: s.api.post(
        "/clusters/move", {"row_ids": s.rows[:1], "cluster_id": None}
    ),
    "make pieces": lambda s: s.api.post("/pieces", {"cluster_ids": s.clusters[3:6]}),
    "change a piece": lambda s: s.api.send(
        "PATCH", f"/pieces/{s.piece}", {"title": "Another", "kind": "guide", "hours": 3.5}
    ),
    "place a piece": lambda s: s.api.send(
        "PATCH", f"/pieces/{s.piece}", {"month": s.api.get("/plan")["months"][4]["month"]}
    ),
    "give a piece another outlet": lambda s: s.api.send(
        "PATCH", f"/pieces/{s.piece}", {"outlet_id": s.other}
    ),
    "remove a piece": lambda s: s.api.send("DELETE", f"/pieces/{s.piece}"),
    "another main keyword": lambda s: s.api.post(
        f"/pieces/{s.piece}/keywords", {"row_id": s.keywords(s.piece)[1], "main": True}
    ),
    "give a keyword away": lambda s: s.api.post(
        f"/pieces/{next(p for p in s.pieces if p != s.piece)}/keywords",
        {"row_id": s.keywords(s.piece)[1]},
    ),
    "take a keyword out": lambda s: s.api.send(
        "DELETE", f"/pieces/{s.piece}/keywords/{s.keywords(s.piece)[1]}"
    ),
    "add an outlet": lambda s: s.api.post(
        "/outlets", {"name": "Third", "channel": "video", "standing": 10}
    ),
    "change an outlet": lambda s: s.api.send(
        "PUT",
        f"/outlets/{s.outlet}",
        {"name": "Stronger", "channel": "web", "standing": 80, "version": 1},
    ),
    "choose an outlet": lambda s: s.api.post(f"/outlets/{s.other}/choose"),
    "remove an outlet that pieces point to": lambda s: s.api.send(
        "DELETE", f"/outlets/{s.outlet}?version=1"
    ),
    "change the project": lambda s: s.api.send(
        "PUT", "", s.settings(name="Renamed", hours_a_month=12, rival_brands=["repair"])
    ),
    "another locale": lambda s: s.api.send("PUT", "/locale", {"country": "US", "language": "en"}),
}


@pytest.fixture
def setting(weighed: Api, project: Project) -> Setting:
    return Setting(weighed, project)


@pytest.mark.parametrize("action", ACTIONS)
def test_what_is_done_can_be_taken_back(setting: Setting, action: str) -> None:
    before = whole_database()
    entries, lines = Entry.objects.count(), LogLine.objects.count()
    ACTIONS[action](setting)
    assert whole_database() != before, "it changed nothing"
    assert Entry.objects.count() == entries + 1, "it left no single entry"
    setting.api.undo()
    after = whole_database()
    for label, rows in before.items():
        assert after[label] == rows, label
    # It is taken back once: the next undo takes back what was done before it.
    assert list(Entry.objects.order_by("-pk").values_list("undone", flat=True)[:2]) == [True, False]
    # Both are told for good: what was done, and that it was taken back.
    assert LogLine.objects.filter(text__startswith="Undid: ").exists()
    assert LogLine.objects.count() >= lines + 2


def test_a_fit_is_taken_back_whole(setting: Setting) -> None:
    before = whole_database()
    entries = Entry.objects.count()
    setting.api.post("/plan/fit")
    assert Piece.objects.filter(month__isnull=False).exists()
    for _ in range(Entry.objects.count() - entries):
        setting.api.undo()
    assert whole_database() == before


def another_person(project: Project) -> User:
    """Somebody who may change the project too. Membership comes later; what they do is recorded."""
    return User.objects.create_user("colleague", password="another long phrase")


def test_undo_takes_back_ones_own_last_change_not_somebody_elses(
    setting: Setting, project: Project
) -> None:
    api = setting.api
    api.post("/sheet/state", {"row_ids": setting.rows[:1], "state": "kept"})
    api.post("/sheet/state", {"row_ids": setting.rows[1:2], "state": "shortlisted"})
    theirs = Entry.objects.latest("pk")
    Entry.objects.filter(pk=theirs.pk).update(by=another_person(project))
    assert "Kept" in api.get("/overview")["undo"]["label"]
    assert api.undo()["label"].startswith("Kept")
    states = dict(Row.objects.filter(pk__in=setting.rows[:2]).values_list("pk", "state"))
    assert [states[pk] for pk in setting.rows[:2]] == [0, 1]
    theirs.refresh_from_db()
    assert not theirs.undone


@pytest.mark.parametrize("action", ACTIONS)
def test_a_change_is_undone_by_itself_though_another_came_after(
    setting: Setting, action: str
) -> None:
    before = whole_database()
    ACTIONS[action](setting)
    meant = setting.api.undoable()["entry"]
    setting.api.post("/rules", {"kind": "word", "value": "of another matter"})
    later = setting.api.undoable()["entry"]
    setting.api.post("/undo", {"entry": meant, "alone": True})
    listed = {each["id"]: each for each in setting.api.get("/history")}
    assert (listed[meant]["undone"], listed[later]["undone"]) == (True, False)
    assert setting.api.undoable()["entry"] == later
    setting.api.undo()
    after = whole_database()
    for label, rows in before.items():
        assert after[label] == rows, label


def test_a_change_that_a_later_one_rests_on_is_not_undone_by_itself(
    setting: Setting, project: Project
) -> None:
    api = setting.api
    state = {"row_ids": setting.rows[:2], "state": "kept"}
    api.post("/sheet/state", state)
    kept = api.undoable()["entry"]
    api.post("/sheet/state", {**state, "state": "shortlisted"})
    before = whole_database()
    problem = api.refused("POST", "/undo", {"entry": kept, "alone": True})
    assert "has been changed since" in problem["detail"]
    api.undo()
    api.post("/undo", {"entry": kept, "alone": True})
    problem = api.refused("POST", "/undo", {"entry": kept, "alone": True})
    assert "it already was" in problem["detail"]
    assert whole_database() != before


def test_what_took_the_place_of_something_is_not_pushed_out(setting: Setting) -> None:
    """A decision was undone in a way of its own since: what would come back has no place left."""
    api = setting.api
    api.send("DELETE", f"/rules/{setting.rule}")
    removed = api.undoable()["entry"]
    api.post("/rules", {"kind": "word", "value": "tattoo"})
    before = whole_database()
    problem = api.refused("POST", "/undo", {"entry": removed, "alone": True})
    assert problem["code"] == "nothing_to_undo"
    assert "in its place" in problem["detail"]
    assert whole_database() == before


def test_the_history_tells_whose_each_change_was(setting: Setting, project: Project) -> None:
    api = setting.api
    api.post("/sheet/state", {"row_ids": setting.rows[:1], "state": "kept"})
    theirs = Entry.objects.latest("pk")
    Entry.objects.filter(pk=theirs.pk).update(by=another_person(project))
    first, second = api.get("/history")[:2]
    assert (first["id"], first["by"], first["own"]) == (theirs.pk, "colleague", False)
    assert second["own"]
    problem = api.refused("POST", "/undo", {"entry": theirs.pk, "alone": True})
    assert "not yours" in problem["detail"]


def test_undo_destroys_nothing_that_was_added_since(setting: Setting, project: Project) -> None:
    """A piece was made; a colleague gave it a keyword. Undoing the piece must not take that too."""
    api = setting.api
    api.post("/pieces", {"cluster_ids": setting.clusters[3:4]})
    made = Piece.objects.latest("pk")
    spare = Row.objects.filter(scope=made.scope).exclude(
        keyword__in=PieceKeyword.objects.values("keyword")
    )[0]
    api.post(f"/pieces/{made.pk}/keywords", {"row_id": spare.pk})
    Entry.objects.filter(pk=Entry.objects.latest("pk").pk).update(by=another_person(project))
    problem = api.refused("POST", "/undo", api.undoable())
    assert problem["code"] == "nothing_to_undo"
    assert "added to it since" in problem["detail"]
    assert PieceKeyword.objects.filter(piece=made, keyword=spare.keyword).exists()


def test_a_cluster_that_an_undo_takes_lets_go_of_what_clustering_put_into_it(
    setting: Setting,
) -> None:
    alone = setting.api.post("/clusters/move", {"row_ids": setting.rows[:1], "cluster_id": None})
    drawn = Row.objects.exclude(pk=setting.rows[0]).filter(state=0).first()
    assert drawn is not None
    Row.objects.filter(pk=drawn.pk).update(cluster=alone["id"])
    setting.api.undo()
    alive = set(Cluster.objects.values_list("pk", flat=True))
    held = set(Row.objects.filter(cluster__isnull=False).values_list("cluster", flat=True))
    assert held <= alive


def test_a_model_that_no_room_carries_cannot_be_recorded() -> None:
    with pytest.raises(LookupError, match="not carried"):
        fields_of(LogLine)
    for model in (Project, Outlet, Decision, Cluster, Pin, Piece, PieceKeyword):
        assert fields_of(model)


def test_who_did_what_is_told_of_requests_and_of_jobs(
    setting: Setting, person: User, client: Client
) -> None:
    setting.api.post("/gather/runs", {"seeds": "moon lamp", "channels": ["web"], "ways": ["box"]})
    assert last_job(setting.project, "gather").by == person
    log = setting.api.get("/log", limit=500)
    assert log["total"] == len(log["rows"])
    assert {line["by"] for line in log["rows"]} == {"keeper"}
    texts = [line["text"] for line in log["rows"]]
    assert texts[0].startswith("Gathering is done: ")
    assert [line["at"] for line in log["rows"]] == sorted(
        (line["at"] for line in log["rows"]), reverse=True
    )
    # Nobody acts in the next request who acted in the one before.
    client.logout()
    assert client.get(setting.api.base + "/log").status_code == 401


def test_who_acted_in_a_request_acts_no_longer_after_it(project: Project, client: Client) -> None:
    """Else what a worker of the server did next would be told of them."""
    colleague = another_person(project)
    client.force_login(colleague)
    client.get("/api/projects")
    assert who_acts(project) == project.owner_id
    with acting(colleague.pk):
        assert who_acts(project) == colleague.pk
        client.get("/api/projects")
        assert who_acts(project) == colleague.pk


def test_what_a_job_changes_is_told_of_whoever_started_it(
    setting: Setting, project: Project
) -> None:
    colleague = another_person(project)
    with acting(colleague.pk):
        start_fitting(project)
    assert last_job(project, "fit").by == colleague
    assert set(LogLine.objects.filter(text__startswith="Schedul").values_list("by", flat=True)) == {
        colleague.pk
    }


def test_nothing_is_recorded_of_what_did_not_change(setting: Setting, project: Project) -> None:
    entries, lines = Entry.objects.count(), LogLine.objects.count()
    with Recorder(project, "Looked at them") as journal:
        journal.touch(Piece.objects.all())
    assert (Entry.objects.count(), LogLine.objects.count()) == (entries, lines)
    with Recorder(project, "Named one") as journal:
        journal.touch(Piece.objects.all())
        Piece.objects.filter(pk=setting.piece).update(title="Another")
    changes = Entry.objects.latest("pk").changes
    assert [(change["pk"], change["after"]["title"]) for change in changes] == [
        (setting.piece, "Another")
    ]
