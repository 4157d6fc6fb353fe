"""Groups that a file puts keywords into become clusters where one wants them."""

from bunraku.server.cluster.models import Cluster, Pin
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row
from tests.server.conftest import Api

FILE = """Ad group,Keyword,Avg. monthly searches
Repairs,pen repair,300
Repairs,nib repair,90
Inks,blue ink,400
Inks,ink for fountain pens,250
,paper shop,80
"""


def brought(api: Api, text: str = FILE) -> None:
    file = api.bring(text)
    assert file["mapping"] == {"group": 0, "keyword": 1, "searches": 2}
    body = {"channel": "web", "mapping": file["mapping"], "heading": file["heading"]}
    api.post(f"/files/{file['id']}/import", body)


def groups_of(project: Project) -> dict[str, set[str]]:
    return {
        cluster.name: set(
            Row.objects.filter(cluster=cluster.pk, scope__project=project).values_list(
                "text", flat=True
            )
        )
        for cluster in Cluster.objects.filter(scope__project=project).exclude(name="")
    }


def test_groups_of_a_file_become_clusters(api: Api, project: Project) -> None:
    brought(api)
    assert api.get("/clusters/groups", channel="web") == {"groups": 2, "keywords": 4}
    assert api.post("/clusters/groups", {"channel": "web"}) == {"groups": 2, "keywords": 4}
    told = {
        "Repairs": {"pen repair", "nib repair"},
        "Inks": {"blue ink", "ink for fountain pens"},
    }
    assert groups_of(project) == told
    assert api.get("/clusters/groups", channel="web") == {"groups": 0, "keywords": 0}
    refused = api.refused("POST", "/clusters/groups", {"channel": "web"})
    assert refused["code"] == "nothing_to_cluster"
    # They hold when the rest is clustered.
    api.post("/clustering", {"channel": "web"})
    assert {name: texts for name, texts in groups_of(project).items() if name in told} == told


def test_taking_groups_over_is_undone_and_leaves_what_a_person_placed(
    api: Api, project: Project
) -> None:
    brought(api)
    [row] = Row.objects.filter(scope__project=project, text="blue ink")
    api.post("/clusters/move", {"row_ids": [row.pk], "cluster_id": None})
    mine = Pin.objects.get(keyword=row.keyword).cluster_id
    assert api.get("/clusters/groups", channel="web") == {"groups": 2, "keywords": 3}
    api.post("/clusters/groups", {"channel": "web"})
    row.refresh_from_db()
    assert row.cluster == mine
    assert groups_of(project)["Inks"] == {"ink for fountain pens"}
    api.undo()
    assert groups_of(project) == {}
    assert api.get("/clusters/groups", channel="web") == {"groups": 2, "keywords": 3}
