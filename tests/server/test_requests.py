"""Requests as no page of ours makes them: each is answered by a problem that says what is wrong,
and names are names."""

import json
import socket
import threading
from datetime import date
from http.client import HTTPConnection
from typing import Any

import pytest
from django.conf import settings
from django.db import OperationalError
from django.test import Client, override_settings

from bunraku.core.text.names import clean_name, clean_text
from bunraku.server import inputs
from bunraku.server.errors import CATALOGUE
from bunraku.server.plan.models import Piece
from bunraku.server.projects.models import Outlet, Project
from bunraku.server.sheet.scopes import scope_of
from bunraku.server.start.management.commands import serve
from tests.server.conftest import Api
from tests.server.test_strangers import OPERATIONS, SCHEMA

pytestmark = pytest.mark.django_db
HUGE = 10**40


def told(response: Any) -> tuple[int, str]:
    assert response["Content-Type"] == "application/problem+json", response.content[:300]
    return response.status_code, response.json()["code"]


@pytest.mark.parametrize(
    ("path", "body", "kind", "code"),
    [
        ("/files", b"--x\r\nbroken", "multipart/form-data", "bad_request"),
        ("/files", b"nothing of a form", "multipart/form-data; boundary=x", "invalid_input"),
        ("/files", b"{}", "application/json", "invalid_input"),
        ("/sheet/state", b"\xff\xfe{", "application/json", "bad_request"),
        ("/sheet/state", b'{"row_ids": [1], "state":', "application/json", "bad_request"),
        ("/sheet/state", b"[" * 100_000, "application/json", "bad_request"),
        ("/outlets", b'{"name":"x","channel":"web","standing":NaN}', "application/json", None),
        ("/outlets", b'{"name":"x","channel":"web","standing":1e999}', "application/json", None),
        ("/sheet/state", b'{"row_ids":[%d],"state":"kept"}' % HUGE, "application/json", None),
        ("/sheet/state", b"1" * 5_000, "application/json", "bad_request"),
    ],
)
def test_what_cannot_be_read_is_told(
    api: Api, path: str, body: bytes, kind: str, code: str | None
) -> None:
    response = api.client.generic("POST", api.base + path, body, content_type=kind)
    status, said = told(response)
    assert said in (code or ("bad_request", "invalid_input"))
    assert status in (400, 422)


def test_more_than_is_taken_at_once_is_refused_before_it_is_read(
    api: Api, monkeypatch: pytest.MonkeyPatch
) -> None:
    long = json.dumps({"name": "x" * 3_000_000})
    response = api.client.generic("POST", f"{api.base}/rules", long, "application/json")
    assert told(response) == (413, "too_large")
    monkeypatch.setattr(inputs, "MOST_FILE_BYTES", 1_000)
    form = b"--x\r\n" + b"y" * 20_000 + b"\r\n--x--"
    kind = "multipart/form-data; boundary=x"
    response = api.client.generic("POST", f"{api.base}/files", form, kind)
    assert told(response) == (413, "too_large")


@pytest.mark.parametrize(
    "path",
    [
        f"/rows/{HUGE}",
        f"/jobs/{2**63}",
        f"/sheet?cluster={HUGE}",
        f"/sheet?volume_min={'9' * 400}",
        "/sheet?q=%00&without=%ed%a0%80",
        f"/pieces/{HUGE}/keywords/{HUGE}",
    ],
)
def test_numbers_and_texts_beyond_all_bounds_find_nothing(api: Api, path: str) -> None:
    for method in ("GET", "DELETE"):
        response = api.client.generic(method, api.base + path)
        assert response.status_code in (200, 404, 405, 422), response.content


def test_an_address_that_is_not_there_is_a_problem_too(client: Client) -> None:
    assert told(client.get("/api/nothing")) == (404, "not_found")
    assert told(client.get("/api/session", headers={"host": "elsewhere.example"})) == (
        400,
        "bad_request",
    )


def test_storage_that_fails_before_any_endpoint_is_told(
    api: Api, monkeypatch: pytest.MonkeyPatch
) -> None:
    full = OperationalError("database or disk is full")
    full.__cause__ = OSError(28, "No space left on device")

    def fails(*_: object) -> None:
        raise full

    monkeypatch.setattr("django.contrib.sessions.backends.db.SessionStore.load", fails)
    api.client.raise_request_exception = False
    assert told(api.client.get(f"{api.base}/overview")) == (507, "storage")
    page = api.client.get("/")
    assert page.status_code in (200, 507)


NAMES = {
    "  Star \t\n shop ": "Star shop",
    "Star\u202eshop\u0000": "Starshop",
    "\u200bStar shop\ufeff": "Star shop",
    "Star\u00a0\u2003shop": "Star shop",
    "\U0001f469\u200d\U0001f680": "\U0001f469\u200d\U0001f680",
    "Cafe\u0301": "Caf\u00e9",
    "\u3164\u2800": "",
    "\u200d\u200b \u2066": "",
    "\ud800": "",
    "\u05d7\u05e0\u05d5\u05ea": "\u05d7\u05e0\u05d5\u05ea",
}


@pytest.mark.parametrize("said", NAMES)
def test_names_are_cleaned_by_one_rule(api: Api, said: str) -> None:
    wanted = NAMES[said]
    assert clean_name(said) == wanted
    assert clean_name(wanted) == wanted
    body = {"name": said, "channel": "web", "standing": 3}
    if wanted:
        assert api.post("/outlets", body)["name"] == wanted
        assert Outlet.objects.latest("pk").name == wanted
        return
    problem = api.refused("POST", "/outlets", body)
    assert problem["field"] == "name"
    assert "can be seen" in problem["detail"]


def test_texts_keep_their_lines_and_lose_what_turns_them_around(api: Api, project: Project) -> None:
    assert clean_text("one\ntwo\tthree\u202e\u0007") == "one\ntwo\tthree"
    api.send("PUT", "", {**api.get(""), "about": "Star\u202e charts\nand maps\u0000"})
    project.refresh_from_db()
    assert project.about == "Star charts\nand maps"
    assert api.refused("PUT", "", {**api.get(""), "name": "x" * 121})["field"] == "name"


def test_a_password_is_compared_as_it_was_typed(client: Client) -> None:
    """One with signs that are cleaned from names was valid before they were."""
    given = {"name": "keen", "password": "e\u0301toile filante \u200e"}
    for path in ("/api/accounts", "/api/session"):
        assert client.post(path, given, "application/json").status_code == 200
    given["password"] = "\u00e9toile filante"
    assert client.post("/api/session", given, "application/json").status_code == 400


def test_the_description_tells_each_operations_problems() -> None:
    known = {kind.status for kind in CATALOGUE.values()}
    for method, path in OPERATIONS:
        answers = SCHEMA["paths"][path][method]["responses"]
        problems = {int(status) for status in answers if int(status) >= 400}
        assert {400, 403, 500, 503, 507} <= problems <= known, (method, path)
        assert ("{" not in path) or 404 in problems
    for status in known:
        (media,) = SCHEMA["components"]["responses"][f"Problem{status}"]["content"]
        assert media == "application/problem+json"


@override_settings(DEMO=True)
@pytest.mark.parametrize(
    "header", ["X-Forwarded-For", "X-Forwarded-Host", "Forwarded", "Via", "X-Real-Ip"]
)
@pytest.mark.parametrize("path", ["/", "/p/1/web/weigh", "/api/session"])
def test_the_demo_answers_nobody_behind_a_proxy(client: Client, path: str, header: str) -> None:
    forwarded = client.get(path, headers={header: "203.0.113.7"}, REMOTE_ADDR="127.0.0.1")
    assert told(forwarded) == (403, "refused_here")
    assert settings.SESSION_COOKIE_NAME not in client.cookies


def days_asked() -> list[tuple[str, Any]]:
    """Each day that a request can name: where, and its schema."""

    def within(schema: Any, place: str) -> list[tuple[str, Any]]:
        if "$ref" in schema:
            schema = SCHEMA["components"]["schemas"][schema["$ref"].rsplit("/", 1)[1]]
        if schema.get("format") in ("date", "date-time"):
            return [(place, schema)]
        inner = [*schema.get("anyOf", []), *([schema["items"]] if "items" in schema else [])]
        found = [day for part in inner for day in within(part, place)]
        for name, part in schema.get("properties", {}).items():
            found += within(part, f"{place}.{name}")
        return found

    found = []
    for method, path in OPERATIONS:
        operation = SCHEMA["paths"][path][method]
        for parameter in operation.get("parameters", []):
            found += within(parameter["schema"], f"{method} {path} {parameter['name']}")
        for body in operation.get("requestBody", {}).get("content", {}).values():
            found += within(body["schema"], f"{method} {path}")
    return found


def test_every_day_that_comes_in_has_bounds() -> None:
    days = days_asked()
    assert len(days) > 10
    assert [place for place, schema in days if "formatMinimum" not in schema] == []


@pytest.mark.parametrize("month", ["0001-01-01", "1989-12-31", "2101-01-01", "9999-12-31"])
def test_a_month_that_nothing_can_be_of_is_refused(api: Api, month: str) -> None:
    for path in ("/follow/report", "/follow/report.csv", "/follow/report.xlsx"):
        assert told(api.client.get(api.base + path, {"month": month})) == (422, "invalid_input")


@pytest.mark.parametrize("month", ["1990-01-01", "1999-12-01", "2000-01-31", "2100-12-31"])
def test_a_report_can_be_of_the_first_month_and_of_the_last(api: Api, month: str) -> None:
    assert api.get("/follow/report", month=month)["month"][:7] == month[:7]
    for path in ("/follow/report.csv", "/follow/report.xlsx"):
        assert api.client.get(api.base + path, {"month": month}).status_code == 200


def test_a_due_day_at_the_end_of_time_breaks_no_calendar(api: Api, project: Project) -> None:
    scope = scope_of(project, "web")
    piece = Piece.objects.create(
        project=project, scope=scope, title="A piece", kind="article", hours=4
    )
    for day in ("9999-12-31", "0001-01-01"):
        refused = api.refused("PATCH", f"/pieces/{piece.pk}", {"due": day})
        assert (refused["code"], refused["field"]) == ("invalid_input", "due")
    api.send("PATCH", f"/pieces/{piece.pk}", {"due": "2100-12-31"})
    assert b"21001231" in api.client.get(f"{api.base}/plan.ics").content
    # One that an older version let in.
    Piece.objects.filter(pk=piece.pk).update(due=date.max)
    assert b"99991231" in api.client.get(f"{api.base}/plan.ics").content


def test_answers_of_the_api_are_kept_by_nobody(api: Api) -> None:
    for path in ("/api/session", "/api/nothing", f"{api.base}/overview", "/api/openapi.json"):
        assert api.client.get(path)["Cache-Control"] == "no-store"
    assert api.client.get("/")["Cache-Control"] == "no-cache"


def test_nothing_is_shown_in_a_frame_of_others(client: Client) -> None:
    built = sorted((settings.STATIC_ROOT / "assets").glob("*.js"))[0].name
    for path in ("/", "/api/session", f"/static/assets/{built}"):
        assert client.get(path)["X-Frame-Options"] == "DENY", path


def test_a_problem_has_the_same_title_for_all_of_its_code(api: Api) -> None:
    first, second = (api.refused("GET", f"/jobs/{number}") for number in (9, 10))
    other = api.refused("GET", "/pieces/99/around")
    assert {p["title"] for p in (first, second, other)} == {CATALOGUE["not_found"].about}
    assert {p["type"] for p in (first, other)} == {"urn:bunraku:problem:not_found"}
    assert first["detail"] == "There is no such job."
    assert other["detail"] != first["detail"]


def test_what_the_server_refuses_by_itself_is_a_problem_too() -> None:
    def never(environ: Any, start_response: Any) -> Any:
        raise AssertionError("it is refused before")

    with socket.create_server(("127.0.0.1", 0)) as listening:
        server = serve.serving(never, listening, max_request_body_size=1_000)
        thread = threading.Thread(target=server.run, daemon=True)
        thread.start()
        connection = HTTPConnection(*listening.getsockname(), timeout=10)
        connection.request("POST", "/api/session", b"x" * 2_000)
        answer = connection.getresponse()
        body = json.loads(answer.read())
        assert (answer.status, body["code"], body["status"]) == (413, "too_large", 413)
        assert answer.headers["Content-Type"] == "application/problem+json"
        connection.close()
        with socket.create_connection(listening.getsockname()) as raw:
            raw.sendall(b"GET / HTTP/9\r\nbroken\r\n\r\n")
            told = b"".join(iter(lambda: raw.recv(4_096), b"")).decode()
        assert told.startswith("HTTP/1.")
        assert '"code": "bad_request"' in told
        server.close()
