"""A gathering run: asks each way for each seed on each channel, and keeps what comes."""

from collections.abc import Iterator
from typing import Any, cast

from django.db import transaction

from bunraku.core.gather.brands import BrandMatcher
from bunraku.core.gather.merge import Merged, merge_suggestions
from bunraku.core.gather.merge import Origin as Came
from bunraku.core.text import identity_key
from bunraku.server.clock import today
from bunraku.server.gather.models import Origin
from bunraku.server.gather.ways import WAYS, Way, prompts
from bunraku.server.jobs.models import Job
from bunraku.server.jobs.running import Progress, handles
from bunraku.server.readings.buying import buy, sources
from bunraku.server.readings.models import Reading
from bunraku.server.sheet.models import Row, Scope
from bunraku.server.sheet.scopes import add_keywords, scope_of
from bunraku.sources.asking import ask_all
from bunraku.sources.protocol import Completions, Request, What

Suggestion = tuple[str, Came]


@handles("gather")
def gather(job: Job, progress: Progress) -> None:
    """Run the ways of a job's params; every seed's finds are kept before the next is asked. Safe to run again."""
    project, params = job.project, job.params
    brands = BrandMatcher(project.rival_brands)
    only = params.get("only") or {}
    plan = [
        (channel, WAYS[way], seed)
        for channel in params["channels"]
        for seed in params["seeds"]
        for way in params["ways"]
        if not only or f"{channel}|{way}|{seed}" in only
    ]
    progress.start("Gathering", len(plan))
    left_out: dict[str, int] = {}
    missing: dict[str, str] = {}
    suggested = 0
    seen: set[tuple[str, str]] = set()
    for channel, way, seed in plan:
        scope = scope_of(project, channel)
        place = f"{channel}|{way.id}|{seed}"
        suggestions, failed = _ask(scope, way, seed, project.language, progress)
        if failed:
            missing[place] = failed
        own = (seed, Came("seed", seed, "You", channel))
        merged = merge_suggestions([own, *suggestions], brands)
        # What is typed by hand is meant, even where it names a brand.
        merged.texts.setdefault(identity_key(seed), seed)
        merged.origins.setdefault(identity_key(seed), [own[1]])
        suggested += len(suggestions)
        _keep(job, scope, merged)
        seen.update((channel, key) for key in merged.texts)
        for brand, count in merged.brand_hits.items():
            left_out[brand] = left_out.get(brand, 0) + count
        progress.note(**_result(job, suggested, len(seen), left_out, missing))
        progress.advance()
    progress.note(**_result(job, suggested, len(seen), left_out, missing))


def _ask(scope: Scope, way: Way, seed: str, language: str, progress: Progress) -> tuple[list[Suggestion], str]:
    if way.what is What.PAGE:
        return _read_page(scope, seed, progress)
    source = sources()[way.what]
    wanted = list(dict.fromkeys(prompts(way, seed, language)))
    request = Request(way.what, (), scope.channel, scope.locale, today())
    came = Came(way.id, seed, source.name, scope.channel)
    found: list[Suggestion] = []
    failed = ""
    for batch in ask_all(source, request, wanted):
        for answer in batch.answers.values():
            found += [(text, came) for text in cast(Completions, answer).completions] if answer else []
        if batch.missing:
            failed = f"{len(batch.missing)} of {len(wanted)} prompts: {next(iter(batch.missing.values()))}"
    return found, failed


def _read_page(scope: Scope, seed: str, progress: Progress) -> tuple[list[Suggestion], str]:
    """Questions and related searches of the seed's page; the page itself is kept as a reading and not bought again."""
    term = identity_key(seed)
    bought = buy(scope, What.PAGE, [term], on_batch=lambda _, tenths: progress.spend(tenths))
    reading = Reading.objects.filter(scope=scope, what=What.PAGE, term=term).order_by("-on").first()
    page: dict[str, Any] = (reading.payload if reading else None) or {}
    name = sources()[What.PAGE].name
    found = [
        (text, Came(method, seed, name, scope.channel))
        for method in ("questions", "related")
        for text in page.get(method, [])
    ]
    return found, bought.missing.get(term, "")


def _keep(job: Job, scope: Scope, merged: Merged) -> None:
    with transaction.atomic():
        before = set(
            Row.objects.filter(scope=scope, keyword__key__in=list(merged.texts)).values_list("keyword__key", flat=True)
        )
        keywords, _ = add_keywords(scope, merged.texts)
        Origin.objects.bulk_create(
            (
                Origin(
                    scope=scope,
                    keyword=keywords[key],
                    method=came.method,
                    seed=came.seed,
                    source=came.source,
                    job=job,
                    on=today(),
                    first=key not in before and number == 0,
                )
                for key, came, number in _numbered(merged)
                if key in keywords
            ),
            ignore_conflicts=True,
        )


def _numbered(merged: Merged) -> Iterator[tuple[str, Came, int]]:
    for key, origins in merged.origins.items():
        for number, came in enumerate(origins):
            yield key, came, number


def _result(job: Job, suggested: int, found: int, left_out: dict[str, int], missing: dict[str, str]) -> dict[str, Any]:
    # Counted from what is stored: a run picked up after a kill still knows what it brought before.
    new = Origin.objects.filter(job=job, first=True).count()
    return {
        "suggested": suggested,
        "new": new,
        "known": max(found - new, 0),
        "left_out": left_out,
        "missing": missing,
    }
