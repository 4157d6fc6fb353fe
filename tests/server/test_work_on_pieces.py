"""The work on a piece: its state, who makes it, when it is due, what is kept with it."""

from collections.abc import Callable
from typing import Any

import pytest

from bunraku.core.plan.work import LEAST_DONE, learn_hours
from bunraku.server.plan.models import Piece
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row
from tests.server.conftest import Api

pytestmark = pytest.mark.django_db


@pytest.fixture
def piece(api: Api, rows: Callable[..., list[Row]]) -> dict[str, Any]:
    """A piece that serves a keyword."""
    [row, _] = rows([{"text": "sash window cords", "volume": 90.0}, {"text": "putty knife"}])
    made = Piece.objects.create(
        project=row.scope.project, scope=row.scope, title="Sash window cords", kind="article",
        hours=5,
    )  # fmt: skip
    api.post(f"/pieces/{made.pk}/keywords", {"row_id": row.pk, "main": True})
    return {"id": made.pk, "row": row}


def test_what_is_told_of_the_work_is_kept_and_taken_back(api: Api, piece: dict[str, Any]) -> None:
    told = {
        "state": "writing", "maker": "Ada", "due": "2026-12-18", "hours_spent": 2.5,
        "address": "https://windows.example/cords", "improves": True, "reserve_title": "Cords",
        "parked_idea": "A table of weights", "note": "Ask the joiner",
    }  # fmt: skip
    after = api.send("PATCH", f"/pieces/{piece['id']}", told)["piece"]
    assert {name: after[name] for name in told} == told
    assert (
        api.send("PATCH", f"/pieces/{piece['id']}", {"due": None, "note": None})["piece"]["due"]
        is None
    )
    assert api.get(f"/pieces/{piece['id']}")["piece"]["note"] == "Ask the joiner"
    api.undo()
    api.undo()
    assert api.get(f"/pieces/{piece['id']}")["piece"]["state"] == "idea"
    refused = api.refused("PATCH", f"/pieces/{piece['id']}", {"state": "done"})
    assert refused["code"] == "invalid_input"


def test_tags_are_taken_once_each(api: Api, piece: dict[str, Any]) -> None:
    address = f"/pieces/{piece['id']}/tags"
    api.post(address, {"tags": ["sash cord", "window cord", "Sash  Cord"]})
    told = api.post(address, {"tags": ["waxed cord", "window cord"]})
    assert told["piece"]["tags"] == ["sash cord", "window cord", "waxed cord"]
    api.undo()
    assert api.get(f"/pieces/{piece['id']}")["piece"]["tags"] == ["sash cord", "window cord"]
    many = [f"tag {n}" for n in range(199)]
    assert api.refused("POST", address, {"tags": many})["field"] == "tags"


def test_pieces_are_offered_for_a_keyword(
    api: Api, piece: dict[str, Any], project: Project
) -> None:
    row = piece["row"]
    other = Piece.objects.create(
        project=project, scope=row.scope, title="Putty", kind="article", hours=5
    )
    told = api.get(f"/rows/{row.pk}/pieces")
    assert told["serves"] == piece["id"]
    assert [each["id"] for each in told["pieces"]] == [piece["id"], other.pk]
    alone = Row.objects.get(text="putty knife")
    assert api.get(f"/rows/{alone.pk}/pieces")["serves"] is None


def test_hours_that_were_spent_teach() -> None:
    assert learn_hours([4.0] * (LEAST_DONE - 1)) is None
    assert learn_hours([4.0, 0.0, 5.0]) is None
    learned = learn_hours([3.0, 4.1, 5.0, 6.0, 20.0])
    assert learned is not None
    assert (learned.hours, learned.pieces) == (5.0, 5)
    assert learned.low < 4 < 6 < learned.high < 20
