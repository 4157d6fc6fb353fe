"""The grid of combinations, asked of the server."""

import io
from collections.abc import Callable

import pytest
from openpyxl import load_workbook

from bunraku.server.cluster.models import Cluster, Theme
from bunraku.server.plan.models import Piece
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row
from tests.server.conftest import Api

pytestmark = pytest.mark.django_db


@pytest.fixture
def swept(api: Api, project: Project, rows: Callable[..., list[Row]]) -> list[Row]:
    """Keywords of a local service, one of them served."""
    Project.objects.filter(pk=project.pk).update(places=["Harrowby", "Tenwick"])
    texts = ["chimney sweep", "chimney sweep harrowby", "chimney lining", "chimney sweep cost"]
    made = rows([{"text": text, "volume": 90.0, "worth": 2.0} for text in texts])
    piece = Piece.objects.create(
        project=project, scope=made[0].scope, title="Sweep Harrowby", kind="location", hours=3
    )
    api.post(f"/pieces/{piece.pk}/keywords", {"row_id": made[1].pk, "main": True})
    return made


def test_what_is_searched_served_and_missing(api: Api, swept: list[Row]) -> None:
    told = api.get("/grid", channel="web")
    assert set(told["rows"]) == {"chimney sweep", "chimney lining"}
    assert told["columns"][: told["places"]] == ["Harrowby", "Tenwick"]
    at = {
        (told["rows"][c["row"]], told["columns"][c["column"]] if c["column"] >= 0 else ""): c
        for c in told["cells"]
    }
    served = at["chimney sweep", "Harrowby"]
    assert (served["piece_title"], served["id"]) == ("Sweep Harrowby", swept[1].pk)
    assert at["chimney sweep", ""]["piece"] is None
    missing = {one["text"] for one in told["missing"]}
    assert {"chimney lining Harrowby", "chimney sweep Tenwick"} <= missing
    assert "chimney sweep cost" not in missing
    assert "chimney sweep" not in missing
    assert told["price_each"] > 0
    # What was left out on purpose is not missing.
    api.post("/gather/runs", {"seeds": "chimney sweep tenwick", "channels": ["web"], "ways": []})
    Row.objects.filter(text="chimney sweep tenwick").update(state=3)
    again = {one["text"] for one in api.get("/grid", channel="web")["missing"]}
    assert "chimney sweep Tenwick" not in again


def test_a_base_term_that_nobody_gathered_is_missing_too(
    api: Api, rows: Callable[..., list[Row]]
) -> None:
    texts = ["clock repair near me", "clock repair cost", "watch repair near me", "watch repair"]
    rows([{"text": text, "volume": 90.0} for text in texts])
    told = api.get("/grid", channel="web")
    alone = {one["text"] for one in told["missing"] if one["column"] == -1}
    assert alone == {"clock repair"}


def test_a_themes_grid_and_its_workbook(api: Api, swept: list[Row]) -> None:
    scope = swept[0].scope
    theme = Theme.objects.create(scope=scope, name="Lining")
    cluster = Cluster.objects.create(scope=scope, lead=swept[2].keyword, theme=theme)
    Row.objects.filter(pk=swept[2].pk).update(cluster=cluster.pk)
    told = api.get("/grid", channel="web", theme=theme.pk)
    assert (told["theme"], told["keywords"], told["rows"]) == ("Lining", 1, ["chimney lining"])
    content = api.client.get(f"{api.base}/grid.xlsx", {"channel": "web"}).content
    sheet = load_workbook(io.BytesIO(content)).active
    assert sheet is not None
    lines = list(sheet.iter_rows(min_row=2, values_only=True))
    assert sum(line[7] == "yes" for line in lines) == 4
    assert ("Sweep Harrowby" in {line[6] for line in lines}) and "no" in {line[7] for line in lines}
    gone = api.client.get(f"{api.base}/grid", {"theme": 9_999})
    assert gone.status_code == 404


def test_a_channel_without_keywords_has_an_empty_grid(api: Api) -> None:
    told = api.get("/grid", channel="video")
    assert (told["rows"], told["cells"], told["missing"]) == ([], [], [])
