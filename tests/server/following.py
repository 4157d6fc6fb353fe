"""What tests of following do again and again: publish a piece, look, let weeks pass."""

from typing import Any

from bunraku.core.follow.checks import unpack
from bunraku.server.clock import today
from bunraku.server.follow.models import Followed
from bunraku.server.plan.models import Piece
from tests.server.conftest import Api

ADDRESS = "https://site.example/sash-cords"


def publish(api: Api, piece: Piece, address: str = ADDRESS, **more: Any) -> int:
    body = {"address": address, "day": today().isoformat(), **more}
    live: int = api.post(f"/pieces/{piece.pk}/publish", body)["live"]
    return live


def look(api: Api, *live: int) -> Any:
    return api.post("/follow/check", {"live": list(live)})


def weeks(api: Api, count: int) -> None:
    for _ in range(count):
        api.post("/follow/clock", {"days": 7})


def place_of(live: int, n: int = 0) -> list[int]:
    track = Followed.objects.filter(live=live, place="", device=0).order_by("-main", "pk")[n]
    return [int(place) for place in unpack(bytes(track.checks))["organic"]]


def watch_body(**more: Any) -> dict[str, Any]:
    return {
        "rhythm": "kind", "depth": 100, "places": [], "phone": False, "most_a_month": 400, **more,
    }  # fmt: skip


def other_project(api: Api) -> int:
    made = api.client.post("/api/projects", {"name": "Other", "about": "x"}, "application/json")
    pk: int = made.json()["id"]
    return pk
