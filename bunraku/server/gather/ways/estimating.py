"""What a run would ask, cost and bring, told before it is started."""

from collections.abc import Sequence
from dataclasses import dataclass

from bunraku.core.gather.seed_operators import Seed
from bunraku.core.gather.seeds import SeedList, read_seeds
from bunraku.core.gather.year_refresh import refresh_years
from bunraku.core.text import identity_key
from bunraku.server.clock import today
from bunraku.server.gather.ways.asking import first_asks, vantage_of
from bunraku.server.gather.ways.catalogue import WAYS, Way
from bunraku.server.gather.ways.options import MOST_PAGES, MOST_PROMPTS, RunOptions
from bunraku.server.projects.models import Project
from bunraku.server.readings.buying import price_of_kind, price_of_new
from bunraku.server.sheet.models import IN_PLAY, Keyword, Row, Scope
from bunraku.server.sheet.scopes import find_scope
from bunraku.sources.protocol import What

LEAST_SHARE = 0.3
"""Share of what seeds of the demo bring that seeds of a small subject do: pens, pianos and hives
brought a third."""
KNOWN_SHARE = 0.3
"""Share of what deeper steps bring that is new: most of it came by the first step already."""


@dataclass(frozen=True)
class WayEstimate:
    """What one way of a run would ask, cost at most, and about how many keywords it would bring."""

    way: str
    asks: int
    price_tenths: int
    about_new: int


@dataclass(frozen=True)
class Estimate:
    """What a run would do: seeds understood, how many are keywords already, and each way's part."""

    seeds: SeedList
    known_seeds: int
    ways: tuple[WayEstimate, ...]

    @property
    def about_least(self) -> int:
        """The fewest new keywords to expect: a subject that few search for brings so much less than
        one that many do. What the project's own keywords make is counted, not estimated."""
        counted = sum(way.about_new for way in self.ways if WAYS[way.way].what is None)
        estimated = sum(way.about_new for way in self.ways) - counted
        return counted + _round(LEAST_SHARE * estimated)

    @property
    def price_tenths(self) -> int:
        """The most that the run can cost."""
        return sum(way.price_tenths for way in self.ways)


def estimate_run(
    project: Project, typed: str, channels: Sequence[str], ways: Sequence[str], options: RunOptions
) -> Estimate:
    """Price and size of a run, before it is started. Buys and changes nothing."""
    seeds = read_seeds(typed)
    scopes = [find_scope(project, channel) for channel in channels]
    chosen = [WAYS[id] for id in WAYS if id in ways]
    by_way = tuple(_estimate_way(way, seeds.seeds, scopes, options) for way in chosen)
    keys = [identity_key(seed.text) for seed in seeds.seeds]
    known = Keyword.objects.filter(project=project, key__in=keys).count()
    return Estimate(seeds, known, by_way)


def _estimate_way(
    way: Way, seeds: Sequence[Seed], scopes: Sequence[Scope], options: RunOptions
) -> WayEstimate:
    if way.what is None:
        texts = Row.objects.filter(
            scope__in=[s.pk for s in scopes], state__in=IN_PLAY, text__contains="20"
        )
        fresh = refresh_years(texts.values_list("text", flat=True), today().year)
        return WayEstimate(way.id, 0, 0, sum(map(len, fresh.values())))
    asks = price = 0
    for scope in scopes:
        wanted = [asked for seed in seeds for asked in first_asks(way, seed, scope.language)]
        asks += len(wanted)
        price += _price_of_first(way, scope, wanted, options)
    places = len(seeds) * len(scopes)
    deeper, deeper_new = 0, 0.0
    if way.what is What.COMPLETIONS and options.depth > 1:
        deeper = places * min(MOST_PROMPTS, way.brings * (options.depth - 1) * 4)
        deeper_new = deeper * KNOWN_SHARE * 3
    if way.id == "related" and options.steps > 1 and scopes:
        deeper = places * sum(min(MOST_PAGES, 9**step) for step in range(1, options.steps))
        price += price_of_kind(scopes[0].project, What.PAGE, deeper)
        deeper_new = deeper * KNOWN_SHARE * 8
    about = places * way.brings + deeper_new
    return WayEstimate(way.id, asks + deeper, price, _round(about))


def _price_of_first(way: Way, scope: Scope, wanted: Sequence[str], options: RunOptions) -> int:
    """What the first asks would cost at most: what was bought today is not bought again."""
    if way.what is None:
        return 0
    if way.id == "fields":
        # The page first, then each of its best results.
        pages = price_of_new(scope, What.PAGE, wanted)
        return pages + price_of_kind(scope.project, What.FIELDS, options.results * len(wanted))
    return price_of_new(scope, way.what, wanted, vantage_of(way, options))


def _round(count: float) -> int:
    return 10 * round(count / 10) if count > 30 else round(count)


def way_price_tenths(project: Project, way: Way) -> int:
    """The least that a way costs a seed and channel."""
    if way.what is None:
        return 0
    if way.id == "fields":
        results = price_of_kind(project, What.FIELDS, RunOptions().results)
        return price_of_kind(project, What.PAGE) + results
    return price_of_kind(project, way.what)
