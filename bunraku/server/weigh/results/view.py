"""A keyword's results page as the view of it: your chance, who ranks, what else, how it changes."""

from collections import Counter
from collections.abc import Collection, Sequence
from dataclasses import asdict, replace
from typing import Any

import numpy as np
from numpy.typing import NDArray

from bunraku.core.channels import channel_named
from bunraku.core.text.addresses import address_words
from bunraku.core.weigh.chance import BEHIND, own_parts
from bunraku.core.weigh.company import Narrowing, Result, company_of, is_own, narrowed
from bunraku.core.weigh.judging import Case, judge
from bunraku.core.weigh.landing import (
    STRENGTHS,
    Landings,
    clicks_of_places,
    conclude,
    landings,
    strength_for_place,
)
from bunraku.core.weigh.page import PAGE_ONE, UNTOLD, PageFacts, strength, strength_parts
from bunraku.core.weigh.phrase_match import EXACT, how_said, marked, name_of
from bunraku.core.weigh.reasons import change_words, explain_verdict
from bunraku.core.weigh.weighing import Standpoint
from bunraku.server.clock import today
from bunraku.server.errors import not_found
from bunraku.server.projects.models import Outlet, Project
from bunraku.server.readings.providers import file_source, is_practice, sources
from bunraku.server.sheet.models import Decision, Outlook, Row
from bunraku.server.sheet.scopes import find_row
from bunraku.server.weigh.cases import case_of, open_share_of
from bunraku.server.weigh.evidence import standpoint_of
from bunraku.server.weigh.own_names import own_names
from bunraku.server.weigh.results.beside import choices_of, moves_of, on_the_page, says_at
from bunraku.server.weigh.results.reach import reach_on
from bunraku.server.weigh.results.snapshots import BY_HAND, DatedPage, pages_of
from bunraku.server.weigh.results.stated_page import results_of
from bunraku.server.weigh.results.written import what_they_write
from bunraku.server.weigh.taught import sharpness_of, strength_of
from bunraku.sources.protocol import What

MIDDLING = 50.0
"""Strength of an outlet that is neither strong nor weak: whose chance is told for comparison."""


def view_page(
    project: Project, row_id: int, *, outlet_id: int | None, depth: int, narrowing: Narrowing
) -> dict[str, Any]:
    """All that the view of a results page shows. Raises: not_found."""
    row = find_row(project, row_id)
    outlets = [o for o in project.outlets.all() if o.channel == row.scope.channel]
    outlet = _outlet(project, outlets, row, outlet_id)
    read = pages_of(row.scope, row.keyword.key)
    page = read[0] if read else None
    standpoint = standpoint_of(row.scope)
    own = own_names(project.outlets.all(), row.scope.channel)
    every = results_of(page.payload if page else None, depth)
    left = narrowed(every, narrowing, standpoint.language, own)
    in_part = bool(page and page.payload.get("in_part"))
    untold = PAGE_ONE - len(left) if in_part and len(left) == len(every) else 0
    facts = _facts(left, row.text, standpoint.language, untold)
    strengths = strength(facts, row.scope.channel)
    return {
        "row": row,
        "channel": row.scope.channel,
        "outlets": [
            {"id": o.pk, "name": o.name, "assumed": o.assumed, "standing": o.standing}
            for o in outlets
        ],
        "outlet_id": outlet.pk if outlet else None,
        "practice": bool(page and is_practice(page.source)),
        "source": page.source if page else "",
        "in_part": in_part,
        "noted": bool(page and page.source == file_source(BY_HAND)),
        "read_on": page.on if page else None,
        "days_old": (today() - page.on).days if page else 0,
        "depth_read": len(page.payload["results"]) if page else 0,
        "can_be_read": bool(sources(project)[What.PAGE]),
        **_standing_there(row, page, left, facts, strengths, outlet, standpoint, own),
        **on_the_page(row, page, project),
        "choices": choices_of(every) if channel_named(row.scope.channel).has_choices else None,
        "hidden": len(every) - len(left),
        "says_at": says_at(page, narrowing, row, own),
        **moves_of(read),
        **what_they_write(row, every),
    }


def _outlet(
    project: Project, outlets: Sequence[Outlet], row: Row, wanted: int | None
) -> Outlet | None:
    if wanted is None:
        return project.chosen_among(outlets, row.scope.channel)
    found = next((o for o in outlets if o.pk == wanted), None)
    if found is None:
        raise not_found("outlet")
    return found


def _facts(results: Sequence[Result], text: str, language: str, untold: int) -> PageFacts:
    """Facts of all results that are looked at, (1, n), however many, and of those of the first page
    that nothing was told of."""
    told = [
        (
            np.nan if result.standing is None else result.standing,
            np.nan if result.pull is None else result.pull,
            how_said(result.title, text, language),
        )
        for result in results
    ]
    stacked = np.array([*told, *[UNTOLD] * untold], dtype=np.float64).reshape(1, -1, 3)
    return PageFacts(stacked[..., 0], stacked[..., 1], stacked[..., 2])


def _standing_there(
    row: Row,
    page: DatedPage | None,
    results: Sequence[Result],
    facts: PageFacts,
    strengths: NDArray[np.float64],
    outlet: Outlet | None,
    standpoint: Standpoint,
    own: Collection[str],
) -> dict[str, Any]:
    """The conclusion, the chances and the results themselves."""
    channel = row.scope.channel
    mine = None if outlet is None else strength_of(outlet)
    sharp = sharpness_of(outlet)
    first = np.full(PAGE_ONE, np.nan)
    # Nobody stands in one's own way.
    others = [n for n, result in enumerate(results) if not is_own(result, own)]
    after = range(len(results), strengths.shape[1])
    top = strengths[0][[*others, *after]][:PAGE_ONE]
    first[: len(top)] = top
    share = open_share_of(page.payload if page else None, channel)
    known = page is not None and bool(np.isfinite(first).any())
    every = (
        landings(first, STRENGTHS, channel, row.volume, share, sharpness=sharp) if known else None
    )
    now = (
        landings(first, np.array([mine]), channel, row.volume, share, sharpness=sharp)
        if known and mine is not None
        else None
    )
    titled = int((facts.wording[0][:PAGE_ONE] >= EXACT).sum())
    return {
        "own": mine,
        "own_parts": (
            []
            if outlet is None
            else own_parts(outlet.standing, channel, outlet.pull).round(1).tolist()
        ),
        "behind": BEHIND,
        "conclusion": _conclusion(now, top, min(len(results), PAGE_ONE), titled, page is not None),
        **_verdict(row, outlet, page, standpoint),
        "rests_on": int(np.isfinite(facts.standing[0][:PAGE_ONE]).sum()),
        "first_page": min(facts.wording.shape[1], PAGE_ONE),
        "landing": None if now is None else _told(now, 0),
        "clicks_of_places": [
            None if np.isnan(c) else round(float(c), 2)
            for c in clicks_of_places(channel, np.nan if row.volume is None else row.volume, share)
        ],
        "by_strength": [] if every is None else [_told(every, n) for n in range(len(STRENGTHS))],
        "to_rise": _to_rise(every, now),
        "middling": None if every is None else round(float(every.page_one[int(MIDDLING)]), 4),
        "results": _results(row, results, facts, strengths, mine, standpoint.language, own),
        "company": _company(row, page, results, standpoint.language, own),
        "open_share": round(share, 3),
    }


def _conclusion(
    now: Landings | None, strengths: NDArray[np.float64], there: int, titled: int, read: bool
) -> str:
    """`strengths` of the first page, of which `there` results are told."""
    if not read or (now is None and there):
        return ""
    if now is None or not there:
        return conclude(weaker=0, titled=0, there=0, page_one=1.0, between=(1, 1), visits=None)
    visits = float(now.visits[0])
    return conclude(
        weaker=int((strengths[:there] < now.own[0] - BEHIND).sum()),
        titled=titled,
        there=there,
        untold=len(strengths) - there,
        page_one=float(now.page_one[0]),
        between=(int(now.first[0]), int(now.last[0])),
        visits=None if np.isnan(visits) else visits,
    )


def _verdict(
    row: Row, outlet: Outlet | None, page: DatedPage | None, standpoint: Standpoint
) -> dict[str, Any]:
    """The verdict on the keyword for an outlet, and why: of the chosen one as the row has it, of
    another as its outlook has it."""
    decision = Decision.objects.filter(scope=row.scope, keyword=row.keyword_id).first()
    case = case_of(row, page.payload if page else None, decision, standpoint)
    verdict, chance = row.verdict, row.chance
    if outlet is not None:
        outlook = Outlook.objects.filter(row=row, outlet=outlet).first()
        if outlook is not None:
            verdict, chance = outlook.verdict, outlook.chance
            case = replace(case, own=outlook.own_strength)
    return {
        "verdict": verdict,
        "chance": chance,
        "because": explain_verdict(case, row.scope.project.currency),
        "change": _change(case, row.scope.project.currency),
        "note": decision.note if decision else "",
    }


def _change(case: Case, currency: str) -> str:
    if judge(case).verdict in ("", "go") or case.volume is None:
        return ""
    return change_words(case, currency).strip()


def _told(seen: Landings, n: int) -> dict[str, Any]:
    visits = float(seen.visits[n])
    return {
        "own": round(float(seen.own[n]), 1),
        "page_one": round(float(seen.page_one[n]), 4),
        "first": int(seen.first[n]),
        "last": int(seen.last[n]),
        "visits": None if np.isnan(visits) else round(visits, 2),
        "weak_spots": int(seen.weak_spots[n]),
        "positions": [round(float(p), 4) for p in seen.positions[n]],
    }


def _to_rise(every: Landings | None, now: Landings | None) -> dict[str, int] | None:
    """The strength that it takes to land a place higher, None where no strength does."""
    if every is None or now is None:
        return None
    at = int(now.first[0])
    place = PAGE_ONE if at == 0 else at - 1
    if place < 1:
        return None
    needed = strength_for_place(every.own, every.first, float(now.own[0]), place)
    return None if needed is None else {"place": place, "strength": needed}


def _results(
    row: Row,
    results: Sequence[Result],
    facts: PageFacts,
    strengths: NDArray[np.float64],
    mine: float | None,
    language: str,
    own: Collection[str],
) -> list[dict[str, Any]]:
    parts = strength_parts(facts, row.scope.channel)[0] if results else np.zeros((0, 3))
    places = Counter(r.publisher for r in results)
    reach = reach_on(row.scope, results)
    # Where some of a page were not told, a position is the place; of listings left out it is not.
    in_order = facts.wording.shape[1] > len(results)
    out = []
    for number, result in enumerate(results):
        strong = float(strengths[0][number])
        wording = name_of(result.title, row.text, language)
        address = name_of(address_words(result.address), row.text, language)
        out.append(
            {
                **asdict(result),
                "place": result.position if in_order else number + 1,
                "title_parts": [
                    {"text": text, "mine": said}
                    for text, said in marked(result.title, row.text, language)
                ],
                "strength": None if np.isnan(strong) else round(strong, 1),
                "parts": [None if np.isnan(p) else round(float(p), 1) for p in parts[number]],
                "wording": wording,
                "address_wording": address,
                "weak": mine is not None and bool(strong < mine - BEHIND),
                "own": is_own(result, own),
                "elsewhere": wording == address == "none of it",
                "places": places[result.publisher],
                "reach": reach[number] if number < len(reach) else None,
            }
        )
    return out


def _company(
    row: Row, page: DatedPage | None, results: Sequence[Result], language: str, own: Collection[str]
) -> dict[str, Any] | None:
    if page is None:
        return None
    seen = company_of(results, row.text, language, page.on, own)
    return {
        **asdict(seen),
        "spreads": {name: asdict(spread) for name, spread in seen.spreads.items()},
        "several": [{"publisher": who, "places": n} for who, n in seen.several],
    }
