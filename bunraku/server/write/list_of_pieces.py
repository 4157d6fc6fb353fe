"""The pieces to write, with what each lacks."""

from typing import Any

from django.db.models import Count, F, Q, QuerySet
from django.db.models.functions import Coalesce

from bunraku.core.channels import KINDS, channel_named, form_named
from bunraku.server.plan.models import Piece
from bunraku.server.plan.selectors import PieceFigures, plan_of
from bunraku.server.projects.models import Project
from bunraku.server.write.aims import aims_of, profile_as_held
from bunraku.server.write.looking import note_lacks
from bunraku.server.write.models import Draft, OutletLimits
from bunraku.server.write.writing_schemas import WritingQuery

_ORDERS = {
    "next": ("when", "pk"),
    "score": ("draft__score", "when", "pk"),
    "saved": ("-draft__saved", "pk"),
    "title": ("title", "pk"),
}
_LACKS = {
    "": Q(),
    "begun": Q(draft__isnull=False),
    "unbegun": Q(draft__isnull=True),
    "empty": Q(draft__isnull=True) | Q(draft__empty__gt=0),
    "missing": Q(draft__isnull=True) | Q(draft__missing__gt=0),
    "over": Q(draft__over__gt=0),
    "failing": Q(draft__isnull=True) | Q(draft__failing__gt=0),
    "done": Q(draft__isnull=False, draft__failing=0, draft__missing=0, draft__over=0),
}


def pieces_to_write(project: Project, wanted: WritingQuery) -> dict[str, Any]:
    """A part of the pieces that are not live yet, or have a draft, in an order. As many queries
    whatever their number."""
    every = _pieces(project)
    counts = every.aggregate(
        begun=Count("pk", filter=_LACKS["begun"]), done=Count("pk", filter=_LACKS["done"])
    )
    found = every.filter(_LACKS[wanted.lacks])
    if wanted.channel:
        found = found.filter(scope__channel=wanted.channel)
    if wanted.q:
        found = found.filter(title__icontains=wanted.q)
    ids = list(
        found.order_by(*_order(wanted.order)).values_list("pk", flat=True)[
            wanted.offset : wanted.offset + wanted.limit
        ]
    )
    plan = plan_of(project, ids)
    drafts = {draft.piece_id: draft for draft in Draft.objects.filter(piece__in=ids)}
    outlets = OutletLimits.objects.filter(outlet__project=project)
    held: dict[int | None, OutletLimits] = {one.outlet_id: one for one in outlets}
    return {
        "total": found.count(),
        "offset": wanted.offset,
        **counts,
        "rows": [
            _row(figures, drafts.get(figures.piece.pk), held.get(figures.piece.outlet_id))
            for figures in plan
        ],
    }


def _pieces(project: Project) -> "QuerySet[Piece]":
    """What is to be written: all that is not live, and what is being changed: what is live just so
    is not."""
    pieces = Piece.objects.filter(project=project)
    being_changed = Q(draft__isnull=False) & (
        Q(draft__published=None) | ~Q(draft__published=F("draft__revision"))
    )
    return pieces.filter(~Q(state="live") | being_changed).annotate(when=Coalesce("due", "month"))


def _order(name: str) -> list[Any]:
    fields = _ORDERS[name]
    return [
        F(field.lstrip("-")).desc(nulls_last=True)
        if field.startswith("-")
        else F(field).asc(nulls_last=True)
        for field in fields
    ]


def _row(figures: PieceFigures, draft: Draft | None, held: OutletLimits | None) -> dict[str, Any]:
    piece = figures.piece
    form = channel_named(piece.scope.channel).form.id
    profile, _ = profile_as_held(form, held)
    count = sum(field.id not in profile.left_out for field in form_named(form).fields)
    return {
        "id": piece.pk,
        "title": piece.title,
        "kind_name": KINDS[piece.kind].name,
        "channel": piece.scope.channel,
        "outlet": piece.outlet.name if piece.outlet else "",
        "state": piece.state,
        "month": piece.month,
        "due": piece.due,
        "publish_by": figures.publish_by.day,
        "maker": piece.maker,
        "main": figures.main.text if figures.main else "",
        "keywords": len(figures.rows),
        "begun": draft is not None,
        "fields": count,
        "empty": draft.empty if draft else count,
        "missing": draft.missing if draft else len(figures.rows),
        "over": draft.over if draft else 0,
        "failing": draft.failing if draft else 0,
        "score": draft.score if draft else None,
        "saved": draft.saved if draft else None,
        "by": draft.by if draft else "",
    }


def look_again(project: Project, piece_id: int) -> None:
    """Count anew what a draft lacks where its phrases, limits or rules are others by now."""
    draft = Draft.objects.filter(piece=piece_id, piece__project=project).first()
    if draft is None:
        return
    aims = aims_of(project, piece_id)
    if draft.looked_by != aims.stamp:
        note_lacks(draft, aims)
        draft.save(update_fields=["empty", "missing", "over", "failing", "score", "looked_by"])
