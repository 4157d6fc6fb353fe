"""Publishing: a piece goes live, is changed, is taken down, and each is noted in the diary."""

from collections.abc import Mapping
from datetime import date
from typing import Any

from django.db import transaction
from django.db.models import F

from bunraku.core.channels import FormId, channel_named, form_named
from bunraku.core.follow.checks import EPOCH
from bunraku.core.follow.rhythm import check_back, next_check
from bunraku.server.clock import today
from bunraku.server.errors import BunrakuError, not_found
from bunraku.server.follow.forecasts import forecasts_of
from bunraku.server.follow.judging import note_seen
from bunraku.server.follow.models import DiaryEntry, Followed, LivePiece
from bunraku.server.follow.watching import how_of, watching_source
from bunraku.server.journal.log import log
from bunraku.server.plan.actions import change_piece, find_piece
from bunraku.server.plan.models import Piece, PieceKeyword
from bunraku.server.plan.selectors import plan_of
from bunraku.server.projects.models import Project
from bunraku.server.write.models import Draft

MOST_LIVE = 5_000
"""Live pieces of a project at most."""


def find_live(project: Project, live_id: int) -> LivePiece:
    """A live piece of a project. Raises: not_found."""
    found = LivePiece.objects.select_related("scope", "outlet", "piece")
    live = found.filter(pk=live_id, project=project).first()
    if live is None:
        raise not_found("published piece")
    return live


def form_of(live: LivePiece) -> FormId:
    """The form of a live piece: what its channel publishes."""
    return channel_named(live.scope.channel).form.id


def publish(
    project: Project, piece_id: int, address: str, day: date, who: str, *, reason: str = ""
) -> LivePiece:
    """A piece goes live, with the fields of its draft; or, where it is live already, has its fields
    changed to these. What was foretold of each phrase is kept from here on.

    `day`, on which it was published, today or before: one that was out before it is followed stands
    there as something that exists. Raises: not_found; invalid_input without an address, for a day
    to come, one before 2000 or before it was published; address_taken where another live piece has
    the address; nothing_changed where it is live just so."""
    piece = find_piece(project, piece_id)
    there = LivePiece.objects.filter(piece=piece).first()
    fields = _drafted(piece)
    if there is not None:
        return change_live(project, there.pk, fields, day, who, reason=reason, address=address)
    address = _good_address(project, address, None)
    _good_day(day)
    figures = plan_of(project, [piece.pk])[0]
    foretold = forecasts_of(figures)
    if not foretold:
        raise BunrakuError(
            "invalid_input",
            "It has no keyword to be followed for.",
            hint="Give the piece a main keyword in the plan first.",
        )
    if LivePiece.objects.filter(project=project).count() >= MOST_LIVE:
        message = f"A project tracks {MOST_LIVE:,} published pieces at most."
        raise BunrakuError("invalid_input", message)
    with transaction.atomic():
        live = LivePiece.objects.create(
            project=project,
            scope=piece.scope,
            piece=piece,
            outlet=piece.outlet,
            title=fields.get("title", "")[:200] or piece.title,
            kind=piece.kind,
            address=address,
            published=day,
            followed=today(),
            fields=fields,
            next_check=next_check(
                channel_named(piece.scope.channel).form.id, how_of(project), max(day, today()), None
            ),
        )
        Followed.objects.bulk_create(
            Followed(live=live, foretold=today(), **phrase) for phrase in foretold
        )
        told = {"state": "live", "address": address, "title": live.title}
        change_piece(project, piece.pk, told)
        _note_published(piece.pk)
        DiaryEntry.objects.create(
            project=project,
            live=live,
            channel=piece.scope.channel,
            day=day,
            what="published",
            reason=reason,
            who=who,
        )
        note_seen([live])
        log(project, f"“{piece.title}” has been published since {day:%-d %B %Y}.")
    return live


def change_live(
    project: Project,
    live_id: int,
    fields: Mapping[str, str],
    day: date,
    who: str,
    *,
    reason: str = "",
    note: str = "",
    address: str = "",
) -> LivePiece:
    """The published fields become others: an entry of the diary with what stood there before and
    after, and a day to look back. Raises: as `publish`."""
    with transaction.atomic():
        live = find_live(project, live_id)
        address = _good_address(project, address, live) if address else live.address
        _good_day(day, live.published)
        form = form_of(live)
        changes = changes_of(form, live.fields, fields)
        if address != live.address:
            moved = {"field": "address", "before": live.address, "after": address}
            changes = [moved, *changes]
        again = live.gone is not None
        if not changes and not again:
            raise BunrakuError("nothing_changed", "No unpublished changes.")
        title = fields.get("title", "")
        if title != live.fields.get("title", ""):
            live.old_title, live.retitled = live.fields.get("title", ""), day
        live.fields, live.address, live.gone = dict(fields), address, None
        live.title = title[:200] or live.title
        live.read_back = {}
        live.next_check = next_check(form, how_of(project), max(day, today()), None)
        live.save()
        if live.piece_id:
            told = {"state": "live", "address": address, "title": live.title}
            change_piece(project, live.piece_id, told)
            _note_published(live.piece_id)
        DiaryEntry.objects.create(
            project=project,
            live=live,
            channel=live.scope.channel,
            day=day,
            what="fields" if changes else "published",
            changes=changes,
            reason=reason,
            note=note,
            who=who,
            check_back=check_back(form, day) if changes else None,
        )
        log(project, f"Published changes to “{live.title}”."[:300])
    return live


def take_down(project: Project, live_id: int, day: date, who: str, *, reason: str = "") -> None:
    """A live piece is there no more: it is looked at no longer, and what was seen of it stays.
    Raises: not_found; invalid_input as `publish`; nothing_changed where it is gone already."""
    with transaction.atomic():
        live = find_live(project, live_id)
        _good_day(day, live.published)
        if live.gone is not None:
            raise BunrakuError("nothing_changed", "It is already unpublished.")
        live.gone, live.next_check = day, None
        live.save(update_fields=["gone", "next_check"])
        if live.piece_id:
            change_piece(project, live.piece_id, {"state": "ready"})
        DiaryEntry.objects.create(
            project=project,
            live=live,
            channel=live.scope.channel,
            day=day,
            what="unpublished",
            reason=reason,
            who=who,
        )


def changes_of(
    form: FormId, before: Mapping[str, str], after: Mapping[str, str]
) -> list[dict[str, str]]:
    """Fields that differ, in their order, with what stood there before and after. The address is
    told apart: what is written of it is only its last part."""
    return [
        {"field": field.id, "before": before.get(field.id, ""), "after": after.get(field.id, "")}
        for field in form_named(form).fields
        if field.id != "address" and before.get(field.id, "") != after.get(field.id, "")
    ]


def _note_published(piece_id: int | None) -> None:
    """What is written is what is live."""
    Draft.objects.filter(piece=piece_id).update(published=F("revision"))


def _drafted(piece: Piece) -> dict[str, str]:
    """The fields as they are written; of a piece that nobody wrote, its title."""
    draft = Draft.objects.filter(piece=piece).first()
    return dict(draft.fields) if draft else {"title": piece.title}


def _good_address(project: Project, address: str, live: LivePiece | None) -> str:
    address = address.strip()
    if not address or any(letter.isspace() for letter in address):
        raise BunrakuError(
            "invalid_input",
            "Enter its URL, without spaces.",
            field="address",
        )
    other = LivePiece.objects.filter(project=project, address=address).first()
    if other is not None and (live is None or other.pk != live.pk):
        raise BunrakuError(
            "address_taken", f"“{other.title}” is published at this URL.", field="address"
        )
    return address


def _good_day(day: date, since: date = EPOCH) -> None:
    if day > today():
        raise BunrakuError("invalid_input", f"{day:%-d %B %Y} is in the future.", field="day")
    if day < since:
        raise BunrakuError(
            "invalid_input", f"It was not there before {since:%-d %B %Y}.", field="day"
        )


def publishing_of(project: Project, piece_id: int) -> dict[str, Any]:
    """What publishing a piece would do: its address, what would change of what is live, fields that
    are empty. Raises: not_found."""
    piece = find_piece(project, piece_id)
    live = LivePiece.objects.filter(piece=piece).first()
    form = channel_named(piece.scope.channel).form.id
    fields = _drafted(piece)
    names = {field.id: field.name for field in form_named(form).fields}
    changes = changes_of(form, live.fields if live else {}, fields)
    source = watching_source(project)
    return {
        "live": live.pk if live else None,
        "title": piece.title,
        "form": form,
        "published": live.published if live else None,
        "address": (live.address if live else "") or _likely_address(piece, fields),
        "today": today(),
        "changes": [{**change, "name": names[change["field"]]} for change in changes],
        "keywords": PieceKeyword.objects.filter(piece=piece).count(),
        "source": source.name if source else "",
        "empty": [names[name] for name in ("title", "description") if not fields.get(name)],
    }


def _likely_address(piece: Piece, fields: Mapping[str, str]) -> str:
    """The address that a piece has, or that its outlet's and its own make together."""
    if piece.address:
        return piece.address
    own = fields.get("address", "").strip("/")
    base = piece.outlet.address.rstrip("/") if piece.outlet else ""
    return f"{base}/{own}" if base and own else f"{base}/" if base else ""
