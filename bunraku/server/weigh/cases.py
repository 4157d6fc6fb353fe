"""A keyword as the case that its verdict is made of."""

import numpy as np

from bunraku.core.weigh.assumed import RESTS_ON, stand_in
from bunraku.core.weigh.page import PAGE_ONE
from bunraku.core.weigh.reasons import BASES, Case
from bunraku.core.weigh.weighing import Standpoint
from bunraku.core.weigh.worth import PRIORITY, open_share
from bunraku.server.readings.buying import price_of_kind
from bunraku.server.readings.known import Payload
from bunraku.server.readings.providers import sources
from bunraku.server.sheet.models import Decision, Row
from bunraku.server.weigh.evidence import strengths_on
from bunraku.server.weigh.measuring import MEASURED


def case_of(
    row: Row, page: Payload | None, decision: Decision | None, standpoint: Standpoint
) -> Case:
    """The case of a row for the outlet that it is weighed for, with its results page."""
    project = row.scope.project
    strengths = None
    rests = RESTS_ON[row.chance_from]
    if page is not None:
        seen = strengths_on([(row.text, page)], standpoint)[0]
        strengths = seen if np.isfinite(seen).any() else None
    if rests in BASES and row.own_strength is not None:
        guess = decision.guess if decision else ""
        told = np.nan if row.difficulty is None else row.difficulty
        strengths = stand_in(
            np.full((1, PAGE_ONE), np.nan),
            np.array([row.own_strength]),
            np.array([told]),
            [guess],
            np.array([row.chance_from]),
            row.scope.channel,
        )[0]
    asked = any(sources(project)[what] for what in MEASURED)
    return Case(
        channel=row.scope.channel,
        at=standpoint.thresholds,
        volume=row.volume,
        strengths=strengths,
        own=row.own_strength,
        open_share=open_share_of(page, row.scope.channel),
        click_value=row.click_value,
        factor=row.fit * PRIORITY.get(row.priority, 1.0),
        rests=rests if rests in BASES else "page",
        untold=page is not None and strengths is None,
        sharpness=standpoint.sharpness,
        price=sum(price_of_kind(project, what) for what in MEASURED) / 10 if asked else None,
    )


def open_share_of(page: Payload | None, channel: str) -> float:
    """Share of clicks that a page's ads and features leave; all of them where none was read."""
    features = [page["features"]] if page else [[]]
    ads = np.array([page["ads"] if page else np.nan], dtype=np.float64)
    return float(open_share(features, ads, channel)[0])
