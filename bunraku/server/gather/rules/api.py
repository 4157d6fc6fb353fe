"""Rules over HTTP: what each leaves out, what one would, what could be left out."""

from typing import Any, Literal

from ninja import Field, Router, Schema

from bunraku.core.gather.rules import KINDS
from bunraku.server.gather.rules.actions import add_rule, remove_rule
from bunraku.server.gather.rules.hints import rule_hints
from bunraku.server.gather.rules.selectors import list_rules, try_rule
from bunraku.server.projects.access import CHANGES, READS, ProjectId, ProjectRequest

router = Router(tags=["gather"])
KindId = Literal["word", "brand", "pattern", "fewer_words", "more_words", "language", "off_topic"]


class RuleIn(Schema):
    """A rule: its kind and its value."""

    kind: KindId
    value: str = Field(max_length=200)


class RuleKindOut(Schema):
    """A kind of rule: what it leaves out and what stands in its value."""

    id: str
    name: str
    about: str
    value: str


class RuleOut(Schema):
    """A rule with how many keywords it leaves out now. Id 0 is the project's own list of rival
    brands."""

    id: int
    kind: str
    value: str
    count: int


class RulesOut(Schema):
    """The project's rules, and the kinds there are."""

    rules: list[RuleOut]
    kinds: list[RuleKindOut]


class TriedOut(Schema):
    """What a rule would leave out: how many undecided keywords, and some of them."""

    count: int
    examples: list[str]


class HintOut(Schema):
    """Something that could be left out: the rule, why, how many keywords it would leave out, some
    of them."""

    kind: str
    value: str
    why: str
    count: int
    examples: list[str]


@router.get("/rules", response=RulesOut, auth=READS, url_name="rules")
def read_rules(request: ProjectRequest, project_id: ProjectId) -> Any:
    """What is left out, rule by rule."""
    kinds = [
        {"id": id, "name": kind.name, "about": kind.about, "value": kind.value}
        for id, kind in KINDS.items()
    ]
    return {"rules": list_rules(request.project), "kinds": kinds}


@router.get("/rules/hints", response=list[HintOut], auth=READS, url_name="rule_hints")
def read_hints(request: ProjectRequest, project_id: ProjectId) -> Any:
    """What could be left out: words dropped again and again, names that behave like brands."""
    return [{**vars(hint), "examples": list(hint.examples)} for hint in rule_hints(request.project)]


@router.post("/rules/try", response=TriedOut, auth=READS, url_name="try_rule")
def try_out(request: ProjectRequest, project_id: ProjectId, given: RuleIn) -> Any:
    """What a rule would leave out; changes nothing."""
    return try_rule(request.project, given.kind, given.value)


@router.post("/rules", response=RulesOut, auth=CHANGES, url_name="add_rule")
def add(request: ProjectRequest, project_id: ProjectId, given: RuleIn) -> Any:
    """Leave keywords out by a new rule."""
    add_rule(request.project, given.kind, given.value)
    return read_rules(request, project_id)


@router.delete("/rules/{int:rule_id}", response=RulesOut, auth=CHANGES, url_name="remove_rule")
def remove(request: ProjectRequest, project_id: ProjectId, rule_id: int) -> Any:
    """Take a rule away; its keywords come back."""
    remove_rule(request.project, rule_id)
    return read_rules(request, project_id)
