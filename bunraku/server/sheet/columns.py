"""The columns of the sheet, each declared once. What can be filtered and sorted, what a row is over HTTP,
what stands in the export and what the page knows of a column: all of it is made from this table."""

from collections.abc import Sequence
from typing import Any

from bunraku.core.weigh.intent_cues import INTENTS
from bunraku.core.weigh.season import TRENDS
from bunraku.core.weigh.verdict import VERDICTS
from bunraku.server.sheet.column import Column
from bunraku.server.sheet.models import STATES

# Units with the range that goes with them.
SHARE: dict[str, Any] = {"unit": "share", "low": 0, "high": 1}
POINTS: dict[str, Any] = {"unit": "points", "low": 0, "high": 100}
MONEY: dict[str, Any] = {"unit": "money", "low": 0}
SEARCHES: dict[str, Any] = {"unit": "searches", "low": 0}
CLICKS: dict[str, Any] = {"unit": "clicks", "low": 0}
OF_TEN: dict[str, Any] = {"low": 0, "high": 10}
MONTH: dict[str, Any] = {"low": 0, "high": 12}

COLUMNS: tuple[Column, ...] = (
    Column("id", "count", "Arrival", "The order in which keywords came.", sorts=True),
    Column(
        *("text", "text", "Keyword", "The keyword as first spelled."),
        sorts=True,
        rises=True,
        export="Keyword",
        shown=True,
    ),
    Column(
        *("words", "count", "Words", "Words in the keyword; four or more are the long tail."),
        unit="words",
        low=1,
        high=100,
        sorts=True,
        rises=True,
        filter="range",
        shown=True,
    ),
    Column(
        *("state", "code", "State", "open, kept, shortlisted, parked, dropped or left_out."),
        names=STATES,
        export="State",
    ),
    Column(
        *("heat", "text", "Heat", "Your own hot, warm or cold; empty where not marked."),
        export="Heat",
    ),
    Column(
        *("volume", "number", "Searches a month", "Taken-as volume, exact match, an estimate."),
        **SEARCHES,
        sorts=True,
        filter="range",
        export="Searches a month",
        digits=0,
        figure="volume",
        shown=True,
    ),
    Column(
        *("volume_low", "number", "Searches low", "Lower end of the middle 80 %."),
        **SEARCHES,
        export="Searches low",
        digits=0,
    ),
    Column(
        *("volume_high", "number", "Searches high", "Upper end of the middle 80 %."),
        **SEARCHES,
        export="Searches high",
        digits=0,
    ),
    Column(
        *("volume_from", "count", "Readings used", "How many readings the volume is made from."),
        low=0,
        told=False,
        export="Readings used",
    ),
    Column(
        *("volume_rough", "flag", "Rough"),
        "yes where the volume is a guess from a broad range or from relative interest.",
        export="Rough",
    ),
    Column("volume_disagrees", "flag", "Disagreement", "Whether sources differ more than twofold."),
    Column(
        *("trend", "code", "Trend", "steady, rising, fading, new, fad or unknown."),
        names=TRENDS,
        export="Trend",
        figure="season",
    ),
    Column(
        *("change_share", "number", "Change a year", "0.1 is ten per cent more each year."),
        unit="share",
        sorts=True,
        export="Change a year (share)",
        digits=3,
        figure="season",
    ),
    Column(
        *("season_strength", "number", "Season strength", "Share of the variation that the month explains."),
        **SHARE,
        sorts=True,
        export="Season strength (0-1)",
        digits=3,
        figure="season",
    ),
    Column(
        *("peak_month", "month", "Peak month", "Month with most searches, where there is a season."),
        **MONTH,
        export="Peak month",
    ),
    Column(
        *("climb_month", "month", "Climb begins"),
        "Month in which searches begin to rise to the peak.",
        **MONTH,
        export="Climb begins",
    ),
    Column(
        *("cpc", "number", "Cost per click"),
        "Middle of what advertisers pay for a click, in the project's currency.",
        **MONEY,
        sorts=True,
        filter="range",
        export="Cost per click",
        digits=2,
        shown=True,
    ),
    Column(
        *("ad_competition", "number", "Ad competition", "How contested ads on the keyword are, as a source tells it."),
        **SHARE,
        export="Ad competition (0-1)",
        digits=3,
        shown=True,
    ),
    Column(
        *("intent", "code", "Intent", "informational, navigational, commercial or transactional."),
        names=INTENTS,
        sorts=True,
        rises=True,
        filter="any_of",
        export="Intent",
        figure="intent",
        shown=True,
    ),
    Column(
        *("local", "flag", "Local", "yes where searchers look nearby."),
        filter="flag",
        export="Local",
    ),
    Column(
        *("difficulty", "number", "Difficulty", "How strong one must be for an even chance of page one."),
        **POINTS,
        sorts=True,
        rises=True,
        filter="range",
        export="Difficulty (0-100)",
        digits=1,
        figure="difficulty",
        shown=True,
    ),
    Column(
        *("own_strength", "number", "Own strength"),
        "Your outlet's strength for this keyword on the same scale.",
        **POINTS,
        export="Own strength (0-100)",
        digits=1,
        figure="own_strength",
    ),
    Column(
        *("chance", "number", "Chance", "Probability that your outlet gets on page one."),
        **SHARE,
        sorts=True,
        filter="range",
        export="Chance of page one (0-1)",
        digits=3,
        figure="chance",
        shown=True,
    ),
    Column(
        *("position", "number", "Position", "Where your outlet stands if it gets on page one."),
        unit="position",
        low=1,
        high=10,
        sorts=True,
        rises=True,
        export="Expected position",
        digits=1,
    ),
    Column(
        *("weak_spots", "count", "Weak spots"),
        "Results on page one that your outlet would more likely than not outrank.",
        **OF_TEN,
        optional=True,
        sorts=True,
        export="Weak spots",
        shown=True,
    ),
    Column(
        *("title_matches", "count", "Title matches"),
        "Of the first ten results, how many carry the exact phrase in the title.",
        **OF_TEN,
        optional=True,
        sorts=True,
        rises=True,
        export="Title matches",
        figure="title_matches",
        shown=True,
    ),
    Column(
        *("clicks", "number", "Clicks", "Clicks a month to be expected."),
        **CLICKS,
        sorts=True,
        export="Clicks a month",
        digits=1,
        figure="clicks",
        shown=True,
    ),
    Column(
        *("click_value", "number", "Value of a click", "Yours, else half the cost per click."),
        **MONEY,
        export="Value of a click",
        digits=2,
        figure="click_value",
    ),
    Column(
        *("worth", "number", "Worth", "Expected value a month in the project's currency."),
        **MONEY,
        sorts=True,
        filter="range",
        export="Worth a month",
        digits=2,
        figure="worth",
        shown=True,
    ),
    Column(
        *("verdict", "code", "Verdict", "go, try, hard or skip; empty where not weighed."),
        names=VERDICTS,
        sorts=True,
        rises=True,
        filter="any_of",
        export="Verdict",
        figure="verdict",
        shown=True,
    ),
    Column("hands", "list", "Hands", "Heights of demand, chance and worth, 0-100; -1 unknown."),
    Column(
        *("fit", "number", "Fit", "How close the keyword is to what the project is about."),
        always=True,
        **SHARE,
        sorts=True,
        digits=2,
        figure="fit",
        shown=True,
    ),
    Column(
        *("waiting", "flag", "Waiting", "Whether a figure is still to be asked for."),
        filter="flag",
    ),
    Column(
        *("cluster", "count", "Cluster", "Id of the cluster that it stands in."),
        optional=True,
        filter="is",
    ),
    Column(
        *("relevance", "number", "Relevance"),
        "How likely it is to be kept, learned from what was kept and dropped.",
        **SHARE,
        sorts=True,
        export="Relevance (0-1)",
        digits=2,
        figure="relevance",
    ),
    Column("family", "count", "Family", "Id of the first keyword of its variants.", optional=True),
    Column(
        *("family_size", "count", "Variants", "Keywords in its variant family, itself among them."),
        low=1,
        export="Variants",
        figure="family",
    ),
    Column(
        *("leads", "flag", "Leads", "Whether it stands for its variant family."),
        told=False,
        filter="flag",
    ),
    Column(
        *("left_out_by", "count", "Rule", "Id of the rule that would leave it out."),
        optional=True,
        told=False,
        filter="is",
        filter_id="rule",
    ),
    Column(
        *("own_clicks", "number", "Own clicks", "From your own report."),
        **CLICKS,
        export="Own clicks",
    ),
    Column(
        *("own_impressions", "number", "Own times shown", "From your own report."),
        low=0,
        filter="known",
        filter_id="own",
        export="Own times shown",
    ),
    Column(
        *("own_position", "number", "Own position", "From your own report."),
        unit="position",
        low=1,
        export="Own position",
    ),
    Column(
        *("month_share", "list", "Year", "Share of the year's searches, in thousandths, January first."),
        shown=True,
        figure="season",
    ),
)

BY_ID: dict[str, Column] = {column.id: column for column in COLUMNS}
TOLD: tuple[Column, ...] = tuple(column for column in COLUMNS if column.told)
SORTED: tuple[Column, ...] = tuple(column for column in COLUMNS if column.sorts)
FILTERED: tuple[Column, ...] = tuple(column for column in COLUMNS if column.filter)
CODED: tuple[Column, ...] = tuple(column for column in COLUMNS if column.type == "code")
RANGES: tuple[Column, ...] = tuple(column for column in COLUMNS if column.filter == "range")


def with_names(row: dict[str, Any], coded: Sequence[Column] = CODED) -> dict[str, Any]:
    """A row's values as they are told: names in place of codes."""
    for column in coded:
        row[column.id] = column.name_of(row[column.id])
    return row

