"""Results pages over HTTP."""

from typing import Annotated, Any, Literal

from ninja import Field, File, Query, Router, Schema, Status, UploadedFile

from bunraku.core.channels import ChannelId
from bunraku.core.weigh.company import Narrowing
from bunraku.core.weigh.verdict import VERDICTS
from bunraku.server.errors import not_found
from bunraku.server.gather.files.uploads import upload_file
from bunraku.server.inputs import Id
from bunraku.server.jobs.api import JobOut
from bunraku.server.projects.access import CHANGES, READS, ProjectId, ProjectRequest
from bunraku.server.sheet.actions import MOST_AT_ONCE
from bunraku.server.sheet.scopes import find_row, scope_of
from bunraku.server.weigh.results.bringing import forget_note, note_page, start_bringing_pages
from bunraku.server.weigh.results.competitors import list_rivals, rival_in_full
from bunraku.server.weigh.results.looking_up import (
    ReadFields,
    ReadRanks,
    ReadTalk,
    start_looking_up,
)
from bunraku.server.weigh.results.reading import price_pages, start_reading_pages
from bunraku.server.weigh.results.schemas import PageOut
from bunraku.server.weigh.results.snapshots import pages_of
from bunraku.server.weigh.results.stated_page import results_of
from bunraku.server.weigh.results.view import view_page
from bunraku.server.weigh.results.written import LOOKED_AT

router = Router(tags=["results pages"])
Text = Annotated[str, Field(max_length=200)]


class PageQuery(Schema):
    """How a page is looked at: for which outlet (null: the chosen one), how deep, and of a
    marketplace which listings count."""

    outlet: Id | None = None
    depth: int = Field(10, ge=1, le=200)
    material: Text = ""
    category: Text = ""
    price_from: float | None = Field(None, ge=0)
    price_to: float | None = Field(None, ge=0)
    without_own: bool = False
    without: Text = ""

    def narrowing(self) -> Narrowing:
        """Which results count."""
        return Narrowing(
            material=self.material,
            category=self.category,
            price_from=self.price_from,
            price_to=self.price_to,
            without_own=self.without_own,
            without_words=self.without.split(),
        )


@router.get("/rows/{int:row_id}/page", response=PageOut, auth=READS, url_name="results_page")
def page(
    request: ProjectRequest, project_id: ProjectId, row_id: int, asked: Query[PageQuery]
) -> Any:
    """A keyword's results page: your chance, who ranks, what else is on it, how it changes."""
    seen = view_page(
        request.project,
        row_id,
        outlet_id=asked.outlet,
        depth=asked.depth,
        narrowing=asked.narrowing(),
    )
    return {**seen, "verdict": VERDICTS[seen["verdict"]]}


class ReadPagesIn(Schema):
    """Whose pages to read: chosen rows, or (null) all in play; how deep; how many days old a page
    may be that is not read again."""

    channel: ChannelId
    row_ids: list[Id] | None = Field(None, min_length=1, max_length=MOST_AT_ONCE)
    depth: Literal[10, 50, 100] = 10
    older_than: int = Field(0, ge=0, le=3_650)


class PagesPriceOut(Schema):
    """What reading pages would cost: keywords looked at, pages to read, pages that are fresh
    enough, and the allowance before."""

    keywords: int
    pages: int
    known: int
    price: float
    lookups_left: float


@router.post("/pages/price", response=PagesPriceOut, auth=READS, url_name="price_pages")
def price(request: ProjectRequest, project_id: ProjectId, given: ReadPagesIn) -> Any:
    """What reading pages would cost; buys nothing."""
    told = price_pages(request.project, given.channel, given.row_ids, given.depth, given.older_than)
    return {
        "keywords": told.keywords,
        "pages": told.pages,
        "known": told.known,
        "price": told.price_tenths / 10,
        "lookups_left": request.project.lookups_left_tenths / 10,
    }


@router.post("/pages/read", response=JobOut, auth=CHANGES, url_name="read_pages")
def read_pages(request: ProjectRequest, project_id: ProjectId, given: ReadPagesIn) -> Any:
    """Start reading pages."""
    return start_reading_pages(
        request.project, given.channel, given.row_ids, given.depth, given.older_than
    )


@router.post(
    "/rows/{int:row_id}/page/fields", response=JobOut, auth=CHANGES, url_name="read_fields"
)
def read_fields(request: ProjectRequest, project_id: ProjectId, row_id: int) -> Any:
    """Read what the first ten of a page write: descriptions, tags."""
    row = find_row(request.project, row_id)
    read = pages_of(row.scope, row.keyword.key)
    results = results_of(read[0].payload if read else None)
    return start_looking_up(ReadFields, row.scope, [r.address for r in results[:LOOKED_AT]])


class OfResult(Schema):
    """The address of a result."""

    address: str = Field(min_length=1, max_length=2_000)


@router.post("/rows/{int:row_id}/page/talk", response=JobOut, auth=CHANGES, url_name="read_talk")
def read_talk(request: ProjectRequest, project_id: ProjectId, row_id: int, given: OfResult) -> Any:
    """Read where one of the results of a page is talked about. Raises: not_found where it does not
    stand there."""
    row = find_row(request.project, row_id)
    read = pages_of(row.scope, row.keyword.key)
    results = results_of(read[0].payload if read else None)
    if given.address not in {result.address for result in results}:
        raise not_found("result on this page")
    return start_looking_up(ReadTalk, row.scope, [given.address])


class OnChannel(Schema):
    """The channel that pages are of."""

    channel: ChannelId = "web"


@router.post("/pages/file", response=JobOut, auth=CHANGES, url_name="bring_pages")
def bring(
    request: ProjectRequest,
    project_id: ProjectId,
    file: File[UploadedFile],
    asked: Query[OnChannel],
) -> Any:
    """Bring a file of results pages: keyword, position, address, title, and any of the figures."""
    upload, _ = upload_file(request.project, file)
    return start_bringing_pages(request.project, upload.pk, asked.channel)


class NoteIn(Schema):
    """A page as a person noted it: a result a line, title and address."""

    text: str = Field(max_length=200_000)


class NotedOut(Schema):
    """How many results were taken, and why lines were not."""

    results: int
    refused: list[str]


@router.post("/rows/{int:row_id}/page/note", response=NotedOut, auth=CHANGES, url_name="note_page")
def note(request: ProjectRequest, project_id: ProjectId, row_id: int, given: NoteIn) -> Any:
    """Keep a page noted by hand; it is as good as one that was read."""
    return note_page(request.project, row_id, given.text)


@router.delete(
    "/rows/{int:row_id}/page/note", response={204: None}, auth=CHANGES, url_name="forget_note"
)
def forget(request: ProjectRequest, project_id: ProjectId, row_id: int) -> Any:
    """Take a page noted by hand back."""
    forget_note(request.project, row_id)
    return Status(204, None)


class PublisherOut(Schema):
    """Who stands on the pages that were read: on how many keywords' pages, with how many places,
    that as a share of the pages, its mean position, the searches of these keywords; its authority,
    followers or reviews, where known; whether it is one of ours."""

    publisher: str
    keywords: int
    places: int
    share: float
    position: float
    searches: float
    standing: float | None
    own: bool


class RivalsOut(Schema):
    """Rivals, and on how many pages the list rests."""

    pages: int
    rivals: list[PublisherOut]


@router.get("/rivals", response=RivalsOut, auth=READS, url_name="rivals")
def rivals(request: ProjectRequest, project_id: ProjectId, asked: Query[OnChannel]) -> Any:
    """Who stands on the pages that were read, the most often first."""
    return list_rivals(request.project, asked.channel)


class OfRival(OnChannel):
    """A rival on a channel, as its results name it."""

    publisher: str = Field(min_length=1, max_length=250)


class SharedOut(Schema):
    """A keyword with where the rival and we stand; null: not on its page."""

    row: int
    text: str
    volume: float | None
    chance: float | None
    worth: float | None
    their_position: int | None
    own_position: float | None


class RankOut(Schema):
    """A query that it ranks for, and whether the project has it."""

    text: str
    position: int
    known: bool


class BestPageOut(Schema):
    """One of a rival's pages, videos or listings: its address and title, for how many of our
    keywords in play it stands, about how many visits a month these bring it, and which brings
    most."""

    address: str
    title: str
    keywords: int
    visits: float
    most: str
    row: int


class SidesOut(Schema):
    """Keywords of each side."""

    theirs: int
    both: int
    ours: int


class RivalInFullOut(Schema):
    """A rival against ours: theirs and not ours, both, ours alone; its standing and how much it has
    published where its ranks were read; what else it ranks for, and the price of reading that."""

    publisher: str
    pages: int
    theirs: list[SharedOut]
    both: list[SharedOut]
    ours: list[SharedOut]
    best: list[BestPageOut]
    counts: SidesOut
    standing: float | None
    published: int | None
    ranks: list[RankOut]
    ranks_read: bool
    ranks_price: float


@router.get("/rivals/one", response=RivalInFullOut, auth=READS, url_name="rival")
def rival(request: ProjectRequest, project_id: ProjectId, asked: Query[OfRival]) -> Any:
    """One rival in full."""
    return rival_in_full(request.project, asked.channel, asked.publisher)


@router.post("/rivals/read", response=JobOut, auth=CHANGES, url_name="read_ranks")
def read_ranks(request: ProjectRequest, project_id: ProjectId, given: OfRival) -> Any:
    """Read what a rival ranks for."""
    scope = scope_of(request.project, given.channel)
    return start_looking_up(ReadRanks, scope, [given.publisher])
