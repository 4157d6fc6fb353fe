"""Location pages of the plan that differ too little, and what would make each differ."""

from collections.abc import Mapping, Sequence
from typing import Any

import numpy as np

from bunraku.core.gather.brands import BrandMatcher
from bunraku.core.plan.locations import PlacePage, alike_groups, alikeness, with_more
from bunraku.core.text.folding import fold
from bunraku.server.database.parts import in_parts
from bunraku.server.plan.models import PieceKeyword
from bunraku.server.plan.selectors import PieceFigures, plan_of
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import IN_PLAY, Row, RowPage
from bunraku.server.sheet.ordering import ordered

MORE_PHRASES = 3
"""Phrases named at most that would make a page differ."""
LOOKED_AT = 200
"""Keywords of a place that are looked at for them, the most searched."""


def groups_too_alike(project: Project, plan: Sequence[PieceFigures]) -> list[list[int]]:
    """Places of pieces that are location pages and differ too little from another one of their
    channel and outlet, in groups. One query where there are any."""
    pages = _pages(plan)
    return [
        [places[at] for at in group]
        for places in _by_outlet(plan)
        for group in alike_groups(_alike(project, [plan[at] for at in places], pages))
    ]


def location_pages(project: Project) -> list[dict[str, Any]]:
    """The groups with, for each page, what it is most alike and how much, by words and by results;
    and keywords of its place that no piece serves yet, with how alike it would be if it said
    them."""
    plan = plan_of(project)
    pages = _pages(plan)
    told: list[dict[str, Any]] = []
    for places in _by_outlet(plan):
        theirs = [plan[at] for at in places]
        alike = _alike(project, theirs, pages)
        as_pages = [_as_page(project, figures, pages) for figures in theirs]
        for group in alike_groups(alike):
            told.append(
                {
                    "pages": [
                        _told(project, theirs, as_pages, at, alike.words, alike.results, alike.all)
                        for at in group
                    ]
                }
            )
    return told


def _told(
    project: Project,
    theirs: Sequence[PieceFigures],
    pages: Sequence[PlacePage],
    at: int,
    words: Any,
    results: Any,
    both: Any,
) -> dict[str, Any]:
    figures = theirs[at]
    others = np.where(np.arange(len(theirs)) == at, -1.0, both[at])
    nearest = int(others.argmax())
    more = _unserved(figures, pages[at].place)
    then = None
    if more:
        with_them = list(pages)
        with_them[at] = with_more(pages[at], [row.text for row in more])
        changed = alikeness(with_them, figures.piece.scope.language)
        then = float(np.where(np.arange(len(theirs)) == at, -1.0, changed.all[at]).max())
    shared = results[at, nearest]
    return {
        "id": figures.piece.pk,
        "title": figures.piece.title,
        "month": figures.piece.month,
        "place": pages[at].place,
        "nearest": theirs[nearest].piece.title,
        "words": round(float(words[at, nearest]), 3),
        "results": None if np.isnan(shared) else round(float(shared), 3),
        "alike": round(float(both[at, nearest]), 3),
        "more": [{"id": row.pk, "text": row.text, "volume": row.volume} for row in more],
        "then": None if then is None else round(then, 3),
    }


def _by_outlet(plan: Sequence[PieceFigures]) -> list[list[int]]:
    """Places of location pages, those of one channel and outlet together."""
    groups: dict[tuple[int, int | None], list[int]] = {}
    for number, figures in enumerate(plan):
        if figures.piece.kind == "location" and figures.main is not None:
            place = (figures.piece.scope_id, figures.piece.outlet_id)
            groups.setdefault(place, []).append(number)
    return [group for group in groups.values() if len(group) > 1]


def _alike(
    project: Project, theirs: Sequence[PieceFigures], pages: Mapping[int, Sequence[int]]
) -> Any:
    as_pages = [_as_page(project, figures, pages) for figures in theirs]
    return alikeness(as_pages, theirs[0].piece.scope.language)


def _as_page(
    project: Project, figures: PieceFigures, pages: Mapping[int, Sequence[int]]
) -> PlacePage:
    piece, main = figures.piece, figures.main
    says = [row.text for row in figures.rows]
    own = [piece.title, piece.reserve_title, piece.note, *map(str, piece.tags)]
    place = BrandMatcher(project.places).find(main.text if main else piece.title) or ""
    return PlacePage([*says, *own], place, pages.get(main.pk, ()) if main else ())


def _pages(plan: Sequence[PieceFigures]) -> Mapping[int, Sequence[int]]:
    """Results of the main keywords of location pages."""
    rows = [f.main.pk for f in plan if f.piece.kind == "location" and f.main is not None]
    return {
        row: np.frombuffer(ids, dtype=np.int64).tolist()
        for part in in_parts(rows)
        for row, ids in RowPage.objects.filter(row__in=part).values_list("row_id", "result_ids")
    }


def _unserved(figures: PieceFigures, place: str) -> list[Row]:
    """Keywords that name its place and that no piece serves, the most searched first."""
    if not place:
        return []
    scope = figures.piece.scope
    rows = Row.objects.filter(scope=scope, state__in=IN_PLAY, folded__contains=fold(place))
    found = list(ordered(rows, "volume", descending=True)[:LOOKED_AT])
    owned = set(
        PieceKeyword.objects.filter(
            scope=scope, keyword__in=[row.keyword_id for row in found]
        ).values_list("keyword_id", flat=True)
    )
    matcher = BrandMatcher([place])
    free = (r for r in found if r.keyword_id not in owned and matcher.find(r.text) is not None)
    return [row for row, _ in zip(free, range(MORE_PHRASES), strict=False)]
