"""Help texts of the figures that gathering makes."""

from bunraku.core.help_text import HelpText

HELP = {
    "fit": HelpText(
        "How surely a keyword is on your topic, from 0 to 1.",
        "Its words and their meaning are compared with your description, your seeds and your "
        "other keywords.",
        "If it looks wrong, describe your topic more exactly in settings.",
    ),
    "relevance": HelpText(
        "How likely you are to keep a keyword, learned from your decisions.",
        "Learned from what you kept and rejected, and from topic match until then.",
        "Sort by it and review from the top.",
    ),
    "family": HelpText(
        "Other wordings of the same search.",
        "Found by their words; each keeps its own figures.",
        "Target the most searched one; one piece covers them all.",
    ),
}
