"""The register of figures: each with the function that makes it, whose docstring is its only
description."""

import inspect
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from bunraku.core.cluster import help as cluster_help
from bunraku.core.cluster.clustering import cluster_keywords
from bunraku.core.follow import help as follow_help
from bunraku.core.follow.before_after import judge
from bunraku.core.follow.learning import learn
from bunraku.core.follow.month import month_end
from bunraku.core.follow.sign_test import sign_test
from bunraku.core.follow.visible import visible_searches
from bunraku.core.gather import help as gather_help
from bunraku.core.gather.relevance import learn_relevance
from bunraku.core.gather.topic_match import fit_to_project
from bunraku.core.gather.variants import find_families
from bunraku.core.help_text import HelpText
from bunraku.core.plan import help as plan_help
from bunraku.core.plan.calendar import publish_by, value_by_month
from bunraku.core.plan.firmness import how_firm
from bunraku.core.plan.locations import alikeness
from bunraku.core.plan.ranking import rank_things
from bunraku.core.plan.scheduling import fit_hours
from bunraku.core.weigh import help as weigh_help
from bunraku.core.weigh.chance import difficulty, outlook, own_strength
from bunraku.core.weigh.implied import implied_strength
from bunraku.core.weigh.intent import read_intents
from bunraku.core.weigh.landing import clicks_of_places, landings
from bunraku.core.weigh.page import openness, strength, title_matches
from bunraku.core.weigh.page_changes import changes_a_week
from bunraku.core.weigh.phrase_match import how_said
from bunraku.core.weigh.rough import index_to_volume, rough_volume
from bunraku.core.weigh.season import read_seasons
from bunraku.core.weigh.trust import learn_spreads
from bunraku.core.weigh.verdict import hands, verdicts
from bunraku.core.weigh.volume import taken_as
from bunraku.core.weigh.without_page import stand_in
from bunraku.core.weigh.worth import click_value, expected_clicks, open_share, worth
from bunraku.core.write import help as write_help
from bunraku.core.write.checklist import score
from bunraku.core.write.coverage import cover
from bunraku.core.write.packing import pack
from bunraku.core.write.title_duel import compare_titles


@dataclass(frozen=True)
class Figure:
    """A figure: id, name in the interface, the function that makes it."""

    id: str
    name: str
    made_by: Callable[..., Any]

    @property
    def doc(self) -> str:
        """The whole docstring, unindented."""
        return inspect.getdoc(self.made_by) or ""

    @property
    def help(self) -> HelpText:
        """What it is, how it is made and what to do with it, for people."""
        return HELP[self.id]


HELP: dict[str, HelpText] = {
    **gather_help.HELP,
    **weigh_help.HELP,
    **cluster_help.HELP,
    **plan_help.HELP,
    **write_help.HELP,
    **follow_help.HELP,
}
FIGURES = (
    Figure("volume", "Searches a month", taken_as),
    Figure("months", "Searches month by month", index_to_volume),
    Figure("rough", "Rough estimate", rough_volume),
    Figure("trust", "Accuracy of a source", learn_spreads),
    Figure("season", "Year and trend", read_seasons),
    Figure("intent", "Intent", read_intents),
    Figure("fit", "Topic match", fit_to_project),
    Figure("relevance", "Relevance", learn_relevance),
    Figure("family", "Variants", find_families),
    Figure("wording", "Wording of a title", how_said),
    Figure("title_matches", "Title matches", title_matches),
    Figure("openness", "Openness", openness),
    Figure("volatility", "Page-one turnover", changes_a_week),
    Figure("landing", "Your likely position", landings),
    Figure("place_clicks", "Visits per position", clicks_of_places),
    Figure("strength", "Strength of a result", strength),
    Figure("own_strength", "Your strength", own_strength),
    Figure("implied_strength", "Strength from rankings", implied_strength),
    Figure("difficulty", "Difficulty", difficulty),
    Figure("chance", "Chance", outlook),
    Figure("guess", "Your own estimate", stand_in),
    Figure("open_share", "Organic clicks", open_share),
    Figure("clicks", "Clicks a month", expected_clicks),
    Figure("click_value", "Value of a click", click_value),
    Figure("worth", "Worth", worth),
    Figure("verdict", "Verdict", verdicts),
    Figure("hands", "Demand, chance, worth", hands),
    Figure("cluster", "Cluster", cluster_keywords),
    Figure("publish_by", "Publish by", publish_by),
    Figure("value_by_month", "Value by month", value_by_month),
    Figure("fit_hours", "Schedule to my hours", fit_hours),
    Figure("ranking", "Order of work", rank_things),
    Figure("firmness", "Confidence", how_firm),
    Figure("alike", "Similar location pages", alikeness),
    Figure("packed", "Title suggestions", pack),
    Figure("duel", "Compare two titles", compare_titles),
    Figure("coverage", "Keyword coverage", cover),
    Figure("made", "Content quality", score),
    Figure("visible", "Visibility", visible_searches),
    Figure("sign_test", "Sign test", sign_test),
    Figure("before_after", "Before and after", judge),
    Figure("learned", "Learned from results", learn),
    Figure("month_end", "Rankings at month end", month_end),
)


def figures_markdown() -> str:
    """docs/figures.md, whole."""
    parts = [
        "# How every number is made\n",
        "Generated from the docstrings of `bunraku/core` by `make docs`; do not edit. Unknown "
        "is never 0: arrays hold NaN, "
        "the interface shows hatching. All figures are estimates.\n",
    ]
    for figure in FIGURES:
        module = figure.made_by.__module__.replace(".", "/")
        parts.append(
            f"## {figure.name}\n\n{figure.help}\n\n`{module}.py`, "
            f"`{figure.made_by.__name__}`\n\n{figure.doc}\n"
        )
    return "\n".join(parts)
