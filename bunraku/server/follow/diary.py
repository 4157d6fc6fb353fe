"""The diary: what happened by hand, what is due to be looked back at, and notes on either."""

from datetime import date, timedelta
from typing import Any

from django.db import transaction
from django.db.models import Q, QuerySet

from bunraku.core.channels import CHANNEL_IDS
from bunraku.core.follow.rhythm import check_back
from bunraku.server.clock import today
from bunraku.server.errors import BunrakuError, not_found
from bunraku.server.follow.judging import judge_changes
from bunraku.server.follow.models import DiaryEntry
from bunraku.server.follow.publishing import find_live, form_of
from bunraku.server.projects.models import Project

BY_HAND = ("pictures", "price", "links", "engine", "other")
"""What a person can note by hand."""


def note_event(
    project: Project,
    what: str,
    day: date,
    who: str,
    *,
    live_id: int | None = None,
    channel: str = "",
    reason: str = "",
    note: str = "",
) -> DiaryEntry:
    """Note something that happened: to a live piece, or, an update of the engine, to all of a
    channel. What happened to a piece is looked back at. Raises: not_found; invalid_input for a day
    to come, a kind that is not noted by hand, or neither piece nor channel."""
    if what not in BY_HAND:
        raise BunrakuError("invalid_input", f"“{what}” cannot be noted by hand.", field="what")
    if day > today():
        raise BunrakuError("invalid_input", f"{day:%-d %B %Y} is in the future.", field="day")
    live = find_live(project, live_id) if live_id is not None else None
    if live is not None and what == "engine":
        raise BunrakuError(
            "invalid_input", "An update of the engine is of a whole channel.", field="live"
        )
    channel = live.scope.channel if live else channel
    if channel not in CHANNEL_IDS:
        raise BunrakuError("invalid_input", "Say what it happened to.", field="live")
    if live is not None and day < live.published:
        message = f"It was not there before {live.published:%-d %B %Y}."
        raise BunrakuError("invalid_input", message, field="day")
    with transaction.atomic():
        entry = DiaryEntry.objects.create(
            project=project,
            live=live,
            channel=channel,
            day=day,
            what=what,
            reason=reason,
            note=note,
            who=who,
            check_back=check_back(form_of(live), day) if live else None,
        )
        judge_changes(project, [channel], told=(day, day))
    entry.refresh_from_db()
    return entry


def find_entry(project: Project, entry_id: int) -> DiaryEntry:
    """An entry of a project's diary. Raises: not_found."""
    entry = (
        DiaryEntry.objects.select_related("live__scope").filter(pk=entry_id, project=project)
    ).first()
    if entry is None:
        raise not_found("entry of the diary")
    return entry


def change_entry(project: Project, entry_id: int, fields: dict[str, Any]) -> DiaryEntry:
    """Change the reason, the note or the day to look back of an entry; or (`looked_back` true) say
    that one has looked. Raises: not_found; invalid_input for a day to look back before it
    happened."""
    with transaction.atomic():
        entry = find_entry(project, entry_id)
        for name in ("reason", "note"):
            setattr(entry, name, fields.get(name, getattr(entry, name)))
        if "check_back" in fields:
            day = fields["check_back"]
            if day is not None and day < entry.day:
                message = "The review cannot be before the event."
                raise BunrakuError("invalid_input", message, field="check_back")
            entry.check_back, entry.looked_back = day, None
        if "looked_back" in fields:
            entry.looked_back = today() if fields["looked_back"] else None
        entry.save()
    return entry


def remove_entry(project: Project, entry_id: int) -> None:
    """Take an entry that was noted by hand out of the diary. Raises: not_found; invalid_input for
    one that the product noted: that is what happened."""
    with transaction.atomic():
        entry = find_entry(project, entry_id)
        if entry.what not in BY_HAND:
            raise BunrakuError(
                "invalid_input", "What was published and changed stays in the diary."
            )
        channel, day = entry.channel, entry.day
        entry.delete()
        judge_changes(project, [channel], told=(day, day))


def due_back(project: Project, *, within_days: int = 0) -> "QuerySet[DiaryEntry]":
    """Entries that are to be looked back at by now, or within some days, the longest due first."""
    until = today() + timedelta(days=within_days)
    return (
        DiaryEntry.objects.filter(project=project, check_back__lte=until, looked_back=None)
        .filter(Q(live__gone=None))
        .select_related("live__scope")
        .order_by("check_back", "pk")
    )
