"""A desk as the page shows it: what is written, looked at."""

from collections.abc import Mapping
from typing import Any

from bunraku.core.write.desk import Desk, look_at
from bunraku.core.write.finding import Cell, Span
from bunraku.core.write.fixes import FIXES
from bunraku.core.write.limits import Measured
from bunraku.server.write.aims import Aims
from bunraku.server.write.models import Draft


def desk_of(aims: Aims, fields: Mapping[str, str]) -> Desk:
    """The fields of a piece, looked at."""
    return look_at(
        aims.form, fields, aims.phrases, aims.values, aims.aim, aims.profile, off=aims.off
    )


def note_lacks(draft: Draft, aims: Aims) -> None:
    """Note on a draft what it lacks."""
    desk = desk_of(aims, draft.fields)
    draft.empty = sum(not draft.fields.get(field.id, "").strip() for field in aims.fields)
    draft.missing = len(aims.phrases) - desk.covered
    draft.over = len({one.limit.field for one in desk.measured if _is_over(one)})
    draft.failing = sum(not one.is_good for one in desk.checks)
    draft.score = round(desk.score, 1)
    draft.looked_by = aims.stamp


def _is_over(measured: Measured) -> bool:
    return measured.state == "over" and measured.limit.kind == "most"


def desk_out(aims: Aims, fields: Mapping[str, str]) -> dict[str, Any]:
    """A desk for the page: cells that say something, with places in the text counted as browsers
    count them."""
    desk = desk_of(aims, fields)
    astral = {name: _astral(text) for name, text in fields.items()}
    columns = []
    for number, place in enumerate(desk.places):
        said = [
            {"phrase": row, **_cell(cells[number], astral.get(place.field))}
            for row, cells in enumerate(desk.coverage.cells)
            if cells[number].level != "none"
        ]
        columns.append({"id": place.id, "name": place.name, "field": place.field, "cells": said})
    return {
        "places": columns,
        "stuffed": [
            {"phrase": row, "share": round(share, 4)}
            for row, share in desk.coverage.stuffed.items()
        ],
        "measured": [_measured(one) for one in desk.measured],
        "checks": [
            {
                "id": one.rule.id,
                "text": one.rule.good if one.is_good else one.rule.bad,
                "missing": "" if one.is_good else one.missing,
                "good": one.is_good,
                "points": round(one.points, 2),
                "most": round(one.most, 2),
                "fix": FIXES[one.rule.id][0] if not one.is_good and one.rule.id in FIXES else "",
            }
            for one in desk.checks
        ],
        "score": round(desk.score, 1),
        "twice": desk.twice,
        "covered": desk.covered,
        "value": round(desk.value, 4),
    }


def _measured(one: Measured) -> dict[str, Any]:
    return {
        "id": one.limit.id,
        "field": one.limit.field,
        "most": one.limit.most,
        "unit": one.limit.unit,
        "of": one.limit.of,
        "kind": one.limit.kind,
        "takes": round(one.takes, 1),
        "state": one.state,
        "within": one.within if one.state == "over" else "",
        "over": list(one.over),
    }


def _cell(cell: Cell, astral: list[int] | None) -> dict[str, Any]:
    spans = [_as_browsers(span, astral) for span in cell.spans] if astral else cell.spans
    return {
        "level": cell.level,
        "count": cell.count,
        "early": cell.early,
        "spans": [list(span) for span in spans],
    }


def _astral(text: str) -> list[int]:
    """Places of characters that browsers count as two."""
    return [] if text.isascii() else [at for at, char in enumerate(text) if char > "\uffff"]


def _as_browsers(span: Span, astral: list[int]) -> Span:
    start, end = span
    return (
        start + sum(at < start for at in astral),
        end + sum(at < end for at in astral),
    )
