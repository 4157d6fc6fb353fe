"""Which sources there are, and in which order a project trusts them."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from functools import cache
from typing import Literal

from django.conf import settings
from django.db import transaction

from bunraku.server.projects.models import Project
from bunraku.sources.protocol import Source, What
from bunraku.sources.rehearsal import Faults, rehearsal_sources

_FILE = "File "


@cache
def installed() -> list[Source]:
    """The sources of this installation, in the order in which they are trusted where nobody says
    otherwise."""
    return list(rehearsal_sources(Faults.at(settings.REHEARSAL_FAULTS)))


May = Literal["stands", "adjusts", "beside", "off"]
"""What a source may do: its figures stand (a person's own files), are weighed with figures that
stand, are shown beside them, or are not looked at."""


@dataclass(frozen=True)
class Trusted:
    """A source in a project's order of trust."""

    name: str
    may: May
    tells: Sequence[What]
    price: float
    practice: bool


def sources(project: Project) -> dict[What, list[Source]]:
    """The sources that are on, by what they tell, of each kind in the project's order: the first
    has the say, the others stand beside it."""
    order = in_order_of_trust(project, (source.name for source in installed()))
    place = {name: number for number, name in enumerate(order)}
    telling: dict[What, list[Source]] = {what: [] for what in What}
    for source in sorted(
        (source for source in installed() if source.name in place),
        key=lambda source: place[source.name],
    ):
        telling[source.tells].append(source)
    return telling


def file_source(name: str) -> str:
    """The name of a person's own file as a source."""
    return f"{_FILE}{name}"[:60]


def is_file(name: str) -> bool:
    """Whether a source is a person's own file."""
    return name.startswith(_FILE)


@cache
def _practice_names() -> frozenset[str]:
    return frozenset(source.name for source in rehearsal_sources())


def is_practice(name: str) -> bool:
    """Whether what a source says is practice, whether or not it is still installed."""
    return name in _practice_names() or any(s.practice for s in installed() if s.name == name)


def practises(project: Project) -> bool:
    """Whether a practice source is on in a project."""
    return any(source.practice and source.may != "off" for source in trusted(project))


def put_file_first(project: Project, name: str) -> None:
    """Have a file that was just brought stand before all other sources; one that stands in the
    order already keeps its place."""
    with transaction.atomic():
        order = Project.objects.select_for_update().values_list("source_order", flat=True)
        known = order.get(pk=project.pk)
        if name not in known:
            project.source_order = [name, *known]
            Project.objects.filter(pk=project.pk).update(source_order=project.source_order)


def what_may(project: Project, name: str) -> May:
    """What a source may do in a project: a file's figures stand and others are shown beside them,
    unless the person says otherwise; where figures come from one's own files alone, practice
    sources are off."""
    said: May | None = project.source_parts.get(name)
    if project.figures_from == "files" and not is_file(name) and is_practice(name):
        return "off"
    return said or ("stands" if is_file(name) else "beside")


def in_order_of_trust(project: Project, names: Iterable[str]) -> Sequence[str]:
    """Names of sources that are on, the most trusted first: the person's own files, then the
    project's order, then the installation's; names of sources that are gone come last."""
    return [name for name in _ordered(project, names) if what_may(project, name) != "off"]


def trusted(project: Project) -> list[Trusted]:
    """All sources of a project, on or off, in its order of trust."""
    files = [name for name in project.source_order if is_file(name)]
    told: dict[str, list[Source]] = {}
    for source in installed():
        told.setdefault(source.name, []).append(source)
    return [
        Trusted(
            name,
            what_may(project, name),
            [source.tells for source in told.get(name, ())],
            max((source.price for source in told.get(name, ())), default=0.0),
            is_practice(name),
        )
        for name in _ordered(project, [*files, *told])
    ]


def stated_spread(name: str) -> float | None:
    """How far, in ln, a source says that its exact figures are off; None where it says nothing."""
    spreads = (s.spread for s in installed() if s.name == name and s.tells is What.COUNTS)
    return next(spreads, None)


def _ordered(project: Project, names: Iterable[str]) -> list[str]:
    order = [*project.source_order, *(source.name for source in installed())]
    place = {name: number for number, name in reversed(list(enumerate(order)))}
    return sorted(set(names), key=lambda n: (not is_file(n), place.get(n, len(order)), n))
