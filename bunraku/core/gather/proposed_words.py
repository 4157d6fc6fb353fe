"""The small words by which an English sentence about a project is read, and its language."""

from bunraku.core.languages import LANGUAGES, language_named
from bunraku.core.text.languages import likeliest_language
from bunraku.core.text.tokens import tokens

AND = {word for code in LANGUAGES for word in language_named(code).and_words}
FOR = {word for code in LANGUAGES for word in language_named(code).for_words}
BESIDE = set("in by from via into at near without throughout across".split())
"""English words behind which stands how, where or whence, not what is searched for."""

OF_ONESELF = set(
    "shop shops store stores business businesses firm firms company companies site website "
    "websites channel channels video videos family blog blogs blogging podcast online agency "
    "newsletter".split()
)
"""English nouns for what one runs: they say what it is about only before another word, as in
"business cards"."""
I_OR_WE = set("i we".split())

SERVICES = {
    "repair": "repair",
    "fix": "repair",
    "clean": "cleaning",
    "install": "installation",
    "service": "servicing",
    "tune": "tuning",
    "restore": "restoration",
    "rent": "rental",
    "hire": "hire",
    "sharpen": "sharpening",
    "groom": "grooming",
    "train": "training",
    "repairing": "repair",
    "fixing": "repair",
    "restoring": "restoration",
    "installing": "installation",
}
"""What is done to things, and what it is called when it is searched for."""
SAID_OF_US = {
    "build": "building",
    "carve": "carving",
    "convert": "conversion",
    "cut": "cutting",
    "design": "design",
    "engrave": "engraving",
    "fit": "fitting",
    "frame": "framing",
    "mend": "mending",
    "paint": "painting",
    "photograph": "photography",
    "plan": "planning",
    "print": "printing",
    "refurbish": "refurbishment",
    "remove": "removal",
    "survey": "surveys",
    "translate": "translation",
    "walk": "walking",
    "weld": "welding",
}
"""The same of words that name things too, so that they are read so only after "I" or "we"."""
MADE_OF_IT = set(
    "kit kits manual manuals course courses class classes lesson lessons workshop workshops "
    "tutorial tutorials guide guides tool tools supplies services tips parts plans".split()
)
"""Behind them a service is named and not done: "repair kits"."""
ARTICLES = set("a an the my our your their this".split())
PARTICLES = set("out up off down away over together".split())

TAUGHT = set("teach teaching help helping coach coaching show showing tutor tutoring".split())
PEOPLE = set(
    "beginners adults children kids people students pupils families women men seniors teenagers "
    "teens owners others everyone anyone newcomers learners teams parents toddlers".split()
)
"""Who is taught what: "teach beginners beekeeping" is about beekeeping."""
SAYS_LITTLE = set(
    "course courses class classes lesson lessons workshop workshops tutorial tutorials tip tips "
    "advice guide guides review reviews product products item items goods tool tools kit kits "
    "supply supplies service services equipment accessories machine machines manual manuals "
    "idea ideas person home".split()
)
"""Said of many things, so that alone they say none; behind another word they make one name."""
MADE = set("making writing".split())


def read_in(about: str, language: str) -> str:
    """The language that sentences are in: people describe a German project in English.

    Parameters: `about`, sentences; `language`, two letters. Returns: the language whose small words
    it has most of, where it has two more of them than of the given one; where small words say
    little, the one whose words are surely likelier; else the given one. Raises: nothing. Cost: what
    `likeliest_language` costs, where small words say little."""
    words = tokens(about)
    small: dict[str, int] = {}
    for code in LANGUAGES:
        known = language_named(code)
        small[code] = len(set(words) & (known.joins | known.about_me))
    best = max(small, key=lambda code: small[code])
    if small[best] >= small.get(language, 0) + 2:
        return best
    # Two small words of its own are no chance; fewer may be "in" or "a" of any language.
    if small.get(language, 0) >= 2:
        return language
    # Few word lists are read where a small word tells which: each takes a third of a second.
    among = [code for code in LANGUAGES if small[code] == small[best] and code != language]
    # One word alone may be a loan: "Kaffee".
    least = 1 if small[best] > small.get(language, 0) else 2
    return likeliest_language(words, language, among, least)
