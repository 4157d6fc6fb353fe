"""The readings of a keyword's results page, day by day."""

from dataclasses import dataclass
from datetime import date

from bunraku.core.weigh.page_changes import Snapshot
from bunraku.server.readings.known import Payload, all_readings
from bunraku.server.readings.providers import in_order_of_trust
from bunraku.server.sheet.models import Scope
from bunraku.sources.protocol import What

BY_HAND = "Pages noted by hand"
"""The file that pages noted by hand are of."""


@dataclass(frozen=True)
class DatedPage:
    """A results page as one source read it on a day."""

    source: str
    on: date
    payload: Payload

    @property
    def snapshot(self) -> Snapshot:
        """Who stood there."""
        return Snapshot(self.on, [result["address"] for result in self.payload["results"]])


def pages_of(scope: Scope, key: str) -> list[DatedPage]:
    """What the most trusted source read of a keyword's page, as a signed-out person on the usual
    device sees it from nowhere in particular: the deepest of each day, the latest first. One
    query."""
    seen = [
        r
        for r in all_readings(scope, key, [What.PAGE.value])
        if r.plainly and r.payload is not None
    ]
    order = in_order_of_trust(scope.project, {r.source for r in seen})
    says = next((name for name in order if any(r.source == name for r in seen)), None)
    by_day: dict[date, DatedPage] = {}
    for reading in seen:
        if reading.source != says or reading.payload is None:
            continue
        there = by_day.get(reading.on)
        if there is None or _depth(reading.payload) > _depth(there.payload):
            by_day[reading.on] = DatedPage(reading.source, reading.on, reading.payload)
    return list(by_day.values())


def _depth(payload: Payload) -> int:
    return len(payload["results"])
