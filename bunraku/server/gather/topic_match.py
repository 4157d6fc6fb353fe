"""Fit: how close each keyword of a scope is to what its project is about."""

import numpy as np
from django.db import transaction

from bunraku.core.gather.topic_match import fit_to_project
from bunraku.server.database.bulk import update_many
from bunraku.server.gather.topic import about
from bunraku.server.sheet.models import Row, Scope


def keep_fit(scope: Scope) -> list[int]:
    """Note on every row of a scope how well it fits. Returns the ids of the keywords whose fit
    changed.

    Over the whole scope at once, because the rarity of words is told by all keywords together."""
    rows = list(
        Row.objects.filter(scope=scope).order_by("pk").values_list("pk", "keyword", "text", "fit")
    )
    texts = [text for _, _, text, _ in rows]
    fits = fit_to_project(texts, about(scope), scope.language)
    changed: list[tuple[float, int]] = []
    keywords: list[int] = []
    # To whole hundredths: finer steps would say nothing, and rows would be written for them.
    for (pk, keyword, _, before), fit in zip(rows, np.round(fits, 2).tolist(), strict=True):
        if fit != before:
            changed.append((fit, pk))
            keywords.append(keyword)
    with transaction.atomic():
        update_many(Row, ["fit"], changed)
    return keywords
