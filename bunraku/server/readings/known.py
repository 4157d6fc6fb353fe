"""What is known: readings looked up by kind, term and vantage. What was read to a greater depth
serves a smaller one, never the other way round."""

from collections.abc import Iterator, Sequence
from datetime import date
from typing import Any, NamedTuple

from django.db.models import QuerySet

from bunraku.server.clock import today
from bunraku.server.database.parts import in_parts
from bunraku.server.readings.kinds import OWN_REPORT
from bunraku.server.readings.models import Reading
from bunraku.server.readings.storing import columns_of
from bunraku.server.sheet.models import Scope
from bunraku.sources.protocol import USUAL, Vantage, What

Payload = dict[str, Any]


class Known(NamedTuple):
    """A reading as it is looked at: kind, term, source, day, payload (None: the source has
    nothing)."""

    what: str
    term: str
    source: str
    on: date
    payload: Payload | None


def _of(scope: Scope, what: str, vantage: Vantage) -> QuerySet[Reading]:
    """Readings of a kind that serve a vantage."""
    as_seen = columns_of(_seen_by(what, vantage))
    depth = as_seen.pop("depth")
    return Reading.objects.filter(scope=scope, what=what, depth__gte=depth, **as_seen)


def _seen_by(what: str, vantage: Vantage) -> Vantage:
    # One's own report looks the same from everywhere, as what no source sells.
    return Vantage(depth=0) if what == OWN_REPORT else vantage.seen_by(What(what))


def known_today(
    scope: Scope, what: What, source: str, terms: Sequence[str], vantage: Vantage = USUAL
) -> set[str]:
    """Terms that a source was already asked for today, as far as the vantage needs: asking again
    would tell nothing new. A later day counts as well: then it is the clock that was set back."""
    return known_since(scope, what, source, terms, today(), vantage)


def known_since(
    scope: Scope,
    what: What,
    source: str,
    terms: Sequence[str],
    since: date,
    vantage: Vantage = USUAL,
) -> set[str]:
    """Terms that a source was asked for on a day or later, as far as the vantage needs."""
    known: set[str] = set()
    asked = _of(scope, what, vantage).filter(source=source, on__gte=since)
    for part in in_parts(terms):
        known.update(asked.filter(term__in=part).values_list("term", flat=True))
    return known


def readings_on(
    scope: Scope, kinds: Sequence[str], terms: Sequence[str], vantage: Vantage = USUAL
) -> Iterator[Known]:
    """All readings of kinds on terms that serve a vantage, the oldest first."""
    for part in in_parts(terms):
        serving: list[Any] = [
            row
            for what in kinds
            for row in _of(scope, what, vantage)
            .filter(term__in=part)
            .values_list("what", "term", "source", "on", "payload", "pk")
        ]
        # Of one day the deepest came last, if it was asked for after a shallower one.
        serving.sort(key=lambda row: (row[3], row[5]))
        yield from (Known(*row[:5]) for row in serving)


def latest(
    scope: Scope, what: What, terms: Sequence[str], vantage: Vantage = USUAL
) -> dict[str, Payload | None]:
    """The latest payload on each term that serves a vantage, cut to its depth. An answer that
    nothing is known does not take the place of an older one that knew."""
    payloads: dict[str, Payload | None] = {}
    for reading in readings_on(scope, [what], terms, vantage):
        if reading.payload is not None or reading.term not in payloads:
            payloads[reading.term] = reading.payload
    return {term: to_depth(payload, vantage.depth) for term, payload in payloads.items()}


def latest_payloads(project: Any, what: What, most: int) -> list[tuple[str, Payload]]:
    """The latest readings of a kind in a whole project, by term; at most so many."""
    readings = Reading.objects.filter(scope__project=project, what=what, payload__isnull=False)
    return _as_known(readings.order_by("-pk")[:most])


def terms_said(scope: Scope, source: str, on: date) -> list[str]:
    """Terms that a source told something of on a day."""
    said = Reading.objects.filter(scope=scope, source=source, on=on)
    return sorted(set(said.values_list("term", flat=True)))


def first_known(scope: Scope, what: What, most: int) -> list[tuple[str, Payload]]:
    """The first readings of a kind that a scope ever had with an answer, by term; at most so many.
    What comes later leaves them as they are."""
    readings = Reading.objects.filter(scope=scope, what=what, payload__isnull=False)
    return _as_known(readings.order_by("pk")[:most])


def _as_known(readings: QuerySet[Reading]) -> list[tuple[str, Payload]]:
    known: Any = readings.values_list("term", "payload")
    return list(known)


class Seen(NamedTuple):
    """A reading with where it was seen from (`plainly`: from nowhere in particular, on the usual
    device, by nobody signed in) and what it cost, in tenths of a lookup."""

    what: str
    source: str
    on: date
    payload: Payload | None
    price_tenths: int
    place: str
    plainly: bool


def all_readings(scope: Scope, term: str, kinds: Sequence[str]) -> list[Seen]:
    """All readings on a term, from wherever they were seen, the latest first."""
    readings = Reading.objects.filter(scope=scope, term=term, what__in=kinds)
    rows: Any = readings.order_by("-on", "-pk").values_list(
        "what", "source", "on", "payload", "price_tenths", "place", "device", "viewer"
    )
    return [
        Seen(what, source, on, payload, price, place, plainly=not (place or device or viewer))
        for what, source, on, payload, price, place, device, viewer in rows
    ]


def to_depth(payload: Payload | None, depth: int) -> Payload | None:
    """A results page as it would have been read to a smaller depth; anything else as it is."""
    if payload is None or "results" not in payload or not depth:
        return payload
    return {**payload, "results": payload["results"][:depth]}
