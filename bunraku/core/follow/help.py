"""Help texts of the figures that following makes."""

from bunraku.core.help_text import HelpText

HELP = {
    "visible": HelpText(
        "Estimated clicks a month at your positions, at constant demand.",
        "Searches a month times the share of clicks at each position, with one search figure "
        "for the whole time so that a season does not look like a gain.",
        "Watch the change, not the size.",
    ),
    "sign_test": HelpText(
        "How often chance alone would split rises and falls this unevenly.",
        "Rises and falls are compared with tossing a coin, exactly and two-sided; unchanged "
        "ones do not count.",
        "Do not decide by it alone: one piece's keywords move together.",
    ),
    "before_after": HelpText(
        "The effect of a change, compared with unchanged pieces.",
        "Equal periods before and after; the piece's average change less that of unchanged "
        "pieces, compared with how far such pieces usually vary.",
        'Keep or undo the change only if it says "probably".',
    ),
    "learned": HelpText(
        "What your results say about your outlet's strength.",
        "Positions of settled pieces are compared with the forecast. The strength that fits "
        "them best is used, held close to the figure you entered while results are few.",
        "Leave it on unless the outlet has changed a lot.",
    ),
    "month_end": HelpText(
        "Keywords in the top 3, 10, 20 and 100 at month end.",
        "The last check of each keyword on or before the last day of the month counts, if it "
        "is at most two months old.",
        "Compare with the month before.",
    ),
}
