"""Judging changes: what came of each, with the checks of all pieces of its kind beside it."""

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import asdict
from datetime import date, timedelta
from typing import Any

import numpy as np
from django.db.models import F, Q

from bunraku.core.channels import channel_named
from bunraku.core.follow.before_after import Verdict, judge
from bunraku.core.follow.checks import Stack, day_number, day_of, stack
from bunraku.core.follow.history import NONE, moves, summarise
from bunraku.core.follow.untouched import Histories
from bunraku.core.follow.verdict_words import say_verdict
from bunraku.core.follow.visible import visible_searches
from bunraku.server.clock import today
from bunraku.server.follow.models import DiaryEntry, Followed, LivePiece
from bunraku.server.projects.models import Project

BACK_DAYS = 28
"""How far back the list looks for what moved."""
AFTER_WINDOWS_DAYS = 14
"""Days after the windows around a change are full during which each check still judges it anew."""


def histories_of(project: Project, channel: str) -> tuple[Histories, dict[int, int]] | None:
    """All live pieces of a channel with their checks, as the core judges them, and the number of
    each by its id; None where nothing was checked. What is seen from a place or on a phone is left
    out. Three queries."""
    lives = list(LivePiece.objects.filter(project=project, scope__channel=channel).order_by("pk"))
    number = {live.pk: at for at, live in enumerate(lives)}
    tracks = list(
        Followed.objects.filter(live__in=lives, place="", device=0)
        .order_by("live_id", "pk")
        .values_list("live_id", "searches", "checks")
    )
    if not tracks:
        return None
    entries = DiaryEntry.objects.filter(project=project, channel__in=(channel, ""))
    told = list(entries.values_list("live_id", "day", "what"))
    # Taken down or put up again is a change too.
    changes = tuple(
        (number[live], day_number(day))
        for live, day, what in told
        if live in number and what != "published"
    )
    updates = tuple(day_number(day) for _, day, what in told if what == "engine")
    return (
        Histories(
            stack([bytes(checks) for *_, checks in tracks]),
            np.array([number[live] for live, *_ in tracks]),
            np.array([np.nan if s is None else s for _, s, _ in tracks], dtype=np.float64),
            np.array([day_number(live.published) for live in lives]),
            changes,
            updates,
            channel,
            channel_named(channel).form.id,
        ),
        number,
    )


def judge_changes(
    project: Project, channels: Sequence[str], *, told: tuple[date, date] | None = None
) -> int:
    """Judge every change whose windows were not full when it was judged last, however long ago that
    was, and those about the days of which something new is told, from and to; returns how many. To
    be called after checks."""
    judged = 0
    for channel in channels:
        windows = channel_named(channel).form.windows
        reach = timedelta(days=windows.most + windows.settles + AFTER_WINDOWS_DAYS)
        anew = Q(judged_on=None) | Q(judged_on__lte=F("day") + reach)
        if told is not None:
            anew |= Q(day__gte=told[0] - reach, day__lte=told[1] + reach)
        entries = list(
            DiaryEntry.objects.filter(anew, project=project, live__scope__channel=channel).exclude(
                what__in=("published", "unpublished", "engine")
            )
        )
        found = histories_of(project, channel) if entries else None
        if found is None:
            continue
        histories, number = found
        for entry in entries:
            verdict = judge(
                histories,
                number[entry.live_id or 0],
                day_number(entry.day),
                day_number(today()),
                seed=entry.pk,
            )
            entry.judged = verdict_out(verdict, channel_named(channel).form.id)
            entry.judged_on = today()
            judged += 1
        DiaryEntry.objects.bulk_update(entries, ["judged", "judged_on"], batch_size=200)
    return judged


def verdict_out(verdict: Verdict, form: str) -> dict[str, Any]:
    """A verdict as it is kept and told: figures, windows as days, and the sentence."""
    told = {
        name: round(value, 4) if isinstance(value, float) else value
        for name, value in asdict(verdict).items()
        if name != "windows"
    }
    windows = verdict.windows
    told["windows"] = (
        [[day_of(low).isoformat(), day_of(high).isoformat()] for low, high in _both(windows)]
        if windows
        else []
    )
    told["sentence"] = say_verdict(verdict, form)
    return told


def _both(windows: Any) -> tuple[tuple[int, int], tuple[int, int]]:
    return windows.before, windows.after


def note_seen(lives: Sequence[LivePiece]) -> None:
    """Keep in each piece what its checks come to, for the list; and the day it was first shown. To
    be called after checks, in a transaction. One query for all of their checks."""
    tracks: dict[int, list[tuple[float | None, float | None, bytes]]] = defaultdict(list)
    for live_id, searches, clicks, checks in Followed.objects.filter(
        live__in=lives, place="", device=0, until=None
    ).values_list("live_id", "searches", "clicks", "checks"):
        tracks[live_id].append((searches, clicks, bytes(checks)))
    for live in lives:
        live.seen, first = _seen(live, tracks[live.pk])
        # Of a page that existed before it was followed nobody knows since when it is shown.
        if first is not None and live.first_shown is None and live.followed <= live.published:
            live.first_shown = first
    LivePiece.objects.bulk_update(lives, ["seen", "first_shown"], batch_size=500)


def _seen(
    live: LivePiece, tracks: Sequence[tuple[float | None, float | None, bytes]]
) -> tuple[dict[str, Any], Any]:
    if not tracks:
        return {}, None
    looked = stack([checks for *_, checks in tracks])
    summary = summarise(looked, BACK_DAYS)
    searches = np.array([np.nan if s is None else s for s, *_ in tracks], dtype=np.float64)
    moved = moves(summary)
    now = np.maximum(summary.last, 0)
    before = np.maximum(summary.before, 0)
    compared = (summary.before != NONE) & np.isfinite(searches)
    visible = visible_searches(now, searches, live.scope.channel)
    was = visible_searches(before, searches, live.scope.channel)
    shown = summary.first_shown[summary.first_shown != NONE]
    return {
        "phrases": len(tracks),
        "checked": int((summary.checks > 0).sum()),
        "checks": int(summary.checks.sum()),
        "shown": int((now > 0).sum()),
        **{f"first{n}": int(((now > 0) & (now <= n)).sum()) for n in (3, 10, 20)},
        **asdict(moved),
        "visible": _sum(visible, np.isfinite(visible) & (summary.last != NONE)),
        "visible_now": _sum(visible, compared),
        "visible_before": _sum(was, compared),
        "others": int((summary.other > 0).sum()),
        "foretold": sum(clicks for _, clicks, _ in tracks if clicks is not None),
        "line": _line(looked, searches, live.scope.channel),
    }, (day_of(int(shown.min())) if len(shown) else None)


def _sum(values: Any, chosen: Any) -> float | None:
    return round(float(values[chosen].sum()), 1) if chosen.any() else None


MOST_POINTS = 30
"""Points of the small line in the list."""


def _line(looked: Stack, searches: Any, channel: str) -> list[float]:
    """Visible searches at the last days on which most phrases were checked, oldest first."""
    days, counts = np.unique(looked.day, return_counts=True)
    days = days[counts * 2 >= counts.max(initial=0)][-MOST_POINTS:]
    known = np.nan_to_num(visible_searches(looked.organic, searches[looked.phrase], channel))
    return [round(float(known[looked.day == day].sum()), 1) for day in days.tolist()]
