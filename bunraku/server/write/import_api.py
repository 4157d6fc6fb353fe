"""What comes in over HTTP: something that exists already, fields from a spreadsheet."""

from typing import Annotated, Any

from ninja import Field, File, Router, Schema, UploadedFile

from bunraku.core.channels import ChannelId
from bunraku.core.write.existing_text import LONGEST
from bunraku.server.plan.files_api import PlanBackOut, TakenOut
from bunraku.server.projects.access import CHANGES, READS, ProjectId, ProjectRequest
from bunraku.server.write.import_drafts import bring_fields_back, take_fields_back
from bunraku.server.write.import_text import open_desk, read_for_piece
from bunraku.server.write.proposal_schemas import TermsIn, TermsOut
from bunraku.server.write.tongues import ask_terms, price_of_terms

router = Router(tags=["write"])
Whole = Annotated[str, Field(max_length=LONGEST + 1)]


class ExistingTextIn(Schema):
    """HTML, Markdown or plain text of something that exists."""

    text: Whole


class ExistingFieldsOut(Schema):
    """Fields that were found, and notes on how."""

    fields: dict[str, str]
    notes: list[str]


class OpenDeskIn(Schema):
    """Something that exists and is in no plan yet: what it is to be found by, where it is, and its
    text, as far as they are known."""

    channel: ChannelId
    keyword: Annotated[str, Field(min_length=1, max_length=200)]
    address: Annotated[str, Field(max_length=2_000)] = ""
    text: Whole = ""


class OpenDeskOut(Schema):
    """The piece whose desk it is, and notes on what was read."""

    piece: int
    notes: list[str]


@router.post(
    "/pieces/{int:piece_id}/desk/read", response=ExistingFieldsOut, auth=READS, url_name="read_text"
)
def read(
    request: ProjectRequest, project_id: ProjectId, piece_id: int, given: ExistingTextIn
) -> Any:
    """Read something that exists into the fields of a piece; nothing is kept."""
    return read_for_piece(request.project, piece_id, given.text)


@router.post("/writing/open", response=OpenDeskOut, auth=CHANGES, url_name="open_desk")
def opened(request: ProjectRequest, project_id: ProjectId, given: OpenDeskIn) -> Any:
    """Open a desk for something that exists and is in no plan yet."""
    piece, notes = open_desk(
        request.project,
        given.channel,
        given.keyword,
        given.address,
        given.text,
        request.user.get_username(),
    )
    return {"piece": piece.pk, "notes": notes}


@router.post(
    "/pieces/{int:piece_id}/terms/price", response=TermsOut, auth=READS, url_name="price_terms"
)
def price(request: ProjectRequest, project_id: ProjectId, piece_id: int, given: TermsIn) -> Any:
    """What a piece's phrases in another language would cost; nothing is bought."""
    return price_of_terms(request.project, piece_id, given.into)


@router.post("/pieces/{int:piece_id}/terms", response=TermsOut, auth=CHANGES, url_name="ask_terms")
def terms(request: ProjectRequest, project_id: ProjectId, piece_id: int, given: TermsIn) -> Any:
    """Ask for a piece's phrases in another language."""
    return ask_terms(request.project, piece_id, given.into)


@router.post("/drafts/file", response=PlanBackOut, auth=CHANGES, url_name="drafts_file")
def bring_back(request: ProjectRequest, project_id: ProjectId, file: File[UploadedFile]) -> Any:
    """Compare edited fields with what is written; nothing is changed."""
    return bring_fields_back(request.project, file)


@router.post(
    "/drafts/file/{int:upload_id}/take", response=TakenOut, auth=CHANGES, url_name="take_drafts"
)
def take_back(request: ProjectRequest, project_id: ProjectId, upload_id: int) -> Any:
    """Take what edited fields say."""
    return take_fields_back(request.project, upload_id, request.user.get_username())
