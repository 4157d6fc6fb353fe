"""Everything about one keyword: its readings and where each came from, its page, its origins, its
verdict's reasons."""

from collections.abc import Callable, Sequence
from typing import Any

import numpy as np

from bunraku.core.gather.topic_match import explain_fit
from bunraku.core.text.labelled_phrases import INTENTS
from bunraku.core.weigh.chance import BEHIND
from bunraku.core.weigh.intent import explain_intent, read_intents
from bunraku.core.weigh.phrase_match import name_of
from bunraku.core.weigh.reasons import explain_verdict
from bunraku.core.weigh.weighing import Standpoint, months_of
from bunraku.server.gather.models import Origin
from bunraku.server.gather.relevance import why_relevant
from bunraku.server.gather.rules.ruleset import rules_of
from bunraku.server.gather.topic import about
from bunraku.server.projects.models import Project
from bunraku.server.readings.kinds import OWN_REPORT
from bunraku.server.readings.known import Known, Seen, all_readings
from bunraku.server.readings.providers import is_file, is_practice, what_may
from bunraku.server.sentences import plural
from bunraku.server.sheet.models import Decision, Row
from bunraku.server.sheet.scopes import find_row
from bunraku.server.weigh.cases import case_of
from bunraku.server.weigh.evidence import read_as, standpoint_of, strengths_on
from bunraku.server.weigh.latest import WEIGHED, latest_of
from bunraku.server.weigh.stated_figures import interest_told, months_back, months_told
from bunraku.sources.protocol import What


def inspect_row(project: Project, row_id: int) -> dict[str, Any]:
    """All that the inspector shows of a row. Raises: not_found."""
    row = find_row(project, row_id)
    readings = all_readings(row.scope, row.keyword.key, list(KINDS))
    page = next((r for r in readings if r.what == What.PAGE and r.plainly), None)
    standpoint = standpoint_of(row.scope)
    outlet = project.chosen_outlet(row.scope.channel)
    decision = Decision.objects.filter(scope=row.scope, keyword=row.keyword).first()
    features = page.payload["features"] if page and page.payload else []
    said = read_as([row])[0]
    intents = read_intents([said], [features], standpoint.language, standpoint.names)
    return {
        "row": row,
        "channel": row.scope.channel,
        "because": explain_verdict(
            case_of(row, page.payload if page else None, decision, standpoint), project.currency
        ),
        "outlet": outlet.name if outlet else "",
        "readings": [_reading(project, reading) for reading in readings],
        "results": _results(row, page, standpoint),
        "page_on": page.on if page else None,
        "features": features,
        "ads": page.payload["ads"] if page and page.payload else 0,
        "intents": {
            name: round(float(p), 3)
            for name, p in zip(INTENTS, intents.probability[0], strict=True)
        },
        "intent_evidence": explain_intent(said, features, standpoint.language, standpoint.names),
        "intent_overruled": bool(decision and decision.intent),
        "guess": decision.guess if decision else "",
        "drop_reason": decision.reason if decision else "",
        "note": decision.note if decision else "",
        "left_out": rules_of(project).label(row.left_out_by) if row.left_out_by is not None else "",
        "relevance_words": why_relevant(row.scope, row.text),
        "fit_words": explain_fit(row.text, row.fit, about(row.scope), standpoint.language),
        "relevance_from": row.scope.taste.get("decided", 0),
        "origins": list(
            Origin.objects.filter(scope=row.scope, keyword=row.keyword)
            .order_by("pk")
            .values("method", "seed", "source", "on", "job_id", "figure")[:50]
        ),
        "history": _history(project, row, readings),
        "click_share": _click_share(row),
    }


def _reading(project: Project, reading: Seen) -> dict[str, Any]:
    payload = reading.payload
    says = "no figure" if payload is None else SAYS[reading.what](payload)
    beside = _beside(payload or {}, project.currency)
    kind = KINDS[reading.what]
    if reading.what in (What.COUNTS, What.BANDS):
        kind = (payload or {}).get("match") or ("exact" if is_file(reading.source) else kind)
    if reading.place:
        kind = f"{kind} from {reading.place}"
    if what_may(project, reading.source) == "off":
        kind = f"{kind}, off"
    return {
        "source": reading.source,
        "what": reading.what,
        "kind": kind,
        "practice": is_practice(reading.source),
        "says": says or (beside.pop(0) if beside else "no figure"),
        "beside": ", ".join(beside),
        "on": reading.on,
        "price": reading.price_tenths / 10,
    }


def _bands(bands: dict[str, Any]) -> str:
    # A file may tell only what stands beside it.
    return f"{bands['low']:,}–{bands['high']:,}" if bands.get("low") is not None else ""


def _beside(told: dict[str, Any], currency: str) -> list[str]:
    """What is told beside searches."""
    click = sorted({told.get("cpc_low") or 0, told.get("cpc_high") or 0} - {0})
    competition, difficulty = told.get("ad_competition"), told.get("difficulty")
    return [
        *([f"{'–'.join(f'{currency}{cost:.2f}' for cost in click)} a click"] if click else []),
        *([] if competition is None else [f"competition {competition:g}"]),
        *([] if difficulty is None else [f"difficulty {difficulty:g}"]),
    ]


def _interest(told: dict[str, Any]) -> str:
    if not told.get("anchor_mean") or not told["mean"]:
        return "no level"
    return f"about {told['mean'] / told['anchor_mean'] * told['anchor_volume']:,.0f}"


def _own_report(report: dict[str, Any]) -> str:
    names = {"clicks": "clicks", "impressions": "times shown", "position": "average position"}
    return ", ".join(
        f"{report[name]:,g} {text}" for name, text in names.items() if report.get(name) is not None
    )


KINDS = {
    "counts": "exact",
    "bands": "broad",
    "interest": "by interest",
    "page": "page",
    "rising": "rising",
    "lexicon": "translated",
    OWN_REPORT: "yours",
}
SAYS: dict[str, Callable[[dict[str, Any]], str]] = {
    "counts": lambda told: f"{told['monthly']:,}",
    "bands": _bands,
    "interest": _interest,
    "page": lambda told: plural(len(told["results"]), "result"),
    "rising": lambda told: plural(len(told["terms"]), "term"),
    "lexicon": lambda told: ", ".join(told["terms"]),
    OWN_REPORT: _own_report,
}
"""What a reading of each kind says in words; kinds that are about no keyword are not shown."""


def _results(row: Row, page: Seen | None, standpoint: Standpoint) -> list[dict[str, Any]]:
    if page is None or page.payload is None:
        return []
    results = page.payload["results"][:10]
    wording = [name_of(result["title"], row.text, standpoint.language) for result in results]
    strengths = strengths_on([(row.text, page.payload)], standpoint)[0]
    return [
        {
            "position": result["position"],
            "title": result["title"],
            "publisher": result["publisher"],
            "address": result["address"],
            "standing": result.get("standing"),
            "pull": result.get("pull"),
            "published": result.get("published"),
            "views": result.get("views"),
            "price": result.get("price"),
            "reviews": result.get("reviews"),
            "strength": round(float(s), 1) if np.isfinite(s) else None,
            "wording": w,
            "weak": row.own_strength is not None and bool(s < row.own_strength - BEHIND),
        }
        for result, s, w in zip(results, strengths, wording, strict=False)
    ]


def _history(project: Project, row: Row, readings: Sequence[Seen]) -> list[dict[str, Any]]:
    """Searches month by month, as the year is read from them."""
    key = row.keyword.key
    weighed = [r for r in readings if r.what in WEIGHED and r.plainly]
    oldest_first = (Known(r.what, key, r.source, r.on, r.payload) for r in reversed(weighed))
    read = latest_of(project, oldest_first)
    series, average = months_told([key], read)
    index = interest_told([key], read)
    volume = np.array([np.nan if row.volume is None else row.volume])
    if row.volume is None and not np.isfinite(series).any():
        # Interest alone is no number of searches.
        return []
    months = months_of(series, average, index, volume)[0]
    return [
        {"month": month, "searches": round(float(searches))}
        for month, searches in zip(months_back(), months, strict=True)
        if np.isfinite(searches)
    ]


def _click_share(row: Row) -> float | None:
    if row.clicks is None or not row.volume:
        return None
    return round(row.clicks / row.volume, 4)
