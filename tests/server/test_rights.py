"""Every endpoint declares the right it needs; what reads asks for no more than reading."""

from typing import Any

import pytest
from ninja.security import SessionAuth

from bunraku.server.api import api as the_api
from bunraku.server.projects import access
from bunraku.server.projects.access import CHANGES, READS, Member, Right
from bunraku.server.projects.models import Project
from tests.server.conftest import Api

READING_POSTS = {
    "price_measuring",
    "price_pages",
    "preview_thresholds",
    "preview_strictness",
    "estimate_run",
    "preview_combinations",
    "preview_pieces",
    "picked_keywords",
    "ask_box",
    "try_rule",
    "look_at_file",
    "look",
    "fix_fields",
    "set_capitals",
    "pack_field",
    "read_text",
    "price_terms",
}
"""They read, but what they are asked about is too long for an address."""


def operations() -> list[tuple[str, str, list[SessionAuth], str]]:
    """Method, path, what each asks for, name."""
    return [
        (method, path, list(operation.auth_callbacks), str(operation.url_name))
        for prefix, router in the_api._routers
        for path, view in router.path_operations.items()
        for operation in view.operations
        for method, path in [(operation.methods[0], prefix + path)]
    ]


def test_every_endpoint_below_a_project_declares_its_right() -> None:
    below = [answer for answer in operations() if "project_id" in answer[1]]
    assert len(below) > 45
    for method, path, asks, name in below:
        assert len(asks) == 1, path
        assert isinstance(asks[0], Member), (method, path)
        reads = method == "GET" or name in READING_POSTS
        assert asks[0] is (READS if reads else CHANGES), (method, path)


@pytest.mark.django_db
def test_one_who_may_only_read_changes_nothing(
    weighed: Api, project: Project, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(access, "rights_of", lambda *_: frozenset({Right.READ}))
    assert weighed.get("/sheet")["total"] > 0
    row = weighed.get("/sheet")["rows"][0]["id"]
    weighed.post("/measure/price", {"channel": "web", "row_ids": [row]})
    for path, body in (
        ("/sheet/state", {"row_ids": [row], "state": "kept"}),
        ("/undo", {"entry": 1}),
        ("/clustering", {"channel": "web"}),
    ):
        refused: Any = weighed.refused("POST", path, body)
        assert refused["code"] == "not_found"
    assert weighed.get("/sheet", state="kept")["total"] == 0
