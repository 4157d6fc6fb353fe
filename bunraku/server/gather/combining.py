"""The combiner: seeing what would come before it is taken, and taking it."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any, cast

from django.db import transaction

from bunraku.core.gather.combiner import BadPattern, Combinations, Term, check_size, combine, read_pattern, read_terms
from bunraku.core.gather.merge import Origin as Came
from bunraku.core.text import identity_key
from bunraku.server.clock import today
from bunraku.server.errors import BunrakuError
from bunraku.server.gather.keeping import Tally, keep
from bunraku.server.gather.leave_outs import sieve_of
from bunraku.server.gather.run import Notes
from bunraku.server.gather.tidy import start_tidying
from bunraku.server.jobs.actions import start_job
from bunraku.server.jobs.models import Job
from bunraku.server.jobs.running import Progress, handles
from bunraku.server.projects.models import Project
from bunraku.server.projects.parts import in_parts
from bunraku.server.readings.buying import sources
from bunraku.server.sheet.models import Decision, Row, Scope
from bunraku.server.sheet.scopes import find_scope, scope_of
from bunraku.sources.asking import ask_all
from bunraku.sources.protocol import Completions, Request, What

SHOWN = 300
"""Combinations shown before they are taken, and at most asked of the search box at once."""
MOST_ASKED = 20_000
"""Combinations that are asked of the search box one by one when only those it knows are wanted."""
SHORTEST_TYPED = 3
_BATCH = 2_000


@dataclass(frozen=True)
class Recipe:
    """What to combine: terms by column (a term and its heat), patterns, and whether only what the search box knows is
    wanted."""

    columns: Mapping[str, Sequence[tuple[str, str]]]
    patterns: Sequence[str]
    only_known: bool = False


def combinations_of(recipe: Recipe) -> Combinations:
    """All combinations of a recipe. Raises: bad_pattern, saying where and why."""
    try:
        columns: dict[str, list[Term]] = {
            name: read_terms([text for text, _ in terms], dict(terms)) for name, terms in recipe.columns.items()
        }
        patterns = [read_pattern(text, list(columns)) for text in recipe.patterns]
        if not patterns:
            raise BadPattern("Give at least one pattern, such as {helper} {core}.")
        check_size(patterns, columns)
        return combine(patterns, columns)
    except BadPattern as bad:
        raise BunrakuError("bad_pattern", str(bad), field="patterns") from bad


def preview_combinations(project: Project, channel: str, recipe: Recipe) -> dict[str, Any]:
    """How many combinations there would be, how many are there already or would be left out, and the first of them."""
    made = combinations_of(recipe)
    scope = find_scope(project, channel)
    keys = list(made.texts)
    known = _known(scope, keys)
    left_out = sieve_of(project).left_out(keys)
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
                "heat": made.heats.get(key, ""),
                "known": key in known,
                "left_out": key in left_out and key not in known,
            }
            for key in keys[:SHOWN]
        ],
    }


def _known(scope: Scope, keys: Sequence[str]) -> set[str]:
    found: set[str] = set()
    for part in in_parts(keys):
        found.update(Row.objects.filter(scope=scope, keyword__key__in=part).values_list("keyword__key", flat=True))
    return found


def box_knows(scope: Scope, texts: Sequence[str]) -> tuple[set[str], dict[str, str]]:
    """Which of some texts the search box completes to themselves, by identity key; and what was not answered, with why."""
    source = sources()[What.COMPLETIONS]
    request = Request(What.COMPLETIONS, (), scope.channel, scope.locale, today())
    known: set[str] = set()
    missing: dict[str, str] = {}
    # Typed but for the last letter: a search box completes to a term, it does not repeat it.
    typed = {text: text[:-1] if len(text) > SHORTEST_TYPED else text for text in texts}
    answers: dict[str, list[str]] = {}
    for batch in ask_all(source, request, list(dict.fromkeys(typed.values()))):
        missing.update(batch.missing)
        for prompt, answer in batch.answers.items():
            answers[prompt] = cast(Completions, answer).completions if answer else []
    for text, prompt in typed.items():
        if identity_key(text) in map(identity_key, answers.get(prompt, [])):
            known.add(identity_key(text))
    return known, missing


def take_combinations(project: Project, channel: str, recipe: Recipe) -> Job:
    """Take what a recipe makes into a channel. Raises: bad_pattern, nothing_to_take."""
    made = combinations_of(recipe)
    if not made.texts:
        raise BunrakuError(
            "nothing_to_take", "The patterns make nothing: a column that they need is empty.", field="patterns"
        )
    if recipe.only_known and len(made.texts) > MOST_ASKED:
        raise BunrakuError(
            "bad_pattern",
            f"The search box would be asked {len(made.texts):,} times; {MOST_ASKED:,} are the most. Shorten a column, or "
            "take them without asking.",
            field="patterns",
        )
    params = {
        "channel": channel,
        "columns": {name: [list(term) for term in terms] for name, terms in recipe.columns.items()},
        "patterns": list(recipe.patterns),
        "only_known": recipe.only_known,
    }
    return start_job(project, "combine", params)


@handles("combine")
def take(job: Job, progress: Progress) -> None:
    """Add the combinations of a recipe, batch by batch. Safe to run again."""
    params = job.params
    columns = {name: [(text, heat) for text, heat in terms] for name, terms in params["columns"].items()}
    made = combinations_of(Recipe(columns, params["patterns"]))
    scope = scope_of(job.project, params["channel"])
    notes = Notes(job, progress, sieve_of(job.project), Tally())
    keys = list(made.texts)
    progress.start("Combining", len(keys))
    seed = " · ".join(params["patterns"])[:200]
    step = 300 if params["only_known"] else _BATCH
    unknown = 0
    for start in range(0, len(keys), step):
        part = keys[start : start + step]
        if params["only_known"]:
            known, missing = box_knows(scope, [made.texts[key] for key in part])
            unknown += len(part) - len(known) - len(missing)
            if missing:
                why = next(iter(missing.values()))
                notes.ended = f"{len(missing):,} could not be asked of the search box and were left: {why}."
            part = [key for key in part if key in known]
        came = [(made.texts[key], Came("combine", seed, "You")) for key in part]
        ids = keep(job, scope, came, notes.sieve, notes.tally)
        _pass_heat(scope, {ids[key]: made.heats[key] for key in part if key in made.heats and key in ids})
        notes.take()
        progress.advance(min(step, len(keys) - start))
    notes.tally.kept_out.update({"not known to the search box": unknown} if unknown else {})
    notes.take(now=True)
    start_tidying(job.project)


def _pass_heat(scope: Scope, heats: Mapping[int, str]) -> None:
    """Heat of core terms on the keywords made of them; a heat that the person gave stays."""
    for part in in_parts(list(heats)):
        with transaction.atomic():
            decided = dict(Decision.objects.filter(scope=scope, keyword__in=part).values_list("keyword", "heat"))
            Decision.objects.bulk_create(
                Decision(scope=scope, keyword_id=keyword, heat=heats[keyword])
                for keyword in part
                if keyword not in decided
            )
            for heat in set(heats.values()):
                marked = [keyword for keyword in part if heats[keyword] == heat and not decided.get(keyword)]
                Decision.objects.filter(scope=scope, keyword__in=marked, heat="").update(heat=heat)
                Row.objects.filter(scope=scope, keyword__in=marked).update(heat=heat)
