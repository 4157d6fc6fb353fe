"""Help texts of the figures that writing makes."""

from bunraku.core.help_text import HelpText

HELP = {
    "packed": HelpText(
        "Titles that cover as many keywords as fit.",
        "Keywords are ordered so that they share words where they can; a linear program shows "
        "how much no title of this length can exceed.",
        "Edit one into a sentence and check what you gain or lose.",
    ),
    "coverage": HelpText(
        "Which keywords appear in which fields, and how exactly.",
        "Words are compared without capitals and accents; a variant is the same words as a "
        "plural, in another order or with a small word between. In a long text each sentence "
        "is checked.",
        "Use the main keyword exactly, the others anywhere.",
    ),
    "duel": HelpText(
        "What two titles would earn, with the uncertainty.",
        "A title that contains a phrase less exactly is weaker on its page. Visits follow "
        "from the likely position, with the uncertainty of positions and searches.",
        "If it is too close to call, take the one that reads better.",
    ),
    "made": HelpText(
        "How many of the checks a piece passes, out of 100.",
        "Each check has its points; those passed add up. Checks that do not apply count for "
        "nothing.",
        "Do first what competitors leave undone.",
    ),
}
