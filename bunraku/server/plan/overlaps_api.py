"""Overlaps of the plan and the ways out of them, over HTTP."""

from typing import Annotated, Any

from django.http import HttpResponse
from ninja import Field, Router, Schema, Status

from bunraku.server.downloads import attached_csv
from bunraku.server.inputs import Id
from bunraku.server.plan.overlaps import give_way, overlaps_csv, overlaps_of, settle_live, ways_out
from bunraku.server.plan.schemas import OverlapOut
from bunraku.server.projects.access import CHANGES, READS, ProjectId, ProjectRequest

router = Router(tags=["plan"])


class LivePageOut(Schema):
    """A page of one's own that stands among the results of a piece's main keyword, its first place
    there."""

    piece: int
    title: str
    keyword: str
    address: str
    page_title: str
    position: int


class OverlapsOut(Schema):
    """Pairs of pieces after the same searchers, and live pages that stand for a piece's keyword."""

    pairs: list[OverlapOut]
    live: list[LivePageOut]


@router.get("/plan/overlaps", response=OverlapsOut, auth=READS, url_name="overlaps")
def read(request: ProjectRequest, project_id: ProjectId) -> Any:
    """What fights what in the plan."""
    return overlaps_of(request.project)


@router.get("/plan/overlaps.csv", auth=READS, url_name="overlaps_csv")
def as_csv(request: ProjectRequest, project_id: ProjectId) -> HttpResponse:
    """What fights what, as CSV."""
    return attached_csv(overlaps_csv(request.project), "overlaps.csv")


class ServedPhraseOut(Schema):
    """A keyword that a piece serves."""

    id: int
    text: str
    volume: float | None


class WaysOutOut(Schema):
    """What a piece could be `about` instead so as not to fight another, and its phrases that are
    `fighting` it: those would go to the other."""

    about: list[ServedPhraseOut]
    fighting: list[ServedPhraseOut]


@router.get(
    "/pieces/{int:piece_id}/ways-out/{int:other_id}",
    response=WaysOutOut,
    auth=READS,
    url_name="ways_out",
)
def ways(request: ProjectRequest, project_id: ProjectId, piece_id: int, other_id: int) -> Any:
    """How two pieces that fight could be two."""
    return ways_out(request.project, piece_id, other_id)


class GiveWayIn(Schema):
    """The other piece, and the keyword that this one is about from now on."""

    other: Id
    row_id: Id


@router.post(
    "/pieces/{int:piece_id}/give-way", response={204: None}, auth=CHANGES, url_name="give_way"
)
def give(request: ProjectRequest, project_id: ProjectId, piece_id: int, given: GiveWayIn) -> Any:
    """Be about another keyword, and give what fights to the other piece."""
    give_way(request.project, piece_id, given.other, given.row_id)
    return Status(204, None)


class LiveIn(Schema):
    """A live page, and whether the piece improves it or is one of its own."""

    address: Annotated[str, Field(min_length=1, max_length=2_000)]
    improve: bool


@router.post(
    "/pieces/{int:piece_id}/live", response={204: None}, auth=CHANGES, url_name="settle_live"
)
def live(request: ProjectRequest, project_id: ProjectId, piece_id: int, given: LiveIn) -> Any:
    """Have a piece improve a live page, or be one of its own."""
    settle_live(request.project, piece_id, given.address, improve=given.improve)
    return Status(204, None)
