"""Writing over HTTP."""

from typing import Annotated, Any, Literal

from ninja import Field, Query, Router, Schema

from bunraku.core.channels import FormId
from bunraku.server.projects.access import READS, ProjectId, ProjectRequest
from bunraku.server.write.titles import check_title, titles_for

router = Router(tags=["write"])


class MeasuredOut(Schema):
    """A text against a limit: the most, in which unit, what it takes; whether it fits, is near or
    over; and of one that is over what of it is within."""

    most: float
    unit: Literal["characters", "bytes", "words", "pixels"]
    takes: float
    state: Literal["fits", "near", "over"]
    within: str


class TitleSaidOut(Schema):
    """A title: which phrases stand in it word for word, which do not (places among the phrases),
    what the first are worth together, and how it stands to its limits."""

    text: str
    contained: list[int]
    left: list[int]
    value: float
    measured: list[MeasuredOut]


class TitleProposedOut(TitleSaidOut):
    """A title that was packed: the main keyword `first`, as much value as possible (`most`), or
    `short` and clear; no title inside the limits is worth more than `bound`."""

    shape: Literal["first", "most", "short", "two"]
    bound: float


class TitlePhraseOut(Schema):
    """A keyword of the piece and what it is worth here."""

    text: str
    value: float


class TitlesOut(Schema):
    """Titles for a piece: as one would write them (`written`), and proposals of phrases;
    `counted_in` says what values are: worth a month, searches a month, or phrases; `now` is the
    title there is."""

    form: FormId
    written: list[str]
    counted_in: Literal["worth", "searches", "phrases"]
    phrases: list[TitlePhraseOut]
    proposals: list[TitleProposedOut]
    now: TitleSaidOut


class TitlesQuery(Schema):
    """What each title is to end with, such as a brand with what parts it."""

    end: Annotated[str, Field(max_length=60)] = ""


class TitleQuery(Schema):
    """A title to be looked at."""

    text: Annotated[str, Field(max_length=1_000)] = ""


@router.get("/pieces/{int:piece_id}/titles", response=TitlesOut, auth=READS, url_name="titles")
def titles(
    request: ProjectRequest, project_id: ProjectId, piece_id: int, asked: Query[TitlesQuery]
) -> Any:
    """Titles that fit, from the keywords of a piece."""
    return titles_for(request.project, piece_id, asked.end)


@router.get(
    "/pieces/{int:piece_id}/titles/check",
    response=TitleSaidOut,
    auth=READS,
    url_name="check_title",
)
def check(
    request: ProjectRequest, project_id: ProjectId, piece_id: int, asked: Query[TitleQuery]
) -> Any:
    """What a title contains, and whether it fits."""
    return check_title(request.project, piece_id, asked.text)
