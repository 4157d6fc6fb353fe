"""Rank checks as a job: priced before, every phrase once a day, within what a month may cost."""

from collections import defaultdict
from collections.abc import Collection, Sequence
from dataclasses import replace
from datetime import date, timedelta
from typing import Any

from django.db import transaction
from django.db.models import QuerySet

from bunraku.core.follow.checks import has_checked
from bunraku.server.clock import ahead_by, today
from bunraku.server.errors import BunrakuError
from bunraku.server.follow.judging import judge_changes, note_seen
from bunraku.server.follow.learning import learn_outlets
from bunraku.server.follow.models import LivePiece, Watch
from bunraku.server.follow.tracks import Looked, keep_batch, tracks_of, unchecked
from bunraku.server.follow.watching import (
    left_tenths,
    next_month,
    note_spent,
    set_next_checks,
    watch_of,
    watching_source,
)
from bunraku.server.jobs.actions import start_job
from bunraku.server.jobs.kinds import JobKind, job_kind
from bunraku.server.jobs.models import Job
from bunraku.server.jobs.work import Params, Result, Work
from bunraku.server.projects.models import Project
from bunraku.server.readings.buying import (
    buy_to_keep,
    check_affordable,
    price_tenths,
    request_to,
)
from bunraku.server.sentences import plural
from bunraku.server.sheet.models import Scope
from bunraku.sources.asking import Batch
from bunraku.sources.protocol import Source, Vantage


class CheckParams(Params):
    """The live pieces to look at; none: those that are due."""

    live: list[int] = []


class CheckResult(Result):
    """How many pieces were looked at, how many phrases were looked up, how many of these got no
    answer, how many pieces had to wait for the next month, how many changes were judged."""

    pieces: int = 0
    phrases: int = 0
    missing: int = 0
    waiting: int = 0
    judged: int = 0


def due_pieces(project: Project) -> "QuerySet[LivePiece]":
    """Live pieces whose day to be looked at has come."""
    return LivePiece.objects.filter(project=project, gone=None, next_check__lte=today())


def price_of_checks(project: Project, pieces: Sequence[LivePiece]) -> int:
    """What looking at pieces costs today at most, in tenths: what was looked up today costs
    nothing."""
    source = watching_source(project)
    if source is None:
        return 0
    depth = watch_of(project).depth
    return sum(
        price_tenths(source, len(unchecked(looked, depth)))
        for _, looked in _looks(project, pieces, keep=False)
    )


def _looks(
    project: Project, pieces: Sequence[LivePiece], *, keep: bool
) -> list[tuple[Scope, Looked]]:
    """What is to be looked at from where, scope by scope."""
    watch = watch_of(project)
    by_scope: dict[int, list[LivePiece]] = defaultdict(list)
    for live in pieces:
        by_scope[live.scope_id].append(live)
    found = []
    with transaction.atomic():
        for lives in by_scope.values():
            scope = lives[0].scope
            scope.project = project
            found += [(scope, looked) for looked in tracks_of(lives, watch, keep=keep)]
    return found


@job_kind
class CheckRanks(JobKind[CheckParams, CheckResult]):
    """Look where live pieces stand. Safe to run again: what was looked up today is not bought
    again."""

    id = "check_ranks"
    name = "Checking rankings"
    takes = CheckParams
    gives = CheckResult

    def run(self, work: Work[CheckParams, CheckResult]) -> None:
        """Scope by scope, vantage by vantage, a batch at a time."""
        wanted = work.params.live
        chosen = LivePiece.objects.filter(project=work.project, gone=None).select_related("scope")
        pieces = list(chosen.filter(pk__in=wanted) if wanted else due_pieces(work.project))
        check_pieces(work, pieces)
        conclude(work)

    def brought(self, result: CheckResult) -> str:
        """What was looked at."""
        said = f"{plural(result.phrases, 'keyword')} of {plural(result.pieces, 'piece')}"
        if result.waiting:
            said += f"; {plural(result.waiting, 'piece')} must wait until next month’s lookups"
        return said

    def unanswered(self, result: CheckResult) -> int:
        """Phrases that got no answer."""
        return result.missing


def check_pieces(work: Work[Any, Any], pieces: Sequence[LivePiece]) -> None:
    """Look at pieces today, those that were due longest first, as far as the month's lookups
    reach. What one may believe then is for `conclude`."""
    project = work.project
    source = watching_source(project)
    if source is None or not pieces:
        return
    watch = watch_of(project)
    looks = _looks(project, pieces, keep=True)
    waiting = _waiting(looks, watch, source)
    work.result.waiting += len(waiting)
    for _, looked in looks:
        for term in looked.tracks:
            kept = [track for track in looked.tracks[term] if track.live_id not in waiting]
            looked.tracks[term] = kept
        looked.tracks = {term: tracks for term, tracks in looked.tracks.items() if tracks}
    work.start(CheckRanks.name, sum(len(looked.tracks) for _, looked in looks))
    for scope, looked in looks:
        _look(work, source, scope, looked, watch.depth)
    answered = _answered(looks)
    with transaction.atomic():
        note_checked(project, watch, answered)
        _try_again(waiting, next_month())
        _try_again({live.pk for live in pieces} - waiting - answered, today() + timedelta(days=1))
        work.result.pieces += len(answered)
        work.report()


def conclude(work: Work[Any, Any]) -> None:
    """Judge changes and learn from outcomes by what was looked at until today, whichever run looked
    at it: one that was killed is concluded by the next."""
    project = work.project
    lives = LivePiece.objects.filter(project=project)
    channels = sorted(set(lives.values_list("scope__channel", flat=True)))
    with transaction.atomic():
        work.result.judged += judge_changes(project, channels)
        learn_outlets(project)
        work.report()


def _answered(looks: Sequence[tuple[Scope, Looked]]) -> set[int]:
    """Pieces of which a source told anything today."""
    on = today()
    return {
        track.live_id
        for _, looked in looks
        for tracks in looked.tracks.values()
        for track in tracks
        if has_checked(bytes(track.checks), on, 1)
    }


def _try_again(pieces: Collection[int], day: date) -> None:
    """Have pieces that could not be looked at be due on a day: not again and again until then."""
    LivePiece.objects.filter(pk__in=pieces).update(next_check=day)


def _waiting(looks: Sequence[tuple[Scope, Looked]], watch: Watch, source: Source) -> set[int]:
    """Pieces that the month's lookups do not reach for; those that were due longest come first."""
    left = left_tenths(watch)
    lives: dict[int, LivePiece] = {}
    cost: dict[int, int] = defaultdict(int)
    for _, looked in looks:
        new = set(unchecked(looked, watch.depth))
        for term, tracks in looked.tracks.items():
            lives |= {track.live_id: track.live for track in tracks}
            if term in new:
                # A phrase of two pieces is looked up once, and counted with the first.
                cost[tracks[0].live_id] += price_tenths(source, 1)
    waiting: set[int] = set()
    for live in sorted(lives.values(), key=lambda live: (live.next_check or date.max, live.pk)):
        if cost[live.pk] > left:
            waiting.add(live.pk)
        else:
            left -= cost[live.pk]
    return waiting


def _look(work: Work[Any, Any], source: Source, scope: Scope, looked: Looked, depth: int) -> None:
    terms = unchecked(looked, depth)
    work.advance(len(looked.tracks) - len(terms))
    if not terms:
        return
    vantage = Vantage(
        place=looked.place,
        depth=depth,
        device=("desktop", "phone")[looked.device],
    )
    request = replace(request_to(source, scope, vantage), whose=_whose(scope))
    answered = 0

    def keep(batch: Batch) -> int:
        nonlocal answered
        answered = len(batch.terms)
        work.result.phrases += len(batch.terms)
        work.result.missing += len(batch.missing)
        return keep_batch(looked, batch, depth)

    for spent in buy_to_keep(source, scope, terms, request, keep):
        with transaction.atomic():
            note_spent(scope.project, spent)
            work.spend(spent)
        work.advance(answered)


def _whose(scope: Scope) -> tuple[str, ...]:
    """Addresses whose places are asked for: one's outlets of the channel, and what is live."""
    outlets = scope.project.outlets.filter(channel=scope.channel).exclude(address="")
    lives = LivePiece.objects.filter(scope=scope, gone=None)
    addresses = [
        *outlets.values_list("address", flat=True),
        *lives.values_list("address", flat=True),
    ]
    return tuple(dict.fromkeys(addresses))


def note_checked(project: Project, watch: Watch, pieces: Collection[int]) -> None:
    """Note that pieces were looked at today, when they are next, and what is seen of them. To be
    called in a transaction."""
    lives = list(LivePiece.objects.select_related("scope").filter(pk__in=pieces))
    for live in lives:
        live.last_check = max(today(), live.last_check or today())
    LivePiece.objects.bulk_update(lives, ["last_check"], batch_size=500)
    set_next_checks(project, watch, [live for live in lives if live.gone is None])
    note_seen(lives)


def start_checking(project: Project, live_ids: Sequence[int]) -> Job:
    """Start looking at live pieces; none given: those that are due. Raises: no_source;
    nothing_to_read where none is due or all were looked at today; allowance_short."""
    if watching_source(project) is None:
        raise BunrakuError(
            "no_source",
            "No source of this project reports your rankings.",
            hint="Import your search performance report, or turn on the practice source.",
        )
    chosen = LivePiece.objects.filter(project=project, gone=None).select_related("scope")
    pieces = list(chosen.filter(pk__in=live_ids) if live_ids else due_pieces(project))
    price = price_of_checks(project, pieces)
    if not price:
        raise BunrakuError("nothing_to_read", "Nothing is due, or it was checked today.")
    check_affordable(project, price, "Checking rankings")
    return start_job(project, CheckRanks, CheckParams(live=[live.pk for live in pieces]))


def start_due_checks() -> int:
    """Start looking at what is due, in every project that has a source for it and can pay; returns
    in how many. Whatever was missed is looked at once."""
    started = 0
    lives = LivePiece.objects.filter(gone=None, next_check__isnull=False, project__removed=None)
    for project in Project.objects.filter(pk__in=lives.values("project")):
        with ahead_by(project.ahead):
            told = watching_source(project) is not None
            pieces = list(due_pieces(project).select_related("scope")) if told else []
            if pieces and price_of_checks(project, pieces) <= project.lookups_left_tenths:
                start_job(project, CheckRanks, CheckParams())
                started += 1
    return started
