"""Desks over HTTP: one piece, its fields, what is looked at while they are written."""

from typing import Any

from ninja import Query, Router

from bunraku.core.write.capitals import with_capitals
from bunraku.core.write.fixes import fix
from bunraku.server.plan.api import piece_out
from bunraku.server.plan.selectors import plan_of
from bunraku.server.projects.access import CHANGES, READS, ProjectId, ProjectRequest
from bunraku.server.projects.models import Project
from bunraku.server.write.aims import Aims, aims_of, aims_while_typing, begun
from bunraku.server.write.drafts import (
    Edit,
    draft_of,
    save_draft,
    version_beside,
    versions_of,
)
from bunraku.server.write.duel import duel_of
from bunraku.server.write.list_of_pieces import look_again, pieces_to_write
from bunraku.server.write.looking import desk_out
from bunraku.server.write.packing import PACKED_FIELDS, Asked, pack_field
from bunraku.server.write.proposal_schemas import (
    BesideQuery,
    DuelOut,
    DuelQuery,
    FieldBesideOut,
    FieldPackedOut,
    PackIn,
    VersionOut,
)
from bunraku.server.write.schemas import (
    CapitalsIn,
    CapitalsOut,
    DeskOut,
    FixedOut,
    FixIn,
    LookIn,
    LookOut,
    SavedOut,
    SaveIn,
)
from bunraku.server.write.writing_schemas import WritingPageOut, WritingQuery

router = Router(tags=["write"])


@router.get("/writing", response=WritingPageOut, auth=READS, url_name="writing")
def writing(request: ProjectRequest, project_id: ProjectId, wanted: Query[WritingQuery]) -> Any:
    """The pieces to write, with what each lacks."""
    return pieces_to_write(request.project, wanted)


@router.get("/pieces/{int:piece_id}/desk", response=DeskOut, auth=READS, url_name="desk")
def desk(request: ProjectRequest, project_id: ProjectId, piece_id: int) -> Any:
    """The desk of a piece."""
    return _desk(request.project, piece_id)


def _desk(project: Project, piece_id: int) -> dict[str, Any]:
    aims = aims_of(project, piece_id)
    _, draft = draft_of(project, piece_id)
    look_again(project, piece_id)
    fields = draft.fields if draft else begun(aims)
    return {
        "piece": piece_out(plan_of(project, [piece_id])[0]),
        "form": aims.form,
        "language": aims.aim.language,
        "profile": aims.profile.id,
        "profile_name": aims.profile.name,
        "fields": [
            {
                "id": field.id,
                "name": field.name,
                "shape": field.shape,
                "about": field.about,
                "packs": field.id in PACKED_FIELDS,
            }
            for field in aims.fields
        ],
        "phrases": _phrases(aims),
        "counted_in": aims.counted_in,
        "practice": aims.practice,
        "links": aims.links,
        "questions": list(aims.aim.questions),
        "second": aims.aim.second,
        "place": aims.aim.place,
        "versions": draft.versions.count() if draft else 0,
        "draft": {
            "fields": fields,
            "revision": draft.revision if draft else 0,
            "by": draft.by if draft else "",
            "saved": draft.saved if draft else None,
        },
        "look": desk_out(aims, fields),
    }


def _phrases(aims: Aims) -> list[dict[str, Any]]:
    told = zip(aims.rows, aims.phrases, aims.values, aims.searches, aims.chances, strict=True)
    return [
        {"row": row, "text": text, "value": value, "searches": searches, "chance": chance}
        for row, text, value, searches, chance in told
    ]


@router.post("/pieces/{int:piece_id}/desk/look", response=LookOut, auth=READS, url_name="look")
def look(request: ProjectRequest, project_id: ProjectId, piece_id: int, given: LookIn) -> Any:
    """Look at fields as they are being written; nothing is kept."""
    return desk_out(aims_while_typing(request.project, piece_id), given.fields)


@router.put("/pieces/{int:piece_id}/draft", response=SavedOut, auth=CHANGES, url_name="save_draft")
def save(request: ProjectRequest, project_id: ProjectId, piece_id: int, given: SaveIn) -> Any:
    """Keep what is written."""
    edits = {name: Edit(one.was, one.now) for name, one in given.edits.items()}
    who = request.user.get_username()
    saved = save_draft(
        request.project,
        piece_id,
        edits,
        given.since,
        who,
        anew=given.anew,
        window=given.window,
    )
    return {
        "revision": saved.draft.revision,
        "saved": saved.draft.saved,
        "versions": saved.draft.versions.count(),
        "others": saved.others,
        "clashes": saved.clashes,
    }


@router.post(
    "/pieces/{int:piece_id}/desk/fix", response=FixedOut, auth=READS, url_name="fix_fields"
)
def fixed(request: ProjectRequest, project_id: ProjectId, piece_id: int, given: FixIn) -> Any:
    """Fields that would keep a rule; nothing is kept."""
    aims = aims_of(request.project, piece_id)
    return {"fields": fix(given.rule, aims.form, given.fields, aims.aim)}


@router.post(
    "/pieces/{int:piece_id}/desk/capitals",
    response=CapitalsOut,
    auth=READS,
    url_name="set_capitals",
)
def capitals(
    request: ProjectRequest, project_id: ProjectId, piece_id: int, given: CapitalsIn
) -> Any:
    """A title with its capitals set by a rule; nothing is kept."""
    aims = aims_of(request.project, piece_id)
    return {"text": with_capitals(given.text, given.rule, aims.aim.language)}


@router.post(
    "/pieces/{int:piece_id}/desk/pack", response=FieldPackedOut, auth=READS, url_name="pack_field"
)
def packed(request: ProjectRequest, project_id: ProjectId, piece_id: int, given: PackIn) -> Any:
    """What a field could say; nothing is kept."""
    asked = Asked(
        given.end, given.must, given.never, given.everything, given.joiner or " ", given.into
    )
    return pack_field(request.project, piece_id, given.field, given.fields, asked)


@router.get("/pieces/{int:piece_id}/duel", response=DuelOut, auth=READS, url_name="title_duel")
def duel(
    request: ProjectRequest, project_id: ProjectId, piece_id: int, asked: Query[DuelQuery]
) -> Any:
    """Titles of a piece against each other."""
    return duel_of(request.project, piece_id, asked.titles)


@router.get(
    "/pieces/{int:piece_id}/versions",
    response=list[VersionOut],
    auth=READS,
    url_name="draft_versions",
)
def versions(request: ProjectRequest, project_id: ProjectId, piece_id: int) -> Any:
    """Every version of a draft, the latest first."""
    return versions_of(request.project, piece_id)


@router.get(
    "/pieces/{int:piece_id}/versions/{int:number}/beside",
    response=list[FieldBesideOut],
    auth=READS,
    url_name="version_beside",
)
def beside(
    request: ProjectRequest,
    project_id: ProjectId,
    piece_id: int,
    number: int,
    asked: Query[BesideQuery],
) -> Any:
    """A version beside another, word by word."""
    return version_beside(request.project, piece_id, number, asked.other)
