"""Help texts of the figures that planning makes."""

from bunraku.core.help_text import HelpText

HELP = {
    "ranking": HelpText(
        "Points out of 100, by the ranking you chose.",
        "Searches, chance, worth, season, priority, topic match, hours and what builds on it "
        "are each scored from nothing to full and added up by their weights.",
        "See which part counts most; change the weights if you disagree.",
    ),
    "firmness": HelpText(
        "How often an item stays in the top 10 when figures vary within their ranges.",
        "Searches and chances are drawn five hundred times from their ranges, and the order "
        "is worked out each time.",
        "Where confidence is low, do not argue over the order.",
    ),
    "publish_by": HelpText(
        "The latest date to be settled before the seasonal rise.",
        "The start of the rise, less the days until it ranks and the weeks until it settles.",
        "Move late pieces, or save them for next season.",
    ),
    "value_by_month": HelpText(
        "What a piece would earn if published in each month.",
        "Its worth is spread over the year by season, from when it ranks, growing as pieces "
        "of its kind do.",
        "Leave it to the schedule, or pin a month.",
    ),
    "fit_hours": HelpText(
        "The schedule that earns most within your hours.",
        "Every piece is tried in every month until no schedule can be better by more than the "
        "share shown; then months are evened out where that costs almost nothing.",
        "Set hours, pin what is fixed, schedule again.",
    ),
    "alike": HelpText(
        "How similar two location pages are, ignoring the town.",
        "Town names are ignored. Shared keywords count, and count more the more of their "
        "results are the same.",
        "Add what is special there, or merge them.",
    ),
}
