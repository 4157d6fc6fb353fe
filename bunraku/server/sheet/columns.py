"""The columns of the sheet, each declared once. What can be filtered and sorted, what a row is over
HTTP, what stands in the export and what the page knows of a column: all of it is made from this
table."""

from collections.abc import Callable, Sequence
from typing import Any

from bunraku.core.text.labelled_phrases import INTENTS
from bunraku.core.weigh.assumed import RESTS_ON
from bunraku.core.weigh.page_signs import FEATURES
from bunraku.core.weigh.season import TRENDS
from bunraku.core.weigh.verdict import VERDICTS
from bunraku.server.sheet.column import Column, Type
from bunraku.server.sheet.models import STATES

# Units with the range that goes with them.
SHARE: dict[str, Any] = {"unit": "share", "low": 0, "high": 1}
POINTS: dict[str, Any] = {"unit": "points", "low": 0, "high": 100}
MONEY: dict[str, Any] = {"unit": "money", "low": 0}
SEARCHES: dict[str, Any] = {"unit": "searches", "low": 0}
CLICKS: dict[str, Any] = {"unit": "clicks", "low": 0}
OF_TEN: dict[str, Any] = {"low": 0, "high": 10}
MONTH: dict[str, Any] = {"low": 0, "high": 12}
# A column that the sheet has and can be sorted by.
LISTED: dict[str, Any] = {"shown": True, "sorts": True}


def _of(type: Type) -> Callable[..., Column]:
    """What declares a column of a type: its id, heading and help, then all else by name."""

    def declare(id: str, heading: str, help: str, **more: Any) -> Column:
        return Column(id, type, heading, help, **more)

    return declare


text, number, count, flag = _of("text"), _of("number"), _of("count"), _of("flag")
code, month, list_of, marks = _of("code"), _of("month"), _of("list"), _of("marks")

COLUMNS: tuple[Column, ...] = (
    count("id", "Arrival", "The order in which keywords came.", sorts=True),
    text(
        "text", "Keyword", "The keyword as first spelled.", **LISTED, rises=True, export="Keyword"
    ),
    count(
        "words",
        "Words",
        "Words in the keyword; four or more are the long tail.",
        unit="words",
        low=1,
        high=100,
        **LISTED,
        rises=True,
        filter="range",
    ),
    code(
        "state",
        "State",
        "open, kept, shortlisted, parked, dropped or left_out.",
        names=STATES,
        export="State",
    ),
    text(
        "priority",
        "Priority",
        "Your own high, normal or low; empty where not marked.",
        export="Priority",
    ),
    number(
        "volume",
        "Searches a month",
        "Taken-as volume, exact match, an estimate.",
        **SEARCHES,
        **LISTED,
        filter="range",
        export="Searches a month",
        digits=0,
        figure="volume",
    ),
    number(
        "volume_low",
        "Searches low",
        "Lower end of the middle 80 %.",
        **SEARCHES,
        export="Searches low",
        digits=0,
    ),
    number(
        "volume_high",
        "Searches high",
        "Upper end of the middle 80 %.",
        **SEARCHES,
        export="Searches high",
        digits=0,
    ),
    count(
        "volume_from",
        "Readings used",
        "How many readings the volume is made from.",
        low=0,
        told=False,
        export="Readings used",
    ),
    flag(
        "volume_rough",
        "Rough",
        "yes where no source tells a number of just these words: a guess from ranges or interest.",
        export="Rough",
    ),
    flag(
        "volume_disagrees",
        "Disagreement",
        "Whether sources differ more than twofold, or one shuts another out.",
        export="Sources disagree",
    ),
    flag(
        "practice",
        "Practice",
        "yes where a figure comes from the simulated world that ships with Bunraku.",
        export="Practice",
    ),
    code(
        "chance_from",
        "Chance rests on",
        "page: a results page that was read; file: the difficulty a file told; guess: your own; "
        "assumed: nothing is known, and it is taken for even.",
        names=RESTS_ON,
        export="Chance rests on",
    ),
    code(
        "trend",
        "Trend",
        "steady, rising, fading, new, fad or unknown.",
        names=TRENDS,
        export="Trend",
        figure="season",
    ),
    number(
        "change_share",
        "Change a year",
        "0.1 is ten per cent more each year.",
        unit="share",
        sorts=True,
        export="Change a year (share)",
        digits=3,
        figure="season",
    ),
    number(
        "season_strength",
        "Season strength",
        "Share of the variation that the month explains.",
        **SHARE,
        sorts=True,
        export="Season strength (0-1)",
        digits=3,
        figure="season",
    ),
    month(
        "peak_month",
        "Peak month",
        "Month with most searches, where there is a season.",
        **MONTH,
        export="Peak month",
    ),
    month(
        "climb_month",
        "Climb begins",
        "Month in which searches begin to rise to the peak.",
        **MONTH,
        export="Climb begins",
    ),
    number(
        "cpc",
        "Cost per click",
        "Middle of what advertisers pay for a click, in the project's currency.",
        **MONEY,
        **LISTED,
        filter="range",
        export="Cost per click",
        digits=2,
    ),
    number(
        "ad_competition",
        "Ad competition",
        "How contested ads on the keyword are, as a source tells it.",
        **SHARE,
        export="Ad competition (0-1)",
        digits=3,
        shown=True,
    ),
    code(
        "intent",
        "Intent",
        "informational, navigational, commercial or transactional.",
        names=INTENTS,
        **LISTED,
        rises=True,
        filter="any_of",
        export="Intent",
        figure="intent",
    ),
    flag("local", "Local", "yes where searchers look nearby.", filter="flag", export="Local"),
    number(
        "difficulty",
        "Difficulty",
        "How strong one must be for an even chance of page one.",
        **POINTS,
        **LISTED,
        rises=True,
        filter="range",
        export="Difficulty (0-100)",
        digits=1,
        figure="difficulty",
    ),
    number(
        "own_strength",
        "Own strength",
        "Your outlet's strength for this keyword on the same scale.",
        **POINTS,
        export="Own strength (0-100)",
        digits=1,
        figure="own_strength",
    ),
    number(
        "chance",
        "Chance",
        "Probability that your outlet gets on page one.",
        **SHARE,
        **LISTED,
        filter="range",
        export="Chance of page one (0-1)",
        digits=3,
        figure="chance",
    ),
    number(
        "position",
        "Position",
        "Where your outlet stands if it gets on page one.",
        unit="position",
        low=1,
        high=10,
        sorts=True,
        rises=True,
        export="Expected position",
        digits=1,
    ),
    count(
        "weak_spots",
        "Weak spots",
        "Results on page one that your outlet would more likely than not outrank.",
        **OF_TEN,
        optional=True,
        **LISTED,
        filter="range",
        export="Weak spots",
    ),
    count(
        "title_matches",
        "Title matches",
        "Of the first ten results, how many carry the exact phrase in the title.",
        **OF_TEN,
        optional=True,
        **LISTED,
        rises=True,
        filter="range",
        export="Title matches",
        figure="title_matches",
    ),
    count(
        "address_matches",
        "Address matches",
        "Of the first ten results, how many carry the exact phrase in the address.",
        **OF_TEN,
        optional=True,
        **LISTED,
        rises=True,
        filter="range",
        export="Address matches",
    ),
    number(
        "weakest",
        "Weakest result",
        "Strength of the weakest result among the first ten.",
        **POINTS,
        **LISTED,
        rises=True,
        filter="range",
        export="Weakest result (0-100)",
        digits=1,
    ),
    number(
        "phrase_pages",
        "Phrase pages",
        "How many pages in all carry the exact phrase, as a source counts them.",
        low=0,
        **LISTED,
        rises=True,
        filter="range",
        export="Exact-phrase pages",
        digits=0,
    ),
    number(
        "openness",
        "Openness",
        "Searches a month for each page that carries the exact phrase.",
        low=0,
        **LISTED,
        filter="range",
        export="Openness",
        digits=3,
        figure="openness",
    ),
    count(
        "publishers",
        "Publishers",
        "Different sites, channels or shops among the first ten results.",
        **OF_TEN,
        optional=True,
        **LISTED,
        rises=True,
        filter="range",
        export="Publishers",
    ),
    count(
        "new_month",
        "New in 30 days",
        "Of the first ten results, how many appeared within 30 days before the page was read.",
        **OF_TEN,
        optional=True,
        **LISTED,
        filter="range",
        export="New in 30 days",
    ),
    number(
        "views_least",
        "Least views",
        "Views of the least seen of the first ten videos.",
        low=0,
        **LISTED,
        rises=True,
        filter="range",
        export="Least views",
        digits=0,
    ),
    number(
        "views_typical",
        "Typical views",
        "Views of the middle one of the first ten videos.",
        low=0,
        **LISTED,
        filter="range",
        export="Typical views",
        digits=0,
    ),
    number(
        "changes",
        "Places a week",
        "How many of the first ten places another result takes from one week to the next.",
        low=0,
        high=10,
        **LISTED,
        filter="range",
        export="Places that change a week",
        digits=1,
        figure="volatility",
    ),
    marks(
        "features",
        "On the page",
        "What stands on the results page beside results.",
        names=FEATURES,
        shown=True,
        filter="any_of",
        export="On the page",
    ),
    number(
        "clicks",
        "Clicks",
        "Clicks a month to be expected.",
        **CLICKS,
        **LISTED,
        export="Clicks a month",
        digits=1,
        figure="clicks",
    ),
    number(
        "click_value",
        "Value of a click",
        "Yours, else half the cost per click.",
        **MONEY,
        export="Value of a click",
        digits=2,
        figure="click_value",
    ),
    number(
        "worth",
        "Worth",
        "Expected value a month in the project's currency.",
        **MONEY,
        **LISTED,
        filter="range",
        export="Worth a month",
        digits=2,
        figure="worth",
    ),
    code(
        "verdict",
        "Verdict",
        "go, try, hard or skip; empty where not weighed.",
        names=VERDICTS,
        **LISTED,
        rises=True,
        filter="any_of",
        export="Verdict",
        figure="verdict",
    ),
    list_of("hands", "Hands", "Heights of demand, chance and worth, 0-100; -1 unknown."),
    number(
        "fit",
        "Fit",
        "How close the keyword is to what the project is about.",
        always=True,
        **SHARE,
        **LISTED,
        digits=2,
        figure="fit",
    ),
    flag("waiting", "Waiting", "Whether a figure is still to be asked for.", filter="flag"),
    count("cluster", "Cluster", "Id of the cluster that it stands in.", optional=True, filter="is"),
    number(
        "relevance",
        "Relevance",
        "How likely it is to be kept, learned from what was kept and dropped.",
        **SHARE,
        sorts=True,
        export="Relevance (0-1)",
        digits=2,
        figure="relevance",
    ),
    count("family", "Family", "Id of the first keyword of its variants.", optional=True),
    count(
        "family_size",
        "Variants",
        "Keywords in its variant family, itself among them.",
        low=1,
        export="Variants",
        figure="family",
    ),
    flag("leads", "Leads", "Whether it stands for its variant family.", told=False, filter="flag"),
    count(
        "left_out_by",
        "Rule",
        "Id of the rule that would leave it out.",
        optional=True,
        told=False,
        filter="is",
        filter_id="rule",
    ),
    number("own_clicks", "Own clicks", "From your own report.", **CLICKS, export="Own clicks"),
    number(
        "own_impressions",
        "Own times shown",
        "From your own report.",
        low=0,
        filter="known",
        filter_id="own",
        export="Own times shown",
    ),
    number(
        "own_position",
        "Own position",
        "From your own report.",
        unit="position",
        low=1,
        export="Own position",
    ),
    list_of(
        "month_share",
        "Year",
        "Share of the year's searches, in thousandths, January first.",
        shown=True,
        figure="season",
    ),
)

BY_ID: dict[str, Column] = {column.id: column for column in COLUMNS}
TOLD: tuple[Column, ...] = tuple(column for column in COLUMNS if column.told)
SORTED: tuple[Column, ...] = tuple(column for column in COLUMNS if column.sorts)
FILTERED: tuple[Column, ...] = tuple(column for column in COLUMNS if column.filter)
CODED: tuple[Column, ...] = tuple(c for c in COLUMNS if c.type in ("code", "marks"))
RANGES: tuple[Column, ...] = tuple(column for column in COLUMNS if column.filter == "range")


def with_names(row: dict[str, Any], coded: Sequence[Column] = CODED) -> dict[str, Any]:
    """A row's values as they are told: names in place of codes."""
    for column in coded:
        row[column.id] = column.told_as(row[column.id])
    return row
