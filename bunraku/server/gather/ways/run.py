"""A gathering run: asks each way for each seed on each channel, and keeps what comes before the
next is asked."""

from dataclasses import replace
from typing import Any

from bunraku.core.gather.seed_operators import Seed, read_seed
from bunraku.core.languages import language_named
from bunraku.core.text import BadKeyword
from bunraku.server.gather.brought import Bringing, Brought
from bunraku.server.gather.keeping import keep, keep_typed
from bunraku.server.gather.rules.ruleset import rules_of
from bunraku.server.gather.tidying import start_tidying
from bunraku.server.gather.ways.asking import Unit, ask
from bunraku.server.gather.ways.catalogue import WAYS
from bunraku.server.gather.ways.options import RunOptions
from bunraku.server.jobs.kinds import JobKind, job_kind
from bunraku.server.jobs.work import Params, Work
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Scope
from bunraku.server.sheet.scopes import scope_of

"""The country whose sheet takes terms of another language."""
SEEDS_NAMED = 8
"""Seeds that the heading of a run names, before it only counts them."""


class GatherParams(Params):
    """Seeds as typed, channels, ways, options that are not the usual ones; and, where a run is
    asked again for the rest, the prompts of each part that got no answer."""

    seeds: list[str] = []
    channels: list[str] = []
    ways: list[str] = []
    options: dict[str, Any] = {}
    only: dict[str, list[str]] | None = None

    def run_options(self) -> RunOptions:
        """All options, the usual ones too."""
        return RunOptions(**self.options)


@job_kind
class Gather(JobKind[GatherParams, Brought]):
    """Run the ways for every seed; everything is kept as it comes. Safe to run again."""

    id = "gather"
    name = "Gathering"
    asks = "request"
    takes = GatherParams
    gives = Brought

    def run(self, work: Work[GatherParams, Brought]) -> None:
        """Part by part, until all were asked or the run brought as many as it may."""
        units = units_of(work.project, work.params)
        bringing = Bringing(work, rules_of(work.project))
        work.start("Gathering", len(units))
        typed = {
            unit.scope.channel: unit.scope for unit in units if unit.way.starts_from == "seeds"
        }
        if not work.params.ways:
            # Nothing is asked: what was typed is all there is.
            typed = {name: scope_of(work.project, name) for name in work.params.channels}
        seeds = [seed.text for seed in _seeds(work.params)]
        for scope in typed.values():
            # Before anything is asked: what a person typed stands even if no source answers.
            keep_typed(work.job, scope, seeds, bringing.rules, bringing.tally)
        most = work.params.run_options().most
        for unit in units:
            _go(unit, bringing, most)
            work.advance()
            if work.result.new >= most:
                work.result.remark(f"It ended after {most:,} new keywords, as you asked.")
                break
        bringing.report(now=True)
        start_tidying(work.project)

    def brought(self, result: Brought) -> str:
        """New, known and left out."""
        return result.in_words()

    def unanswered(self, result: Brought) -> int:
        """Prompts that got no answer."""
        return result.unanswered()

    def channels(self, params: GatherParams) -> list[str]:
        """All that were searched."""
        return params.channels

    def title(self, params: GatherParams) -> str:
        """What a run was, as its heading."""
        seeds = params.seeds
        if not seeds:
            return "Next year's version"
        more = len(seeds) - SEEDS_NAMED
        named = ", ".join(seeds[:SEEDS_NAMED])
        return f"{named} and {more:,} more" if more > 0 else named


def _go(unit: Unit, bringing: Bringing[GatherParams, Brought], most: int) -> None:
    """One part of a run."""
    work = bringing.work
    scope = _receiving(unit)
    for came in ask(unit, lambda _count, tenths: work.spend(tenths)):
        work.result.miss(unit.place, came.missing)
        work.result.remark(came.remark)
        keep(work.job, scope, came.suggestions, bringing.rules, bringing.tally, unit.seed.unwanted)
        bringing.report()
        # No step further, but a look at whether to stop: one unit may take minutes.
        work.advance(0)
        if work.result.new >= most:
            break


def _receiving(unit: Unit) -> Scope:
    """The scope that takes what a part brings: terms of another language go into that language's
    own."""
    if unit.way.id != "language":
        return unit.scope
    into = language_named(unit.options.into)
    locale = f"{into.code}-{into.country}"
    return scope_of(unit.scope.project, unit.scope.channel, locale)


def units_of(project: Project, params: GatherParams) -> list[Unit]:
    """The parts of a run in order: the quick and free ways of every seed before the slow ones."""
    scopes = [scope_of(project, channel) for channel in params.channels]
    units = [
        Unit(scope, WAYS[way], seed, params.run_options())
        # Ways outside, seeds inside: a person sees something of every seed early.
        for way in params.ways
        for seed in ([Seed("")] if WAYS[way].starts_from == "project" else _seeds(params))
        for scope in scopes
    ]
    if not params.only:
        return units
    return [
        replace(unit, only=tuple(params.only[unit.place]))
        for unit in units
        if unit.place in params.only
    ]


def _seeds(params: GatherParams) -> list[Seed]:
    seeds = []
    for text in params.seeds:
        try:
            seeds.append(read_seed(text))
        except BadKeyword:
            continue
    return seeds
