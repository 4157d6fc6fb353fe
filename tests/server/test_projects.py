"""Accounts, projects, outlets, undo, and the page itself."""

from typing import Any

import pytest
from django.contrib.auth.models import User
from django.test import Client, override_settings

from bunraku.server.journal.models import Entry
from bunraku.server.projects.models import Project
from tests.server.conftest import FIELDS, OUTLETS, Api

pytestmark = pytest.mark.django_db


def post(client: Client, path: str, body: dict[str, Any]) -> Any:
    return client.post(path, body, content_type="application/json")


def test_an_account_is_made_and_signed_in(client: Client) -> None:
    assert client.get("/api/session").json()["name"] == ""
    assert (
        post(client, "/api/accounts", {"name": "mira", "password": "orchids grow slowly"}).json()[
            "name"
        ]
        == "mira"
    )
    assert client.get("/api/session").json()["name"] == "mira"
    post(client, "/api/sign-out", {})
    assert client.get("/api/session").json()["name"] == ""
    assert (
        post(
            client, "/api/session", {"name": "mira", "password": "orchids grow slowly"}
        ).status_code
        == 200
    )


@pytest.mark.parametrize(
    ("body", "status", "code", "field"),
    [
        ({"name": "keeper", "password": "orchids grow slowly"}, 409, "name_taken", "name"),
        ({"name": "mira", "password": "password12"}, 422, "weak_password", "password"),
        ({"name": "mira", "password": "short"}, 422, "weak_password", "password"),
        ({"name": "  ", "password": "orchids grow slowly"}, 422, "invalid_input", "name"),
        ({"name": "mira"}, 422, "invalid_input", "password"),
    ],
)
def test_bad_accounts_are_refused(
    client: Client, person: User, body: dict[str, Any], status: int, code: str, field: str
) -> None:
    response = post(client, "/api/accounts", body)
    assert (response.status_code, response.json()["code"]) == (status, code)
    assert field in response.json()["field"]


def test_a_wrong_password_is_told(client: Client, person: User) -> None:
    response = post(client, "/api/session", {"name": "keeper", "password": "wrong"})
    assert response.json()["code"] == "wrong_password"


def test_a_project_on_any_subject(client: Client, person: User) -> None:
    client.force_login(person)
    made = post(
        client,
        "/api/projects",
        {
            "name": "Bäckerei",
            "about": "Sauerteig und Brot",
            "country": "DE",
            "language": "de",
            "currency": "€",
            "hours_a_month": 12.5,
            "own_brands": ["krume", "Krume "],
            "rival_brands": ["a, b"],
            "outlets": [{"name": "krume.example", "channel": "web", "standing": 12}],
        },
    ).json()
    assert made["locale"] == "de-DE"
    assert made["own_brands"] == ["krume"]
    assert made["rival_brands"] == ["a", "b"]
    assert made["outlets"][0]["standing"] == 12
    assert made["lookups_left"] > 0
    assert [project["id"] for project in client.get("/api/projects").json()] == [made["id"]]


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"name": ""}, "name"),
        ({"hours_a_month": -1}, "hours_a_month"),
        ({"country": "gb"}, "country"),
        ({"language": "english"}, "language"),
        ({"preset": "brave"}, "preset"),
        ({"click_values": {"commercial": -2}}, "click_values"),
        ({"outlets": [{"name": "x", "channel": "radio", "standing": 1}]}, "outlets"),
        ({"outlets": [{"name": "x", "channel": "web", "standing": -1}]}, "outlets"),
        ({"about": "x" * 3000}, "about"),
    ],
)
def test_bad_projects_are_refused_with_the_field(
    client: Client, person: User, change: dict[str, Any], field: str
) -> None:
    client.force_login(person)
    response = post(client, "/api/projects", {"name": "Any", **change})
    assert response.status_code == 422
    assert response.json()["field"].startswith(field)
    assert not Project.objects.exists()


def test_names_are_unique_a_person(api: Api) -> None:
    response = post(api.client, "/api/projects", {"name": FIELDS["name"]})
    assert response.json()["code"] == "name_taken"
    assert response.json()["field"] == "name"


def test_a_body_that_is_no_json_is_told(api: Api) -> None:
    response = api.client.post("/api/projects", "{", content_type="application/json")
    assert response.status_code in (400, 422)
    assert response.json()["code"] == "bad_request"


def test_settings_change_and_come_back(api: Api) -> None:
    before = api.get("")
    changed = {k: v for k, v in before.items() if k not in ("id", "locale", "outlets")} | {
        "name": "New name",
        "lookups_left": 50,
    }
    assert api.send("PUT", "", changed)["lookups_left"] == 50
    assert api.get("/overview")["undo"]["label"] == "Changed the project"
    assert api.undo()["label"] == "Changed the project"
    # The version only grows: a window that saw the change may not save over what undid it.
    assert api.get("") == {**before, "version": before["version"] + 2}
    assert api.refused("POST", "/undo", api.undoable())["code"] == "nothing_to_undo"


def test_two_windows_do_not_overwrite_each_other(api: Api) -> None:
    seen = {
        k: v for k, v in api.get("").items() if k not in ("id", "locale", "outlets", "lookups_left")
    }
    api.send("PUT", "", {**seen, "about": "Changed in the first window"})
    problem = api.refused("PUT", "", {**seen, "about": "Changed in the second"})
    assert problem["code"] == "stale"
    assert api.get("")["about"] == "Changed in the first window"


def test_saving_settings_leaves_what_jobs_spend_alone(api: Api, project: Project) -> None:
    seen = {
        k: v for k, v in api.get("").items() if k not in ("id", "locale", "outlets", "lookups_left")
    }
    Project.objects.update(lookups_left_tenths=77)
    api.send("PUT", "", {**seen, "hours_a_month": 3})
    assert api.get("")["lookups_left"] == 7.7
    # Spending is no reason to refuse taking the settings back.
    Project.objects.update(lookups_left_tenths=55)
    api.undo()
    assert (api.get("")["hours_a_month"], api.get("")["lookups_left"]) == (30, 5.5)


def test_outlets_come_change_and_go_and_come_back(api: Api) -> None:
    made = api.post("/outlets", {"name": "Second site", "channel": "web", "standing": 5})
    api.send(
        "PUT",
        f"/outlets/{made['id']}",
        {**made, "standing": 9, "days_until_shown": 30},
    )
    api.send("DELETE", f"/outlets/{made['id']}?version=2")
    assert len(api.get("")["outlets"]) == len(OUTLETS)
    api.undo()
    assert api.get("")["outlets"][-1]["standing"] == 9
    api.undo()
    assert api.get("")["outlets"][-1]["standing"] == 5
    api.undo()
    assert len(api.get("")["outlets"]) == len(OUTLETS)
    assert (
        api.refused("POST", "/outlets", {"name": "site.example", "channel": "web", "standing": 1})[
            "code"
        ]
        == "name_taken"
    )


def test_undo_refuses_what_was_changed_since(weighed: Api) -> None:
    cluster = weighed.get("/clusters")["clusters"][0]["id"]
    weighed.send("PUT", f"/clusters/{cluster}/name", {"name": "Mine"})
    from bunraku.server.cluster.models import Cluster

    Cluster.objects.filter(pk=cluster).update(name="Changed elsewhere")
    problem = weighed.refused("POST", "/undo", weighed.undoable())
    assert problem["code"] == "nothing_to_undo"
    assert "changed since" in problem["detail"]


def test_the_journal_does_not_grow_for_ever(api: Api, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr("bunraku.server.journal.recorder.KEPT_ENTRIES", 3)
    for n in range(6):
        api.post("/outlets", {"name": f"Site {n}", "channel": "web", "standing": n})
    assert Entry.objects.count() == 3
    # Nor in bytes; the latest can be taken back however large it is.
    monkeypatch.setattr("bunraku.server.journal.recorder.KEPT_BYTES", 10)
    api.post("/outlets", {"name": "Last site", "channel": "web", "standing": 1})
    assert Entry.objects.count() == 1
    assert api.undo()["label"] == "Added outlet Last site"


@override_settings(DEMO=True)
def test_the_demo_signs_its_person_in_on_loopback_only(client: Client) -> None:
    User.objects.create_user("demo")
    client.get("/", REMOTE_ADDR="203.0.113.7")
    assert client.get("/api/session").json()["name"] == ""
    client.get("/p/1/web/weigh", REMOTE_ADDR="127.0.0.1")
    assert client.get("/api/session").json()["name"] == "demo"


def test_without_demo_nobody_is_signed_in_by_itself(client: Client) -> None:
    User.objects.create_user("demo")
    client.get("/", REMOTE_ADDR="127.0.0.1")
    assert client.get("/api/session").json()["name"] == ""


def test_the_page_carries_a_strict_policy_and_the_token(client: Client) -> None:
    response = client.get("/p/1/web/plan")
    policy = response["Content-Security-Policy"]
    assert "script-src 'self'" in policy
    assert "unsafe" not in policy
    nonce = policy.split("'nonce-")[1].split("'")[0]
    assert nonce in response.content.decode()
    assert response["Cache-Control"] == "no-cache"
    assert response["X-Frame-Options"] == "DENY"
    assert "csrftoken" in response.cookies


def test_a_fault_of_ours_is_told_in_a_sentence_and_logged(
    api: Api, monkeypatch: pytest.MonkeyPatch, caplog: pytest.LogCaptureFixture
) -> None:
    monkeypatch.setattr("bunraku.server.sheet.api.one_page", lambda *_: 1 / 0)
    problem = api.refused("GET", "/sheet")
    assert (problem["status"], problem["code"]) == (500, "fault")
    assert "ZeroDivisionError" in caplog.text


def test_unknown_api_addresses_are_not_the_page(client: Client) -> None:
    assert client.get("/api/nothing").status_code == 404
    assert client.get("/static/nothing.js").status_code == 404


def test_other_hosts_are_refused(client: Client) -> None:
    assert client.get("/", HTTP_HOST="evil.example").status_code == 400


def test_another_locale_has_its_own_keywords(gathered: Api) -> None:
    before = gathered.get("/sheet")["total"]
    answer = gathered.send("PUT", "/locale", {"country": "DE", "language": "de"})
    assert answer["locale"] == "de-DE"
    assert gathered.get("/sheet")["total"] == 0
    gathered.undo()
    assert gathered.get("/sheet")["total"] == before
    assert (
        gathered.refused("PUT", "/locale", {"country": "Germany", "language": "de"})["code"]
        == "invalid_input"
    )
