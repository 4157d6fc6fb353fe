"""Themes of a scope: found for clusters, kept from run to run."""

from typing import Any

import numpy as np
from django.db.models import Sum

from bunraku.core.cluster.themes import find_themes
from bunraku.server.cluster.models import Cluster, Theme
from bunraku.server.database.bulk import update_many
from bunraku.server.database.parts import in_parts
from bunraku.server.sheet.models import IN_PLAY, Row, Scope


def keep_themes(scope: Scope, *, afresh: bool = False) -> int:
    """Give each cluster a theme, and each theme its name.

    What a person put into a theme stays there; so does everything that is in one already, but where
    they asked to cluster afresh. A theme that a person named, noted or gave a priority stays even
    while nothing is in it. Returns how many themes there are. To be called in a transaction. As
    many queries whatever their number."""
    clusters = _clusters_of(scope)
    themes = list(Theme.objects.filter(scope=scope))
    if afresh:
        themes = [theme for theme in themes if _is_a_persons(theme) or _is_held(theme, clusters)]
    place = {theme.pk: number for number, theme in enumerate(themes)}
    # One that a person took out of every theme is asked nothing.
    asked = [one for one in clusters if not (one["theme_held"] and one["theme"] is None)]
    stays = [one["theme_held"] or not afresh for one in asked]
    found = find_themes(
        [one["text"] for one in asked],
        np.array([one["searched"] for one in asked], dtype=np.float64),
        scope.language,
        known=[theme.stem for theme in themes],
        kept=np.array(
            [
                place.get(one["theme"], -1) if stay else -1
                for one, stay in zip(asked, stays, strict=True)
            ],
            dtype=np.int64,
        ),
        places=scope.project.places,
    )
    for told in found.themes[len(themes) :]:
        themes.append(Theme.objects.create(scope=scope, stem=told.stem))
    for theme, told in zip(themes, found.themes, strict=True):
        theme.called = told.name[:120]
    Theme.objects.bulk_update(themes, ["called"])
    pks = [theme.pk for theme in themes]
    changed = [
        (pks[of] if of >= 0 else None, one["pk"])
        for one, of in zip(asked, found.of.tolist(), strict=True)
        if one["theme"] != (pks[of] if of >= 0 else None)
    ]
    update_many(Cluster, ("theme",), changed)
    return _clear_empty(scope)


def _clusters_of(scope: Scope) -> list[dict[str, Any]]:
    """Clusters with what names them, their theme and their searches a month, NaN unknown."""
    sums = (
        Row.objects.filter(scope=scope, state__in=IN_PLAY, cluster__isnull=False)
        .values_list("cluster")
        .annotate(searched=Sum("volume"))
    )
    searched = dict(sums)
    clusters = Cluster.objects.filter(scope=scope, lead__isnull=False).order_by("pk")
    return [
        {
            "pk": pk,
            "text": text,
            "theme": theme,
            "theme_held": held,
            "searched": np.nan if searched[pk] is None else searched[pk],
        }
        for pk, text, theme, held in clusters.values_list("pk", "lead__text", "theme", "theme_held")
        if pk in searched
    ]


def _is_a_persons(theme: Theme) -> bool:
    return bool(theme.name or theme.note or theme.priority)


def _is_held(theme: Theme, clusters: list[dict[str, Any]]) -> bool:
    return any(one["theme_held"] and one["theme"] == theme.pk for one in clusters)


def _clear_empty(scope: Scope) -> int:
    """Take away themes that nobody named and that nothing is in; how many are left."""
    nameless = Theme.objects.filter(scope=scope, name="", note="", priority="", clusters=None)
    gone = list(nameless.values_list("pk", flat=True))
    for part in in_parts(gone):
        Theme.objects.filter(pk__in=part).delete()
    return Theme.objects.filter(scope=scope).count()
