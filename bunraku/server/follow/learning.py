"""Learning from outcomes: each outlet's own strength, how sharply strength decides, and days until
its pieces are shown."""

from datetime import timedelta
from typing import Any

import numpy as np
from django.db import transaction

from bunraku.core.channels import channel_named
from bunraku.core.follow.checks import FAILED, day_number, unpack
from bunraku.core.follow.learning import LEAST_OUTCOMES, learn, learn_days
from bunraku.core.weigh.page import PAGE_ONE
from bunraku.core.weigh.phrase_match import how_said
from bunraku.server.clock import today
from bunraku.server.follow.models import Followed, LivePiece
from bunraku.server.journal.recorder import Recorder
from bunraku.server.projects.actions import find_outlet
from bunraku.server.projects.models import Outlet, Project
from bunraku.server.sentences import plural
from bunraku.server.sheet.models import Row
from bunraku.server.signals import figures_outdated

STEP = 0.75
"""Points by which what was learned must be other than before for figures to be worked out anew."""


def learn_outlets(project: Project) -> int:
    """Learn from the outcomes that there are by now; returns how many outlets have learned
    something else. Figures follow; forecasts that were made stay as they were. Four queries an
    outlet."""
    changed = 0
    for outlet in project.outlets.all():
        learned = _learned(outlet)
        if learned is None or _same(outlet.learned, learned):
            continue
        Outlet.objects.filter(pk=outlet.pk).update(learned=learned)
        changed += outlet.learns
    if changed:
        figures_outdated.send(sender=Project, project=project, settings=False)
    return changed


def _same(before: dict[str, Any], now: dict[str, Any]) -> bool:
    return (
        abs(before.get("offset", 0.0) - now.get("offset", 0.0)) < STEP
        and before.get("sharpness", 1.0) == now.get("sharpness", 1.0)
        and before.get("days") == now.get("days")
    )


def _learned(outlet: Outlet) -> dict[str, Any] | None:
    """What an outlet's outcomes teach; None where they are too few for anything."""
    lives = list(LivePiece.objects.filter(outlet=outlet))
    told: dict[str, Any] = {}
    found = learn(*_outcomes(outlet, lives), outlet.channel)
    if found is not None:
        told |= {
            "offset": found.offset,
            "sharpness": found.sharpness,
            "outcomes": found.outcomes,
            "foretold": round(found.foretold, 3),
            "reached": round(found.reached, 3),
        }
    days = learn_days(
        [(live.first_shown - live.published).days for live in lives if live.first_shown]
    )
    if days is not None:
        told["days"] = days
    return {**told, "on": today().isoformat()} if told else None


def _outcomes(outlet: Outlet, lives: list[LivePiece]) -> tuple[Any, Any, Any, Any]:
    """Strengths of the pages that were forecast with, own strengths as they were then (less what
    the title lacks of the phrase), places once settled, and which piece each is of. Only phrases of
    a piece's own topic teach: its main one, and those of that one's cluster."""
    weeks = timedelta(weeks=channel_named(outlet.channel).ripening.settled_weeks)
    settled = {live.pk: live for live in lives if live.published + weeks <= today()}
    strengths, own, places, pieces = [], [], [], []
    tracks = Followed.objects.filter(live__in=list(settled), place="", device=0).exclude(
        own_strength=None
    )
    cluster = _clusters(lives)
    mains = {
        track.live_id: cluster.get((settled[track.live_id].scope_id, track.keyword_id))
        for track in tracks
        if track.main
    }
    for track in tracks.order_by("pk"):
        live = settled[track.live_id]
        of = cluster.get((live.scope_id, track.keyword_id))
        if not track.main and (of is None or of != mains.get(track.live_id)):
            continue
        # An outcome comes after its forecast, and once the piece stands where it will.
        after = max(live.published + weeks, track.foretold or live.followed)
        place = _place_from(bytes(track.checks), day_number(after))
        if place is None or len(track.strengths) != PAGE_ONE or track.own_strength is None:
            continue
        title = live.fields.get("title") or live.title
        lacks = channel_named(outlet.channel).ranking.parts[2] * (
            1 - how_said(title, track.text, live.scope.language)
        )
        strengths.append([np.nan if s is None else s for s in track.strengths])
        own.append(max(0.0, track.own_strength - lacks))
        places.append(place)
        pieces.append(track.live_id)
    return (
        np.array(strengths, dtype=np.float64).reshape(-1, PAGE_ONE),
        np.array(own, dtype=np.float64),
        np.array(places, dtype=np.int64),
        np.array(pieces, dtype=np.int64),
    )


def _clusters(lives: list[LivePiece]) -> dict[tuple[int, int | None], int | None]:
    """The cluster of each keyword that is followed, by scope and keyword."""
    keywords = Followed.objects.filter(live__in=lives).values("keyword")
    rows = Row.objects.filter(scope__in={live.scope_id for live in lives}, keyword__in=keywords)
    return {(scope, pk): of for scope, pk, of in rows.values_list("scope", "keyword", "cluster")}


def _place_from(kept: bytes, day: int) -> int | None:
    """The place at the first check from a day on; 0 not shown, None where there was none."""
    checks = unpack(kept)
    good = checks[(checks["day"] >= day) & (checks["organic"] != FAILED)]
    return int(good["organic"][0]) if len(good) else None


def set_learns(project: Project, outlet_id: int, *, learns: bool) -> None:
    """Whether what outcomes teach of an outlet is used. Figures follow. Raises: not_found."""
    with transaction.atomic():
        outlet = find_outlet(project, outlet_id)
        what = "learns from results" if learns else "does not learn from results"
        with Recorder(project, f"{outlet.name} {what}"[:200]) as journal:
            journal.touch([outlet], only=["learns"])
            outlet.learns = learns
            outlet.save(update_fields=["learns"])
        figures_outdated.send(sender=Project, project=project)


def learned_of_outlets(project: Project) -> list[dict[str, Any]]:
    """What was learned of each outlet, in a sentence. Four queries an outlet."""
    outlets = list(project.outlets.all())
    return [
        {
            "outlet": outlet.pk,
            "name": outlet.name,
            "channel": outlet.channel,
            "learns": outlet.learns,
            "on": outlet.learned.get("on"),
            "outcomes": int(outlet.learned.get("outcomes", 0)),
            "sentence": _says(outlet),
        }
        for outlet in outlets
    ]


def _says(outlet: Outlet) -> str:
    learned = outlet.learned
    lives = list(LivePiece.objects.filter(outlet=outlet))
    parts = []
    if learned.get("outcomes"):
        offset = float(learned["offset"])
        parts.append(
            f"{plural(int(learned['outcomes']), 'result')}: {learned['reached']:.0%} reached "
            f"page one, {learned['foretold']:.0%} forecast. Strength is {_points(offset)}"
            f"{_sharp(float(learned['sharpness']))}."
        )
    elif lives:
        there = len(_outcomes(outlet, lives)[2])
        parts.append(
            f"{plural(there, 'settled result')} so far; {LEAST_OUTCOMES} are needed to learn "
            "from them."
        )
    if learned.get("days") is not None:
        parts.append(f"New pieces rank within about {plural(learned['days'], 'day')}.")
    return " ".join(parts) or "Nothing published here is tracked yet."


def _points(offset: float) -> str:
    if abs(offset) < 0.5:
        return "as entered"
    return f"{abs(offset):g} points {'above' if offset > 0 else 'below'} the figure entered"


def _sharp(sharpness: float) -> str:
    if 0.9 < sharpness < 1.1:
        return ""
    more = "more sharply" if sharpness > 1 else "less sharply"
    return f", and strength decides {more} than usual"
