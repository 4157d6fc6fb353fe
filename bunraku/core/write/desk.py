"""A desk: what one sees of the fields of a piece while they are written."""

from collections.abc import Collection, Sequence
from dataclasses import dataclass, replace

from bunraku.core.channels import FormId, form_named
from bunraku.core.channels.form import Profile
from bunraku.core.write.checklist import RULES, Check, check, score
from bunraku.core.write.coverage import Coverage, cover, said_twice
from bunraku.core.write.fields import Fields, Place, places_of, written_of
from bunraku.core.write.finding import LEVELS
from bunraku.core.write.limits import Measured, measure
from bunraku.core.write.written import Aim
from bunraku.core.write.years import is_of_another_year

ENOUGH = LEVELS.index("all")
"""From here on a phrase stands in a place: all its words together."""


@dataclass(frozen=True)
class Desk:
    """What is written, looked at: the places and which phrases stand in which; each field against
    its limits; the rules and the score; words that stand twice where a marketplace counts them
    once; how many phrases stand somewhere, and what those are worth of all."""

    places: list[Place]
    coverage: Coverage
    measured: list[Measured]
    checks: list[Check]
    score: float
    twice: list[str]
    covered: int
    value: float


def look_at(
    form: FormId,
    fields: Fields,
    phrases: Sequence[str],
    values: Sequence[float],
    aim: Aim,
    profile: Profile,
    *,
    off: Collection[str] = (),
) -> Desk:
    """Look at the fields of a piece.

    Parameters: `form` and `fields`; `phrases`, the main keyword first, with their `values`; `aim`;
    the limits of its `profile`; ids of rules that are `off`. Returns: `Desk`. Raises: nothing.
    Cost: as `cover`."""
    places = [place for place in places_of(form, fields) if place.field not in profile.left_out]
    there = {name: text for name, text in fields.items() if name not in profile.left_out}
    coverage = cover(phrases, places, there, aim.language)
    said = [LEVELS.index(coverage.best(row)) >= ENOUGH for row in range(len(phrases))]
    measured = [measure(limit, there) for limit in profile.limits]
    whole = replace(
        aim,
        also=phrases[1:],
        missing=[
            phrase
            for phrase, there in zip(phrases[1:], said[1:], strict=True)
            if not there and not is_of_another_year(phrase, aim.main, aim.on)
        ],
        measured=measured,
        stuffed=[phrases[row] for row in coverage.stuffed],
    )
    written = written_of(form, there)
    off = {*off, *(rule.id for rule in RULES if set(rule.needs) & set(profile.left_out))}
    checks = check(written, whole, off) if phrases else []
    twice: list[str] = []
    if form_named(form).has("hidden"):
        twice = said_twice([there.get("title", ""), there.get("hidden", "")], aim.language)
    return Desk(
        places,
        coverage,
        measured,
        checks,
        score(checks),
        twice,
        sum(said),
        float(sum(value for value, is_said in zip(values, said, strict=True) if is_said)),
    )
