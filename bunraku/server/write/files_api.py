"""What is written, taken away over HTTP."""

from typing import Annotated

from django.http import HttpResponse
from ninja import Path, Router

from bunraku.server.downloads import XLSX, attached, attached_csv
from bunraku.server.projects.access import READS, ProjectId, ProjectRequest
from bunraku.server.write.export_drafts import document_of, drafts_csv, drafts_json, drafts_xlsx

router = Router(tags=["write"])


@router.get("/pieces/{int:piece_id}/draft.{ending}", auth=READS, url_name="draft_document")
def document(
    request: ProjectRequest,
    project_id: ProjectId,
    piece_id: int,
    ending: Annotated[str, Path(max_length=20)],
) -> HttpResponse:
    """A piece as Markdown, HTML, plain text, JSON or CSV."""
    content, kind = document_of(request.project, piece_id, ending)
    return attached(content, kind, f"piece-{piece_id}.{ending}")


@router.get("/drafts.csv", auth=READS, url_name="drafts_csv")
def as_csv(request: ProjectRequest, project_id: ProjectId) -> HttpResponse:
    """The fields of all pieces as CSV."""
    return attached_csv(drafts_csv(request.project), "fields.csv")


@router.get("/drafts.xlsx", auth=READS, url_name="drafts_xlsx")
def as_xlsx(request: ProjectRequest, project_id: ProjectId) -> HttpResponse:
    """The same as a workbook."""
    return attached(drafts_xlsx(request.project), XLSX, "fields.xlsx")


@router.get("/drafts.json", auth=READS, url_name="drafts_json")
def as_json(request: ProjectRequest, project_id: ProjectId) -> HttpResponse:
    """The same as JSON."""
    return attached(drafts_json(request.project), "application/json", "fields.json")
