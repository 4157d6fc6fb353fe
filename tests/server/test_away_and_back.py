"""The plan away and back: briefs, calendar, spreadsheets; what waits for what."""

import io
import zipfile
from collections.abc import Callable
from datetime import date, timedelta
from typing import Any

import docx
import pytest
import vobject
from django.core.files.uploadedfile import SimpleUploadedFile
from openpyxl import load_workbook

from bunraku.core.plan.calendar import months_ahead
from bunraku.server.clock import today
from bunraku.server.plan.models import Piece, PieceAfter
from bunraku.server.projects.models import Outlet, Project
from bunraku.server.sheet.models import Row
from tests.server.conftest import Api

pytestmark = pytest.mark.django_db


@pytest.fixture
def pieces(api: Api, project: Project, rows: Callable[..., list[Row]]) -> list[Piece]:
    """A hub, two that build on it, and one by itself."""
    outlet = Outlet.objects.get(project=project, channel="web")
    made = []
    for row in rows(
        [
            {"text": text, "volume": 90.0, "worth": 5.0}
            for text in ("kiln", "kiln shelves", "ceramic kiln shelves", "glaze")
        ]
    ):
        piece = Piece.objects.create(
            project=project, scope=row.scope, outlet=outlet, title=row.text.capitalize(),
            kind="article", hours=5, because="searchers want to know",
        )  # fmt: skip
        api.post(f"/pieces/{piece.pk}/keywords", {"row_id": row.pk, "main": True})
        made.append(piece)
    return made


def test_a_brief_tells_what_is_known(weighed: Api) -> None:
    first = weighed.get("/clusters", several=True)["clusters"][0]
    weighed.post("/pieces", {"cluster_ids": [first["id"]]})
    piece = Piece.objects.get()
    weighed.send("PATCH", f"/pieces/{piece.pk}", {"month": str(months_ahead(today())[0])})
    row = weighed.get(f"/pieces/{piece.pk}")["rows"][0]
    weighed.post(f"/rows/{row['id']}/page/fields")
    [brief] = weighed.get("/briefs", ids=[piece.pk])
    names = [section["name"] for section in brief["sections"]]
    assert names[0] == "Purpose"
    assert {"Keywords, most important first", "Current results", "When"} <= set(names)
    told = {section["name"]: section for section in brief["sections"]}
    phrases = told["Keywords, most important first"]["rows"]
    assert phrases[0][0] == row["text"]
    assert len(told["Current results"]["rows"]) == 10
    assert any("words" in line for line in told["What they have in common"]["lines"])
    assert any("practice" in line for line in told["Purpose"]["lines"])
    text = weighed.client.get(f"{weighed.base}/briefs.md", {"ids": [piece.pk]}).content.decode()
    assert text.startswith(f"# {piece.title}")
    content = weighed.client.get(f"{weighed.base}/briefs.docx", {"ids": [piece.pk]}).content
    document = docx.Document(io.BytesIO(content))
    heads = [p.text for p in document.paragraphs if p.style and p.style.name == "Heading 2"]
    assert heads == names
    assert document.tables


def test_many_briefs_are_one_file(api: Api, pieces: list[Piece]) -> None:
    ids = [piece.pk for piece in reversed(pieces)]
    told = api.get("/briefs", ids=ids)
    assert [brief["title"] for brief in told] == [p.title for p in reversed(pieces)]
    content = api.client.get(f"{api.base}/briefs.docx", {"ids": ids}).content
    assert zipfile.is_zipfile(io.BytesIO(content))
    gone = api.client.get(f"{api.base}/briefs", {"ids": [pieces[0].pk, 9_999]})
    assert gone.status_code == 404
    assert api.client.get(f"{api.base}/briefs").status_code == 422


def test_the_calendar_is_read_by_another_program(api: Api, pieces: list[Piece]) -> None:
    months = months_ahead(today())
    due = today() + timedelta(days=40)
    Piece.objects.filter(pk=pieces[0].pk).update(due=due, title="Kilns; all, of “them”\nnow")
    Piece.objects.filter(pk=pieces[1].pk).update(month=months[3])
    content = api.client.get(f"{api.base}/plan.ics").content.decode()
    calendar = vobject.readOne(content)
    events = {event.uid.value: event for event in calendar.vevent_list}
    assert len(events) == 2
    first = next(e for e in events.values() if "Kilns" in e.summary.value)
    assert first.dtstart.value == due
    assert first.dtend.value == due + timedelta(days=1)
    assert "them” now" in first.summary.value.replace("\n", " ")
    assert first.url.value.endswith(f"/p/{pieces[0].project_id}/web/plan?piece={pieces[0].pk}")
    other = next(e for e in events.values() if e is not first)
    assert (other.dtstart.value.year, other.dtstart.value.month) == (
        months[3].year,
        months[3].month,
    )
    again = api.client.get(f"{api.base}/plan.ics").content.decode()
    assert {e.uid.value for e in vobject.readOne(again).vevent_list} == set(events)
    assert max(len(line.encode()) for line in content.split("\r\n")) <= 75


def bring(api: Api, content: bytes, name: str = "plan.csv") -> Any:
    answer = api.client.post(f"{api.base}/plan/file", {"file": SimpleUploadedFile(name, content)})
    return answer.json()


def test_a_plan_comes_back_from_a_spreadsheet(api: Api, pieces: list[Piece]) -> None:
    content = api.client.get(f"{api.base}/plan.xlsx").content
    untouched = bring(api, content, "plan.xlsx")
    assert (untouched["rows"], untouched["changed"], untouched["wrong"]) == (4, 0, [])
    book = load_workbook(io.BytesIO(content))
    sheet = book["Plan"]
    at = {cell.value: cell.column for cell in sheet[1]}
    month = months_ahead(today())[4]
    sheet.cell(2, at["Month"]).value = f"{month:%B %Y}"
    sheet.cell(2, at["Status"]).value = "Agreed"
    sheet.cell(3, at["Outlet"]).value = "No such outlet"
    sheet.cell(3, at["Note"]).value = "=SUM(1)"
    sheet.cell(4, at["Month"]).value = date(1999, 1, 1)
    sheet.cell(5, at["Id"]).value = 4_711
    saved = io.BytesIO()
    book.save(saved)
    told = bring(api, saved.getvalue(), "plan.xlsx")
    changes = {(change["title"], change["field"]): change for change in told["changes"]}
    by_row = [sheet.cell(row, at["Piece"]).value for row in (2, 3)]
    assert changes[by_row[0], "month"]["after"] == f"{month:%B %Y}"
    assert changes[by_row[0], "status"]["before"] == "idea"
    assert told["changed"] == len(changes)
    assert [wrong["row"] for wrong in told["wrong"]] == [3, 4, 5]
    assert len(told["missing"]) == 1
    assert not Piece.objects.filter(state="agreed").exists()
    done = api.post(f"/plan/file/{told['upload']}/take")
    assert done["fields"] == told["changed"]
    changed = Piece.objects.get(state="agreed")
    assert (changed.month, changed.pinned) == (month, True)
    api.undo()
    assert not Piece.objects.filter(state="agreed").exists()
    gone = api.refused("POST", f"/plan/file/{told['upload']}/take")
    assert gone["code"] == "not_found"


def test_what_is_no_plan_is_refused_and_changes_nothing(api: Api, pieces: list[Piece]) -> None:
    told = bring(api, b"keyword,volume\nkiln,90\n")
    assert told["code"] == "bad_file"
    assert "Id" in told["detail"]


def test_pieces_wait_for_their_hubs_and_circles_are_refused(api: Api, pieces: list[Piece]) -> None:
    hub, shelves, uk, alone = pieces
    assert api.post("/plan/hubs")["waiting"] == 2
    assert set(PieceAfter.objects.values_list("piece", "first")) == {
        (shelves.pk, hub.pk),
        (uk.pk, shelves.pk),
    }
    assert api.post("/plan/hubs")["waiting"] == 0
    refused = api.refused("POST", f"/pieces/{hub.pk}/after", {"first": uk.pk})
    assert refused["code"] == "circle"
    assert "“Kiln” waits for “Ceramic kiln shelves” waits for" in refused["detail"]
    around = api.get(f"/pieces/{shelves.pk}/around")
    assert [one["id"] for one in around["waits_for"]] == [hub.pk]
    assert [one["id"] for one in around["waited_for_by"]] == [uk.pk]
    assert {(link["id"], link["outward"]) for link in around["links"]} >= {
        (hub.pk, True),
        (hub.pk, False),
    }
    assert [one["id"] for one in api.get("/plan/loose")] == [alone.pk]
    api.send("DELETE", f"/pieces/{uk.pk}/after/{shelves.pk}")
    assert api.get(f"/pieces/{uk.pk}/around")["waits_for"] == []
    api.undo()
    assert PieceAfter.objects.count() == 2
    links = b"".join(api.client.get(f"{api.base}/plan/links.csv").streaming_content).decode()
    assert links.count("\r\n") > 3


def test_a_fit_keeps_what_waits_behind(api: Api, pieces: list[Piece]) -> None:
    hub, shelves, uk, _ = pieces
    api.post("/plan/hubs")
    api.send("PATCH", f"/pieces/{hub.pk}", {"month": str(months_ahead(today())[6])})
    api.post("/plan/fit")
    months = dict(Piece.objects.values_list("pk", "month"))
    assert months[hub.pk] <= (months[shelves.pk] or date.max) <= (months[uk.pk] or date.max)


def test_what_is_being_made_stays_and_what_is_live_waits_for_nobody(
    api: Api, pieces: list[Piece]
) -> None:
    hub, shelves, other, alone = pieces
    months = months_ahead(today())
    api.post("/plan/hubs")
    api.send("PATCH", f"/pieces/{alone.pk}", {"month": str(months[9])})
    api.send("PATCH", f"/pieces/{alone.pk}", {"pinned": False, "state": "writing"})
    past = months[0] - timedelta(days=40)
    Piece.objects.filter(pk=hub.pk).update(month=past.replace(day=1), state="live")
    api.post("/plan/fit")
    held = dict(Piece.objects.values_list("pk", "month"))
    assert held[alone.pk] == months[9]
    assert held[hub.pk] == past.replace(day=1)
    # Its hub is live: nothing keeps it back.
    assert held[shelves.pk] is not None
    assert held[other.pk] is not None
    due = api.get("/up-next")["due"]
    assert hub.pk not in [one["piece"] for one in due]
    Piece.objects.filter(pk=alone.pk).update(due=today() - timedelta(days=1))
    first = api.get("/up-next")["due"][0]
    assert (first["piece"], first["late_for"]) == (alone.pk, "day")
