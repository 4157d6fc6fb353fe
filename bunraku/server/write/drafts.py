"""Writing: saved within a second of a key, merged by field where two windows write, every version
kept."""

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import timedelta
from typing import Any

from django.db import transaction
from django.utils import timezone

from bunraku.core.write.fields import FIELDS
from bunraku.core.write.merging import compare, merge
from bunraku.core.write.written import FORM_OF
from bunraku.server.errors import BunrakuError, not_found
from bunraku.server.plan.actions import find_piece
from bunraku.server.plan.models import Piece
from bunraku.server.projects.models import Project
from bunraku.server.write.aims import aims_of, begun
from bunraku.server.write.looking import note_lacks
from bunraku.server.write.models import Draft, DraftVersion

ONE_VERSION = timedelta(minutes=3)
"""Saves of one person within this long of the first are one version: a version is a piece of work,
and no key."""
MOST_VERSIONS = 400
"""Versions of a draft that are kept; then the oldest but the first go."""
MOST_TEXT = 200_000
"""Characters of a field: some thirty thousand words."""


@dataclass(frozen=True)
class Edit:
    """A field: what it was when the window began from it, and what it is now."""

    was: str
    now: str


@dataclass(frozen=True)
class Saved:
    """A draft after a save: its fields, which of them others changed meanwhile, and those that both
    changed, by what the other wrote; one's own stands, the other's is in the versions."""

    draft: Draft
    others: dict[str, str]
    clashes: dict[str, str]


def draft_of(project: Project, piece_id: int) -> tuple[Piece, Draft | None]:
    """A piece and its draft, None where nothing was written yet. Raises: not_found."""
    piece = find_piece(project, piece_id)
    return piece, Draft.objects.filter(piece=piece).first()


def save_draft(
    project: Project,
    piece_id: int,
    edits: Mapping[str, Edit],
    since: int,
    who: str,
    *,
    anew: bool = False,
) -> Saved:
    """Keep what somebody wrote.

    `edits`, by field; `since`, the save that the window knows of. A field that is no longer as the
    window began from it was changed by another: where both changed it one's own stands, and it is
    told. Saved twice, the same comes to the same. `anew`: not typed but put in place of what stood
    there, which stays a version of its own. Raises: not_found; invalid_input for a field that
    there is not, or one that is too long."""
    # What surrounds the piece is read before the database is locked for writing.
    aims = aims_of(project, piece_id)
    known = {field.id for field in FIELDS[aims.form]}
    for name, edit in edits.items():
        if name not in known:
            raise BunrakuError("invalid_input", f"There is no field “{name}”.", field=name)
        if len(edit.now) > MOST_TEXT:
            message = f"A field holds {MOST_TEXT:,} characters; this one has {len(edit.now):,}."
            raise BunrakuError("invalid_input", message, field=name)
    with transaction.atomic():
        piece, draft = draft_of(project, piece_id)
        now = timezone.now()
        if draft is None:
            draft = Draft(piece=piece, fields=begun(aims), saved=now)
        before = dict(draft.fields)
        merged = merge(
            {name: edit.was for name, edit in edits.items()},
            {name: _plain(edit.now) for name, edit in edits.items()},
            {name: before.get(name, "") for name in edits},
        )
        clashes = {name: before.get(name, "") for name in merged.clashes}
        draft.fields = {**before, **merged.fields}
        others = {
            name: text
            for name, text in draft.fields.items()
            if name not in edits and draft.revision > since
        }
        if draft.pk and draft.fields == before:
            return Saved(draft, others, clashes)
        draft.revision += 1
        draft.by, draft.saved = who, now
        note_lacks(draft, aims)
        draft.save()
        if draft.revision == 1 and anew and before:
            # What the plan knew stood there, and nobody has kept it yet.
            _keep(draft, before, who, now, anew=True)
        _keep(draft, draft.fields, who, now, anew=anew or bool(clashes))
    return Saved(draft, others, clashes)


def _plain(text: str) -> str:
    return text.replace("\r\n", "\n").replace("\r", "\n")


def _keep(draft: Draft, fields: dict[str, str], who: str, now: Any, *, anew: bool) -> None:
    """Keep fields as a version; `anew`: what stood there stays one of its own."""
    last = draft.versions.first()
    if last and not anew and last.by == who and now - last.begun < ONE_VERSION:
        last.fields, last.saved = fields, now
        last.save(update_fields=["fields", "saved"])
        return
    number = last.number + 1 if last else 1
    DraftVersion.objects.create(
        draft=draft, number=number, fields=fields, by=who, begun=now, saved=now
    )
    if number > MOST_VERSIONS:
        draft.versions.filter(number__lte=number - MOST_VERSIONS, number__gt=1).delete()


def versions_of(project: Project, piece_id: int) -> list[DraftVersion]:
    """The versions of a piece's draft, the latest first. Raises: not_found."""
    _, draft = draft_of(project, piece_id)
    return list(draft.versions.all()) if draft else []


def version_beside(
    project: Project, piece_id: int, number: int, other: int | None
) -> list[dict[str, Any]]:
    """A version beside another one (None: what is written now), field by field: what stays, goes
    and is new, word by word; fields that are alike are left out. Raises: not_found."""
    piece, draft = draft_of(project, piece_id)
    if draft is None:
        raise not_found("version")
    versions = {one.number: one.fields for one in draft.versions.filter(number__in=[number, other])}
    if number not in versions or (other is not None and other not in versions):
        raise not_found("version")
    before, after = versions[number], draft.fields if other is None else versions[other]
    return [
        {
            "field": field.id,
            "name": field.name,
            "before": before.get(field.id, ""),
            "parts": [
                {"what": what, "text": text}
                for what, text in compare(before.get(field.id, ""), after.get(field.id, ""))
            ],
        }
        for field in FIELDS[FORM_OF[piece.scope.channel]]
        if before.get(field.id, "") != after.get(field.id, "")
    ]
