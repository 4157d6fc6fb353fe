"""Buying readings: never twice for the same day, never beyond the allowance, each batch kept before
the next."""

import math
from collections.abc import Callable, Iterator, Sequence
from dataclasses import asdict, dataclass, field

from django.db import transaction
from django.db.models import F

from bunraku.server.clock import today
from bunraku.server.errors import BunrakuError
from bunraku.server.projects.models import Project
from bunraku.server.readings.known import known_today
from bunraku.server.readings.own_pieces import own_pieces_of
from bunraku.server.readings.providers import sources
from bunraku.server.readings.setting import setting_of
from bunraku.server.readings.storing import keep_readings
from bunraku.server.sentences import lookups
from bunraku.server.sheet.models import Scope
from bunraku.sources.asking import Batch, ask_all
from bunraku.sources.protocol import USUAL, Answer, Request, Source, Vantage, What


@dataclass
class Bought:
    """What a purchase brought: how many terms were answered now (and how many of those answers were
    that there is nothing, which costs nothing), known already, and missing with the reason."""

    answered: int = 0
    nothing: int = 0
    known: int = 0
    missing: dict[str, str] = field(default_factory=dict)


Keep = Callable[[Batch], int]
"""Keeps a batch of answers and returns how many of them are to be paid for."""


def price_tenths(source: Source, count: int) -> int:
    """Price of so many lookups of a source in tenths, each rounded up: bought in parts they cost
    what they cost together."""
    # Rounded before it is rounded up: what a binary fraction adds at its end must cost nothing.
    return math.ceil(round(source.price * 10, 6)) * count


def price_of_kind(project: Project, what: What, count: int = 1) -> int:
    """Price in tenths of asking all sources of a kind for so many terms, if they have figures for
    all of them."""
    return sum(price_tenths(source, count) for source in sources(project)[what])


def price_of_new(scope: Scope, what: What, terms: Sequence[str], vantage: Vantage = USUAL) -> int:
    """Price in tenths of asking all sources of a kind for terms, if they have figures for all of
    them: what was asked today costs nothing."""
    return sum(
        price_tenths(
            source, len(terms) - len(known_today(scope, what, source.name, terms, vantage))
        )
        for source in sources(scope.project)[what]
        if source.price
    )


def buy(
    scope: Scope,
    what: What,
    terms: Sequence[str],
    *,
    vantage: Vantage = USUAL,
    on_batch: Callable[[int, int], None] = lambda count, tenths: None,
) -> Bought:
    """Ask every source of a kind, in the project's order, for the terms it was not asked today from
    this vantage, and store every answer.

    Each batch is one transaction: readings, allowance and `on_batch` (terms done, tenths spent)
    together. Raises: `BunrakuError` allowance_short when the next batch cannot be paid; what was
    bought until then is kept."""
    bought = Bought()
    for source in sources(scope.project)[what]:
        _buy_of(source, scope, terms, vantage, on_batch, bought)
    return bought


def _buy_of(
    source: Source,
    scope: Scope,
    terms: Sequence[str],
    vantage: Vantage,
    on_batch: Callable[[int, int], None],
    bought: Bought,
) -> None:
    stored = known_today(scope, source.tells, source.name, terms, vantage)
    wanted = [term for term in terms if term not in stored]
    if stored:
        with transaction.atomic():
            on_batch(len(terms) - len(wanted), 0)
    bought.known += len(terms) - len(wanted)
    for batch in _asked(source, scope, wanted, vantage):
        with transaction.atomic():
            spent = store_batch(source, scope, batch, vantage)
            on_batch(len(batch.terms), spent)
        bought.answered += len(batch.answers)
        bought.nothing += sum(answer is None for answer in batch.answers.values())
        bought.missing.update(batch.missing)


def buy_to_keep(
    source: Source, scope: Scope, terms: Sequence[str], request: Request, keep: Keep
) -> Iterator[int]:
    """Ask a source for terms whose answers another room keeps, and pay for those that it says are
    new; tenths spent, batch by batch, each with what was kept in one transaction. Raises:
    `BunrakuError` allowance_short when the next batch cannot be paid."""
    step = source.batch_size
    for start in range(0, len(terms), step):
        part = terms[start : start + step]
        _check_allowance(scope.project_id, price_tenths(source, len(part)))
        for batch in ask_all(source, request, part):
            with transaction.atomic():
                # Whoever else buys for this project waits here, so that nothing is paid twice.
                Project.objects.select_for_update().get(pk=scope.project_id)
                spent = price_tenths(source, 1) * keep(batch)
                _pay(scope.project_id, spent)
                yield spent


def _pay(project_id: int, tenths: int) -> None:
    if tenths:
        Project.objects.filter(pk=project_id).update(
            lookups_left_tenths=F("lookups_left_tenths") - tenths
        )


def request_to(source: Source, scope: Scope, vantage: Vantage = USUAL) -> Request:
    """A request to a source about a scope, today, as seen from a vantage; its terms are still to
    come."""
    return Request(
        source.tells,
        (),
        scope.channel,
        scope.locale,
        today(),
        own=own_pieces_of(scope),
        setting=setting_of(scope),
        **asdict(vantage),
    )


def _asked(source: Source, scope: Scope, terms: Sequence[str], vantage: Vantage) -> Iterator[Batch]:
    request = request_to(source, scope, vantage)
    step = source.batch_size
    # The allowance is looked at before each batch, not once: other jobs of the project spend too.
    for start in range(0, len(terms), step):
        part = terms[start : start + step]
        _check_allowance(scope.project_id, price_tenths(source, len(part)))
        yield from ask_all(source, request, part)


def check_affordable(project: Project, tenths: int, doing: str) -> None:
    """Refuse what costs more than is left, before it is begun. `doing` begins a sentence ("Reading
    12 pages"). Raises: allowance_short."""
    if tenths > project.lookups_left_tenths:
        raise BunrakuError(
            "allowance_short",
            f"{doing} costs {lookups(tenths)}, of {lookups(project.lookups_left_tenths)} left.",
            hint="Select fewer keywords, or raise the allowance in project settings.",
        )


def _check_allowance(project_id: int, tenths: int) -> None:
    left = Project.objects.values_list("lookups_left_tenths", flat=True).get(pk=project_id)
    if left < tenths:
        raise BunrakuError(
            "allowance_short",
            f"The next {lookups(tenths)} cannot be paid, of {lookups(left)} left.",
            hint="What was bought is kept. Raise the allowance in project settings and run it "
            "again for the rest.",
        )


def store_batch(source: Source, scope: Scope, batch: Batch, vantage: Vantage = USUAL) -> int:
    """Store a batch of answers and pay for what is new and has a figure; returns tenths spent. To
    be called in a transaction."""
    # Whoever else buys for this project waits here, so that nothing is paid twice.
    Project.objects.select_for_update().get(pk=scope.project_id)
    seen = vantage.seen_by(source.tells)
    # Looked up again within the lock: another job may have bought the same while we waited for the
    # source.
    known = known_today(scope, source.tells, source.name, list(batch.answers), vantage)
    fresh = [
        (source.tells.value, term, _payload(answer))
        for term, answer in batch.answers.items()
        if term not in known
    ]
    per_term = price_tenths(source, 1)
    told = [reading for reading in fresh if reading[2] is not None]
    nothing = [reading for reading in fresh if reading[2] is None]
    keep_readings(scope, source.name, today(), told, vantage=seen, price_tenths=per_term)
    keep_readings(scope, source.name, today(), nothing, vantage=seen)
    spent = per_term * len(told)
    _pay(scope.project_id, spent)
    return spent


def _payload(answer: Answer | None) -> dict[str, object] | None:
    # What was not told is not written down: ten results of three channels have little in common.
    return answer.model_dump(mode="json", exclude_none=True) if answer is not None else None
