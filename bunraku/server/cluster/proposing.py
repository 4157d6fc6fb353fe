"""What could be done to a scope's clusters: looked for, previewed, taken or declined."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
from django.db import transaction

from bunraku.core.cluster.proposals import Clustered, Proposal, propose
from bunraku.core.gather.brands import BrandMatcher
from bunraku.server.cluster.actions import move_keywords
from bunraku.server.cluster.clustering import packed_pages
from bunraku.server.cluster.models import Cluster, Declined
from bunraku.server.cluster.shaping import merge_clusters
from bunraku.server.database.unchanged import while_unchanged
from bunraku.server.errors import BunrakuError
from bunraku.server.journal.recorder import Recorder
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import IN_PLAY, Row, Scope
from bunraku.server.sheet.ordering import ordered
from bunraku.server.sheet.scopes import find_scope

LOOKED_THROUGH = 6_000
"""Keywords looked through, the most searched ones and all that share a cluster with them."""
SHOWN = 60
"""Proposals shown of a kind."""


@dataclass(frozen=True)
class Looked:
    """Keywords that were looked through, and what is proposed of them."""

    rows: Sequence[tuple[int, int, str, int]]
    names: Mapping[int, str]
    leads: Mapping[int, int]
    proposals: Sequence[Proposal]


def list_proposals(project: Project, channel: str) -> dict[str, Any]:
    """Proposals for a channel's clusters, those declined left out; how many of each kind, how many
    keywords were looked through. Kept while nothing changes."""
    scope = find_scope(project, channel)
    looked = while_unchanged(("proposals", scope.pk), lambda: _look(scope))
    declined = _declined(scope)
    shown: dict[str, list[dict[str, Any]]] = {"split": [], "merge": [], "adopt": []}
    for proposal in looked.proposals:
        key = _key(looked, proposal)
        if key not in declined:
            shown[proposal.kind].append(_told(looked, proposal, key))
    return {
        "looked_through": len(looked.rows),
        "counts": {kind: len(found) for kind, found in shown.items()},
        "proposals": [one for found in shown.values() for one in found[:SHOWN]],
    }


def take_proposal(project: Project, kind: str, cluster_id: int, told: Sequence[int]) -> Cluster:
    """Do what a proposal says: `told` are the rows that leave or come, of a merge the other
    cluster. Raises: not_found, invalid_input."""
    if not told:
        raise BunrakuError("invalid_input", "The suggestion names nothing to move.", field="told")
    if kind == "merge":
        return merge_clusters(project, cluster_id, told)
    return move_keywords(project, told, None if kind == "split" else cluster_id)


def decline_proposal(project: Project, channel: str, kind: str, keyword: int, other: int) -> None:
    """Do not propose it again. Raises: invalid_input where the keywords are not the project's."""
    scope = find_scope(project, channel)
    mine = Row.objects.filter(scope=scope, keyword__in=[keyword, other])
    if not scope.pk or mine.count() != len({keyword, other}):
        raise BunrakuError(
            "invalid_input", "The keywords are not of this channel.", field="keyword"
        )
    with transaction.atomic(), Recorder(project, "Dismissed a suggestion") as journal:
        fields = {"scope": scope, "kind": kind, "keyword_id": keyword, "other_id": other}
        made, new = Declined.objects.get_or_create(**fields)  # type: ignore[arg-type]
        if new:
            journal.made([made])


def _look(scope: Scope) -> Looked:
    held = Row.objects.filter(scope=scope, state__in=IN_PLAY, cluster__isnull=False)
    fields = ("pk", "keyword_id", "text", "cluster", "intent", "local", "volume")
    first = list(ordered(held, "volume", descending=True).values_list(*fields)[:LOOKED_THROUGH])
    clusters = {row[3] for row in first}
    if len(first) == LOOKED_THROUGH:
        there = {row[0] for row in first}
        rest = held.filter(volume__isnull=False).values_list(*fields)[: 4 * LOOKED_THROUGH]
        first += [row for row in rest if row[3] in clusters and row[0] not in there]
    told = Cluster.objects.filter(scope=scope).select_related("lead")
    found = [one for one in told if one.pk in clusters]
    leads = {one.pk: one.lead_id or 0 for one in found}
    # What is locked is as the person wants it.
    locked = {one.pk for one in found if one.locked}
    rows = [row for row in first if row[3] not in locked]
    places = BrandMatcher(scope.project.places)
    given = Clustered(
        texts=[row[2] for row in rows],
        pages=packed_pages([row[0] for row in rows]),
        intents=np.array([row[4] for row in rows], dtype=np.int64),
        local=np.array([row[5] for row in rows], dtype=bool),
        clusters=np.array([row[3] for row in rows], dtype=np.int64),
        leads=np.array([leads.get(row[3]) == row[1] for row in rows], dtype=bool),
        searched=np.array([np.nan if row[6] is None else row[6] for row in rows], dtype=float),
        towns=[places.find(row[2]) or "" for row in rows],
    )
    return Looked(
        [(row[0], row[1], row[2], row[3]) for row in rows],
        {one.pk: str(one) for one in found},
        leads,
        propose(given, scope.language) if rows else [],
    )


def _key(looked: Looked, proposal: Proposal) -> tuple[str, int, int]:
    """By what a proposal is known again: its kind and the keywords that it is about."""
    lead = looked.leads.get(proposal.cluster, 0)
    if proposal.kind == "merge":
        pair = sorted((lead, looked.leads.get(proposal.other, 0)))
        return (proposal.kind, pair[0], pair[1])
    return (proposal.kind, lead, looked.rows[proposal.moves[0]][1])


def _declined(scope: Scope) -> set[tuple[str, int, int]]:
    told = Declined.objects.filter(scope=scope).values_list("kind", "keyword_id", "other_id")
    return {(kind, *sorted(pair)) if kind == "merge" else (kind, *pair) for kind, *pair in told}  # type: ignore[misc]


def _told(looked: Looked, proposal: Proposal, key: tuple[str, int, int]) -> dict[str, Any]:
    rows = [looked.rows[place] for place in proposal.moves]
    return {
        "kind": proposal.kind,
        "cluster": proposal.cluster,
        "name": looked.names.get(proposal.cluster, ""),
        "other": proposal.other if proposal.kind == "merge" else None,
        "other_name": looked.names.get(proposal.other, ""),
        "rows": [pk for pk, *_ in rows],
        "texts": [text for _, _, text, _ in rows[:12]],
        "why": proposal.why,
        "searched": round(proposal.searched),
        "keyword": key[1],
        "other_keyword": key[2],
    }
