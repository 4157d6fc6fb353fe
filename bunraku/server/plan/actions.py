"""What can be done to the plan: make pieces, change them, move keywords between them, remove them."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from typing import Any

from django.db import transaction

from bunraku.core.gather.brands import BrandMatcher
from bunraku.core.plan.calendar import months_ahead
from bunraku.core.plan.ownership import divide_keywords
from bunraku.core.plan.pieces import KINDS, suggest_kind, title_from
from bunraku.core.weigh.intent_cues import INTENTS
from bunraku.server.clock import today
from bunraku.server.cluster.models import Cluster
from bunraku.server.errors import BunrakuError, not_found
from bunraku.server.plan.models import Piece, PieceKeyword
from bunraku.server.projects.journal import Recorder
from bunraku.server.projects.models import Outlet, Project
from bunraku.server.sheet.models import IN_PLAY, Row, RowPage

MOST_CLUSTERS = 1_000


@dataclass(frozen=True)
class Made:
    """Pieces made, and clusters of which none was made with the reason."""

    pieces: list[Piece]
    skipped: dict[str, int]


def make_pieces(project: Project, cluster_ids: Sequence[int]) -> Made:
    """Make a piece of each cluster: kind and outlet suggested, its lead keyword the main one, each other keyword that
    nobody owns also served. Raises: not_found, nothing_to_plan when none could be made."""
    with transaction.atomic():
        clusters = list(
            Cluster.objects.filter(pk__in=cluster_ids, scope__project=project)
            .select_related("scope", "lead")
            .order_by("pk")
        )
        if len(clusters) != len(set(cluster_ids)):
            raise not_found("cluster")
        skipped: dict[str, int] = {}
        rows = _members(clusters)
        planned = set(Piece.objects.filter(cluster__in=clusters).values_list("cluster_id", flat=True))
        owned = _owners(clusters)
        with Recorder(project, f"Planned {len(clusters):,} cluster{'s' if len(clusters) != 1 else ''}") as journal:
            pieces = []
            for cluster in clusters:
                reason = _make_piece(project, cluster, rows.get(cluster.pk, []), cluster.pk in planned, owned, journal)
                if isinstance(reason, Piece):
                    pieces.append(reason)
                else:
                    skipped[reason] = skipped.get(reason, 0) + 1
        if not pieces:
            why = "; ".join(f"{count} {reason}" for reason, count in skipped.items()) or "no cluster was chosen"
            raise BunrakuError("nothing_to_plan", f"No piece was made: {why}.")
    return Made(pieces, skipped)


def _members(clusters: Sequence[Cluster]) -> dict[int, list[Row]]:
    members: dict[int, list[Row]] = {}
    rows = Row.objects.filter(cluster__in=[c.pk for c in clusters], state__in=IN_PLAY).order_by(
        "-worth", "-volume", "pk"
    )
    for row in rows:
        members.setdefault(row.cluster or 0, []).append(row)
    return members


def _owners(clusters: Sequence[Cluster]) -> dict[int, int]:
    """Who owns what on the scopes of these clusters: row-wise, keyed by scope and keyword folded into the row's id."""
    scopes = {cluster.scope_id for cluster in clusters}
    owned = PieceKeyword.objects.filter(scope__in=scopes).values_list("scope_id", "keyword_id", "piece_id")
    by_place = {(scope, keyword): piece for scope, keyword, piece in owned}
    rows = Row.objects.filter(scope__in=scopes, keyword__in=[keyword for _, keyword in by_place]) if by_place else []
    return {
        row.pk: by_place[row.scope_id, row.keyword_id] for row in rows if (row.scope_id, row.keyword_id) in by_place
    }


def _make_piece(
    project: Project, cluster: Cluster, rows: list[Row], planned: bool, owned: dict[int, int], journal: Recorder
) -> Piece | str:
    if planned:
        return "already planned"
    if not rows:
        return "without keywords"
    main = next((row for row in rows if row.keyword_id == cluster.lead_id), rows[0])
    ordered = [main.pk, *(row.pk for row in rows if row.pk != main.pk)]
    mine = divide_keywords({0: ordered}, owned)[0]
    if main.pk not in mine:
        return "whose main keyword another piece owns"
    channel = cluster.scope.channel
    places = BrandMatcher(project.places)
    shown = [
        name
        for features in RowPage.objects.filter(row__in=ordered).values_list("features", flat=True)
        for name in features
    ]
    suggestion = suggest_kind(
        channel,
        [INTENTS[row.intent] for row in rows if row.intent >= 0],
        sum(row.local for row in rows) / len(rows),
        shown,
        sum(places.find(row.text) is not None for row in rows),
    )
    outlet = next((one for one in project.outlets.all() if one.channel == channel), None)
    piece = Piece.objects.create(
        project=project,
        scope=cluster.scope,
        outlet=outlet,
        cluster=cluster,
        title=title_from(cluster.name or main.text),
        kind=suggestion.kind,
        because=suggestion.because,
        hours=KINDS[suggestion.kind].hours,
    )
    by_id = {row.pk: row for row in rows}
    owns = PieceKeyword.objects.bulk_create(
        PieceKeyword(piece=piece, scope=cluster.scope, keyword_id=by_id[pk].keyword_id, main=pk == main.pk)
        for pk in mine
    )
    owned.update(dict.fromkeys(mine, piece.pk))
    journal.made([piece, *owns])
    return piece


def find_piece(project: Project, piece_id: int) -> Piece:
    """A piece of a project. Raises: not_found."""
    piece = Piece.objects.select_related("scope", "outlet").filter(pk=piece_id, project=project).first()
    if piece is None:
        raise not_found("piece")
    return piece


def change_piece(project: Project, piece_id: int, fields: dict[str, Any]) -> Piece:
    """Change title, kind, outlet, hours or month. A month set by hand is pinned, and unpinned when taken off.

    Raises: not_found, invalid_input for a kind or outlet of another channel or a month outside the horizon."""
    with transaction.atomic():
        piece = find_piece(project, piece_id)
        with Recorder(project, f"Changed “{piece.title}”") as journal:
            journal.touch([piece])
            if "kind" in fields:
                _set_kind(piece, fields["kind"], keep_hours="hours" in fields)
            if "outlet_id" in fields:
                piece.outlet = _outlet(project, piece, fields["outlet_id"])
            if "month" in fields:
                piece.month = _month(fields["month"])
                piece.pinned = piece.month is not None
            if "pinned" in fields:
                piece.pinned = bool(fields["pinned"]) and piece.month is not None
            for name in ("title", "hours"):
                setattr(piece, name, fields.get(name, getattr(piece, name)))
            piece.save()
    return piece


def _set_kind(piece: Piece, kind: str, *, keep_hours: bool) -> None:
    if KINDS[kind].channel != piece.scope.channel:
        raise BunrakuError(
            "invalid_input",
            f"A {KINDS[kind].name.lower()} does not stand on {piece.scope.channel} search.",
            field="kind",
        )
    # Hours that the user changed are theirs; the usual ones follow the kind.
    if not keep_hours and piece.hours == KINDS[piece.kind].hours:
        piece.hours = KINDS[kind].hours
    piece.kind = kind
    piece.because = "you chose it"


def _outlet(project: Project, piece: Piece, outlet_id: int | None) -> Outlet | None:
    if outlet_id is None:
        return None
    outlet = project.outlets.filter(pk=outlet_id).first()
    if outlet is None:
        raise not_found("outlet")
    if outlet.channel != piece.scope.channel:
        raise BunrakuError("invalid_input", f"{outlet.name} is not on {piece.scope.channel} search.", field="outlet_id")
    return outlet


def _month(month: date | None) -> date | None:
    if month is None:
        return None
    first = month.replace(day=1)
    if first not in months_ahead(today()):
        raise BunrakuError("invalid_input", "The month lies outside the twelve planned ones.", field="month")
    return first


def remove_piece(project: Project, piece_id: int) -> None:
    """Take a piece out of the plan; its keywords are free again. Raises: not_found."""
    with transaction.atomic():
        piece = find_piece(project, piece_id)
        with Recorder(project, f"Removed “{piece.title}”") as journal:
            journal.touch([piece, *piece.keywords.all()])
            piece.delete()


def give_keyword(project: Project, piece_id: int, row_id: int, *, main: bool = False) -> Piece:
    """Give a keyword to a piece, taking it from any other that has it; or make one of its keywords the main one.

    Raises: not_found; keyword_taken when it is another piece's main keyword."""
    with transaction.atomic():
        piece = find_piece(project, piece_id)
        row = Row.objects.filter(pk=row_id, scope=piece.scope).first()
        if row is None:
            raise not_found("keyword on this channel")
        with Recorder(project, f"Gave “{row.text}” to “{piece.title}”") as journal:
            owned = PieceKeyword.objects.filter(scope=row.scope_id, keyword=row.keyword_id).first()
            if owned is not None and owned.main and owned.piece_id != piece.pk:
                raise BunrakuError(
                    "keyword_taken",
                    f"“{row.text}” is the main keyword of “{owned.piece.title}”.",
                    hint="Give that piece another main keyword first.",
                )
            former = list(piece.keywords.filter(main=True)) if main else []
            journal.touch([*([owned] if owned else []), *former])
            for one in former:
                one.main = False
                one.save()
            owned = owned or PieceKeyword(scope_id=row.scope_id, keyword_id=row.keyword_id)
            owned.piece = piece
            owned.main = main or (owned.main and not former)
            owned.save()
            journal.made([owned])
    return piece


def drop_keyword(project: Project, piece_id: int, row_id: int) -> Piece:
    """Take an also-served keyword from a piece. Raises: not_found; invalid_input for the main keyword."""
    with transaction.atomic():
        piece = find_piece(project, piece_id)
        row = Row.objects.filter(pk=row_id, scope=piece.scope).first()
        owned = piece.keywords.filter(keyword=row.keyword_id).first() if row else None
        if row is None or owned is None:
            raise not_found("keyword of this piece")
        if owned.main:
            raise BunrakuError(
                "invalid_input", "A piece keeps its main keyword; make another the main one first.", field="keyword"
            )
        with Recorder(project, f"Took “{row.text}” from “{piece.title}”") as journal:
            journal.touch([owned])
            owned.delete()
    return piece
