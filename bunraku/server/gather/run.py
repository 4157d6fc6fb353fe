"""A gathering run: asks each way for each seed on each channel, and keeps what comes before the next is asked."""

import time
from typing import Any

from bunraku.core.gather.seed_operators import Seed, read_seed
from bunraku.core.text import BadKeyword
from bunraku.server.gather.asking import Unit, ask
from bunraku.server.gather.keeping import Tally, keep, keep_typed, recount, result_of
from bunraku.server.gather.leave_outs import Sieve, sieve_of
from bunraku.server.gather.options import RunOptions
from bunraku.server.gather.tidy import start_tidying
from bunraku.server.gather.ways import WAYS
from bunraku.server.jobs.models import Job
from bunraku.server.jobs.running import Progress, handles
from bunraku.server.sheet.scopes import scope_of

NOTED_EVERY_SECONDS = 0.3
"""How often what a run brought so far is written down."""
MOST_REMARKS = 600
COUNTRIES = {"en": "GB", "de": "DE", "fr": "FR", "es": "ES", "it": "IT", "nl": "NL", "pt": "PT"}
"""The country whose sheet takes terms of another language."""


@handles("gather")
def gather(job: Job, progress: Progress) -> None:
    """Run the ways of a job's params; everything is kept as it comes. Safe to run again."""
    units = units_of(job)
    sieve, tally = sieve_of(job.project), Tally()
    notes = Notes(job, progress, sieve, tally)
    progress.start("Gathering", len(units))
    typed = {unit.scope.channel: unit.scope for unit in units if unit.way.starts_from == "seeds"}
    for scope in typed.values():
        keep_typed(job, scope, [seed.text for seed in _seeds(job)], sieve, tally)
    most = RunOptions(**job.params.get("options", {})).most
    for unit in units:
        scope = unit.scope
        if unit.way.id == "language":
            into = unit.options.into
            scope = scope_of(job.project, scope.channel, f"{into}-{COUNTRIES[into]}")
        for found in ask(unit, lambda _count, tenths: progress.spend(tenths)):
            notes.miss(unit, found.missing)
            notes.remark(found.remark)
            keep(job, scope, found.suggestions, sieve, tally, unit.seed.keeps_out)
            notes.take()
            progress.advance(0)
            if job.result["new"] >= most:
                break
        progress.advance()
        if job.result.get("new", 0) >= most:
            notes.remark(f"It ended after {most:,} new keywords, as you asked.")
            break
    notes.take(now=True)
    start_tidying(job.project)


def units_of(job: Job) -> list[Unit]:
    """The parts of a run in order: the quick and free ways of every seed before the slow ones."""
    params = job.params
    options = RunOptions(**params.get("options", {}))
    only: dict[str, list[str]] = params.get("only") or {}
    scopes = [scope_of(job.project, channel) for channel in params["channels"]]
    units = [
        Unit(scope, WAYS[way], seed, options)
        for way in params["ways"]
        for seed in ([Seed("")] if WAYS[way].starts_from == "project" else _seeds(job))
        for scope in scopes
    ]
    if not only:
        return units
    again = (Unit(u.scope, u.way, u.seed, u.options, tuple(only[u.place])) for u in units if u.place in only)
    return list(again)


def _seeds(job: Job) -> list[Seed]:
    seeds = []
    for text in job.params["seeds"]:
        try:
            seeds.append(read_seed(text))
        except BadKeyword:
            continue
    return seeds


class Notes:
    """The result of a run as it grows."""

    def __init__(self, job: Job, progress: Progress, sieve: Sieve, tally: Tally) -> None:
        self.job, self.progress, self.sieve, self.tally = job, progress, sieve, tally
        self.missing: dict[str, dict[str, Any]] = {}
        self.ended = ""
        self._last = 0.0

    def miss(self, unit: Unit, missing: dict[str, str]) -> None:
        """Note what was not answered: the unit, what it asked, and why."""
        if missing:
            known = self.missing.setdefault(unit.place, {"why": next(iter(missing.values())), "prompts": []})
            known["prompts"] += [prompt for prompt in missing if prompt not in known["prompts"]]

    def remark(self, sentence: str) -> None:
        """Something the person should know of how it went."""
        if sentence and sentence not in self.ended:
            self.ended = f"{self.ended} {sentence}".strip()[:MOST_REMARKS]

    def take(self, *, now: bool = False) -> None:
        """Write down what the run brought so far, a few times a second at most."""
        if now or time.monotonic() - self._last > NOTED_EVERY_SECONDS:
            if now:
                recount(self.job, self.tally)
            self.progress.note(**result_of(self.tally, self.sieve), missing=self.missing, ended=self.ended)
            self._last = time.monotonic()
