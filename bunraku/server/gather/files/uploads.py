"""Files on their way in: kept until they are imported, looked at, forgotten after a week."""

import tempfile
from collections.abc import Callable, Iterator
from contextlib import closing, contextmanager
from dataclasses import replace
from datetime import timedelta
from pathlib import Path
from typing import Any, TypeVar

from django.core.files.uploadedfile import UploadedFile
from django.db import transaction
from django.utils import timezone

from bunraku.core.formats.bad_file import BadFile, BadMapping
from bunraku.core.formats.countries_in import country_name
from bunraku.core.formats.reading import Look, Wanted, look_into
from bunraku.installation.confined import Bounds, TooMuch, confined
from bunraku.server.errors import BunrakuError, not_found
from bunraku.server.gather.models import Upload, UploadPart
from bunraku.server.inputs import MOST_FILE_BYTES
from bunraku.server.projects.models import Project

T = TypeVar("T")
LOOKING = Bounds(seconds=100, computing_seconds=8, memory_bytes=600_000_000)
"""What looking at a file may take: a sheet of 100,000 rows computes for a second and takes a
quarter of that memory. A busy machine may take many times as long for it as it computes."""
READING = Bounds(seconds=600, computing_seconds=900, memory_bytes=900_000_000)
"""What reading a file whole may take, the first between two parts of some thousand rows."""
PART_BYTES = 1_000_000
KEPT_DAYS = 7
"""A file looked at and not brought in is forgotten after a week."""
MOST_KEPT = 20
"""Files kept for one project at a time."""
REFUSED_SHOWN = 20
"""Refused rows shown in the preview; all of them can be taken away once it is brought in."""
KINDS = {
    "csv": "Delimited text",
    "text": "One keyword per line",
    "xlsx": "Spreadsheet",
    "json": "JSON",
}
DELIMITERS = {",": "comma", ";": "semicolon", "\t": "tab", "|": "bar"}


def upload_file(project: Project, file: "UploadedFile[bytes]") -> tuple[Upload, dict[str, Any]]:
    """Keep a file and look at it. Returns: the upload and its preview. Raises: bad_file when it is
    too large or cannot be read; then nothing is kept."""
    if (file.size or 0) > MOST_FILE_BYTES:
        raise BunrakuError(
            "bad_file",
            f"The file has {(file.size or 0) / 1e6:,.0f} MB; {MOST_FILE_BYTES / 1e6:,.0f} MB are "
            f"the most.",
            field="file",
            hint="Split it, or save only the columns that are wanted.",
        )
    _forget_old(project)
    # Only shown, without any folder in it.
    name = Path(file.name or "table").name[:120]
    with transaction.atomic():
        upload = Upload.objects.create(project=project, name=name, size_bytes=file.size or 0)
        for number, data in enumerate(iter(lambda: file.read(PART_BYTES), b"")):
            UploadPart.objects.create(upload=upload, number=number, data=data)
    try:
        return upload, preview_upload(upload, Wanted())
    except BunrakuError:
        forget(upload)
        raise


def find_upload(project: Project, upload_id: int) -> Upload:
    """An upload of a project. Raises: not_found."""
    upload = Upload.objects.filter(project=project, pk=upload_id).first()
    if upload is None:
        raise not_found("file")
    return upload


def forget(upload: Upload) -> None:
    """Remove an upload."""
    upload.delete()


@contextmanager
def on_disk(upload: Upload) -> Iterator[Path]:
    """An upload as a file of this machine, for as long as it is read."""
    with tempfile.NamedTemporaryFile(prefix="bunraku-") as file:
        parts = UploadPart.objects.filter(upload=upload).order_by("number")
        for data in parts.values_list("data", flat=True).iterator(chunk_size=1):
            file.write(data)
        file.flush()
        yield Path(file.name)


def _forget_old(project: Project) -> None:
    uploads = Upload.objects.filter(project=project)
    old = uploads.filter(created__lt=timezone.now() - timedelta(days=KEPT_DAYS))
    for upload in [*old, *uploads.order_by("-pk")[MOST_KEPT:]]:
        forget(upload)


def look(upload: Upload, wanted: Wanted) -> Look:
    """Look into an upload, in a process of its own. Raises: bad_file, also where it takes more time
    or memory than it may; bad_mapping."""
    here = replace(wanted, country=upload.project.country)
    try:
        with (
            on_disk(upload) as path,
            closing(confined(look_into, path, here, bounds=LOOKING)) as looks,
        ):
            return next(looks)
    except BadMapping as bad:
        raise BunrakuError("bad_mapping", str(bad), field="mapping") from bad
    except BadFile as bad:
        raise BunrakuError("bad_file", str(bad), field="file") from bad
    except TooMuch as bound:
        raise too_much(bound, LOOKING) from bound


def keep_compared(
    project: Project, file: "UploadedFile[bytes]", compare: Callable[[Upload], dict[str, Any]]
) -> dict[str, Any]:
    """Keep a sheet that came back, and tell what it would change; it is kept only where that can be
    told. Raises: bad_file."""
    upload, _ = upload_file(project, file)
    try:
        return {"upload": upload.pk, **compare(upload)}
    except BunrakuError:
        forget(upload)
        raise


def read_whole(upload: Upload, read: Callable[[Path], Iterator[T]]) -> T:
    """What a reader makes of a whole upload, in a process of its own. Raises: bad_file, also where
    it takes more time or memory than it may."""
    try:
        with on_disk(upload) as path:
            (found,) = confined(read, path, bounds=READING)
    except BadFile as bad:
        raise BunrakuError("bad_file", str(bad), field="file") from None
    except TooMuch as bound:
        raise too_much(bound, READING) from None
    return found


def too_much(bound: TooMuch, bounds: Bounds) -> BunrakuError:
    """The error for a file that met a bound."""
    code = "busy" if bound.bound == "waiting" else "bad_file"
    return BunrakuError(code, given_up(bound, bounds), field="file")


def given_up(bound: TooMuch, bounds: Bounds) -> str:
    """Why reading a file was given up, and what to do."""
    if bound.bound == "waiting":
        return (
            "The file could not be read in time: this machine is busy with other work. Nothing is "
            "wrong with the file. Try again in a minute."
        )
    took = {
        "computing": f"more than {bounds.computing_seconds} seconds of computing",
        "memory": f"more than {bounds.memory_bytes / 1e6:,.0f} MB of memory",
    }
    return (
        f"Reading the file was given up: it took {took[bound.bound]}. Save only the columns that "
        "you want as CSV, or split the file."
    )


def preview_upload(upload: Upload, wanted: Wanted) -> dict[str, Any]:
    """What an upload looks like, how it would be read, and which of its first rows would be refused
    and why. Imports nothing."""
    return _told(upload, look(upload, wanted))


def _told(upload: Upload, found: Look) -> dict[str, Any]:
    table, seen, plan = found.table, found.seen, found.plan
    kind = KINDS[table.kind]
    if table.kind == "csv":
        kind = f"{kind}, separated by {DELIMITERS[table.delimiter]}"
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
        "refused": [row._asdict() for row in found.refused[:REFUSED_SHOWN]],
        "types": list(found.types),
        "rows_in_all": found.rows,
        "will_come": found.will_come,
        "left_out": found.left_out,
        "titles": found.plan.titles,
        "counted": found.counted,
        "notes": list(plan.notes),
        "unused": [
            {"column": each.column, "heading": each.heading, "why": each.why}
            for each in found.unused
        ],
        "abroad": found.abroad,
        "countries": [country_name(code) for code in found.countries],
        "country": country_name(upload.project.country),
        "all_countries": bool(found.countries) and not plan.country,
    }
