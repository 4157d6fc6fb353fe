"""Fit: how close each keyword of a scope is to what its project is about."""

from collections import defaultdict

import numpy as np
from django.db import transaction

from bunraku.core.gather.fit import fit_to_project
from bunraku.server.database.parts import in_parts
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
    changed: dict[float, list[int]] = defaultdict(list)
    keywords: list[int] = []
    # To whole hundredths: finer steps would say nothing, and these are written for many rows at
    # once.
    for (pk, keyword, _, before), fit in zip(rows, np.round(fits, 2).tolist(), strict=True):
        if fit != before:
            changed[fit].append(pk)
            keywords.append(keyword)
    with transaction.atomic():
        for fit, pks in changed.items():
            for part in in_parts(pks):
                Row.objects.filter(pk__in=part).update(fit=fit)
    return keywords
