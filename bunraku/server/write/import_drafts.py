"""The fields of all pieces, back from a spreadsheet: compared before anything is taken."""

from dataclasses import dataclass
from typing import Any

from django.core.files.uploadedfile import UploadedFile

from bunraku.core.channels import FORMS, channel_named
from bunraku.core.formats.drafts_in import SPREADSHEET_CELL, FieldsTable, read_fields
from bunraku.server.gather.files.uploads import find_upload, forget, keep_compared, read_whole
from bunraku.server.plan.models import Piece
from bunraku.server.projects.models import Project
from bunraku.server.write.drafts import Edit, save_draft
from bunraku.server.write.models import Draft

SHOWN = 300
"""Differences shown."""
EXCERPT = 300
"""Characters shown of each text that differs."""


def bring_fields_back(project: Project, file: "UploadedFile[bytes]") -> dict[str, Any]:
    """Keep a file and compare it with what is written; nothing is changed. Raises: bad_file."""
    return keep_compared(
        project, file, lambda upload: _told(project, read_whole(upload, read_fields))
    )


def take_fields_back(project: Project, upload_id: int, who: str) -> dict[str, int]:
    """Take what a file says, as things are now; each piece gets a version of it. Returns: how many
    pieces and fields changed. Raises: not_found, bad_file."""
    upload = find_upload(project, upload_id)
    changes, _ = _compare(project, read_whole(upload, read_fields))
    by_piece: dict[int, dict[str, Edit]] = {}
    for change in changes:
        edits = by_piece.setdefault(change.piece.pk, {})
        edits[change.field] = Edit(change.before, change.after)
    for piece, edits in by_piece.items():
        held = Draft.objects.filter(piece=piece).values_list("revision", flat=True).first()
        save_draft(project, piece, edits, held or 0, who, anew=True)
    forget(upload)
    return {"pieces": len(by_piece), "fields": len(changes)}


@dataclass(frozen=True)
class Change:
    """A field that a file would change."""

    piece: Piece
    field: str
    before: str
    after: str


def _compare(project: Project, table: FieldsTable) -> tuple[list[Change], list[tuple[int, str]]]:
    """What a file would change, and what of it cannot be taken: its row and why."""
    pieces = {p.pk: p for p in Piece.objects.filter(project=project).select_related("scope")}
    drafts = dict(Draft.objects.filter(piece__project=project).values_list("piece_id", "fields"))
    changes: list[Change] = []
    wrong = [(cell.row, cell.why) for cell in table.wrong]
    for pk, (row, said) in table.pieces.items():
        piece = pieces.get(pk)
        if piece is None:
            wrong.append((row, f"Id {pk} is not a piece of this plan"))
            continue
        own = {field.id: field.name for field in channel_named(piece.scope.channel).form.fields}
        fields = drafts.get(pk, {})
        for name, after in said.items():
            before = fields.get(name, "")
            if name not in own:
                if after:
                    wrong.append((row, f"{piece.title}: this kind of piece has no such field"))
                continue
            if len(after) >= SPREADSHEET_CELL and before.strip().startswith(after):
                why = f"{own[name]}: the spreadsheet cut it off; it stays as it was"
                wrong.append((row, why))
            elif after != before.strip():
                changes.append(Change(piece, name, before, after))
    return changes, wrong


def _told(project: Project, table: FieldsTable) -> dict[str, Any]:
    changes, wrong = _compare(project, table)
    names = {field.id: field.name for form in FORMS.values() for field in form.fields}
    drafts = Draft.objects.filter(piece__project=project).exclude(piece__in=list(table.pieces))
    return {
        "rows": len(table.pieces),
        "changes": [
            {
                "piece": change.piece.pk,
                "title": change.piece.title,
                "field": names[change.field],
                "before": _excerpt(change.before),
                "after": _excerpt(change.after),
            }
            for change in changes[:SHOWN]
        ],
        "changed": len(changes),
        "wrong": [{"row": row, "why": why} for row, why in sorted(set(wrong))[:SHOWN]],
        "missing": list(drafts.values_list("piece__title", flat=True)[:SHOWN]),
    }


def _excerpt(text: str) -> str:
    return text if len(text) <= EXCERPT else f"{text[:EXCERPT].rstrip()}…"
