"""Clusters shaped by hand and by proposal; themes; what is passed on; strictness."""

from collections.abc import Callable
from typing import Any

import pytest

from bunraku.core.text.labelled_phrases import INTENTS
from bunraku.server.cluster.models import Cluster, Declined, Theme
from bunraku.server.plan.models import Piece
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row
from tests.server.conftest import Api, last_job

pytestmark = pytest.mark.django_db
BUYING = INTENTS.index("transactional")
KNOWING = INTENTS.index("informational")


def clusters(api: Api, **query: Any) -> list[dict[str, Any]]:
    return api.get("/clusters", **query)["clusters"]


def themes(api: Api) -> list[dict[str, Any]]:
    return api.get("/plan/themes", channel="web")["themes"]


@pytest.fixture
def pair(weighed: Api) -> list[dict[str, Any]]:
    """The two clusters with most keywords."""
    return clusters(weighed, sort="keywords")[:2]


def test_clustering_brings_themes_that_hold_all(weighed: Api, project: Project) -> None:
    told = weighed.get("/plan/themes", channel="web")
    every = [*told["themes"], told["none"]]
    assert len(told["themes"]) == last_job(project, "cluster").result["themes"] > 1
    for name in ("clusters", "alone", "keywords", "planned"):
        assert sum(theme[name] for theme in every) == told["total"][name]
    assert told["total"]["clusters"] == weighed.get("/clusters")["total"]
    assert sum(theme["volume"] for theme in every) == pytest.approx(told["total"]["volume"])
    worth = [theme["worth"] for theme in told["themes"]]
    assert worth == sorted(worth, reverse=True)
    assert 0 < told["total"]["chance"] < 1
    assert sum(told["total"]["peaks"]) <= 1 + 1e-9
    first = told["themes"][0]
    held = weighed.get("/clusters", theme=first["id"], limit=500)
    assert held["matched"] == first["clusters"]
    assert {cluster["theme"] for cluster in held["clusters"]} == {first["name"]}
    assert weighed.get("/clusters", theme=0)["matched"] == told["none"]["clusters"]


def test_what_is_planned_counts_as_served(weighed: Api) -> None:
    before = weighed.get("/plan/themes", channel="web")["total"]
    assert (before["planned"], before["served_share"]) == (0, 0)
    first = clusters(weighed, sort="volume")[0]
    weighed.post("/pieces", {"cluster_ids": [first["id"]]})
    after = weighed.get("/plan/themes", channel="web")["total"]
    assert after["planned"] >= 1
    assert 0 < after["served_share"] <= 1


def test_clusters_are_merged_and_taken_apart_again(
    weighed: Api, pair: list[dict[str, Any]], project: Project
) -> None:
    one, other = pair
    weighed.post("/pieces", {"cluster_ids": [other["id"]]})
    merged = weighed.post(f"/clusters/{one['id']}/merge", {"others": [other["id"]]})
    assert len(merged["members"]) == one["keywords"] + other["keywords"]
    assert not Cluster.objects.filter(pk=other["id"]).exists()
    weighed.post("/clustering", {"channel": "web", "afresh": True})
    again = weighed.get(f"/clusters/{one['id']}")["members"]
    assert sum(member["pinned"] for member in again) >= other["keywords"]


def test_a_merge_is_undone_with_pieces_and_all(weighed: Api, pair: list[dict[str, Any]]) -> None:
    one, other = pair
    weighed.post("/pieces", {"cluster_ids": [other["id"]]})
    weighed.post(f"/clusters/{one['id']}/merge", {"others": [other["id"]]})
    weighed.undo()
    assert weighed.get(f"/clusters/{other['id']}")["name"] == other["name"]
    assert Piece.objects.filter(cluster=other["id"]).exists()
    assert Row.objects.filter(cluster=other["id"]).count() == other["keywords"]
    refused = weighed.refused("POST", f"/clusters/{one['id']}/merge", {"others": [one["id"]]})
    assert refused["field"] == "others"


def test_a_locked_cluster_neither_takes_nor_loses(weighed: Api, pair: list[dict[str, Any]]) -> None:
    one = pair[0]
    told = weighed.send("PATCH", f"/clusters/{one['id']}", {"locked": True, "note": "As it is"})
    assert (told["locked"], told["note"]) == (True, "As it is")
    before = set(Row.objects.filter(cluster=one["id"]).values_list("pk", flat=True))
    weighed.post("/clustering", {"channel": "web", "afresh": True, "strictness": 4})
    assert set(Row.objects.filter(cluster=one["id"]).values_list("pk", flat=True)) == before
    weighed.undo()
    assert not Cluster.objects.get(pk=one["id"]).locked


def test_priority_is_passed_on_and_ones_own_stands(weighed: Api) -> None:
    for cluster in clusters(weighed, several=True):
        rows = list(Row.objects.filter(cluster=cluster["id"], worth__gt=0).order_by("pk"))
        if len(rows) > 1:
            pair = [cluster]
            break
    own, others = rows[0], rows[1:]
    weighed.post("/rows/priority", {"row_ids": [own.pk], "priority": "low"})
    own.refresh_from_db()
    weighed.send("PATCH", f"/clusters/{pair[0]['id']}", {"priority": "high"})
    for row in others:
        before = row.worth
        row.refresh_from_db()
        assert row.priority == "high"
        assert row.worth > before
    again = Row.objects.get(pk=own.pk)
    assert (again.priority, again.worth) == ("low", own.worth)
    # A theme passes on to what has nothing nearer.
    theme = Cluster.objects.get(pk=pair[0]["id"]).theme_id
    assert theme is not None
    weighed.send("PATCH", f"/themes/{theme}", {"priority": "low"})
    assert Row.objects.get(pk=others[0].pk).priority == "high"
    weighed.send("PATCH", f"/clusters/{pair[0]['id']}", {"priority": ""})
    assert Row.objects.get(pk=others[0].pk).priority == "low"
    weighed.undo()
    assert Row.objects.get(pk=others[0].pk).priority == "high"
    # What leaves the cluster loses what it was given.
    weighed.post("/clusters/move", {"row_ids": [others[0].pk], "cluster_id": None})
    assert Row.objects.get(pk=others[0].pk).priority == "low"


@pytest.mark.parametrize("of", ["clusters", "themes"])
def test_a_note_is_not_written_over_unseen(weighed: Api, of: str) -> None:
    if of == "themes":
        number = themes(weighed)[0]["id"]
    else:
        number = weighed.get("/clusters")["clusters"][0]["id"]
    path = f"/{of}/{number}"
    weighed.send("PATCH", path, {"note": "Theirs", "was": {"note": ""}})
    problem = weighed.refused("PATCH", path, {"note": "Mine", "was": {"note": ""}})
    assert (problem["code"], problem["field"]) == ("stale", "note")
    weighed.send("PATCH", path, {"note": "Mine", "was": {"note": "Theirs"}})


def test_themes_are_a_persons_to_shape(weighed: Api, pair: list[dict[str, Any]]) -> None:
    ids = [cluster["id"] for cluster in pair]
    made = weighed.post("/themes", {"channel": "web", "name": "Mine", "cluster_ids": ids})
    assert weighed.get("/clusters", theme=made["id"])["matched"] == 2
    weighed.post("/clustering", {"channel": "web", "afresh": True})
    held = set(Cluster.objects.filter(theme=made["id"]).values_list("pk", flat=True))
    assert held >= set(ids)
    weighed.send("PUT", "/themes/put", {"cluster_ids": ids[:1], "theme_id": None})
    weighed.post("/clustering", {"channel": "web"})
    assert Cluster.objects.get(pk=ids[0]).theme is None
    other = next(theme for theme in themes(weighed) if theme["id"] != made["id"])
    weighed.send("PATCH", f"/themes/{other['id']}", {"name": "Named", "note": "By me"})
    weighed.send("DELETE", f"/themes/{made['id']}?into={other['id']}")
    assert Cluster.objects.get(pk=ids[1]).theme_id == other["id"]
    weighed.undo()
    assert Cluster.objects.get(pk=ids[1]).theme_id == made["id"]
    assert Theme.objects.get(pk=other["id"]).name == "Named"
    weighed.send("PATCH", f"/themes/{other['id']}", {"name": ""})
    told = next(theme for theme in themes(weighed) if theme["id"] == other["id"])
    assert told["name"] == told["called"] == other["called"]


def test_what_is_new_leaves_themes_as_they_are(weighed: Api) -> None:
    before = dict(Cluster.objects.values_list("pk", "theme"))
    weighed.bring("keyword\nferret telescope\nnarrowboat horn\nnarrowboat stove")
    weighed.post("/clustering", {"channel": "web"})
    now = dict(Cluster.objects.values_list("pk", "theme"))
    assert {pk: theme for pk, theme in now.items() if pk in before} == before


def test_strictness_is_seen_before_it_is_applied(weighed: Api, project: Project) -> None:
    same = weighed.post("/clustering/preview", {"channel": "web", "strictness": 1})
    assert (same["moved"], same["joined"], same["parted"]) == (0, [], [])
    assert same["now"] == same["after"]
    strict = weighed.post("/clustering/preview", {"channel": "web", "strictness": 3})
    assert strict["after"]["alone"] > strict["now"]["alone"]
    assert strict["moved"] > 0
    assert all(len(group) > 1 for group in strict["parted"])
    assert clusters(weighed) == clusters(weighed)
    weighed.post("/clustering", {"channel": "web", "afresh": True, "strictness": 3})
    told = last_job(project, "cluster").result
    assert (told["several"], told["alone"]) == (
        strict["after"]["several"],
        strict["after"]["alone"],
    )
    assert weighed.post("/clustering/preview", {"channel": "web", "strictness": 3})["moved"] == 0
    refused = weighed.refused("POST", "/clustering/preview", {"channel": "web", "strictness": 99})
    assert refused["code"] == "invalid_input"


@pytest.fixture
def proposed(api: Api, rows: Callable[..., list[Row]]) -> dict[str, int]:
    """Clusters of which something is proposed: a mixed one, two that one page would serve."""
    held = {
        "mixed": ["kiln", "buy kiln", "kiln for sale"],
        "set": ["honey jar set"],
        "sale": ["honey jars for sale"],
    }
    ids = {}
    for name, texts in held.items():
        made = rows([{"text": text, "intent": BUYING, "volume": 90.0} for text in texts])
        if name == "mixed":
            more = ["how does a kiln work", "what is a kiln"]
            made += rows([{"text": text, "intent": KNOWING, "volume": 50.0} for text in more])
        cluster = Cluster.objects.create(scope=made[0].scope, lead=made[0].keyword)
        Row.objects.filter(pk__in=[row.pk for row in made]).update(cluster=cluster.pk)
        ids[name] = cluster.pk
    return ids


def test_proposals_are_told_taken_and_taken_back(api: Api, proposed: dict[str, int]) -> None:
    told = api.get("/clusters/proposals", channel="web")
    assert told["counts"] == {"split": 1, "merge": 1, "adopt": 0}
    split, merge = told["proposals"]
    assert (split["cluster"], sorted(split["texts"])) == (
        proposed["mixed"],
        ["how does a kiln work", "what is a kiln"],
    )
    assert {merge["cluster"], merge["other"]} == {proposed["set"], proposed["sale"]}
    take = {"kind": "split", "cluster": split["cluster"], "told": split["rows"]}
    done = api.post("/clusters/proposals/take", take)
    assert done["id"] not in proposed.values()
    assert len(done["members"]) == 2
    take = {"kind": "merge", "cluster": merge["cluster"], "told": [merge["other"]]}
    assert len(api.post("/clusters/proposals/take", take)["members"]) == 2
    assert api.get("/clusters/proposals", channel="web")["proposals"] == []
    api.undo()
    api.undo()
    assert api.get("/clusters/proposals", channel="web")["counts"]["split"] == 1


def test_what_was_declined_does_not_come_again(api: Api, proposed: dict[str, int]) -> None:
    merge = api.get("/clusters/proposals", channel="web")["proposals"][1]
    body = {name: merge[name] for name in ("kind", "keyword", "other_keyword")}
    api.send("POST", "/clusters/proposals/decline", {"channel": "web", **body})
    api.send("POST", "/clusters/proposals/decline", {"channel": "web", **body})
    assert Declined.objects.count() == 1
    assert api.get("/clusters/proposals", channel="web")["counts"]["merge"] == 0
    api.undo()
    assert api.get("/clusters/proposals", channel="web")["counts"]["merge"] == 1
    strange = {"channel": "web", "kind": "merge", "keyword": 1, "other_keyword": 9_999}
    assert api.refused("POST", "/clusters/proposals/decline", strange)["code"] == "invalid_input"


def test_what_is_locked_is_not_proposed(api: Api, proposed: dict[str, int]) -> None:
    api.send("PATCH", f"/clusters/{proposed['mixed']}", {"locked": True})
    assert api.get("/clusters/proposals", channel="web")["counts"]["split"] == 0


def test_no_clusters_no_themes_no_proposals(api: Api) -> None:
    told = api.get("/plan/themes", channel="video")
    assert (told["themes"], told["total"]["clusters"]) == ([], 0)
    assert api.get("/clusters/proposals", channel="video")["proposals"] == []
    empty = api.post("/clustering/preview", {"channel": "video", "strictness": 2})
    assert empty["keywords"] == 0
