"""What can be done with runs: start one, ask again for the rest, keep or drop what one brought."""

from collections.abc import Sequence

from bunraku.server.errors import BunrakuError
from bunraku.server.gather.ways.catalogue import WAYS
from bunraku.server.gather.ways.estimating import estimate_run
from bunraku.server.gather.ways.options import RunOptions
from bunraku.server.gather.ways.run import Gather, GatherParams
from bunraku.server.jobs.actions import find_job, start_job
from bunraku.server.jobs.models import Job
from bunraku.server.projects.models import Project
from bunraku.server.sentences import lookups
from bunraku.server.sheet.actions import set_state
from bunraku.server.sheet.models import STATE_CODE, Row
from bunraku.server.sheet.scopes import find_scope


def start_run(
    project: Project,
    typed: str,
    channels: Sequence[str],
    ways: Sequence[str],
    options: RunOptions | None = None,
) -> Job:
    """Start gathering. Raises: no_seed, no_channel, no_language, allowance_short."""
    options = options or RunOptions()
    # Without a way, what was typed is kept and nothing is asked.
    if not channels or not (ways or typed.strip()):
        raise BunrakuError(
            "no_channel", "Choose at least one channel and one way.", field="channels"
        )
    estimate = estimate_run(project, typed, channels, ways, options)
    seedless = bool(ways) and all(WAYS[way].starts_from == "project" for way in ways)
    if not estimate.seeds.seeds and not seedless:
        first = (
            estimate.seeds.refused[0].message
            if estimate.seeds.refused
            else "Type a word or two first."
        )
        raise BunrakuError("no_seed", f"There is no seed to start from. {first}", field="seeds")
    if "language" in ways and options.into in ("", project.language):
        raise BunrakuError(
            "no_language", "Choose another language than the project's own.", field="options.into"
        )
    if estimate.price_tenths > project.lookups_left_tenths:
        raise BunrakuError(
            "allowance_short",
            f"This run costs up to {lookups(estimate.price_tenths)}, "
            f"of {lookups(project.lookups_left_tenths)} left.",
            hint="Leave the ways that cost something out, or give fewer seeds.",
        )
    params = GatherParams(
        seeds=[seed.typed for seed in estimate.seeds.seeds],
        channels=sorted(set(channels)),
        ways=[id for id in WAYS if id in ways],
        options=options.model_dump(exclude_defaults=True),
    )
    return start_job(project, Gather, params)


def run_again(project: Project, job_id: int) -> Job:
    """Start a run again for just what was not answered. Raises: not_found, nothing_missing."""
    job = find_job(project, job_id, Gather)
    kind = Gather()
    missing = kind.result_of(job).missing
    if not missing:
        raise BunrakuError("nothing_missing", "Everything of this run was answered.")
    only = {place: part.prompts for place, part in missing.items()}
    ways = [id for id in WAYS if any(place.split("|")[1] == id for place in only)]
    again = kind.params_of(job).model_copy(update={"only": only, "ways": ways})
    return start_job(project, Gather, again)


def decide_run(project: Project, job_id: int, channel: str, state: str, reason: str = "") -> int:
    """Keep or drop as a whole the keywords that one run was the first to bring to a channel and
    that nobody decided about yet. Returns how many. Raises: not_found."""
    scope = find_scope(project, channel)
    find_job(project, job_id)
    undecided = Row.objects.filter(scope=scope, run=job_id, state=STATE_CODE["open"])
    ids = list(undecided.order_by("pk").values_list("pk", flat=True))
    return set_state(project, ids, state, reason=reason) if ids else 0
