"""Following over HTTP: what is live, one piece in full, publishing and looking."""

from typing import Any

from ninja import Query, Router, Status

from bunraku.server.follow.checking import start_checking
from bunraku.server.follow.clock_job import start_moving
from bunraku.server.follow.diary import (
    change_entry,
    due_back,
    note_event,
    remove_entry,
)
from bunraku.server.follow.diary_schemas import (
    DiaryOut,
    DiaryQuery,
    EntryChange,
    EntryOut,
    EventIn,
)
from bunraku.server.follow.following import following, state_of
from bunraku.server.follow.history_of import entry_out, live_of
from bunraku.server.follow.list_schemas import (
    FollowingOut,
    FollowingQuery,
    TogetherOut,
    TogetherQuery,
)
from bunraku.server.follow.models import DiaryEntry
from bunraku.server.follow.publishing import publish, publishing_of, take_down
from bunraku.server.follow.read_back import read_back
from bunraku.server.follow.schemas import (
    CheckIn,
    ClockIn,
    DownIn,
    LiveOut,
    PublishedOut,
    PublishIn,
    PublishingOut,
    ReadBackIn,
    ReadBackOut,
    WatchIn,
    WatchOut,
)
from bunraku.server.follow.together import together
from bunraku.server.follow.watching import change_watch
from bunraku.server.jobs.api import JobOut
from bunraku.server.projects.access import CHANGES, READS, ProjectId, ProjectRequest

router = Router(tags=["follow"])


@router.get("/follow", response=FollowingOut, auth=READS, url_name="following")
def read_following(
    request: ProjectRequest, project_id: ProjectId, wanted: Query[FollowingQuery]
) -> Any:
    """The live pieces."""
    return following(request.project, wanted)


@router.get("/follow/together", response=list[TogetherOut], auth=READS, url_name="together")
def read_together(
    request: ProjectRequest, project_id: ProjectId, asked: Query[TogetherQuery]
) -> Any:
    """Live pieces together, by outlet or by cluster."""
    return together(request.project, asked.by)


@router.get("/follow/watch", response=WatchOut, auth=READS, url_name="watch")
def read_watch(request: ProjectRequest, project_id: ProjectId) -> Any:
    """How the project looks, its clock, and what is due."""
    return state_of(request.project)


@router.put("/follow/watch", response=WatchOut, auth=CHANGES, url_name="change_watch")
def put_watch(request: ProjectRequest, project_id: ProjectId, given: WatchIn) -> Any:
    """Change how the project looks."""
    change_watch(request.project, given.dict())
    return state_of(request.project)


@router.post("/follow/check", response={202: JobOut}, auth=CHANGES, url_name="check_ranks")
def check(request: ProjectRequest, project_id: ProjectId, given: CheckIn) -> Any:
    """Look where live pieces stand."""
    return Status(202, start_checking(request.project, given.live))


@router.post("/follow/clock", response={202: JobOut}, auth=CHANGES, url_name="move_clock")
def move(request: ProjectRequest, project_id: ProjectId, given: ClockIn) -> Any:
    """Move the practice clock on; what comes due on the way is looked at."""
    return Status(202, start_moving(request.project, given.days))


@router.get(
    "/pieces/{int:piece_id}/publish", response=PublishingOut, auth=READS, url_name="publishing"
)
def read_publishing(request: ProjectRequest, project_id: ProjectId, piece_id: int) -> Any:
    """What publishing a piece would do."""
    return publishing_of(request.project, piece_id)


@router.post(
    "/pieces/{int:piece_id}/publish", response=PublishedOut, auth=CHANGES, url_name="publish"
)
def publish_piece(
    request: ProjectRequest, project_id: ProjectId, piece_id: int, given: PublishIn
) -> Any:
    """A piece goes live, or what is live of it is changed to what is written."""
    who = request.user.get_username()
    live = publish(request.project, piece_id, given.address, given.day, who, reason=given.reason)
    return {"live": live.pk}


@router.get("/live/{int:live_id}", response=LiveOut, auth=READS, url_name="live_piece")
def read_live(request: ProjectRequest, project_id: ProjectId, live_id: int) -> Any:
    """A live piece in full."""
    return live_of(request.project, live_id)


@router.post("/live/{int:live_id}/down", response={204: None}, auth=CHANGES, url_name="take_down")
def down(request: ProjectRequest, project_id: ProjectId, live_id: int, given: DownIn) -> Any:
    """A live piece is there no more."""
    take_down(request.project, live_id, given.day, request.user.get_username(), reason=given.reason)
    return Status(204, None)


@router.post(
    "/live/{int:live_id}/read-back", response=ReadBackOut, auth=CHANGES, url_name="read_back"
)
def back(request: ProjectRequest, project_id: ProjectId, live_id: int, given: ReadBackIn) -> Any:
    """Compare what is there with what was published."""
    return read_back(request.project, live_id, given.text)


@router.get("/diary", response=DiaryOut, auth=READS, url_name="diary")
def read_diary(request: ProjectRequest, project_id: ProjectId, wanted: Query[DiaryQuery]) -> Any:
    """The diary, the latest first."""
    entries = (
        due_back(request.project)
        if wanted.due
        else DiaryEntry.objects.filter(project=request.project).select_related("live")
    )
    rows = entries[wanted.offset : wanted.offset + wanted.limit]
    return {
        "total": entries.count(),
        "offset": wanted.offset,
        "rows": [entry_out(entry) for entry in rows],
    }


@router.post("/diary", response=EntryOut, auth=CHANGES, url_name="note_event")
def note(request: ProjectRequest, project_id: ProjectId, given: EventIn) -> Any:
    """Note something that happened."""
    entry = note_event(
        request.project,
        given.what,
        given.day,
        request.user.get_username(),
        live_id=given.live,
        channel=given.channel,
        reason=given.reason,
        note=given.note,
    )
    return entry_out(entry)


@router.patch("/diary/{int:entry_id}", response=EntryOut, auth=CHANGES, url_name="change_entry")
def change(
    request: ProjectRequest, project_id: ProjectId, entry_id: int, given: EntryChange
) -> Any:
    """Change an entry, or say that one has looked back."""
    told = given.dict(exclude_unset=True)
    # A day to look back can be taken off; a reason that is not told stays.
    fields = {k: value for k, value in told.items() if value is not None or k == "check_back"}
    return entry_out(change_entry(request.project, entry_id, fields))


@router.delete("/diary/{int:entry_id}", response={204: None}, auth=CHANGES, url_name="remove_entry")
def remove(request: ProjectRequest, project_id: ProjectId, entry_id: int) -> Any:
    """Take an entry that was noted by hand out of the diary."""
    remove_entry(request.project, entry_id)
    return Status(204, None)
