"""The latest readings of keywords, as far as they are weighed: what each source that is on said."""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, field
from datetime import date

from bunraku.core.weigh.own_demand import Demand, demand_of
from bunraku.server.projects.models import Project
from bunraku.server.readings.kinds import OWN_REPORT
from bunraku.server.readings.known import Known, Payload, readings_on
from bunraku.server.readings.providers import in_order_of_trust, is_practice
from bunraku.server.sheet.models import Scope
from bunraku.sources.protocol import What

WEIGHED = (What.COUNTS, What.BANDS, What.INTEREST, What.PAGE, OWN_REPORT)
"""Kinds of reading that figures are made from."""

BESIDE = frozenset({"cpc_low", "cpc_high", "ad_competition", "difficulty"})
"""What is told beside searches: with a range, and with a number too where a file has both."""

Dated = tuple[date, Payload | None]


@dataclass(frozen=True)
class Readings:
    """The latest readings of keywords by key, of sources that are on. Of counts and of ranges what
    each source said and when; of the other kinds, and of what bands tell beside a range, what the
    most trusted source said that said something."""

    counts: dict[str, dict[str, Dated]] = field(default_factory=dict)
    ranges: dict[str, dict[str, Dated]] = field(default_factory=dict)
    bands: dict[str, Payload | None] = field(default_factory=dict)
    interest: dict[str, Payload | None] = field(default_factory=dict)
    own: dict[str, Payload | None] = field(default_factory=dict)
    # Searches as one's own reports let them be worked out, by report.
    shown: dict[str, dict[str, tuple[date, Demand]]] = field(default_factory=dict)
    pages: dict[str, Payload | None] = field(default_factory=dict)
    # The day a page was read, and how it was when it was read on a day before.
    page_days: dict[str, date] = field(default_factory=dict)
    pages_before: dict[str, Dated] = field(default_factory=dict)
    # Keywords that a practice source said something about.
    practice: set[str] = field(default_factory=set)
    # Sources that tell of searches, the most trusted first.
    told_by: Sequence[str] = ()


def latest_readings(scope: Scope, keys: Sequence[str]) -> Readings:
    """The latest readings of every kind that keywords are weighed by."""
    return latest_of(scope.project, readings_on(scope, WEIGHED, keys))


def latest_of(project: Project, readings: Iterable[Known]) -> Readings:
    """The same of readings at hand, the oldest first."""
    latest: dict[tuple[str, str], dict[str, Dated]] = {}
    # Of pages alone: of nothing else it is asked how it was before.
    before: dict[tuple[str, str], Dated] = {}
    names: set[str] = set()
    for reading in _apart(readings):
        by_source = latest.setdefault((reading.what, reading.term), {})
        names.add(reading.source)
        # That a source has nothing today does not take away what it had.
        if reading.payload is not None or reading.source not in by_source:
            there = by_source.get(reading.source)
            if reading.what == What.PAGE and there and there[1] and there[0] < reading.on:
                before[reading.term, reading.source] = there
            by_source[reading.source] = (reading.on, reading.payload)
    order = in_order_of_trust(project, names)
    on = set(order)
    shown = {
        term: {
            name: (said[0], demand)
            for name, said in by_source.items()
            if name in on and said[1] and (demand := demand_of(said[1])) is not None
        }
        for (what, term), by_source in latest.items()
        if what == OWN_REPORT
    }
    telling = {
        name
        for (what, _), by_source in latest.items()
        if what in (What.COUNTS, What.BANDS)
        for name, (_, payload) in by_source.items()
        if tells_searches(payload)
    }
    telling |= {name for by_source in shown.values() for name in by_source}
    read = Readings(shown=shown, told_by=[name for name in order if name in telling])
    practising = {name for name in order if is_practice(name)}
    into = {What.INTEREST: read.interest, OWN_REPORT: read.own, What.PAGE: read.pages}
    for (what, term), by_source in latest.items():
        if not on & by_source.keys():
            continue
        if any(said[1] is not None for name, said in by_source.items() if name in practising):
            read.practice.add(term)
        if what == What.COUNTS:
            read.counts[term] = {name: said for name, said in by_source.items() if name in on}
            continue
        payloads = [by_source[name][1] for name in order if name in by_source]
        if what == What.BANDS:
            read.ranges[term] = {name: said for name, said in by_source.items() if name in on}
            read.bands[term] = _together(payloads)
        else:
            into[what][term] = next((payload for payload in payloads if payload is not None), None)
        if what == What.PAGE:
            says = next((name for name in order if by_source.get(name, (None, None))[1]), "")
            if says:
                read.page_days[term] = by_source[says][0]
                if (term, says) in before:
                    read.pages_before[term] = before[term, says]
    return read


def _apart(readings: Iterable[Known]) -> Iterator[Known]:
    """The same with what is told beside a number as a reading of bands, as it is beside a range."""
    for reading in readings:
        yield reading
        payload = reading.payload
        if reading.what == What.COUNTS and payload and not BESIDE.isdisjoint(payload):
            told = {figure: payload[figure] for figure in BESIDE if figure in payload}
            yield reading._replace(what=What.BANDS.value, payload=told)


def tells_searches(payload: Payload | None) -> bool:
    """Whether a reading of counts or of bands has a number or a range of searches."""
    return payload is not None and ("monthly" in payload or payload.get("low") is not None)


def _together(payloads: Sequence[Payload | None]) -> Payload | None:
    """Bands of several sources as one: a file may tell a cost per click and no range; then what the
    next source tells of the rest stands."""
    known = [payload for payload in payloads if payload is not None]
    if not known:
        return None
    together: Payload = {}
    # The most trusted last, so that it has the say in what it tells.
    for payload in reversed(known):
        together.update({name: value for name, value in payload.items() if value is not None})
    return together
