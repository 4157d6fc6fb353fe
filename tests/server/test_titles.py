"""Titles for a piece: packed from its keywords, and looked at while one is typed."""

from collections.abc import Callable

import pytest

from bunraku.server.plan.models import Piece
from bunraku.server.sheet.models import Row
from tests.server.conftest import Api, pieces_for

pytestmark = pytest.mark.django_db
Make = Callable[..., list[Row]]


@pytest.fixture
def piece(api: Api, rows: Make) -> Piece:
    """A piece with four keywords of known worth."""
    figures = [
        {"text": "lace pillow", "volume": 90.0, "worth": 9.0},
        {"text": "lace pillow pattern", "volume": 80.0, "worth": 7.0},
        {"text": "pillow pattern book", "volume": 70.0, "worth": 5.0},
        {"text": "where to buy a lace pillow stand in bulk", "volume": 10.0, "worth": 1.0},
    ]
    made = rows(figures)
    (piece,) = pieces_for(api, made[:1])
    for row in made[1:]:
        api.post(f"/pieces/{piece.pk}/keywords", {"row_id": row.pk})
    return piece


def test_titles_contain_what_they_say(api: Api, piece: Piece) -> None:
    told = api.get(f"/pieces/{piece.pk}/titles")
    assert (told["form"], told["counted_in"]) == ("page", "worth")
    assert told["phrases"][0] == {"text": "lace pillow", "value": 9}
    best = told["proposals"][0]
    assert best["text"] == "Lace pillow pattern book"
    assert (best["contained"], best["left"], best["value"]) == ([0, 1, 2], [3], 21)
    assert best["bound"] >= 21
    assert [(one["unit"], one["state"]) for one in best["measured"]] == [
        ("characters", "fits"),
        ("pixels", "fits"),
    ]
    assert told["now"]["contained"] == [0]
    ended = api.get(f"/pieces/{piece.pk}/titles", end=" | Bobbins")
    assert all(one["text"].endswith(" | Bobbins") for one in ended["proposals"])


def test_a_title_that_is_typed(api: Api, piece: Piece) -> None:
    said = api.get(f"/pieces/{piece.pk}/titles/check", text="A pillow pattern book for lace")
    assert (said["contained"], said["value"]) == ([2], 5)
    over = api.get(f"/pieces/{piece.pk}/titles/check", text="Lace pillow " * 8)
    assert {one["state"] for one in over["measured"]} == {"over"}
    assert over["contained"] == [0]
    hostile = api.get(f"/pieces/{piece.pk}/titles/check", text="<script>\u202e😀" * 60)
    assert hostile["contained"] == []


def test_what_counts_where_worth_is_not_known(api: Api, piece: Piece) -> None:
    Row.objects.update(worth=None)
    assert api.get(f"/pieces/{piece.pk}/titles")["counted_in"] == "searches"
    Row.objects.update(volume=None)
    told = api.get(f"/pieces/{piece.pk}/titles")
    assert told["counted_in"] == "phrases"
    assert {phrase["value"] for phrase in told["phrases"]} == {1}


def test_a_piece_without_keywords_and_one_that_is_gone(api: Api, piece: Piece) -> None:
    piece.keywords.all().delete()
    told = api.get(f"/pieces/{piece.pk}/titles")
    assert (told["phrases"], told["proposals"]) == ([], [])
    api.send("DELETE", f"/pieces/{piece.pk}")
    assert api.client.get(f"{api.base}/pieces/{piece.pk}/titles").status_code == 404
    assert api.client.get(f"{api.base}/pieces/{piece.pk}/titles/check?text=x").status_code == 404
