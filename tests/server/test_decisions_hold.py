"""What a person decided holds against what is worked out meanwhile, and edges are where they are
said to be."""

import csv
from collections.abc import Callable
from typing import Any

import pytest

from bunraku.server.cluster.models import Cluster
from bunraku.server.errors import BunrakuError
from bunraku.server.plan import scheduling as fitting
from bunraku.server.plan.models import Piece
from bunraku.server.projects.models import Project
from bunraku.server.readings.buying import buy
from bunraku.server.readings.models import Reading
from bunraku.server.sheet.models import Row
from bunraku.server.sheet.scopes import add_keywords, scope_of
from bunraku.sources.protocol import What
from tests.server.conftest import Api, last_job, pieces_of

pytestmark = pytest.mark.django_db
Make = Callable[..., list[Row]]


def test_keywords_do_not_move_into_a_cluster_of_another_channel(
    weighed: Api, rows: Make, project: Project
) -> None:
    (video,) = rows([{"text": "moon video"}], channel="video")
    web = weighed.get("/clusters")["clusters"][0]["id"]
    before = dict(Row.objects.values_list("pk", "cluster"))
    body = {"row_ids": [video.pk], "cluster_id": web}
    assert weighed.refused("POST", "/clusters/move", body)["code"] == "not_found"
    mixed = {"row_ids": [video.pk, next(iter(before))], "cluster_id": None}
    assert weighed.refused("POST", "/clusters/move", mixed)["code"] == "not_found"
    assert dict(Row.objects.values_list("pk", "cluster")) == before


def test_a_cluster_with_a_name_of_ones_own_stays_even_empty(weighed: Api) -> None:
    named = weighed.get("/clusters")["clusters"][0]["id"]
    weighed.send("PUT", f"/clusters/{named}/name", {"name": "Mine"})
    empty = Cluster.objects.create(scope=Cluster.objects.get(pk=named).scope, name="Kept")
    nameless = Cluster.objects.create(scope=empty.scope)
    weighed.post("/clustering", {"channel": "web", "afresh": True})
    assert Cluster.objects.get(pk=named).name == "Mine"
    assert Cluster.objects.filter(pk=empty.pk).exists()
    assert not Cluster.objects.filter(pk=nameless.pk).exists()


def test_a_month_set_by_hand_while_the_plan_is_fitted_holds(
    weighed: Api, project: Project, monkeypatch: pytest.MonkeyPatch
) -> None:
    clusters = [cluster["id"] for cluster in weighed.get("/clusters")["clusters"][:6]]
    weighed.post("/pieces", {"cluster_ids": clusters})
    piece = pieces_of(weighed)[0]["id"]
    last = weighed.get("/plan")["months"][-1]["month"]
    real = fitting.fit_hours

    def slowly(problem: Any) -> Any:
        solved = real(problem)
        weighed.send("PATCH", f"/pieces/{piece}", {"month": last})
        return solved

    monkeypatch.setattr(fitting, "fit_hours", slowly)
    weighed.post("/plan/fit")
    now = Piece.objects.get(pk=piece)
    assert (now.month.isoformat() if now.month else None, now.pinned) == (last, True)
    assert last_job(project, "fit").state == "done"


@pytest.mark.parametrize(("tenths", "pays"), [(40, True), (39, False)])
def test_the_last_lookup_of_the_allowance_can_be_spent(
    project: Project, tenths: int, pays: bool
) -> None:
    """Two results pages cost four lookups: exactly that is enough, a tenth less is not."""
    Project.objects.update(lookups_left_tenths=tenths)
    scope = scope_of(project, "web")
    if pays:
        assert buy(scope, What.PAGE, ["star chart", "moon map"]).answered == 2
        project.refresh_from_db()
        assert project.lookups_left_tenths == 0
    else:
        with pytest.raises(BunrakuError, match="cannot be paid"):
            buy(scope, What.PAGE, ["star chart", "moon map"])
        project.refresh_from_db()
        assert project.lookups_left_tenths == tenths


def test_measuring_is_started_where_the_allowance_just_pays_it(
    gathered: Api, project: Project
) -> None:
    ids = gathered.get("/sheet/ids")["ids"][:5]
    body = {"channel": "web", "row_ids": ids}
    price = gathered.post("/measure/price", body)["price"]
    # Counts 1, bands 0.2, a results page 2: by hand, five times.
    assert price == 5 * (1 + 0.2 + 2)
    Project.objects.update(lookups_left_tenths=round(price * 10) - 1)
    assert gathered.refused("POST", "/measure", body)["code"] == "allowance_short"
    Project.objects.update(lookups_left_tenths=round(price * 10))
    assert gathered.post("/measure", body)["state"] == "done"
    # What a source has no figure for costs nothing: the rest of the price is left.
    nothing = Reading.objects.filter(payload__isnull=True, price_tenths=0)
    of_kind = {"counts": 10, "bands": 2, "page": 20}
    unpaid = sum(of_kind[what] for what in nothing.values_list("what", flat=True))
    assert gathered.get("")["lookups_left"] == unpaid / 10


WORDS = [
    ("öl", ["Ölwechsel", "Motoröl kaufen"]),
    ("OL", ["Ölwechsel", "Motoröl kaufen"]),
    ("cafe", ["café crème"]),
    ("CRÈME", ["café crème"]),
    ("grosse", ["Größe XL"]),
    ("σιγμα", ["Σίγμας"]),
    ("ёлка", ["Ёлка"]),
    ("елка", ["Ёлка"]),
    ("がき", ["がき"]),
    ("かき", []),
    ("smorrebrod", ["smørrebrød"]),
    ("istanbul", ["İstanbul"]),
    ("हिन्दी", ["हिन्दी"]),
    ("한국", ["한국어"]),
]


@pytest.mark.parametrize(("typed", "texts"), WORDS)
def test_words_are_found_whatever_their_case_and_accents(
    api: Api, project: Project, typed: str, texts: list[str]
) -> None:
    all_texts = {text for _, texts_of in WORDS for text in texts_of}
    add_keywords(scope_of(project, "web"), {text: text for text in sorted(all_texts)})
    assert {row["text"] for row in api.get("/sheet", q=typed)["rows"]} == set(texts)
    without = api.get("/sheet", without=typed)["total"]
    assert without == len(all_texts) - len(texts)
    stream = api.get("/gather/stream", q=typed, state="all")
    assert {row["text"] for row in stream["rows"]} == set(texts)
    assert api.get("/gather/stream", q=f"-{typed}", state="all")["total"] == without


def test_words_stand_in_the_order_of_the_alphabet_whatever_their_case(
    api: Api, project: Project
) -> None:
    texts = ["zebra", "Äpfel", "apfel", "Birne", "öl", "oma"]
    add_keywords(scope_of(project, "web"), {text: text for text in texts})
    rows = api.get("/sheet", sort="text", descending=False)["rows"]
    assert [row["text"] for row in rows] == ["Äpfel", "apfel", "Birne", "öl", "oma", "zebra"]


def test_clusters_are_found_by_their_words_too(weighed: Api) -> None:
    cluster = weighed.get("/clusters")["clusters"][0]["id"]
    weighed.send("PUT", f"/clusters/{cluster}/name", {"name": "Größe & Öl"})
    hits = weighed.get("/clusters", q="OL grosse")["clusters"]
    assert [match["id"] for match in hits] == [cluster]


def test_the_unknown_stands_last_in_sheet_stream_and_export_alike(api: Api, rows: Make) -> None:
    made = rows(
        [
            {"text": "a", "relevance": 0.2},
            {"text": "b", "relevance": None},
            {"text": "c", "relevance": 0.9},
        ]
    )
    assert len(made) == 3
    rising = api.get("/sheet", sort="relevance", descending=False)["rows"]
    assert [row["text"] for row in rising] == ["a", "c", "b"]
    stream = api.get("/gather/stream", sort="off_topic")["rows"]
    assert [row["text"] for row in stream] == ["a", "c", "b"]
    address = f"{api.base}/keywords.csv?sort=relevance&descending=false"
    text = b"".join(api.client.get(address).streaming_content).decode()
    assert [row[0] for row in csv.reader(text.splitlines()[1:])] == ["a", "c", "b"]
    falling = api.get("/sheet", sort="relevance", descending=True)["rows"]
    assert [row["text"] for row in falling] == ["c", "a", "b"]
