"""The columns of the sheet, each declared once. What can be filtered and sorted, what a row is over
HTTP, what stands in the export and what the page knows of a column: all of it is made from this
table."""

from collections.abc import Sequence
from typing import Any

from bunraku.core.text.labelled_phrases import INTENTS
from bunraku.core.weigh.season import TRENDS
from bunraku.core.weigh.verdict import VERDICTS
from bunraku.core.weigh.without_page import RESTS_ON
from bunraku.server.sheet.column import Column
from bunraku.server.sheet.declaring import (
    CLICKS,
    LISTED,
    MONEY,
    MONTH,
    POINTS,
    SEARCHES,
    SHARE,
    code,
    count,
    flag,
    list_of,
    month,
    number,
    text,
)
from bunraku.server.sheet.models import STATES
from bunraku.server.sheet.page_columns import PAGE_COLUMNS

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
        "Estimated monthly searches (exact match).",
        **SEARCHES,
        **LISTED,
        filter="range",
        export="Searches a month",
        digits=0,
        figure="volume",
    ),
    number(
        "volume_low",
        "Searches, low",
        "Low end of the 80% range.",
        **SEARCHES,
        export="Searches, low",
        digits=0,
    ),
    number(
        "volume_high",
        "Searches high",
        "High end of the 80% range.",
        **SEARCHES,
        export="Searches high",
        digits=0,
    ),
    count(
        "volume_from",
        "Figures used",
        "How many figures the volume is made from.",
        low=0,
        told=False,
        export="Figures used",
    ),
    flag(
        "volume_rough",
        "Rough estimate",
        "yes if no source has a figure for exactly this phrase, so it is estimated.",
        export="Rough estimate",
    ),
    flag(
        "volume_disagrees",
        "Sources disagree",
        "Sources differ by more than 2× or contradict each other.",
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
        "Chance based on",
        "page: the results page; file: the difficulty in your file; guess: your own estimate; "
        "own: your position in your search performance report; signs: searches, bids and wording.",
        names=RESTS_ON,
        export="Chance based on",
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
        "Yearly change",
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
        "Rise begins",
        "Month in which searches begin to rise to the peak.",
        **MONTH,
        export="Rise begins",
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
        "How contested ads on the keyword are, as a source reports it.",
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
        "Your strength",
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
        "chance_low",
        "Chance, at least",
        "Low end of an estimated chance; empty where it comes from a results page.",
        **SHARE,
        export="Chance of page one, low (0-1)",
        digits=3,
    ),
    number(
        "chance_high",
        "Chance, at most",
        "High end of an estimated chance; empty where it comes from a results page.",
        **SHARE,
        export="Chance of page one, high (0-1)",
        digits=3,
    ),
    number(
        "position",
        "Position",
        "Position of your outlet if it reaches page one.",
        unit="position",
        low=1,
        high=10,
        sorts=True,
        rises=True,
        export="Expected position",
        digits=1,
    ),
    *PAGE_COLUMNS,
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
        "go, try, hard or skip; empty if not measured.",
        names=VERDICTS,
        **LISTED,
        rises=True,
        filter="any_of",
        export="Verdict",
        figure="verdict",
    ),
    list_of(
        "hands", "Demand, chance, worth", "Heights of demand, chance and worth, 0-100; -1 unknown."
    ),
    number(
        "fit",
        "Topic match",
        "How surely the keyword is on your topic.",
        always=True,
        **SHARE,
        **LISTED,
        digits=2,
        figure="fit",
    ),
    flag("waiting", "Waiting", "Whether a figure is still to be asked for.", filter="flag"),
    count("cluster", "Cluster", "Id of its cluster.", optional=True, filter="is"),
    number(
        "relevance",
        "Relevance",
        "How likely you are to keep it, learned from what you kept and rejected.",
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
    flag(
        "leads", "Leading variant", "Whether it is the leading variant.", told=False, filter="flag"
    ),
    count(
        "left_out_by",
        "Rule",
        "Id of the rule that would leave it out.",
        optional=True,
        told=False,
        filter="is",
        filter_id="rule",
    ),
    number(
        "own_clicks",
        "Your clicks",
        "From your search performance report.",
        **CLICKS,
        export="Your clicks",
    ),
    number(
        "own_impressions",
        "Own times shown",
        "From your search performance report.",
        low=0,
        filter="known",
        filter_id="own",
        export="Own times shown",
    ),
    number(
        "own_position",
        "Own position",
        "From your search performance report; of its last three months where it has six.",
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
