"""Clusters and the plan: what the user's hand did holds, one owner a keyword, months and hours."""

import csv
import io
from typing import Any

import pytest

from bunraku.server.cluster import clustering
from bunraku.server.cluster.models import Cluster, Pin
from bunraku.server.jobs.models import Job
from bunraku.server.plan.export_plan import COLUMNS
from bunraku.server.plan.models import Piece, PieceKeyword
from bunraku.server.plan.scheduling import Fit, FitReport
from bunraku.server.plan.selectors import PieceFigures
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row, Scope
from tests.server.conftest import Api, last_job, pieces_of

pytestmark = pytest.mark.django_db


def clusters(api: Api, **query: Any) -> list[dict[str, Any]]:
    return api.get("/clusters", **query)["clusters"]


@pytest.fixture
def planned(weighed: Api) -> Api:
    """Pieces of the eight clusters of most worth."""
    weighed.post("/pieces", {"cluster_ids": [cluster["id"] for cluster in clusters(weighed)[:8]]})
    return weighed


def test_every_kept_keyword_is_in_one_cluster(weighed: Api) -> None:
    answer = weighed.get("/clusters", limit=500)
    assert (
        answer["keywords"]
        == weighed.get("/sheet")["total"]
        == sum(cluster["keywords"] for cluster in answer["clusters"])
    )
    assert answer["total"] == answer["matched"] == len(answer["clusters"])
    several = weighed.get("/clusters", several=True)
    assert all(cluster["keywords"] > 1 for cluster in several["clusters"])
    assert 0 < several["matched"] < answer["total"]
    told = Job.objects.get(kind="cluster").result
    assert told["clusters"] == answer["total"] == told["several"] + told["alone"]
    assert told["several"] == several["matched"]


def test_sums_and_reasons_of_a_cluster(weighed: Api) -> None:
    cluster = clusters(weighed, sort="keywords")[0]
    answer = weighed.get(f"/clusters/{cluster['id']}")
    assert len(answer["members"]) == cluster["keywords"]
    assert sum(m["row"]["volume"] or 0 for m in answer["members"]) == pytest.approx(
        cluster["volume"] or 0
    )
    assert [m["why"] for m in answer["members"] if m["row"]["text"] == answer["lead"]] == [
        "leads the cluster"
    ]
    assert all(m["why"] for m in answer["members"])


def test_a_fit_of_what_is_not_worth_anything_yet_proves_nothing() -> None:
    told = Fit().brought(FitReport(left_out=3, without_worth=3))
    assert told == "0 scheduled, 3 not scheduled, 3 of unknown worth"
    told = Fit().brought(FitReport(placed=2, value=8.0, gap_share=0.004))
    assert told == "2 scheduled, 0 not scheduled, within 0.4% of the best possible"


@pytest.mark.parametrize("sort", ["worth", "volume", "keywords", "chance"])
def test_clusters_are_ordered_and_paged(weighed: Api, sort: str) -> None:
    every = clusters(weighed, sort=sort, limit=500)
    values = [cluster[sort] for cluster in every if cluster[sort] is not None]
    assert values == sorted(values, reverse=True)
    assert clusters(weighed, sort=sort, offset=3, limit=4) == every[3:7]


def test_names_and_moves_hold_when_clustering_runs_again(weighed: Api, project: Project) -> None:
    big = next(keyword for keyword in clusters(weighed, sort="keywords") if keyword["keywords"] > 2)
    other = next(cluster for cluster in clusters(weighed) if cluster["id"] != big["id"])
    row = next(
        m["row"]
        for m in weighed.get(f"/clusters/{big['id']}")["members"]
        if m["row"]["text"] != big["lead"]
    )
    weighed.send("PUT", f"/clusters/{other['id']}/name", {"name": "  My name "})
    moved = weighed.post("/clusters/move", {"row_ids": [row["id"]], "cluster_id": other["id"]})
    assert moved["name"] == "My name"
    assert next(m for m in moved["members"] if m["row"]["id"] == row["id"])["pinned"]
    for afresh in (False, True):
        weighed.post("/clustering", {"channel": "web", "afresh": afresh})
        assert last_job(project, "cluster").state == "done"
        again = weighed.get(f"/clusters/{other['id']}")
        assert again["name"] == "My name"
        assert row["id"] in [m["row"]["id"] for m in again["members"]]
        assert len(again["members"]) > 1


def test_a_move_and_a_name_are_undone(weighed: Api) -> None:
    cluster, other = clusters(weighed)[:2]
    row = weighed.get(f"/clusters/{cluster['id']}")["members"][0]["row"]
    weighed.post("/clusters/move", {"row_ids": [row["id"]], "cluster_id": other["id"]})
    weighed.send("PUT", f"/clusters/{other['id']}/name", {"name": "Named"})
    weighed.undo()
    weighed.undo()
    assert Row.objects.get(pk=row["id"]).cluster == cluster["id"]
    assert not Pin.objects.exists()
    assert Cluster.objects.get(pk=other["id"]).name == ""


def test_a_keyword_can_have_a_cluster_of_its_own(weighed: Api) -> None:
    big = next(keyword for keyword in clusters(weighed, sort="keywords") if keyword["keywords"] > 2)
    row = weighed.get(f"/clusters/{big['id']}")["members"][-1]["row"]
    alone = weighed.post("/clusters/move", {"row_ids": [row["id"]], "cluster_id": None})
    assert [m["row"]["id"] for m in alone["members"]] == [row["id"]]
    weighed.post("/clustering", {"channel": "web"})
    assert Row.objects.get(pk=row["id"]).cluster == alone["id"]


def test_what_is_moved_while_clusters_are_worked_out_holds(
    weighed: Api, monkeypatch: pytest.MonkeyPatch
) -> None:
    cluster, other = clusters(weighed)[:2]
    row = weighed.get(f"/clusters/{cluster['id']}")["members"][0]["row"]
    real = clustering.cluster_keywords
    taken_back: list[int] = []

    def slowly(*given: Any, **more: Any) -> Any:
        labels = real(*given, **more)
        # In another window: a keyword moved, and another put into a cluster of its own and taken
        # back.
        weighed.post("/clusters/move", {"row_ids": [row["id"]], "cluster_id": other["id"]})
        apart = weighed.get(f"/clusters/{other['id']}")["members"][-1]["row"]
        taken_back.append(
            weighed.post("/clusters/move", {"row_ids": [apart["id"]], "cluster_id": None})["id"]
        )
        weighed.undo()
        return labels

    monkeypatch.setattr(clustering, "cluster_keywords", slowly)
    weighed.post("/clustering", {"channel": "web", "afresh": True})
    assert Row.objects.get(pk=row["id"]).cluster == other["id"]
    alive = set(Cluster.objects.values_list("pk", flat=True))
    assert set(Row.objects.filter(state__in=[0, 1]).values_list("cluster", flat=True)) <= alive
    assert not set(taken_back) & alive


def test_clustering_twice_moves_nothing(weighed: Api, project: Project) -> None:
    before = dict(Row.objects.values_list("pk", "cluster"))
    weighed.post("/clustering", {"channel": "web"})
    assert dict(Row.objects.values_list("pk", "cluster")) == before
    assert last_job(project, "cluster").result["moved"] == 0


def test_nothing_to_cluster_is_told(api: Api) -> None:
    assert api.refused("POST", "/clustering", {"channel": "video"})["code"] == "nothing_to_cluster"


def test_pieces_come_from_clusters_with_kind_outlet_and_hours(planned: Api) -> None:
    plan, pieces = planned.get("/plan"), pieces_of(planned)
    assert len(pieces) == plan["pieces"] == 8
    assert len(plan["months"]) == 12
    for piece in pieces:
        assert piece["kind_name"]
        assert piece["because"]
        assert piece["outlet"] == "site.example"
        assert piece["hours"] > 0
        assert piece["main"]
    detail = planned.get(f"/pieces/{pieces[0]['id']}")
    assert detail["rows"][0]["text"] == detail["piece"]["main"]
    assert len(detail["rows"]) == detail["piece"]["keywords"]


def test_a_cluster_is_planned_once(planned: Api) -> None:
    first = clusters(planned)[:9]
    made = planned.post("/pieces", {"cluster_ids": [cluster["id"] for cluster in first]})
    assert (made["made"], made["skipped"]) == (1, {"already planned": 8})
    problem = planned.refused("POST", "/pieces", {"cluster_ids": [first[0]["id"]]})
    assert problem["code"] == "nothing_to_plan"
    assert "already planned" in problem["detail"]


def test_a_keyword_has_one_owner(planned: Api) -> None:
    pieces = pieces_of(planned)
    giver = next(p for p in pieces if p["keywords"] > 1)
    taker = next(p for p in pieces if p["id"] != giver["id"])
    row = planned.get(f"/pieces/{giver['id']}")["rows"][1]
    answer = planned.post(f"/pieces/{taker['id']}/keywords", {"row_id": row["id"]})
    assert row["text"] in [r["text"] for r in answer["rows"]]
    assert row["text"] not in [r["text"] for r in planned.get(f"/pieces/{giver['id']}")["rows"]]
    assert PieceKeyword.objects.filter(keyword__text=row["text"]).count() == 1
    main = planned.get(f"/pieces/{giver['id']}")["rows"][0]
    problem = planned.refused("POST", f"/pieces/{taker['id']}/keywords", {"row_id": main["id"]})
    assert problem["code"] == "keyword_taken"
    assert giver["title"] in problem["detail"]


def test_the_main_keyword_can_be_another_of_its_own(planned: Api) -> None:
    piece = next(p for p in pieces_of(planned) if p["keywords"] > 1)
    row = planned.get(f"/pieces/{piece['id']}")["rows"][1]
    answer = planned.post(f"/pieces/{piece['id']}/keywords", {"row_id": row["id"], "main": True})
    assert answer["piece"]["main"] == row["text"]
    assert (
        planned.refused("DELETE", f"/pieces/{piece['id']}/keywords/{row['id']}")["code"]
        == "invalid_input"
    )
    former = answer["rows"][1]
    planned.send("DELETE", f"/pieces/{piece['id']}/keywords/{former['id']}")
    planned.undo()
    planned.undo()
    assert planned.get(f"/pieces/{piece['id']}")["piece"]["main"] == piece["main"]
    assert planned.get(f"/pieces/{piece['id']}")["piece"]["keywords"] == piece["keywords"]


def test_fitting_places_pieces_within_the_hours(planned: Api, project: Project) -> None:
    first = planned.post("/plan/fit")
    assert first["placed"] + first["left_out"] == 8
    job = last_job(project, "fit")
    assert job.state == "done"
    assert job.result["value"] >= first["value"] - 0.01
    assert job.result["value"] <= job.result["bound"] + 0.01
    assert 0 <= job.result["gap_share"] < 0.05
    hours: dict[str, float] = {}
    for piece in pieces_of(planned):
        if piece["month"]:
            hours[piece["month"]] = hours.get(piece["month"], 0) + piece["hours"]
    assert hours
    assert max(hours.values()) <= project.hours_a_month


def test_a_month_set_by_hand_is_pinned_and_holds(planned: Api) -> None:
    plan = planned.get("/plan")
    piece, last = pieces_of(planned)[0], plan["months"][-1]["month"]
    answer = planned.send("PATCH", f"/pieces/{piece['id']}", {"month": last})
    assert answer["piece"]["pinned"]
    planned.post("/plan/fit")
    assert planned.get(f"/pieces/{piece['id']}")["piece"]["month"] == last
    freed = planned.send("PATCH", f"/pieces/{piece['id']}", {"pinned": False})
    assert freed["piece"]["month"] == last
    planned.post("/plan/fit")
    assert not planned.get(f"/pieces/{piece['id']}")["piece"]["pinned"]
    out = planned.send("PATCH", f"/pieces/{piece['id']}", {"month": None})["piece"]
    assert (out["month"], out["pinned"]) == (None, False)
    # Where it has no month, that holds.
    assert planned.send("PATCH", f"/pieces/{piece['id']}", {"pinned": True})["piece"]["pinned"]
    planned.post("/plan/fit")
    assert planned.get(f"/pieces/{piece['id']}")["piece"]["month"] is None


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"kind": "video"}, "kind"),
        ({"kind": "poem"}, "kind"),
        ({"month": "2031-01-01"}, "month"),
        ({"month": "soon"}, "month"),
        ({"hours": 0}, "hours"),
        ({"hours": 501}, "hours"),
        ({"title": ""}, "title"),
        ({"title": "x" * 201}, "title"),
    ],
)
def test_bad_changes_of_a_piece_are_refused_with_the_field(
    planned: Api, change: dict[str, Any], field: str
) -> None:
    before = pieces_of(planned)[0]
    assert planned.refused("PATCH", f"/pieces/{before['id']}", change)["field"].endswith(field)
    assert pieces_of(planned)[0] == before


def test_an_outlet_of_another_channel_is_refused(planned: Api, project: Project) -> None:
    piece = pieces_of(planned)[0]["id"]
    video = project.outlets.get(channel="video")
    assert (
        planned.refused("PATCH", f"/pieces/{piece}", {"outlet_id": video.pk})["field"]
        == "outlet_id"
    )
    assert (
        planned.refused("PATCH", f"/pieces/{piece}", {"outlet_id": 99_999})["code"] == "not_found"
    )
    assert planned.send("PATCH", f"/pieces/{piece}", {"outlet_id": None})["piece"]["outlet"] == ""


def test_hours_follow_the_kind_until_they_are_the_users(planned: Api) -> None:
    piece = pieces_of(planned)[0]["id"]
    assert planned.send("PATCH", f"/pieces/{piece}", {"kind": "guide"})["piece"]["hours"] == 7
    assert (
        planned.send("PATCH", f"/pieces/{piece}", {"hours": 6.5, "title": "A title"})["piece"][
            "hours"
        ]
        == 6.5
    )
    changed = planned.send("PATCH", f"/pieces/{piece}", {"kind": "article"})["piece"]
    assert (changed["hours"], changed["title"], changed["because"]) == (
        6.5,
        "A title",
        "you chose it",
    )


def test_a_removed_piece_frees_its_keywords_and_comes_back(planned: Api) -> None:
    piece = pieces_of(planned)[0]
    planned.send("DELETE", f"/pieces/{piece['id']}")
    assert planned.client.get(f"{planned.base}/pieces/{piece['id']}").status_code == 404
    assert not PieceKeyword.objects.filter(piece=piece["id"]).exists()
    planned.undo()
    assert planned.get(f"/pieces/{piece['id']}")["piece"] == piece


def test_pieces_after_the_same_results_are_told(planned: Api) -> None:
    plan = planned.get("/plan/overlaps")
    ids = {piece["id"] for piece in pieces_of(planned)}
    for overlap in plan["pairs"]:
        assert {overlap["piece"], overlap["other"]} <= ids
        assert overlap["why"].startswith("they ")


def test_a_piece_is_published_by_the_season_that_is_known(project: Project) -> None:
    piece = Piece(project=project, scope=Scope(channel="web"), hours=1)
    unknown = Row(text="a", volume=900.0)
    little, much = (
        Row(text="b", volume=5.0, climb_month=3),
        Row(text="c", volume=50.0, climb_month=6),
    )
    answer = PieceFigures(piece, [unknown, little, much], unknown)
    assert answer.publish_by.climb_month == 6
    assert PieceFigures(piece, [little, much], little).publish_by.climb_month == 3
    assert PieceFigures(piece, [unknown], unknown).publish_by.day is None


def test_the_plan_as_csv(planned: Api) -> None:
    planned.post("/plan/fit")
    planned.send(
        "PATCH", f"/pieces/{pieces_of(planned)[0]['id']}", {"title": "=1+1", "month": None}
    )
    text = b"".join(planned.client.get(f"{planned.base}/plan.csv").streaming_content).decode(
        "utf-8-sig"
    )
    head, *lines = list(csv.reader(io.StringIO(text, newline="")))
    assert head == [column.name for column in COLUMNS]
    assert len(lines) == 8
    without = [line[head.index("Piece")] for line in lines if not line[head.index("Month")]]
    assert "'=1+1" in without
    months = [month for line in lines if (month := line[head.index("Month")])]
    assert months == sorted(months)
    assert all(float(line[head.index("Hours")]) > 0 for line in lines)


def test_an_empty_plan_is_told(api: Api) -> None:
    assert (api.get("/plan")["pieces"], pieces_of(api)) == (0, [])
    assert api.refused("POST", "/plan/fit")["code"] == "nothing_to_plan"
    assert Piece.objects.count() == 0
