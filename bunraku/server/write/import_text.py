"""What comes in: something that exists already, read into fields."""

from django.db import transaction

from bunraku.core.channels import KINDS, ClusterFacts, FormId, channel_named, form_named
from bunraku.core.text import BadKeyword, clean_keyword, identity_key
from bunraku.core.text.labelled_phrases import INTENTS
from bunraku.core.write.existing_text import Read, read_existing
from bunraku.server.errors import BunrakuError
from bunraku.server.gather.methods import BITS
from bunraku.server.journal.recorder import Recorder
from bunraku.server.plan.models import Piece, PieceKeyword
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row
from bunraku.server.sheet.scopes import add_keywords, scope_of
from bunraku.server.write.aims import aims_of, begun
from bunraku.server.write.drafts import Edit, save_draft
from bunraku.server.write.models import Draft


def read_text(form: FormId, text: str) -> Read:
    """Something that exists, read into fields. Raises: bad_file for nothing, or too much."""
    try:
        return read_existing(form, text)
    except ValueError as wrong:
        raise BunrakuError("bad_file", str(wrong), field="text") from None


def read_for_piece(project: Project, piece_id: int, text: str) -> Read:
    """The same in the form of a piece, with the fields that its outlet has. Raises: not_found,
    bad_file."""
    aims = aims_of(project, piece_id)
    found = read_text(aims.form, text)
    own = {field.id for field in aims.fields}
    names = {field.id: field.name for field in form_named(aims.form).fields}
    out = [names[name] for name in found.fields if name not in own]
    notes = [*found.notes, *([f"Its outlet has no {', '.join(out).lower()}."] if out else [])]
    return Read({name: said for name, said in found.fields.items() if name in own}, notes)


def open_desk(
    project: Project, channel: str, keyword: str, address: str, text: str, who: str
) -> tuple[Piece, list[str]]:
    """A desk for something that exists already and is in no plan yet: its piece with the keyword it
    is to be found by, and what stands in it as its first version. A keyword that the project does
    not have is added to it; one that is a piece's main keyword already opens that piece's desk.

    Returns: the piece, and notes on what was read. Raises: invalid_input for no keyword, bad_file
    as `read_text`."""
    try:
        wanted = clean_keyword(keyword)
    except BadKeyword as bad:
        raise BunrakuError("invalid_input", str(bad), field="keyword") from None
    found = read_text(channel_named(channel).form.id, text) if text.strip() else Read({})
    with transaction.atomic():
        row = _row_of(project, channel, wanted)
        owned = PieceKeyword.objects.select_related("piece").filter(
            scope=row.scope, keyword=row.keyword_id
        )
        there = owned.first()
        piece = there.piece if there else _piece_of(project, channel, row, found, address)
    if found.fields:
        aims = aims_of(project, piece.pk)
        own = {field.id for field in aims.fields}
        held = Draft.objects.filter(piece=piece).first()
        before = held.fields if held else begun(aims)
        edits = {
            name: Edit(before.get(name, ""), said)
            for name, said in found.fields.items()
            if name in own
        }
        save_draft(project, piece.pk, edits, held.revision if held else 0, who, anew=True)
    notes = list(found.notes)
    if there is not None and found.fields:
        notes.append(f"“{wanted}” is already covered by “{piece.title}”; the text was added there.")
    elif there is not None:
        notes.append(f"“{wanted}” is already covered by “{piece.title}”, opened here.")
    return piece, notes


def _row_of(project: Project, channel: str, keyword: str) -> Row:
    """The row of a keyword, added to the project where it is not there."""
    scope = scope_of(project, channel)
    key = identity_key(keyword)
    row = Row.objects.filter(scope=scope, keyword__key=key).first() if scope.pk else None
    if row is None:
        add_keywords(scope, {key: keyword}, ways={key: BITS["seed"]})
        row = Row.objects.get(scope=scope, keyword__key=key)
    return row


def _piece_of(project: Project, channel: str, row: Row, found: Read, address: str) -> Piece:
    intents = [INTENTS[row.intent]] if row.intent >= 0 else []
    kind = channel_named(channel).suggest(ClusterFacts(intents, float(row.local))).kind
    title = found.fields.get("title", "")[:200] or f"{row.text[:1].upper()}{row.text[1:]}"
    outlets = list(project.outlets.all())
    with Recorder(project, f"Opened “{title}” in the editor"[:200]) as journal:
        piece = Piece.objects.create(
            project=project,
            scope=row.scope,
            outlet=project.chosen_among(outlets, channel),
            title=title,
            kind=kind,
            because="it exists already and is to be improved",
            hours=KINDS[kind].hours,
            address=address[:2_000],
            improves=True,
        )
        owner = PieceKeyword.objects.create(
            piece=piece, scope=row.scope, keyword_id=row.keyword_id, main=True
        )
        journal.made([piece, owner])
    return piece
