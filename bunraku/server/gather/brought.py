"""What gathering brings, as its jobs report it: by ways, from the combiner, in a file."""

import time
from typing import Generic, TypeVar

from pydantic import BaseModel

from bunraku.server.gather.keeping import Tally, recount
from bunraku.server.gather.rules.ruleset import RuleSet
from bunraku.server.jobs.work import P, Result, Work
from bunraku.server.sentences import plural

REPORTED_EVERY_SECONDS = 0.3
"""How often what a run brought so far is written down."""
MOST_REMARKS = 600
"""Characters of remarks that a result keeps: a paragraph, as it is shown."""


class Missing(BaseModel):
    """What a part of a run asked without an answer, and why."""

    why: str
    prompts: list[str] = []


class Brought(Result):
    """New keywords in play, known ones, what was left out by which rule, what could be no keyword;
    what was not answered, by part of the run; remarks on how it went."""

    suggested: int = 0
    new: int = 0
    known: int = 0
    left_out: dict[str, int] = {}
    unusable: int = 0
    missing: dict[str, Missing] = {}
    ended: str = ""

    def in_words(self, *more: str) -> str:
        """The same as the end of a sentence."""
        left = sum(self.left_out.values())
        parts = [
            plural(self.new, "new keyword"),
            f"{self.known:,} already known",
            f"{left:,} excluded" if left else "",
            *more,
        ]
        return ", ".join(part for part in parts if part)

    def unanswered(self) -> int:
        """How many prompts got no answer."""
        return sum(len(part.prompts) or 1 for part in self.missing.values())

    def remark(self, sentence: str) -> None:
        """Add something that the person should know of how it went, once."""
        if sentence and sentence not in self.ended:
            self.ended = f"{self.ended} {sentence}".strip()[:MOST_REMARKS]

    def miss(self, place: str, missing: dict[str, str]) -> None:
        """Note what a part of the run was not answered."""
        if missing:
            part = self.missing.setdefault(place, Missing(why=next(iter(missing.values()))))
            part.prompts += [prompt for prompt in missing if prompt not in part.prompts]


B = TypeVar("B", bound=Brought)


class Bringing(Generic[P, B]):
    """A job that brings keywords, under way: its rules, its tally, and its result as it grows."""

    def __init__(self, work: Work[P, B], rules: RuleSet) -> None:
        self.work, self.rules = work, rules
        self.tally = Tally()
        self._last = 0.0

    def report(self, *, now: bool = False) -> None:
        """Write down what was brought so far, a few times a second at most."""
        if not now and time.monotonic() - self._last <= REPORTED_EVERY_SECONDS:
            return
        if now:
            recount(self.work.job, self.tally)
        left_out = {self.rules.label(rule): count for rule, count in self.tally.left_out.items()}
        result = self.work.result
        result.suggested, result.unusable = self.tally.suggested, self.tally.unusable
        result.new = self.tally.new - sum(left_out.values())
        met = sum(map(len, self.tally.met.values()))
        result.known = max(met - self.tally.new, 0)
        result.left_out = {**left_out, **self.tally.unwanted}
        self.work.report()
        self._last = time.monotonic()
