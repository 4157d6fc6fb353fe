"""One form for singular and plural of a word, by language: a key to compare by, not a word to show.

Stemmers take more away than number ("cleaning" and "cleaner" become one), so that wordings which mean different things would
be called variants. Here only number goes; German and Dutch, whose plurals are many, keep their stemmer."""

from collections.abc import Callable
from functools import lru_cache

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
    "news series species means glasses goods customs savings earnings odds thanks lens gas canvas atlas bias texas "
    "tennis iris basis oasis chassis analysis crisis thesis axis hypothesis diagnosis synopsis genesis emphasis "
    "paris debris cannabis arthritis us this his its as is was has does yes plus bus virus campus bonus census cactus "
    "status focus genus circus minus sinus versus christmas physics mathematics politics always perhaps".split()
)
_KEEPS_S = ("ss", "us", "itis", "ics")


def _english(word: str) -> str:
    if word in _IRREGULAR:
        return _IRREGULAR[word]
    if len(word) > 3 and word.endswith("s") and word not in _ONE_FORM and not word.endswith(_KEEPS_S):
        if word.endswith("ies") and len(word) > 4:
            word = word[:-3] + "y"
        elif word.endswith(("ses", "xes", "zes", "ches", "shes", "oes")) and len(word) > 4:
            # "lenses" and "houses": whether the e was there before, the next line settles for both forms.
            word = word[:-2]
        else:
            word = word[:-1]
    if len(word) > 4 and word.endswith("ie"):
        return word[:-2] + "y"
    if len(word) > 3 and (word.endswith(("se", "xe", "ze", "che", "she")) or (word.endswith("oe") and len(word) < 6)):
        return word[:-1]
    return word


_FRENCH_ONE_FORM = frozenset("mais fois bas cours temps bois bras jus plus sans dans sous vers tres os gaz".split())


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
    for plural, singular in (("oes", "ao"), ("aes", "ao"), ("ais", "al"), ("eis", "el"), ("ois", "ol"), ("ns", "m")):
        if word.endswith(plural):
            return word[: -len(plural)] + singular
    word = word.removesuffix("s")
    return word[:-1] if word.endswith("e") and word[-2] in "rzs" else word


def _italian(word: str) -> str:
    # -o and -i are one, and so are -a and -e. "lente" and "lenti" are not told from "lenta" and "lento": a variant missed is
    # better than a wrong one.
    if len(word) <= 3 or word[-1] not in "aeio":
        return word
    body = word[:-1].removesuffix("h").removesuffix("i")
    return body + ("a" if word[-1] in "ae" else "o")


_RULES: dict[str, Callable[[str], str]] = {
    "en": _english,
    "fr": _french,
    "es": _spanish,
    "pt": _portuguese,
    "it": _italian,
}


@lru_cache(maxsize=400_000)
def number_key(word: str, language: str) -> str:
    """The form that singular and plural of a word share.

    Parameters: `word`, one case-folded word without accents; `language`, two letters. Returns: the key; the word itself for a
    language without a rule, and for words with digits. Raises: nothing. Cost: constant, and once a word."""
    if not word.isalpha():
        return word
    rule = _RULES.get(language)
    if rule is not None:
        return rule(word)
    if language in ("de", "nl"):
        found = stems(word, language)
        return found[0] if found else word
    return word
