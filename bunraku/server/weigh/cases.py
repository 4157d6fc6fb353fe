"""A keyword as the case that its verdict is made of."""

from typing import Any

import numpy as np

from bunraku.core.weigh.difficulty_signs import likely_difficulties, signs_of
from bunraku.core.weigh.judging import Case
from bunraku.core.weigh.page import PAGE_ONE
from bunraku.core.weigh.reasons import BASES
from bunraku.core.weigh.weighing import Standpoint
from bunraku.core.weigh.without_page import RESTS_ON, Beside, Estimate, estimate, stand_in
from bunraku.core.weigh.worth import PRIORITY, open_share
from bunraku.server.readings.buying import price_of_kind
from bunraku.server.readings.known import Payload
from bunraku.server.readings.providers import sources
from bunraku.server.sheet.models import Decision, Row
from bunraku.server.weigh.evidence import strengths_on
from bunraku.server.weigh.measuring import MEASURED
from bunraku.server.weigh.stated_figures import learned_of


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
    estimated: Estimate | None = None
    if rests in BASES and row.own_strength is not None:
        own, code = np.array([row.own_strength]), np.array([row.chance_from])
        beside = _beside(row, decision)
        unread = np.full((1, PAGE_ONE), np.nan)
        strengths = stand_in(unread, own, beside, code, row.scope.channel)[0]
        if rests in ("signs", "own"):
            estimated = estimate(own, beside, code, row.scope.channel)
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
        estimate=estimated,
        own_position=row.own_position,
        local=row.local,
        price=sum(price_of_kind(project, what) for what in MEASURED) / 10 if asked else None,
    )


def _beside(row: Row, decision: Decision | None) -> Beside:
    """What the row keeps of what is known beside its results page."""

    def one(value: float | None) -> "np.ndarray[Any, np.dtype[np.float64]]":
        return np.array([np.nan if value is None else value], dtype=np.float64)

    usual = learned_of(row.scope).usual
    signs = signs_of(
        one(row.volume), one(row.cpc), one(row.ad_competition), np.array([row.words]), usual
    )
    return Beside(
        one(row.difficulty),
        one(row.own_position),
        [decision.guess if decision else ""],
        likely_difficulties(signs, row.scope.channel, row.local),
    )


def open_share_of(page: Payload | None, channel: str) -> float:
    """Share of clicks that a page's ads and features leave; all of them where none was read."""
    features = [page["features"]] if page else [[]]
    ads = np.array([page["ads"] if page else np.nan], dtype=np.float64)
    return float(open_share(features, ads, channel)[0])
