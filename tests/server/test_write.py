"""Desks: saved within a second, merged by field, every version kept; packed and put right."""

from datetime import timedelta
from typing import Any

import pytest
import time_machine
from django.utils import timezone

from bunraku.server.plan.models import Piece
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row
from bunraku.server.write import drafts
from bunraku.server.write.models import Draft, DraftVersion
from tests.server.conftest import Api, pieces_for
from tests.server.desks import FIGURES, Make, listing, pack, save

pytestmark = pytest.mark.django_db


def test_a_desk_begins_with_what_the_plan_knows(api: Api, piece: Piece) -> None:
    api.send("PATCH", f"/pieces/{piece.pk}", {"address": "https://site.example/a/cords/"})
    desk = api.get(f"/pieces/{piece.pk}/desk")
    assert (desk["form"], desk["counted_in"], desk["versions"]) == ("page", "worth", 0)
    assert desk["draft"]["fields"] == {"title": "sash window cord", "address": "cords"}
    assert desk["draft"]["revision"] == 0
    assert [phrase["text"] for phrase in desk["phrases"]] == [one["text"] for one in FIGURES]
    assert desk["look"]["covered"] == 1
    assert desk["look"]["value"] == 9
    assert sum(one["points"] for one in desk["look"]["checks"]) == pytest.approx(
        desk["look"]["score"], abs=0.1
    )
    assert not Draft.objects.exists()


def test_what_is_typed_is_looked_at_and_nothing_is_kept(api: Api, piece: Piece) -> None:
    body = "👍 Waxed sash cords.\n\nA sash cord kit, then."
    seen = api.post(f"/pieces/{piece.pk}/desk/look", {"fields": {"title": "x" * 70, "body": body}})
    place = next(one for one in seen["places"] if one["id"] == "body")
    cells = {cell["phrase"]: cell for cell in place["cells"]}
    assert cells[1]["level"] == "variant"
    assert cells[2]["level"] == "exact"
    # Counted as browsers count: what is beyond the first plane is two.
    assert cells[1]["spans"] == [[3, 19]]
    over = next(one for one in seen["measured"] if one["field"] == "title")
    assert (over["state"], over["takes"], len(over["within"])) == ("over", 70, 60)
    assert not Draft.objects.exists()


def test_saves_are_kept_and_come_to_the_same_twice(api: Api, piece: Piece) -> None:
    first = save(api, piece, title=("sash window cord", "Sash window cord kit"))
    assert (first["revision"], first["versions"]) == (1, 1)
    again = save(api, piece, title=("sash window cord", "Sash window cord kit"))
    assert (again["revision"], again["clashes"]) == (1, {})
    longer = save(api, piece, 1, description=("", "Cords\r\nof all kinds"))
    # Saves of one piece of work are one version, the last of them.
    assert (longer["revision"], longer["versions"]) == (2, 1)
    (version,) = DraftVersion.objects.all()
    assert version.fields["description"] == "Cords\nof all kinds"
    DraftVersion.objects.update(begun=timezone.now() - timedelta(minutes=9))
    assert save(api, piece, 2, body=("", "# Cords"))["versions"] == 2
    beside = api.get(f"/pieces/{piece.pk}/versions/1/beside")
    assert [(one["field"], one["parts"]) for one in beside] == [
        ("body", [{"what": "new", "text": "# Cords"}])
    ]
    listed = api.get(f"/pieces/{piece.pk}/versions")
    assert [one["number"] for one in listed] == [2, 1]
    assert listed[0]["by"]


def test_what_is_put_in_place_of_something_leaves_it_a_version(api: Api, piece: Piece) -> None:
    save(api, piece, title=("sash window cord", "Typed"))
    edits = {"title": {"was": "Typed", "now": "Packed"}}
    put = {"edits": edits, "since": 1, "anew": True}
    assert api.send("PUT", f"/pieces/{piece.pk}/draft", put)["versions"] == 2
    listed = api.get(f"/pieces/{piece.pk}/versions")
    assert [one["fields"]["title"] for one in listed] == ["Packed", "Typed"]
    # What the plan knew stood there too, where nothing was written yet.
    Draft.objects.all().delete()
    edits = {"title": {"was": "sash window cord", "now": "Packed"}}
    put = {"edits": edits, "since": 0, "anew": True}
    assert api.send("PUT", f"/pieces/{piece.pk}/draft", put)["versions"] == 2
    listed = api.get(f"/pieces/{piece.pk}/versions")
    assert [one["fields"]["title"] for one in listed] == ["Packed", "sash window cord"]


def test_two_windows_are_merged_by_field(api: Api, piece: Piece) -> None:
    save(api, piece, title=("sash window cord", "Theirs"), description=("", "Theirs too"))
    mine = save(api, piece, 0, title=("sash window cord", "Mine"), body=("", "Text"))
    assert mine["clashes"] == {"title": [{"mine": "Mine", "theirs": "Theirs"}]}
    assert mine["others"] == {"description": "Theirs too"}
    draft = Draft.objects.get()
    assert draft.fields == {"title": "Mine", "description": "Theirs too", "body": "Text"}
    # What the other wrote is a version of its own.
    assert DraftVersion.objects.get(number=1).fields["title"] == "Theirs"


def window(api: Api, piece: Piece, name: str, since: int, **edits: tuple[str, str]) -> Any:
    """A save of a window that says what it is called."""
    told = {field: {"was": was, "now": now} for field, (was, now) in edits.items()}
    body = {"edits": told, "since": since, "window": name}
    return api.send("PUT", f"/pieces/{piece.pk}/draft", body)


def test_different_paragraphs_of_two_windows_come_together(api: Api, piece: Piece) -> None:
    window(api, piece, "first", 0, body=("", "One.\n\nTwo.\n\nThree."))
    theirs = ("One.\n\nTwo.\n\nThree.", "One.\n\nTwo.\n\nThree, theirs.")
    window(api, piece, "second", 1, body=theirs)
    mine = window(api, piece, "first", 1, body=(theirs[0], "One, mine.\n\nTwo.\n\nThree."))
    assert mine["others"]["body"] == "One, mine.\n\nTwo.\n\nThree, theirs."
    assert mine["clashes"] == {}
    # Saved twice, the same comes to the same.
    again = window(api, piece, "first", 1, body=(theirs[0], "One, mine.\n\nTwo.\n\nThree."))
    assert (again["revision"], again["others"]["body"]) == (
        mine["revision"],
        mine["others"]["body"],
    )


def test_two_windows_that_fight_over_a_field_fill_no_history(
    api: Api, piece: Piece, monkeypatch: pytest.MonkeyPatch
) -> None:
    with time_machine.travel(timezone.now(), tick=False) as clock:
        window(api, piece, "first", 0, title=("sash window cord", "The text of long ago"))
        clock.shift(timedelta(days=3))
        last = "The text of long ago"
        for second in range(300):
            name = ("first", "second")[second % 2]
            was, last = last, f"{name} writes {second}"
            window(api, piece, name, 0, title=(was, last))
            clock.shift(timedelta(seconds=1))
        # One a window every two minutes, and what stood there days ago.
        assert DraftVersion.objects.count() <= 1 + 2 * 3
        assert DraftVersion.objects.filter(fields__title="The text of long ago").exists()
        # What each wrote last is there.
        for number in (298, 299):
            assert DraftVersion.objects.filter(fields__title__endswith=f"writes {number}").exists()
        monkeypatch.setattr(drafts, "MOST_VERSIONS", 12)
        monkeypatch.setattr(drafts, "LATEST_VERSIONS", 4)
        for hour in range(30):
            clock.shift(timedelta(minutes=3 if hour % 3 else 600))
            was, last = last, f"hour {hour}"
            window(api, piece, "first", 0, title=(was, last))
    assert DraftVersion.objects.count() == 12
    kept = DraftVersion.objects.order_by("number")
    assert kept[0].fields["title"] == "The text of long ago"
    assert [one.fields["title"] for one in kept][-4:] == [f"hour {n}" for n in range(26, 30)]


@pytest.mark.parametrize("name", ["title", "note", "parked_idea", "maker"])
def test_a_text_of_a_piece_is_not_written_over_unseen(api: Api, piece: Piece, name: str) -> None:
    path = f"/pieces/{piece.pk}"
    was = getattr(piece, name)
    api.send("PATCH", path, {name: "Theirs", "was": {name: was}})
    problem = api.refused("PATCH", path, {name: "Mine", "was": {name: was}})
    assert (problem["code"], problem["field"]) == ("stale", name)
    assert "“Theirs” is there now" in problem["detail"]
    # The same said twice is no clash, nor is another field, nor who does not say what it was.
    api.send("PATCH", path, {name: "Theirs", "was": {name: was}})
    api.send("PATCH", path, {"hours": 3, "was": {name: was}})
    api.send("PATCH", path, {name: "Mine", "was": {name: "Theirs"}})
    piece.refresh_from_db()
    assert getattr(piece, name) == "Mine"


def test_a_piece_that_goes_takes_its_draft_and_brings_it_back(api: Api, piece: Piece) -> None:
    save(api, piece, title=("sash window cord", "Cords"))
    api.send("DELETE", f"/pieces/{piece.pk}")
    assert not Draft.objects.exists()
    problem = api.refused(
        "PUT",
        f"/pieces/{piece.pk}/draft",
        {"edits": {"title": {"was": "", "now": "x"}}, "since": 1},
    )
    assert problem["code"] == "not_found"
    api.undo()
    assert Draft.objects.get().fields["title"] == "Cords"
    assert DraftVersion.objects.count() == 1


def test_what_cannot_be_kept_is_refused_by_its_field(api: Api, piece: Piece) -> None:
    for name, text in (("no_such", "x"), ("body", "x" * 200_001)):
        body = {"edits": {name: {"was": "", "now": text}}, "since": 0}
        problem = api.refused("PUT", f"/pieces/{piece.pk}/draft", body)
        assert (problem["code"], problem["field"]) == ("invalid_input", name)
    assert not Draft.objects.exists()


def test_hostile_and_strange_texts_are_kept_as_they_are(api: Api, piece: Piece) -> None:
    strange = {
        "title": "👨‍👩‍👧‍👦 חבל חלון e\u0301",
        "description": "<script>alert(1)</script>",
        "body": "word " * 20_000,
    }
    save(api, piece, **{name: ("", text) for name, text in strange.items()})
    kept = api.get(f"/pieces/{piece.pk}/desk")["draft"]["fields"]
    assert kept["description"] == strange["description"]
    assert kept["body"] == strange["body"]
    assert "👨‍👩‍👧‍👦" in kept["title"]
    document = api.client.get(f"{api.base}/pieces/{piece.pk}/draft.html")
    assert b"<script" not in document.content
    assert "attachment" in document["Content-Disposition"]


def test_fields_are_packed_from_what_stands_nowhere_yet(api: Api, piece: Piece) -> None:
    title = pack(api, piece, "title", end=" | Cords")[0]
    assert title["text"].startswith("Sash window cord")
    assert title["text"].endswith(" | Cords")
    fields = {"title": "Sash window cord, waxed sash cord"}
    (left,) = pack(api, piece, "description", fields=fields)
    assert left["text"] == "Sash window cord, sash cord kit, sash pulley"
    assert left["value"] == 6
    assert pack(api, piece, "address")[0]["text"] == "sash-window-cord"
    both = {"field": "title", "fields": {}, "must": ["waxed"], "never": ["Waxed"]}
    problem = api.refused("POST", f"/pieces/{piece.pk}/desk/pack", both)
    assert (problem["field"], problem["detail"]) == ("must", "“waxed” must be said and must not.")
    odd = api.refused("POST", f"/pieces/{piece.pk}/desk/pack", {"field": "body", "fields": {}})
    assert odd["field"] == "field"


def test_a_listing_with_its_family(api: Api, project: Project, rows: Make) -> None:
    piece = listing(api, project, rows)
    refused = api.refused(
        "POST", f"/pieces/{piece.pk}/desk/pack", {"field": "variations", "fields": {}}
    )
    assert refused["field"] == "variations"
    (family,) = pack(api, piece, "variations", fields={"variations": "white\nblack"})
    white, black = family["text"].split("\n")
    assert white.startswith("white: Sash window cord")
    assert "white" in white.removeprefix("white: ")
    assert "black" not in white
    assert "white" not in black
    assert family["value"] <= family["bound"]
    assert family["left"] == []
    tags = pack(api, piece, "tags")[0]["text"].split("\n")
    assert tags[0] == "sash window cord"
    assert len(tags) <= 13
    shapes = {one["shape"]: one["text"] for one in pack(api, piece, "title")}
    assert shapes["words"] == "Sash window cord waxed kit pulley"


def test_a_shop_with_bullets_and_hidden_terms(api: Api, project: Project, rows: Make) -> None:
    piece = listing(api, project, rows)
    settings = api.get("/write/settings")
    shop = next(one for one in settings["outlets"] if one["form"] == "listing")
    limits = {"outlet_id": shop["outlet_id"], "profile": "bullets"}
    api.send("PUT", "/write/limits", {**limits, "own": {"hidden.whole.most.bytes": 10}})
    desk = api.get(f"/pieces/{piece.pk}/desk")
    assert {field["id"] for field in desk["fields"]}.isdisjoint({"tags", "materials"})
    (hidden,) = pack(api, piece, "hidden", fields={"title": "Sash window cord"})
    assert hidden["text"] == "waxed kit"
    assert hidden["bound"] >= hidden["value"] == 12
    (bullets,) = pack(api, piece, "bullets", fields={"title": "Sash window cord"})
    assert "waxed sash cord" in bullets["text"].casefold()
    api.undo()
    assert {field["id"] for field in api.get(f"/pieces/{piece.pk}/desk")["fields"]} >= {"tags"}


def test_limits_and_rules_are_the_persons(api: Api, piece: Piece) -> None:
    site = next(o for o in api.get("/write/settings")["outlets"] if o["form"] == "page")
    given = {"outlet_id": site["outlet_id"], "profile": "page"}
    api.send("PUT", "/write/limits", {**given, "own": {"title.whole.most.characters": 70}})
    told = api.get(f"/pieces/{piece.pk}/desk")["look"]["measured"]
    assert next(o for o in told if o["id"] == "title.whole.most.characters")["most"] == 70
    for body, field in (
        ({**given, "profile": "video"}, "profile"),
        ({**given, "own": {"no.such": 3}}, "own"),
    ):
        assert api.refused("PUT", "/write/limits", body)["field"] == field
    api.send("PUT", "/write/rules", {"rules": ["is_calm", "text_closes"]})
    checks = api.get(f"/pieces/{piece.pk}/desk")["look"]["checks"]
    assert {one["id"] for one in checks}.isdisjoint({"is_calm", "text_closes"})
    assert api.refused("PUT", "/write/rules", {"rules": ["none"]})["field"] == "rules"
    api.undo()
    assert not any(rule["off"] for rule in api.get("/write/settings")["rules"])


def test_a_press_puts_right(api: Api, piece: Piece) -> None:
    given = {"rule": "title_says", "fields": {"title": "All about cords"}}
    out = api.post(f"/pieces/{piece.pk}/desk/fix", given)
    assert out["fields"] == {"title": "Sash window cord: All about cords"}
    unknown = {**given, "rule": "no_such"}
    assert api.post(f"/pieces/{piece.pk}/desk/fix", unknown) == {"fields": {}}
    text = {"text": "sash cords: a guide", "rule": "title"}
    assert api.post(f"/pieces/{piece.pk}/desk/capitals", text) == {"text": "Sash Cords: A Guide"}


def test_two_titles(api: Api, piece: Piece) -> None:
    query = {"titles": ["Sash window cord", "Waxed sash cord"]}
    told = api.get(f"/pieces/{piece.pk}/duel", **query)
    assert [one["searched"] for one in told["titles"]] == [90, 80]
    assert told["known"] == 0
    assert "cannot be estimated" in told["words"]


def test_the_list_tells_what_each_piece_lacks(
    api: Api, piece: Piece, django_assert_max_num_queries: Any
) -> None:
    (row,) = api.get("/writing")["rows"]
    assert (row["begun"], row["fields"], row["empty"], row["score"]) == (False, 5, 5, None)
    save(api, piece, title=("sash window cord", "Sash window cord " * 5), body=("", "Sash pulley."))
    with django_assert_max_num_queries(14):
        told = api.get("/writing", order="score", lacks="over")
    (row,) = told["rows"]
    assert (row["begun"], row["empty"], row["over"], row["missing"]) == (True, 3, 1, 2)
    assert told["begun"] == 1
    assert told["done"] == 0
    for lacks, count in (("unbegun", 0), ("missing", 1), ("failing", 1), ("done", 0), ("empty", 1)):
        assert api.get("/writing", lacks=lacks)["total"] == count
    assert api.get("/writing", channel="video")["total"] == 0
    assert api.get("/writing", q="cord")["total"] == 1
    # A phrase more, and it is counted anew when the desk is opened.
    extra = Row.objects.get(text="sash pulley")
    api.send("DELETE", f"/pieces/{piece.pk}/keywords/{extra.pk}")
    api.get(f"/pieces/{piece.pk}/desk")
    assert api.get("/writing")["rows"][0]["missing"] == 2
    assert api.get("/overview")["drafts"] == 1


def test_titles_and_addresses_of_others_are_known(api: Api, piece: Piece, rows: Make) -> None:
    (other,) = pieces_for(api, rows([{"text": "window putty"}]))
    save(api, other, title=("window putty", "Putty"), address=("", "putty"))
    seen = api.post(
        f"/pieces/{piece.pk}/desk/look", {"fields": {"title": "PUTTY", "address": "putty"}}
    )
    failing = {one["id"]: one["missing"] for one in seen["checks"] if not one["good"]}
    assert failing["title_is_own"] == "“Putty”"
    assert failing["address_lasts"].startswith("Another piece has it")


def test_tags_in_another_language_are_priced_and_bought_once(
    api: Api, project: Project, rows: Make
) -> None:
    piece = listing(api, project, rows)
    project.lookups_left_tenths = 100
    project.save()
    told = api.post(f"/pieces/{piece.pk}/terms/price", {"into": "de"})
    assert (told["terms"], told["known"], told["price"]) == (4, 0, 0.4)
    bought = api.post(f"/pieces/{piece.pk}/terms", {"into": "de"})
    assert bought["price"] == 0
    left = api.get("/overview")["lookups_left"]
    assert left >= 9.6
    api.post(f"/pieces/{piece.pk}/terms", {"into": "de"})
    assert api.get("/overview")["lookups_left"] == left
    assert pack(api, piece, "tags", into="de")[0]["text"].startswith("sash window cord")
    for into in ("en", "xx"):
        problem = api.refused("POST", f"/pieces/{piece.pk}/terms", {"into": into})
        assert problem["code"] == "no_language"


def test_what_stands_between_phrases_counts(api: Api, piece: Piece) -> None:
    title = pack(api, piece, "title", joiner=" | ")[0]
    assert " | " in title["text"]
    assert len(title["text"]) <= 60
