"""Help texts of the figures that weighing makes."""

from bunraku.core.help_text import HelpText

HELP = {
    "volume": HelpText(
        "Estimated monthly searches for this exact phrase.",
        "Your own file's figure counts; otherwise the figures and ranges of all sources are "
        "combined, each weighted by how accurate it usually is. The range beside it is right "
        "about eight times in ten.",
        "Compare keywords by it; check the range where sources disagree.",
    ),
    "months": HelpText(
        "Searches month by month.",
        "The source's own months, or its relative interest converted to searches a month.",
        "See whether interest rises or fades and whether the peak returns.",
    ),
    "rough": HelpText(
        "A rough estimate where no source has a figure.",
        "Its interest is compared with that of a phrase whose searches are known.",
        "Treat it as an order of magnitude only.",
    ),
    "trust": HelpText(
        "How far off a source usually is.",
        "Learned from how often the source disagrees with the others on your own keywords.",
        "Move a source up or down in settings if you know better.",
    ),
    "season": HelpText(
        "How searches are spread over the year, and the trend.",
        "Each month is compared with the average of the year around it. With less than two "
        "years of months a season is claimed only if that one year is clear.",
        "Publish before the rise; a pale strip means any month.",
    ),
    "intent": HelpText(
        "What searchers want: to learn, reach a site, compare or buy.",
        "Worked out from the words, learned from thousands of phrases on many subjects, and "
        "from what is on the results page.",
        "Correct it where it is wrong; your choice is kept.",
    ),
    "implied_strength": HelpText(
        "Your strength as estimated from your rankings.",
        "Its rankings on the results pages fetched and in your performance report are "
        "compared with where each strength would usually rank, together with the figure you "
        "entered.",
        "Use it if it differs from what you entered.",
    ),
    "title_matches": HelpText(
        "How many of the top 10 titles contain the exact phrase.",
        "Titles on the results page are compared with the phrase; ads are not counted.",
        "Few matches and many searches suggest an opening.",
    ),
    "openness": HelpText(
        "Searches a month for each page with the exact phrase.",
        "Searches divided by the number of pages with the exact phrase, as the source counts them.",
        "Higher means less covered; check how strong those pages are.",
    ),
    "volatility": HelpText(
        "How many of the top 10 change from week to week.",
        "Results that are new in the top 10 are counted between the days on which the page "
        "was fetched.",
        "High turnover gives newcomers a chance; little means waiting.",
    ),
    "landing": HelpText(
        "The probability of each position on page one, once settled.",
        "Your strength is compared with that of each result, allowing for the uncertainty of both.",
        "Move the slider to see what more strength would change.",
    ),
    "place_clicks": HelpText(
        "Estimated visits a month at this position.",
        "Searches times the usual share of clicks at the position, less what ads and other "
        "features take.",
        "Compare top and bottom positions before you aim.",
    ),
    "wording": HelpText(
        "How closely a title matches the phrase.",
        "The exact phrase counts most, all its words in another order less, some of its words "
        "little.",
        "Loosely matching results can be beaten by an exact title.",
    ),
    "strength": HelpText(
        "How hard a result is to outrank, 0 to 100.",
        "The strength of its site, channel or shop, the links or views of the page and the "
        "wording of its title are put on one scale.",
        "Look for the weakest result: if it ranks, so can you.",
    ),
    "own_strength": HelpText(
        "Your outlet's strength on the same scale.",
        "Worked out from your outlet's authority, followers or reviews, in the same way as "
        "for competitors.",
        "Keep its figure in settings up to date.",
    ),
    "difficulty": HelpText(
        "The strength needed for an even chance of page one, the same for everyone.",
        "Worked out from the strengths of the top 10; without a results page it is what your "
        "file says.",
        "Compare it with your strength, the line on the bar.",
    ),
    "chance": HelpText(
        "The estimated probability that you reach page one, once settled.",
        "Your strength is compared with that of each of the ten results, allowing for error "
        "on both sides. If your page is in the top 20, that position counts. Without a results "
        "page it is estimated from searches, bids and wording.",
        "Above 50% is promising; see what it is based on.",
    ),
    "guess": HelpText(
        "Your own estimate of the chance.",
        "Likely means about eight chances in ten, even five, unlikely one or two.",
        "Use it for pages you know; it overrides the calculated chance.",
    ),
    "open_share": HelpText(
        "The share of searches that end in a click on an organic result.",
        "Ads, answers, maps and other features take their usual share first.",
        "Where it is low, even first position earns little.",
    ),
    "clicks": HelpText(
        "Estimated visits a month, at your chance.",
        "Searches times the clicks of each position times your chance of ranking there.",
        "Prefer it to search volume.",
    ),
    "click_value": HelpText(
        "What one visit is worth to you.",
        "Your own figure for the intent; otherwise half of what advertisers pay for a click.",
        "Set your own; the default is half the price of a click.",
    ),
    "worth": HelpText(
        "Estimated value a month, once settled.",
        "Expected visits times the value of one, times topic match and your priority. If your page "
        "ranks already, only the visits it would gain count.",
        "Sort by it; raise the priority of what matters to you.",
    ),
    "verdict": HelpText(
        "Go, Try, Hard or Skip, from your thresholds.",
        "Chance and worth are compared with your thresholds in settings. What could not earn the "
        "hours of the smallest piece, even in first position, is a Skip.",
        "Read the reason: it says what would change it.",
    ),
    "hands": HelpText(
        "Demand, chance and worth as columns; half height is your threshold, hatching is unknown.",
        "Half height is your threshold, full height a hundred times it; hatched means unknown.",
        "The short column shows what holds it back.",
    ),
}
