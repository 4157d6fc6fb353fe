"""Nobody sees or changes what is another's: every endpoint there is, walked."""

import json
import re
from typing import Any

import pytest
from django.contrib.auth.models import User
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client

from bunraku.server.api import api as the_api
from bunraku.server.projects.models import Project
from tests.server.conftest import Api, pieces_of

SCHEMA: dict[str, Any] = json.loads(json.dumps(the_api.get_openapi_schema(), default=str))
OPEN_TO_ALL = {
    ("get", "/api/session"),
    ("post", "/api/session"),
    ("post", "/api/accounts"),
    ("get", "/api/notice"),
}
OPERATIONS = [(method, path) for path, methods in SCHEMA["paths"].items() for method in methods]
OF_PROJECTS = [(method, path) for method, path in OPERATIONS if "{project_id}" in path]


def call(client: Client, method: str, path: str, address: str) -> Any:
    """Call an operation at an address, with a body that fits its schema as far as its required
    fields go."""
    content = SCHEMA["paths"][path][method].get("requestBody", {}).get("content", {})
    if "multipart/form-data" in content:
        return client.post(address, {"file": SimpleUploadedFile("list.csv", b"star chart")})
    body = json.dumps(example(content["application/json"]["schema"])) if content else ""
    return client.generic(method.upper(), address, body, content_type="application/json")


def example(schema: dict[str, Any]) -> Any:
    if "$ref" in schema:
        return example(SCHEMA["components"]["schemas"][schema["$ref"].rsplit("/", 1)[1]])
    if "enum" in schema:
        return schema["enum"][0]
    if "anyOf" in schema:
        return example(schema["anyOf"][0])
    if schema.get("format") == "date":
        return "2026-01-01"
    kind = schema.get("type")
    if kind == "object":
        return {
            name: example(value)
            for name, value in schema.get("properties", {}).items()
            if name in schema.get("required", [])
        }
    if kind == "array":
        return [example(schema["items"])] if schema.get("minItems") else []
    return {"string": "x", "integer": 1, "number": 1, "boolean": False}.get(str(kind))


@pytest.mark.django_db
@pytest.mark.parametrize(("method", "path"), OF_PROJECTS)
def test_another_persons_project_is_not_there(
    api: Api, client: Client, project: Project, method: str, path: str
) -> None:
    stranger = User.objects.create_user("stranger", password="another long phrase")
    client.force_login(stranger)
    address = re.sub(r"\{\w+\}", "1", path.replace("{project_id}", str(project.pk)))
    response = call(client, method, path, address)
    assert response.status_code == 404, response.content
    assert response.json()["code"] == "not_found"


@pytest.mark.django_db
@pytest.mark.parametrize(
    ("method", "path"), [operation for operation in OPERATIONS if operation not in OPEN_TO_ALL]
)
def test_nobody_signed_in_gets_nothing(client: Client, method: str, path: str) -> None:
    address = re.sub(r"\{\w+\}", "1", path)
    response = call(client, method, path, address)
    assert response.status_code == 401
    assert response.json()["code"] == "not_signed_in"


@pytest.mark.django_db
@pytest.mark.parametrize(
    ("method", "path"), [operation for operation in OPERATIONS if operation[0] != "get"]
)
def test_changes_need_our_token(person: User, project: Project, method: str, path: str) -> None:
    strict = Client(enforce_csrf_checks=True)
    strict.force_login(person)
    address = re.sub(r"\{\w+\}", "1", path.replace("{project_id}", str(project.pk)))
    response = call(strict, method, path, address)
    assert response.status_code == 403
    assert response.json()["code"] == "csrf_failed"


@pytest.mark.django_db
@pytest.mark.parametrize(
    ("method", "path"),
    [(m, p) for m, p in OF_PROJECTS if re.search(r"\{(?!project_id)\w+\}", p)],
)
def test_things_of_another_project_are_not_there_either(
    weighed: Api, person: User, method: str, path: str
) -> None:
    """The ids are real, but of the person's other project."""
    from bunraku.server.projects.actions import create_project
    from tests.server.conftest import FIELDS, OUTLETS

    weighed.post("/pieces", {"cluster_ids": [weighed.get("/clusters")["clusters"][0]["id"]]})
    other = create_project(person, {**FIELDS, "name": "Another"}, OUTLETS)
    ids = {
        "row_id": weighed.get("/sheet")["rows"][0]["id"],
        "cluster_id": weighed.get("/clusters")["clusters"][0]["id"],
        "piece_id": pieces_of(weighed)[0]["id"],
        "job_id": weighed.get("/jobs")[0]["id"],
        "outlet_id": weighed.get("")["outlets"][0]["id"],
        "rule_id": weighed.post("/rules", {"kind": "word", "value": "tattoo"})["rules"][-1]["id"],
        "file_id": weighed.bring("star chart")["id"],
    }
    address = path.replace("{project_id}", str(other.pk))
    for name, id in ids.items():
        address = address.replace(f"{{{name}}}", str(id))
    if (method, path.rsplit("/", 1)[1]) == ("delete", "{outlet_id}"):
        address += "?version=1"
    response = call(weighed.client, method, path, address)
    assert response.status_code == 404, (address, response.content)


@pytest.mark.django_db
def test_ids_in_bodies_must_be_the_projects_own(weighed: Api, person: User) -> None:
    from bunraku.server.projects.actions import create_project
    from tests.server.conftest import FIELDS, OUTLETS

    row, cluster = (
        weighed.get("/sheet")["rows"][0]["id"],
        weighed.get("/clusters")["clusters"][0]["id"],
    )
    other = Api(weighed.client, create_project(person, {**FIELDS, "name": "Another"}, OUTLETS))
    for path, body in (
        ("/sheet/state", {"row_ids": [row], "state": "dropped"}),
        ("/rows/priority", {"row_ids": [row], "priority": "high"}),
        ("/rows/intent", {"row_ids": [row], "intent": "commercial"}),
        ("/measure", {"channel": "web", "row_ids": [row]}),
        ("/clusters/move", {"row_ids": [row], "cluster_id": None}),
        ("/pieces", {"cluster_ids": [cluster]}),
    ):
        assert other.refused("POST", path, body)["code"] == "not_found", path
    assert weighed.get("/sheet")["rows"][0]["state"] == "open"
