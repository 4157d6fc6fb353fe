"""Help text of clusters."""

from bunraku.core.help_text import HelpText

HELP = {
    "cluster": HelpText(
        "Keywords that one piece can serve together.",
        "Those whose results pages show the same results belong together; where a page was not "
        "read, wording and meaning decide.",
        "Make one piece of a cluster, and move what does not belong: it stays where you put it.",
    ),
}
