"""Bringing files over HTTP."""

from typing import Annotated, Any

from django.http import HttpResponse
from ninja import Field, File, Query, Router, Schema, Status
from ninja.files import UploadedFile

from bunraku.core.channels import ChannelId
from bunraku.core.formats.csv_out import Column, csv_lines
from bunraku.core.formats.meanings import MEANINGS, meaning_of
from bunraku.core.formats.reading import Wanted
from bunraku.server.downloads import attached_csv
from bunraku.server.gather.files.importing import Import, start_import
from bunraku.server.gather.files.uploads import (
    find_upload,
    forget,
    preview_upload,
    upload_file,
)
from bunraku.server.gather.models import RefusedRow
from bunraku.server.inputs import Day
from bunraku.server.jobs.actions import find_job
from bunraku.server.jobs.api import JobOut
from bunraku.server.projects.access import CHANGES, READS, ProjectId, ProjectRequest
from bunraku.sources.protocol import Match

router = Router(tags=["gather"])
REFUSED_COLUMNS = [
    Column("Row", "Its number in the file."),
    Column("Keyword", "The beginning of the keyword cell."),
    Column("Why", "Why it was rejected."),
]


class MeaningOut(Schema):
    """What a column can mean."""

    id: str
    name: str
    about: str


class FileRowOut(Schema):
    """A row of a file: its number and its cells."""

    number: int
    cells: list[str]


class RefusedRowOut(Schema):
    """A row that would not be taken, and why."""

    number: int
    text: str
    code: str
    message: str


class UnusedOut(Schema):
    """A column that is not used, and why, as the end of a sentence."""

    column: int
    heading: str
    why: str


class FileOut(Schema):
    """A file looked at: its kind, sheets, the row of its heading (0: none), first rows, what each
    column is taken for and what its cells are; how many rows it has and how many of them would
    come, where `counted` is false at least so many; how many are left out as titles, totals and
    notes, and whether these are taken (`titles`); the columns kept as a note; every column that no
    meaning takes, with the reason; the countries of its rows, how many rows are left out for theirs
    (`abroad`), and whether all are taken."""

    id: int
    name: str
    kind: str
    encoding: str
    sheets: list[str]
    sheet: str
    heading: int
    headings: list[str]
    rows: list[FileRowOut]
    mapping: dict[str, int]
    refused: list[RefusedRowOut]
    types: list[str]
    rows_in_all: int
    will_come: int
    left_out: int
    titles: bool
    counted: bool
    notes: list[int]
    unused: list[UnusedOut]
    abroad: int
    countries: list[str]
    country: str
    all_countries: bool
    meanings: list[MeaningOut]


class ReadIn(Schema):
    """How a file is to be read: sheet, row of the heading (null: guess, 0: none), meaning to column
    (null: guess), whether titles of sections, totals and notes are taken as keywords, the columns
    kept as a note (null: guess), and whether rows of other countries than the project's are
    taken."""

    sheet: str = Field("", max_length=120)
    heading: int | None = Field(None, ge=0, le=200)
    mapping: dict[str, Annotated[int, Field(ge=0, le=500)]] | None = Field(None, max_length=60)
    titles: bool = False
    notes: list[Annotated[int, Field(ge=0, le=500)]] | None = Field(None, max_length=200)
    all_countries: bool = False

    def wanted(self) -> Wanted:
        """The same in the words of the room."""
        return Wanted(
            self.sheet,
            self.heading,
            self.mapping,
            self.titles,
            self.notes,
            all_countries=self.all_countries,
        )


class ImportIn(ReadIn):
    """The same, the channel that takes the keywords, and what the file's figures are: the match
    type of its searches, the day they are of (null: today), and how many months a search
    performance report without dates covers (null: not known)."""

    channel: ChannelId
    match: Match = "exact"
    on: Day | None = None
    months_covered: float | None = Field(None, gt=0, le=36)


class RefusedQuery(Schema):
    """Which import's refused rows."""

    job: int = Field(ge=1, le=2**53)


def _with_meanings(preview: dict[str, Any]) -> dict[str, Any]:
    months = (id for id in preview["mapping"] if id not in MEANINGS)
    known = {**MEANINGS, **{id: meaning_of(id) for id in months}}
    meanings = [{"id": id, "name": m.name, "about": m.about} for id, m in known.items()]
    return {**preview, "meanings": meanings}


@router.post("/files", response=FileOut, auth=CHANGES, url_name="upload_file")
def upload(request: ProjectRequest, project_id: ProjectId, file: File[UploadedFile]) -> Any:
    """Bring a file and look at it; nothing is imported yet."""
    return _with_meanings(upload_file(request.project, file)[1])


@router.post("/files/{int:file_id}/look", response=FileOut, auth=READS, url_name="look_at_file")
def look(request: ProjectRequest, project_id: ProjectId, file_id: int, given: ReadIn) -> Any:
    """Look at a file again, read in another way."""
    return _with_meanings(preview_upload(find_upload(request.project, file_id), given.wanted()))


@router.post("/files/{int:file_id}/import", response=JobOut, auth=CHANGES, url_name="import_file")
def start(request: ProjectRequest, project_id: ProjectId, file_id: int, given: ImportIn) -> Any:
    """Import a file."""
    return start_import(
        request.project,
        file_id,
        given.channel,
        given.wanted(),
        match=given.match,
        on=given.on,
        months_covered=given.months_covered,
    )


@router.delete("/files/{int:file_id}", response={204: None}, auth=CHANGES, url_name="forget_file")
def remove(request: ProjectRequest, project_id: ProjectId, file_id: int) -> Any:
    """Forget a file that is not to be imported."""
    forget(find_upload(request.project, file_id))
    return Status(204, None)


@router.get("/refused.csv", auth=READS, url_name="refused_csv")
def refused(
    request: ProjectRequest, project_id: ProjectId, wanted: Query[RefusedQuery]
) -> HttpResponse:
    """The rows that an import refused, each with its number and why, as CSV."""
    job = find_job(request.project, wanted.job, Import)
    rows = RefusedRow.objects.filter(job=job).values_list("number", "text", "message")
    return attached_csv(csv_lines(REFUSED_COLUMNS, rows.iterator(2_000)), "refused-rows.csv")
