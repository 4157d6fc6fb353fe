"""Help texts of the figures that weighing makes."""

from bunraku.core.help_text import HelpText

HELP = {
    "volume": HelpText(
        "About how often this phrase itself is searched for in a month.",
        "Your own file's number stands; otherwise numbers and ranges of all sources are put "
        "together by how far each is usually off, and the range beside it holds the truth about "
        "eight times in ten.",
        "Compare keywords by it, and open one where sources disagree before you rely on it.",
    ),
    "months": HelpText(
        "How often it was searched for in each month.",
        "A source's own months are used, or its relative interest brought to the searches a month.",
        "Look whether it rises or fades, and whether last year's peak came again.",
    ),
    "rough": HelpText(
        "A first guess of the searches of a phrase that nobody counts.",
        "Its interest is compared with that of a phrase whose searches are known.",
        "Take it for an order of size only, until a source or a file tells more.",
    ),
    "trust": HelpText(
        "How far the numbers of a source are usually off.",
        "It is learned from how often the source disagrees with the others on your own keywords.",
        "Move a source up or down in the settings where you know better.",
    ),
    "season": HelpText(
        "Which months have more of the year's searches than others, and whether they rise or fade.",
        "Months are compared with the level of the year around them; below two years of months no "
        "season is claimed.",
        "Publish before the climb begins; a pale strip means any month will do.",
    ),
    "intent": HelpText(
        "What those who search want: to know, to reach a certain place, to compare, or to buy.",
        "It is read from the words, learned from thousands of phrases of many subjects, and from "
        "what stands on the results page.",
        "Choose another one where it is wrong: yours stands for good.",
    ),
    "implied_strength": HelpText(
        "How strong an outlet must be to stand where it already stands.",
        "Its places on results pages that were read, and those of its owner's own report, are "
        "compared with where each strength would mostly stand, together with what was told of it.",
        "Take it where it differs from what you told, or say why yours is right.",
    ),
    "title_matches": HelpText(
        "How many of the first ten results have exactly this phrase in their title.",
        "Titles of the results page are compared with the phrase; ads are not counted.",
        "Few of them and many searches mean that hardly anybody aims at it yet.",
    ),
    "openness": HelpText(
        "How many searches a month there are for each page that says this phrase.",
        "The searches are divided by the pages that carry the exact phrase, as the source counts "
        "them.",
        "The higher, the fewer write for these searchers; look whether those few are strong.",
    ),
    "volatility": HelpText(
        "How many of the first ten places are taken by another result from one week to the next.",
        "Results that are new among the ten are counted between the days on which it was read.",
        "On a page that moves much one place means little, and a newcomer gets a turn; on one that "
        "stands still expect to wait.",
    ),
    "landing": HelpText(
        "How likely you would stand at each place of the first page, once your piece has settled.",
        "Your strength is compared with that of each result; what is not sure about both is "
        "counted in.",
        "Move the slider to see what more strength would bring before you work for it.",
    ),
    "place_clicks": HelpText(
        "About how many visits a month a result at this place gets.",
        "The searches are multiplied by the share of clicks that the place mostly has, less what "
        "ads and other things on the page take.",
        "See how much the first places are worth beside the last before you aim at them.",
    ),
    "wording": HelpText(
        "How well a result's title says the phrase.",
        "Word for word counts most, all words in another order less, some of them little.",
        "A page of results that say it badly can be beaten by one that says it well.",
    ),
    "strength": HelpText(
        "How hard a result on the page is to pass, from 0 to 100.",
        "What stands behind its site, channel or shop, what points to the page, and how well it "
        "says the phrase are put on one scale.",
        "Look for the weakest that still stands there: if it can, you can.",
    ),
    "own_strength": HelpText(
        "How strong your outlet would stand on this page, on the same scale as its results.",
        "It is made from your outlet's authority, followers or reviews, as those of rivals are.",
        "Keep your outlet's number in the settings up to date; every chance rests on it.",
    ),
    "difficulty": HelpText(
        "How strong one must be to have an even chance of page one; the same for everybody.",
        "It is worked out from the strengths of the ten results; without a read page it is what "
        "your file says.",
        "Compare it with your own strength, the tick on the bar, rather than with other keywords.",
    ),
    "chance": HelpText(
        "How likely your outlet is to stand among the first ten once the piece has settled.",
        "Your strength is held against each of the ten results, with room for error on both sides; "
        "where no page was read it rests on your file, on your guess, or is taken for even.",
        "Above one half is worth a try; a few points of strength can change it much.",
    ),
    "guess": HelpText(
        "Your own judgement of how hard page one is for you.",
        "Easy stands for about eight chances in ten, even for five, hard for one or two.",
        "Give it where you know the page; it outranks whatever was read, and can be taken back.",
    ),
    "open_share": HelpText(
        "How many searches end with a click on an ordinary result.",
        "Ads, answers, maps and other things on the page take their usual part away.",
        "A page full of them brings little even from the first place.",
    ),
    "clicks": HelpText(
        "How many visits a month it would bring you on average.",
        "Searches times the clicks of each position times your chance of standing there.",
        "Prefer many likely visits to many searches.",
    ),
    "click_value": HelpText(
        "What one visit is worth to you.",
        "Your own number for what its searchers want counts; otherwise half of what advertisers "
        "pay for a click stands in.",
        "Set your own in the settings: worth and plan follow it.",
    ),
    "worth": HelpText(
        "What the keyword would bring you in a month, once settled.",
        "Expected visits times what one is worth, times how well it fits and your priority.",
        "Sort by it to see what to do first, and raise the priority of what matters to you.",
    ),
    "verdict": HelpText(
        "Go, Try, Hard or Skip: what to do about the keyword.",
        "Searches, chance and worth are held against your own thresholds in the settings.",
        "Read the sentence in the inspector: it names the one thing that would change it.",
    ),
    "hands": HelpText(
        "Demand, chance and worth at a glance, as three columns.",
        "Half height is your threshold, full height a hundred times it; hatched is unknown.",
        "Look for three tall columns; a short one says what is missing.",
    ),
}
