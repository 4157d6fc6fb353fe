"""Between which months a piece is to be made, and pieces that are kept out of the plan."""

from collections.abc import Callable

import pytest

from bunraku.core.plan.calendar import months_ahead
from bunraku.server.clock import today
from bunraku.server.plan.models import Piece
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row
from tests.server.conftest import Api, pieces_for

pytestmark = pytest.mark.django_db


@pytest.fixture
def pieces(api: Api, project: Project, rows: Callable[..., list[Row]]) -> list[Piece]:
    """Six pieces of two hours, of which two a month fit."""
    Project.objects.filter(pk=project.pk).update(hours_a_month=4)
    figures = [{"text": f"loom {n}", "volume": 90.0, "worth": 30.0 - n} for n in range(6)]
    return pieces_for(api, rows(figures))


def _months(api: Api) -> list[str]:
    return [month["month"] for month in api.get("/plan")["months"]]


def _change(api: Api, piece: Piece, **fields: object) -> None:
    api.send("PATCH", f"/pieces/{piece.pk}", fields)


def _stands(piece: Piece) -> str | None:
    month = Piece.objects.get(pk=piece.pk).month
    return month.isoformat() if month else None


def test_fitting_keeps_to_the_months_that_are_wanted(api: Api, pieces: list[Piece]) -> None:
    months = _months(api)
    _change(api, pieces[0], not_before=months[4])
    _change(api, pieces[5], by_month=months[0])
    _change(api, pieces[1], not_before=months[2], by_month=months[2])
    api.post("/plan/fit")
    first, second, last = (_stands(pieces[n]) for n in (0, 1, 5))
    assert first is not None
    assert first >= months[4]
    assert (second, last) == (months[2], months[0])
    shown = api.get(f"/pieces/{pieces[1].pk}")["piece"]
    assert (shown["not_before"], shown["by_month"]) == (months[2], months[2])


def test_a_month_set_by_hand_outranks_them(api: Api, pieces: list[Piece]) -> None:
    months = _months(api)
    _change(api, pieces[0], not_before=months[4])
    _change(api, pieces[0], month=months[0])
    worth = api.get("/plan")["worth"]
    api.post("/plan/fit")
    assert _stands(pieces[0]) == months[0]
    assert api.get("/plan")["worth"] > worth


def test_what_is_kept_out_has_no_month_until_it_is_let_in(api: Api, pieces: list[Piece]) -> None:
    api.post("/plan/fit")
    _change(api, pieces[0], month=None, pinned=True)
    api.post("/plan/fit")
    assert _stands(pieces[0]) is None
    assert all(_stands(piece) for piece in pieces[1:])
    # Nor is it proposed for hours that are left, or let in by other hours.
    assert pieces[0].title not in api.get("/plan/prospects")["more_titles"]
    assert api.get("/plan/what-if", hours=40, pins=False)["come"] == []
    assert api.get("/plan")["impossible"] == []
    _change(api, pieces[0], pinned=False)
    api.post("/plan/fit")
    assert _stands(pieces[0])


def test_a_month_whose_time_is_over_leaves_the_piece_out(api: Api, pieces: list[Piece]) -> None:
    over = months_ahead(today())[0].replace(year=2020)
    Piece.objects.filter(pk=pieces[0].pk).update(by_month=over)
    api.post("/plan/fit")
    assert _stands(pieces[0]) is None
    _change(api, pieces[0], by_month=None)
    api.post("/plan/fit")
    assert _stands(pieces[0])


def test_months_that_cannot_be_are_refused(api: Api, pieces: list[Piece]) -> None:
    months = _months(api)
    path = f"/pieces/{pieces[0].pk}"
    _change(api, pieces[0], not_before=months[4])
    refused = api.refused("PATCH", path, {"by_month": months[1]})
    assert (refused["code"], refused["field"]) == ("invalid_input", "by_month")
    assert "not before" in refused["detail"]
    assert api.refused("PATCH", path, {"not_before": "2020-01-01"})["field"] == "not_before"
    assert Piece.objects.get(pk=pieces[0].pk).by_month is None


def test_it_is_undone(api: Api, pieces: list[Piece]) -> None:
    _change(api, pieces[0], by_month=_months(api)[3])
    api.undo()
    assert Piece.objects.get(pk=pieces[0].pk).by_month is None
