"""Bringing keywords over HTTP: the combiner, and files."""

from typing import Annotated, Any, Literal

from django.http import HttpResponse, StreamingHttpResponse
from ninja import Field, File, Query, Router, Schema, Status
from ninja.files import UploadedFile

from bunraku.core.formats.csv_out import Column, csv_lines
from bunraku.core.formats.mapping import MEANINGS
from bunraku.server.errors import not_found
from bunraku.server.gather.combining import Recipe, box_knows, preview_combinations, take_combinations
from bunraku.server.gather.importing import start_import
from bunraku.server.gather.models import RefusedRow
from bunraku.server.gather.uploads import Reading, find_upload, forget, preview_upload, upload_file
from bunraku.server.jobs.api import JobOut
from bunraku.server.jobs.models import Job
from bunraku.server.projects.access import ProjectId, ProjectRequest
from bunraku.server.sheet.scopes import find_scope

router = Router(tags=["gather"])
Channel = Literal["web", "video", "marketplace"]
Heat = Literal["hot", "warm", "cold", ""]
REFUSED_COLUMNS = [
    Column("Row", "Its number in the file."),
    Column("Keyword", "What stood in the keyword column, its beginning."),
    Column("Why", "Why it could not be taken."),
]


class TermIn(Schema):
    """A term of a column, with the heat that it passes on."""

    text: str = Field(max_length=400)
    heat: Heat = ""


class RecipeIn(Schema):
    """What to combine into a channel: core terms, helper words, places; patterns; whether only what the search box knows."""

    channel: Channel
    core: list[TermIn] = Field(max_length=20_000)
    helper: list[TermIn] = Field([], max_length=20_000)
    place: list[TermIn] = Field([], max_length=20_000)
    patterns: list[Annotated[str, Field(max_length=200)]] = Field(max_length=20)
    only_known: bool = False

    def recipe(self) -> Recipe:
        """The recipe in the words of the room."""
        columns = {"core": self.core, "helper": self.helper, "place": self.place}
        return Recipe(
            {name: [(term.text, term.heat) for term in terms] for name, terms in columns.items()},
            self.patterns,
            self.only_known,
        )


class CombinationOut(Schema):
    """A combination: whether it is there already, or would be left out."""

    text: str
    heat: str
    known: bool
    left_out: bool


class CombinationsOut(Schema):
    """What a recipe makes: how many, how many of them are known or would be left out, what was not made and why, the first."""

    total: int
    known: int
    left_out: int
    doubled: int
    repeated: int
    too_long: int
    shown: list[CombinationOut]


class AskBoxIn(Schema):
    """Texts to ask the search box about."""

    channel: Channel
    texts: list[Annotated[str, Field(max_length=200)]] = Field(max_length=300)


class BoxKnowsOut(Schema):
    """Which texts the search box completes to themselves, and how many were not answered."""

    known: list[str]
    missing: int


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


class FileOut(Schema):
    """A file looked at: its kind, sheets, the row of its heading (0: none), first rows, and what each column is taken for."""

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
    meanings: list[MeaningOut]


class ReadIn(Schema):
    """How a file is to be read: sheet, row of the heading (null: guess, 0: none), meaning to column (null: guess)."""

    sheet: str = Field("", max_length=120)
    heading: int | None = Field(None, ge=0, le=200)
    mapping: dict[str, Annotated[int, Field(ge=0, le=500)]] | None = Field(None, max_length=20)

    def reading(self) -> Reading:
        """The same in the words of the room."""
        return Reading(self.sheet, self.heading, self.mapping)


class ImportIn(ReadIn):
    """The same, and the channel that takes the keywords."""

    channel: Channel


class RefusedQuery(Schema):
    """Which import's refused rows."""

    job: int = Field(ge=1, le=2**53)


def _told(found: dict[str, Any]) -> dict[str, Any]:
    meanings = [{"id": id, "name": one.name, "about": one.about} for id, one in MEANINGS.items()]
    return {**found, "meanings": meanings}


@router.post("/combiner/preview", response=CombinationsOut, url_name="preview_combinations")
def preview(request: ProjectRequest, project_id: ProjectId, given: RecipeIn) -> Any:
    """What a recipe would make; changes nothing."""
    return preview_combinations(request.project, given.channel, given.recipe())


@router.post("/combiner/box", response=BoxKnowsOut, url_name="ask_box")
def ask_box(request: ProjectRequest, project_id: ProjectId, given: AskBoxIn) -> Any:
    """Which texts the search box knows; free."""
    known, missing = box_knows(find_scope(request.project, given.channel), given.texts)
    return {"known": sorted(known), "missing": len(missing)}


@router.post("/combiner/take", response=JobOut, url_name="take_combinations")
def take(request: ProjectRequest, project_id: ProjectId, given: RecipeIn) -> Any:
    """Take what a recipe makes."""
    return take_combinations(request.project, given.channel, given.recipe())


@router.post("/files", response=FileOut, url_name="upload_file")
def upload(request: ProjectRequest, project_id: ProjectId, file: File[UploadedFile]) -> Any:
    """Bring a file and look at it; nothing is imported yet."""
    return _told(preview_upload(upload_file(request.project, file), Reading()))


@router.post("/files/{int:file_id}/look", response=FileOut, url_name="look_at_file")
def look(request: ProjectRequest, project_id: ProjectId, file_id: int, given: ReadIn) -> Any:
    """Look at a file again, read in another way."""
    return _told(preview_upload(find_upload(request.project, file_id), given.reading()))


@router.post("/files/{int:file_id}/import", response=JobOut, url_name="import_file")
def start(request: ProjectRequest, project_id: ProjectId, file_id: int, given: ImportIn) -> Any:
    """Import a file."""
    return start_import(request.project, file_id, given.channel, given.reading())


@router.delete("/files/{int:file_id}", response={204: None}, url_name="forget_file")
def remove(request: ProjectRequest, project_id: ProjectId, file_id: int) -> Any:
    """Forget a file that is not to be imported."""
    forget(find_upload(request.project, file_id))
    return Status(204, None)


@router.get("/refused.csv", url_name="refused_csv")
def refused(request: ProjectRequest, project_id: ProjectId, wanted: Query[RefusedQuery]) -> HttpResponse:
    """The rows that an import refused, each with its number and why, as CSV."""
    job = Job.objects.filter(project=request.project, pk=wanted.job, kind="import").first()
    if job is None:
        raise not_found("import")
    rows = RefusedRow.objects.filter(job=job).values_list("number", "text", "message")
    response = StreamingHttpResponse(
        csv_lines(REFUSED_COLUMNS, rows.iterator(2_000)), content_type="text/csv; charset=utf-8"
    )
    response["Content-Disposition"] = 'attachment; filename="refused-rows.csv"'
    return response  # type: ignore[return-value]
