"""The checklist: declared rules for the fields of a piece, and a score whose parts add up to it.

A rule is a sentence about fields that are good, one about fields that are not, its weight, and a
function that says how far fields keep to it. To add one, write the function and put a `Rule` into
`OF_FIELDS` (what can be seen of anybody's page) or `OF_PIECES` (what is known of one's own alone):
nothing else knows them by name."""

from collections.abc import Collection, Sequence
from dataclasses import dataclass

from bunraku.core.channels import form_named
from bunraku.core.write.rule import Rule, Told
from bunraku.core.write.rules_of_fields import OF_FIELDS
from bunraku.core.write.rules_of_pieces import OF_PIECES
from bunraku.core.write.written import Aim, Written

RULES: tuple[Rule, ...] = (*OF_FIELDS, *OF_PIECES)
"""All rules."""


@dataclass(frozen=True)
class Check:
    """A rule as some fields keep it, 0-1, what is missing of it, and the points of a hundred that
    it brought and could have brought."""

    rule: Rule
    kept: float
    points: float
    most: float
    missing: str = ""

    @property
    def is_good(self) -> bool:
        """Whether nothing is left to do about it."""
        return self.kept >= 1


def check(written: Written, aim: Aim, off: Collection[str] = ()) -> list[Check]:
    """What the rules say of some fields, in the order of `RULES`.

    Parameters: `written`, the fields; `aim`, what they are to be found by; ids of rules that are
    `off`. Returns: a check for each rule that applies; their points add up to the score. Raises:
    nothing. Cost: linear in the text."""
    has = form_named(written.form).has
    kept = [
        (rule, how if isinstance(how, Told) else Told(how))
        for rule in RULES
        if has(*rule.needs) and rule.id not in off and (how := rule.kept(written, aim)) is not None
    ]
    unit = 100 / (sum(rule.weight for rule, _ in kept) or 1.0)
    return [
        Check(rule, how.kept, rule.weight * unit * how.kept, rule.weight * unit, how.missing)
        for rule, how in kept
    ]


def score(checks: Sequence[Check]) -> float:
    """How well made fields are, 0-100.

    Parameters: `checks`, as `check` gives them. Returns: the points that they brought; of the rules
    that apply, the share kept, by weight. Raises: nothing."""
    return sum(each.points for each in checks)
