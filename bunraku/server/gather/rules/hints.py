"""Suggesting rules, from what was dropped and from what rivals write."""

from bunraku.core.gather.rule_hints import Hint, suggest_rules
from bunraku.server.gather.models import Origin
from bunraku.server.projects.models import Project
from bunraku.server.readings.known import latest_payloads
from bunraku.server.sheet.models import STATE_CODE, Decision, Keyword, Row
from bunraku.sources.protocol import What

TITLES_READ = 300
"""Latest results pages whose titles are looked through for brands."""
OFF_TOPIC_REASONS = (
    *("", "off topic", "another brand", "wrong audience"),
    # As versions up to 0.4 offered them: decisions keep their words.
    *("another's brand", "not for our readers"),
)
"""Reasons of a rejection, in lower case, that speak of the keyword: the first three that the page
offers, or none; that it is too difficult says nothing of its topic."""


def rule_hints(project: Project) -> list[Hint]:
    """What could be left out, from what was dropped and from what rivals write."""
    locale = {"scope__project": project, "scope__locale": project.locale}
    undecided = Keyword.objects.filter(
        rows__in=Row.objects.filter(**locale, state=STATE_CODE["open"])
    ).distinct()
    decided = Decision.objects.filter(**locale).values_list("keyword__key", "state", "reason")
    dropped = [
        key for key, state, reason in decided if state == STATE_CODE["dropped"] and of_topic(reason)
    ]
    kept = [
        key for key, state, _ in decided if state in (STATE_CODE["kept"], STATE_CODE["shortlisted"])
    ]
    seeds = (
        Origin.objects.filter(method="seed", scope__project=project)
        .values_list("seed", flat=True)
        .distinct()
    )
    rules = (rule.value for rule in project.rules.all())
    known = [*project.own_brands, *project.rival_brands, *rules, project.about, *seeds]
    return suggest_rules(
        list(undecided.values_list("key", flat=True)),
        dropped,
        kept,
        _titles(project),
        known,
        project.language,
    )


def of_topic(reason: str) -> bool:
    """Whether a drop with this reason speaks against the keyword's topic."""
    return reason.strip().casefold() in OFF_TOPIC_REASONS


def _titles(project: Project) -> list[tuple[str, str]]:
    """Publishers and titles of the latest results pages; titles and tags of the results whose
    fields were read."""
    on_pages = [
        (result["publisher"], result["title"])
        for _, page in latest_payloads(project, What.PAGE, TITLES_READ)
        for result in page["results"]
    ]
    in_fields = [
        (address.split("/")[2] if "//" in address else address, text)
        for address, fields in latest_payloads(project, What.FIELDS, TITLES_READ)
        for text in (fields["title"], *fields["tags"])
    ]
    return on_pages + in_fields
