"""Variant families: which keywords of a scope are variants of each other, and which stands for
them."""

from collections import defaultdict
from collections.abc import Sequence
from typing import Any

import numpy as np
from django.db import transaction
from django.db.models import Q

from bunraku.core.gather.variants import find_families
from bunraku.server.database.bulk import update_many
from bunraku.server.database.parts import in_parts
from bunraku.server.errors import not_found
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row, RowPage, Scope
from bunraku.server.sheet.ordering import ordered

SAME_PAGE_SHARE = 0.6
"""Share of the ten results that two pages must have in common before another word order is taken
for the same keyword."""
MOST_MEMBERS = 200
"""Members shown of one family: no word has so many variants that are worth a look."""


def keep_families(scope: Scope) -> list[int]:
    """Which rows are variants of each other, which of each family is searched most, which are of
    the same words. Returns the ids of the keywords whose family became another."""
    fields = ("pk", "keyword__key", "volume", "family", "family_size", "leads", "same_words")
    rows = list(Row.objects.filter(scope=scope).order_by("pk").values_list(*fields, "keyword"))
    ids = [row[0] for row in rows]
    searches = [np.nan if row[2] is None else row[2] for row in rows]
    variants = find_families([row[1] for row in rows], scope.language, searches)
    family = _joined_by_results(ids, variants.family, variants.proposals)
    sizes = np.bincount(family, minlength=len(ids))
    leader = _leaders(family, np.array(searches, dtype=np.float64))
    same_words = _same_words(ids, family, variants.proposals)
    changed: list[tuple[Any, ...]] = []
    moved: list[int] = []
    for place, row in enumerate(rows):
        head = int(family[place])
        several = sizes[head] > 1
        now = (
            ids[head] if several else None,
            min(int(sizes[head]), 9_999),
            bool(leader[head] == place),
            same_words.get(head),
        )
        if now != row[3:7]:
            changed.append((*now, row[0]))
        if now[0] != row[3]:
            moved.append(row[7])
    with transaction.atomic():
        update_many(Row, ["family", "family_size", "leads", "same_words"], changed)
    return moved


def _leaders(family: Any, searches: Any) -> Any:
    """Of each family, by its head, the place of the member searched most; the first where none is
    known."""
    order = np.lexsort((np.arange(len(family)), -np.nan_to_num(searches, nan=-1.0)))
    leader = np.zeros(len(family), dtype=np.int64)
    # Written from the least to the most searched, so that the last one stays.
    leader[family[order[::-1]]] = order[::-1]
    return leader


def _same_words(
    ids: Sequence[int], family: Any, proposals: Sequence[tuple[int, int]]
) -> dict[int, int]:
    """The id that families of the same words in another order share, by head."""
    out: dict[int, int] = {}
    for a, b in proposals:
        a, b = int(family[a]), int(family[b])
        if a != b:
            shared = out.get(a, out.get(b, ids[min(a, b)]))
            out[a] = out[b] = shared
    return out


def _joined_by_results(
    ids: Sequence[int], family: Any, proposals: Sequence[tuple[int, int]]
) -> Any:
    """Families joined where another word order brings the same results page."""
    heads = {ids[place] for pair in proposals for place in pair}
    pages: dict[int, set[int]] = {}
    for part in in_parts(sorted(heads)):
        for row, packed in RowPage.objects.filter(row__in=part).values_list("row", "result_ids"):
            pages[row] = set(np.frombuffer(packed, dtype=np.int64).tolist()) - {0}
    joined = family.copy()
    for a, b in proposals:
        page, other = pages.get(ids[a]), pages.get(ids[b])
        if page and other and len(page & other) >= SAME_PAGE_SHARE * max(len(page), len(other)):
            low, high = sorted((int(joined[a]), int(joined[b])))
            joined[joined == high] = low
    return joined


def keep_leads(row_ids: Sequence[int]) -> None:
    """Of the families that rows belong to, have the member searched most stand for each: what
    changes when the searches of a few become known."""
    heads: set[int] = set()
    for part in in_parts(row_ids):
        held = Row.objects.filter(pk__in=part, family__isnull=False)
        heads.update(head for head in held.values_list("family", flat=True) if head is not None)
    members: dict[int, list[tuple[float, int, bool]]] = defaultdict(list)
    for part in in_parts(sorted(heads)):
        rows = Row.objects.filter(family__in=part).values_list("family", "volume", "pk", "leads")
        for head, volume, pk, leads in rows:
            members[head or 0].append((-1.0 if volume is None else volume, -pk, leads))
    now = {-max(family)[1] for family in members.values()}
    before = {-pk for family in members.values() for _, pk, leads in family if leads}
    with transaction.atomic():
        for pks, leads in ((sorted(before - now), False), (sorted(now - before), True)):
            for part in in_parts(pks):
                Row.objects.filter(pk__in=part).update(leads=leads)


def family_of(project: Project, row_id: int) -> dict[str, Any]:
    """The members of a row's family, the most searched first, and keywords of the same words in
    another order that may be the same: so long as results pages do not agree, that is only a
    proposal. Raises: not_found."""
    row = Row.objects.filter(pk=row_id, scope__project=project).first()
    if row is None:
        raise not_found("keyword")
    rows = Row.objects.filter(scope=row.scope_id)
    members = rows.filter(family=row.family) if row.family is not None else rows.filter(pk=row.pk)
    other = rows.filter(same_words=row.same_words) if row.same_words is not None else rows.none()
    family = Q(family=row.family) if row.family is not None else Q(pk=row.pk)
    return {
        "members": ordered(members, "volume", descending=True)[:MOST_MEMBERS],
        "same_words": ordered(other.exclude(family), "volume", descending=True)[:MOST_MEMBERS],
    }
