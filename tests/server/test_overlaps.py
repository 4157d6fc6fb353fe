"""Overlaps of the plan: pieces after the same searchers, live pages, and the ways out."""

from collections.abc import Callable

import pytest

from bunraku.server.plan.models import Piece, PieceKeyword
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row
from tests.server.conftest import Api, pieces_for

pytestmark = pytest.mark.django_db


@pytest.fixture
def fighting(api: Api, rows: Callable[..., list[Row]]) -> tuple[Piece, Piece]:
    """Two pieces whose main keywords share results; the second serves two more phrases."""
    made = rows(
        [
            {"text": "bridle stitching", "volume": 90.0},
            {"text": "stitch a bridle", "volume": 80.0},
            {"text": "girth buckle", "volume": 70.0},
            {"text": "bridle stitches", "volume": 60.0},
        ]
    )
    one, other = pieces_for(api, made[:2])
    for row in made[2:]:
        api.post(f"/pieces/{other.pk}/keywords", {"row_id": row.pk})
    return one, other


def test_a_piece_gives_way_and_the_phrases_go_to_the_other(
    api: Api, fighting: tuple[Piece, Piece]
) -> None:
    one, other = fighting
    (pair,) = api.get("/plan/overlaps")["pairs"]
    assert {pair["piece"], pair["other"]} == {one.pk, other.pk}
    lines = api.client.get(f"{api.base}/plan/overlaps.csv").getvalue().decode("utf-8-sig")
    assert lines.splitlines()[1].startswith('"bridle stitching","stitch a bridle","they ')
    told = api.get(f"/pieces/{other.pk}/ways-out/{one.pk}")
    assert [way["text"] for way in told["about"]] == ["girth buckle"]
    assert {way["text"] for way in told["fighting"]} == {"stitch a bridle", "bridle stitches"}
    # The other one serves nothing else that it could be about.
    assert api.get(f"/pieces/{one.pk}/ways-out/{other.pk}")["about"] == []
    way = told["about"][0]
    api.post(f"/pieces/{other.pk}/give-way", {"other": one.pk, "row_id": way["id"]})
    assert api.get("/plan/overlaps")["pairs"] == []
    kept = PieceKeyword.objects.filter(piece=other)
    assert [(k.keyword.text, k.main) for k in kept] == [("girth buckle", True)]
    assert PieceKeyword.objects.filter(piece=one).count() == 3
    api.undo()
    assert api.get("/plan/overlaps")["pairs"] == [pair]
    assert PieceKeyword.objects.get(piece=other, main=True).keyword.text == "stitch a bridle"


def test_a_phrase_that_is_not_its_own_is_no_way(
    api: Api, fighting: tuple[Piece, Piece], rows: Callable[..., list[Row]]
) -> None:
    one, other = fighting
    (stranger,) = rows([{"text": "farrier"}])
    body = {"other": one.pk, "row_id": stranger.pk}
    assert api.refused("POST", f"/pieces/{other.pk}/give-way", body)["status"] == 404
    assert api.client.get(f"{api.base}/pieces/999/ways-out/{one.pk}").status_code == 404
    assert PieceKeyword.objects.get(piece=other, main=True).keyword.text == "stitch a bridle"


def test_a_live_page_is_improved_or_the_piece_is_one_of_its_own(
    api: Api, project: Project, rows: Callable[..., list[Row]]
) -> None:
    project.outlets.filter(channel="web").update(address="https://saddler.example")
    made = rows([{"text": "girth buckle", "volume": 70.0}, {"text": "stirrup leather"}])
    one, other = pieces_for(api, made)
    found = "https://a.example/x\nhttps://saddler.example/girths\nhttps://b.example/y"
    for row in made:
        api.post(f"/rows/{row.pk}/page/note", {"text": found})
    told = api.get("/plan/overlaps")["live"]
    assert [(t["piece"], t["address"], t["position"]) for t in told] == [
        (one.pk, "https://saddler.example/girths", 2),
        (other.pk, "https://saddler.example/girths", 2),
    ]
    address = told[0]["address"]
    api.post(f"/pieces/{one.pk}/live", {"address": address, "improve": True})
    piece = api.get(f"/pieces/{one.pk}")["piece"]
    assert (piece["improves"], piece["address"]) == (True, address)
    refused = api.refused("POST", f"/pieces/{other.pk}/live", {"address": address, "improve": True})
    assert refused["detail"] == "“girth buckle” improves that page already."
    api.post(f"/pieces/{other.pk}/live", {"address": address, "improve": False})
    assert api.get("/plan/overlaps")["live"] == []
    api.undo()
    assert [t["piece"] for t in api.get("/plan/overlaps")["live"]] == [other.pk]
    # What is live stands there itself.
    Piece.objects.filter(pk=other.pk).update(state="live")
    assert api.get("/plan/overlaps")["live"] == []
