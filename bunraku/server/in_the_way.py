"""What stands in the way of going on in a project."""

from typing import Any

from django.db.models import Count, Exists, F, OuterRef, Q

from bunraku.core.plan.own_pages import LEAST_VISITS
from bunraku.core.weigh.without_page import AT_TOP, OWN_FROM_FIRST
from bunraku.server.overview import channel_counts
from bunraku.server.plan.earning import is_unpaid
from bunraku.server.plan.models import Piece, PieceKeyword
from bunraku.server.plan.selectors import plan_of
from bunraku.server.projects.models import Project
from bunraku.server.readings.providers import sources
from bunraku.server.sheet.models import IN_PLAY, Row
from bunraku.sources.protocol import What


def in_the_way(project: Project) -> list[dict[str, Any]]:
    """What stands in the way of going on, channel by channel, in the order of the work."""
    found: list[dict[str, Any]] = []

    def note(what: str, channel: str, count: int) -> None:
        if count:
            found.append({"what": what, "channel": channel, "count": count})

    counted = channel_counts(project)
    outlets = {outlet.channel for outlet in project.outlets.all()}
    if not any(counts["keywords"] for counts in counted):
        first = next(iter(outlets), "web")
        return [{"what": "nothing_gathered", "channel": first, "count": 1}]
    unknown = {} if sources(project)[What.PAGE] else _without_chance(project)
    for counts in counted:
        channel = counts["channel"]
        note("no_outlet", channel, int(channel not in outlets and counts["keywords"] > 0))
        note("unmeasured", channel, counts["keywords"] - counts["measured"])
        if channel in outlets:
            note("no_chance", channel, unknown.get(channel, 0))
        note("unclustered", channel, counts["keywords"] - counts["clustered"])
        decided = counts["kept"] + counts["shortlisted"]
        note("undecided", channel, counts["keywords"] - decided)
    for channel, count in _within_reach(project).items():
        note("own_pages", channel, count)
    note("unplaced", "", _unplaced(project))
    return found


def _unplaced(project: Project) -> int:
    """Pieces that scheduling might give a month: without one, not held back by hand, and not known
    to be worth less than their hours."""
    free = Piece.objects.filter(project=project, month=None, pinned=False).exclude(state="live")
    ids = list(free.values_list("pk", flat=True))
    return sum(not is_unpaid(project, figures) for figures in plan_of(project, ids)) if ids else 0


def _within_reach(project: Project) -> dict[str, int]:
    """Queries of one's own report that rank in reach of the top, have a visit a month or more to
    win and that no piece covers, by channel."""
    covered = PieceKeyword.objects.filter(scope=OuterRef("scope"), keyword=OuterRef("keyword"))
    a_visit = Q(worth__gt=0, worth__gte=F("click_value") * F("fit") * LEAST_VISITS)
    # Where nobody knows what a visit is worth, its clicks say whether there is one.
    unvalued = Q(worth__isnull=True, clicks__gte=LEAST_VISITS)
    rows = Row.objects.filter(
        a_visit | unvalued,
        scope__project=project,
        state__in=IN_PLAY,
        own_position__gt=AT_TOP,
        own_position__lte=OWN_FROM_FIRST,
    ).exclude(Exists(covered))
    counted = rows.order_by().values_list("scope__channel").annotate(count=Count("pk"))
    return dict(counted.order_by("scope__channel"))


def _without_chance(project: Project) -> dict[str, int]:
    """Keywords whose searches are known and whose chance is not, by channel."""
    rows = Row.objects.filter(
        scope__project=project, state__in=IN_PLAY, volume__gt=0, chance__isnull=True
    )
    counted = rows.order_by().values_list("scope__channel").annotate(count=Count("pk"))
    return dict(counted.order_by("scope__channel"))
