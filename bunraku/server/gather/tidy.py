"""Tidying in the background: which keywords are variants of each other, and how relevant each is."""

from collections import defaultdict
from collections.abc import Sequence
from typing import Any

import numpy as np
from django.db import transaction
from django.dispatch import receiver

from bunraku.core.gather.relevance import Taste, learn_relevance
from bunraku.core.gather.variants import find_families
from bunraku.server.gather.leave_outs import of_topic, sift
from bunraku.server.gather.models import LeaveOut
from bunraku.server.gather.topic import about, neutral_words
from bunraku.server.jobs.actions import start_job
from bunraku.server.jobs.models import Job
from bunraku.server.jobs.running import Progress, handles
from bunraku.server.projects.models import Project
from bunraku.server.projects.parts import in_parts
from bunraku.server.projects.signals import decided_anew
from bunraku.server.sheet.models import STATE_CODE, Decision, Row, RowPage, Scope

DECISIONS_BETWEEN = 5
"""Decisions after which relevance is learned anew: one at a time would keep a large project busy all day."""
SAME_PAGE_SHARE = 0.6
"""Share of the ten results that two pages must have in common before another word order is taken for the same keyword."""
WEIGHTS_KEPT = 400


def start_tidying(project: Project) -> Job:
    """Sort a project's keywords anew, in the background."""
    return start_job(project, "tidy", {}, distinct="all")


@receiver(decided_anew)
def learn_after_decisions(sender: object, project: Project, **_: object) -> None:
    """Relevance learns from keep and drop, a few decisions at a time."""
    learned = sum(scope.taste.get("seen", 0) for scope in Scope.objects.filter(project=project))
    if _decided(project) - learned >= DECISIONS_BETWEEN or _decided(project) < learned:
        start_tidying(project)


def _decided(project: Project) -> int:
    return Decision.objects.filter(scope__project=project).exclude(state=STATE_CODE["open"]).count()


@handles("tidy")
def tidy(job: Job, progress: Progress) -> None:
    """Families and relevance of every keyword of a project; again where more came meanwhile. Safe to run again."""
    project = job.project
    for _ in range(3):
        before = _state_of(project)
        scopes = list(Scope.objects.filter(project=project).order_by("pk"))
        progress.start("Sorting", len(scopes) * 2)
        for scope in scopes:
            scope.project = project
            keep_families(scope)
            progress.advance()
            keep_relevance(scope)
            progress.advance()
        if LeaveOut.objects.filter(project=project, kind="off_topic").exists():
            sift(project)
        if _state_of(project) == before:
            break


def _state_of(project: Project) -> tuple[int, int]:
    last = Row.objects.filter(scope__project=project).order_by("-pk").values_list("pk", flat=True).first()
    return last or 0, _decided(project)


def keep_families(scope: Scope) -> None:
    """Which rows are variants of each other, which of each family is searched most, which are of the same words."""
    rows = list(
        Row.objects.filter(scope=scope)
        .order_by("pk")
        .values_list("pk", "keyword__key", "volume", "family", "family_size", "leads", "same_words")
    )
    ids = [row[0] for row in rows]
    searches = [np.nan if row[2] is None else row[2] for row in rows]
    found = find_families([row[1] for row in rows], scope.locale[:2], searches)
    family = _joined_by_results(ids, found.family, found.proposals)
    sizes = np.bincount(family, minlength=len(ids))
    leader = _leaders(family, np.array(searches, dtype=np.float64))
    same_words = _same_words(ids, family, found.proposals)
    changed: dict[tuple[Any, ...], list[int]] = defaultdict(list)
    for place, row in enumerate(rows):
        head = int(family[place])
        several = sizes[head] > 1
        now = (
            ids[head] if several else None,
            min(int(sizes[head]), 9_999),
            bool(leader[head] == place),
            same_words.get(head),
        )
        if now != row[3:]:
            changed[now].append(row[0])
    with transaction.atomic():
        for (head_id, size, leads, words), pks in changed.items():
            for part in in_parts(pks):
                Row.objects.filter(pk__in=part).update(family=head_id, family_size=size, leads=leads, same_words=words)


def _leaders(family: Any, searches: Any) -> Any:
    """Of each family, by its head, the place of the member searched most; the first where none is known."""
    order = np.lexsort((np.arange(len(family)), -np.nan_to_num(searches, nan=-1.0)))
    leader = np.zeros(len(family), dtype=np.int64)
    # Written from the least to the most searched, so that the last one stays.
    leader[family[order[::-1]]] = order[::-1]
    return leader


def _same_words(ids: Sequence[int], family: Any, proposals: Sequence[tuple[int, int]]) -> dict[int, int]:
    """The id that families of the same words in another order share, by head."""
    out: dict[int, int] = {}
    for a, b in proposals:
        a, b = int(family[a]), int(family[b])
        if a != b:
            shared = out.get(a, out.get(b, ids[min(a, b)]))
            out[a] = out[b] = shared
    return out


def _joined_by_results(ids: Sequence[int], family: Any, proposals: Sequence[tuple[int, int]]) -> Any:
    """Families joined where another word order brings the same results page."""
    heads = {ids[place] for pair in proposals for place in pair}
    pages: dict[int, set[int]] = {}
    for part in in_parts(sorted(heads)):
        for row, packed in RowPage.objects.filter(row__in=part).values_list("row", "result_ids"):
            pages[row] = set(np.frombuffer(packed, dtype=np.int64).tolist()) - {0}
    joined = family.copy()
    for a, b in proposals:
        one, other = pages.get(ids[a]), pages.get(ids[b])
        if one and other and len(one & other) >= SAME_PAGE_SHARE * max(len(one), len(other)):
            low, high = sorted((int(joined[a]), int(joined[b])))
            joined[joined == high] = low
    return joined


def keep_relevance(scope: Scope) -> None:
    """Learn relevance from the decisions on all channels of the locale, and note it on the rows whose relevance moved."""
    fields = ("pk", "keyword_id", "text", "relevance", "family")
    rows = list(Row.objects.filter(scope=scope).order_by("pk").values_list(*fields))
    said = _verdicts(scope)
    texts, verdicts = [row[2] for row in rows], [said.get(row[1], 0) for row in rows]
    learned = learn_relevance(texts, verdicts, about(scope), scope.locale[:2], neutral_words(scope))
    changed: dict[float, list[int]] = defaultdict(list)
    # To whole hundredths: finer steps would say nothing, and these are written for many rows at once.
    for row, share in zip(rows, _of_families(rows, np.round(learned.shares, 2)), strict=True):
        if row[3] != share:
            changed[share].append(row[0])
    with transaction.atomic():
        for share, pks in changed.items():
            for part in in_parts(pks):
                Row.objects.filter(pk__in=part).update(relevance=share)
        scope.taste = _told(
            learned.taste, Decision.objects.filter(scope=scope).exclude(state=STATE_CODE["open"]).count()
        )
        scope.save(update_fields=["taste"])


def _of_families(rows: Sequence[tuple[Any, ...]], shares: Any) -> list[float]:
    """Relevance by row; of a family the highest, for a misspelt or joined word is as relevant as what it means."""
    best: dict[int, float] = {}
    for row, share in zip(rows, shares.tolist(), strict=True):
        if row[4] is not None:
            best[row[4]] = max(best.get(row[4], 0.0), share)
    return [best.get(row[4], share) for row, share in zip(rows, shares.tolist(), strict=True)]


def _verdicts(scope: Scope) -> dict[int, int]:
    """1 kept, -1 dropped as off topic, by keyword; what was decided on this channel before what was on another."""
    decided = Decision.objects.filter(scope__project=scope.project, scope__locale=scope.locale)
    kept = {STATE_CODE[name] for name in ("kept", "shortlisted", "parked")}
    out: dict[int, int] = {}
    for scope_id, keyword, state, reason in decided.order_by("pk").values_list("scope", "keyword", "state", "reason"):
        verdict = 1 if state in kept else -1 if state == STATE_CODE["dropped"] and of_topic(reason) else 0
        if verdict and (keyword not in out or scope_id == scope.pk):
            out[keyword] = verdict
    return out


def _told(taste: Taste, seen: int) -> dict[str, Any]:
    strongest = sorted(taste.weights.items(), key=lambda pair: -abs(pair[1]))[:WEIGHTS_KEPT]
    return {
        "weights": {stem: round(weight, 3) for stem, weight in strongest},
        "of_prior": taste.of_prior,
        "constant": taste.constant,
        "decided": taste.decided,
        "seen": seen,
    }
