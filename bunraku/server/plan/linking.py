"""What waits for what in the plan, and which piece links to which."""

from collections.abc import Sequence
from typing import Any

from django.db import transaction
from django.db.models import Q

from bunraku.core.formats.csv_out import Column, csv_lines
from bunraku.core.plan.links import Link, Linked, closes_a_circle, propose_links
from bunraku.server.errors import BunrakuError
from bunraku.server.journal.recorder import Recorder
from bunraku.server.plan.actions import find_piece
from bunraku.server.plan.models import Piece, PieceAfter
from bunraku.server.plan.outlines import Outline, outlines_of
from bunraku.server.projects.models import Project

LINK_COLUMNS = (
    Column("From", "The piece that links."),
    Column("To", "The piece that is linked to."),
    Column("Phrase", "What the link says."),
    Column("Why", "Why the link is suggested."),
)


def put_after(project: Project, piece_id: int, first_id: int) -> None:
    """Have a piece wait for another one. Raises: not_found; circle where that one waits for it
    already, named."""
    with transaction.atomic():
        piece, first = find_piece(project, piece_id), find_piece(project, first_id)
        circle = closes_a_circle(_after(project), piece.pk, first.pk)
        if circle:
            titles = Piece.objects.in_bulk(circle)
            way = " waits for ".join(f"“{titles[pk].title}”" for pk in circle)
            raise BunrakuError("circle", f"That would be a circle: {way}.", field="first")
        if PieceAfter.objects.filter(piece=piece, first=first).exists():
            return
        label = f"“{piece.title}” waits for “{first.title}”"
        with Recorder(project, label[:200]) as journal:
            journal.made([PieceAfter.objects.create(piece=piece, first=first)])


def take_apart(project: Project, piece_id: int, first_id: int) -> None:
    """Have a piece wait for another one no more. Raises: not_found."""
    with transaction.atomic():
        piece = find_piece(project, piece_id)
        there = list(PieceAfter.objects.filter(piece=piece, first=first_id))
        with Recorder(project, f"Removed dependency of “{piece.title}”"[:200]) as journal:
            journal.remove(there)


def wait_for_hubs(project: Project) -> int:
    """Have each piece wait for the nearest of those it builds on, where that is not so yet and
    makes no circle. Returns how many wait now that did not."""
    with transaction.atomic():
        plan = outlines_of(project)
        after = _after(project)
        made: list[PieceAfter] = []
        seen: set[int] = set()
        for link in links_of(plan):
            if not link.builds or link.source in seen:
                continue
            seen.add(link.source)
            there = link.target in after.get(link.source, [])
            if there or closes_a_circle(after, link.source, link.target):
                continue
            after.setdefault(link.source, []).append(link.target)
            made.append(PieceAfter(piece_id=link.source, first_id=link.target))
        with Recorder(project, "Set dependencies automatically") as journal:
            for one in made:
                one.save()
            journal.made(made)
    return len(made)


def links_of(outlines: Sequence[Outline]) -> list[Link]:
    """Proposed links among pieces, those that build on another first."""
    by_language: dict[str, list[Linked]] = {}
    for one in outlines:
        if one.main_text:
            linked = Linked(one.pk, (one.scope, one.outlet), one.main_text, one.worth or 0.0)
            by_language.setdefault(one.language, []).append(linked)
    found = [
        link for language, pieces in by_language.items() for link in propose_links(pieces, language)
    ]
    return sorted(found, key=lambda link: (not link.builds, link.source, link.rank, link.target))


def around_piece(project: Project, piece_id: int) -> dict[str, Any]:
    """Links of a piece to and from others, what it waits for and what waits for it. Raises:
    not_found."""
    piece = find_piece(project, piece_id)
    plan = outlines_of(project)
    titles = {one.pk: one.title for one in plan}
    pairs = PieceAfter.objects.filter(Q(piece=piece) | Q(first=piece)).order_by("pk")
    told = list(pairs.values_list("piece_id", "first_id"))
    links = [link for link in links_of(plan) if piece.pk in (link.source, link.target)]
    return {
        "waits_for": [{"id": f, "title": titles[f]} for p, f in told if p == piece.pk],
        "waited_for_by": [{"id": p, "title": titles[p]} for p, f in told if f == piece.pk],
        "links": [
            {
                "id": link.target if link.source == piece.pk else link.source,
                "title": titles[link.target if link.source == piece.pk else link.source],
                "outward": link.source == piece.pk,
                "phrase": link.phrase,
                "why": link.why,
                "builds": link.builds,
            }
            for link in links
        ],
    }


def loose_pieces(project: Project) -> list[dict[str, Any]]:
    """Pieces that no link leads to or from."""
    plan = outlines_of(project)
    held = {end for link in links_of(plan) for end in (link.source, link.target)}
    return [{"id": one.pk, "title": one.title} for one in plan if one.pk not in held]


def links_csv(project: Project) -> Any:
    """All proposed links as CSV lines."""
    plan = outlines_of(project)
    titles = {one.pk: one.title for one in plan}
    rows = [
        (titles[link.source], titles[link.target], link.phrase, link.why) for link in links_of(plan)
    ]
    return csv_lines(LINK_COLUMNS, rows)


def _after(project: Project) -> dict[int, list[int]]:
    after: dict[int, list[int]] = {}
    pairs = PieceAfter.objects.filter(piece__project=project)
    for piece, first in pairs.values_list("piece_id", "first_id"):
        after.setdefault(piece, []).append(first)
    return after
