"""What the user can decide about keywords of the sheet: keep, shortlist, park, drop."""

from collections.abc import Iterable, Sequence
from typing import Any

from django.db import transaction

from bunraku.server.database.bulk import insert_many
from bunraku.server.database.parts import in_parts
from bunraku.server.errors import not_found
from bunraku.server.journal.recorder import Recorder
from bunraku.server.projects.models import Project
from bunraku.server.sentences import named
from bunraku.server.sheet.models import STATE_CODE, Decision, Row
from bunraku.server.signals import decided_anew

MOST_AT_ONCE = 5_000
"""Rows decided on by one action: it is recorded, done and taken back in about a second."""


def rows_of(project: Project, row_ids: Sequence[int]) -> list[Row]:
    """Rows of a project by id, in order of id. Raises: not_found when one of them is not there."""
    rows = [
        row
        for part in in_parts(sorted(set(row_ids)))
        for row in Row.objects.filter(pk__in=part, scope__project=project)
        .select_related("keyword")
        .order_by("pk")
    ]
    if len(rows) != len(set(row_ids)):
        raise not_found("keyword")
    return rows


def decisions_for(rows: Sequence[Row], journal: Recorder) -> dict[int, Decision]:
    """The decisions on rows by row id, made where there is none, remembered by the journal before
    they change. To be called in a transaction."""
    there = _decisions(rows)
    journal.touch(there.values())
    fresh = [
        (row.scope_id, row.keyword_id)
        for row in rows
        if (row.scope_id, row.keyword_id) not in there
    ]
    insert_many(Decision, ("scope", "keyword"), fresh, ignore_conflicts=True)
    now = _decisions(rows) if fresh else there
    journal.made(decision for place, decision in now.items() if place not in there)
    return {row.pk: now[row.scope_id, row.keyword_id] for row in rows}


def _decisions(rows: Sequence[Row]) -> dict[tuple[int, int], Decision]:
    scopes = {row.scope_id for row in rows}
    return {
        (decision.scope_id, decision.keyword_id): decision
        for part in in_parts([row.keyword_id for row in rows])
        for decision in Decision.objects.filter(scope__in=scopes, keyword__in=part)
    }


def decide(decisions: Iterable[Decision], **same: Any) -> None:
    """Give decisions the same values."""
    for part in in_parts([decision.pk for decision in decisions]):
        Decision.objects.filter(pk__in=part).update(**same)


VERBS = {
    "open": "Undid decision on",
    "kept": "Kept",
    "shortlisted": "Shortlisted",
    "parked": "Parked",
    "dropped": "Rejected",
}


def set_state(
    project: Project, row_ids: Sequence[int], state: str, *, reason: str = "", note: str = ""
) -> int:
    """Keep, shortlist, park (with a note), drop (with a reason) or take back keywords. Returns how
    many.

    What is taken back though a rule leaves it out is kept: that is what taking it back means.
    Raises: not_found."""
    with transaction.atomic():
        rows = rows_of(project, row_ids)
        what = named([row.text for row in rows], "keyword")
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
        # With the decision or not at all: a job that is started here stands in the same database.
        decided_anew.send(sender=Project, project=project)
    return len(rows)


def _decide_state(decisions: Sequence[Decision], state: str, reason: str, note: str) -> None:
    # A note is kept when its keyword is taken out of the park: it may still be of use.
    noted = {"note": note} if note else {}
    decide(decisions, state=STATE_CODE[state], reason=reason if state == "dropped" else "", **noted)


def set_row_state(rows: Sequence[Row], decided: int) -> None:
    """Copy a decided state to rows; where nothing is decided, a rule that leaves the keyword out
    holds."""
    for held in (True, False):
        ids = [row.pk for row in rows if (row.left_out_by is not None) is held]
        state = STATE_CODE["left_out"] if held and decided == STATE_CODE["open"] else decided
        for part in in_parts(ids):
            Row.objects.filter(pk__in=part).update(state=state)
