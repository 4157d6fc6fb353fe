"""Titles for a piece of the plan, from the keywords it serves; and what a title that somebody typed
contains of them."""

from typing import Any

from bunraku.core.plan.working_titles import working_titles
from bunraku.core.write.limits import measure, most_of
from bunraku.core.write.packing import Packed
from bunraku.core.write.titles import propose_titles, said_in
from bunraku.server.plan.title_setting import setting_of
from bunraku.server.projects.models import Project
from bunraku.server.write.aims import Aims, aims_of


def titles_for(project: Project, piece_id: int, end: str) -> dict[str, Any]:
    """Titles for a piece: its main keyword as one would write it, with a promise; those of some
    shapes that hold as many phrases as they can, what each contains and leaves out, and how far the
    best possible may be from it; the same of the title there is. Raises: not_found."""
    aims = aims_of(project, piece_id)
    limits = most_of(aims.profile.limits, "title")
    scope = aims.piece.scope
    return {
        "form": aims.form,
        "written": working_titles(aims.phrases[0], aims.piece.kind, setting_of(project, scope))
        if aims.phrases
        else [],
        "counted_in": aims.counted_in,
        "phrases": [
            {"text": text, "value": value}
            for text, value in zip(aims.phrases, aims.values, strict=True)
        ],
        "proposals": [
            {"shape": one.shape, **packed_out(aims, one.packed)}
            for one in propose_titles(
                limits, aims.phrases, aims.values, end=end, never=aims.other_years
            )
        ],
        "now": said_out(aims, aims.piece.title),
    }


def check_title(project: Project, piece_id: int, text: str) -> dict[str, Any]:
    """What a title would contain, and whether it fits. Raises: not_found."""
    return said_out(aims_of(project, piece_id), text)


def packed_out(aims: Aims, packed: Packed) -> dict[str, Any]:
    """A packed title for the page."""
    return {
        "text": aims.with_names(packed.text),
        "contained": list(packed.contained),
        "left": list(packed.left),
        "value": round(packed.value, 4),
        "bound": round(packed.bound, 4),
        "measured": _measured(aims, packed.text),
    }


def said_out(aims: Aims, text: str) -> dict[str, Any]:
    """A typed title for the page."""
    said = said_in(text, aims.phrases, aims.values)
    return {
        "text": text,
        "contained": list(said.contained),
        "left": list(said.left),
        "value": round(said.value, 4),
        "measured": _measured(aims, text),
    }


def _measured(aims: Aims, text: str) -> list[dict[str, Any]]:
    found = (measure(one, {"title": text}) for one in most_of(aims.profile.limits, "title"))
    return [
        {
            "most": one.limit.most,
            "unit": one.limit.unit,
            "takes": round(one.takes, 1),
            "state": "fits" if one.state == "empty" else one.state,
            "within": one.within,
        }
        for one in found
    ]
