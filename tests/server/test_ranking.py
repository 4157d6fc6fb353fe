"""What comes first, asked of the server."""

from collections.abc import Callable
from typing import Any

import pytest

from bunraku.core.plan.ranking import PARTS, WAYS
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row
from tests.server.conftest import Api

pytestmark = pytest.mark.django_db


def ranked(api: Api, **asked: Any) -> dict[str, Any]:
    told: dict[str, Any] = api.get("/ranking", **asked)
    return told


@pytest.mark.parametrize("of", ["clusters", "keywords", "pieces"])
@pytest.mark.parametrize("way", WAYS)
def test_an_order_is_told_with_its_parts(weighed: Api, of: str, way: str) -> None:
    first = weighed.get("/clusters")["clusters"][:6]
    weighed.post("/pieces", {"cluster_ids": [cluster["id"] for cluster in first]})
    told = ranked(weighed, of=of, way=way, beside="most")
    assert told["total"] >= len(told["rows"]) > 2
    ranks = [row["rank"] for row in told["rows"]]
    assert ranks == sorted(ranks)
    assert ranks[0] == 1
    for row in told["rows"]:
        assert sum(row["parts"]) == pytest.approx(row["score"], abs=0.1)
        assert 0 <= row["firm"] <= 1
        assert row["tied"] == (ranks.count(row["rank"]) > 1)
        assert way != "most" or row["rank"] == row["other_rank"]
    assert told["weights"] == {part: getattr(WAYS[way], part) for part in PARTS}
    assert (told["rising"] == []) == (way == "most") or of == "pieces"
    assert sum(row["firm"] for row in told["rows"]) <= told["top"] + 0.1
    if of == "pieces":
        assert all(row["served"] for row in told["rows"])


def test_weights_of_ones_own_are_kept_and_taken_back(weighed: Api, project: Project) -> None:
    assert weighed.get("/ranking/chosen")["way"] == "soonest"
    by_demand = ranked(weighed, way="own", demand=3)
    volumes = [row["volume"] or 0 for row in by_demand["rows"]]
    assert volumes == sorted(volumes, reverse=True)
    weighed.send("PUT", "/ranking/chosen", {"way": "own", "own": {"demand": 3}})
    chosen = weighed.get("/ranking/chosen")
    assert (chosen["way"], chosen["own"]) == ("own", {"demand": 3.0})
    assert ranked(weighed, way="own")["weights"]["demand"] == 3
    weighed.undo()
    assert weighed.get("/ranking/chosen")["own"] == {}
    project.refresh_from_db()
    refused = weighed.refused("PUT", "/ranking/chosen", {"way": "best", "own": {}})
    assert refused["code"] == "invalid_input"


def test_what_it_takes_is_told_of_one(weighed: Api) -> None:
    told = ranked(weighed, way="most")
    assert told["total"] > 12
    inside, outside = told["rows"][0], told["rows"][12]
    assert weighed.get("/ranking/takes", way="most", thing=inside["id"])["first"]
    takes = weighed.get("/ranking/takes", way="most", thing=outside["id"])
    assert takes["rank"] == outside["rank"]
    for lever in takes["levers"]:
        assert lever["part"] == "hours" or lever["then"] > lever["now"]
    gone = weighed.client.get(f"{weighed.base}/ranking/takes", {"thing": 99_999})
    assert gone.status_code == 404


def test_priority_and_foundations_count(api: Api, rows: Callable[..., list[Row]]) -> None:
    texts = ["kiln", "kiln shelf", "kiln vent", "glaze", "mug"]
    made = rows([{"text": text, "volume": 100.0, "worth": 1.0} for text in texts])
    told = ranked(api, of="keywords", way="foundations")
    assert told["rows"][0]["name"] == "kiln"
    assert told["rows"][1]["tied"]
    Row.objects.filter(pk=made[4].pk).update(priority="high")
    again = ranked(api, of="keywords", way="own", priority=1)
    assert again["rows"][0]["name"] == "mug"


def test_nothing_to_put_in_order(api: Api) -> None:
    for of in ("clusters", "keywords", "pieces"):
        told = ranked(api, of=of, channel="video")
        assert (told["total"], told["rows"]) == (0, [])


def test_where_no_worth_is_known_every_visit_counts_the_same(
    api: Api, rows: Callable[..., list[Row]]
) -> None:
    figures = [("wool dye", 900.0, 0.2), ("madder root", 90.0, 0.9), ("loom weights", 400.0, 0.9)]
    rows([{"text": text, "volume": n, "chance": chance} for text, n, chance in figures])
    told = ranked(api, of="keywords", way="most", beside="soonest")
    assert told["visits"]
    assert [row["name"] for row in told["rows"]] == ["loom weights", "wool dye", "madder root"]
    assert {row["worth"] for row in told["rows"]} == {None}
