"""Pieces that exist already, brought in to be improved."""

from collections.abc import Callable

import pytest

from bunraku.server.plan.existing import Page, pages_in
from bunraku.server.plan.models import Piece, PieceKeyword
from bunraku.server.sheet.models import Row
from tests.server.conftest import Api, pieces_for

pytestmark = pytest.mark.django_db
Make = Callable[..., list[Row]]


def test_a_pasted_list_is_read_line_by_line() -> None:
    text = (
        "https://saddler.example/girth-straps  Girth straps\n\nno address here\n"
        "saddler.example/contact, Contact us\nhttps://saddler.example/girth-straps again\n"
    )
    assert pages_in(text) == [
        Page("https://saddler.example/girth-straps", "Girth straps"),
        Page("saddler.example/contact", "Contact us"),
    ]


def test_addresses_become_pieces_about_what_they_say(api: Api, rows: Make) -> None:
    rows(
        [
            {"text": "girth strap", "volume": 50.0},
            {"text": "straps for a girth", "volume": 10.0},
            {"text": "bridle repair", "volume": 30.0},
        ]
    )
    text = (
        "https://saddler.example/shop/girth-straps.html Our girth straps\n"
        "https://saddler.example/bridle-repair/\nhttps://saddler.example/p?id=7\n"
        "https://saddler.example/snaffle-bits"
    )
    told = api.post("/pieces/existing", {"text": text})
    assert (told["made"], told["linked"]) == (2, 0)
    assert told["unknown"] == [
        "https://saddler.example/p?id=7",
        "https://saddler.example/snaffle-bits",
    ]
    pieces = {piece.address: piece for piece in Piece.objects.all()}
    strap = pieces["https://saddler.example/shop/girth-straps.html"]
    assert (strap.title, strap.improves, strap.outlet.channel) == ("Our girth straps", True, "web")
    main = strap.keywords.get(main=True).keyword.text
    assert main == "girth strap"
    assert pieces["https://saddler.example/bridle-repair/"].title == "Bridle repair"
    # What stands beside an address is read where the address itself says nothing that is known.
    told = api.post("/pieces/existing", {"text": "https://saddler.example/p?id=7 strap for girth"})
    assert told["linked"] == 1
    api.undo()
    api.undo()
    assert not Piece.objects.exists()


def test_a_piece_that_is_planned_improves_what_exists(api: Api, rows: Make) -> None:
    (piece,) = pieces_for(api, rows([{"text": "bridle repair"}]))
    told = api.post("/pieces/existing", {"text": "https://saddler.example/bridle-repair"})
    assert (told["made"], told["linked"], told["unknown"]) == (0, 1, [])
    piece.refresh_from_db()
    assert (piece.improves, piece.address) == (True, "https://saddler.example/bridle-repair")


def test_pages_of_ones_own_report(api: Api) -> None:
    report = (
        "Query,Page,Clicks,Impressions,Position\n"
        "bridle repair,https://saddler.example/mend,40,900,4\n"
        "mend a bridle,https://saddler.example/mend,12,300,6\n"
        "girth strap,https://saddler.example/shop,3,90,11\n"
    )
    seen = api.bring(report)
    body = {"channel": "web", "mapping": seen["mapping"]}
    api.post(f"/files/{seen['id']}/import", body)
    told = api.get("/plan/existing", channel="web")
    assert [(one["address"], one["keyword"], one["queries"]) for one in told] == [
        ("https://saddler.example/mend", "bridle repair", 2),
        ("https://saddler.example/shop", "girth strap", 1),
    ]
    api.post("/pieces/existing", {"text": "\n".join(one["address"] for one in told)})
    owned = PieceKeyword.objects.order_by("pk").values_list("keyword__text", "main")
    assert list(owned) == [("bridle repair", True), ("mend a bridle", False), ("girth strap", True)]
    assert api.get("/plan/existing", channel="web") == []


def test_nothing_that_is_an_address(api: Api) -> None:
    for text in ("", "just words", "x" * 1_000):
        refused = api.refused("POST", "/pieces/existing", {"text": text})
        assert (refused["code"], refused["field"]) == ("invalid_input", "text")
