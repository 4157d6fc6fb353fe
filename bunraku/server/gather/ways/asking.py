"""Asking: one generator a manner of asking, each giving what came so that it can be kept before the
next is asked."""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, field
from typing import Any, cast

from bunraku.core.gather.merge import Origin as Came
from bunraku.core.gather.prompts import prompts
from bunraku.core.gather.result_fields import ResultFields, phrases_used
from bunraku.core.gather.seed_operators import Seed
from bunraku.core.gather.year_refresh import refresh_years
from bunraku.core.languages import language_named
from bunraku.core.text import identity_key
from bunraku.core.text.addresses import bare_address
from bunraku.server.clock import today
from bunraku.server.gather.ways.catalogue import Way
from bunraku.server.gather.ways.options import MOST_PAGES, MOST_PROMPTS, RunOptions
from bunraku.server.projects.models import Project
from bunraku.server.readings.buying import buy, request_to
from bunraku.server.readings.known import latest
from bunraku.server.readings.providers import sources
from bunraku.server.sheet.models import IN_PLAY, Row, Scope
from bunraku.sources.asking import ask_all
from bunraku.sources.protocol import Completions, Vantage, What

LONGEST_TERM = 250
"""What a source takes as a question, in characters."""
Payloads = dict[str, dict[str, Any] | None]


@dataclass(frozen=True)
class Unit:
    """One part of a run: a way, for a seed, in a scope; the prompts of `only` where it is asked
    again for the rest."""

    scope: Scope
    way: Way
    seed: Seed
    options: RunOptions
    only: tuple[str, ...] = ()

    @property
    def place(self) -> str:
        """The unit's name in a run's result."""
        return f"{self.scope.channel}|{self.way.id}|{self.seed.text}"

    def came(self, method: str = "", figure: int | None = None) -> Came:
        """The origin of what this unit brings."""
        source = source_name(self.scope.project, self.way)
        return Came(method or self.way.id, self.seed.text[:200], source, figure)


@dataclass
class Found:
    """What came of one asking: suggestions with their origins; what was not answered, with why; and
    what the person should know of an answer, as a sentence."""

    suggestions: list[tuple[str, Came]] = field(default_factory=list)
    missing: dict[str, str] = field(default_factory=dict)
    remark: str = ""


Spend = Callable[[int, int], None]


def ask(unit: Unit, spend: Spend) -> Iterator[Found]:
    """Ask everything of a unit. `spend` is told what is bought, in the transaction that stores
    it."""
    if unit.way.what is What.COMPLETIONS:
        return _ask_box(unit)
    return {
        "related": _ask_pages,
        "fields": _ask_fields,
        "rising": _ask_rising,
        "language": _ask_lexicon,
        "rivals": _ask_ranks,
        "years": _refresh_years,
    }[unit.way.id](unit, spend)


def first_asks(way: Way, seed: Seed, language: str) -> list[str]:
    """What a way asks first for a seed: prompts, or the term itself."""
    if way.what is What.COMPLETIONS:
        return prompts(way.id, seed.text, language)
    return [seed.text if way.id == "rivals" else identity_key(seed.text)] if way.what else []


def vantage_of(way: Way, options: RunOptions) -> Vantage:
    """From where a way asks: results pages as of the run's place, translations into its
    language."""
    place = identity_key(options.place) if way.id == "related" else ""
    return Vantage(place=place, into=options.into if way.id == "language" else "")


def source_name(project: Project, way: Way) -> str:
    """Whom a way asks: the project's most trusted source of what it needs."""
    telling = sources(project)[way.what] if way.what else []
    return telling[0].name if telling else "Bunraku"


def _ask_box(unit: Unit) -> Iterator[Found]:
    scope, options = unit.scope, unit.options
    level = list(unit.only) or prompts(unit.way.id, unit.seed.text, scope.language)
    asked = set(level)
    for _ in range(options.depth):
        fresh: dict[str, None] = {}
        for source in sources(scope.project)[What.COMPLETIONS]:
            request = request_to(source, scope, Vantage(place=options.place))
            for batch in ask_all(source, request, level):
                answers = [answer for answer in batch.answers.values() if answer]
                texts = [
                    text for answer in answers for text in cast(Completions, answer).completions
                ]
                fresh.update(dict.fromkeys(texts))
                # After every batch, so that what came is kept even if the next one never does.
                yield Found([(text, unit.came()) for text in texts], dict(batch.missing))
        wanted = (t for t in fresh if t not in asked and not unit.seed.unwanted(identity_key(t)))
        # A level deeper there are many times more: what came first was suggested first.
        level = list(wanted)[:MOST_PROMPTS]
        asked.update(level)


def _bought(
    unit: Unit, what: What, terms: Sequence[str], spend: Spend
) -> tuple[Payloads, dict[str, str]]:
    """Buy what was not bought today; the payloads by term, and what is missing."""
    terms = [term for term in terms if len(term) <= LONGEST_TERM]
    vantage = vantage_of(unit.way, unit.options)
    bought = buy(unit.scope, what, terms, vantage=vantage, on_batch=spend)
    return latest(unit.scope, what, terms, vantage), bought.missing


def _ask_pages(unit: Unit, spend: Spend) -> Iterator[Found]:
    """Questions and related searches of results pages; pages are kept as readings and not bought
    again."""
    level = list(unit.only) or [identity_key(unit.seed.text)]
    asked = set(level)
    for step in range(unit.options.steps):
        fresh: dict[str, None] = {}
        pages, missing = _bought(unit, What.PAGE, level, spend)
        came = Found(missing=missing)
        for page in pages.values():
            for text in [*(page or {}).get("questions", []), *(page or {}).get("related", [])]:
                came.suggestions.append((text, unit.came()))
                fresh[identity_key(text)] = None
        yield came
        wanted = (key for key in fresh if key and key not in asked and not unit.seed.unwanted(key))
        # Pages of the last step are read for nobody, so none is asked for.
        level = list(wanted)[: MOST_PAGES if step + 1 < unit.options.steps else 0]
        asked.update(level)


def _ask_fields(unit: Unit, spend: Spend) -> Iterator[Found]:
    """Tags, title phrases, materials and categories of the top results, with counts."""
    key = identity_key(unit.seed.text)
    pages, missing = _bought(unit, What.PAGE, [key], spend)
    results = ((pages.get(key) or {}).get("results") or [])[: unit.options.results]
    publishers = {result["address"]: result["publisher"] for result in results}
    fields, unanswered = _bought(unit, What.FIELDS, list(publishers), spend)
    read = [
        ResultFields(
            publishers[address], said["title"], said["tags"], said["materials"], said["categories"]
        )
        for address, said in fields.items()
        if said
    ]
    used = phrases_used(read, unit.seed.text, unit.scope.language)
    suggestions = [(phrase.text, unit.came(figure=phrase.used_by)) for phrase in used]
    yield Found(suggestions, {**missing, **unanswered})


def _ask_rising(unit: Unit, spend: Spend) -> Iterator[Found]:
    rising, missing = _bought(unit, What.RISING, [identity_key(unit.seed.text)], spend)
    terms = [pair for said in rising.values() if said for pair in said["terms"]]
    growth = [(text, None if grew is None else round(100 * grew)) for text, grew in terms]
    yield Found([(text, unit.came(figure=percent)) for text, percent in growth], missing)


def _ask_ranks(unit: Unit, spend: Spend) -> Iterator[Found]:
    address = bare_address(unit.seed.text)
    known, missing = _bought(unit, What.RANKS, [address], spend)
    ranks = [pair for said in known.values() if said for pair in said["ranks"]]
    silent = ""
    if not ranks and not missing:
        silent = f"No source has rankings for “{address}”."
    yield Found([(text, unit.came(figure=position)) for text, position in ranks], missing, silent)


def _ask_lexicon(unit: Unit, spend: Spend) -> Iterator[Found]:
    translated, missing = _bought(unit, What.LEXICON, [identity_key(unit.seed.text)], spend)
    terms = [text for said in translated.values() if said for text in said["terms"]]
    into = language_named(unit.options.into).name
    where = (
        f"The {into} terms are in the table of that locale: choose it in the menu next to the "
        "channels."
        if terms
        else ""
    )
    yield Found([(text, unit.came()) for text in terms], missing, where)


def _refresh_years(unit: Unit, _spend: Spend) -> Iterator[Found]:
    # Every year that can be renewed has a 20 in it; the core tells which are years.
    rows = Row.objects.filter(scope=unit.scope, state__in=IN_PLAY, text__contains="20").order_by(
        "pk"
    )
    fresh = refresh_years(rows.values_list("text", flat=True), today().year)
    came = {old: Came("years", old, "Bunraku") for old in fresh}
    yield Found([(text, came[old]) for old, renewed in fresh.items() for text in renewed])
