"""What can be done to rules: add one, take one away."""

from django.db import IntegrityError, transaction
from django.db.models import Q

from bunraku.core.gather.rules import KINDS, BadRule, check_rule
from bunraku.core.gather.rules import Rule as CoreRule
from bunraku.server.errors import BunrakuError, not_found
from bunraku.server.gather.models import Rule
from bunraku.server.gather.rules.ruleset import RuleSet, apply_rules
from bunraku.server.journal.recorder import Recorder
from bunraku.server.projects.models import Project

MOST_RULES = 500
"""Every arriving keyword is held against all of them."""


def add_rule(project: Project, kind: str, value: str) -> Rule:
    """Leave keywords out by a new rule. Raises: bad_rule, rule_exists."""
    try:
        checked = check_rule(kind, value)
    except BadRule as bad:
        raise BunrakuError("bad_rule", str(bad), field="value") from bad
    if project.rules.count() >= MOST_RULES:
        raise BunrakuError(
            "bad_rule", f"A project has at most {MOST_RULES} rules. Remove some first."
        )
    try:
        with (
            transaction.atomic(),
            Recorder(project, f"Excluded {KINDS[kind].name.lower()} “{checked}”") as journal,
        ):
            rule = Rule.objects.create(project=project, kind=kind, value=checked)
            journal.made([rule])
            # It comes last, so what another rule leaves out already stays with that one.
            only_this = RuleSet((CoreRule(rule.pk, kind, checked),))
            apply_rules(project, only_this, Q(left_out_by__isnull=True))
    except IntegrityError as error:
        raise BunrakuError(
            "rule_exists", f"“{checked}” is excluded already.", field="value"
        ) from error
    return rule


def remove_rule(project: Project, rule_id: int) -> None:
    """Take a rule away; its keywords come back. Raises: not_found."""
    with transaction.atomic():
        rule = project.rules.filter(pk=rule_id).first()
        if rule is None:
            raise not_found("rule")
        with Recorder(project, f"Removed exclusion “{rule.value}”") as journal:
            journal.remove([rule])
        apply_rules(project, only=Q(left_out_by=rule_id))
