"""What is written, taken away: one piece as a document, the fields of all pieces as a sheet."""

import json
from collections.abc import Iterator, Mapping
from typing import Any

from bunraku.core.channels import FORMS, KINDS, channel_named
from bunraku.core.formats.csv_out import Cell, Column, csv_lines
from bunraku.core.formats.xlsx_out import xlsx_bytes
from bunraku.core.write.documents import as_html, as_markdown, as_text
from bunraku.server.errors import not_found
from bunraku.server.plan.models import Piece
from bunraku.server.projects.models import Project
from bunraku.server.write.aims import aims_of, begun
from bunraku.server.write.drafts import draft_of
from bunraku.server.write.models import Draft

FIELD_COLUMNS = tuple(
    {
        field.id: Column(
            field.name,
            {
                "line": "One line.",
                "text": "As it is written, with its lines.",
                "lines": "One per line.",
                "pairs": "A name, a colon and a text; one per line.",
            }[field.shape],
        )
        for form in FORMS.values()
        for field in form.fields
    }.items()
)
SHEET_COLUMNS = (
    Column("Id", "The piece's number: by it fields that come back are known again."),
    Column("Piece", "Working title."),
    Column(
        "Kind", "Article, buying guide, landing page, location page, home page, video, listing."
    ),
    Column("Main keyword", "The keyword the piece owns."),
    *(column for _, column in FIELD_COLUMNS),
)
"""A line a piece, a column a field; a field that a kind of piece does not have is empty."""


def written_of_piece(project: Project, piece_id: int) -> tuple[Piece, dict[str, str], str]:
    """A piece, its fields as they are written, and their language. Raises: not_found."""
    piece, draft = draft_of(project, piece_id)
    aims = aims_of(project, piece_id)
    fields = draft.fields if draft else begun(aims)
    return piece, fields, aims.aim.language


def document_of(project: Project, piece_id: int, ending: str) -> tuple[str, str]:
    """A piece as a document of an ending, and its media type. Raises: not_found."""
    piece, fields, language = written_of_piece(project, piece_id)
    form = channel_named(piece.scope.channel).form.id
    if ending == "md":
        return as_markdown(form, fields), "text/markdown; charset=utf-8"
    if ending == "html":
        return as_html(form, fields, language), "text/html; charset=utf-8"
    if ending == "txt":
        return as_text(form, fields), "text/plain; charset=utf-8"
    if ending == "json":
        told = _as_json(piece, fields, language)
        return json.dumps(told, ensure_ascii=False, indent=2) + "\n", "application/json"
    if ending == "csv":
        lines = csv_lines(SHEET_COLUMNS, [_cells(piece, fields, _main_of(project, piece))])
        return "".join(lines), "text/csv; charset=utf-8"
    raise not_found("document")


def _main_of(project: Project, piece: Piece) -> str:
    return aims_of(project, piece.pk).aim.main


def _as_json(piece: Piece, fields: Mapping[str, str], language: str) -> dict[str, Any]:
    names = [field.id for field in channel_named(piece.scope.channel).form.fields]
    return {
        "id": piece.pk,
        "piece": piece.title,
        "kind": piece.kind,
        "language": language,
        "fields": {name: fields.get(name, "") for name in names},
    }


def _cells(piece: Piece, fields: Mapping[str, str], main: str) -> list[Cell]:
    own = {field.id for field in channel_named(piece.scope.channel).form.fields}
    return [
        piece.pk,
        piece.title,
        KINDS[piece.kind].name,
        main,
        *(fields.get(name, "") if name in own else "" for name, _ in FIELD_COLUMNS),
    ]


def _all(project: Project) -> Iterator[tuple[Piece, dict[str, str], str]]:
    """Every piece with what is written, and its main keyword: three queries."""
    drafts = dict(Draft.objects.filter(piece__project=project).values_list("piece_id", "fields"))
    pieces = Piece.objects.filter(project=project).select_related("scope")
    mains = dict(pieces.filter(keywords__main=True).values_list("pk", "keywords__keyword__text"))
    for piece in pieces:
        yield piece, drafts.get(piece.pk, {}), mains.get(piece.pk, "")


def drafts_csv(project: Project) -> Iterator[str]:
    """The fields of all pieces as CSV."""
    return csv_lines(SHEET_COLUMNS, (_cells(*told) for told in _all(project)))


def drafts_xlsx(project: Project) -> bytes:
    """The same as a workbook."""
    return xlsx_bytes("Fields", SHEET_COLUMNS, (_cells(*told) for told in _all(project)))


def drafts_json(project: Project) -> str:
    """The same as JSON."""
    told = [_as_json(piece, fields, piece.scope.language) for piece, fields, _ in _all(project)]
    return json.dumps(told, ensure_ascii=False, indent=2) + "\n"
