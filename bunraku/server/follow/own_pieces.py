"""What is live, as a source that makes a world to practise in has to know it."""

from bunraku.core.channels import channel_named
from bunraku.core.text.addresses import host_of
from bunraku.core.write.fields import items_of
from bunraku.server.clock import today
from bunraku.server.follow.models import Followed, LivePiece
from bunraku.server.readings.own_pieces import tell_own_pieces
from bunraku.server.sheet.models import Scope
from bunraku.sources.protocol import OwnPiece

MOST = 500
"""Pieces that are told of: a world that is asked for a page looks at each of them."""


@tell_own_pieces
def own_pieces(scope: Scope) -> tuple[OwnPiece, ...]:
    """Live pieces of a scope, the latest first; those that are gone, or not out yet, left out."""
    # It is asked with every batch, and most projects have nothing live.
    if not scope.pk or not LivePiece.objects.filter(scope=scope).exists():
        return ()
    live = LivePiece.objects.select_related("outlet").filter(
        scope=scope, gone=None, published__lte=today(), outlet__isnull=False
    )
    pieces = list(live.order_by("-pk")[:MOST])
    mains = Followed.objects.filter(live__in=pieces, main=True).values_list("live_id", "term")
    main_of = dict(mains)
    return tuple(_told(piece, main_of[piece.pk]) for piece in pieces if piece.pk in main_of)


def _told(live: LivePiece, main: str) -> OwnPiece:
    outlet = live.outlet
    assert outlet is not None  # noqa: S101
    by_host = channel_named(outlet.channel).known_by_host
    host = host_of(outlet.address) if by_host else ""
    return OwnPiece(
        address=live.address,
        publisher=host or outlet.name,
        standing=outlet.standing,
        title=live.fields.get("title") or live.title,
        main=main,
        published=live.published,
        retitled=live.retitled,
        old_title=live.old_title,
        description=live.fields.get("description", ""),
        tags=tuple(items_of(live.fields.get("tags", ""))),
    )
