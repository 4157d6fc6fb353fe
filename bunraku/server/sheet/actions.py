"""What the user can decide about keywords of the sheet: keep, shortlist, drop."""

from collections.abc import Sequence

from django.db import transaction

from bunraku.server.errors import not_found
from bunraku.server.projects.journal import Recorder
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import STATE_CODE, Decision, Row

MOST_AT_ONCE = 5_000


def rows_of(project: Project, row_ids: Sequence[int]) -> list[Row]:
    """Rows of a project by id, in order of id. Raises: not_found when one of them is not there."""
    rows = list(Row.objects.filter(pk__in=row_ids, scope__project=project).select_related("keyword").order_by("pk"))
    if len(rows) != len(set(row_ids)):
        raise not_found("keyword")
    return rows


def decisions_for(rows: Sequence[Row], journal: Recorder) -> dict[int, Decision]:
    """The decisions on rows by row id, made where there is none, remembered by the journal before they change."""
    keywords = [row.keyword_id for row in rows]
    scopes = {row.scope_id for row in rows}
    wanted = Decision.objects.filter(scope__in=scopes, keyword__in=keywords)
    existing = {(d.scope_id, d.keyword_id): d for d in wanted}
    fresh = [
        Decision(scope_id=row.scope_id, keyword_id=row.keyword_id)
        for row in rows
        if (row.scope_id, row.keyword_id) not in existing
    ]
    made = Decision.objects.bulk_create(fresh)
    journal.touch(existing.values())
    journal.made(made)
    existing |= {(d.scope_id, d.keyword_id): d for d in made}
    return {row.pk: existing[row.scope_id, row.keyword_id] for row in rows}


def set_state(project: Project, row_ids: Sequence[int], state: str, reason: str = "") -> int:
    """Shortlist, drop (with a reason) or take back keywords. Returns how many. Raises: not_found."""
    with transaction.atomic():
        rows = rows_of(project, row_ids)
        verb = {"shortlisted": "Shortlisted", "dropped": "Dropped", "open": "Took back"}[state]
        what = f"“{rows[0].text}”" if len(rows) == 1 else f"{len(rows):,} keywords"
        with Recorder(project, f"{verb} {what}") as journal:
            decisions = decisions_for(rows, journal)
            journal.touch(rows, only=["state"])
            for decision in decisions.values():
                decision.state = STATE_CODE[state]
                decision.reason = reason if state == "dropped" else ""
            Decision.objects.bulk_update(decisions.values(), ["state", "reason"], batch_size=200)
            Row.objects.filter(pk__in=row_ids).update(state=STATE_CODE[state])
    return len(rows)
