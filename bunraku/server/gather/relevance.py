"""Relevance: how likely each keyword is to be kept, learned from what was kept and dropped so
far."""

from collections.abc import Sequence
from typing import Any

import numpy as np
from django.db import transaction

from bunraku.core.gather.relevance import Taste, learn_relevance, words_that_decided
from bunraku.server.database.bulk import update_many
from bunraku.server.gather.rules.hints import of_topic
from bunraku.server.sheet.models import STATE_CODE, Decision, Row, Scope

WEIGHTS_KEPT = 400
"""Stems whose weight is kept with a scope, the strongest: the others hardly ever decide."""


def keep_relevance(scope: Scope) -> None:
    """Learn relevance from the decisions on all channels of the locale and from how well each row
    fits (`keep_fit` comes first), and note it on the rows whose relevance moved."""
    fields = ("pk", "keyword_id", "text", "relevance", "family", "fit")
    rows = list(Row.objects.filter(scope=scope).order_by("pk").values_list(*fields))
    said = _verdicts(scope)
    texts, verdicts = [row[2] for row in rows], [said.get(row[1], 0) for row in rows]
    fit = np.array([row[5] for row in rows], dtype=np.float64)
    learned = learn_relevance(texts, verdicts, fit, scope.language)
    # To whole hundredths: finer steps would say nothing, and rows would be written for them.
    shares = _of_families(rows, np.round(learned.shares, 2))
    changed = [(share, row[0]) for row, share in zip(rows, shares, strict=True) if row[3] != share]
    with transaction.atomic():
        update_many(Row, ["relevance"], changed)
        seen = Decision.objects.filter(scope=scope).exclude(state=STATE_CODE["open"]).count()
        scope.taste = _as_kept(learned.taste, seen)
        scope.save(update_fields=["taste"])


def _of_families(rows: Sequence[tuple[Any, ...]], shares: Any) -> list[float]:
    """Relevance by row; of a family the highest, for a misspelt or joined word is as relevant as
    what it means."""
    best: dict[int, float] = {}
    for row, share in zip(rows, shares.tolist(), strict=True):
        if row[4] is not None:
            best[row[4]] = max(best.get(row[4], 0.0), share)
    return [best.get(row[4], share) for row, share in zip(rows, shares.tolist(), strict=True)]


def _verdicts(scope: Scope) -> dict[int, int]:
    """1 kept, -1 dropped as off topic, by keyword; what was decided on this channel before what was
    on another."""
    decided = Decision.objects.filter(scope__project=scope.project, scope__locale=scope.locale)
    kept = {STATE_CODE[name] for name in ("kept", "shortlisted", "parked")}
    out: dict[int, int] = {}
    for scope_id, keyword, state, reason in decided.order_by("pk").values_list(
        "scope", "keyword", "state", "reason"
    ):
        verdict = (
            1 if state in kept else -1 if state == STATE_CODE["dropped"] and of_topic(reason) else 0
        )
        if verdict and (keyword not in out or scope_id == scope.pk):
            out[keyword] = verdict
    return out


def _as_kept(taste: Taste, seen: int) -> dict[str, Any]:
    strongest = sorted(taste.weights.items(), key=lambda pair: -abs(pair[1]))[:WEIGHTS_KEPT]
    return {
        "weights": {stem: round(weight, 3) for stem, weight in strongest},
        "of_prior": taste.of_prior,
        "constant": taste.constant,
        "decided": taste.decided,
        "seen": seen,
    }


def why_relevant(scope: Scope, text: str) -> list[dict[str, Any]]:
    """The words that decided a keyword's relevance, and which way they pull."""
    kept = scope.taste or {}
    taste = Taste(
        kept.get("weights", {}),
        kept.get("of_prior", 1.0),
        kept.get("constant", 0.0),
        kept.get("decided", 0),
    )
    words = words_that_decided(text, taste, scope.language)
    return [{"word": word, "weight": round(weight, 2)} for word, weight in words]
