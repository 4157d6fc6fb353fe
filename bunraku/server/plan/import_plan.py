"""A plan that comes back from a spreadsheet: compared before anything is taken."""

from typing import Any

from django.core.files.uploadedfile import UploadedFile
from django.db import transaction

from bunraku.core.channels import KINDS
from bunraku.core.formats.plan_in import HEADINGS, PlanTable, read_plan
from bunraku.server.gather.files.uploads import find_upload, forget, keep_compared, read_whole
from bunraku.server.journal.recorder import Recorder
from bunraku.server.plan.hours import months_of
from bunraku.server.plan.models import Piece
from bunraku.server.projects.models import Project

SHOWN = 500
"""Differences shown."""


def bring_plan_back(project: Project, file: "UploadedFile[bytes]") -> dict[str, Any]:
    """Keep a file and compare it with the plan; nothing is changed. Raises: bad_file."""
    return keep_compared(
        project, file, lambda upload: _told(project, read_whole(upload, read_plan))
    )


def take_plan_back(project: Project, upload_id: int) -> dict[str, int]:
    """Take what a file says, as the plan is now; all of it is one change. Returns: how many pieces
    and fields changed. Raises: not_found, bad_file."""
    upload = find_upload(project, upload_id)
    table = read_whole(upload, read_plan)
    with transaction.atomic():
        changes, _ = _compare(project, table)
        pieces = {piece.pk: piece for piece, *_ in changes}
        with Recorder(project, f"Imported plan from {upload.name}"[:200]) as journal:
            journal.touch(pieces.values())
            for piece, name, _, after in changes:
                held = pieces[piece.pk]
                setattr(held, "outlet_id" if name == "outlet" else name, after)
                if name == "month":
                    held.pinned = after is not None
                if name == "kind":
                    held.because = "you chose it"
            for piece in pieces.values():
                piece.save()
    forget(upload)
    return {"pieces": len(pieces), "fields": len(changes)}


Change = tuple[Piece, str, Any, Any]


def _compare(project: Project, table: PlanTable) -> tuple[list[Change], list[tuple[int, str]]]:
    """What a file would change, field by field, and what of it cannot be taken: its row and why."""
    pieces = {
        piece.pk: piece
        for piece in Piece.objects.filter(project=project).select_related("outlet", "scope")
    }
    outlets = {outlet.name.casefold(): outlet for outlet in project.outlets.all()}
    months = set(months_of(project))
    changes: list[Change] = []
    wrong: list[tuple[int, str]] = []
    for pk, (row, said) in table.pieces.items():
        piece = pieces.get(pk)
        if piece is None:
            wrong.append((row, f"Id {pk} is not a piece of this plan"))
            continue
        for name, value in said.items():
            after, why = value, ""
            before: Any = getattr(piece, "outlet_id" if name == "outlet" else name)
            if name == "outlet":
                found = outlets.get(str(value).casefold()) if value else None
                after = found.pk if found else None
                if value and (found is None or found.channel != piece.scope.channel):
                    why = f"“{value}” is not an outlet on {piece.scope.channel} search"
            elif name == "kind" and KINDS[value].channel != piece.scope.channel:
                why = f"{piece.scope.channel} search has no {KINDS[value].name.lower()}"
            elif name == "month" and value is not None and value not in months | {before}:
                why = f"{value:%B %Y} is outside the planned months"
            if why:
                wrong.append((row, f"{HEADINGS[name].capitalize()}: {why}"))
            elif after != before:
                changes.append((piece, name, before, after))
    return changes, wrong


def _told(project: Project, table: PlanTable) -> dict[str, Any]:
    changes, wrong = _compare(project, table)
    names = {outlet.pk: outlet.name for outlet in project.outlets.all()}
    all_pieces = Piece.objects.filter(project=project).values_list("pk", "title")
    missing = [title for pk, title in all_pieces if pk not in table.pieces]
    wrong += [(cell.row, cell.why) for cell in table.wrong]

    def shown(name: str, value: Any) -> str:
        if name == "outlet":
            return names.get(value, "none")
        if name == "kind":
            return KINDS[value].name
        if name == "month":
            return f"{value:%B %Y}" if value else "no month"
        if isinstance(value, list):
            return "; ".join(value)
        return "" if value is None else f"{value:g}" if isinstance(value, float) else str(value)

    return {
        "rows": len(table.pieces),
        "changes": [
            {
                "piece": piece.pk,
                "title": piece.title,
                "field": HEADINGS[name],
                "before": shown(name, before),
                "after": shown(name, after),
            }
            for piece, name, before, after in changes[:SHOWN]
        ],
        "changed": len(changes),
        "wrong": [{"row": row, "why": why} for row, why in sorted(wrong)[:SHOWN]],
        "missing": missing[:SHOWN],
    }
