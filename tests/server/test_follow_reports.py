"""What came of it: what was learned, what to do next, the month's report, one's own reports."""

from datetime import date, timedelta
from io import BytesIO
from typing import Any

import numpy as np
import pytest
from openpyxl import load_workbook

from bunraku.core.follow.checks import Check, pack
from bunraku.core.weigh.chance import own_strength
from bunraku.server.clock import today
from bunraku.server.follow.learning import learn_outlets
from bunraku.server.follow.models import DiaryEntry, Followed, LivePiece, MonthFigure, OwnQuery
from bunraku.server.plan.models import Piece
from bunraku.server.projects.models import Outlet, Project
from tests.server.conftest import Api
from tests.server.test_follow import ADDRESS, look, publish

pytestmark = pytest.mark.django_db
MONTH = date(2026, 3, 1)


def settled(project: Project, piece: Piece, count: int, place: int | None) -> None:
    """Pieces that are long out, each with a phrase foretold an even chance, all of which landed
    somewhere."""
    outlet = project.outlets.get(channel="web")
    own = float(own_strength(outlet.standing, 1, "web", outlet.pull)[0])
    out = today() - timedelta(days=400)
    for n in range(count):
        live = LivePiece.objects.create(
            project=project, scope=piece.scope, outlet=outlet, title=f"phrase {n}",
            kind="article", address=f"{ADDRESS}/{n}", published=out, followed=out,
            fields={"title": f"phrase {n}"}, first_shown=out + timedelta(days=12),
        )  # fmt: skip
        Followed.objects.create(
            live=live, term=f"phrase {n}", text=f"phrase {n}", main=True, foretold=out,
            chance=0.5, own_strength=own,
            # The weakest of the ten as strong as one's own, less what those who stand have ahead.
            strengths=[own - 4 + step for step in np.linspace(0, 27, 10)],
            checks=pack([Check(today() - timedelta(days=30), 100, place)]),
        )  # fmt: skip


def test_outcomes_teach_the_next_chances_and_never_the_old_ones(
    api: Api, piece: Piece, project: Project
) -> None:
    settled(project, piece, 40, 4)
    before = list(Followed.objects.order_by("pk").values_list("chance", "own_strength"))
    assert learn_outlets(project) == 1
    outlet = project.outlets.get(channel="web")
    assert outlet.learned["offset"] > 2
    assert outlet.learned["days"] == 12
    assert learn_outlets(project) == 0
    assert list(Followed.objects.order_by("pk").values_list("chance", "own_strength")) == before
    told = next(one for one in api.get("/follow/learned") if one["outlet"] == outlet.pk)
    assert "40 results" in told["sentence"]
    assert "points above the figure entered" in told["sentence"]
    assert "rank within about 12 days" in told["sentence"]
    assert api.get("/plan/pieces")["rows"][0]["days_until_shown"] == 12
    # Switched off, it is as told again; taken back, it is used again.
    api.send("PUT", f"/outlets/{outlet.pk}/learns", {"learns": False})
    assert Outlet.objects.get(pk=outlet.pk).taught == {}
    assert api.get("/plan/pieces")["rows"][0]["days_until_shown"] == 21
    api.undo()
    assert Outlet.objects.get(pk=outlet.pk).taught["outcomes"] == 40


def test_too_few_outcomes_say_how_many_are_followed(
    api: Api, piece: Piece, project: Project
) -> None:
    settled(project, piece, 3, None)
    assert learn_outlets(project) == 0
    told = api.get("/follow/learned")
    assert told[0]["sentence"].startswith("3 settled results so far")
    assert told[1]["sentence"] == "Nothing published here is tracked yet."


def test_what_to_do_next_becomes_a_task_of_the_plan(api: Api, piece: Piece) -> None:
    live = publish(api, piece)
    assert [step["rule"] for step in api.get(f"/live/{live}/next")] == ["look"]
    look(api, live)
    api.post("/follow/clock", {"days": 50})
    DiaryEntry.objects.create(
        project_id=piece.project_id, live_id=live, channel="web", day=today(), what="fields",
        judged={"why": "hurt"},
    )  # fmt: skip
    steps = api.get(f"/live/{live}/next")
    assert "take_back" in {step["rule"] for step in steps}
    assert api.post(f"/live/{live}/task", {"rule": "take_back"}) == {"piece": piece.pk}
    piece.refresh_from_db()
    assert (piece.state, piece.improves) == ("agreed", True)
    assert piece.due == today() + timedelta(days=64)
    assert "Undo the last change." in piece.comments.get().said
    assert api.refused("POST", f"/live/{live}/task", {"rule": "year"})["field"] == "rule"


def test_the_month_s_report(api: Api, piece: Piece, project: Project) -> None:
    live = publish(api, piece)
    Followed.objects.filter(live=live).update(checks=pack([Check(today(), 100, 3)]), searches=100)
    outlet = project.outlets.get(channel="web")
    month = today().replace(day=1).isoformat()
    figures = {"visits": 120, "stars": 4.5}
    api.send("PUT", "/follow/report", {"month": month, "values": figures})
    api.send("PUT", "/follow/report", {"month": month, "outlet": outlet.pk, "values": {"sales": 7}})
    told = api.get("/follow/report", month=month)
    seen = {row["id"]: row["values"][0] for row in (*told["figures"], *told["places"])}
    assert (seen["visits"], seen["stars"], seen["sales"]) == (120, 4.5, 7)
    assert (seen["first3"], seen["first100"], seen["visible"]) == (4, 4, 40)
    assert [entry["title"] for entry in told["published"]] == ["sash window cord"]
    of_outlet = api.get("/follow/report", month=month, outlet=outlet.pk)
    assert {row["id"]: row["values"][0] for row in of_outlet["figures"]}["visits"] is None
    # One that is taken off is unknown again, not nothing.
    api.send("PUT", "/follow/report", {"month": month, "values": {"visits": None}})
    assert MonthFigure.objects.filter(name="visits").count() == 0
    for wrong in (
        {"month": month, "values": {"weather": 3}},
        {"month": "2099-01-01", "values": {"visits": 3}},
        {"month": month, "values": {"visits": -1}},
    ):
        assert api.refused("PUT", "/follow/report", wrong)["status"] == 422
    stranger = {"month": month, "outlet": 999_999, "values": {}}
    assert api.refused("PUT", "/follow/report", stranger)["code"] == "not_found"


def test_the_report_is_taken_away(api: Api, piece: Piece) -> None:
    publish(api, piece)
    month = today().replace(day=1).isoformat()
    api.send("PUT", "/follow/report", {"month": month, "values": {"inquiries": 14}})
    csv = api.client.get(f"{api.base}/follow/report.csv", {"month": month})
    lines = csv.getvalue().decode("utf-8-sig").splitlines()
    assert lines[0] == '"Part","What","This month","The month before","A year before"'
    assert '"Figures","Inquiries",14,"",""' in lines
    xlsx = api.client.get(f"{api.base}/follow/report.xlsx", {"month": month})
    sheet = load_workbook(BytesIO(xlsx.content)).active
    assert [cell.value for cell in sheet[2]][:3] == ["Figures", "Inquiries", 14]


def bring(api: Api, path: str, text: str, **more: Any) -> Any:
    return api.post(path, {"file": api.bring(text)["id"], **more})


def test_figures_of_months_come_from_a_table(api: Api) -> None:
    text = "Month,Outlet,Visits\n2026-03,,10\n2026-03,A shop,4\n2026-03,Nowhere,4\n2099-01,,1\n"
    told = bring(api, "/follow/report/bring", text)
    assert (told["months"], told["figures"], len(told["wrong"])) == (1, 2, 2)
    assert "unknown outlet “Nowhere”" in told["wrong"][0]
    bring(api, "/follow/report/bring", text)
    assert MonthFigure.objects.count() == 2
    rows = api.get("/follow/report", month=MONTH.isoformat())["figures"]
    visits = next(row for row in rows if row["id"] == "visits")
    assert (visits["values"][0], visits["source"]) == (10, "a file")


REPORT = (
    "Date,Page,Query,Clicks,Impressions,Position\n"
    f"2026-05-01,{ADDRESS},sash window cord,9,90,2.1\n"
    f"2026-05-01,{ADDRESS},cord for old windows,5,80,6\n"
    f"2026-05-01,{ADDRESS}/other,sash window cord,1,40,9\n"
    "2026-05-01,,nothing,1,10,1\n"
)


def test_one_s_own_report_beside_what_is_meant(api: Api, piece: Piece) -> None:
    live = publish(api, piece)
    told = bring(api, "/follow/own-report", REPORT, channel="web")
    assert (told["lines"], told["refused"], told["pages"], told["days"]) == (3, 1, 2, 1)
    seen = api.get("/follow/own-report", channel="web")
    assert [(one["term"], one["live"]) for one in seen["unmeant"]] == [
        ("cord for old windows", live)
    ]
    assert [two["term"] for two in seen["two_pages"]] == ["sash window cord"]
    # The same file again changes nothing; later figures of a day take the place of the earlier.
    bring(api, "/follow/own-report", REPORT, channel="web")
    assert OwnQuery.objects.count() == 3
    bring(api, "/follow/own-report", REPORT.replace(",9,90,", ",11,95,"), channel="web")
    assert OwnQuery.objects.get(term="sash window cord", page=ADDRESS).clicks == 11
    assert api.get("/follow/own-report", channel="video")["lines"] == 0


def test_days_to_come_are_not_taken_and_a_figure_that_cannot_be_read_is_told(api: Api) -> None:
    text = (
        "Date,Page,Query,Clicks,Impressions,Position\n"
        f"2026-05-01,{ADDRESS},a cord,1,20,3\n"
        f"2026-05-01,{ADDRESS},b cord,many,20,3\n"
        f"2099-01-01,{ADDRESS},c cord,1,20,3\n"
    )
    told = bring(api, "/follow/own-report", text, channel="web")
    assert (told["lines"], told["refused"], told["days"]) == (2, 1, 1)
    to_come, unread = told["why"]
    assert to_come == "1 line of days in the future, as 1 January 2099, not taken."
    assert unread.startswith("Row 3: Imported without this figure. Your clicks")
    assert OwnQuery.objects.get(term="b cord").clicks is None
    only = text.replace("2026-05-01", "2098-05-01")
    assert bring(api, "/follow/own-report", only, channel="web")["lines"] == 0


def test_a_report_without_days_is_of_the_days_up_to_one(api: Api) -> None:
    text = f"Page,Query,Clicks\n{ADDRESS},a cord,3\n{ADDRESS},b cord,2\n"
    bring(api, "/follow/own-report", text, channel="web", day="2026-04-30")
    assert set(OwnQuery.objects.values_list("day", flat=True)) == {date(2026, 4, 30)}
    held = api.bring(text)["id"]
    wrong = {"file": held, "channel": "web", "day": "2099-01-01"}
    assert api.refused("POST", "/follow/own-report", wrong)["code"] == "bad_day"
    other = api.bring("Keyword,Volume\na,3\nb,4\n")["id"]
    told = api.refused("POST", "/follow/own-report", {"file": other, "channel": "web"})
    assert "no column for the page" in told["detail"]


def test_without_a_source_one_s_own_report_tells_where_one_stands(
    api: Api, piece: Piece, project: Project
) -> None:
    live = publish(api, piece)
    Project.objects.filter(pk=project.pk).update(figures_from="files")
    days = [today() - timedelta(days=n) for n in (14, 7, 0)]
    rows = [
        f"{day},{ADDRESS},{term},1,90,{place}"
        for day, place in zip(days, (8.4, 5.2, 3.1), strict=True)
        for term in ("sash window cord", "sash pulley", "something else")
    ]
    text = "\n".join(["Date,Page,Query,Clicks,Impressions,Position", *rows]) + "\n"
    for _ in range(2):
        bring(api, "/follow/own-report", text, channel="web")
    seen = api.get(f"/live/{live}")
    assert seen["source"] == "average in your performance report"
    by_text = {phrase["text"]: phrase["places"] for phrase in seen["phrases"]}
    assert by_text["sash window cord"] == by_text["sash pulley"] == [8, 5, 3]
    assert by_text["sash cord kit"] == [-1, -1, -1]
    assert (seen["last_check"], seen["price"]) == (today().isoformat(), 0)
    assert api.get("/follow")["shown"] == 2
    # Of a wrong file lines are taken out again, and so are the places that came of them.
    given = {"channel": "web", "first": days[1].isoformat(), "last": days[2].isoformat()}
    assert api.post("/follow/own-report/take-out", {**given, "channel": "video"})["lines"] == 0
    assert api.post("/follow/own-report/take-out", given)["lines"] == 6
    seen = api.get(f"/live/{live}")
    assert seen["last_check"] == days[0].isoformat()
    assert {tuple(phrase["places"]) for phrase in seen["phrases"]} == {(8,), (-1,)}
    assert OwnQuery.objects.count() == 3
    given = {"channel": "web", "first": days[0].isoformat(), "last": days[0].isoformat()}
    api.post("/follow/own-report/take-out", given)
    assert api.get(f"/live/{live}")["last_check"] is None
    assert api.get("/follow")["visible"] is None
    wrong = {"channel": "web", "first": "2026-05-02", "last": "2026-05-01"}
    assert api.refused("POST", "/follow/own-report/take-out", wrong)["field"] == "last"
