"""Buying readings: never twice for the same day, never beyond the allowance, each batch kept before the next."""

import math
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from functools import cache

from django.conf import settings
from django.db import transaction
from django.db.models import F

from bunraku.server.clock import today
from bunraku.server.errors import BunrakuError
from bunraku.server.projects.bulk import insert_many
from bunraku.server.projects.models import Project
from bunraku.server.projects.parts import in_parts
from bunraku.server.readings.models import Reading
from bunraku.server.sheet.models import Scope
from bunraku.sources.asking import Batch, ask_all
from bunraku.sources.protocol import Answer, Request, Source, What
from bunraku.sources.rehearsal import Faults, rehearsal_sources


@cache
def sources() -> dict[What, Source]:
    """The sources of this installation, by what they tell."""
    return {source.tells: source for source in rehearsal_sources(Faults.at(settings.REHEARSAL_FAULTS))}


@dataclass
class Bought:
    """What a purchase brought: how many terms were answered now, known already, and missing with the reason."""

    answered: int = 0
    known: int = 0
    missing: dict[str, str] = field(default_factory=dict)


def known_today(scope: Scope, what: What, terms: Sequence[str]) -> set[str]:
    """Terms that were already asked today: asking again would tell nothing new."""
    source = sources()[what]
    found: set[str] = set()
    for part in in_parts(terms):
        found.update(
            Reading.objects.filter(scope=scope, what=what, source=source.name, on=today(), term__in=part).values_list(
                "term", flat=True
            )
        )
    return found


def price_tenths(what: What, count: int) -> int:
    """Price of so many lookups in tenths, rounded up."""
    return math.ceil(round(sources()[what].price * 10, 6) * count)


def buy(
    scope: Scope,
    what: What,
    terms: Sequence[str],
    *,
    request: Request | None = None,
    stored_as: Mapping[str, str] | None = None,
    on_batch: Callable[[int, int], None] = lambda count, tenths: None,
) -> Bought:
    """Ask for the terms not asked today and store every answer.

    `request` asks in a manner of its own (as of a place, into a language); then `stored_as` names the readings of each term
    apart. Each batch is one transaction: readings, allowance and `on_batch` (terms done, tenths spent) together. Raises:
    `BunrakuError` allowance_short when the next batch cannot be paid; what was bought until then is kept."""
    bought = Bought()
    names = stored_as or {}
    stored = known_today(scope, what, [names.get(term, term) for term in terms])
    wanted = [term for term in terms if names.get(term, term) not in stored]
    bought.known = len(terms) - len(wanted)
    if bought.known:
        with transaction.atomic():
            on_batch(bought.known, 0)
    for batch in _asked(scope, what, wanted, request):
        with transaction.atomic():
            spent = store_batch(scope, what, batch, names)
            on_batch(len(batch.terms), spent)
        bought.answered += len(batch.answers)
        bought.missing.update(batch.missing)
    return bought


def _asked(scope: Scope, what: What, terms: Sequence[str], request: Request | None) -> Iterator[Batch]:
    source = sources()[what]
    request = request or Request(what, (), scope.channel, scope.locale, today())
    step = source.batch_size
    for start in range(0, len(terms), step):
        part = terms[start : start + step]
        _check_allowance(scope.project_id, price_tenths(what, len(part)))
        yield from ask_all(source, request, part)


def _check_allowance(project_id: int, tenths: int) -> None:
    left = Project.objects.values_list("lookups_left_tenths", flat=True).get(pk=project_id)
    if left < tenths:
        raise BunrakuError(
            "allowance_short",
            f"The next {tenths / 10:,.0f} lookups cannot be paid: {left / 10:,.0f} are left.",
            hint="What was bought is kept. Raise the allowance in the project's settings and run it again for the rest.",
        )


def store_batch(scope: Scope, what: What, batch: Batch, stored_as: Mapping[str, str]) -> int:
    """Store a batch of answers and pay for what is new; returns tenths spent. To be called in a transaction."""
    source = sources()[what]
    per_term = price_tenths(what, 1)
    answers = {stored_as.get(term, term): answer for term, answer in batch.answers.items()}
    known = known_today(scope, what, list(answers))
    fresh = [(term, _payload(answer)) for term, answer in answers.items() if term not in known]
    same = {"scope": scope.pk, "what": what, "source": source.name, "on": today(), "price_tenths": per_term}
    insert_many(Reading, ("term", "payload"), fresh, same=same)
    spent = per_term * len(fresh)
    if spent:
        Project.objects.filter(pk=scope.project_id).update(lookups_left_tenths=F("lookups_left_tenths") - spent)
    return spent


def _payload(answer: Answer | None) -> dict[str, object] | None:
    return answer.model_dump(mode="json") if answer is not None else None
