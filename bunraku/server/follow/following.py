"""The live pieces as a list, with what moved, what is due and how sure one can be."""

from typing import Any

from django.db.models import Count, Exists, F, FloatField, OuterRef, Q, Sum
from django.db.models.fields.json import KT
from django.db.models.functions import Cast, Coalesce

from bunraku.core.channels import KINDS
from bunraku.server.clock import today
from bunraku.server.follow.checking import due_pieces, price_of_checks
from bunraku.server.follow.clock_job import clock_of
from bunraku.server.follow.diary import due_back
from bunraku.server.follow.list_schemas import FollowingQuery
from bunraku.server.follow.models import DiaryEntry, LivePiece
from bunraku.server.follow.watching import (
    DEPTHS,
    left_tenths,
    spent_tenths,
    watch_of,
    watching_source,
)
from bunraku.server.projects.models import Project


def _figure(name: str) -> Any:
    """A figure of what was seen of a piece, as a number that can be sorted and added up."""
    return Coalesce(Cast(KT(f"seen__{name}"), FloatField()), 0.0)


_MOVE = _figure("visible_now") - _figure("visible_before")
_ORDERS: dict[str, list[Any]] = {
    "moved": [F("moved").desc(), "pk"],
    "fell": [F("moved").asc(), "pk"],
    "visible": [F("visible").desc(), "pk"],
    "due": [F("next_check").asc(nulls_last=True), "pk"],
    "title": ["title", "pk"],
    "new": ["-published", "-pk"],
}


def following(project: Project, wanted: FollowingQuery) -> dict[str, Any]:
    """A part of the live pieces, in an order, and what all of them come to. Three queries."""
    every = LivePiece.objects.filter(project=project).annotate(
        moved=_MOVE,
        visible=_figure("visible"),
        back=Exists(
            DiaryEntry.objects.filter(
                live=OuterRef("pk"), check_back__lte=today(), looked_back=None
            )
        ),
    )
    if wanted.channel:
        every = every.filter(scope__channel=wanted.channel)
    if wanted.outlet:
        every = every.filter(outlet=wanted.outlet)
    looks = watching_source(project) is not None
    totals = every.filter(gone=None).aggregate(
        looked=Count("pk", filter=Q(last_check__isnull=False)),
        visible_searches=Sum(_figure("visible")),
        **{name: Sum(_figure(name)) for name in _ADDED},
    )
    found = every.filter(_which(wanted.which))
    if wanted.q:
        found = found.filter(Q(title__icontains=wanted.q) | Q(address__icontains=wanted.q))
    rows = found.select_related("outlet", "scope").order_by(*_ORDERS[wanted.order])
    part = rows[wanted.offset : wanted.offset + wanted.limit]
    return {
        "total": found.count(),
        "offset": wanted.offset,
        "live": every.filter(gone=None).count(),
        # Where nobody looked nothing is known, which is not nothing.
        "visible": totals.pop("visible_searches") if totals["looked"] else None,
        **{name: round(value or 0, 1) for name, value in totals.items()},
        "rows": [_row(live, looks=looks) for live in part],
    }


_ADDED = (
    *("visible_now", "visible_before", "phrases", "shown", "first3", "first10", "first20"),
    *("rose", "fell", "stayed", "new", "lost"),
)


def _which(which: str) -> Q:
    """Which pieces are meant."""
    return {
        "": Q(gone=None),
        "rising": Q(gone=None, moved__gt=0),
        "falling": Q(gone=None, moved__lt=0),
        "due": Q(gone=None) & (Q(next_check__lte=today()) | Q(back=True)),
        "unseen": Q(gone=None, last_check__isnull=False, seen__shown=0),
        "gone": Q(gone__isnull=False),
    }[which]


def _row(live: Any, *, looks: bool) -> dict[str, Any]:
    """A live piece in the list; `looks`: a source can be asked where it stands."""
    seen = live.seen
    return {
        "id": live.pk,
        "piece": live.piece_id,
        "title": live.title,
        "kind_name": KINDS[live.kind].name,
        "channel": live.scope.channel,
        "outlet": live.outlet.name if live.outlet else "",
        "address": live.address,
        "published": live.published,
        "gone": live.gone,
        "last_check": live.last_check,
        "next_check": live.next_check if looks else None,
        "due": bool(looks and live.next_check and live.next_check <= today() and not live.gone),
        "back": live.back,
        **{name: int(seen.get(name, 0)) for name in _COUNTS},
        **{name: seen.get(name) for name in ("visible", "visible_now", "visible_before")},
        "foretold": seen.get("foretold", 0.0),
        "line": seen.get("line", []),
    }


_COUNTS = (
    *("phrases", "checked", "shown", "first3", "first10", "rose", "fell", "stayed", "new"),
    *("lost", "others"),
)


def state_of(project: Project) -> dict[str, Any]:
    """How the project looks, its clock, what is due and what that costs at most."""
    watch = watch_of(project)
    source = watching_source(project)
    due = list(due_pieces(project).select_related("scope")) if source else []
    price = price_of_checks(project, due) if due else 0
    back = due_back(project)
    return {
        **clock_of(project),
        "rhythm": watch.rhythm,
        "depth": watch.depth,
        "depths": list(DEPTHS),
        "places": watch.places,
        "project_places": project.places,
        "phone": watch.phone,
        "most_a_month": watch.most_a_month,
        "spent": spent_tenths(watch) / 10,
        "left": left_tenths(watch) / 10,
        "source": source.name if source else "",
        "due": len(due),
        "price": price / 10,
        "back": [back_out(entry) for entry in back[:20]],
        "coming": next_day(project) if source else None,
    }


def next_day(project: Project) -> Any:
    """The next day on which something is looked at by itself."""
    coming = LivePiece.objects.filter(project=project, gone=None, next_check__gt=today())
    return coming.order_by("next_check").values_list("next_check", flat=True).first()


def back_out(entry: DiaryEntry) -> dict[str, Any]:
    return {
        "id": entry.pk,
        "live": entry.live_id,
        "title": entry.live.title if entry.live else "",
        "day": entry.day,
        "check_back": entry.check_back,
        "what": entry.what,
        "why": entry.judged.get("why", ""),
        "sentence": entry.judged.get("sentence", ""),
    }
