"""What other thresholds would do, seen before they are applied."""

from collections.abc import Mapping
from dataclasses import replace
from functools import partial
from typing import Any

import numpy as np

from bunraku.core.weigh.verdict import PRESETS, VERDICTS, verdicts
from bunraku.core.weigh.without_page import AT_TOP, OWN, SIGNS
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import IN_PLAY, Row
from bunraku.server.weigh.evidence import thresholds_of

EXAMPLES = 6
"""Keywords shown that would change: those worth most."""


def preview_thresholds(project: Project, preset: str, own: Mapping[Any, float]) -> dict[str, Any]:
    """How many keywords in play have each verdict now and would have it, and some that change.

    Parameters: a preset and what differs from it. Returns: counts by verdict before and after, how
    many change, examples. One query; 100,000 keywords in about a second."""
    fields = ("text", "volume", "chance", "worth", "own_position", "chance_from")
    rows = Row.objects.filter(scope__project=project, state__in=IN_PLAY)
    told = list(rows.values_list(*fields))
    volume, chance, worth, place = (
        np.array([np.nan if row[k] is None else row[k] for row in told], dtype=np.float64)
        for k in (1, 2, 3, 4)
    )
    wanted = replace(
        PRESETS.get(preset, PRESETS["growing"]), **{str(name): value for name, value in own.items()}
    )
    rests = np.array([row[5] for row in told], dtype=np.int64)
    of = partial(
        verdicts,
        volume,
        chance,
        worth,
        estimated=rests == SIGNS,
        at_top=(rests == OWN) & (place <= AT_TOP),
    )
    now, then = of(thresholds_of(project)), of(wanted)
    changed = np.flatnonzero(now != then)
    best = changed[np.argsort(-np.nan_to_num(worth[changed]), kind="stable")][:EXAMPLES]
    return {
        "keywords": len(told),
        "now": _counted(now),
        "after": _counted(then),
        "changed": len(changed),
        "examples": [
            {"text": told[k][0], "before": VERDICTS[now[k]], "after": VERDICTS[then[k]]}
            for k in best
        ],
    }


def _counted(codes: Any) -> dict[str, int]:
    return {name: int((codes == code).sum()) for code, name in enumerate(VERDICTS) if name}
