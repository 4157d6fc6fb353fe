"""What other thresholds would do, seen before they are applied."""

from collections.abc import Mapping
from functools import partial
from typing import Any

import numpy as np

from bunraku.core.weigh.verdict import VERDICTS, best_of_year, verdicts
from bunraku.core.weigh.without_page import AT_TOP, OWN, SIGNS
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import IN_PLAY, Row
from bunraku.server.weigh.evidence import as_thresholds, thresholds_of

EXAMPLES = 6
"""Keywords shown that would change: those worth most."""


def preview_thresholds(project: Project, preset: str, own: Mapping[Any, float]) -> dict[str, Any]:
    """How many keywords in play have each verdict now and would have it, and some that change.

    Parameters: a preset and what differs from it. Returns: counts by verdict before and after, how
    many change, examples. One query; 100,000 keywords in about a second."""
    fields = (
        *("text", "volume", "chance", "worth", "own_position", "click_value"),
        *("chance_from", "scope__channel"),
    )
    rows = Row.objects.filter(scope__project=project, state__in=IN_PLAY)
    told = list(rows.values_list(*fields))
    volume, chance, worth, place, click = (
        np.array([np.nan if row[k] is None else row[k] for row in told], dtype=np.float64)
        for k in (1, 2, 3, 4, 5)
    )
    rests = np.array([row[6] for row in told], dtype=np.int64)
    channels = np.array([row[7] for row in told], dtype=object)
    now, then = np.zeros(len(told), dtype=np.int64), np.zeros(len(told), dtype=np.int64)
    for channel in sorted(set(channels.tolist())):
        of = channels == channel
        judged = partial(
            verdicts,
            volume[of],
            chance[of],
            worth[of],
            best=best_of_year(volume[of], click[of], channel),
            estimated=rests[of] == SIGNS,
            at_top=(rests[of] == OWN) & (place[of] <= AT_TOP),
        )
        now[of] = judged(at=thresholds_of(project, channel))
        then[of] = judged(at=as_thresholds(preset, own, project.hour_value, channel))
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
