"""What was done to a project over HTTP: its history with undo, and its log."""

from datetime import datetime
from typing import Any

from ninja import Field, Query, Router, Schema

from bunraku.server.journal.acting import who_acts
from bunraku.server.journal.models import Entry, LogLine
from bunraku.server.journal.undo import undo_last, undo_one, undoable
from bunraku.server.projects.access import CHANGES, READS, ProjectId, ProjectRequest

router = Router(tags=["projects"])
SHOWN = 100
"""Latest changes that the history lists."""


class LogQuery(Schema):
    """Which part of the log is wanted."""

    offset: int = Field(0, ge=0, le=10_000_000)
    limit: int = Field(100, ge=1, le=500)


class LogLineOut(Schema):
    """What was done, by whom (empty: an account that is gone), and when."""

    text: str
    by: str
    at: datetime

    @staticmethod
    def resolve_by(line: LogLine) -> str:
        return line.by.get_username() if line.by else ""


class LogOut(Schema):
    """A part of the log, the latest first, and how many lines there are."""

    total: int
    offset: int
    rows: list[LogLineOut]


class UndoIn(Schema):
    """The entry of the journal that is meant, as the overview names it."""

    entry: int = Field(ge=1, le=2**53)
    alone: bool = Field(False, description="undo this change alone; later ones stay")


class ChangeOut(Schema):
    """A change to a project as its history lists it: what, by whom (empty: an account that is
    gone), when, whether it was undone, and whether the signed-in person may undo it."""

    id: int
    label: str
    by: str
    at: datetime
    undone: bool
    own: bool


class UndoneOut(Schema):
    """What was undone, and how much more could be."""

    label: str
    left: int


@router.post("/undo", response=UndoneOut, auth=CHANGES, url_name="undo")
def undo(request: ProjectRequest, project_id: ProjectId, given: UndoIn) -> Any:
    """Take back one's own last change, if it still is the last, or another one by itself."""
    entry = (undo_one if given.alone else undo_last)(request.project, given.entry)
    return {"label": entry.label, "left": undoable(request.project).count()}


@router.get(
    "/history",
    response=list[ChangeOut],
    auth=READS,
    url_name="history",
)
def read_history(request: ProjectRequest, project_id: ProjectId) -> Any:
    """The changes to a project that can be, or were, undone: the latest hundred, latest first."""
    entries = Entry.objects.filter(project=request.project).select_related("by").defer("changes")
    me = who_acts(request.project)
    return [
        {
            "id": entry.pk,
            "label": entry.label,
            "by": entry.by.get_username() if entry.by else "",
            "at": entry.at,
            "undone": entry.undone,
            "own": entry.by_id == me,
        }
        for entry in entries.order_by("-pk")[:SHOWN]
    ]


@router.get("/log", response=LogOut, auth=READS, url_name="log")
def read_log(request: ProjectRequest, project_id: ProjectId, wanted: Query[LogQuery]) -> Any:
    """What was done to a project, the latest first."""
    lines = LogLine.objects.filter(project=request.project)
    page = lines.select_related("by")[wanted.offset : wanted.offset + wanted.limit]
    return {"total": lines.count(), "offset": wanted.offset, "rows": list(page)}
