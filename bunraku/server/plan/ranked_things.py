"""Keywords, clusters and pieces with the figures by which they are put into an order."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any, Literal

import numpy as np
from django.db.models import Avg, Count, F, Q, Sum

from bunraku.core.channels import KINDS, ClusterFacts, channel_named
from bunraku.core.plan.ranking import PRIORITY, Things, built_on
from bunraku.core.text.labelled_phrases import INTENTS
from bunraku.server.clock import today
from bunraku.server.cluster.models import Cluster
from bunraku.server.database.unchanged import while_unchanged
from bunraku.server.plan.models import Piece
from bunraku.server.plan.selectors import clusters_served, plan_of
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import IN_PLAY, Row, Scope

Of = Literal["keywords", "clusters", "pieces"]
MOST_KEYWORDS = 30_000
"""Keywords that are put into an order: those worth most."""
LISTING_HOURS = KINDS["listing"].hours


@dataclass(frozen=True)
class Told:
    """Things to put into an order, with their ids, names and whether a piece serves them; `visits`:
    nobody knows what any is worth, so that every visit counts the same."""

    ids: Sequence[int]
    names: Sequence[str]
    served: Sequence[bool]
    things: Things
    visits: bool = False


def things_of(project: Project, scope: Scope, of: Of) -> Told:
    """What is to be put into an order. A few queries whatever its number, kept while nothing
    changes."""
    make = {"keywords": _keywords, "clusters": _clusters}.get(of)
    month = today().replace(day=1)
    if make is None:
        return while_unchanged(
            ("ranked pieces", project.pk, scope.pk, month),
            lambda: _by_visits(_pieces(project, scope)),
        )
    return while_unchanged(("ranked", of, scope.pk, month), lambda: _by_visits(make(scope)))


def _by_visits(told: Told) -> Told:
    """Where nobody knows what any is worth: as if each visit from page one brought the same."""
    things = told.things
    if not len(told.ids) or not np.isnan(things.worth).all():
        return told
    return replace(told, things=replace(things, worth=things.volume * things.chance), visits=True)


def _months_until(climb: Any) -> Any:
    """Months from now until the month of a climb; NaN without one."""
    months = np.array([np.nan if not month else float(month) for month in climb])
    return (months - today().month) % 12


def _numbers(values: Sequence[Any]) -> Any:
    return np.array([np.nan if value is None else value for value in values], dtype=np.float64)


def _clusters(scope: Scope) -> Told:
    rows = Row.objects.filter(scope=scope, state__in=IN_PLAY, cluster__isnull=False)
    wide = (F("volume_high") - F("volume_low")) * (F("volume_high") - F("volume_low"))
    counted = {name: Count("pk", filter=Q(intent=code)) for code, name in enumerate(INTENTS)}
    sums: dict[int, dict[str, Any]] = {
        one["cluster"] or 0: dict(one)
        for one in rows.values("cluster").annotate(
            n=Count("pk"),
            searched=Sum("volume"),
            brings=Sum("worth"),
            wide=Sum(wide),
            known=Sum("volume", filter=Q(chance__isnull=False)),
            likely=Sum(F("volume") * F("chance")),
            near=Count("pk", filter=Q(local=True)),
            fits=Avg("fit"),
            **counted,
        )
    }
    told = [
        one
        for one in Cluster.objects.filter(scope=scope, lead__isnull=False).values_list(
            "pk", "name", "lead__text", "lead", "priority", "theme__priority"
        )
        if one[0] in sums
    ]
    of_lead = {
        keyword: (climb, priority)
        for keyword, climb, priority in rows.values_list("keyword", "climb_month", "priority")
    }
    served = clusters_served(scope.project)
    volume = _numbers([sums[one[0]]["searched"] for one in told])
    half = np.sqrt(np.nan_to_num(_numbers([sums[one[0]]["wide"] for one in told]))) / 2
    known = _numbers([sums[one[0]]["known"] for one in told])
    likely = _numbers([sums[one[0]]["likely"] for one in told])
    climbs = [of_lead.get(one[3], (0, ""))[0] for one in told]
    marked = [one[4] or one[5] or of_lead.get(one[3], (0, ""))[1] for one in told]
    return Told(
        [one[0] for one in told],
        [one[1] or one[2] for one in told],
        [one[0] in served for one in told],
        Things(
            volume=volume,
            low=np.maximum(0.0, volume - half),
            high=volume + half,
            chance=np.divide(likely, known, out=np.full(len(told), np.nan), where=known > 0),
            worth=_numbers([sums[one[0]]["brings"] for one in told]),
            months=_months_until(climbs),
            priority=np.array([PRIORITY.get(mark, 0.5) for mark in marked]),
            fit=_numbers([sums[one[0]]["fits"] for one in told]),
            hours=np.array([_hours(scope.channel, sums[one[0]]) for one in told]),
            built_on=built_on([one[2] for one in told], scope.language),
        ),
    )


def _hours(channel: str, sums: dict[str, Any]) -> float:
    """Hours of the kind of piece that a cluster mostly asks for."""
    main = max(INTENTS, key=lambda name: sums[name])
    facts = ClusterFacts([main], sums["near"] / sums["n"])
    return KINDS[channel_named(channel).suggest(facts).kind].hours


def _keywords(scope: Scope) -> Told:
    fields = (
        *("pk", "text", "volume", "volume_low", "volume_high", "chance", "worth"),
        *("climb_month", "priority", "fit", "intent", "local", "cluster"),
    )
    rows = Row.objects.filter(scope=scope, state__in=IN_PLAY)
    first = rows.order_by(F("worth").desc(nulls_last=True), F("volume").desc(nulls_last=True), "pk")
    told = list(first.values_list(*fields)[:MOST_KEYWORDS])
    served = clusters_served(scope.project)
    column = {name: [row[k] for row in told] for k, name in enumerate(fields)}
    kinds = [
        {"near": int(near), "n": 1, **{name: code == k for k, name in enumerate(INTENTS)}}
        for code, near in zip(column["intent"], column["local"], strict=True)
    ]
    return Told(
        column["pk"],
        column["text"],
        [cluster in served for cluster in column["cluster"]],
        Things(
            volume=_numbers(column["volume"]),
            low=_numbers(column["volume_low"]),
            high=_numbers(column["volume_high"]),
            chance=_numbers(column["chance"]),
            worth=_numbers(column["worth"]),
            months=_months_until(column["climb_month"]),
            priority=np.array([PRIORITY.get(mark, 0.5) for mark in column["priority"]]),
            fit=_numbers(column["fit"]),
            hours=np.array([_hours(scope.channel, kind) for kind in kinds]),
            built_on=built_on(column["text"], scope.language),
        ),
    )


def _pieces(project: Project, scope: Scope) -> Told:
    ids = list(
        Piece.objects.filter(project=project, scope=scope.pk or 0).values_list("pk", flat=True)
    )
    plan = plan_of(project, ids) if ids else []
    wide = [
        sum(
            ((row.volume_high or 0.0) - (row.volume_low or 0.0)) ** 2
            for row in figures.rows
            if row.volume is not None
        )
        for figures in plan
    ]
    volume = _numbers([figures.volume for figures in plan])
    half = np.sqrt(np.array(wide)) / 2
    mains = [figures.main for figures in plan]
    return Told(
        [figures.piece.pk for figures in plan],
        [figures.piece.title for figures in plan],
        [True] * len(plan),
        Things(
            volume=volume,
            low=np.maximum(0.0, volume - half),
            high=volume + half,
            chance=_numbers([main.chance if main else None for main in mains]),
            worth=_numbers([figures.worth for figures in plan]),
            months=_months_until([figures.climb_month for figures in plan]),
            priority=np.array([PRIORITY.get(main.priority if main else "", 0.5) for main in mains]),
            fit=np.array([main.fit if main else 1.0 for main in mains]),
            hours=np.array([figures.piece.hours for figures in plan]),
            built_on=built_on([main.text if main else "" for main in mains], scope.language),
        ),
    )
