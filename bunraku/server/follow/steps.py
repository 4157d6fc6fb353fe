"""What to do next with a live piece: the facts that the rules look at, and what comes of a
proposal."""

from datetime import timedelta

import numpy as np
from django.db import transaction

from bunraku.core.channels import channel_named
from bunraku.core.follow.checks import stack
from bunraku.core.follow.history import NONE, moves, summarise
from bunraku.core.follow.next_steps import Facts, PhraseFacts, Step, next_steps
from bunraku.core.text import content_stems, identity_key
from bunraku.core.weigh.phrase_match import ALL_WORDS, how_said
from bunraku.core.write.fields import written_of
from bunraku.core.write.years import other_years
from bunraku.server.clock import today
from bunraku.server.errors import BunrakuError
from bunraku.server.follow.judging import BACK_DAYS
from bunraku.server.follow.models import Followed, LivePiece
from bunraku.server.follow.publishing import find_live, form_of
from bunraku.server.follow.watching import watching_source
from bunraku.server.plan.actions import change_piece, comment_on
from bunraku.server.plan.models import PieceKeyword
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import IN_PLAY, Row
from bunraku.server.write.aims import Aims, aims_of

TASK_DAYS = 14
"""Days until a task is due."""


def steps_of(project: Project, live_id: int) -> list[dict[str, str]]:
    """What to do next with a live piece, the first to begin with. Raises: not_found."""
    live = find_live(project, live_id)
    return [_out(step) for step in next_steps(facts_of(project, live))]


def _out(step: Step) -> dict[str, str]:
    return {"rule": step.rule, "do": step.do, "why": step.why, "act": step.act}


def make_task(project: Project, live_id: int, rule: str, who: str) -> int:
    """Make a proposal a task on the plan: its piece is agreed to be worked on, due in two weeks,
    with what to do and why as a comment. Returns: the piece. Raises: not_found; invalid_input for a
    proposal that there is not, or a piece that the plan has no more."""
    live = find_live(project, live_id)
    step = next((s for s in next_steps(facts_of(project, live)) if s.rule == rule), None)
    if step is None:
        raise BunrakuError("invalid_input", "That is no longer suggested.", field="rule")
    if live.piece_id is None:
        raise BunrakuError(
            "invalid_input",
            "The plan no longer has a piece for it.",
            hint="Open its URL in the editor on Write.",
        )
    due = today() + timedelta(days=TASK_DAYS)
    with transaction.atomic():
        comment_on(project, live.piece_id, f"{step.do} {step.why}", who)
        change_piece(project, live.piece_id, {"state": "agreed", "due": due, "improves": True})
    return live.piece_id


def facts_of(project: Project, live: LivePiece) -> Facts:
    """What is known of a live piece, as the rules look at it."""
    tracks = list(Followed.objects.filter(live=live, place="", device=0, until=None))
    summary = summarise(stack([bytes(track.checks) for track in tracks]), BACK_DAYS)
    moved = moves(summary)
    title = live.fields.get("title") or live.title
    language = live.scope.language
    entry = live.diary.exclude(what__in=("published", "unpublished")).first()
    age = (today() - live.published).days
    aims = aims_of(project, live.piece_id) if live.piece_id else None
    return Facts(
        form=form_of(live),
        age_days=age,
        settled=age >= 7 * channel_named(live.scope.channel).ripening.settled_weeks,
        looked_at=live.last_check is not None,
        phrases=[
            PhraseFacts(
                track.text,
                track.main,
                None if summary.last[n] == NONE else int(summary.last[n]),
                int(summary.other[n]) if summary.other[n] > 0 else None,
                track.other,
                track.searches,
                how_said(title, track.text, language) >= ALL_WORDS,
                identity_key(title).startswith(track.term),
            )
            for n, track in enumerate(tracks)
        ],
        rose=moved.rose + moved.new,
        fell=moved.fell + moved.lost,
        why=entry.judged.get("why", "") if entry else "",
        changed_days=(today() - entry.day).days if entry else None,
        old_years=sorted(
            year
            for year in other_years(list(live.fields.values()), "", today())
            if int(year) < today().year
        ),
        questions=_questions(live, aims),
        links=_links(live, aims),
        wording=_wording(live),
        can_be_looked_at=watching_source(project) is not None,
        foretold=float(np.sum([track.clicks or 0.0 for track in tracks])),
    )


def _questions(live: LivePiece, aims: Aims | None) -> list[str]:
    """Questions of its results page of which not all words stand anywhere in it."""
    if aims is None:
        return []
    said = set(content_stems(" ".join(live.fields.values()), live.scope.language))
    return [
        question
        for question in aims.aim.questions or ()
        if not set(content_stems(question, live.scope.language)) <= said
    ]


def _links(live: LivePiece, aims: Aims | None) -> list[tuple[str, str]]:
    """Links of the plan that its text does not have. What has no text here says nothing of its
    links."""
    if aims is None or not live.fields.get("body"):
        return []
    there = {identity_key(text) for text in written_of(aims.form, live.fields).links or ()}
    return [
        (link["title"], link["phrase"])
        for link in aims.links
        if identity_key(link["phrase"]) not in there
    ]


def _wording(live: LivePiece) -> tuple[str, float, float] | None:
    """A wording of the main phrase's cluster that is likelier to reach page one, free or the
    piece's own, and the two chances."""
    main = Row.objects.filter(
        scope=live.scope_id,
        keyword__in=PieceKeyword.objects.filter(piece=live.piece_id, main=True).values("keyword"),
    ).first()
    if main is None or main.cluster is None or main.chance is None:
        return None
    taken = PieceKeyword.objects.filter(scope=live.scope_id).exclude(piece=live.piece_id)
    best = (
        Row.objects.filter(
            scope=live.scope_id, cluster=main.cluster, state__in=IN_PLAY, chance__gt=main.chance
        )
        .exclude(keyword__in=taken.values("keyword"))
        .exclude(volume=None)
        .order_by("-clicks", "pk")
        .first()
    )
    return None if best is None or best.chance is None else (best.text, best.chance, main.chance)
