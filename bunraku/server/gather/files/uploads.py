"""Files on their way in: kept until they are imported, looked at, forgotten after a week."""

import secrets
from dataclasses import dataclass
from datetime import timedelta
from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.files.uploadedfile import UploadedFile
from django.utils import timezone

from bunraku.core.formats.bad_file import BadFile
from bunraku.core.formats.keywords_in import (
    Plan,
    Preview,
    Refused,
    decimals_of,
    keywords_in,
    look_at,
)
from bunraku.core.formats.mapping import MEANINGS
from bunraku.core.formats.table_in import TableFile, open_table
from bunraku.server.errors import BunrakuError, not_found
from bunraku.server.gather.models import Upload
from bunraku.server.projects.models import Project

MOST_BYTES = 60_000_000
"""Largest file taken: 100,000 rows of ten columns are a sixth of it."""
KEPT_DAYS = 7
"""A file looked at and not brought in is forgotten after a week."""
MOST_KEPT = 20
"""Files kept for one project at a time."""
REFUSED_SHOWN = 20
"""Refused rows shown in the preview; all of them can be taken away once it is brought in."""
KINDS = {
    "csv": "Delimited text",
    "text": "One keyword a line",
    "xlsx": "Spreadsheet",
    "json": "JSON",
}
DELIMITERS = {",": "comma", ";": "semicolon", "\t": "tab", "|": "bar"}


def upload_file(project: Project, file: "UploadedFile[bytes]") -> Upload:
    """Keep a file to be looked at. Raises: bad_file when it is too large."""
    if (file.size or 0) > MOST_BYTES:
        raise BunrakuError(
            "bad_file",
            f"The file has {(file.size or 0) / 1e6:,.0f} MB; {MOST_BYTES / 1e6:,.0f} MB are "
            f"the most.",
            field="file",
            hint="Split it, or save only the columns that are wanted.",
        )
    _forget_old(project)
    stored = secrets.token_hex(16)
    path = _folder() / stored
    with path.open("wb") as kept:
        for chunk in file.chunks():
            kept.write(chunk)
    # Kept under a name of our own; the person's is only shown, without any folder in it.
    name = Path(file.name or "table").name[:120]
    upload = Upload.objects.create(
        project=project, name=name, stored=stored, size_bytes=file.size or 0
    )
    try:
        # Read once now, so that a file that cannot be read is refused at once and not left behind.
        plan_of(table_of(upload), Wanted())
    except BunrakuError:
        forget(upload)
        raise
    return upload


def find_upload(project: Project, upload_id: int) -> Upload:
    """An upload of a project. Raises: not_found, also when its file is gone."""
    upload = Upload.objects.filter(project=project, pk=upload_id).first()
    if upload is None or not path_of(upload).exists():
        raise not_found("file")
    return upload


def forget(upload: Upload) -> None:
    """Remove an upload and its file."""
    path_of(upload).unlink(missing_ok=True)
    upload.delete()


def path_of(upload: Upload) -> Path:
    """Where an upload's file is."""
    return _folder() / upload.stored


def _folder() -> Path:
    folder = Path(settings.DATA) / "uploads"
    folder.mkdir(exist_ok=True)
    return folder


def _forget_old(project: Project) -> None:
    uploads = Upload.objects.filter(project=project)
    old = uploads.filter(created__lt=timezone.now() - timedelta(days=KEPT_DAYS))
    for upload in [*old, *uploads.order_by("-pk")[MOST_KEPT:]]:
        forget(upload)


def table_of(upload: Upload, sheet: str = "") -> TableFile:
    """An upload as a table. Raises: bad_file."""
    try:
        return open_table(path_of(upload), sheet)
    except BadFile as bad:
        raise BunrakuError("bad_file", str(bad), field="file") from bad


@dataclass(frozen=True)
class Wanted:
    """How a person wants a table read: its sheet, the row of its heading (None: guess), meaning to
    column (None: guess)."""

    sheet: str = ""
    heading: int | None = None
    mapping: dict[str, int] | None = None


def plan_of(table: TableFile, wanted: Wanted) -> tuple[Preview, Plan]:
    """How a table looks and would be read. Raises: bad_file, bad_mapping."""
    try:
        seen = look_at(table, wanted.heading)
    except BadFile as bad:
        raise BunrakuError("bad_file", str(bad), field="file") from bad
    if wanted.mapping is None:
        return seen, seen.plan
    width = max([len(seen.headings), *(len(cells) for _, cells in seen.rows)], default=0)
    for meaning, column in wanted.mapping.items():
        if meaning not in MEANINGS or not 0 <= column < width:
            raise BunrakuError(
                "bad_mapping", f"There is no column {column + 1} for {meaning}.", field="mapping"
            )
    return seen, Plan(
        seen.plan.heading,
        wanted.mapping,
        decimals_of([cells for _, cells in seen.rows], wanted.mapping),
    )


def preview_upload(upload: Upload, wanted: Wanted) -> dict[str, Any]:
    """What an upload looks like, how it would be read, and which of its first rows would be refused
    and why. Imports nothing."""
    table = table_of(upload, wanted.sheet)
    seen, plan = plan_of(table, wanted)
    refused: list[Refused] = []
    if "keyword" in plan.mapping:
        last = seen.rows[-1][0] if seen.rows else 0
        for row in keywords_in(table, plan):
            if row.number > last:
                break
            if isinstance(row, Refused):
                refused.append(row)
    kind = KINDS[table.kind]
    if table.kind == "csv":
        kind = f"{kind}, parted by {DELIMITERS[table.delimiter]}"
    return {
        "id": upload.pk,
        "name": upload.name,
        "kind": kind,
        "encoding": table.encoding.removesuffix("-sig"),
        "sheets": list(table.sheets),
        "sheet": table.sheet,
        "heading": plan.heading,
        "headings": list(seen.headings),
        "rows": [
            {"number": number, "cells": [cell[:120] for cell in cells]}
            for number, cells in seen.rows
        ],
        "mapping": dict(plan.mapping),
        "refused": [row._asdict() for row in refused[:REFUSED_SHOWN]],
    }
