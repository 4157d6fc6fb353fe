"""What the user can decide about keywords of the sheet: keep, shortlist, park, drop."""

from collections.abc import Iterable, Sequence
from typing import Any

from django.db import transaction

from bunraku.server.errors import not_found
from bunraku.server.projects.journal import Recorder
from bunraku.server.projects.models import Project
from bunraku.server.projects.parts import in_parts
from bunraku.server.projects.signals import decided_anew
from bunraku.server.sheet.models import STATE_CODE, Decision, Row

MOST_AT_ONCE = 5_000


def rows_of(project: Project, row_ids: Sequence[int]) -> list[Row]:
    """Rows of a project by id, in order of id. Raises: not_found when one of them is not there."""
    rows = [
        row
        for part in in_parts(sorted(set(row_ids)))
        for row in Row.objects.filter(pk__in=part, scope__project=project).select_related("keyword").order_by("pk")
    ]
    if len(rows) != len(set(row_ids)):
        raise not_found("keyword")
    return rows


def decisions_for(rows: Sequence[Row], journal: Recorder) -> dict[int, Decision]:
    """The decisions on rows by row id, made where there is none, remembered by the journal before they change."""
    keywords = [row.keyword_id for row in rows]
    scopes = {row.scope_id for row in rows}
    existing = {
        (d.scope_id, d.keyword_id): d
        for part in in_parts(keywords)
        for d in Decision.objects.filter(scope__in=scopes, keyword__in=part)
    }
    fresh = [
        Decision(scope_id=row.scope_id, keyword_id=row.keyword_id)
        for row in rows
        if (row.scope_id, row.keyword_id) not in existing
    ]
    made = Decision.objects.bulk_create(fresh)
    journal.touch(existing.values(), only=["state", "reason", "heat", "intent", "note"])
    journal.made(made)
    existing |= {(d.scope_id, d.keyword_id): d for d in made}
    return {row.pk: existing[row.scope_id, row.keyword_id] for row in rows}


def decide(decisions: Iterable[Decision], **same: Any) -> None:
    """Give decisions the same values."""
    for part in in_parts([decision.pk for decision in decisions]):
        Decision.objects.filter(pk__in=part).update(**same)


VERBS = {"open": "Took back", "kept": "Kept", "shortlisted": "Shortlisted", "parked": "Parked", "dropped": "Dropped"}


def set_state(project: Project, row_ids: Sequence[int], state: str, *, reason: str = "", note: str = "") -> int:
    """Keep, shortlist, park (with a note), drop (with a reason) or take back keywords. Returns how many.

    What is taken back though a rule leaves it out is kept: that is what taking it back means. Raises: not_found."""
    with transaction.atomic():
        rows = rows_of(project, row_ids)
        what = f"“{rows[0].text}”" if len(rows) == 1 else f"{len(rows):,} keywords"
        with Recorder(project, f"{VERBS[state]} {what}") as journal:
            decisions = decisions_for(rows, journal)
            journal.touch(rows, only=["state"])
            groups = {state: rows}
            if state == "open":
                is_out = STATE_CODE["left_out"]
                groups = {
                    "kept": [row for row in rows if row.state == is_out],
                    "open": [row for row in rows if row.state != is_out],
                }
            for decided, members in groups.items():
                _decide_state([decisions[row.pk] for row in members], decided, reason, note)
                set_row_state(members, STATE_CODE[decided])
    decided_anew.send(sender=Project, project=project)
    return len(rows)


def _decide_state(decisions: Sequence[Decision], state: str, reason: str, note: str) -> None:
    told: dict[str, Any] = {"state": STATE_CODE[state], "reason": reason if state == "dropped" else ""}
    # A note is kept when its keyword is taken out of the park: it may still be of use.
    decide(decisions, **told, **({"note": note} if note else {}))


def set_row_state(rows: Sequence[Row], decided: int) -> None:
    """Copy a decided state to rows; where nothing is decided, a rule that leaves the keyword out holds."""
    for held in (True, False):
        ids = [row.pk for row in rows if (row.left_out_by is not None) is held]
        state = STATE_CODE["left_out"] if held and decided == STATE_CODE["open"] else decided
        for part in in_parts(ids):
            Row.objects.filter(pk__in=part).update(state=state)
