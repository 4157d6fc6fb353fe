"""How a project looks at what is live: its rhythm, its vantages, its bounds, and what it has spent
this month."""

from collections.abc import Iterable
from datetime import date
from typing import Any

from django.db import transaction

from bunraku.core.channels import channel_named
from bunraku.core.follow.month import months_back
from bunraku.core.follow.rhythm import How, next_check
from bunraku.server.clock import today
from bunraku.server.errors import BunrakuError
from bunraku.server.follow.models import DEVICES, DiaryEntry, LivePiece, Watch
from bunraku.server.projects.models import Project
from bunraku.server.readings.providers import sources
from bunraku.sources.protocol import Source, Vantage, What

DEPTHS = (10, 50, 100)


def watch_of(project: Project) -> Watch:
    """How a project looks: as it said, else as usual; not stored before somebody changes it."""
    return Watch.objects.filter(project=project).first() or Watch(project=project)


def how_of(project: Project) -> How:
    """The rhythm in which a project looks."""
    how: How = watch_of(project).rhythm  # type: ignore[assignment]
    return how


def watching_source(project: Project) -> Source | None:
    """The source that tells where one stands, the most trusted; None where none is on."""
    return next(iter(sources(project)[What.STANDS]), None)


def change_watch(project: Project, fields: dict[str, Any]) -> Watch:
    """Change how a project looks; days of the next checks follow. Raises: invalid_input for a place
    that the project does not have."""
    with transaction.atomic():
        watch = watch_of(project)
        for name, value in fields.items():
            setattr(watch, name, value)
        unknown = [place for place in watch.places if place not in project.places]
        if unknown:
            message = f"“{unknown[0]}” is none of the project's places."
            raise BunrakuError(
                "invalid_input", message, field="places", hint="Add it in the settings first."
            )
        watch.save()
        set_next_checks(project, watch, LivePiece.objects.filter(project=project, gone=None))
    return watch


def set_next_checks(project: Project, watch: Watch, pieces: Iterable[LivePiece]) -> None:
    """Set the days on which pieces are looked at next. To be called in a transaction."""
    lives = list(pieces)
    begun = _last_changes(lives)
    for live in lives:
        form = channel_named(live.scope.channel).form.id
        start = max(live.followed, begun.get(live.pk, live.followed))
        live.next_check = next_check(form, watch.rhythm, start, live.last_check)  # type: ignore[arg-type]
    LivePiece.objects.bulk_update(lives, ["next_check"], batch_size=500)


def _last_changes(lives: Iterable[LivePiece]) -> dict[int, date]:
    """The day of the last change of each piece."""
    ids = [live.pk for live in lives]
    days: dict[int, date] = {}
    entries = DiaryEntry.objects.filter(live__in=ids, what__in=("published", "fields"))
    for live, day in entries.order_by("day").values_list("live_id", "day"):
        days[live] = day
    return days


def vantages_of(watch: Watch, *, local: bool) -> list[tuple[str, int, Vantage]]:
    """From where a phrase is looked at: nowhere in particular, and, of one that is asked for near
    by, each place that was chosen; on each device."""
    places = ["", *(watch.places if local else ())]
    devices = range(2 if watch.phone else 1)
    return [
        (place, device, Vantage(place=place, depth=watch.depth, device=DEVICES[device]))
        for place in places
        for device in devices
    ]


def spent_tenths(watch: Watch) -> int:
    """Tenths of a lookup that checks cost this month."""
    return int(watch.spent.get(_month(), 0))


def left_tenths(watch: Watch) -> int:
    """Tenths that checks may still cost this month."""
    return max(0, 10 * watch.most_a_month - spent_tenths(watch))


def note_spent(project: Project, tenths: int) -> None:
    """Note what checks cost. To be called in the transaction that pays for them."""
    if tenths:
        watch, _ = Watch.objects.select_for_update().get_or_create(project=project)
        # What the months before last cost is nobody's question.
        kept = dict(sorted(watch.spent.items())[-12:])
        watch.spent = {**kept, _month(): int(kept.get(_month(), 0)) + tenths}
        watch.save(update_fields=["spent"])


def next_month() -> date:
    """The day on which lookups count anew."""
    return months_back(today(), -1)


def _month() -> str:
    return f"{today():%Y-%m}"
