"""Groups that a person's file puts keywords into, taken over as clusters."""

from dataclasses import dataclass

from django.db import transaction
from django.db.models import Exists, OuterRef, QuerySet

from bunraku.server.cluster.actions import move_keywords_in
from bunraku.server.cluster.inheriting import pass_on
from bunraku.server.cluster.models import Cluster, Pin
from bunraku.server.errors import BunrakuError
from bunraku.server.gather.models import FileGroup
from bunraku.server.journal.recorder import Recorder
from bunraku.server.projects.models import Project
from bunraku.server.sentences import plural
from bunraku.server.sheet.models import IN_PLAY, Row, Scope
from bunraku.server.sheet.scopes import find_scope

MOST_GROUPS = 2_000
"""Groups taken over at once: more are no groups but a column of something else."""


@dataclass(frozen=True)
class Groups:
    """Groups and the keywords in them."""

    groups: int
    keywords: int


def offered_groups(project: Project, channel: str) -> Groups:
    """Groups of files whose keywords are in play and that the person put nowhere else. One
    query."""
    scope = find_scope(project, channel)
    names = list(_offered(scope).values_list("name", flat=True)) if scope.pk else []
    return Groups(len(set(names)), len(names))


def take_groups(project: Project, channel: str) -> Groups:
    """Make a cluster of each group, with its name, and pin its keywords there; one that has the
    name already takes them. Keywords that the person put somewhere stay there. Raises:
    nothing_to_cluster, too_many."""
    with transaction.atomic():
        scope = find_scope(project, channel)
        members: dict[str, list[int]] = {}
        for name, keyword in _offered(scope).order_by("pk").values_list("name", "keyword_id"):
            members.setdefault(name, []).append(keyword)
        if not members:
            raise BunrakuError("nothing_to_cluster", "No file has groups that are not used yet.")
        if len(members) > MOST_GROUPS:
            raise BunrakuError(
                "too_many", f"At most {MOST_GROUPS:,} groups can be used at once.", field="channel"
            )
        rows = {row.keyword_id: row for row in Row.objects.filter(scope=scope, state__in=IN_PLAY)}
        named = {c.name.casefold(): c for c in Cluster.objects.filter(scope=scope).exclude(name="")}
        label = f"Used {plural(len(members), 'group')} as {plural(len(members), 'cluster')}"
        with Recorder(project, label) as journal:
            for name, keywords in members.items():
                target = named.get(name.casefold())
                if target is None:
                    target = named[name.casefold()] = Cluster.objects.create(scope=scope, name=name)
                    journal.made([target])
                move_keywords_in(scope, [rows[pk] for pk in keywords], target, journal)
        pass_on(scope)
    return Groups(len(members), sum(len(keywords) for keywords in members.values()))


def _offered(scope: Scope) -> "QuerySet[FileGroup]":
    of_keyword = {"scope": scope, "keyword": OuterRef("keyword")}
    return FileGroup.objects.filter(
        Exists(Row.objects.filter(**of_keyword, state__in=IN_PLAY)), scope=scope
    ).exclude(Exists(Pin.objects.filter(**of_keyword)))
