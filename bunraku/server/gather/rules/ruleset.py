"""A project's rules, ready to be held against keywords, and holding them against all of it."""

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
from django.db import transaction
from django.db.models import Q
from django.dispatch import receiver

from bunraku.core.gather.rules import KINDS, Facts, Rule, left_out_by
from bunraku.server.database.parts import in_parts
from bunraku.server.gather.models import Rule as KeptRule
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import STATE_CODE, Decision, Row, Scope
from bunraku.server.signals import figures_outdated, taken_back

RIVALS = 0
"""Id of the rule that the project's own list of competitors' brands makes."""


@dataclass(frozen=True)
class RuleSet:
    """A project's rules, ready to be held against keywords."""

    rules: tuple[Rule, ...]

    def left_out(
        self, keys: Sequence[str], relevance: "np.ndarray[Any, np.dtype[np.float64]] | None" = None
    ) -> dict[str, int]:
        """The id of the rule that leaves a key out, for those that are."""
        if not self.rules:
            return {}
        known = relevance if relevance is not None else np.full(len(keys), np.nan)
        places = left_out_by(self.rules, Facts(keys, known)).tolist()
        return {
            key: self.rules[place].id for key, place in zip(keys, places, strict=True) if place >= 0
        }

    def label(self, rule_id: int) -> str:
        """A rule in words."""
        if rule_id == RIVALS:
            return "competitors' brands"
        rule = next((rule for rule in self.rules if rule.id == rule_id), None)
        return f"{KINDS[rule.kind].name.lower()} {rule.value}" if rule else "a rule that is gone"


def rules_of(project: Project) -> RuleSet:
    """The rules of a project: competitors' brands first, then those made one by one."""
    brands = [Rule(RIVALS, "brand", word) for word in project.rival_brands]
    return RuleSet(
        (*brands, *(Rule(rule.pk, rule.kind, rule.value) for rule in project.rules.all()))
    )


def apply_rules(project: Project, rules: RuleSet | None = None, only: Q | None = None) -> None:
    """Hold keywords of a project, `only` some or all, against its rules. What the person decided
    about a keyword stands above them; so the state of every row is made anew from decisions and
    rules."""
    rules = rules or rules_of(project)
    for scope in Scope.objects.filter(project=project):
        rows = list(
            Row.objects.filter(only or Q(), scope=scope)
            .order_by("pk")
            .values_list("pk", "keyword__key", "relevance", "keyword_id", "left_out_by", "state")
        )
        decided = dict(
            Decision.objects.filter(scope=scope).exclude(state=0).values_list("keyword", "state")
        )
        relevance = np.array(
            [np.nan if row[2] is None else row[2] for row in rows], dtype=np.float64
        )
        out = rules.left_out([row[1] for row in rows], relevance)
        changed: dict[tuple[int | None, int], list[int]] = defaultdict(list)
        for pk, key, _, keyword, rule_before, state_before in rows:
            rule = out.get(key)
            state = decided.get(keyword) or STATE_CODE["open" if rule is None else "left_out"]
            if (rule, state) != (rule_before, state_before):
                changed[rule, state].append(pk)
        with transaction.atomic():
            for (rule, state), ids in changed.items():
                for part in in_parts(ids):
                    Row.objects.filter(pk__in=part).update(left_out_by=rule, state=state)


@receiver(figures_outdated)
def apply_rules_again(
    sender: object,
    project: Project,
    keyword_ids: Sequence[int] | None = None,
    settings: bool = True,
    **_: object,
) -> None:
    """The project's list of competitors' brands may have changed with its settings."""
    if keyword_ids is None and settings:
        apply_rules(project)


@receiver(taken_back)
def apply_rules_after_undo(
    sender: object, project: Project, changes: dict[Any, Any], **_: object
) -> None:
    """A rule came back or went with an undo, or a decision that stood above one."""
    if {KeptRule, Decision} & changes.keys():
        apply_rules(project)
