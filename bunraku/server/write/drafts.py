"""Writing: saved within a second of a key, merged by paragraph where two windows write, every
version kept."""

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import timedelta
from typing import Any

from django.db import transaction
from django.utils import timezone

from bunraku.core.channels import channel_named, form_named
from bunraku.core.write.merging import Clash, compare, merge
from bunraku.server.errors import BunrakuError, not_found
from bunraku.server.plan.actions import find_piece
from bunraku.server.plan.models import Piece
from bunraku.server.projects.models import Project
from bunraku.server.write.aims import aims_of, begun
from bunraku.server.write.looking import note_lacks
from bunraku.server.write.models import Draft, DraftVersion

ONE_VERSION = timedelta(minutes=2)
"""Saves of one window within this long of the first are one version: a version is a piece of work,
and no key."""
MOST_VERSIONS = 400
"""Versions of a draft that are kept; beyond it those that follow another most closely go, so that
no busy hour drives out the months before."""
LATEST_VERSIONS = 50
"""The last ones, which stay whatever their distance."""
MOST_TEXT = 200_000
"""Characters of a field: some thirty thousand words."""


@dataclass(frozen=True)
class Edit:
    """A field: what it was when the window began from it, and what it is now."""

    was: str
    now: str


@dataclass(frozen=True)
class Saved:
    """A draft after a save: its fields; those in which there is something of another's by now; and
    where both changed the same paragraph: one's own stands, the other's is told and is in the
    versions."""

    draft: Draft
    others: dict[str, str]
    clashes: dict[str, tuple[Clash, ...]]


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
    window: str = "",
) -> Saved:
    """Keep what somebody wrote.

    `edits`, by field; `since`, the save that the window knows of; `window`, what it calls itself. A
    field that is no longer as the window began from it was changed by another: the paragraphs of
    both are kept; where both changed the same one, one's own stands, and the other's is told. Saved
    twice, the same comes to the same. `anew`: not typed but put in place of what stood there, which
    stays a version of its own. Raises: not_found; invalid_input for a field that
    there is not, or one that is too long."""
    # What surrounds the piece is read before the database is locked for writing.
    aims = aims_of(project, piece_id)
    known = {field.id for field in form_named(aims.form).fields}
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
        draft.fields = {**before, **merged.fields}
        others = {
            name: text
            for name, text in draft.fields.items()
            if name in merged.theirs or (name not in edits and draft.revision > since)
        }
        if draft.pk and draft.fields == before:
            return Saved(draft, others, merged.clashes)
        draft.revision += 1
        draft.by, draft.saved = who, now
        note_lacks(draft, aims)
        draft.save()
        if draft.revision == 1 and anew and before:
            # What the plan knew stood there, and nobody has kept it yet.
            _keep(draft, before, who, window, anew=True)
        # Scripts may not say which window they are: what the other wrote stays a version.
        held = bool(merged.clashes) and draft.versions.filter(window=window, fields=before).exists()
        _keep(draft, draft.fields, who, window, anew=anew or held)
    return Saved(draft, others, merged.clashes)


def _plain(text: str) -> str:
    return text.replace("\r\n", "\n").replace("\r", "\n")


def _keep(draft: Draft, fields: dict[str, str], who: str, window: str, *, anew: bool) -> None:
    """Keep fields as a version; `anew`: what stood there stays one of its own. Two windows that
    write at once have one each, so that neither's text is written over by the other's saves."""
    now = timezone.now()
    recent = draft.versions.filter(by=who, window=window, begun__gt=now - ONE_VERSION)
    last = None if anew else recent.first()
    if last:
        last.fields, last.saved = fields, now
        last.save(update_fields=["fields", "saved"])
        return
    latest = draft.versions.first()
    number = latest.number + 1 if latest else 1
    DraftVersion.objects.create(
        draft=draft, number=number, fields=fields, by=who, window=window, begun=now, saved=now
    )
    _thin_out(draft)


def _thin_out(draft: Draft) -> None:
    """Of more versions than are kept, let those go that follow another most closely."""
    begun = list(draft.versions.order_by("number").values_list("pk", "begun"))
    old = begun[: -LATEST_VERSIONS or None]
    while len(begun) > MOST_VERSIONS and len(old) > 1:
        closest = min(range(1, len(old)), key=lambda place: old[place][1] - old[place - 1][1])
        begun.remove(old[closest])
        draft.versions.filter(pk=old.pop(closest)[0]).delete()


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
        for field in channel_named(piece.scope.channel).form.fields
        if before.get(field.id, "") != after.get(field.id, "")
    ]
