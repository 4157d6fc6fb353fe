"""What can be done to pieces: change them, move keywords between them, remove them; and to the
hours of a month."""

from collections.abc import Mapping, Sequence
from datetime import date
from typing import Any

from django.db import transaction
from django.utils import timezone

from bunraku.core.channels import KINDS
from bunraku.core.text import identity_key
from bunraku.server.errors import BunrakuError, not_found
from bunraku.server.journal.recorder import Recorder
from bunraku.server.plan.hours import months_of
from bunraku.server.plan.models import MonthHours, Piece, PieceComment, PieceKeyword
from bunraku.server.projects.actions import find_outlet
from bunraku.server.projects.models import Outlet, Project
from bunraku.server.sheet.models import Row
from bunraku.server.stale import check_unchanged

WORK_FIELDS = (
    *("state", "maker", "due", "hours_spent", "address", "improves", "reserve_title"),
    *("parked_idea", "note", "tags"),
)
"""Fields of a piece that are about the work on it."""
TEXTS = ("title", "maker", "address", "reserve_title", "parked_idea", "note")
"""What is typed of a piece: two windows may type it at once."""
WINDOW_FIELDS = ("not_before", "by_month")
"""Between which months a piece is to be made."""
MOST_TAGS = 200
"""Tags kept with a piece at most."""


def find_piece(project: Project, piece_id: int) -> Piece:
    """A piece of a project. Raises: not_found."""
    piece = (
        Piece.objects.select_related("scope", "outlet").filter(pk=piece_id, project=project).first()
    )
    if piece is None:
        raise not_found("piece")
    return piece


def change_piece(
    project: Project, piece_id: int, fields: dict[str, Any], was: Mapping[str, str] | None = None
) -> Piece:
    """Change title, kind, outlet, hours, month, or what is told of the work on it. A month
    set by hand is pinned, and unpinned when taken off; a pinned piece without a month gets none.
    `was`: texts as the window knew them.

    Raises: not_found; stale where such a text is another now; invalid_input for a kind or outlet of
    another channel, a month outside the horizon, or a last month before the first."""
    with transaction.atomic():
        piece = find_piece(project, piece_id)
        check_unchanged(piece, was or {}, fields, TEXTS)
        with Recorder(project, f"Changed “{piece.title}”") as journal:
            journal.touch([piece])
            if "kind" in fields:
                _set_kind(piece, fields["kind"], keep_hours="hours" in fields)
            if "outlet_id" in fields:
                piece.outlet = _outlet(project, piece, fields["outlet_id"])
            if "month" in fields:
                month = fields["month"]
                piece.month = None if month is None else _within_the_plan(project, month)
                piece.pinned = piece.month is not None
            piece.pinned = fields.get("pinned", piece.pinned)
            _set_window(project, piece, fields)
            for name in ("title", "hours", *WORK_FIELDS):
                setattr(piece, name, fields.get(name, getattr(piece, name)))
            piece.save()
    return piece


def add_tags(project: Project, piece_id: int, tags: Sequence[str]) -> Piece:
    """Take tags for a piece, in their order, each once. Raises: not_found, invalid_input where
    there would be more than `MOST_TAGS`."""
    with transaction.atomic():
        piece = find_piece(project, piece_id)
        there = {identity_key(tag) for tag in piece.tags}
        new: dict[str, str] = {}
        for tag in tags:
            new.setdefault(identity_key(tag), tag.strip())
        taken = [tag for key, tag in new.items() if key and key not in there]
        if len(piece.tags) + len(taken) > MOST_TAGS:
            raise BunrakuError(
                "invalid_input", f"A piece keeps {MOST_TAGS} tags at most.", field="tags"
            )
        with Recorder(project, f"Took tags for “{piece.title}”"[:200]) as journal:
            journal.touch([piece])
            piece.tags = [*piece.tags, *taken]
            piece.save(update_fields=["tags"])
    return piece


def comment_on(project: Project, piece_id: int, said: str, who: str) -> PieceComment:
    """Say something about a piece. Raises: not_found."""
    with transaction.atomic():
        piece = find_piece(project, piece_id)
        with Recorder(project, f"Commented on “{piece.title}”"[:200]) as journal:
            made = PieceComment.objects.create(
                piece=piece, said=said.strip(), who=who, when=timezone.now()
            )
            journal.made([made])
    return made


def _set_window(project: Project, piece: Piece, fields: dict[str, Any]) -> None:
    """The first and the last month that fitting may give a piece."""
    for name in WINDOW_FIELDS:
        if name in fields:
            month = fields[name]
            setattr(
                piece, name, None if month is None else _within_the_plan(project, month, field=name)
            )
    low, high = piece.not_before, piece.by_month
    if low and high and high < low:
        raise BunrakuError(
            "invalid_input",
            f"It cannot be done by {high:%B %Y} and not before {low:%B %Y}.",
            field=next(name for name in reversed(WINDOW_FIELDS) if name in fields),
            hint="Change one of the two months, or take it off.",
        )


def _set_kind(piece: Piece, kind: str, *, keep_hours: bool) -> None:
    if KINDS[kind].channel != piece.scope.channel:
        raise BunrakuError(
            "invalid_input",
            f"A {KINDS[kind].name.lower()} cannot be published on {piece.scope.channel} search.",
            field="kind",
        )
    # Hours that the user changed are theirs; the usual ones follow the kind.
    if not keep_hours and piece.hours == KINDS[piece.kind].hours:
        piece.hours = KINDS[kind].hours
    piece.kind = kind
    piece.because = "you chose it"


def _outlet(project: Project, piece: Piece, outlet_id: int | None) -> Outlet | None:
    if outlet_id is None:
        return None
    outlet = find_outlet(project, outlet_id)
    if outlet.channel != piece.scope.channel:
        message = f"{outlet.name} is not on {piece.scope.channel} search."
        raise BunrakuError("invalid_input", message, field="outlet_id")
    return outlet


def _within_the_plan(project: Project, month: date, *, field: str = "month") -> date:
    first = month.replace(day=1)
    planned = months_of(project)
    if first not in planned:
        raise BunrakuError(
            "invalid_input",
            f"The month lies outside the {len(planned)} planned ones.",
            field=field,
        )
    return first


def set_month_hours(project: Project, month: date, hours: float | None) -> None:
    """Give a month hours of its own; None for the usual ones again. Raises: invalid_input outside
    the months planned."""
    first = _within_the_plan(project, month)
    with transaction.atomic(), Recorder(project, f"Set the hours of {first:%B %Y}") as journal:
        there = MonthHours.objects.filter(project=project, month=first).first()
        if hours is None:
            if there is not None:
                journal.remove([there])
        elif there is None:
            journal.made([MonthHours.objects.create(project=project, month=first, hours=hours)])
        else:
            journal.touch([there])
            there.hours = hours
            there.save(update_fields=["hours"])


def remove_piece(project: Project, piece_id: int) -> None:
    """Take a piece out of the plan; its keywords are free again. Raises: not_found."""
    with transaction.atomic():
        piece = find_piece(project, piece_id)
        with Recorder(project, f"Removed “{piece.title}”") as journal:
            journal.remove([piece])


def give_keyword(project: Project, piece_id: int, row_id: int, *, main: bool = False) -> Piece:
    """Give a keyword to a piece, taking it from any other that has it; or make one of its keywords
    the main one.

    Raises: not_found; keyword_taken when it is another piece's main keyword."""
    with transaction.atomic():
        piece = find_piece(project, piece_id)
        row = Row.objects.filter(pk=row_id, scope=piece.scope).first()
        if row is None:
            raise not_found("keyword on this channel")
        with Recorder(project, f"Added “{row.text}” to “{piece.title}”") as journal:
            owned = PieceKeyword.objects.filter(scope=row.scope_id, keyword=row.keyword_id).first()
            if owned is not None and owned.main and owned.piece_id != piece.pk:
                raise BunrakuError(
                    "keyword_taken",
                    f"“{row.text}” is the main keyword of “{owned.piece.title}”.",
                    hint="Give that piece another main keyword first.",
                )
            # The former main keyword stays with the piece, as an also-served one.
            former = list(piece.keywords.filter(main=True)) if main else []
            journal.touch([*([owned] if owned else []), *former])
            for keyword in former:
                keyword.main = False
                keyword.save(update_fields=["main"])
            owned = owned or PieceKeyword(scope_id=row.scope_id, keyword_id=row.keyword_id)
            owned.piece = piece
            owned.main = main or (owned.main and not former)
            owned.save()
            journal.made([owned])
    return piece


def drop_keyword(project: Project, piece_id: int, row_id: int) -> Piece:
    """Take an also-served keyword from a piece. Raises: not_found; invalid_input for the main
    keyword."""
    with transaction.atomic():
        piece = find_piece(project, piece_id)
        row = Row.objects.filter(pk=row_id, scope=piece.scope).first()
        owned = piece.keywords.filter(keyword=row.keyword_id).first() if row else None
        if row is None or owned is None:
            raise not_found("keyword of this piece")
        if owned.main:
            raise BunrakuError(
                "invalid_input",
                "A piece keeps its main keyword; make another the main one first.",
                field="keyword",
            )
        with Recorder(project, f"Removed “{row.text}” from “{piece.title}”") as journal:
            journal.remove([owned])
    return piece
