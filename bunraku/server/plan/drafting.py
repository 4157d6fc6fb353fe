"""Drafting pieces from clusters: what each would be, and why a cluster makes none. Reads only."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from bunraku.core.channels import ClusterFacts, channel_named
from bunraku.core.gather.brands import BrandMatcher
from bunraku.core.gather.named_places import names_elsewhere
from bunraku.core.gather.topic_match import EVEN
from bunraku.core.gather.year_refresh import for_coming_year
from bunraku.core.plan.calendar import months_ahead
from bunraku.core.plan.own_pages import hours_of_work
from bunraku.core.plan.ownership import divide_keywords
from bunraku.core.plan.pieces import home_page
from bunraku.core.plan.working_titles import plain_title, working_titles
from bunraku.core.text.labelled_phrases import INTENTS
from bunraku.core.weigh.verdict import VERDICTS
from bunraku.core.weigh.without_page import AT_TOP, OWN_FROM_FIRST
from bunraku.server.clock import today
from bunraku.server.cluster.models import Cluster
from bunraku.server.plan.drafted_from import (
    features_of_clusters,
    members_of_clusters,
    owners_of_clusters,
)
from bunraku.server.plan.hours import usual_hours
from bunraku.server.plan.models import Piece
from bunraku.server.plan.own_pages import page_of_rows
from bunraku.server.plan.title_setting import setting_of
from bunraku.server.projects.models import Outlet, Project
from bunraku.server.sheet.models import Row, Scope

OFF_TOPIC = "not about your subject"
ELSEWHERE = "outside your area"
AT_THE_TOP = "at the top with a page of yours"
IN_PLAN = "with a page of yours that is in the plan"
SAME_PAGE = "covered by a page improved for another"


@dataclass(frozen=True)
class Draft:
    """A piece that a cluster would make: its outlet, title, kind with the reason, hours; ids of its
    main keyword and of all its keywords."""

    cluster: Cluster
    outlet: Outlet | None
    title: str
    kind: str
    because: str
    hours: float
    main: int
    keywords: Sequence[int]
    rows: Sequence[Row] = ()
    renewed: str = ""
    """The main keyword with the coming year, where its own is over; empty where it is not."""
    improves: bool = False
    """Whether it improves a page of one's own."""
    address: str = ""
    """The address of that page; empty where no report names it."""

    @property
    def main_row(self) -> Row:
        """The row of the main keyword."""
        return next(row for row in self.rows if row.keyword_id == self.main)


def draft_pieces(
    project: Project,
    clusters: Sequence[Cluster],
    *,
    off_topic: bool = False,
    new_pages: bool = False,
) -> tuple[list[Draft], dict[str, list[Cluster]]]:
    """Drafts of pieces from clusters, in their order; and the clusters that make none, by reason:
    those that are not about the project's subject or are for a place that it does not serve too,
    unless `off_topic` ones are wanted. Where a
    page of one's own ranks for the main keyword already, the piece improves it, unless `new_pages`
    are wanted. Nine queries whatever their number, and one a scope."""
    members = members_of_clusters(clusters)
    planned = set(Piece.objects.filter(cluster__in=clusters).values_list("cluster_id", flat=True))
    owned = owners_of_clusters(clusters)
    features = features_of_clusters(clusters)
    outlets = list(project.outlets.all())
    places = BrandMatcher(project.places)
    hours = usual_hours(project)
    pages = {} if new_pages else _own_pages(clusters, members)
    in_plan = set(Piece.objects.filter(project=project).values_list("address", flat=True)) - {""}
    drafts: list[Draft] = []
    by_page: dict[str, int] = {}
    skipped: dict[str, list[Cluster]] = {}
    for cluster in clusters:
        rows = members.get(cluster.pk, [])
        mine, reason = _share_of(cluster, rows, cluster.pk in planned, owned)
        if not reason and not off_topic and not _on_topic(rows):
            reason = OFF_TOPIC
        if not reason and not off_topic and _is_elsewhere(project, cluster, rows):
            reason = ELSEWHERE
        mine = _without_other_pages(mine, pages)
        ranks = bool(mine) and mine[0] in pages
        page = pages[mine[0]] if ranks else ""
        if ranks and not reason:
            reason = IN_PLAN if page in in_plan else AT_THE_TOP if _is_won(rows, mine) else ""
        if reason:
            skipped.setdefault(reason, []).append(cluster)
            continue
        outlet = project.chosen_among(outlets, cluster.scope.channel)
        draft = _draft(cluster, rows, mine, outlet, features, places, hours)
        owned.update(dict.fromkeys(mine, -cluster.pk))
        if page in by_page:
            # One page, one piece: it is improved for the keywords of both clusters.
            drafts[by_page[page]] = _together([drafts[by_page[page]], draft])
            skipped.setdefault(SAME_PAGE, []).append(cluster)
            continue
        if page:
            by_page[page] = len(drafts)
        if ranks:
            draft = _improving(draft, page, hours)
        drafts.append(draft)
    drafts = _with_home_pages(project, drafts, hours)
    return [replace(draft, title=_title(project, draft)) for draft in drafts], skipped


def _title(project: Project, draft: Draft) -> str:
    """What a cluster was called by somebody, else what its main keyword is as a title."""
    setting = setting_of(project, draft.cluster.scope)
    if draft.improves or draft.cluster.name:
        return plain_title(draft.cluster.name or draft.title, setting)
    return working_titles(draft.title, draft.kind, setting)[0]


def _own_pages(clusters: Sequence[Cluster], members: Mapping[int, Sequence[Row]]) -> dict[int, str]:
    """Pages of one's own that rank for members of clusters, by row; "" where no report names the
    page."""
    by_scope: dict[Scope, list[Row]] = {}
    for cluster in clusters:
        for row in members.get(cluster.pk, ()):
            if row.own_position is not None and row.own_position <= OWN_FROM_FIRST:
                by_scope.setdefault(cluster.scope, []).append(row)
    named = {
        pk: page
        for scope, rows in by_scope.items()
        for pk, page in page_of_rows(scope, rows).items()
    }
    return {row.pk: named.get(row.pk, "") for rows in by_scope.values() for row in rows}


def _without_other_pages(mine: Sequence[int], pages: Mapping[int, str]) -> list[int]:
    """Rows of a cluster (the main one first) without those that another page of one's own ranks
    for: they are that page's."""
    main = mine[0] if mine else None
    return [pk for pk in mine if pk == main or pk not in pages or pages[pk] == pages.get(main or 0)]


def _is_won(rows: Sequence[Row], mine: Sequence[int]) -> bool:
    """Whether a page of one's own is at the top for all of a cluster that is searched for."""
    ranks = [row.own_position for row in rows if row.pk in set(mine) and row.volume]
    return bool(ranks) and all(place is not None and place <= AT_TOP for place in ranks)


def _improving(draft: Draft, page: str, hours: Mapping[str, float]) -> Draft:
    """A draft as the improvement of a page that ranks for its main keyword."""
    place = draft.main_row.own_position or 0.0
    takes = hours_of_work("improve", hours[draft.kind])
    because = f"your page is at position {place:.0f} for “{draft.main_row.text}” already"
    return replace(
        draft, improves=True, address=page, hours=takes, because=because[:200], renewed=""
    )


def _with_home_pages(
    project: Project, drafts: Sequence[Draft], hours: Mapping[str, float]
) -> list[Draft]:
    """The same with one of each outlet's as its home page, where it has none yet and one lends
    itself."""
    by_outlet: dict[int, list[int]] = {}
    for number, draft in enumerate(drafts):
        if draft.outlet is not None and not draft.improves:
            by_outlet.setdefault(draft.outlet.pk, []).append(number)
    have = set(
        Piece.objects.filter(project=project, kind="home").values_list("outlet_id", flat=True)
    )
    told = list(drafts)
    for outlet, numbers in by_outlet.items():
        mains = [drafts[number].main_row for number in numbers]
        home = home_page(
            [main.text for main in mains],
            project.about,
            project.locale[:2],
            [drafts[number].kind for number in numbers],
            [None if VERDICTS[main.verdict] in ("", "skip") else main.worth for main in mains],
            [main.difficulty for main in mains],
            [main.fit for main in mains],
        )
        if home is not None and outlet not in have:
            because = "the hardest phrase that is worth it goes to your strongest page"
            at = numbers[home]
            told[at] = replace(told[at], kind="home", because=because, hours=hours["home"])
    return told


def join_drafts(drafts: Sequence[Draft], joined: Mapping[int, int]) -> list[Draft]:
    """Drafts of which some serve others too: `joined` is the cluster of a draft to the cluster of
    the one that takes its keywords. Chains lead to their end; what leads nowhere or in a circle
    stays by itself."""
    by_cluster = {draft.cluster.pk: draft for draft in drafts}
    into: dict[int, list[Draft]] = {}
    for draft in drafts:
        end, seen = draft.cluster.pk, set[int]()
        while end in joined and joined[end] in by_cluster and end not in seen:
            seen.add(end)
            end = joined[end]
        if end not in seen and end != draft.cluster.pk:
            into.setdefault(end, []).append(draft)
    gone = {other.cluster.pk for others in into.values() for other in others}
    return [
        _together([draft, *into.get(draft.cluster.pk, ())])
        for draft in drafts
        if draft.cluster.pk not in gone
    ]


def _together(drafts: Sequence[Draft]) -> Draft:
    """The first of some drafts with the keywords of all; where one of them improves a page, so does
    that."""
    first = next((draft for draft in drafts if draft.improves), drafts[0])
    return replace(
        drafts[0],
        keywords=[keyword for draft in drafts for keyword in draft.keywords],
        rows=[row for draft in drafts for row in draft.rows],
        improves=first.improves,
        address=first.address,
        hours=first.hours,
        because=first.because,
        renewed="" if first.improves else drafts[0].renewed,
    )


def _on_topic(rows: Sequence[Row]) -> bool:
    """Whether a cluster is about what the project is about: its keywords are, on average, or a page
    of one's own ranks for one of them."""
    if any(row.own_position and row.own_position <= OWN_FROM_FIRST for row in rows):
        return True
    return sum(row.fit for row in rows) / len(rows) >= EVEN


def _is_elsewhere(project: Project, cluster: Cluster, rows: Sequence[Row]) -> bool:
    """Whether a cluster is for a place other than those that the project serves."""
    main = _main_of(cluster, rows)
    return names_elsewhere(main.text, project.places, cluster.scope.language, local=main.local)


def _main_of(cluster: Cluster, rows: Sequence[Row]) -> Row:
    return next((row for row in rows if row.keyword_id == cluster.lead_id), rows[0])


def _share_of(
    cluster: Cluster, rows: Sequence[Row], planned: bool, owned: Mapping[int, int]
) -> tuple[list[int], str]:
    """The rows of a cluster that a piece could own, the main one first; else why there can be
    none."""
    if planned:
        return [], "already planned"
    if not rows:
        return [], "without keywords"
    main = _main_of(cluster, rows)
    in_order = [main.pk, *(row.pk for row in rows if row.pk != main.pk)]
    mine = divide_keywords({0: in_order}, owned)[0]
    return (mine, "") if main.pk in mine else ([], "whose main keyword another piece owns")


def _draft(
    cluster: Cluster,
    rows: Sequence[Row],
    mine: Sequence[int],
    outlet: Outlet | None,
    features: Mapping[int, Sequence[str]],
    places: BrandMatcher,
    hours: Mapping[str, float],
) -> Draft:
    by_id = {row.pk: row for row in rows}
    main = by_id[mine[0]]
    renewed = for_coming_year(main.text, months_ahead(today())[0])
    because = "" if renewed == main.text else f"; its year is now that of “{renewed}”"
    facts = ClusterFacts(
        [INTENTS[row.intent] for row in rows if row.intent >= 0],
        sum(row.local for row in rows) / len(rows),
        [name for row in rows for name in features.get(row.pk, ())],
        # A piece is for a town where its main keyword says so, whatever towns the rest names.
        sum(places.find(row.text) is not None for row in rows)
        if places.find(main.text) is not None
        else 0,
    )
    suggestion = channel_named(cluster.scope.channel).suggest(facts)
    return Draft(
        cluster=cluster,
        outlet=outlet,
        title=cluster.name or renewed,
        kind=suggestion.kind,
        because=(suggestion.because + because)[:200],
        hours=hours[suggestion.kind],
        main=main.keyword_id,
        keywords=[by_id[pk].keyword_id for pk in mine],
        rows=[by_id[pk] for pk in mine],
        renewed="" if renewed == main.text else renewed,
    )
