"""The one writer of readings, whether they were bought, brought in a file or made of others."""

from collections.abc import Iterable
from datetime import date
from operator import itemgetter
from typing import Any

from bunraku.server.database.bulk import insert_many
from bunraku.server.database.parts import in_parts
from bunraku.server.readings.kinds import Answered
from bunraku.server.readings.models import Device, Reading
from bunraku.server.sheet.models import Scope
from bunraku.sources.protocol import Vantage

NOWHERE = Vantage(depth=0)
"""The vantage of what looks the same from everywhere."""


def keep_readings(
    scope: Scope,
    source: str,
    on: date,
    readings: Iterable[Answered],
    *,
    vantage: Vantage = NOWHERE,
    price_tenths: int = 0,
) -> None:
    """Keep readings of one source and day. One that is there already stays as it is: a reading is a
    fact. To be called in a transaction."""
    # In the order of their index, which then grows at few places at a time.
    in_order = sorted(readings, key=itemgetter(0, 1))
    given = {"scope": scope.pk, "source": source, "on": on, "price_tenths": price_tenths}
    same = {**given, **columns_of(vantage)}
    insert_many(Reading, ("what", "term", "payload"), in_order, same=same, ignore_conflicts=True)


def has_said(scope: Scope, source: str, on: date) -> bool:
    """Whether there are readings of a source and day."""
    return Reading.objects.filter(scope=scope, source=source, on=on).exists()


def take_back(scope: Scope, source: str, on: date | None, terms: Iterable[str]) -> int:
    """Take back what a person's file said of terms on a day, or (None) on any: it says something
    else by now. Returns how many readings went. To be called in a transaction."""
    said = Reading.objects.filter(scope=scope, source=source)
    if on is not None:
        said = said.filter(on=on)
    return sum(said.filter(term__in=part).delete()[0] for part in in_parts(sorted(terms)))


def columns_of(vantage: Vantage) -> dict[str, Any]:
    """A vantage as the columns of a reading."""
    return {
        "place": vantage.place,
        "depth": vantage.depth,
        "device": Device[vantage.device.upper()],
        "viewer": vantage.viewer,
        "into": vantage.into,
    }
