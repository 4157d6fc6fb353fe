"""How often what was foretold came true, channel by channel: outlets weak to strong, keywords that
nothing was fitted on, looked at when pieces have settled. And what a keyword of a subject that the
practice world was not made for costs to measure."""

import time
from collections.abc import Iterator, Sequence

from bunraku.core.channels import CHANNEL_IDS
from bunraku.sources.protocol import Request, What
from bunraku.sources.rehearsal.sources import band, count, page
from bunraku.sources.rehearsal.world import World, the_world
from tests.bench.timing import Result
from tests.sources.outcomes import (
    FOREIGN,
    TODAY,
    calibration_error,
    outcomes,
    reliability,
    skill,
)

LOOKED_UP = 400


def run() -> Iterator[Result]:
    for channel in CHANNEL_IDS:
        for foreign in (False, True):
            seen = outcomes(channel, 400, foreign=foreign, seed=23)
            error = calibration_error(seen.foretold, seen.reached)
            shown = " ".join(
                f"{foretold:.2f}:{came:.2f}"
                for foretold, came, _ in reliability(seen.foretold, seen.reached)
            )
            yield (
                f"chance, {channel}, {'other subjects' if foreign else 'its own subject'}",
                f"foretold:came true {shown}; error {error:.3f}, "
                f"skill {skill(seen.foretold, seen.reached):.2f}",
                "error under 0.03",
                error <= 0.03,
            )
    yield _cost()


def _cost() -> Result:
    setting, _ = FOREIGN
    world = the_world("en-GB", setting)
    world.query("anything at all")
    request = Request(What.COUNTS, (), "web", "en-GB", TODAY, setting=setting)
    things = "oak brass canvas copper leather slate linen pewter walnut cotton".split()
    asked = "hinge stove bench strap kettle lamp repair polish rack cover".split()
    around = ("", " near me", " cost", " for sale")
    keys = [f"{a} {b}{c}" for a in things for b in asked for c in around][:LOOKED_UP]
    own = world.texts[:: len(world.texts) // LOOKED_UP][:LOOKED_UP]
    each, known = _each(world, keys, request), _each(world, own, request)
    return (
        "figures and page of a keyword on another subject",
        f"{each:.2f} ms of computing; on its own {known:.2f} ms",
        "under 3 ms",
        each < 3,
    )


def _each(world: World, keys: Sequence[str], request: Request) -> float:
    """Milliseconds of computing that a keyword's figures and page take."""
    began = time.process_time()
    for key in keys:
        count(world, key, request)
        band(world, key, request)
        page(world, key, request)
    return 1_000 * (time.process_time() - began) / len(keys)
