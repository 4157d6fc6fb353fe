"""One form for singular and plural of a word, by language: a key to compare by, not a word to show.

Stemmers take more away than number ("cleaning" and "cleaner" become one, and so do "Zeitung" and
"Zeit"), so that wordings which mean different things would be called variants. Here only number
goes. Dutch, whose plurals change the middle of a word, keeps its stemmer, but not where that takes
an ending of another kind away."""

from collections.abc import Callable
from functools import lru_cache

from bunraku.core.text.known_words import frequencies
from bunraku.core.text.tokens import stems

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


@lru_cache(maxsize=100_000)
def _learned(word: str) -> str:
    """The singular of a plural that follows another language's rule; "" where there is none."""
    if len(word) < _SHORTEST_LEARNED:
        return ""
    known = frequencies("en")
    for end, single in _LEARNED_ENDS:
        one = word.removesuffix(end) + single
        # As common at least in a hundredth: "opera" is not several of "operum" or "operon".
        if word.endswith(end) and known.get(one, 0) * 100 > known.get(word, 0) > 0:
            return one
    return ""


def _english(word: str) -> str:
    if word in _OF_THEIR_OWN:
        return word
    end = next((end for end in _IRREGULAR_ENDS if word.endswith(end)), word)
    if end in _IRREGULAR:
        singular = _IRREGULAR[end]
        return word.removesuffix(end) + (singular if singular in _IRREGULAR else _english(singular))
    if word.removesuffix("s") in ("men", "women", "children"):
        # "men's", without its apostrophe.
        return _IRREGULAR[word[:-1]]
    learned = _learned(word)
    if learned and learned not in _ONE_FORM:
        return _english(learned) if learned != word else word
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


_FRENCH_ONE_FORM = frozenset(
    "mais fois bas cours temps bois bras jus plus sans dans sous vers tres os gaz".split()
)


def _french(word: str) -> str:
    if len(word) <= 3 or word in _FRENCH_ONE_FORM:
        return word
    if word.endswith("aux") and not word.endswith("eaux"):
        return word[:-3] + "al"
    return word[:-1] if word.endswith(("s", "x")) else word


def _spanish(word: str) -> str:
    if len(word) <= 3 or word in ("lunes", "martes", "crisis", "gratis", "gafas"):
        return word
    if word.endswith("ces"):
        return word[:-3] + "z"
    word = word.removesuffix("s")
    return word[:-1] if word.endswith("e") and len(word) > 3 and word[-2] not in "aeiou" else word


def _portuguese(word: str) -> str:
    if len(word) <= 3 or word in ("lapis", "gratis", "oculos", "onibus", "mais"):
        return word
    for plural, singular in (
        ("oes", "ao"),
        ("aes", "ao"),
        ("ais", "al"),
        ("eis", "el"),
        ("ois", "ol"),
        ("uis", "ul"),
        ("ns", "m"),
    ):
        if word.endswith(plural):
            return word[: -len(plural)] + singular
    word = word.removesuffix("s")
    return word[:-1] if word.endswith("e") and word[-2] in "rzs" else word


def _italian(word: str) -> str:
    # -o and -i are one, and so are -a and -e. "lente" and "lenti" are not told from "lenta" and
    # "lento": a variant missed is better than a wrong one.
    if len(word) <= 3 or word[-1] not in "aeio":
        return word
    body = word[:-1].removesuffix("h").removesuffix("i")
    return body + ("a" if word[-1] in "ae" else "o")


# Nouns whose plural takes -er: a closed list, read from the end of a word, for others of the kind
# are made of these. Whoever does something ("Drucker", "Spieler") is none of them.
_GERMAN_ER = tuple(
    "bilder bucher kinder hauser kleider lander lieder manner rader walder worter glaser "
    "blatter bretter dorfer felder geister "
    "graber guter horner huhner kalber krauter lammer locher nester rander rinder schilder "
    "schlosser schwerter tucher volker "
    "wurmer bander bader facher fasser gesichter gewander denkmaler dacher amter taler holzer "
    "lichter munder "
    "straucher mitglieder glieder gehalter weiber gespenster geschlechter tumer leiber eier".split()
)
_GERMAN_KEEPS_S = tuple(
    "kurs hals fuchs lachs wachs krebs keks puls fels mops gips chips schnaps dachs luchs "
    "stress ss reis".split()
)
_GERMAN_KEEPS_E = ("reise", "karte", "seite", "weise", "masse", "halle", "lehre", "folge")
_GERMAN_ENDS = (
    ("innen", 3),
    ("nissen", 3),
    ("nisse", 2),
    *((f"{end}{more}", 1) for end in ("er", "el") for more in "ns"),
    ("ens", 1),
)


def _german(word: str) -> str:
    # Umlauts have lost their dots, "Gläser" are "glaser" here. What remains need not be a word,
    # only the same for both.
    if len(word) <= 3:
        return word
    if word.endswith(_GERMAN_ER):
        return _german_end(word[:-2])
    for end, left in _GERMAN_ENDS:
        if word.endswith(end):
            return _german(word[:-left]) if left == 1 else _german_end(word[:-left])
    if word.endswith(("er", "el", "lein", *_GERMAN_KEEPS_E)):
        return word
    if word.endswith(tuple(f"{stays}n" for stays in _GERMAN_KEEPS_E)):
        return word[:-1]
    if word.endswith("en"):
        return _german_end(word[:-2])
    return _german_end(word.removesuffix("e"))


def _german_end(word: str) -> str:
    return word if len(word) <= 3 or word.endswith(_GERMAN_KEEPS_S) else word.removesuffix("s")


_DUTCH_EREN = ("kinderen", "eieren", "bladeren", "liederen")
_DUTCH_ENDS = ("ing", "heid", "ig", "lijk", "baar", "er", "aar", "ster", "end", "je")


def _dutch(word: str) -> str:
    if word.endswith(_DUTCH_EREN):
        return word[:-4]
    if word.endswith("heden"):
        return word[:-4] + "id"
    if word.endswith("os") and len(word) > 4:
        return word[:-1]
    if word.endswith(("ingen", "ers", "aars", "jes", "sters")):
        word = word.removesuffix("en").removesuffix("s")
    if word.endswith(_DUTCH_ENDS):
        return word
    stemmed = stems(word, "nl")
    return stemmed[0] if stemmed else word


_RULES: dict[str, Callable[[str], str]] = {
    "en": _english,
    "de": _german,
    "nl": _dutch,
    "fr": _french,
    "es": _spanish,
    "pt": _portuguese,
    "it": _italian,
}


@lru_cache(maxsize=400_000)
def number_key(word: str, language: str) -> str:
    """The form that singular and plural of a word share.

    Parameters: `word`, one case-folded word without accents; `language`, two letters. Returns: the
    key; the word itself for a language without a rule, and for words with digits. Raises: nothing.
    Cost: constant, and once a word."""
    if not word.isalpha():
        return word
    rule = _RULES.get(language)
    return rule(word) if rule is not None else word
