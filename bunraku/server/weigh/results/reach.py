"""For how many of a channel's keywords each result of a page stands."""

from collections.abc import Sequence
from typing import Any

import numpy as np

from bunraku.core.weigh.company import Result
from bunraku.core.weigh.page import PAGE_ONE
from bunraku.core.weigh.reach import reach_of
from bunraku.server.database.unchanged import while_unchanged
from bunraku.server.sheet.models import IN_PLAY, Row, RowPage, Scope
from bunraku.server.weigh.evidence import result_ids


def reach_on(scope: Scope, results: Sequence[Result]) -> list[dict[str, Any]]:
    """Of the first ten results: keywords in play for which the same address stands, about how many
    visits a month these bring it, and which brings most. One query, kept while nothing changes, and
    one for the keywords that bring most."""
    first = results[:PAGE_ONE]
    rows, pages, volume = while_unchanged(("pages", scope.pk), lambda: _pages_of(scope))
    wanted = result_ids({"results": [{"address": r.address} for r in first]})[: len(first)]
    reach = reach_of(pages, volume, wanted.tolist(), scope.channel)
    best = [int(rows[place]) if place >= 0 else 0 for place in reach.most.tolist()]
    texts = dict(Row.objects.filter(pk__in=best).values_list("pk", "text"))
    return [
        {"keywords": int(n), "visits": round(float(visits), 1), "most": texts.get(pk, "")}
        for n, visits, pk in zip(reach.keywords, reach.visits, best, strict=True)
    ]


def _pages_of(scope: Scope) -> tuple[Any, Any, Any]:
    told = RowPage.objects.filter(row__scope=scope, row__state__in=IN_PLAY)
    read = list(told.values_list("row_id", "row__volume", "result_ids"))
    ids = np.frombuffer(b"".join(bytes(packed) for _, _, packed in read), dtype=np.int64)
    volume = [np.nan if v is None else v for _, v, _ in read]
    rows = np.array([pk for pk, _, _ in read], dtype=np.int64)
    return rows, ids.reshape(len(read), PAGE_ONE), np.array(volume, dtype=np.float64)
