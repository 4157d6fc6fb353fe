"""What can be done in Gather: start a run."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from bunraku.core.gather.seeds import SeedList, read_seeds
from bunraku.core.text import identity_key
from bunraku.server.errors import BunrakuError
from bunraku.server.gather.ways import USUAL_NEW_SHARE, WAYS, prompts
from bunraku.server.jobs.actions import start_job
from bunraku.server.jobs.models import Job
from bunraku.server.projects.models import Project
from bunraku.server.readings.buying import known_today, price_tenths
from bunraku.server.sheet.models import Keyword
from bunraku.server.sheet.scopes import find_scope
from bunraku.sources.protocol import What


@dataclass(frozen=True)
class Estimate:
    """What a run would ask and cost, and about how many keywords it would bring."""

    seeds: SeedList
    known_seeds: int
    asks: int
    price_tenths: int
    about_new: int


def estimate_run(project: Project, typed: str, channels: Sequence[str], ways: Sequence[str]) -> Estimate:
    """Price and size of a run, before it is started. Buys and changes nothing."""
    seeds = read_seeds(typed)
    asks = price = suggestions = 0
    for channel in channels:
        scope = find_scope(project, channel)
        for way in (WAYS[id] for id in ways):
            wanted = [prompt for seed in seeds.seeds for prompt in prompts(way, seed, project.language)]
            asks += len(wanted)
            suggestions += len(wanted) * (8 if way.what is What.COMPLETIONS else 14)
            if price_tenths(way.what, 1):
                wanted = [prompt for prompt in wanted if prompt not in known_today(scope, way.what, wanted)]
            price += price_tenths(way.what, len(wanted))
    keys = [identity_key(seed) for seed in seeds.seeds]
    known = Keyword.objects.filter(project=project, key__in=keys).count()
    return Estimate(seeds, known, asks, price, 10 * round(suggestions * USUAL_NEW_SHARE / 10))


def start_run(
    project: Project,
    typed: str,
    channels: Sequence[str],
    ways: Sequence[str],
    only: dict[str, Any] | None = None,
) -> Job:
    """Start gathering. `only` limits a repeat to what was missing. Raises: no_seed, no_channel, allowance_short."""
    estimate = estimate_run(project, typed, channels, ways)
    if not estimate.seeds.seeds:
        first = estimate.seeds.refused[0].message if estimate.seeds.refused else "Type a word or two first."
        raise BunrakuError("no_seed", f"There is no seed to start from. {first}", field="seeds")
    if not channels or not ways:
        raise BunrakuError("no_channel", "Choose at least one channel and one way.", field="channels")
    if estimate.price_tenths > project.lookups_left_tenths:
        raise BunrakuError(
            "allowance_short",
            f"This run costs {estimate.price_tenths / 10:g} lookups; {project.lookups_left_tenths / 10:g} are left.",
            hint="Leave the results page out, or give fewer seeds.",
        )
    params: dict[str, Any] = {
        "seeds": list(estimate.seeds.seeds),
        "channels": sorted(set(channels)),
        "ways": [id for id in WAYS if id in ways],
    }
    if only:
        params["only"] = only
    return start_job(project, "gather", params)
