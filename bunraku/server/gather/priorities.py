"""Priorities that come with keywords: of base terms that are combined, of a file's rows."""

from collections.abc import Mapping

from django.db import transaction

from bunraku.server.database.parts import in_parts
from bunraku.server.sheet.models import Decision, Row, Scope


def pass_priority(scope: Scope, priorities: Mapping[int, str]) -> None:
    """Give keywords a priority that came with them; one that the person gave stays.

    Parameters: the `scope`; `priorities`, by the ids of keywords. Raises: nothing."""
    for part in in_parts(list(priorities)):
        with transaction.atomic():
            decided = dict(
                Decision.objects.filter(scope=scope, keyword__in=part).values_list(
                    "keyword", "priority"
                )
            )
            Decision.objects.bulk_create(
                Decision(scope=scope, keyword_id=keyword, priority=priorities[keyword])
                for keyword in part
                if keyword not in decided
            )
            for priority in set(priorities.values()):
                marked = [
                    keyword
                    for keyword in part
                    if priorities[keyword] == priority and not decided.get(keyword)
                ]
                Decision.objects.filter(scope=scope, keyword__in=marked).update(priority=priority)
                Row.objects.filter(scope=scope, keyword__in=marked).update(priority=priority)
