"""Keeping what came: merged by identity, held against the rules, added with its origins, and
counted."""

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, field

from django.db import transaction
from django.db.models import Count

from bunraku.core.gather.merge import Merged, merge_suggestions
from bunraku.core.gather.merge import Origin as Came
from bunraku.server.clock import today
from bunraku.server.database.bulk import insert_many
from bunraku.server.database.parts import in_parts
from bunraku.server.gather.methods import BITS
from bunraku.server.gather.models import Origin
from bunraku.server.gather.rules.ruleset import RuleSet
from bunraku.server.jobs.models import Job
from bunraku.server.sheet.models import STATE_CODE, Decision, Row, Scope
from bunraku.server.sheet.scopes import add_keywords


@dataclass
class Tally:
    """What a run counts as it goes: suggestions in all, those that could not be keywords, those
    that the seed itself did not want (by why), new keywords, those of them that a rule left out (by
    its id), and the keys met, by scope."""

    suggested: int = 0
    unusable: int = 0
    unwanted: dict[str, int] = field(default_factory=dict)
    new: int = 0
    left_out: dict[int, int] = field(default_factory=dict)
    met: dict[int, set[str]] = field(default_factory=dict)


def keep(
    job: Job,
    scope: Scope,
    suggestions: Sequence[tuple[str, Came]],
    rules: RuleSet,
    tally: Tally,
    unwanted: Callable[[str], str] = lambda key: "",
) -> dict[str, int]:
    """Keep suggestions in a scope. Returns the keyword ids by key. Safe to be done again: what is
    there stays as it is."""
    merged = merge_suggestions(suggestions, unwanted)
    tally.suggested += len(suggestions)
    tally.unusable += merged.unusable
    for why, count in merged.unwanted.items():
        tally.unwanted[why] = tally.unwanted.get(why, 0) + count
    return keep_merged(job, scope, merged, rules, tally)


def keep_merged(
    job: Job, scope: Scope, merged: Merged, rules: RuleSet, tally: Tally
) -> dict[str, int]:
    """Keep keywords that are merged already. Returns their ids by key."""
    tally.met.setdefault(scope.pk, set()).update(merged.texts)
    # Outside the transaction: patterns on thousands of keywords would keep the database locked.
    out = rules.left_out(list(merged.texts))
    with transaction.atomic():
        ways = {key: _bits(origins) for key, origins in merged.origins.items()}
        ids, new = add_keywords(scope, merged.texts, left_out=out, run=job.pk, ways=ways)
        _add_origins(job, scope, merged, ids, new)
    # Counted after the transaction: one that was rolled back brought nothing.
    tally.new += len(new)
    for key in new & out.keys():
        tally.left_out[out[key]] = tally.left_out.get(out[key], 0) + 1
    return ids


def keep_typed(job: Job, scope: Scope, texts: Iterable[str], rules: RuleSet, tally: Tally) -> None:
    """Keep what the person typed: meant, even where a rule would leave it out."""
    came = [(text, Came("seed", text[:200], "You")) for text in texts]
    ids = keep(job, scope, came, rules, tally)
    with transaction.atomic():
        for part in in_parts(list(ids.values())):
            rows = Row.objects.filter(scope=scope, keyword__in=part, state=STATE_CODE["left_out"])
            keywords = list(rows.values_list("keyword_id", flat=True))
            Decision.objects.bulk_create(
                (Decision(scope=scope, keyword_id=pk, state=STATE_CODE["kept"]) for pk in keywords),
                update_conflicts=True,
                unique_fields=["scope", "keyword"],
                update_fields=["state"],
            )
            rows.update(state=STATE_CODE["kept"])


def _bits(origins: Sequence[Came]) -> int:
    bits = 0
    for came in origins:
        bits |= BITS[came.method]
    return bits


def _add_origins(
    job: Job, scope: Scope, merged: Merged, ids: dict[str, int], new: set[str]
) -> None:
    insert_many(
        Origin,
        ("keyword", "method", "seed", "source", "first", "figure"),
        (
            (ids[key], came.method, came.seed, came.source, key in new and number == 0, came.figure)
            for key, origins in merged.origins.items()
            if key in ids
            for number, came in enumerate(origins)
        ),
        same={"scope": scope.pk, "job": job.pk, "on": today()},
        ignore_conflicts=True,
    )


def recount(job: Job, tally: Tally) -> None:
    """Count anew from what is stored what a run brought first: one picked up after a kill thus
    knows what it brought before."""
    mine = Row.objects.filter(scope__in=Scope.objects.filter(project=job.project_id), run=job.pk)
    tally.new = mine.count()
    out = mine.filter(state=STATE_CODE["left_out"], left_out_by__isnull=False)
    tally.left_out = dict(out.values_list("left_out_by").annotate(count=Count("pk")).order_by())
