"""Words that carry no topic, by language. Short on purpose: "near", "best" and "how" carry intent
and stay."""

_LISTS = {
    "en": "a an and are as at be but by do does for from i if in into is it its me my of on or our "
    "so than that the their them then there these this to was we were will with you your",
    "de": "am an auf aus bei das dem den der des die ein eine einem einen einer es für im in ist "
    "mit nach oder sich sind und von vom zu zum zur",
    "fr": "au aux avec ce ces d de des du elle en est et il ils je l la le les leur ma mes mon ou "
    "par pas pour que qui sa se ses son sur un une",
    "es": "a al con de del el ella en es esta este la las lo los me mi o para por que se su "
    "sus un una y",
    "it": "a al alla con da dal dei del della di e è gli i il in la le lo nel o per si su un "
    "una uno",
    "nl": "aan bij de die dit een en er het in is met naar of om op te tot uit van voor zijn",
    "pt": "a ao as com da das de do dos e em é na nas no nos o os ou para por que se um uma",
}
STOP_WORDS: dict[str, frozenset[str]] = {
    code: frozenset(words.split()) for code, words in _LISTS.items()
}
