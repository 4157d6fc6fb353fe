"""Titles for a piece of the plan, from the keywords it serves; and what a title that somebody typed
contains of them."""

from dataclasses import asdict, dataclass
from typing import Any

from bunraku.core.write.packing import Packed
from bunraku.core.write.titles import TITLE_LIMITS, measure, propose_titles, said_in
from bunraku.core.write.written import FORM_OF, Form
from bunraku.server.errors import not_found
from bunraku.server.plan.selectors import PieceFigures, plan_of
from bunraku.server.projects.models import Project

MOST_PHRASES = 200
"""Keywords of a piece that titles are made of: those of most value."""


@dataclass(frozen=True)
class Aims:
    """What a piece is to be found by: its form, its keywords, the main one first, what each is
    worth here, and what that is: worth a month, searches a month, or (where neither is known) one
    each."""

    form: Form
    phrases: list[str]
    values: list[float]
    counted_in: str


def titles_for(project: Project, piece_id: int, end: str) -> dict[str, Any]:
    """Titles of three shapes for a piece, what each contains and leaves out, and how far the best
    possible may be from it; the same of the title there is. Raises: not_found."""
    piece, aims = _aims(project, piece_id)
    return {
        "form": aims.form,
        "counted_in": aims.counted_in,
        "phrases": [
            {"text": text, "value": value}
            for text, value in zip(aims.phrases, aims.values, strict=True)
        ],
        "proposals": [
            {"shape": one.shape, **_packed(aims.form, one.packed)}
            for one in propose_titles(aims.form, aims.phrases, aims.values, end=end)
        ],
        "now": _said(piece.piece.title, aims),
    }


def check_title(project: Project, piece_id: int, text: str) -> dict[str, Any]:
    """What a title would contain, and whether it fits. Raises: not_found."""
    _, aims = _aims(project, piece_id)
    return _said(text, aims)


def _aims(project: Project, piece_id: int) -> tuple[PieceFigures, Aims]:
    plan = plan_of(project, [piece_id])
    if not plan:
        raise not_found("piece")
    figures = plan[0]
    rows = figures.rows[:MOST_PHRASES]
    worth = [row.worth for row in rows]
    searched = [row.volume for row in rows]
    told, counted_in = (
        (worth, "worth")
        if any(worth)
        else (searched, "searches")
        if any(searched)
        else ([1.0 for _ in rows], "phrases")
    )
    values = [value or 0.0 for value in told]
    form = FORM_OF[figures.piece.scope.channel]
    return figures, Aims(form, [row.text for row in rows], values, counted_in)


def _packed(form: Form, packed: Packed) -> dict[str, Any]:
    return {
        "text": packed.text,
        "contained": list(packed.contained),
        "left": list(packed.left),
        "value": round(packed.value, 4),
        "bound": round(packed.bound, 4),
        "measured": _measured(form, packed.text),
    }


def _said(text: str, aims: Aims) -> dict[str, Any]:
    said = said_in(text, aims.phrases, aims.values)
    return {
        "text": text,
        "contained": list(said.contained),
        "left": list(said.left),
        "value": round(said.value, 4),
        "measured": _measured(aims.form, text),
    }


def _measured(form: Form, text: str) -> list[dict[str, Any]]:
    return [
        {
            **asdict(found.limit),
            "takes": round(found.takes, 1),
            "state": found.state,
            "within": found.within,
        }
        for found in (measure(text, limit) for limit in TITLE_LIMITS[form])
    ]
