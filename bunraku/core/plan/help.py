"""Help texts of the figures that planning makes."""

from bunraku.core.help_text import HelpText

HELP = {
    "ranking": HelpText(
        "How early something comes, of a hundred, by the way that you chose.",
        "Searches, chance, worth, season, priority, fit, hours and what builds on it each stand on "
        "a scale from nothing to all; they are added up by their weights.",
        "Look which part carries it; change the weights where you would decide otherwise.",
    ),
    "firmness": HelpText(
        "How often it stays among the first ten when its figures vary within their ranges.",
        "Searches and chances are drawn five hundred times within what is known of them, and the "
        "order is worked out each time.",
        "Where it is far from all, do not fight over the order: the figures cannot tell.",
    ),
    "publish_by": HelpText(
        "The day a piece must be out to catch its season, from the month it is planned for.",
        "It is the beginning of the climb of its searches, less the days until it shows and the "
        "weeks until it has settled.",
        "Move a piece that is too late to the month before its next season.",
    ),
    "value_by_month": HelpText(
        "What a piece would bring within the planned months if it came out in a given one.",
        "Its worth is spread over the year by its season, from when it shows, growing as pieces "
        "of its kind grow.",
        "Leave it to the fit, or pin a piece where you know better.",
    ),
    "fit_hours": HelpText(
        "Which pieces in which months bring most in the hours there are.",
        "All pieces are tried in all months until no plan can be better by more than is told; the "
        "months are then evened where that costs hardly anything.",
        "Set the hours of single months on the board, pin what is fixed, and fit again.",
    ),
    "alike": HelpText(
        "How alike two location pages are, of all that they say and of the results they share.",
        "The towns are left out; what both say of what either says counts, the more the more of "
        "their results are the same.",
        "Serve keywords that name one place alone, or note what is special there.",
    ),
}
