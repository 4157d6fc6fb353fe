"""From clusters to pieces: what would fight, what is off topic, old years, first months, hours."""

from collections.abc import Callable
from datetime import date
from typing import Any

import pytest

from bunraku.core.channels.web import WEB
from bunraku.core.text.labelled_phrases import INTENTS
from bunraku.server.cluster.models import Cluster
from bunraku.server.plan.models import KeptApart, MonthHours, Piece, PieceKeyword
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row
from tests.server.conftest import Api, last_job, pieces_of

pytestmark = pytest.mark.django_db
Make = Callable[..., list[Row]]
BUYING = INTENTS.index("transactional")


@pytest.fixture
def one_each(rows: Make) -> Callable[..., list[int]]:
    """Clusters of one keyword each, of given figures; their ids."""

    def make(*figures: dict[str, Any]) -> list[int]:
        ids = []
        for row in rows([{"intent": BUYING, **figure} for figure in figures]):
            cluster = Cluster.objects.create(scope_id=row.scope_id, lead=row.keyword)
            Row.objects.filter(pk=row.pk).update(cluster=cluster.pk)
            ids.append(cluster.pk)
        return ids

    return make


SMOKERS = (
    {"text": "bee smoker set", "worth": 9.0, "volume": 300.0, "clicks": 20.0},
    {"text": "bee smoker for sale", "worth": 5.0, "volume": 100.0},
    {"text": "honey jars", "worth": 4.0, "volume": 90.0},
)


def test_what_would_fight_is_found_before_it_is_planned(
    api: Api, one_each: Callable[..., list[int]]
) -> None:
    ids = one_each(*SMOKERS)
    told = api.post("/pieces/preview", {"cluster_ids": ids})
    assert [draft["main"] for draft in told["drafts"]] == [figure["text"] for figure in SMOKERS]
    [group] = told["groups"]
    assert group["serves"]["main"] == "bee smoker set"
    assert group["serves"]["worth"] == 9.0
    assert [other["main"] for other in group["others"]] == ["bee smoker for sale"]
    assert not Piece.objects.exists()


def test_those_that_would_fight_become_one_piece_if_one_wants(
    api: Api, one_each: Callable[..., list[int]]
) -> None:
    ids = one_each(*SMOKERS)
    joined = [{"cluster_id": ids[1], "into_cluster": ids[0]}]
    assert api.post("/pieces", {"cluster_ids": ids, "joined": joined})["made"] == 2
    piece = next(piece for piece in pieces_of(api) if piece["main"] == "bee smoker set")
    assert (piece["keywords"], piece["worth"]) == (2, 14.0)
    assert api.get("/plan/overlaps")["pairs"] == []
    api.undo()
    assert not Piece.objects.exists()


def test_a_circle_of_joins_leaves_each_by_itself(
    api: Api, one_each: Callable[..., list[int]]
) -> None:
    one, other, _ = one_each(*SMOKERS)
    joined = [
        {"cluster_id": one, "into_cluster": other},
        {"cluster_id": other, "into_cluster": one},
    ]
    assert api.post("/pieces", {"cluster_ids": [one, other], "joined": joined})["made"] == 2


def test_one_that_is_there_serves_it_too(api: Api, one_each: Callable[..., list[int]]) -> None:
    ids = one_each(*SMOKERS)
    api.post("/pieces", {"cluster_ids": ids[:1]})
    [piece] = pieces_of(api)
    [group] = api.post("/pieces/preview", {"cluster_ids": ids[1:]})["groups"]
    assert group["serves"]["piece_id"] == piece["id"]
    assert group["others"][0]["cluster_id"] == ids[1]
    joined = [{"cluster_id": ids[1], "into_piece": piece["id"]}]
    assert api.post("/pieces", {"cluster_ids": ids[1:], "joined": joined})["made"] == 1
    assert api.get(f"/pieces/{piece['id']}")["piece"]["keywords"] == 2
    api.undo()
    assert api.get(f"/pieces/{piece['id']}")["piece"]["keywords"] == 1
    body = {"cluster_ids": ids[1:], "joined": [{"cluster_id": ids[1], "into_piece": 99_999}]}
    assert api.refused("POST", "/pieces", body)["code"] == "not_found"


def test_those_kept_apart_are_not_told_again(api: Api, one_each: Callable[..., list[int]]) -> None:
    ids = one_each(*SMOKERS)
    apart = [{"cluster_id": ids[0], "other_cluster": ids[1]}]
    api.post("/pieces", {"cluster_ids": ids, "apart": apart})
    assert api.get("/plan/overlaps")["pairs"] == []
    api.undo()
    assert not KeptApart.objects.exists()
    api.post("/pieces", {"cluster_ids": ids})
    [pair] = api.get("/plan/overlaps")["pairs"]
    api.post(f"/pieces/{pair['piece']}/apart", {"other": pair["other"]})
    assert api.get("/plan/overlaps")["pairs"] == []
    api.undo()
    assert api.get("/plan/overlaps")["pairs"] == [pair]
    api.post(f"/pieces/{pair['piece']}/merge", {"other": pair["other"]})
    assert api.get(f"/pieces/{pair['piece']}")["piece"]["keywords"] == 2
    assert Piece.objects.count() == 2
    api.undo()
    assert Piece.objects.count() == 3
    assert api.get("/plan/overlaps")["pairs"] == [pair]


@pytest.mark.parametrize("act", ["merge", "apart"])
def test_a_piece_is_not_two(api: Api, one_each: Callable[..., list[int]], act: str) -> None:
    api.post("/pieces", {"cluster_ids": one_each(*SMOKERS)})
    piece = pieces_of(api)[0]["id"]
    refused = api.refused("POST", f"/pieces/{piece}/{act}", {"other": piece})
    assert refused["code"] == "invalid_input"


def test_what_is_off_topic_is_planned_only_where_it_is_meant(
    api: Api, one_each: Callable[..., list[int]]
) -> None:
    ids = one_each(
        {"text": "honey jars", "worth": 4.0}, {"text": "car insurance", "worth": 90.0, "fit": 0.12}
    )
    told = api.post("/pieces/preview", {"cluster_ids": ids})
    assert [cluster["name"] for cluster in told["off_topic"]] == ["car insurance"]
    assert told["skipped"] == {}
    made = api.post("/pieces", {"cluster_ids": ids})
    assert (made["made"], made["skipped"]) == (1, {"not about your subject": 1})
    refused = api.refused("POST", "/pieces", {"cluster_ids": ids[1:]})
    assert "1 not about your subject" in refused["detail"]
    assert api.post("/pieces", {"cluster_ids": ids[1:], "off_topic": True})["made"] == 1


def test_an_old_year_becomes_the_coming_one(
    api: Api, one_each: Callable[..., list[int]], project: Project
) -> None:
    ids = one_each({"text": "best hive tool 2024", "worth": 4.0, "volume": 50.0})
    [draft] = api.post("/pieces/preview", {"cluster_ids": ids})["drafts"]
    coming = draft["renewed"].removeprefix("best hive tool ")
    assert int(coming) > 2024
    assert api.post("/pieces", {"cluster_ids": ids})["renewed"] == [draft["renewed"]]
    [piece] = pieces_of(api)
    assert piece["title"] == f"The best hive tool {coming}"
    assert piece["main"] == draft["renewed"]
    assert f"its year is now that of “{draft['renewed']}”" in piece["because"]
    served = [row["text"] for row in api.get(f"/pieces/{piece['id']}")["rows"]]
    assert served == [draft["renewed"], "best hive tool 2024"]
    assert Row.objects.get(text=draft["renewed"]).cluster == ids[0]


def test_an_old_phrase_that_nobody_searches_is_not_served(
    api: Api, one_each: Callable[..., list[int]]
) -> None:
    ids = one_each({"text": "best hive tool 2024", "worth": 0.0, "volume": 0.0})
    api.post("/pieces", {"cluster_ids": ids})
    assert pieces_of(api)[0]["keywords"] == 1


def test_new_pieces_have_a_month_at_once_and_others_stay(
    api: Api, one_each: Callable[..., list[int]]
) -> None:
    ids = one_each(*SMOKERS)
    assert api.post("/pieces", {"cluster_ids": ids[:1]})["placed"] == 1
    first = pieces_of(api)[0]
    assert first["month"] is not None
    assert not first["pinned"]
    assert api.post("/pieces", {"cluster_ids": ids[1:]})["placed"] == 2
    assert api.get(f"/pieces/{first['id']}")["piece"]["month"] == first["month"]


def test_months_have_hours_of_their_own(api: Api, one_each: Callable[..., list[int]]) -> None:
    ids = one_each(*SMOKERS)
    months = [month["month"] for month in api.get("/plan")["months"]]
    for month in months[1:]:
        api.send("PUT", "/plan/hours", {"month": month, "hours": 0})
    assert [month["to_spend"] for month in api.get("/plan")["months"][1:]] == [0.0] * 11
    api.post("/pieces", {"cluster_ids": ids})
    assert {piece["month"] for piece in pieces_of(api)} == {months[0]}
    api.send("PUT", "/plan/hours", {"month": months[1], "hours": 5})
    api.send("PUT", "/plan/hours", {"month": months[1], "hours": 6})
    api.undo()
    assert api.get("/plan")["months"][1]["to_spend"] == 5.0
    api.send("PUT", "/plan/hours", {"month": months[1], "hours": None})
    assert MonthHours.objects.filter(month=months[1]).count() == 0
    over = api.refused("PUT", "/plan/hours", {"month": "2019-01-01", "hours": 1})
    assert over["field"] == "month"


def test_pins_that_cannot_be_are_named(api: Api, one_each: Callable[..., list[int]]) -> None:
    api.post("/pieces", {"cluster_ids": one_each(*SMOKERS)})
    assert api.get("/plan")["impossible"] == []
    one, other, third = pieces_of(api)
    month = api.get("/plan")["months"][3]["month"]
    for piece in (one, other):
        api.send("PATCH", f"/pieces/{piece['id']}", {"month": month, "hours": 20})
    Piece.objects.filter(pk=third["id"]).update(month=date(2020, 1, 1), pinned=True)
    over, full = api.get("/plan")["impossible"]
    assert (over["to_spend"], [p["id"] for p in over["pieces"]]) == (None, [third["id"]])
    assert (full["month"], full["hours"], full["to_spend"]) == (month, 40.0, 30.0)


def test_the_season_goes_by_the_month_a_piece_stands_in(
    api: Api, one_each: Callable[..., list[int]]
) -> None:
    months = [date.fromisoformat(month["month"]) for month in api.get("/plan")["months"]]
    climb = months[1]
    api.post("/pieces", {"cluster_ids": one_each({**SMOKERS[0], "climb_month": climb.month})})
    piece = pieces_of(api)[0]["id"]

    def at(number: int) -> dict[str, Any]:
        changed = {"month": months[number].isoformat()}
        told: dict[str, Any] = api.send("PATCH", f"/pieces/{piece}", changed)["piece"]
        return told

    soon = at(0)
    # A page needs to be shown and to settle: next month it is too late for the climb after it.
    assert WEB.ripening.settling_days > 31
    assert (soon["late"], soon["missed"]) == (True, climb.isoformat())
    assert soon["climb"] == climb.replace(year=climb.year + 1).isoformat()
    assert not soon["waits"]
    later = at(8)
    assert (later["late"], later["missed"], later["waits"]) == (False, None, True)
    assert later["publish_by"] >= later["month"]


def test_hours_that_are_left_have_proposals(weighed: Api, project: Project) -> None:
    told = weighed.get("/plan/prospects")
    assert told["hours_left"] == 12 * project.hours_a_month
    assert told["rows"]
    assert [row["adds"] for row in told["rows"]] == sorted(
        (row["adds"] for row in told["rows"]), reverse=True
    )
    assert (told["outlay"]["value"], told["outlay"]["few"]) == (0, 0)
    best = told["rows"][0]
    weighed.post("/pieces", {"cluster_ids": [best["cluster_id"]]})
    after = weighed.get("/plan/prospects")
    assert best["cluster_id"] not in {row["cluster_id"] for row in after["rows"]}
    assert after["hours_left"] == told["hours_left"] - best["hours"]
    outlay = after["outlay"]
    assert 0 < outlay["low"] <= outlay["value"] <= outlay["high"]
    assert outlay["cost"] == best["hours"] * project.hour_value


def test_ten_more_hours_are_always_told(weighed: Api, project: Project) -> None:
    Project.objects.update(hours_a_month=0)
    told = weighed.get("/plan/prospects")
    assert (told["hours_left"], told["rows"]) == (0, [])
    assert told["more_titles"]
    assert told["more_adds"] > 0
    clusters = weighed.get("/clusters", limit=500)["clusters"]
    weighed.post("/pieces", {"cluster_ids": [cluster["id"] for cluster in clusters]})
    assert all(piece["month"] is None for piece in pieces_of(weighed))
    again = weighed.get("/plan/prospects")
    assert again["more_titles"]
    weighed.post("/plan/fit")
    assert last_job(project, "fit").result["placed"] == 0
    assert PieceKeyword.objects.filter(main=True).count() == len(pieces_of(weighed))
