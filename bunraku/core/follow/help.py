"""Help texts of the figures that following makes."""

from bunraku.core.help_text import HelpText

HELP = {
    "visible": HelpText(
        "How many searches a month are likely to bring you, at the places where you stand.",
        "Searches a month times the share of clicks at each place, with one figure of searches "
        "over the whole time, so that a season is not taken for a gain.",
        "Look at how it changes, not at how large it is: it leaves out what no phrase was "
        "followed for.",
    ),
    "sign_test": HelpText(
        "How often luck alone would part so many phrases as unevenly.",
        "Those that rose and those that fell are held against tossing a coin, exactly and both "
        "ways; those that stayed are left out.",
        "Do not decide by it alone: the phrases of one piece rise and fall together, so luck "
        "looks better here than it is.",
    ),
    "before_after": HelpText(
        "What a change did to a piece's places, beside pieces that nobody touched.",
        "Equal windows before and after; the piece's mean step less that of untouched pieces, held "
        "against how far such pieces wander apart by themselves.",
        "Where it says that it is likely your change, keep it or take it back; where it does not, "
        "do not guess.",
    ),
    "learned": HelpText(
        "What your own outcomes teach about your outlet's strength.",
        "Places that pieces reached once settled are held against what was foretold; the strength "
        "that fits them best is taken, pulled towards what you told while outcomes are few.",
        "Leave it on, unless the outlet has changed so much that the past says nothing.",
    ),
    "month_end": HelpText(
        "How many phrases stood in the first 3, 10, 20 and 100 at the end of a month.",
        "The last check of each phrase on or before the month's last day counts, if it is not more "
        "than two months old.",
        "Set it beside the month before: the same phrases, looked at in the same way.",
    ),
}
