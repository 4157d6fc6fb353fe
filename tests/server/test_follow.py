"""Following: a piece goes live and comes down, its phrases follow the plan, the diary says what
came of it."""

from datetime import timedelta
from typing import Any

import pytest

from bunraku.core.follow.checks import Check, pack, unpack
from bunraku.server.clock import real_today, set_to, today
from bunraku.server.follow.judging import judge_changes
from bunraku.server.follow.models import DiaryEntry, Followed, LivePiece
from bunraku.server.plan.models import Piece, PieceKeyword
from bunraku.server.projects.models import Project
from tests.server.conftest import Api
from tests.server.desks import FIGURES, save
from tests.server.following import ADDRESS, look, other_project, publish

pytestmark = pytest.mark.django_db


def test_a_piece_goes_live_with_its_fields_and_its_forecast(api: Api, piece: Piece) -> None:
    save(api, piece, title=("sash window cord", "Sash window cord: a kit"))
    told = api.get(f"/pieces/{piece.pk}/publish")
    assert (told["live"], told["keywords"], told["empty"]) == (None, 4, ["Description"])
    live = publish(api, piece)
    seen = api.get(f"/live/{live}")
    assert (seen["title"], seen["address"]) == ("Sash window cord: a kit", ADDRESS)
    assert [phrase["text"] for phrase in seen["phrases"]] == [one["text"] for one in FIGURES]
    assert seen["phrases"][0]["foretold"] == today().isoformat()
    assert [entry["what"] for entry in seen["diary"]] == ["published"]
    piece.refresh_from_db()
    assert (piece.state, piece.address) == ("live", ADDRESS)
    assert api.get("/overview")["live"] == 1
    assert api.get("/follow")["rows"][0]["id"] == live


@pytest.mark.parametrize(
    ("body", "field"),
    [
        ({"address": "  "}, "address"),
        ({"address": "not an address"}, "address"),
        ({"day": (real_today() + timedelta(days=2)).isoformat()}, "day"),
        ({"day": "1999-12-31"}, "day"),
    ],
)
def test_what_cannot_be_published_says_why(
    api: Api, piece: Piece, body: dict[str, str], field: str
) -> None:
    given = {"address": ADDRESS, "day": today().isoformat(), **body}
    told = api.refused("POST", f"/pieces/{piece.pk}/publish", given)
    assert (told["code"], told["field"]) == ("invalid_input", field)
    assert not LivePiece.objects.exists()


def test_one_address_is_one_live_piece(api: Api, piece: Piece, project: Project) -> None:
    publish(api, piece)
    other = Piece.objects.create(
        project=project, scope=piece.scope, outlet=piece.outlet, title="B", kind="article", hours=1
    )
    PieceKeyword.objects.filter(piece=piece, main=False).last().delete()  # type: ignore[union-attr]
    row = piece.scope.rows.get(text="sash pulley")
    api.post(f"/pieces/{other.pk}/keywords", {"row_id": row.pk, "main": True})
    given = {"address": ADDRESS, "day": today().isoformat()}
    assert api.refused("POST", f"/pieces/{other.pk}/publish", given)["code"] == "address_taken"
    # Without a keyword there is nothing to follow.
    bare = Piece.objects.create(
        project=project, scope=piece.scope, title="C", kind="article", hours=1
    )
    told = api.refused("POST", f"/pieces/{bare.pk}/publish", {**given, "address": ADDRESS + "-c"})
    assert "no keyword" in told["detail"]


def test_a_change_is_noted_with_before_and_after_and_a_day_to_look_back(
    api: Api, piece: Piece
) -> None:
    live = publish(api, piece)
    assert (
        api.refused(
            "POST", f"/pieces/{piece.pk}/publish", {"address": ADDRESS, "day": today().isoformat()}
        )["code"]
        == "nothing_changed"
    )
    save(api, piece, title=("sash window cord", "Waxed sash cord"))
    told = api.get(f"/pieces/{piece.pk}/publish")
    assert told["changes"] == [
        {
            "field": "title",
            "name": "Title",
            "before": "sash window cord",
            "after": "Waxed sash cord",
        }
    ]
    assert publish(api, piece, reason="The old one was dull") == live
    entry = api.get(f"/live/{live}")["diary"][0]
    assert (entry["what"], entry["reason"]) == ("fields", "The old one was dull")
    assert entry["check_back"] == (today() + timedelta(days=21)).isoformat()
    kept = LivePiece.objects.get()
    assert (kept.old_title, kept.retitled) == ("sash window cord", today())


def test_phrases_follow_the_plan_and_what_was_seen_stays(api: Api, piece: Piece) -> None:
    live = publish(api, piece)
    look(api, live)
    kept = Followed.objects.get(live=live, text="sash pulley")
    owned = PieceKeyword.objects.get(piece=piece, keyword=kept.keyword)
    owned.delete()
    api.post("/follow/clock", {"days": 1})
    look(api, live)
    kept.refresh_from_db()
    assert kept.until is not None
    assert len(unpack(bytes(kept.checks))) == 1
    row = piece.scope.rows.get(text="sash pulley")
    api.post(f"/pieces/{piece.pk}/keywords", {"row_id": row.pk})
    api.post("/follow/clock", {"days": 1})
    look(api, live)
    kept.refresh_from_db()
    assert kept.until is None
    assert len(unpack(bytes(kept.checks))) == 2
    # A keyword that is gone from the project altogether.
    assert kept.keyword is not None
    kept.keyword.delete()
    assert api.get(f"/live/{live}")["phrases"][-1]["text"] == "sash pulley"


def test_a_piece_and_an_outlet_that_are_removed_leave_their_history(
    api: Api, piece: Piece, project: Project
) -> None:
    live = publish(api, piece)
    look(api, live)
    api.send("DELETE", f"/pieces/{piece.pk}")
    assert (api.get(f"/live/{live}")["piece"], len(api.get(f"/live/{live}")["days"])) == (None, 1)
    api.undo()
    assert api.get(f"/live/{live}")["piece"] == piece.pk
    outlet = project.outlets.get(channel="web")
    api.send("DELETE", f"/outlets/{outlet.pk}?version={outlet.version}")
    assert api.get(f"/live/{live}")["outlet"] == ""
    assert len(api.get("/follow")["rows"]) == 1
    (rest,) = api.get("/follow/together", by="outlet")
    assert (rest["name"], rest["pieces"], rest["phrases"]) == ("Outlet deleted", 1, 4)
    (lone,) = api.get("/follow/together", by="cluster")
    assert lone["name"] == "In no cluster"


def test_taken_down_it_is_looked_at_no_longer_and_comes_back_with_its_history(
    api: Api, piece: Piece
) -> None:
    live = publish(api, piece)
    look(api, live)
    given = {"day": today().isoformat(), "reason": "Sold out"}
    api.post(f"/live/{live}/down", given)
    assert api.refused("POST", f"/live/{live}/down", given)["code"] == "nothing_changed"
    assert api.get("/follow")["total"] == 0
    assert api.get("/follow", which="gone")["total"] == 1
    assert api.get("/follow/watch")["due"] == 0
    assert publish(api, piece) == live
    seen = api.get(f"/live/{live}")
    assert (seen["gone"], len(seen["days"])) == (None, 1)
    assert [entry["what"] for entry in seen["diary"]] == ["published", "unpublished", "published"]


def test_the_diary_by_hand(api: Api, piece: Piece) -> None:
    live = publish(api, piece)
    day = today().isoformat()
    entry = api.post("/diary", {"what": "pictures", "day": day, "live": live, "note": "Brighter"})
    assert entry["judged"]["why"] == "young"
    update = api.post("/diary", {"what": "engine", "day": day, "channel": "web"})
    assert (update["live"], update["check_back"]) == (None, None)
    assert api.get(f"/live/{live}")["engine"] == [day]
    for wrong in (
        {"what": "engine", "day": day, "live": live},
        {"what": "other", "day": day},
        {"what": "price", "day": (today() + timedelta(days=1)).isoformat(), "live": live},
        {"what": "price", "day": (today() - timedelta(days=1)).isoformat(), "live": live},
    ):
        assert api.refused("POST", "/diary", wrong)["code"] == "invalid_input"
    changed = api.send("PATCH", f"/diary/{entry['id']}", {"check_back": day, "note": "Lighter"})
    assert (changed["check_back"], changed["note"]) == (day, "Lighter")
    assert api.get("/up-next")["backs"] == 1
    assert [one["id"] for one in api.get("/diary", due=True)["rows"]] == [entry["id"]]
    api.send("PATCH", f"/diary/{entry['id']}", {"looked_back": True})
    assert api.get("/up-next")["backs"] == 0
    api.send("DELETE", f"/diary/{entry['id']}")
    first = DiaryEntry.objects.get(what="published")
    assert api.refused("DELETE", f"/diary/{first.pk}")["code"] == "invalid_input"
    assert api.get("/diary")["total"] == 2


def test_a_change_that_helped_is_found_beside_pieces_that_nobody_touched(
    api: Api, piece: Piece, project: Project
) -> None:
    now = today()
    for n in range(7):
        live = LivePiece.objects.create(
            project=project, scope=piece.scope, title=f"Piece {n}", kind="article",
            address=f"{ADDRESS}-{n}", published=now - timedelta(days=500), followed=now,
        )  # fmt: skip
        for k in range(8):
            base = 6 + 3 * k + n
            Followed.objects.create(
                live=live, term=f"t{n}-{k}", text=f"phrase {n} {k}", searches=50, main=k == 0,
                checks=pack(
                    Check(
                        now - timedelta(days=7 * week),
                        100,
                        max(1, (base + (week * (n + k)) % 3) // (2 if n == 0 and week < 5 else 1)),
                    )
                    for week in range(14)
                ),
            )  # fmt: skip
    changed = LivePiece.objects.get(title="Piece 0")
    day = (now - timedelta(days=42)).isoformat()
    entry = api.post("/diary", {"what": "pictures", "day": day, "live": changed.pk})
    assert entry["judged"]["why"] == "helped", entry["judged"]
    assert "Your change probably helped" in entry["judged"]["sentence"]
    assert entry["judged"]["controls"] == 6
    # Nobody looked for a while: it is judged once its windows are full, however long ago that is.
    DiaryEntry.objects.filter(pk=entry["id"]).update(judged={}, judged_on=day)
    with set_to(now + timedelta(days=90)):
        assert judge_changes(project, ["web"]) == 1
        assert judge_changes(project, ["web"]) == 0
        assert DiaryEntry.objects.get(pk=entry["id"]).judged["why"] == "helped"
    # A second change beside it: said, not guessed.
    near = (now - timedelta(days=35)).isoformat()
    api.post("/diary", {"what": "price", "day": near, "live": changed.pk})
    told = api.get(f"/live/{changed.pk}")["diary"]
    assert {one["judged"]["why"] for one in told} == {"several"}


def test_what_is_there_is_read_back(api: Api, piece: Piece) -> None:
    save(api, piece, title=("sash window cord", "Sash  cord " + "x" * 300))
    live = publish(api, piece)
    pasted = api.post(
        f"/live/{live}/read-back", {"text": "<title>Sash cord</title><h1>Cords</h1><p>All.</p>"}
    )
    assert [one["field"] for one in pasted["differs"]][:1] == ["title"]
    asked = api.post(f"/live/{live}/read-back", {"text": ""})
    assert asked["source"] == "Rehearsal Rivals"
    (differs,) = asked["differs"]
    assert (differs["field"], len(differs["after"])) == ("title", 300)
    assert api.get(f"/live/{live}")["read_back"]["compared"] == asked["compared"]


def test_another_s_live_pieces_are_not_there(api: Api, piece: Piece) -> None:
    live = publish(api, piece)
    LivePiece.objects.filter(pk=live).update(project=other_project(api))
    for method, path in (("GET", ""), ("GET", "/next"), ("POST", "/down"), ("POST", "/task")):
        body = {"day": today().isoformat(), "rule": "x"} if method == "POST" else None
        assert api.refused(method, f"/live/{live}{path}", body)["code"] == "not_found"


def test_the_list_and_a_piece_ask_as_much_whatever_their_number(
    api: Api, piece: Piece, django_assert_max_num_queries: Any
) -> None:
    live = publish(api, piece)
    look(api, live)
    with django_assert_max_num_queries(9):
        api.get("/follow")
    with django_assert_max_num_queries(18):
        api.get(f"/live/{live}")
