"""Reading rules: what each leaves out, and what a new one would."""

from typing import Any

import numpy as np
from django.db.models import Count

from bunraku.core.gather.rules import BadRule, Facts, Rule, check_rule, left_out_by
from bunraku.server.errors import BunrakuError
from bunraku.server.gather.rules.ruleset import RIVALS
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import STATE_CODE, Row
from bunraku.server.sheet.ordering import ordered


def try_rule(project: Project, kind: str, value: str) -> dict[str, Any]:
    """What a rule would leave out of the keywords that nobody decided about. Changes nothing.
    Raises: bad_rule."""
    try:
        rule = Rule(1, kind, check_rule(kind, value))
    except BadRule as bad:
        raise BunrakuError("bad_rule", str(bad), field="value") from bad
    undecided = Row.objects.filter(
        scope__project=project, scope__locale=project.locale, state=STATE_CODE["open"]
    )
    most_searched = ordered(undecided, "volume", descending=True)
    rows = list(most_searched.values_list("keyword__key", "text", "relevance"))
    relevance = np.array([np.nan if row[2] is None else row[2] for row in rows], dtype=np.float64)
    places = left_out_by([rule], Facts([row[0] for row in rows], relevance))
    hit = [rows[place][1] for place in np.flatnonzero(places >= 0)]
    examples = list(dict.fromkeys(hit))[:8]
    return {"count": len(hit), "examples": examples}


def list_rules(project: Project) -> list[dict[str, Any]]:
    """The project's rules with how many keywords each leaves out now, its list of rival brands
    first."""
    counts = dict(
        Row.objects.filter(
            scope__project=project, scope__locale=project.locale, state=STATE_CODE["left_out"]
        )
        .values_list("left_out_by")
        .annotate(count=Count("pk"))
        .order_by()
    )
    rivals = {
        "id": RIVALS,
        "kind": "brand",
        "value": ", ".join(project.rival_brands),
        "count": counts.get(RIVALS, 0),
    }
    rules = [
        {"id": rule.pk, "kind": rule.kind, "value": rule.value, "count": counts.get(rule.pk, 0)}
        for rule in project.rules.all()
    ]
    return [*([rivals] if project.rival_brands else []), *rules]
