"""Accounts: wrong passwords are slowed down, a session ends everywhere, what is removed is gone."""

import os
import subprocess
import sys
from datetime import timedelta
from pathlib import Path

import pytest
import time_machine
from django.apps import apps
from django.conf import settings
from django.contrib.auth.models import User
from django.contrib.sessions.models import Session
from django.test import Client, override_settings
from django.utils import timezone

from bunraku.__main__ import main
from bunraku.server.clock import today
from bunraku.server.journal.models import LogLine
from bunraku.server.projects import removal
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row
from tests.processes import environment
from tests.server.conftest import FIELDS, RUN, Api, Beginnings, pieces_of

pytestmark = pytest.mark.django_db
ROOT = Path(__file__).resolve().parents[2]
RIGHT = "a long pass phrase"


def enter(client: Client, name: str, password: str, address: str = "203.0.113.7") -> int:
    given = {"name": name, "password": password}
    return client.post("/api/session", given, "application/json", REMOTE_ADDR=address).status_code


def test_wrong_passwords_are_slowed_down_for_an_account_and_for_an_address(
    client: Client, person: User
) -> None:
    User.objects.create_user("other", password=RIGHT)
    with time_machine.travel(timezone.now(), tick=False) as clock:
        # From one address after another, as somebody does who has many.
        tries = [enter(client, "keeper", f"wrong {n}", f"203.0.113.{n}") for n in range(6)]
        assert tries == [400, 400, 400, 400, 429, 429]
        # Nor does the right one help now; after a minute it does.
        assert enter(client, "keeper", RIGHT, "198.51.100.9") == 429
        assert enter(client, "other", RIGHT, "198.51.100.9") == 200
        clock.shift(timedelta(seconds=61))
        assert enter(client, "keeper", RIGHT, "198.51.100.9") == 200
        # From one address, one account after another.
        tries = [enter(client, f"person {n}", "wrong") for n in range(6)]
        assert tries[-1] == 429
        assert enter(client, "other", RIGHT) == 429
        assert enter(client, "other", RIGHT, "198.51.100.9") == 200
    said = client.post(
        "/api/session", {"name": "x", "password": "y"}, "application/json", REMOTE_ADDR="192.0.2.1"
    )
    assert said.json()["code"] == "wrong_password"


def test_signing_out_ends_the_session_wherever_its_cookie_was_copied_to(
    client: Client, person: User
) -> None:
    assert enter(client, "keeper", RIGHT) == 200
    copy = Client()
    copy.cookies[settings.SESSION_COOKIE_NAME] = client.cookies[settings.SESSION_COOKIE_NAME].value
    assert copy.get("/api/projects").status_code == 200
    client.post("/api/sign-out", {}, "application/json")
    for anyone in (client, copy):
        assert anyone.get("/api/projects").status_code == 401
    assert not Session.objects.exists()


def test_a_changed_password_signs_out_all_others(client: Client, person: User) -> None:
    elsewhere = Client()
    for anyone in (client, elsewhere):
        assert enter(anyone, "keeper", RIGHT) == 200

    def change(old: str, new: str) -> str:
        answer = client.post("/api/account/password", {"old": old, "new": new}, "application/json")
        return answer.json()["field"] if answer.content else ""

    assert change("wrong", "another pass phrase") == "old"
    assert change(RIGHT, "keeper") == "new"
    assert change(RIGHT, "another pass phrase") == ""
    assert client.get("/api/projects").status_code == 200
    assert elsewhere.get("/api/projects").status_code == 401
    assert enter(Client(), "keeper", RIGHT) == 400
    assert enter(Client(), "keeper", "another pass phrase") == 200


def rows_of_projects() -> dict[str, int]:
    """How many rows each of our models has."""
    rooms = (
        "cluster",
        "gather",
        "jobs",
        "journal",
        "plan",
        "projects",
        "readings",
        "sheet",
        "write",
        "follow",
    )
    models = [model for model in apps.get_models() if model._meta.app_label in rooms]
    return {m.__name__: n for m in models if (n := m._default_manager.count())}


@pytest.fixture
def full(weighed: Api, beginnings: Beginnings) -> Api:
    """A project with something of every kind."""
    first, second = (cluster["id"] for cluster in weighed.get("/clusters")["clusters"][:2])
    apart = [{"cluster_id": first, "other_cluster": second}]
    weighed.post("/pieces", {"cluster_ids": [first, second], "apart": apart})
    waiting, other = (piece["id"] for piece in pieces_of(weighed))
    weighed.post(f"/pieces/{waiting}/after", {"first": other})
    edits = {"title": {"was": "", "now": "A telescope of one's own"}}
    weighed.send("PUT", f"/pieces/{waiting}/draft", {"edits": edits, "since": 0})
    outlet = weighed.get("/write/settings")["outlets"][0]["outlet_id"]
    own = {"title.whole.most.characters": 66}
    limits = {"outlet_id": outlet, "profile": "page", "own": own}
    weighed.send("PUT", "/write/limits", limits)
    weighed.send("PUT", "/write/rules", {"rules": ["is_calm"]})
    weighed.post(f"/pieces/{waiting}/comments", {"said": "Once the pictures are there."})
    month = weighed.get("/plan")["months"][0]["month"]
    weighed.send("PUT", "/plan/hours", {"month": month, "hours": 3})
    weighed.send("PUT", "/plan/limits", {"horizon": 12, "people": [{"name": "Ruth", "hours": 9}]})
    day = today().isoformat()
    weighed.post(f"/pieces/{waiting}/publish", {"address": "https://a.example/x", "day": day})
    weighed.post("/follow/check", {"live": []})
    visits = {"month": day, "values": {"visits": 7}}
    weighed.send("PUT", "/follow/report", visits)
    report = weighed.bring("Page,Query,Clicks\nhttps://a.example/x,star chart,3\n")
    weighed.post("/follow/own-report", {"file": report["id"], "channel": "web"})
    row = weighed.get("/sheet/ids")["ids"][0]
    keyword, other_keyword = Row.objects.values_list("keyword_id", flat=True)[:2]
    told = {"kind": "adopt", "keyword": keyword, "other_keyword": other_keyword}
    weighed.post("/clusters/proposals/decline", {"channel": "web", **told})
    weighed.post("/clusters/move", {"row_ids": [row], "cluster_id": None})
    weighed.post("/rows/priority", {"row_ids": [row], "priority": "high"})
    weighed.post("/rules", {"kind": "word", "value": "tattoo"})
    brought = weighed.bring("keyword,group\nstar chart,Charts\n=SUM(A1),\n")
    mapping = {"keyword": 0, "group": 1}
    weighed.post(f"/files/{brought['id']}/import", {"channel": "web", "mapping": mapping})
    weighed.bring("star map")
    return weighed


def test_a_removed_project_takes_all_that_is_its_and_nothing_else(
    full: Api, person: User, monkeypatch: pytest.MonkeyPatch
) -> None:
    made = full.client.post("/api/projects", {**FIELDS, "name": "Second"}, "application/json")
    second = made.json()["id"]
    other = Api(full.client, Project.objects.get(pk=second))
    other.post("/gather/runs", RUN)
    theirs = rows_of_projects()
    assert {name for name, _ in removal_models()} <= theirs.keys()
    told = full.get("/holdings")
    counts = [int(each.split()[0].replace(",", "")) for each in told]
    assert counts == sorted(counts, reverse=True)
    assert "2 pieces" in told
    assert any(each.endswith(" keywords") for each in told)
    assert full.refused("POST", "/remove", {"name": "star shop"})["field"] == "name"
    monkeypatch.setattr(removal, "PART", 50)
    full.post("/remove", {"name": "Star shop"})
    assert full.refused("GET", "")["code"] == "not_found"
    assert [p["id"] for p in full.client.get("/api/projects").json()] == [second]
    left = rows_of_projects()
    assert left["Project"] == 1
    assert all(model.objects.exclude(**{path: second}).count() == 0 for model, path in held())
    # Its name is free again, and the other project is whole.
    again = full.client.post("/api/projects", {**FIELDS, "name": "Star shop"}, "application/json")
    assert again.status_code == 200
    assert other.get("/sheet")["total"] > 0


def held() -> list[tuple[type, str]]:
    return removal._held()  # type: ignore[return-value]


def removal_models() -> list[tuple[str, str]]:
    return [(model.__name__, path) for model, path in held()]


def test_what_hangs_on_others_goes_before_them() -> None:
    order = [name for name, _ in removal_models()]
    for first, then in (("RowPage", "Row"), ("PieceKeyword", "Piece"), ("Origin", "Job")):
        assert order.index(first) < order.index(then)
    assert {"Entry", "LogLine", "Reading", "Upload", "RefusedRow", "Pin"} <= set(order)


def test_a_removed_account_is_gone_with_its_projects_and_frees_its_name(
    full: Api, client: Client
) -> None:
    stranger = User.objects.create_user("stranger", password=RIGHT)
    elsewhere = Client()
    assert enter(elsewhere, "keeper", RIGHT) == 200

    def leave(password: str) -> int:
        given = {"password": password}
        return full.client.post("/api/account/remove", given, "application/json").status_code

    assert leave("wrong") == 400
    assert Project.objects.exists()
    assert leave(RIGHT) == 204
    assert rows_of_projects() == {}
    assert list(User.objects.all()) == [stranger]
    assert elsewhere.get("/api/projects").status_code == 401
    assert enter(Client(), "keeper", RIGHT) == 400
    fresh = Client().post(
        "/api/accounts", {"name": "keeper", "password": "a new long phrase"}, "application/json"
    )
    assert fresh.status_code == 200
    assert not LogLine.objects.exists()


@override_settings(DEMO=True)
def test_the_demos_person_has_no_password_to_change(client: Client) -> None:
    demo = User.objects.create_user("demo")
    demo.set_unusable_password()
    demo.save()
    client.get("/", REMOTE_ADDR="127.0.0.1")
    assert client.get("/api/session").json() == {
        "name": "demo",
        "has_password": False,
        "sign_up": "open",
    }
    answer = client.post("/api/account/remove", {"password": ""}, "application/json")
    assert answer.json()["code"] == "wrong_password"


def test_one_setting_makes_it_fit_for_others(tmp_path: Path) -> None:
    """Django's own checklist for deployment has nothing to say."""
    place = environment(
        tmp_path,
        DJANGO_SETTINGS_MODULE="bunraku.server.settings",
        BUNRAKU_PUBLIC="https://keywords.example",
    )
    command = [sys.executable, "manage.py", "check", "--deploy", "--fail-level", "WARNING"]
    done = subprocess.run(command, cwd=ROOT, env=place, capture_output=True, text=True, check=False)
    assert (done.returncode, "no issues" in done.stdout) == (0, True), done.stderr
    assert [path.stat().st_mode & 0o077 for path in tmp_path.iterdir()] == [0]


@pytest.mark.parametrize(
    ("more", "public", "says"),
    [
        ([], "keywords.example", "as in https://keywords.example"),
        ([], "http://keywords.example", "as in https://keywords.example"),
        (["--demo"], "https://keywords.example", "not for others"),
    ],
)
def test_an_address_for_others_that_is_none_is_told(
    monkeypatch: pytest.MonkeyPatch,
    capsys: pytest.CaptureFixture[str],
    tmp_path: Path,
    more: list[str],
    public: str,
    says: str,
) -> None:
    monkeypatch.setenv("BUNRAKU_PUBLIC", public)
    monkeypatch.setattr(sys, "argv", ["bunraku", "--data", str(tmp_path), "--port", "0", *more])
    assert main() == 1
    assert says in capsys.readouterr().out
    assert not os.listdir(tmp_path)
