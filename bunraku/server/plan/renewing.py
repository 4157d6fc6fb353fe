"""Old years: a piece's main keyword with the coming year in it."""

from collections.abc import Sequence

from bunraku.core.text import identity_key
from bunraku.server.clock import today
from bunraku.server.gather.methods import BITS
from bunraku.server.gather.models import Origin
from bunraku.server.gather.tidying import start_tidying
from bunraku.server.plan.drafting import Draft
from bunraku.server.plan.models import Piece, PieceKeyword
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Keyword, Row, Scope
from bunraku.server.sheet.scopes import add_keywords


def renew_main_keywords(
    project: Project, drafts: Sequence[Draft], pieces: Sequence[Piece]
) -> list[str]:
    """Give pieces just made the main keyword with the coming year where their own is over: it is
    added to the sheet if it is not there. The old phrase is also served where it is still searched
    for, as far as is known. Returns the new main keywords. One that another piece owns stays with
    that one. To be called in a transaction."""
    wanted = [(draft, piece) for draft, piece in zip(drafts, pieces, strict=True) if draft.renewed]
    renewed: list[str] = []
    for draft, piece in wanted:
        keyword = _keyword(project, piece.scope, draft)
        if (
            PieceKeyword.objects.filter(scope=piece.scope, keyword=keyword)
            .exclude(piece=piece)
            .exists()
        ):
            continue
        old = draft.main_row
        PieceKeyword.objects.filter(piece=piece, main=True).update(main=False)
        if old.volume == 0:
            PieceKeyword.objects.filter(piece=piece, keyword=old.keyword_id).delete()
        PieceKeyword.objects.update_or_create(
            scope=piece.scope, keyword_id=keyword, defaults={"piece": piece, "main": True}
        )
        Row.objects.filter(scope=piece.scope, keyword=keyword, cluster=None).update(
            cluster=draft.cluster.pk
        )
        renewed.append(draft.renewed)
    if renewed:
        start_tidying(project)
    return renewed


def _keyword(project: Project, scope: Scope, draft: Draft) -> int:
    key = identity_key(draft.renewed)
    scope.project = project
    ids, new = add_keywords(scope, {key: draft.renewed}, ways={key: BITS["years"]})
    if new:
        Origin.objects.get_or_create(
            scope=scope,
            keyword=Keyword.objects.get(pk=ids[key]),
            method="years",
            seed=draft.main_row.text[:200],
            source="Bunraku",
            on=today(),
            defaults={"first": True},
        )
    return ids[key]
