"""What can be done with runs: price one, start one, ask again for the rest, keep or drop what one brought."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from bunraku.core.gather.seed_operators import Seed
from bunraku.core.gather.seeds import SeedList, read_seeds
from bunraku.core.gather.years import refresh_years
from bunraku.core.text import identity_key
from bunraku.server.clock import today
from bunraku.server.errors import BunrakuError, not_found
from bunraku.server.gather.asking import first_asks, stored_term
from bunraku.server.gather.options import MOST_PAGES, MOST_PROMPTS, RunOptions
from bunraku.server.gather.ways import WAYS, Way
from bunraku.server.jobs.actions import start_job
from bunraku.server.jobs.models import Job
from bunraku.server.projects.models import Project
from bunraku.server.readings.buying import known_today, price_tenths
from bunraku.server.sheet.actions import set_state
from bunraku.server.sheet.models import IN_PLAY, STATE_CODE, Keyword, Row, Scope
from bunraku.server.sheet.scopes import find_scope
from bunraku.sources.protocol import What

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
    told = tuple(_estimate_way(way, seeds.seeds, scopes, options) for way in chosen)
    keys = [identity_key(seed.text) for seed in seeds.seeds]
    return Estimate(seeds, Keyword.objects.filter(project=project, key__in=keys).count(), told)


def _estimate_way(way: Way, seeds: Sequence[Seed], scopes: Sequence[Scope], options: RunOptions) -> WayEstimate:
    if way.what is None:
        texts = Row.objects.filter(scope__in=[s.pk for s in scopes], state__in=IN_PLAY, text__contains="20")
        fresh = refresh_years(texts.values_list("text", flat=True), today().year)
        return WayEstimate(way.id, 0, 0, sum(map(len, fresh.values())))
    asks = price = 0
    for scope in scopes:
        wanted = [one for seed in seeds for one in first_asks(way, seed, scope.locale[:2])]
        asks += len(wanted)
        price += _price_of_first(way, scope, wanted, options)
    places = len(seeds) * len(scopes)
    deeper, deeper_new = 0, 0.0
    if way.what is What.COMPLETIONS and options.depth > 1:
        deeper = places * min(MOST_PROMPTS, way.brings * (options.depth - 1) * 4)
        deeper_new = deeper * KNOWN_SHARE * 3
    if way.id == "related" and options.steps > 1:
        deeper = places * sum(min(MOST_PAGES, 9**step) for step in range(1, options.steps))
        price += price_tenths(What.PAGE, deeper)
        deeper_new = deeper * KNOWN_SHARE * 8
    about = places * way.brings + deeper_new
    return WayEstimate(way.id, asks + deeper, price, _round(about))


def _price_of_first(way: Way, scope: Scope, wanted: Sequence[str], options: RunOptions) -> int:
    """What the first asks would cost at most: what was bought today is not bought again."""
    if way.what is None:
        return 0
    if way.id == "fields":
        # The page first, then each of its best results.
        pages = [term for term in wanted if term not in known_today(scope, What.PAGE, wanted)]
        return price_tenths(What.PAGE, len(pages)) + price_tenths(What.FIELDS, options.results * len(wanted))
    if not price_tenths(way.what, 1):
        return 0
    names = [stored_term(term, options, way) for term in wanted]
    known = known_today(scope, way.what, names)
    return price_tenths(way.what, sum(name not in known for name in names))


def _round(count: float) -> int:
    return 10 * round(count / 10) if count > 30 else round(count)


def way_price_tenths(way: Way) -> int:
    """The least that a way costs a seed and channel."""
    if way.what is None:
        return 0
    if way.id == "fields":
        return price_tenths(What.PAGE, 1) + price_tenths(What.FIELDS, RunOptions().results)
    return price_tenths(way.what, 1)


def start_run(
    project: Project, typed: str, channels: Sequence[str], ways: Sequence[str], options: RunOptions | None = None
) -> Job:
    """Start gathering. Raises: no_seed, no_channel, no_language, allowance_short."""
    options = options or RunOptions()
    if not channels or not ways:
        raise BunrakuError("no_channel", "Choose at least one channel and one way.", field="channels")
    estimate = estimate_run(project, typed, channels, ways, options)
    if not estimate.seeds.seeds and any(WAYS[way].starts_from != "project" for way in ways):
        first = estimate.seeds.refused[0].message if estimate.seeds.refused else "Type a word or two first."
        raise BunrakuError("no_seed", f"There is no seed to start from. {first}", field="seeds")
    if "language" in ways and options.into in ("", project.language):
        raise BunrakuError("no_language", "Choose another language than the project's own.", field="options.into")
    if estimate.price_tenths > project.lookups_left_tenths:
        raise BunrakuError(
            "allowance_short",
            f"This run costs up to {estimate.price_tenths / 10:g} lookups; {project.lookups_left_tenths / 10:g} are left.",
            hint="Leave the ways that cost something out, or give fewer seeds.",
        )
    params: dict[str, Any] = {
        "seeds": [seed.typed for seed in estimate.seeds.seeds],
        "channels": sorted(set(channels)),
        "ways": [id for id in WAYS if id in ways],
        "options": options.model_dump(exclude_defaults=True),
    }
    return start_job(project, "gather", params)


def run_again(project: Project, job_id: int) -> Job:
    """Start a run again for just what was not answered. Raises: not_found, nothing_missing."""
    job = Job.objects.filter(project=project, pk=job_id, kind="gather").first()
    if job is None:
        raise not_found("run")
    missing = job.result.get("missing") or {}
    if not missing:
        raise BunrakuError("nothing_missing", "Everything of this run was answered.")
    only = {place: told["prompts"] for place, told in missing.items()}
    params = {**job.params, "only": only}
    ways = [id for id in WAYS if any(place.split("|")[1] == id for place in only)]
    return start_job(project, "gather", {**params, "ways": ways})


def decide_run(project: Project, job_id: int, channel: str, state: str, reason: str = "") -> int:
    """Keep or drop as a whole the keywords that one run was the first to bring to a channel and that nobody decided about yet.
    Returns how many. Raises: not_found."""
    scope = find_scope(project, channel)
    if not Job.objects.filter(project=project, pk=job_id).exists():
        raise not_found("run")
    undecided = Row.objects.filter(scope=scope, run=job_id, state=STATE_CODE["open"])
    ids = list(undecided.order_by("pk").values_list("pk", flat=True))
    return set_state(project, ids, state, reason=reason) if ids else 0
