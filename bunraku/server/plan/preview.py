"""What planning some clusters would make, seen before it is done."""

from collections.abc import Sequence
from typing import Any

from bunraku.core.channels import KINDS
from bunraku.core.cluster.competing import grouped
from bunraku.server.cluster.models import Cluster
from bunraku.server.plan.competing import mains_of_drafts, mains_of_pieces, rivalries_among
from bunraku.server.plan.drafting import (
    AT_THE_TOP,
    ELSEWHERE,
    IN_PLAN,
    OFF_TOPIC,
    SAME_PAGE,
    Draft,
    draft_pieces,
)
from bunraku.server.plan.making import clusters_of
from bunraku.server.plan.selectors import PieceFigures, plan_of
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row


def preview_pieces(project: Project, cluster_ids: Sequence[int]) -> dict[str, Any]:
    """Drafts of clusters, those among them that would fight each other or a piece that is there,
    and those that are not about the project's subject. Raises: not_found."""
    clusters = clusters_of(project, cluster_ids)
    drafts, skipped = draft_pieces(project, clusters)
    off_topic = [*skipped.pop(OFF_TOPIC, []), *skipped.pop(ELSEWHERE, [])]
    does = {AT_THE_TOP: "leave", IN_PLAN: "planned", SAME_PAGE: "covered"}
    covered = [(c, what) for reason, what in does.items() for c in skipped.pop(reason, [])]
    new = {-draft.cluster.pk: draft for draft in drafts}
    mains = [*mains_of_pieces(project), *mains_of_drafts(drafts)]
    fights = [r for r in rivalries_among(project, mains) if r.one < 0 or r.other < 0]
    there = {id for r in fights for id in (r.one, r.other) if id > 0}
    pieces = {figures.piece.pk: figures for figures in plan_of(project, sorted(there))}
    standing = {id: (False, draft.main_row.clicks or 0.0) for id, draft in new.items()} | {
        id: (True, (f.main.clicks if f.main else None) or 0.0) for id, f in pieces.items()
    }
    return {
        "drafts": [_draft(draft) for draft in drafts],
        "groups": [
            {
                "serves": _rival(group.serves, new, pieces),
                "others": [{**_rival(id, new, pieces), "why": why} for id, why in group.others],
            }
            for group in grouped(fights, standing)
        ],
        "own": [
            *(_own(d.cluster, d.main_row.text, "improve", d.address) for d in drafts if d.improves),
            *(_own(cluster, str(cluster), what) for cluster, what in covered),
        ],
        "off_topic": [{"cluster_id": c.pk, "name": str(c)} for c in off_topic],
        "skipped": {reason: len(of) for reason, of in skipped.items()},
    }


def _own(cluster: Cluster, name: str, does: str, address: str = "") -> dict[str, Any]:
    return {"cluster_id": cluster.pk, "name": name, "does": does, "address": address}


def _draft(draft: Draft) -> dict[str, Any]:
    return {
        "cluster_id": draft.cluster.pk,
        "title": draft.title,
        "kind_name": KINDS[draft.kind].name,
        "main": draft.main_row.text,
        "renewed": draft.renewed,
        "improves": draft.improves,
        "keywords": len(draft.rows),
        "volume": _sum(draft.rows, "volume"),
        "worth": _sum(draft.rows, "worth"),
    }


def _rival(id: int, new: dict[int, Draft], pieces: dict[int, PieceFigures]) -> dict[str, Any]:
    if id in new:
        return {**_draft(new[id]), "piece_id": None}
    figures = pieces[id]
    return {
        "cluster_id": None,
        "piece_id": id,
        "title": figures.piece.title,
        "main": figures.main.text if figures.main else "",
        "volume": figures.volume,
        "worth": figures.worth,
    }


def _sum(rows: Sequence[Row], name: str) -> float | None:
    known = [value for row in rows if (value := getattr(row, name)) is not None]
    return sum(known) if known else None
