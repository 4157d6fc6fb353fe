"""The plan with other hours, beside the one there is."""

from collections.abc import Callable
from datetime import timedelta

import pytest

from bunraku.core.plan.calendar import months_ahead
from bunraku.server.clock import today
from bunraku.server.plan.models import Piece
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row
from tests.server.conftest import Api, pieces_for

pytestmark = pytest.mark.django_db


@pytest.fixture
def fitted(api: Api, project: Project, rows: Callable[..., list[Row]]) -> list[Piece]:
    """More pieces than two hours a month hold, fitted."""
    Project.objects.filter(pk=project.pk).update(hours_a_month=2)
    figures = [{"text": f"kiln {n}", "volume": 90.0, "worth": 30.0 - n} for n in range(20)]
    made = pieces_for(api, rows(figures))
    api.post("/plan/fit")
    return made


def test_more_hours_bring_more_pieces_and_fewer_take_some_out(
    api: Api, fitted: list[Piece]
) -> None:
    same = api.get("/plan/what-if", hours=2)
    assert (same["pieces_now"], same["come"], same["gone"]) == (12, [], [])
    assert same["value"] >= same["value_now"] * 0.98
    more = api.get("/plan/what-if", hours=4)
    assert more["pieces"] == 20
    assert len(more["come"]) == 8
    assert more["value"] > more["value_now"]
    fewer = api.get("/plan/what-if", hours=0)
    assert (fewer["pieces"], len(fewer["gone"])) == (0, 12)
    assert Piece.objects.filter(month=None).count() == 8


def test_it_is_taken_as_one_change(api: Api, project: Project, fitted: list[Piece]) -> None:
    months = dict(Piece.objects.values_list("pk", "month"))
    told = api.post("/plan/what-if/take", {"hours": 4})
    assert told["moved"] >= 8
    project.refresh_from_db()
    assert project.hours_a_month == 4
    assert not Piece.objects.filter(month=None).exists()
    api.undo()
    project.refresh_from_db()
    assert project.hours_a_month == 2
    assert dict(Piece.objects.values_list("pk", "month")) == months


def test_pins_hold_unless_they_are_asked_not_to(api: Api, fitted: list[Piece]) -> None:
    last = months_ahead(today())[11]
    api.send("PATCH", f"/pieces/{fitted[0].pk}", {"month": str(last)})
    with_pins = api.get("/plan/what-if", hours=10)
    assert fitted[0].pk not in [one["id"] for one in with_pins["moved"]]
    without = api.get("/plan/what-if", hours=10, pins=False)
    assert fitted[0].pk in [one["id"] for one in without["moved"]]
    api.post("/plan/what-if/take", {"hours": 10, "pins": False})
    freed = Piece.objects.get(pk=fitted[0].pk)
    assert (freed.pinned, freed.month != last) == (False, True)


def test_what_is_being_made_stays_where_it_is(api: Api, fitted: list[Piece]) -> None:
    past = (months_ahead(today())[0] - timedelta(days=40)).replace(day=1)
    Piece.objects.filter(pk=fitted[0].pk).update(state="live", month=past)
    api.post("/plan/what-if/take", {"hours": 10, "pins": False})
    assert Piece.objects.get(pk=fitted[0].pk).month == past
    assert api.get("/plan/what-if", hours=3)["pieces_now"] >= 1
    refused = api.client.get(f"{api.base}/plan/what-if", {"hours": -1})
    assert refused.status_code == 422
