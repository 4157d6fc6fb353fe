"""Help text of clusters."""

from bunraku.core.help_text import HelpText

HELP = {
    "cluster": HelpText(
        "Keywords that one piece can cover.",
        "Keywords whose results pages show the same results belong together; without a "
        "results page, wording and meaning decide.",
        "Plan one piece per cluster; move what does not belong.",
    ),
}
