"""One live piece in full: where its phrases stood over time, the diary's marks, the forecast."""

from collections.abc import Sequence
from datetime import date, timedelta
from typing import Any

import numpy as np

from bunraku.core.channels import KINDS, channel_named, form_named
from bunraku.core.follow.checks import FAILED, day_of, stack, unpack
from bunraku.core.follow.history import NONE, gaps, summarise
from bunraku.core.follow.visible import visible_searches
from bunraku.server.clock import today
from bunraku.server.follow.checking import price_of_checks
from bunraku.server.follow.judging import BACK_DAYS
from bunraku.server.follow.models import DEVICES, DiaryEntry, Followed, LivePiece
from bunraku.server.follow.publishing import changes_of, find_live, form_of
from bunraku.server.follow.watching import how_of, watching_source
from bunraku.server.projects.models import Project
from bunraku.server.write.models import Draft

OWN_REPORT = "average in your performance report"
"""Who tells the places where no source does."""
NOT_CHECKED = -1
"""In a history: nobody looked on that day."""
DID_NOT_ANSWER = -2
"""In a history: the source was asked and did not answer."""


def live_of(project: Project, live_id: int) -> dict[str, Any]:
    """All that is known of a live piece. Raises: not_found. As many queries
    whatever its phrases."""
    live = find_live(project, live_id)
    tracks = list(Followed.objects.filter(live=live).order_by("-main", "pk"))
    plain = [track for track in tracks if not track.place and not track.device]
    plain.sort(key=lambda track: (track.until is not None, not track.main, -(track.searches or 0)))
    form = form_of(live)
    days, places = _places(plain)
    watching = watching_source(project)
    draft = Draft.objects.filter(piece=live.piece_id).first() if live.piece_id else None
    return {
        "id": live.pk,
        "piece": live.piece_id,
        "title": live.title,
        "kind_name": KINDS[live.kind].name,
        "channel": live.scope.channel,
        "form": form,
        "outlet": live.outlet.name if live.outlet else "",
        "address": live.address,
        "published": live.published,
        "followed": live.followed,
        "gone": live.gone,
        "first_shown": live.first_shown,
        "days_until_shown": (
            (live.first_shown - live.published).days if live.first_shown else None
        ),
        "last_check": live.last_check,
        "next_check": live.next_check if watching else None,
        "settled_on": _settled(live),
        "today": today(),
        "seen": live.seen,
        "days": [day_of(day) for day in days],
        "phrases": _phrases(plain, places),
        "visible": _visible(plain, places, live.scope.channel),
        "gaps": _gaps(days, form, how_of(project)),
        "elsewhere": _elsewhere(tracks),
        "diary": [entry_out(entry) for entry in live.diary.all()],
        "engine": [
            entry.day
            for entry in DiaryEntry.objects.filter(
                project=project, live=None, what="engine", channel=live.scope.channel
            )
        ],
        "fields": [
            {"id": field.id, "name": field.name, "text": live.fields.get(field.id, "")}
            for field in form_named(form).fields
            if live.fields.get(field.id)
        ],
        "unpublished_changes": len(changes_of(form, live.fields, draft.fields)) if draft else 0,
        "price": price_of_checks(project, [live]) / 10 if watching and not live.gone else 0,
        "source": watching.name if watching else OWN_REPORT if days else "",
        "practice": bool(watching and watching.practice),
        "read_back": live.read_back,
    }


def _settled(live: LivePiece) -> date:
    ripening = channel_named(live.scope.channel).ripening
    return live.published + timedelta(weeks=ripening.settled_weeks)


def _places(tracks: Sequence[Followed]) -> tuple[list[int], np.ndarray[Any, Any]]:
    """All days on which any phrase was looked at, and the place of each phrase on each: 0 not
    shown, or why there is none."""
    told = [unpack(bytes(track.checks)) for track in tracks]
    days = sorted({int(day) for checks in told for day in checks["day"]})
    at = {day: number for number, day in enumerate(days)}
    places = np.full((len(tracks), len(days)), NOT_CHECKED, dtype=np.int64)
    for row, checks in enumerate(told):
        columns = [at[int(day)] for day in checks["day"]]
        organic = checks["organic"].astype(np.int64)
        places[row, columns] = np.where(organic == FAILED, DID_NOT_ANSWER, organic)
    return days, places


def _phrases(tracks: Sequence[Followed], places: np.ndarray[Any, Any]) -> list[dict[str, Any]]:
    looked = stack([bytes(track.checks) for track in tracks])
    summary = summarise(looked, BACK_DAYS)

    def told(value: int) -> int | None:
        return None if value == NONE else int(value)

    return [
        {
            "id": track.pk,
            "text": track.text,
            "main": track.main,
            "until": track.until,
            "searches": track.searches,
            "foretold": track.foretold,
            "chance": track.chance,
            "position": track.position,
            "clicks": track.clicks,
            "last": told(summary.last[n]),
            "last_day": day_of(int(summary.last_day[n])) if summary.last_day[n] != NONE else None,
            "before": told(summary.before[n]),
            "best": told(summary.best[n]),
            "first_shown": (
                day_of(int(summary.first_shown[n])) if summary.first_shown[n] != NONE else None
            ),
            "checks": int(summary.checks[n]),
            "on_map": _on_map(int(summary.on_map[n])),
            "other": told(summary.other[n]) or None,
            "other_address": track.other if summary.other[n] > 0 else "",
            "places": places[n].tolist(),
        }
        for n, track in enumerate(tracks)
    ]


def _on_map(value: int) -> int | None:
    """The place on the map, 0 where it is not on it, None where there is none."""
    return None if value in (NONE, 255) else value


def _visible(
    tracks: Sequence[Followed], places: np.ndarray[Any, Any], channel: str
) -> list[float | None]:
    """Visible searches on each day, of phrases whose searches are known; a phrase that was not
    looked at on a day stands where it stood at its last check. None before any was."""
    searches = np.array(
        [np.nan if t.searches is None else t.searches for t in tracks], dtype=np.float64
    )
    known = np.isfinite(searches)
    if not known.any():
        return [None] * places.shape[1]
    held = places[known].copy()
    for column in range(1, held.shape[1]):
        missing = held[:, column] < 0
        held[missing, column] = held[missing, column - 1]
    seen = held >= 0
    brings = [
        visible_searches(np.maximum(held[:, column], 0), searches[known], channel)
        for column in range(held.shape[1])
    ]
    return [
        round(float(values.sum()), 1) if seen[:, column].any() else None
        for column, values in enumerate(brings)
    ]


def _gaps(days: Sequence[int], form: Any, how: str) -> list[list[Any]]:
    usual = 7 if how == "weekly" else form_named(form).rhythm.then
    return [[day_of(low), day_of(high)] for low, high in gaps(np.array(days, dtype=int), usual)]


def _elsewhere(tracks: Sequence[Followed]) -> list[dict[str, Any]]:
    """Where phrases stand as seen from places and on a phone, organic and on the map."""
    told = [track for track in tracks if (track.place or track.device) and track.until is None]
    summary = summarise(stack([bytes(track.checks) for track in told]), BACK_DAYS)
    return [
        {
            "text": track.text,
            "place": track.place,
            "device": DEVICES[track.device],
            "last": None if summary.last[n] == NONE else int(summary.last[n]),
            "on_map": _on_map(int(summary.on_map[n])),
        }
        for n, track in enumerate(told)
        if summary.checks[n]
    ]


def entry_out(entry: DiaryEntry) -> dict[str, Any]:
    """An entry of the diary as it is told."""
    fields = channel_named(entry.channel).form.fields if entry.channel else ()
    names = {field.id: field.name for field in fields}
    return {
        "id": entry.pk,
        "live": entry.live_id,
        "title": entry.live.title if entry.live else "",
        "channel": entry.channel,
        "day": entry.day,
        "what": entry.what,
        "changes": [
            {**change, "name": names.get(change["field"], change["field"].capitalize())}
            for change in entry.changes
        ],
        "reason": entry.reason,
        "note": entry.note,
        "who": entry.who,
        "check_back": entry.check_back,
        "looked_back": entry.looked_back,
        "judged": entry.judged or None,
        "judged_on": entry.judged_on,
    }
