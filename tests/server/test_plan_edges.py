"""Clusters, themes and the plan where there is next to nothing, or very much of one thing."""

from collections.abc import Callable
from typing import Any

import pytest

from bunraku.server.cluster.models import Cluster
from bunraku.server.plan.models import Piece
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row
from tests.server.conftest import Api, pieces_for, pieces_of

pytestmark = pytest.mark.django_db
Make = Callable[..., list[Row]]
PLAIN = ("/plan", "/plan/pieces", "/plan/calendar", "/plan/overlaps", "/plan/left-out")
OF_PLAN = (*PLAIN, "/plan/locations", "/plan/limits", "/plan/prospects", "/plan/loose")


def everything(api: Api) -> dict[str, Any]:
    """All that is looked at on the way from clusters to the plan."""
    told = {path: api.get(path) for path in OF_PLAN}
    told["what if"] = api.get("/plan/what-if", hours=20, horizon=6, stronger=10)
    for path in ("/plan/themes", "/grid", "/clusters", "/clusters/proposals"):
        told[path] = api.get(path, channel="web")
    for of in ("keywords", "clusters", "pieces"):
        told[of] = api.get("/ranking", channel="web", of=of, way="soonest", beside="most")
    for name in ("plan.csv", "plan.xlsx", "plan.ics", "plan/links.csv", "plan/overlaps.csv"):
        assert api.client.get(f"{api.base}/{name}").status_code == 200
    return told


def test_where_there_is_nothing_yet(api: Api) -> None:
    told = everything(api)
    assert (told["/plan"]["pieces"], told["/plan/left-out"]) == (0, [])
    assert api.refused("POST", "/plan/fit")["code"] == "nothing_to_plan"
    assert told["what if"]["pieces"] == 0


def test_one_keyword_goes_all_the_way(api: Api, rows: Make) -> None:
    rows([{"text": "lace bobbin", "volume": 90.0, "worth": 4.0}])
    api.post("/clustering", {"channel": "web"})
    cluster = Cluster.objects.get()
    api.post("/pieces", {"cluster_ids": [cluster.pk], "off_topic": True})
    api.post("/plan/fit")
    told = everything(api)
    assert [piece["title"] for piece in told["/plan/pieces"]["rows"]] == [
        "Lace bobbin: what to know first"
    ]
    assert told["/plan"]["placed"] == 1
    assert told["pieces"]["total"] == 1


def test_all_in_one_cluster(api: Api, rows: Make) -> None:
    made = rows([{"text": f"lace bobbin {n}", "volume": 9.0, "worth": 1.0} for n in range(300)])
    cluster = Cluster.objects.create(scope=made[0].scope, lead=made[0].keyword)
    Row.objects.update(cluster=cluster.pk)
    api.post("/pieces", {"cluster_ids": [cluster.pk], "off_topic": True})
    told = everything(api)
    (piece,) = told["/plan/pieces"]["rows"]
    assert (piece["keywords"], piece["worth"]) == (300, 300)
    assert told["/clusters"]["matched"] == 1


def test_very_many_alone(api: Api, rows: Make) -> None:
    made = rows([{"text": f"word{n} thing{n}", "volume": 1.0} for n in range(3_000)])
    clusters = Cluster.objects.bulk_create(
        Cluster(scope_id=row.scope_id, lead_id=row.keyword_id) for row in made
    )
    for row, cluster in zip(made, clusters, strict=True):
        row.cluster = cluster.pk
    Row.objects.bulk_update(made, ["cluster"], batch_size=400)
    told = everything(api)
    assert told["/plan/themes"]["none"]["clusters"] == 3_000
    assert told["/clusters"]["matched"] == 3_000


def test_an_outlet_goes_from_under_its_pieces(api: Api, project: Project, rows: Make) -> None:
    pieces = pieces_for(api, rows([{"text": "lace pillow", "volume": 90.0, "worth": 4.0}]))
    outlet = project.outlets.get(channel="web")
    api.send("DELETE", f"/outlets/{outlet.pk}?version={outlet.version}")
    told = everything(api)
    (piece,) = told["/plan/pieces"]["rows"]
    assert (piece["outlet_id"], piece["id"]) == (None, pieces[0].pk)
    assert api.get("/plan/pieces", outlet=0)["total"] == 1
    assert api.get("/plan/what-if", hours=20, stronger=10)["pieces"] == 1


def test_two_windows_change_one_piece(api: Api, rows: Make) -> None:
    (piece,) = pieces_for(api, rows([{"text": "lace pillow", "volume": 90.0}]))
    # Each field is saved by itself: what the other window said of another one stays.
    api.send("PATCH", f"/pieces/{piece.pk}", {"note": "from one"})
    api.send("PATCH", f"/pieces/{piece.pk}", {"maker": "from the other"})
    kept = pieces_of(api)[0]
    assert (kept["note"], kept["maker"]) == ("from one", "from the other")
    api.send("DELETE", f"/pieces/{piece.pk}")
    for method, path, body in (
        ("PATCH", f"/pieces/{piece.pk}", {"note": "too late"}),
        ("POST", f"/pieces/{piece.pk}/live", {"address": "https://a.example", "improve": True}),
        ("POST", f"/pieces/{piece.pk}/give-way", {"other": piece.pk, "row_id": 1}),
    ):
        assert api.refused(method, path, body)["status"] == 404
    api.undo()
    assert Piece.objects.get().note == "from one"


def test_stronger_outlets_are_told_and_change_nothing(weighed: Api) -> None:
    clusters = weighed.get("/clusters", channel="web")["clusters"]
    ids = [cluster["id"] for cluster in clusters[:8]]
    weighed.post("/pieces", {"cluster_ids": ids, "off_topic": True})
    before = list(Row.objects.order_by("pk").values_list("worth", "chance"))
    same, more, less = (
        weighed.get("/plan/what-if", hours=30, stronger=points)["value"] for points in (0, 15, -30)
    )
    assert less < same < more
    assert list(Row.objects.order_by("pk").values_list("worth", "chance")) == before
    longer = weighed.get("/plan/what-if", hours=30, horizon=24)
    assert (longer["horizon"], longer["horizon_now"]) == (24, 12)
    assert longer["value"] > same
    weighed.post("/plan/what-if/take", {"hours": 30, "horizon": 24})
    assert len(weighed.get("/plan")["months"]) == 24
    weighed.undo()
    assert len(weighed.get("/plan")["months"]) == 12


def test_a_cluster_of_several_towns_is_no_towns_page(
    api: Api, project: Project, rows: Make
) -> None:
    project.places = ["Harrowby", "Tenwick"]
    project.save()
    towns = ("", " near me", " harrowby", " tenwick")
    made = rows([{"text": f"lace repair{town}", "volume": 90.0, "local": True} for town in towns])
    alone = rows([{"text": "lace lessons harrowby", "volume": 9.0, "local": True}])
    ids = []
    for group in (made, alone):
        cluster = Cluster.objects.create(scope=group[0].scope, lead=group[0].keyword)
        Row.objects.filter(pk__in=[row.pk for row in group]).update(cluster=cluster.pk)
        ids.append(cluster.pk)
    api.post("/pieces", {"cluster_ids": ids, "off_topic": True})
    kinds = dict(Piece.objects.values_list("title", "kind"))
    assert kinds == {"Lace repair": "landing", "Lace lessons in Harrowby": "location"}
