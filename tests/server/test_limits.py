"""What the plan keeps to besides its hours, and why a piece has no month."""

from collections.abc import Callable

import pytest

from bunraku.core.plan.calendar import months_ahead
from bunraku.server.clock import today
from bunraku.server.cluster.models import Cluster, Theme
from bunraku.server.plan.models import Piece, PieceAfter, PlanLimit
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row
from tests.server.conftest import Api, pieces_for

pytestmark = pytest.mark.django_db
NOTHING = {"horizon": 12, "people": [], "kinds": [], "alike": None}


@pytest.fixture
def made(api: Api, rows: Callable[..., list[Row]]) -> list[Piece]:
    """Ten pieces of two hours each, worth less and less; the hours hold all of them."""
    figures = [{"text": f"loom {n}", "volume": 90.0, "worth": 30.0 - n} for n in range(10)]
    pieces = pieces_for(api, rows(figures))
    Piece.objects.update(hours=2, kind="article")
    return pieces


def whys(api: Api) -> dict[str, str]:
    return {one["title"]: one["why"] for one in api.get("/plan/left-out")}


def test_a_persons_hours_hold_and_say_so(api: Api, made: list[Piece]) -> None:
    Piece.objects.update(maker="Ruth")
    api.send("PUT", "/plan/limits", {**NOTHING, "people": [{"name": "Ruth", "hours": 1}]})
    assert api.get("/plan/limits")["people"] == [{"name": "Ruth", "hours": 1}]
    api.post("/plan/fit")
    assert not Piece.objects.exclude(month=None).exists()
    assert set(whys(api).values()) == {"Ruth has no hours left."}
    api.send("PUT", "/plan/limits", {**NOTHING, "people": [{"name": "Ruth", "hours": 2}]})
    api.post("/plan/fit")
    months = list(Piece.objects.exclude(month=None).values_list("month", flat=True))
    assert len(months) == len(set(months)) == 10
    plan = api.get("/plan")
    assert plan["months"][0]["people"] == [{"name": "Ruth", "hours": 2, "to_spend": 2}]


def test_so_many_of_a_kind_a_month(api: Api, made: list[Piece]) -> None:
    Piece.objects.filter(pk__in=[piece.pk for piece in made[:4]]).update(kind="guide")
    api.send("PUT", "/plan/limits", {**NOTHING, "kinds": [{"kind": "guide", "most": 0}]})
    api.post("/plan/fit")
    out = Piece.objects.filter(month=None)
    assert set(out.values_list("kind", flat=True)) == {"guide"}
    assert set(whys(api).values()) == {"Your limit is 0 of “buying guide” a month."}
    api.undo()
    api.undo()
    assert not PlanLimit.objects.exists()


def test_pins_beyond_a_limit_are_named(api: Api, made: list[Piece]) -> None:
    first = str(months_ahead(today())[0])
    for piece in made[:2]:
        api.send("PATCH", f"/pieces/{piece.pk}", {"month": first, "maker": "Odo"})
    api.send("PUT", "/plan/limits", {**NOTHING, "people": [{"name": "Odo", "hours": 3}]})
    told = api.get("/plan")["impossible"]
    assert [(one["what"], one["hours"], one["to_spend"]) for one in told] == [("Odo's hours", 4, 3)]
    assert [piece["title"] for piece in told[0]["pieces"]] == [made[0].title, made[1].title]


def test_a_shorter_plan_and_a_longer_one(api: Api, made: list[Piece], project: Project) -> None:
    last = months_ahead(today())[11]
    api.send("PATCH", f"/pieces/{made[0].pk}", {"month": str(last)})
    api.send("PUT", "/plan/limits", {**NOTHING, "horizon": 6})
    plan = api.get("/plan")
    assert len(plan["months"]) == 6
    assert [(one["what"], one["to_spend"]) for one in plan["impossible"]] == [("beyond", None)]
    refused = api.refused("PATCH", f"/pieces/{made[1].pk}", {"month": str(last)})
    assert refused["detail"] == "The month lies outside the 6 planned ones."
    api.send("PUT", "/plan/limits", {**NOTHING, "horizon": 24})
    far = months_ahead(today(), 24)[23]
    api.send("PATCH", f"/pieces/{made[1].pk}", {"month": str(far)})
    assert len(api.get("/plan")["months"]) == 24
    assert Piece.objects.get(pk=made[1].pk).month == far
    assert api.client.get(f"{api.base}/plan.xlsx").status_code == 200
    assert api.refused("PUT", "/plan/limits", {**NOTHING, "horizon": 7})["code"] == "invalid_input"


def test_a_limit_stands_once(api: Api, made: list[Piece]) -> None:
    twice = [{"name": "Odo", "hours": 3}, {"name": " Odo ", "hours": 4}]
    refused = api.refused("PUT", "/plan/limits", {**NOTHING, "people": twice})
    assert refused["code"] == "invalid_input"


def test_each_piece_without_a_month_says_why(api: Api, made: list[Piece], project: Project) -> None:
    Project.objects.filter(pk=project.pk).update(hours_a_month=0.5)
    api.send("PATCH", f"/pieces/{made[0].pk}", {"pinned": True})
    api.post(f"/pieces/{made[2].pk}/after", {"first": made[1].pk})
    Piece.objects.filter(pk=made[3].pk).update(hours=0.25)
    Row.objects.filter(text="loom 4").update(worth=None)
    Row.objects.filter(text="loom 5").update(worth=0)
    told = whys(api)
    assert told[made[0].title] == "Held back by you."
    assert told[made[2].title] == (f"It depends on “{made[1].title}”, which is not scheduled.")
    assert told[made[3].title] == "There is room: schedule again."
    assert told[made[4].title].startswith("Worth not known")
    assert told[made[5].title].startswith("It would earn nothing")
    assert "an hour" in told[made[6].title]
    Row.objects.filter(text="loom 5").update(chance=0.002)
    assert whys(api)[made[5].title].startswith("Page one is out of reach at your strength")
    Piece.objects.update(month=months_ahead(today())[0])
    assert api.get("/plan/left-out") == []


def test_the_board_in_groups(api: Api, made: list[Piece], project: Project) -> None:
    scope = made[0].scope
    theme = Theme.objects.create(scope=scope, called="loom")
    row = Row.objects.get(text="loom 0")
    of_theme = Cluster.objects.create(scope=scope, lead=row.keyword, theme=theme)
    Piece.objects.filter(pk=made[3].pk).update(cluster=of_theme, maker="Ruth", state="ready")
    by = {
        name: api.get("/plan/pieces", group=name) for name in ("theme", "maker", "state", "outlet")
    }
    told = {name: [(g["name"], g["at"], g["pieces"]) for g in by[name]["groups"]] for name in by}
    assert told["theme"] == [("loom", 0, 1), ("Of no theme", 1, 9)]
    assert told["maker"] == [("Ruth", 0, 1), ("No owner", 1, 9)]
    # The worth of the known leads, and what is empty comes last.
    assert told["state"] == [("Idea", 0, 9), ("Ready", 9, 1)]
    assert [(g["at"], g["pieces"]) for g in by["outlet"]["groups"]] == [(0, 10)]
    assert by["theme"]["rows"][0]["id"] == made[3].pk
    assert by["theme"]["groups"][0]["worth"] == 27
    assert api.get("/plan/pieces")["groups"] == []


def test_the_calendar_tells_all_pieces_in_lines(api: Api, made: list[Piece]) -> None:
    Piece.objects.filter(pk=made[1].pk).update(due="2027-03-04", maker="Odo")
    told = api.get("/plan/calendar")
    assert [one["id"] for one in told] == [piece.pk for piece in made]
    assert (told[1]["due"], told[1]["maker"], told[1]["hours"]) == ("2027-03-04", "Odo", 2)
    assert api.get("/plan/pieces", order="due")["rows"][0]["id"] == made[1].pk


def towns(api: Api, project: Project, rows: Callable[..., list[Row]]) -> list[Piece]:
    project.places = ["Harrowby", "Tenwick", "Saltby"]
    project.save()
    texts = ["harness repair harrowby", "harness repair tenwick", "harness repair saltby"]
    pieces = pieces_for(api, rows([{"text": t, "volume": 50.0, "worth": 9.0} for t in texts]))
    Piece.objects.update(kind="location")
    return pieces


def test_location_pages_that_differ_too_little(
    api: Api, project: Project, rows: Callable[..., list[Row]]
) -> None:
    pieces = towns(api, project, rows)
    rows([{"text": "bridle stitching saltby", "volume": 40.0}])
    told = api.get("/plan/locations")
    (group,) = told["groups"]
    assert [page["place"] for page in group["pages"]] == ["Harrowby", "Tenwick", "Saltby"]
    last = group["pages"][2]
    assert (last["words"], last["results"], last["alike"]) == (1, None, 0.65)
    assert [one["text"] for one in last["more"]] == ["bridle stitching saltby"]
    assert last["then"] == 0.325
    # Said by itself it differs; what a person notes counts as said.
    row = Row.objects.get(text="bridle stitching saltby")
    api.post(f"/pieces/{pieces[2].pk}/keywords", {"row_id": row.pk})
    (group,) = api.get("/plan/locations")["groups"]
    assert [page["place"] for page in group["pages"]] == ["Harrowby", "Tenwick"]
    api.send("PATCH", f"/pieces/{pieces[1].pk}", {"note": "Oakdene stables, carriage straps"})
    assert api.get("/plan/locations")["groups"] == []


def test_at_most_so_many_of_them(
    api: Api, project: Project, rows: Callable[..., list[Row]]
) -> None:
    towns(api, project, rows)
    api.send("PUT", "/plan/limits", {**NOTHING, "alike": 1})
    api.post("/plan/fit")
    assert Piece.objects.exclude(month=None).count() == 1
    assert set(whys(api).values()) == {"Your limit for location pages that are too alike is 1."}


def test_what_would_not_earn_its_hours_has_no_month(
    api: Api, project: Project, made: list[Piece]
) -> None:
    # Twelve times 21 to 30 a month against two hours of 150.
    Project.objects.filter(pk=project.pk).update(hour_value=150)
    fit = api.post("/plan/fit")
    assert (fit["placed"], fit["unpaid"]) == (6, 4)
    assert set(whys(api).values()) == {
        f"A year of it is worth £{12 * worth}, and its hours cost £300. Give it a month to make it "
        "anyway."
        for worth in (24, 23, 22, 21)
    }
    # Up next asks for nothing that scheduling cannot do.
    assert "unplaced" not in {block["what"] for block in api.get("/up-next")["in_the_way"]}
    # By hand it has one, and keeps it.
    first = str(months_ahead(today())[0])
    api.send("PATCH", f"/pieces/{made[-1].pk}", {"month": first})
    assert api.post("/plan/fit")["unpaid"] == 3
    assert str(Piece.objects.get(pk=made[-1].pk).month) == first
    assert api.get("/plan/prospects")["outlay"]["value"] > 0
    # Where nobody said what a visitor is worth, nothing is left out on an assumption.
    Project.objects.filter(pk=project.pk).update(click_values={})
    assert api.post("/plan/fit")["unpaid"] == 0
    Piece.objects.update(month=None)
    assert "unplaced" in {block["what"] for block in api.get("/up-next")["in_the_way"]}


def test_what_another_piece_waits_for_need_not_earn_its_hours(
    api: Api, project: Project, made: list[Piece]
) -> None:
    Project.objects.filter(pk=project.pk).update(hour_value=150)
    PieceAfter.objects.create(piece=made[0], first=made[-1])
    assert api.post("/plan/fit")["unpaid"] == 3
    assert Piece.objects.get(pk=made[-1].pk).month and Piece.objects.get(pk=made[0].pk).month


def test_location_pages_are_no_more_than_a_share(api: Api, made: list[Piece]) -> None:
    Piece.objects.filter(pk__in=[piece.pk for piece in made[:6]]).update(kind="location")
    api.send("PUT", "/plan/limits", {**NOTHING, "towns_pct": 50})
    assert api.get("/plan/limits")["towns_pct"] == 50
    api.post("/plan/fit")
    placed = Piece.objects.exclude(month=None)
    # Four others: as many location pages, those that are worth most.
    assert placed.filter(kind="location").count() == 4
    assert placed.exclude(kind="location").count() == 4
    assert set(whys(api).values()) == {
        "Your limit for location pages is 50% of the pages: 4 at most."
    }
    api.send("PUT", "/plan/limits", {**NOTHING, "towns_pct": 0})
    api.post("/plan/fit")
    assert not Piece.objects.filter(kind="location").exclude(month=None).exists()
