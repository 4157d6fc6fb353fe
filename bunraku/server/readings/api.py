"""A project's sources over HTTP: the order in which they are trusted, and what each may do."""

from typing import Any

from ninja import Field, Router, Schema

from bunraku.server.projects.access import CHANGES, READS, ProjectId, ProjectRequest
from bunraku.server.readings.providers import May, is_file, trusted
from bunraku.server.readings.trusting import trust_sources
from bunraku.sources.protocol import What

router = Router(tags=["readings"])


class SourceIn(Schema):
    """A source and what it may do."""

    name: str = Field(max_length=60)
    may: May


class SourcesIn(Schema):
    """The sources, the most trusted first, and the version of the project that was seen."""

    sources: list[SourceIn] = Field(max_length=500)
    version: int = Field(ge=0, le=2**31)


class SourceOut(SourceIn):
    """A source of a project: whether it is a file of the person's or one of practice, what it tells
    and what a lookup costs at most."""

    file: bool
    practice: bool
    tells: list[What]
    price: float


def _told(request: ProjectRequest) -> list[dict[str, Any]]:
    return [
        {
            "name": source.name,
            "may": source.may,
            "file": is_file(source.name),
            "practice": source.practice,
            "tells": source.tells,
            "price": source.price,
        }
        for source in trusted(request.project)
    ]


@router.get("/sources", response=list[SourceOut], auth=READS, url_name="sources")
def read_sources(request: ProjectRequest, project_id: ProjectId) -> Any:
    """The project's sources, on or off, the most trusted first."""
    return _told(request)


@router.put("/sources", response=list[SourceOut], auth=CHANGES, url_name="trust_sources")
def change_sources(request: ProjectRequest, project_id: ProjectId, given: SourcesIn) -> Any:
    """Set the order of trust and what each source may do; figures follow in the background."""
    said = [(source.name, source.may) for source in given.sources]
    trust_sources(request.project, said, version=given.version)
    return _told(request)
