"""What can be done to clusters and themes beside moving keywords: merge, lock, note, mark, put into
themes."""

from collections.abc import Mapping, Sequence
from typing import Any

from django.db import transaction

from bunraku.server.cluster.actions import find_cluster, move_keywords_in
from bunraku.server.cluster.inheriting import pass_on
from bunraku.server.cluster.models import Cluster, Theme
from bunraku.server.database.parts import in_parts
from bunraku.server.errors import BunrakuError, not_found
from bunraku.server.journal.recorder import Recorder
from bunraku.server.projects.models import Project
from bunraku.server.sentences import named
from bunraku.server.sheet.models import Row
from bunraku.server.sheet.scopes import scope_of
from bunraku.server.stale import check_unchanged

CLUSTER_FIELDS = ("name", "note", "locked", "priority")
TEXTS = ("name", "note")
THEME_FIELDS = ("name", "note", "priority")


def find_clusters(project: Project, cluster_ids: Sequence[int]) -> list[Cluster]:
    """Clusters of a project, all of one channel. Raises: not_found where one is not there or is of
    another channel."""
    wanted = sorted(set(cluster_ids))
    found = [
        cluster
        for part in in_parts(wanted)
        for cluster in Cluster.objects.select_related("lead", "scope").filter(
            scope__project=project, pk__in=part
        )
    ]
    if len(found) < len(wanted) or len({cluster.scope_id for cluster in found}) > 1:
        raise not_found("cluster on this channel")
    return sorted(found, key=lambda cluster: wanted.index(cluster.pk))


def find_theme(project: Project, theme_id: int) -> Theme:
    """A theme of a project. Raises: not_found."""
    theme = Theme.objects.select_related("scope").filter(pk=theme_id, scope__project=project)
    found = theme.first()
    if found is None:
        raise not_found("theme")
    return found


def change_cluster(
    project: Project, cluster_id: int, fields: dict[str, Any], was: Mapping[str, str] | None = None
) -> Cluster:
    """Name, note, lock or mark a cluster; `was`, name and note as the window knew them. Raises:
    not_found; stale where one of them is another now."""
    with transaction.atomic():
        cluster = find_cluster(project, cluster_id)
        check_unchanged(cluster, was or {}, fields, TEXTS)
        _say_of(project, cluster, f"cluster “{cluster}”", CLUSTER_FIELDS, fields)
    return cluster


def merge_clusters(project: Project, into: int, others: Sequence[int]) -> Cluster:
    """Have one cluster hold what others do; what they held is pinned there, and they go. Raises:
    not_found; invalid_input where nothing is left to merge."""
    with transaction.atomic():
        target = find_cluster(project, into)
        goes = [one for one in find_clusters(project, [into, *others]) if one.pk != target.pk]
        if not goes:
            raise BunrakuError("invalid_input", "A cluster is not two.", field="others")
        label = f"Merged {named([str(one) for one in goes], 'cluster')} into “{target}”"
        with Recorder(project, label[:200]) as journal:
            # As a whole, before its keywords move: it must come back as it was.
            journal.touch(goes)
            rows = _members(project, goes)
            move_keywords_in(target.scope, rows, target, journal)
            journal.remove([one for one in goes if not (one.name or one.note)])
        pass_on(target.scope)
    return find_cluster(project, target.pk)


def _members(project: Project, clusters: Sequence[Cluster]) -> list[Row]:
    return [
        row
        for part in in_parts([cluster.pk for cluster in clusters])
        for row in Row.objects.filter(scope__project=project, cluster__in=part).order_by("pk")
    ]


def make_theme(project: Project, channel: str, name: str, cluster_ids: Sequence[int]) -> Theme:
    """A theme of one's own, with clusters put into it. Raises: not_found."""
    with transaction.atomic():
        scope = scope_of(project, channel)
        clusters = find_clusters(project, cluster_ids) if cluster_ids else []
        if any(cluster.scope_id != scope.pk for cluster in clusters):
            raise not_found("cluster on this channel")
        with Recorder(project, f"Made theme “{name}”"[:200]) as journal:
            theme = Theme.objects.create(scope=scope, name=name)
            journal.made([theme])
            _put(clusters, theme, journal)
        pass_on(scope)
    return theme


def change_theme(
    project: Project, theme_id: int, fields: dict[str, Any], was: Mapping[str, str] | None = None
) -> Theme:
    """Name, note or mark a theme; `was`, name and note as the window knew them. Raises: not_found;
    stale where one of them is another now."""
    with transaction.atomic():
        theme = find_theme(project, theme_id)
        check_unchanged(theme, was or {}, fields, TEXTS)
        _say_of(project, theme, f"theme “{theme}”", THEME_FIELDS, fields)
    return theme


def _say_of(
    project: Project,
    thing: Cluster | Theme,
    called: str,
    names: Sequence[str],
    fields: dict[str, Any],
) -> None:
    """Keep what is said of a cluster or a theme, and pass it on to its keywords."""
    with Recorder(project, f"Changed {called}"[:200]) as journal:
        journal.touch([thing], only=names)
        for name in names:
            setattr(thing, name, fields.get(name, getattr(thing, name)))
        thing.save(update_fields=names)
    pass_on(thing.scope)


def put_into_theme(project: Project, cluster_ids: Sequence[int], theme_id: int | None) -> int:
    """Put clusters into a theme, or (None) into none; they stay there. Returns how many. Raises:
    not_found."""
    with transaction.atomic():
        clusters = find_clusters(project, cluster_ids)
        theme = None if theme_id is None else find_theme(project, theme_id)
        if theme is not None and clusters[0].scope_id != theme.scope_id:
            raise not_found("theme on this channel")
        what = named([str(cluster) for cluster in clusters], "cluster")
        label = f"Put {what} into {f'theme “{theme}”' if theme else 'no theme'}"
        with Recorder(project, label[:200]) as journal:
            _put(clusters, theme, journal)
        pass_on(clusters[0].scope)
    return len(clusters)


def remove_theme(project: Project, theme_id: int, into: int | None = None) -> None:
    """Take a theme away; its clusters go into another one, or into none. Raises: not_found."""
    with transaction.atomic():
        theme = find_theme(project, theme_id)
        other = None if into is None else find_theme(project, into)
        if other is not None and (other.scope_id != theme.scope_id or other.pk == theme.pk):
            raise not_found("theme on this channel")
        with Recorder(project, f"Removed theme “{theme}”"[:200]) as journal:
            clusters = list(Cluster.objects.filter(theme=theme).order_by("pk"))
            _put(clusters, other, journal)
            journal.remove([theme])
        pass_on(theme.scope)


def _put(clusters: Sequence[Cluster], theme: Theme | None, journal: Recorder) -> None:
    journal.touch(clusters, only=["theme", "theme_held"])
    for part in in_parts([cluster.pk for cluster in clusters]):
        Cluster.objects.filter(pk__in=part).update(theme=theme, theme_held=True)
