"""Help texts of the figures that gathering makes."""

from bunraku.core.help_text import HelpText

HELP = {
    "fit": HelpText(
        "How surely a keyword is about what you are about, from 0 to 1.",
        "Its words and their meaning are compared with your sentence, your seeds and your other "
        "keywords.",
        "Say in the settings more exactly what you are about where it is wrong.",
    ),
    "relevance": HelpText(
        "How likely you are to keep a keyword.",
        "It is learned from what you kept and dropped so far, and from the fit before that.",
        "Sort by it: what you would drop stands at the end.",
    ),
    "family": HelpText(
        "Other wordings of the same: plurals, spellings, word order that does not matter.",
        "They are found by their words, and each keeps figures of its own.",
        "Aim at the wording that is searched for most; one piece serves them all.",
    ),
}
