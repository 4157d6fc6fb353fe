"""Whatever is sent: never a fault of ours, always an answer that the API's description tells of."""

import json
import os
from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any

import hypothesis
import pytest
import schemathesis
from django.core.signals import request_finished, request_started
from django.db import close_old_connections, transaction
from hypothesis import HealthCheck, Phase, given
from schemathesis import checks

from bunraku.server.wsgi import application
from tests.server.conftest import Api, pieces_of
from tests.server.test_strangers import OPERATIONS, SCHEMA

pytestmark = pytest.mark.django_db
CASES = int(os.environ.get("BUNRAKU_CASES", "8"))
"""Made-up requests an operation: about as many ones that fit as ones that do not."""
API = schemathesis.openapi.from_dict(json.loads(json.dumps(SCHEMA)))
API.app = application
MADE_UP = hypothesis.settings(
    max_examples=CASES,
    deadline=None,
    derandomize=True,
    database=None,
    phases=[Phase.generate],
    suppress_health_check=list(HealthCheck),
)
CHECKED = [
    checks.not_a_server_error,
    checks.status_code_conformance,
    checks.content_type_conformance,
    checks.response_schema_conformance,
]


def tag_of(method: str, path: str) -> str:
    """The room that an operation is of."""
    return str(SCHEMA["paths"][path][method]["tags"][0])


@pytest.fixture
def ids(weighed: Api, monkeypatch: pytest.MonkeyPatch) -> dict[str, int]:
    """Things that are there, so that not every request ends at the door; the sample, which takes
    long to fill, stays empty."""
    monkeypatch.setattr("bunraku.server.start.sample.fill_demo", lambda *_: None)
    weighed.post("/pieces", {"cluster_ids": [weighed.get("/clusters")["clusters"][0]["id"]]})
    return {
        "project_id": int(weighed.base.rsplit("/", 1)[1]),
        "row_id": weighed.get("/sheet")["rows"][0]["id"],
        "cluster_id": weighed.get("/clusters")["clusters"][0]["id"],
        "piece_id": pieces_of(weighed)[0]["id"],
        "job_id": weighed.get("/jobs")[0]["id"],
        "outlet_id": weighed.get("")["outlets"][0]["id"],
        "rule_id": weighed.post("/rules", {"kind": "word", "value": "tattoo"})["rules"][-1]["id"],
        "file_id": weighed.bring("star chart")["id"],
    }


@contextmanager
def one_connection() -> Iterator[None]:
    """Within it requests do not close the connection that the test stands on."""
    for signal in (request_started, request_finished):
        signal.disconnect(close_old_connections)
    yield
    for signal in (request_started, request_finished):
        signal.connect(close_old_connections)


@pytest.mark.parametrize("tag", sorted({tag_of(*operation) for operation in OPERATIONS}))
def test_no_request_meets_a_fault(weighed: Api, ids: dict[str, int], tag: str) -> None:
    cookies = {name: morsel.value for name, morsel in weighed.client.cookies.items()}
    token = "t" * 32
    headers = {"X-CSRFToken": token, "Host": "localhost", "Accept-Encoding": "identity"}

    def ask(case: Any) -> None:
        real = {name: ids[name] for name in (case.path_parameters or {}) if name in ids}
        case.path_parameters = {**(case.path_parameters or {}), **real}
        # What it changes is taken back: each request meets the same project.
        with transaction.atomic():
            response = case.call(headers=headers, cookies={**cookies, "csrftoken": token})
            transaction.set_rollback(True)
        case.validate_response(response, checks=CHECKED)

    with one_connection():
        for method, path in OPERATIONS:
            if tag_of(method, path) == tag:
                MADE_UP(given(case=API[path][method].as_strategy())(ask))()
