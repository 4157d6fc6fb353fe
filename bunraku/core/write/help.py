"""Help texts of the figures that writing makes."""

from bunraku.core.help_text import HelpText

HELP = {
    "packed": HelpText(
        "Titles that hold as much of a piece's keywords as fits, word for word.",
        "Keywords are put in order so that they share words where they can; a linear program tells "
        "how much no title of this length can exceed.",
        "Make a sentence of one, and see what that gains and loses.",
    ),
    "coverage": HelpText(
        "Which phrases of a piece stand in which of its fields, and how exactly.",
        "Words are compared without capitals and accents; another form is the same words as "
        "plural, in another order or with a small word between; of a long text each sentence is "
        "looked at.",
        "Say the phrase that matters word for word, the others somewhere.",
    ),
    "duel": HelpText(
        "What two titles of a piece would bring, and whether one is really the better one.",
        "A title that says a phrase less exactly is weaker on its page; visits follow from where "
        "one would land, with the spread of places and searches.",
        "Where it is even, take the title that reads better; where it decides, that one.",
    ),
    "made": HelpText(
        "How well made the fields of a page, video or listing are for one phrase, of a hundred.",
        "Each rule of the checklist has its points, and those that are kept add up to it; rules "
        "that do not apply take none.",
        "Where rivals lack what is easily done, do that; your own fields are checked by the same "
        "rules.",
    ),
}
