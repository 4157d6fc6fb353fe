"""Bringing keywords: the combiner, and files of all kinds."""

import io
from collections.abc import Callable
from datetime import timedelta
from types import SimpleNamespace
from typing import Any

import openpyxl
import pytest
from django.conf import settings
from django.core.files.uploadedfile import SimpleUploadedFile
from django.utils import timezone

from bunraku.server.gather.files import importing, uploads
from bunraku.server.gather.models import Origin, RefusedRow, Upload, UploadPart
from bunraku.server.jobs import actions as jobs
from bunraku.server.jobs.models import Job
from bunraku.server.jobs.running import run_job
from bunraku.server.projects.models import Project
from bunraku.server.readings.models import Reading
from bunraku.server.sheet.models import STATE_CODE, Decision, Row
from bunraku.sources.rehearsal import Faults
from tests.server.conftest import Api, last_job

pytestmark = pytest.mark.django_db
RECIPE: dict[str, Any] = {
    "channel": "web",
    "base": [{"text": "telescope repair", "priority": "high"}, {"text": "orrinek lens"}],
    "modifier": [{"text": "best"}],
    "place": [{"text": "Harrowmere"}, {"text": "Tarnley"}],
    "patterns": ["[{modifier}] {base} [in {place}]"],
}


def test_combinations_are_seen_before_they_are_taken(api: Api) -> None:
    answer = api.post("/combiner/preview", RECIPE)
    assert answer["total"] == 2 * 2 * 3
    assert answer["left_out"] == 6
    assert answer["known"] == 0
    assert answer["shown"][0] == {
        "text": "telescope repair",
        "priority": "high",
        "known": False,
        "left_out": False,
    }
    shown = {row["text"]: row["left_out"] for row in answer["shown"]}
    assert {text for text, out in shown.items() if out} == {
        text for text in shown if "orrinek" in text
    }
    assert not Row.objects.exists()
    box = api.post(
        "/combiner/box", {"channel": "web", "texts": [row["text"] for row in answer["shown"]]}
    )
    assert "telescope repair" in box["known"]
    assert "best orrinek lens in tarnley" not in box["known"]


def test_taken_combinations_carry_their_priority_and_origin(api: Api, project: Project) -> None:
    api.post("/combiner/take", RECIPE)
    job = last_job(project, "combine")
    assert job.state == "done"
    assert (job.result["new"], job.result["left_out"]) == (6, {"competitors' brands": 6})
    row = Row.objects.get(text="best telescope repair in Tarnley")
    assert row.priority == "high"
    assert Decision.objects.get(keyword=row.keyword).priority == "high"
    assert Row.objects.get(text="best orrinek lens").priority == ""
    assert (
        Origin.objects.filter(method="combine", seed="[{modifier}] {base} [in {place}]").count()
        == 12
    )
    again = api.post("/combiner/preview", RECIPE)
    assert (again["known"], again["left_out"]) == (12, 0)
    # What stands here already is not told as left out, though a rule keeps it out.
    assert {(row["known"], row["left_out"]) for row in again["shown"]} == {(True, False)}
    api.post(
        "/combiner/take", {**RECIPE, "base": [{"text": "telescope repair", "priority": "low"}]}
    )
    assert Row.objects.get(text="best telescope repair in Tarnley").priority == "high"


def test_only_what_the_search_box_knows(
    api: Api, project: Project, faults: Callable[[Faults], None]
) -> None:
    api.post("/combiner/take", {**RECIPE, "only_known": True})
    job = last_job(project, "combine")
    assert 0 < job.result["new"] < 6
    assert job.result["left_out"]["not known to the search box"] > 0
    faults(Faults(broken=1.0))
    api.post("/combiner/take", {**RECIPE, "base": [{"text": "moon lamp"}], "only_known": True})
    assert "could not be checked" in last_job(project, "combine").result["ended"]


@pytest.mark.parametrize(
    ("change", "code", "says"),
    [
        ({"patterns": ["{base"]}, "bad_pattern", "never closed"),
        ({"patterns": []}, "bad_pattern", "at least one pattern"),
        ({"patterns": ["{town}"]}, "bad_pattern", "no column"),
        ({"base": []}, "nothing_to_take", "make nothing"),
        (
            {
                "base": [{"text": f"a{n}"} for n in range(1000)],
                "modifier": [{"text": f"b{n}"} for n in range(1000)],
            },
            "bad_pattern",
            "3,003,000 combinations",
        ),
        (
            {
                "base": [{"text": f"a{n}"} for n in range(3000)],
                "modifier": [{"text": f"b{n}"} for n in range(9)],
            }
            | {"patterns": ["{base} {modifier}"], "only_known": True},
            "bad_pattern",
            "27,000 checks",
        ),
    ],
)
def test_recipes_that_explode_or_make_no_sense(
    api: Api, change: dict[str, Any], code: str, says: str
) -> None:
    problem = api.refused("POST", "/combiner/take", {**RECIPE, **change})
    assert problem["code"] == code
    assert says in problem["detail"]
    assert not Job.objects.exists()


TABLE = (
    "Keyword,Volume,CPC,Competition,Note\nstar chart,1300,0.45,0.3,soon\nmoon lamp,100 – "
    "1K,,40%,\nTotal,1400,,,\n"
)


def test_a_preview_comes_first_and_imports_nothing(api: Api) -> None:
    answer = api.bring(TABLE)
    assert answer["kind"] == "Delimited text, separated by comma"
    assert answer["mapping"] == {"keyword": 0, "searches": 1, "cpc": 2, "competition": 3}
    assert answer["notes"] == [4]
    assert answer["heading"] == 1
    assert answer["rows"][0] == {
        "number": 2,
        "cells": ["star chart", "1300", "0.45", "0.3", "soon"],
    }
    assert [(row["number"], row["code"]) for row in answer["refused"]] == [(4, "total")]
    assert not Row.objects.exists()
    other = api.post(f"/files/{answer['id']}/look", {"heading": 0, "mapping": {"keyword": 4}})
    assert other["mapping"] == {"keyword": 4}
    assert other["headings"] == []


@pytest.mark.parametrize(("lines", "about"), [(["star chart"], 1), (["a", "b", "c"], 3)])
def test_a_files_progress_is_told_by_its_lines(
    api: Api, project: Project, lines: list[str], about: int
) -> None:
    answer = api.bring("\n".join(lines) + "\n", "list.txt")
    api.post(f"/files/{answer['id']}/import", {"channel": "web"})
    assert last_job(project, "import").total == about


@pytest.mark.parametrize(
    ("cell", "share"),
    [
        ("0.3", 0.3),
        ("40", 0.4),
        ("40%", 0.4),
        ("0.5 %", 0.005),
        ("100", 1),
        ("150 %", 1),
        ("300", 1),
    ],
)
def test_competition_is_a_share_however_it_is_written(api: Api, cell: str, share: float) -> None:
    answer = api.bring(f"Keyword;Competition\nstar chart;{cell}\n")
    api.post(f"/files/{answer['id']}/import", {"channel": "web"})
    assert Row.objects.get(text="star chart").ad_competition == pytest.approx(share)


def test_good_rows_come_in_with_their_figures(api: Api, project: Project) -> None:
    answer = api.bring(TABLE)
    api.post(f"/files/{answer['id']}/import", {"channel": "web"})
    job = last_job(project, "import")
    assert job.state == "done"
    assert (job.result["new"], job.result["rows"], job.result["refused"]) == (2, 3, 1)
    assert set(Origin.objects.values_list("method", "seed", "source")) == {
        ("import", "list.csv", "File list.csv")
    }
    chart, lamp = Row.objects.get(text="star chart"), Row.objects.get(text="moon lamp")
    assert chart.volume == 1300
    assert chart.cpc == 0.45
    assert chart.ad_competition == 0.3
    assert lamp.volume is not None and lamp.volume_rough
    assert lamp.ad_competition == 0.4
    assert Decision.objects.get(keyword=chart.keyword).note == "soon"
    (reading,) = api.get(f"/rows/{chart.pk}")["readings"]
    assert (reading["source"], reading["says"]) == ("File list.csv", "1,300")
    assert reading["beside"] == "£0.45 a click, competition 0.3"
    refused = b"".join(
        api.client.get(f"{api.base}/refused.csv?job={job.pk}").streaming_content
    ).decode()
    assert '4,"Total","A total, not a keyword."' in refused
    assert api.refused("GET", "/refused.csv?job=999999")["code"] == "not_found"


def test_what_a_file_tells_does_not_hide_what_a_source_told(api: Api, project: Project) -> None:
    api.post("/gather/runs", {"seeds": "star chart", "channels": ["web"], "ways": ["box"]})
    row = Row.objects.get(text="star chart")
    api.post("/measure", {"channel": "web", "row_ids": [row.pk]})
    before = Row.objects.get(pk=row.pk)
    answer = api.bring("keyword,cpc\nstar chart,9.5\n")
    api.post(f"/files/{answer['id']}/import", {"channel": "web"})
    after = Row.objects.get(pk=row.pk)
    assert after.cpc == 9.5 != before.cpc
    assert after.volume == before.volume


def test_an_own_report_marks_what_one_already_has(api: Api, project: Project) -> None:
    text = (
        "Query,Clicks,Impressions,CTR,Position\nstar chart,35,1 200,2.9%,8.4\nmoon "
        "lamp,0,40,0%,31\n"
    )
    answer = api.bring(text, "report.csv")
    assert answer["mapping"] == {"keyword": 0, "clicks": 1, "impressions": 2, "position": 4}
    api.post(f"/files/{answer['id']}/import", {"channel": "web"})
    row = api.get("/sheet", own="true", q="star")["rows"][0]
    assert (row["own_clicks"], row["own_impressions"], row["own_position"]) == (35, 1200, 8.4)
    assert api.get("/sheet", own="false")["total"] == 0
    assert Origin.objects.filter(method="report").count() == 2
    assert any(
        "35 clicks" in reading["says"] for reading in api.get(f"/rows/{row['id']}")["readings"]
    )


def test_pasted_lines_rules_and_repeats(api: Api, project: Project) -> None:
    answer = api.bring("Star Chart\nstar chart\norrinek lens\n\nmoon\n", "pasted.txt")
    assert answer["kind"] == "One keyword per line"
    api.post(f"/files/{answer['id']}/import", {"channel": "video"})
    result = last_job(project, "import").result
    assert (result["new"], result["repeated"], result["left_out"]) == (
        2,
        1,
        {"competitors' brands": 1},
    )
    assert Row.objects.get(text="orrinek lens").state == STATE_CODE["left_out"]


def test_a_killed_import_ends_with_the_same(
    api: Api, project: Project, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(importing, "BATCH", 10)
    lines = "".join(f"word {n},{n}\n" for n in range(45)) + "bad,many\n"
    answer = api.bring("keyword,volume\n" + lines)
    real, calls = importing.keep_merged, 0

    def dies(*args: Any, **more: Any) -> Any:
        nonlocal calls
        calls += 1
        if calls == 3:
            raise KeyboardInterrupt
        return real(*args, **more)

    monkeypatch.setattr(importing, "keep_merged", dies)
    monkeypatch.setattr(jobs, "run_job", SimpleNamespace(enqueue=lambda _: None))
    api.post(f"/files/{answer['id']}/import", {"channel": "web"})
    job = last_job(project, "import")
    with pytest.raises(KeyboardInterrupt):
        run_job.call(job.pk)
    job.refresh_from_db()
    # Parts of one row, of two, and the third that was never stored.
    assert (job.state, Row.objects.count()) == ("running", 3)
    run_job.call(job.pk)
    job.refresh_from_db()
    assert job.state == "done"
    assert Row.objects.count() == job.result["new"] == 46
    assert job.result["unread"] == 1
    assert Reading.objects.count() == Origin.objects.count() - 1 == 45
    assert RefusedRow.objects.filter(job=job).count() == 1


def test_several_sheets(api: Api) -> None:
    book = openpyxl.Workbook()
    book.active.title = "One"
    book.active.append(["keyword"])
    book.active.append(["star"])
    book.create_sheet("Two").append(["moon"])
    buffer = io.BytesIO()
    book.save(buffer)
    answer = api.bring(buffer.getvalue(), "book.xlsx")
    assert (answer["sheets"], answer["sheet"]) == (["One", "Two"], "One")
    other = api.post(f"/files/{answer['id']}/look", {"sheet": "Two"})
    assert other["rows"][0]["cells"] == ["moon"]
    assert (
        api.refused("POST", f"/files/{answer['id']}/look", {"sheet": "Nine"})["code"] == "bad_file"
    )


@pytest.mark.parametrize(
    "content", [b"", b"\x89PNG\r\n\x1a\n000", b"PK\x03\x04junk", b'{"a": [}', b"\x00\x01\x02\x03"]
)
def test_junk_is_refused_and_not_kept(api: Api, content: bytes) -> None:
    response = api.client.post(
        f"{api.base}/files", {"file": SimpleUploadedFile("list.csv", content)}
    )
    assert response.status_code == 422
    assert response.json()["code"] == "bad_file"
    assert not Upload.objects.exists()
    assert not UploadPart.objects.exists()


def test_files_too_large_unmapped_or_gone(
    api: Api, project: Project, monkeypatch: pytest.MonkeyPatch
) -> None:
    answer = api.bring("1,2\n3,4\n")
    assert (
        api.refused("POST", f"/files/{answer['id']}/import", {"channel": "web"})["code"]
        == "bad_mapping"
    )
    body = {"channel": "web", "mapping": {"keyword": 9}}
    assert api.refused("POST", f"/files/{answer['id']}/import", body)["code"] == "bad_mapping"
    api.send("DELETE", f"/files/{answer['id']}")
    assert not Upload.objects.exists()
    assert (
        api.refused("POST", f"/files/{answer['id']}/import", {"channel": "web"})["code"]
        == "not_found"
    )
    monkeypatch.setattr(uploads, "MOST_FILE_BYTES", 10)
    response = api.client.post(
        f"{api.base}/files", {"file": SimpleUploadedFile("list.csv", b"x" * 11)}
    )
    assert response.json()["code"] == "bad_file"


def test_few_files_are_kept_at_a_time(api: Api, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(uploads, "MOST_KEPT", 2)
    ids = [api.bring(f"word {n}\n")["id"] for n in range(5)]
    kept = set(Upload.objects.values_list("pk", flat=True))
    assert kept == set(ids[-3:])
    assert set(UploadPart.objects.values_list("upload", flat=True)) == kept


@pytest.mark.parametrize(("days", "kept"), [(6, True), (8, False)])
def test_a_file_that_was_only_looked_at_is_kept_for_a_week(api: Api, days: int, kept: bool) -> None:
    old = api.bring("star\n")["id"]
    looked = timezone.now() - timedelta(days=days)
    Upload.objects.filter(pk=old).update(created=looked)
    api.bring("moon\n")
    assert Upload.objects.filter(pk=old).exists() is kept


def test_names_of_files_are_names_only(api: Api) -> None:
    answer = api.bring("star\n", "../../etc/list.txt")
    assert answer["name"] == Upload.objects.get().name == "list.txt"


def test_a_file_is_where_every_worker_can_read_it(
    api: Api, project: Project, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(uploads, "PART_BYTES", 1_000)
    rows = "".join(f"star chart {n},{n}\n" for n in range(1_000))
    brought = api.bring("keyword,volume\n" + rows)
    assert UploadPart.objects.count() > 10
    # Another machine has the database, and nothing of this one's folder.
    monkeypatch.setattr(settings, "DATA", "/nowhere")
    api.post(f"/files/{brought['id']}/import", {"channel": "web", "mapping": {"keyword": 0}})
    assert last_job(project, "import").result["new"] == 1_000
