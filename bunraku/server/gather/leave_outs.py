"""Keeping out: a project's rules, what they leave out, and sifting its keywords anew when a rule comes or goes."""

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
from django.db import IntegrityError, transaction
from django.db.models import Count, Q
from django.dispatch import receiver

from bunraku.core.gather.leave_out import KINDS, BadRule, Facts, Rule, check_rule, left_out_by
from bunraku.core.gather.leave_out_hints import Hint, suggest_leave_outs
from bunraku.server.errors import BunrakuError, not_found
from bunraku.server.gather.models import LeaveOut, Origin
from bunraku.server.projects.journal import Recorder
from bunraku.server.projects.models import Project
from bunraku.server.projects.parts import in_parts
from bunraku.server.projects.signals import figures_outdated, taken_back
from bunraku.server.readings.models import Reading
from bunraku.server.sheet.models import STATE_CODE, Decision, Keyword, Row, Scope
from bunraku.sources.protocol import What

RIVALS = 0
"""Id of the rule that the project's own list of rival brands makes."""
MOST_RULES = 500
TITLES_READ = 300
"""Latest results pages whose titles are looked through for brands."""
OFF_TOPIC_REASONS = ("", "off topic", "another's brand", "not for our readers")
"""Reasons of a drop, in lower case, that speak of the keyword; that it is too hard says nothing of its topic."""


@dataclass(frozen=True)
class Sieve:
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
        return {key: self.rules[place].id for key, place in zip(keys, places, strict=True) if place >= 0}

    def label(self, rule_id: int) -> str:
        """A rule in words."""
        if rule_id == RIVALS:
            return "rival brands"
        rule = next((one for one in self.rules if one.id == rule_id), None)
        return f"{KINDS[rule.kind].name.lower()} {rule.value}" if rule else "a rule that is gone"


def sieve_of(project: Project) -> Sieve:
    """The sieve of a project: its list of rival brands first, then its rules."""
    brands = [Rule(RIVALS, "brand", word) for word in project.rival_brands]
    return Sieve((*brands, *(Rule(one.pk, one.kind, one.value) for one in project.leave_outs.all())))


def sift(project: Project, sieve: Sieve | None = None, only: Q | None = None) -> None:
    """Hold keywords of a project, `only` some or all, against its rules. What the person decided about a keyword stands above
    them; so the state of every row is made anew from decisions and rules."""
    sieve = sieve or sieve_of(project)
    for scope in Scope.objects.filter(project=project):
        rows = list(
            Row.objects.filter(only or Q(), scope=scope)
            .order_by("pk")
            .values_list("pk", "keyword__key", "relevance", "keyword_id", "left_out_by", "state")
        )
        decided = dict(Decision.objects.filter(scope=scope).exclude(state=0).values_list("keyword", "state"))
        relevance = np.array([np.nan if row[2] is None else row[2] for row in rows], dtype=np.float64)
        out = sieve.left_out([row[1] for row in rows], relevance)
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


def add_rule(project: Project, kind: str, value: str) -> LeaveOut:
    """Leave keywords out by a new rule. Raises: bad_rule, rule_exists."""
    try:
        checked = check_rule(kind, value)
    except BadRule as bad:
        raise BunrakuError("bad_rule", str(bad), field="value") from bad
    if project.leave_outs.count() >= MOST_RULES:
        raise BunrakuError("bad_rule", f"A project has at most {MOST_RULES} rules. Take some away first.")
    try:
        with transaction.atomic(), Recorder(project, f"Left out {KINDS[kind].name.lower()} “{checked}”") as journal:
            rule = LeaveOut.objects.create(project=project, kind=kind, value=checked)
            journal.made([rule])
    except IntegrityError as error:
        raise BunrakuError("rule_exists", f"“{checked}” is left out already.", field="value") from error
    # It comes last, so what another rule leaves out already stays with that one.
    sift(project, Sieve((Rule(rule.pk, kind, checked),)), Q(left_out_by__isnull=True))
    return rule


def remove_rule(project: Project, rule_id: int) -> None:
    """Take a rule away; its keywords come back. Raises: not_found."""
    with transaction.atomic():
        rule = project.leave_outs.filter(pk=rule_id).first()
        if rule is None:
            raise not_found("rule")
        with Recorder(project, f"Took back leaving out “{rule.value}”") as journal:
            journal.touch([rule])
            rule.delete()
    sift(project, only=Q(left_out_by=rule_id))


def try_rule(project: Project, kind: str, value: str) -> dict[str, Any]:
    """What a rule would leave out of the keywords that nobody decided about. Changes nothing. Raises: bad_rule."""
    try:
        rule = Rule(1, kind, check_rule(kind, value))
    except BadRule as bad:
        raise BunrakuError("bad_rule", str(bad), field="value") from bad
    rows = list(
        Row.objects.filter(scope__project=project, scope__locale=project.locale, state=STATE_CODE["open"])
        .order_by("-volume", "pk")
        .values_list("keyword__key", "text", "relevance")
    )
    relevance = np.array([np.nan if row[2] is None else row[2] for row in rows], dtype=np.float64)
    places = left_out_by([rule], Facts([row[0] for row in rows], relevance))
    hit = [rows[place][1] for place in np.flatnonzero(places >= 0)]
    examples = list(dict.fromkeys(hit))[:8]
    return {"count": len(hit), "examples": examples}


def list_rules(project: Project) -> list[dict[str, Any]]:
    """The project's rules with how many keywords each leaves out now, its list of rival brands first."""
    counts = dict(
        Row.objects.filter(scope__project=project, scope__locale=project.locale, state=STATE_CODE["left_out"])
        .values_list("left_out_by")
        .annotate(count=Count("pk"))
        .order_by()
    )
    rivals = {"id": RIVALS, "kind": "brand", "value": ", ".join(project.rival_brands), "count": counts.get(RIVALS, 0)}
    rules = [
        {"id": one.pk, "kind": one.kind, "value": one.value, "count": counts.get(one.pk, 0)}
        for one in project.leave_outs.all()
    ]
    return [*([rivals] if project.rival_brands else []), *rules]


def leave_out_hints(project: Project) -> list[Hint]:
    """What could be left out, from what was dropped and from what rivals write."""
    locale = {"scope__project": project, "scope__locale": project.locale}
    undecided = Keyword.objects.filter(rows__in=Row.objects.filter(**locale, state=STATE_CODE["open"])).distinct()
    decided = Decision.objects.filter(**locale).values_list("keyword__key", "state", "reason")
    dropped = [key for key, state, reason in decided if state == STATE_CODE["dropped"] and of_topic(reason)]
    kept = [key for key, state, _ in decided if state in (STATE_CODE["kept"], STATE_CODE["shortlisted"])]
    seeds = Origin.objects.filter(method="seed", scope__project=project).values_list("seed", flat=True).distinct()
    rules = (one.value for one in project.leave_outs.all())
    known = [*project.own_brands, *project.rival_brands, *rules, project.about, *seeds]
    return suggest_leave_outs(
        list(undecided.values_list("key", flat=True)), dropped, kept, _titles(project), known, project.language
    )


def of_topic(reason: str) -> bool:
    """Whether a drop with this reason speaks against the keyword's topic."""
    return reason.strip().casefold() in OFF_TOPIC_REASONS


def _titles(project: Project) -> list[tuple[str, str]]:
    """Publishers and titles of the latest results pages; titles and tags of the results whose fields were read."""
    readings = Reading.objects.filter(scope__project=project, payload__isnull=False)
    pages = readings.filter(what=What.PAGE).order_by("-pk").values_list("payload", flat=True)[:TITLES_READ]
    fields = readings.filter(what=What.FIELDS).order_by("-pk").values_list("term", "payload")[:TITLES_READ]
    titles = [(one["publisher"], one["title"]) for page in pages if page for one in page["results"]]
    told = [
        (address.split("/")[2] if "//" in address else address, text)
        for address, said in fields
        if said
        for text in (said["title"], *said["tags"])
    ]
    return titles + told


@receiver(figures_outdated)
def sift_again(
    sender: object, project: Project, keyword_ids: Sequence[int] | None = None, settings: bool = True, **_: object
) -> None:
    """The project's list of rival brands may have changed with its settings."""
    if keyword_ids is None and settings:
        sift(project)


@receiver(taken_back)
def sift_after_undo(sender: object, project: Project, models: set[str], **_: object) -> None:
    """A rule came back or went with an undo, or a decision that stood above one."""
    if models & {"gather.LeaveOut", "sheet.Decision"}:
        sift(project)
