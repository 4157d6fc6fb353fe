"""What tests of desks share."""

from collections.abc import Callable
from typing import Any

from bunraku.server.plan.models import Piece
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row
from tests.server.conftest import Api

Make = Callable[..., list[Row]]
FIGURES = [
    {"text": "sash window cord", "volume": 90.0, "worth": 9.0},
    {"text": "waxed sash cord", "volume": 80.0, "worth": 7.0},
    {"text": "sash cord kit", "volume": 70.0, "worth": 5.0},
    {"text": "sash pulley", "volume": 10.0, "worth": 1.0},
]


def listing(api: Api, project: Project, rows: Make, **more: Any) -> Piece:
    """The same as a listing of the shop."""
    made = rows(FIGURES, channel="marketplace")
    piece = Piece.objects.create(
        project=project, scope=made[0].scope, outlet=project.outlets.get(channel="marketplace"),
        title="Sash window cord", kind="listing", hours=2, **more,
    )  # fmt: skip
    for row in made:
        body = {"row_id": row.pk, "main": row is made[0]}
        api.post(f"/pieces/{piece.pk}/keywords", body)
    return piece


def save(api: Api, piece: Piece, since: int = 0, **edits: tuple[str, str]) -> Any:
    body = {"edits": {name: {"was": a, "now": b} for name, (a, b) in edits.items()}, "since": since}
    return api.send("PUT", f"/pieces/{piece.pk}/draft", body)


def pack(api: Api, piece: Piece, field: str, **more: Any) -> list[dict[str, Any]]:
    body = {"field": field, "fields": {}, **more}
    proposals: list[dict[str, Any]] = api.post(f"/pieces/{piece.pk}/desk/pack", body)["proposals"]
    return proposals
