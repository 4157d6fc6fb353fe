"""The combiner: seeing what would come before it is taken, and taking it."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any, cast

from bunraku.core.gather.combiner import (
    BadPattern,
    Combinations,
    Term,
    check_size,
    combine,
    read_pattern,
    read_terms,
)
from bunraku.core.gather.merge import Origin as Came
from bunraku.core.text import identity_key
from bunraku.server.database.parts import in_parts
from bunraku.server.errors import BunrakuError
from bunraku.server.gather.brought import Bringing, Brought
from bunraku.server.gather.keeping import keep
from bunraku.server.gather.priorities import pass_priority
from bunraku.server.gather.rules.ruleset import rules_of
from bunraku.server.gather.tidying import start_tidying
from bunraku.server.jobs.actions import start_job
from bunraku.server.jobs.kinds import JobKind, job_kind
from bunraku.server.jobs.models import Job
from bunraku.server.jobs.work import Params, Work
from bunraku.server.projects.models import Project
from bunraku.server.readings.buying import request_to
from bunraku.server.readings.providers import sources
from bunraku.server.sheet.models import Row, Scope
from bunraku.server.sheet.scopes import find_scope, scope_of
from bunraku.sources.asking import ask_all
from bunraku.sources.protocol import Completions, What

SHOWN = 300
"""Combinations shown before they are taken, and at most asked of the search box at once."""
MOST_ASKED = 20_000
"""Combinations that are asked of the search box one by one when only those it knows are wanted."""
SHORTEST_TYPED = 3
"""Shorter texts are asked for whole: without its last letter hardly anything is left."""
_BATCH = 2_000
"""Combinations stored between two looks at whether to stop."""


@dataclass(frozen=True)
class Recipe:
    """What to combine: terms by column (a term and its priority), patterns, whether only what the
    search box knows is wanted, and whether those that say something twice are."""

    columns: Mapping[str, Sequence[tuple[str, str]]]
    patterns: Sequence[str]
    only_known: bool = False
    keep_doubled: bool = False


def combinations_of(recipe: Recipe) -> Combinations:
    """All combinations of a recipe. Raises: bad_pattern, saying where and why."""
    try:
        columns: dict[str, list[Term]] = {
            name: read_terms([text for text, _ in terms], dict(terms))
            for name, terms in recipe.columns.items()
        }
        patterns = [read_pattern(text, list(columns)) for text in recipe.patterns]
        if not patterns:
            raise BadPattern("Give at least one pattern, such as {modifier} {base}.")
        check_size(patterns, columns)
        return combine(patterns, columns, keep_doubled=recipe.keep_doubled)
    except BadPattern as bad:
        raise BunrakuError("bad_pattern", str(bad), field="patterns") from bad


def preview_combinations(project: Project, channel: str, recipe: Recipe) -> dict[str, Any]:
    """How many combinations there would be, how many are there already or would be left out, and
    the first of them."""
    made = combinations_of(recipe)
    scope = find_scope(project, channel)
    keys = list(made.texts)
    known = _known(scope, keys)
    left_out = rules_of(project).left_out(keys)
    return {
        "total": len(keys),
        "known": len(known),
        "left_out": sum(key not in known for key in left_out),
        "doubled": made.doubled,
        "repeated": made.repeated,
        "too_long": made.too_long,
        "shown": [
            {
                "text": made.texts[key],
                "priority": made.priorities.get(key, ""),
                "known": key in known,
                "left_out": key in left_out and key not in known,
            }
            for key in keys[:SHOWN]
        ],
    }


def _known(scope: Scope, keys: Sequence[str]) -> set[str]:
    known: set[str] = set()
    for part in in_parts(keys):
        known.update(
            Row.objects.filter(scope=scope, keyword__key__in=part).values_list(
                "keyword__key", flat=True
            )
        )
    return known


def box_knows(scope: Scope, texts: Sequence[str]) -> tuple[set[str], dict[str, str]]:
    """Which of some texts the search box completes to themselves, by identity key; and what was not
    answered, with why."""
    # Typed but for the last letter: a search box completes to a term, it does not repeat it.
    typed = {text: text[:-1] if len(text) > SHORTEST_TYPED else text for text in texts}
    completed: dict[str, set[str]] = {}
    missing: dict[str, str] = {}
    for source in sources(scope.project)[What.COMPLETIONS]:
        for batch in ask_all(
            source, request_to(source, scope), list(dict.fromkeys(typed.values()))
        ):
            missing.update(batch.missing)
            for prompt, answer in batch.answers.items():
                texts_of = cast(Completions, answer).completions if answer else []
                completed.setdefault(prompt, set()).update(map(identity_key, texts_of))
    keys = {identity_key(text): prompt for text, prompt in typed.items()}
    return {key for key, prompt in keys.items() if key in completed.get(prompt, ())}, missing


class CombineParams(Params):
    """A recipe and the channel that takes what it makes."""

    channel: str
    columns: dict[str, list[tuple[str, str]]]
    patterns: list[str]
    only_known: bool = False
    keep_doubled: bool = False


def take_combinations(project: Project, channel: str, recipe: Recipe) -> Job:
    """Take what a recipe makes into a channel. Raises: bad_pattern, nothing_to_take."""
    made = combinations_of(recipe)
    if not made.texts:
        raise BunrakuError(
            "nothing_to_take",
            "The patterns make nothing: a column that they need is empty.",
            field="patterns",
        )
    if recipe.only_known and len(made.texts) > MOST_ASKED:
        raise BunrakuError(
            "bad_pattern",
            f"That is {len(made.texts):,} checks in autocomplete; {MOST_ASKED:,} are the most. "
            f"Shorten a column, or add them unchecked.",
            field="patterns",
        )
    params = CombineParams(
        channel=channel,
        columns={name: list(terms) for name, terms in recipe.columns.items()},
        patterns=list(recipe.patterns),
        only_known=recipe.only_known,
        keep_doubled=recipe.keep_doubled,
    )
    return start_job(project, Combine, params)


@job_kind
class Combine(JobKind[CombineParams, Brought]):
    """Add the combinations of a recipe, batch by batch. Safe to run again."""

    id = "combine"
    name = "Combining"
    takes = CombineParams
    gives = Brought

    def run(self, work: Work[CombineParams, Brought]) -> None:
        """Combine, ask the search box if only what it knows is wanted, keep, pass priority on."""
        params = work.params
        made = combinations_of(
            Recipe(params.columns, params.patterns, keep_doubled=params.keep_doubled)
        )
        scope = scope_of(work.project, params.channel)
        bringing = Bringing(work, rules_of(work.project))
        keys = list(made.texts)
        work.start("Combining", len(keys))
        came = Came("combine", " · ".join(params.patterns)[:200], "You")
        step = SHOWN if params.only_known else _BATCH
        unknown = 0
        for start in range(0, len(keys), step):
            part = keys[start : start + step]
            if params.only_known:
                known, missing = box_knows(scope, [made.texts[key] for key in part])
                unknown += len(part) - len(known) - len(missing)
                part = [key for key in part if key in known]
                if missing:
                    why = next(iter(missing.values()))
                    work.result.remark(
                        f"{len(missing):,} could not be checked in autocomplete and were not "
                        f"added: {why}."
                    )
            suggestions = [(made.texts[key], came) for key in part]
            ids = keep(work.job, scope, suggestions, bringing.rules, bringing.tally)
            priorities = {
                ids[key]: made.priorities[key]
                for key in part
                if key in made.priorities and key in ids
            }
            pass_priority(scope, priorities)
            bringing.report()
            work.advance(min(step, len(keys) - start))
        if unknown:
            bringing.tally.unwanted["not known to the search box"] = unknown
        bringing.report(now=True)
        start_tidying(work.project)

    def brought(self, result: Brought) -> str:
        """New, known and left out."""
        return result.in_words()

    def title(self, params: CombineParams) -> str:
        """What was combined, as the heading of a run."""
        return f"Combined: {', '.join(params.patterns)}"
