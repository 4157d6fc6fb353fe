"""Number of English words."""

from bunraku.core.languages.language import Known

_IRREGULAR = {
    "men": "man",
    "women": "woman",
    "children": "child",
    "feet": "foot",
    "teeth": "tooth",
    "mice": "mouse",
    "geese": "goose",
    "people": "person",
    "knives": "knif",
    "lives": "lif",
    "wives": "wif",
    "leaves": "leaf",
    "wolves": "wolf",
    "shelves": "shelf",
    "halves": "half",
    "loaves": "loaf",
    "scarves": "scarf",
    "calves": "calf",
    "elves": "elf",
    "thieves": "thief",
    "knife": "knif",
    "life": "lif",
    "wife": "wif",
    "menus": "menu",
    "taxis": "taxi",
    "axis": "axis",
    "axes": "axis",
    "analyses": "analysis",
    "theses": "thesis",
    "crises": "crisis",
    "oases": "oasis",
    "nebulae": "nebula",
    "novae": "nova",
    "supernovae": "supernova",
    "cacti": "cactus",
    "fungi": "fungus",
    "dice": "die",
    "oxen": "ox",
}
_ONE_FORM = frozenset(
    "news series species means glasses goods customs savings earnings odds thanks lens gas "
    "canvas atlas bias texas "
    "tennis iris basis oasis chassis analysis crisis thesis axis hypothesis diagnosis synopsis "
    "genesis emphasis "
    "paris debris cannabis arthritis us this his its as is was has does yes plus bus virus "
    "campus bonus census cactus "
    "status focus genus circus minus sinus versus christmas physics mathematics politics "
    "always perhaps".split()
)
_OF_THEIR_OWN = frozenset(
    "arms blinds boxers bowls braces briefs brains clothes cords darts dominoes draughts drawers "
    "effects forces greens grounds irons jacks lashes looks manners marbles minutes pains pants "
    "premises proceeds provisions quarters rapids rounders sands securities shades shorts skittles "
    "slips spectacles specs spirits stakes sweets talks terms tights tropics troops waters wits "
    "woods works".split()
)
"""Plurals that name something else than several of the one: "blinds", "shorts", "spirits"."""
_KEEPS_S = ("ss", "us", "itis", "ics")
# Plurals of Latin, Greek and French words, and of English ones that change inside: undone only
# where that gives a word that is known.
_LEARNED_ENDS = (
    *(("ices", "ix"), ("ices", "ex"), ("eaux", "eau"), ("zzes", "z"), ("ves", "f"), ("ves", "fe")),
    *(("ses", "sis"), ("men", "man"), ("ae", "a"), ("i", "us"), ("a", "um"), ("a", "on")),
)
_SHORTEST_LEARNED = 5
_IRREGULAR_ENDS = ("shelves", "knives", "wolves", "leaves", "women", "children", "teeth", "people")


def _learned(word: str, known: Known) -> str:
    """The singular of a plural that follows another language's rule; "" where there is none."""
    if len(word) < _SHORTEST_LEARNED:
        return ""
    for end, single in _LEARNED_ENDS:
        one = word.removesuffix(end) + single
        # As common at least in a hundredth: "opera" is not several of "operum" or "operon".
        if word.endswith(end) and known.share(one) * 100 > known.share(word) > 0:
            return one
    return ""


def one_form(word: str, known: Known) -> str:
    """The form that singular and plural share."""
    if word in _OF_THEIR_OWN:
        return word
    end = next((end for end in _IRREGULAR_ENDS if word.endswith(end)), word)
    if end in _IRREGULAR:
        singular = _IRREGULAR[end]
        return word.removesuffix(end) + (
            singular if singular in _IRREGULAR else one_form(singular, known)
        )
    if word.removesuffix("s") in ("men", "women", "children"):
        # "men's", without its apostrophe.
        return _IRREGULAR[word[:-1]]
    learned = _learned(word, known)
    if learned and learned not in _ONE_FORM:
        return one_form(learned, known) if learned != word else word
    if (
        len(word) > 3
        and word.endswith("s")
        and word not in _ONE_FORM
        and not word.endswith(_KEEPS_S)
    ):
        if word.endswith("ies") and len(word) > 4:
            word = word[:-3] + "y"
        elif word.endswith(("ses", "xes", "zes", "ches", "shes", "oes")) and len(word) > 4:
            # "lenses" and "houses": whether the e was there before, the next line settles for both
            # forms.
            word = word[:-2]
        else:
            word = word[:-1]
    if len(word) > 4 and word.endswith("ie"):
        return word[:-2] + "y"
    if len(word) > 3 and (
        word.endswith(("se", "xe", "ze", "che", "she")) or (word.endswith("oe") and len(word) < 6)
    ):
        return word[:-1]
    return word
