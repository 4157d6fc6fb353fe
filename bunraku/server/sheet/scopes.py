"""Finding a project's scopes, and adding keywords to them in bulk."""

from collections.abc import Mapping

from bunraku.core.text import tokens
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Keyword, Row, Scope

_BATCH = 500


def scope_of(project: Project, channel: str) -> Scope:
    """The project's scope on a channel in its locale, made when it is first needed."""
    scope, _ = Scope.objects.get_or_create(project=project, channel=channel, locale=project.locale)
    scope.project = project
    return scope


def find_scope(project: Project, channel: str) -> Scope:
    """The project's scope for reading: an unsaved, empty one where nothing has been gathered yet."""
    found = Scope.objects.filter(project=project, channel=channel, locale=project.locale).first()
    scope = found or Scope(pk=0, channel=channel, locale=project.locale)
    scope.project = project
    return scope


def add_keywords(scope: Scope, texts: Mapping[str, str]) -> tuple[dict[str, Keyword], int]:
    """Make sure that keywords (key to text) stand in a scope; returns all of them by key, and how many rows are new.

    To be called in a transaction. Adding what is there already changes nothing."""
    keys = list(texts)
    found: dict[str, Keyword] = {}
    new_rows = 0
    for start in range(0, len(keys), _BATCH):
        part = keys[start : start + _BATCH]
        Keyword.objects.bulk_create(
            (Keyword(project=scope.project, key=key, text=texts[key]) for key in part), ignore_conflicts=True
        )
        here = {k.key: k for k in Keyword.objects.filter(project=scope.project, key__in=part)}
        there = set(Row.objects.filter(scope=scope, keyword__in=here.values()).values_list("keyword_id", flat=True))
        rows = [
            Row(scope=scope, keyword=k, text=k.text, words=len(tokens(k.text)))
            for k in here.values()
            if k.pk not in there
        ]
        Row.objects.bulk_create(rows)
        new_rows += len(rows)
        found |= here
    return found, new_rows
