"""Figures belong to who they are for: the same for everyone once, and for each outlet apart."""

from types import SimpleNamespace
from typing import Any

import pytest
from django.db import connection

from bunraku.server.projects.models import Outlet, Project
from bunraku.server.sheet.models import Outlook, Row
from bunraku.server.sheet.scopes import scope_of
from bunraku.server.weigh import weighing
from bunraku.server.weigh.weighing import OF_OUTLETS
from tests.server.conftest import Api, last_job, pieces_of

pytestmark = pytest.mark.django_db
SHARED = ("volume", "difficulty", "intent", "month_share", "cpc", "click_value")


@pytest.fixture
def second(weighed: Api) -> int:
    """Another outlet on the web, far stronger."""
    made = weighed.post("/outlets", {"name": "Giant", "channel": "web", "standing": 85})
    return int(made["id"])


def of_row(row: Row) -> dict[str, object]:
    return {name: getattr(row, name) for name in OF_OUTLETS}


def outlook(row: Row, outlet: int) -> dict[str, object]:
    hits = Outlook.objects.get(row=row, outlet=outlet)
    return {name: getattr(hits, name) for name in OF_OUTLETS}


def test_each_outlet_has_figures_of_its_own_and_the_sheet_those_of_the_chosen(
    weighed: Api, project: Project, second: int
) -> None:
    first = project.outlets.get(name="site.example").pk
    rows = list(Row.objects.filter(difficulty__isnull=False))
    assert len(rows) >= 40
    for row in rows:
        assert of_row(row) == outlook(row, first)
    chances = [(outlook(row, second)["chance"], outlook(row, first)["chance"]) for row in rows]
    assert all(strong >= weak for strong, weak in chances)
    assert sum(strong > weak for strong, weak in chances) > 0.8 * len(rows)


def test_choosing_an_outlet_weighs_the_sheet_for_it_and_nothing_else_moves(
    weighed: Api, project: Project, second: int
) -> None:
    before = {row.pk: row for row in Row.objects.filter(difficulty__isnull=False)}
    chosen = weighed.post(f"/outlets/{second}/choose")["chosen_outlets"]
    assert second in chosen
    assert last_job(project, "reweigh").state == "done"
    for pk, row in before.items():
        now = Row.objects.get(pk=pk)
        assert of_row(now) == outlook(now, second)
        for name in SHARED:
            assert getattr(now, name) == getattr(row, name), name
    assert weighed.get(f"/rows/{next(iter(before))}")["outlet"] == "Giant"
    # The other channels keep theirs.
    assert project.outlets.get(channel="video").pk in chosen


def test_old_figures_stay_readable_until_new_ones_are_there(
    weighed: Api, second: int, monkeypatch: pytest.MonkeyPatch
) -> None:
    from bunraku.server.jobs import actions

    # The job waits in its queue.
    monkeypatch.setattr(actions, "run_job", SimpleNamespace(enqueue=lambda job: None))
    before = weighed.get("/sheet", verdict=["go", "try", "hard", "skip"])["rows"]
    weighed.post(f"/outlets/{second}/choose")
    assert before
    assert weighed.get("/sheet", verdict=["go", "try", "hard", "skip"])["rows"] == before
    assert [job["kind"] for job in weighed.get("/overview")["jobs"]] == ["reweigh"]


def test_where_the_chosen_outlet_goes_the_one_longest_there_takes_its_place(
    weighed: Api, project: Project, second: int
) -> None:
    first = project.outlets.get(name="site.example").pk
    weighed.post(f"/outlets/{second}/choose")
    weighed.send("DELETE", f"/outlets/{second}?version=1")
    project.refresh_from_db()
    chosen = project.chosen_outlet("web")
    assert chosen is not None
    assert chosen.pk == first
    row = Row.objects.filter(difficulty__isnull=False)[0]
    assert of_row(row) == outlook(row, first)
    weighed.send("DELETE", f"/outlets/{first}?version=1")
    row.refresh_from_db()
    assert (row.chance, row.worth, row.verdict, row.weak_spots) == (None, None, 0, None)
    assert row.difficulty is not None


def test_an_outlet_that_moves_to_another_channel_leaves_no_figures_behind(
    weighed: Api, second: int
) -> None:
    body = {"name": "Giant", "channel": "video", "standing": 85, "version": 1}
    weighed.send("PUT", f"/outlets/{second}", body)
    assert not Outlook.objects.filter(outlet=second, row__scope__channel="web").exists()


def test_a_piece_is_planned_with_its_own_outlets_figures(
    weighed: Api, project: Project, second: int
) -> None:
    cluster = weighed.get("/clusters")["clusters"][0]["id"]
    weighed.post("/pieces", {"cluster_ids": [cluster]})
    (piece,) = pieces_of(weighed)
    assert piece["outlet"] == "site.example"
    # A third one, weak and made last, has no part in it.
    weighed.post("/outlets", {"name": "Dwarf", "channel": "web", "standing": 1})
    weighed.send("PATCH", f"/pieces/{piece['id']}", {"outlet_id": second})
    (moved,) = pieces_of(weighed)
    assert moved["chance"] >= piece["chance"]
    assert moved["worth"] > piece["worth"]
    # The board's sums and its order go by the same figures.
    summary = weighed.get("/plan")
    weighed.send("PATCH", f"/pieces/{piece['id']}", {"month": summary["months"][0]["month"]})
    assert weighed.get("/plan")["worth"] == pytest.approx(moved["worth"])


def test_new_pieces_go_to_the_chosen_outlet(weighed: Api, second: int) -> None:
    weighed.post(f"/outlets/{second}/choose")
    cluster = weighed.get("/clusters")["clusters"][0]["id"]
    weighed.post("/pieces", {"cluster_ids": [cluster]})
    assert pieces_of(weighed)[0]["outlet"] == "Giant"


def test_an_outlet_of_others_cannot_be_chosen(weighed: Api) -> None:
    assert weighed.refused("POST", "/outlets/99999/choose")["code"] == "not_found"


def test_an_outlet_that_goes_while_keywords_are_weighed_takes_nothing_with_it(
    weighed: Api, project: Project, second: int, monkeypatch: pytest.MonkeyPatch
) -> None:
    real = weighing.weigh_for_outlet

    def while_it_goes(*given: Any, **more: Any) -> Any:
        Outlet.objects.filter(pk=second).delete()
        return real(*given, **more)

    monkeypatch.setattr(weighing, "weigh_for_outlet", while_it_goes)
    scope = scope_of(project, "web")
    Row.objects.filter(scope=scope).update(worth=None)
    weighing.reweigh_scope(scope)
    assert Row.objects.filter(scope=scope, worth__isnull=False).exists()
    connection.check_constraints()


def test_each_channel_has_a_choice_of_its_own(weighed: Api, second: int, project: Project) -> None:
    other = weighed.post("/outlets", {"name": "Films", "channel": "video", "standing": 900})["id"]
    weighed.post(f"/outlets/{second}/choose")
    weighed.post(f"/outlets/{other}/choose")
    assert {second, other} <= set(weighed.get("")["chosen_outlets"])
