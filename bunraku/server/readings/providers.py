"""Which sources there are, and in which order a project trusts them."""

from collections.abc import Iterable, Sequence
from functools import cache

from django.conf import settings

from bunraku.server.projects.models import Project
from bunraku.sources.protocol import Source, What
from bunraku.sources.rehearsal import Faults, rehearsal_sources

_FILE = "File "


@cache
def installed() -> list[Source]:
    """The sources of this installation, in the order in which they are trusted where nobody says
    otherwise."""
    return list(rehearsal_sources(Faults.at(settings.REHEARSAL_FAULTS)))


def sources(project: Project) -> dict[What, list[Source]]:
    """The sources by what they tell, of each kind in the project's order: the first has the say,
    the others stand beside it."""
    place = {name: number for number, name in enumerate(project.source_order)}
    telling: dict[What, list[Source]] = {what: [] for what in What}
    for source in sorted(installed(), key=lambda source: place.get(source.name, len(place))):
        telling[source.tells].append(source)
    return telling


def file_source(name: str) -> str:
    """The name of a person's own file as a source."""
    return f"{_FILE}{name}"[:60]


def in_order_of_trust(project: Project, names: Iterable[str]) -> Sequence[str]:
    """Names of sources, the most trusted first: the person's own files, then the project's order,
    then the installation's; names of sources that are gone come last."""
    order = [*project.source_order, *(source.name for source in installed())]
    place = {name: number for number, name in reversed(list(enumerate(order)))}
    return sorted(
        set(names),
        key=lambda name: (not name.startswith(_FILE), place.get(name, len(order)), name),
    )
