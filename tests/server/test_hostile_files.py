"""Files that are meant to take everybody's time or memory: each is refused within its bounds, by a
sentence that names the bound, and nothing of it is kept."""

import io
import zipfile
from collections.abc import Iterator

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile

from bunraku.installation.confined import Bounds, TooMuch, confined
from bunraku.server.gather.files import importing, uploads
from bunraku.server.gather.models import Upload
from bunraku.server.projects.models import Project
from tests.confined_work import breaks, computes, grows, sleeps
from tests.server.conftest import Api, last_job

pytestmark = pytest.mark.django_db
QUICK = Bounds(seconds=60, computing_seconds=4, memory_bytes=400_000_000)
"""Less than a person is given, so that the tests do not take as long."""
_TYPES = "application/vnd.openxmlformats-officedocument.spreadsheetml."
_PACKAGE = "http://schemas.openxmlformats.org/package/2006/"
_OFFICE = "http://schemas.openxmlformats.org/officeDocument/2006/relationships"
_MAIN = "http://schemas.openxmlformats.org/spreadsheetml/2006/main"


def book(rows: str, texts: str = "") -> bytes:
    """A spreadsheet of one sheet, written by hand: no library makes such ones (ECMA-376)."""
    parts = {
        "[Content_Types].xml": f'<Types xmlns="{_PACKAGE}content-types">'
        '<Default Extension="xml" ContentType="application/xml"/>'
        '<Default Extension="rels" '
        'ContentType="application/vnd.openxmlformats-package.relationships+xml"/>'
        f'<Override PartName="/xl/workbook.xml" ContentType="{_TYPES}sheet.main+xml"/>'
        f'<Override PartName="/xl/sharedStrings.xml" ContentType="{_TYPES}sharedStrings+xml"/>'
        f'<Override PartName="/xl/worksheets/sheet1.xml" ContentType="{_TYPES}worksheet+xml"/>'
        "</Types>",
        "_rels/.rels": f'<Relationships xmlns="{_PACKAGE}relationships"><Relationship Id="r1" '
        f'Type="{_OFFICE}/officeDocument" Target="xl/workbook.xml"/></Relationships>',
        "xl/workbook.xml": f'<workbook xmlns="{_MAIN}" xmlns:r="{_OFFICE}"><sheets>'
        '<sheet name="S" sheetId="1" r:id="r1"/></sheets></workbook>',
        "xl/_rels/workbook.xml.rels": f'<Relationships xmlns="{_PACKAGE}relationships">'
        f'<Relationship Id="r1" Type="{_OFFICE}/worksheet" Target="worksheets/sheet1.xml"/>'
        f'<Relationship Id="r2" Type="{_OFFICE}/sharedStrings" Target="sharedStrings.xml"/>'
        "</Relationships>",
        "xl/worksheets/sheet1.xml": f'<worksheet xmlns="{_MAIN}"><sheetData>{rows}</sheetData>'
        "</worksheet>",
        "xl/sharedStrings.xml": f'<sst xmlns="{_MAIN}">{texts}</sst>',
    }
    packed = io.BytesIO()
    with zipfile.ZipFile(packed, "w", zipfile.ZIP_DEFLATED, compresslevel=9) as file:
        for name, text in parts.items():
            file.writestr(name, text)
    return packed.getvalue()


CELL = '<c r="A1" t="str"><v>star chart</v></c>'
HOSTILE = {
    "a few cells, each at the far end of its row": (
        lambda: book(
            "".join(
                f'<row r="{n}"><c r="XFD{n}" t="str"><v>x</v></c></row>' for n in range(1, 3_000)
            )
        ),
        "million cells",
    ),
    "a row two thousand million below": (
        lambda: book(f'<row r="1">{CELL}</row><row r="2000000000"><c r="A2000000000"/></row>'),
        "million cells|2 seconds",
    ),
    "one row of millions of cells": (
        lambda: book(f"<row>{'<c/>' * 4_000_000}</row>"),
        "4 seconds|MB of memory",
    ),
    "millions of texts": (
        lambda: book(f'<row r="1">{CELL}</row>', "<si><t>a</t></si>" * 2_200_000),
        "4 seconds|MB of memory",
    ),
    "texts of more than is read": (
        lambda: book(f'<row r="1">{CELL}</row>', f"<si><t>{'a' * 41_000_000}</t></si>"),
        "texts of the spreadsheet unpack to 41 MB; 40 MB are the most",
    ),
    "a list of millions of lists": (
        lambda: b"[" + b"[]," * 10_000_000 + b"[]]",
        "4 seconds|MB of memory",
    ),
}


@pytest.mark.parametrize("name", HOSTILE)
def test_a_hostile_file_is_refused_within_its_bounds(
    api: Api, monkeypatch: pytest.MonkeyPatch, name: str
) -> None:
    monkeypatch.setattr(uploads, "LOOKING", QUICK)
    make, bounds = HOSTILE[name]
    file = SimpleUploadedFile("report.xlsx", make())
    response = api.client.post(f"{api.base}/files", {"file": file})
    problem = response.json()
    assert (response.status_code, problem["code"]) == (422, "bad_file")
    assert any(bound in problem["detail"] for bound in bounds.split("|")), problem
    assert not Upload.objects.exists()


@pytest.mark.parametrize(
    "content",
    ['"never closed,5\n' * 40_000, 'a,"b\n' * 120_000, ('"' + '""' * 4_000 + "\n") * 70],
    ids=["rows that open a quote", "second cells that do", "nothing but quotes"],
)
def test_quotes_that_are_never_closed_take_linear_time(api: Api, content: str) -> None:
    """Within the bound that a person's file has; by trying all lines anew it took far longer."""
    assert api.bring("keyword,volume\n" + content)["kind"]


def test_an_import_that_meets_a_bound_keeps_what_came_before(
    api: Api, project: Project, monkeypatch: pytest.MonkeyPatch
) -> None:
    brought = api.bring("keyword\nstar chart\nmoon map\n")

    def stalls(*_: object, **__: object) -> Iterator[object]:
        yield from ()
        raise TooMuch("computing")

    monkeypatch.setattr(importing, "confined", stalls)
    api.post(f"/files/{brought['id']}/import", {"channel": "web", "mapping": {"keyword": 0}})
    job = last_job(project, "import")
    assert job.state == "done"
    assert "more than 900 seconds of computing" in job.result["ended"]


def test_a_busy_machine_is_not_blamed_on_the_file(
    api: Api, monkeypatch: pytest.MonkeyPatch
) -> None:
    def waits(*_: object, **__: object) -> Iterator[object]:
        yield from ()
        raise TooMuch("waiting")

    monkeypatch.setattr(uploads, "confined", waits)
    response = api.client.post(
        f"{api.base}/files", {"file": SimpleUploadedFile("list.csv", b"keyword\nstar\n")}
    )
    assert (response.status_code, response.json()["code"]) == (503, "busy")
    assert "Nothing is wrong with the file" in response.json()["detail"]


def test_confined_work_meets_its_bounds_and_tells_its_faults() -> None:
    short = Bounds(seconds=4, computing_seconds=60, memory_bytes=400_000_000)
    came = confined(sleeps, bounds=short)
    assert next(came) == 1
    with pytest.raises(TooMuch, match="waiting"):
        next(came)
    with pytest.raises(TooMuch, match="memory"):
        next(confined(grows, bounds=QUICK))
    with pytest.raises(KeyError, match="ours"):
        next(confined(breaks, bounds=QUICK))
    # The system itself ends what outlives whoever waited for it.
    with pytest.raises(TooMuch, match="computing"):
        next(confined(computes, bounds=Bounds(30, 1, 400_000_000)))
