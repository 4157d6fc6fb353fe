"""What a person says of their sources: in which order they are trusted, and what each may do."""

from collections.abc import Sequence

from bunraku.server.errors import BunrakuError
from bunraku.server.projects.actions import change_project
from bunraku.server.projects.models import Project
from bunraku.server.readings.providers import May, is_file, trusted

OF_FILES: tuple[May, ...] = ("stands", "off")
OF_OTHERS: tuple[May, ...] = ("beside", "adjusts", "off")
"""What a file may do, and what any other source may."""


def trust_sources(
    project: Project, said: Sequence[tuple[str, May]], *, version: int | None = None
) -> Project:
    """Set the order of trust and what each source may do; figures follow. A source that is not
    named keeps its part and comes after those that are. Raises: `BunrakuError` bad_source for one
    that the project does not have, is named twice or cannot do that; stale."""
    known = {source.name: source for source in trusted(project)}
    names = [name for name, _ in said]
    for name, may in said:
        if name not in known or names.count(name) > 1:
            raise BunrakuError(
                "bad_source", f"“{name}” is not a source of this project, or is named twice."
            )
        if may not in (OF_FILES if is_file(name) else OF_OTHERS):
            what = "A file" if is_file(name) else "A source that is not your file"
            raise BunrakuError("bad_source", f"{what} cannot be “{may}”.", field=name)
    order = [*names, *(name for name in known if name not in names)]
    parts = {**{name: source.may for name, source in known.items()}, **dict(said)}
    usual = {"stands", "beside"}
    fields = {
        "source_order": order,
        "source_parts": {name: parts[name] for name in order if parts[name] not in usual},
    }
    return change_project(project, fields, version=version)
