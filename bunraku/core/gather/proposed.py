"""Seeds proposed from what a project says of itself, so that nobody begins at an empty box."""

import re
from collections.abc import Sequence

from bunraku.core.text import BadKeyword, clean_keyword, identity_key
from bunraku.core.text.frames import is_frame
from bunraku.core.text.tokens import stems

MOST = 4
"""Seeds proposed: two or three is what one begins with."""
LONGEST = 4
"""Words of a seed: what is longer is a sentence, not what people search for."""
_BREAK = re.compile(r"[,.;:!?()\"“”\n/–—&]+| - ")
_JOINS = {
    "en": "and or in for with to of from at on near by about who that which into via around",
    "de": "und oder in im für mit zu von vom aus bei am an auf über der die das den dem",
    "fr": "et ou en pour avec à au aux de des du la le les dans sur chez",
    "es": "y e o en para con a al de del la el los las sobre",
    "it": "e o in per con a al di del della dei delle il la gli le su",
    "nl": "en of in voor met naar van uit bij op over de het een",
    "pt": "e ou em para com a ao de do da dos das o os as sobre",
}
_ABOUT_ME = {
    "en": "i we my our us a an the is are am was been being have has had run own sell selling "
    "sells make making makes offer offering teach teaching blog blogging write writing do "
    "doing help helping people everything all things also small little local family shop "
    "store business firm company site website channel video videos new own this it its "
    "their them they you your want start starting love like work works working mostly "
    "other more some many based",
    "de": "ich wir mein meine unser unsere ein eine einen ist sind bin habe haben verkaufe "
    "verkaufen biete bieten mache machen schreibe laden geschäft firma seite kanal kleine "
    "kleiner kleines neu",
    "fr": "je nous mon ma mes notre nos un une est sont suis vends vendons propose fais petite "
    "petit boutique entreprise site chaîne",
    "es": "yo nosotros mi mis nuestra nuestro un una es son soy vendo vendemos ofrezco hago "
    "pequeña pequeño tienda empresa sitio canal",
    "it": "io noi mio mia nostri un una è sono vendo vendiamo offro piccola piccolo negozio "
    "azienda sito canale",
    "nl": "ik wij we mijn ons onze een is zijn ben verkoop verkopen maak bied kleine winkel "
    "bedrijf site kanaal",
    "pt": "eu nós meu minha nosso nossa um uma é são sou vendo vendemos ofereço faço pequena "
    "pequeno loja empresa site canal",
}


_SERVICES = {
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
}
"""What is done to things, and what it is called when it is searched for."""


_TAUGHT = set("teach teaching help helping coach coaching show showing tutor tutoring".split())
_PEOPLE = set(
    "beginners adults children kids people students pupils families women men seniors teenagers "
    "teens owners others everyone anyone newcomers learners teams parents toddlers".split()
)
"""Who is taught what: "teach beginners beekeeping" is about beekeeping."""


def propose_seeds(about: str, language: str, known: Sequence[str] = ()) -> list[str]:
    """Phrases of what a project says of itself that people may search for.

    Parameters: `about`, sentences; `language`, two letters: what they are read in unless their
    small words are plainly another's (an unknown one has the English words); `known`, texts not to
    be proposed: the project's places and brands. Returns: at most `MOST`
    phrases of up to `LONGEST` words in the order they stand, each once whether singular or plural:
    runs of words that name something, between punctuation, joining words and what one says of
    oneself. Raises: nothing."""
    language = _read_in(about, language)
    joins = set((_JOINS.get(language) or _JOINS["en"]).split())
    mine = set((_ABOUT_ME.get(language) or _ABOUT_ME["en"]).split())
    left_out = {identity_key(text) for text in known}
    found: dict[tuple[str, ...], str] = {}
    for part in _BREAK.split(about):
        for words in _served(_runs(part.split(), joins, mine), language):
            text = _as_service(words) if language == "en" else " ".join(words)
            try:
                key = identity_key(clean_keyword(text))
            except BadKeyword:
                continue
            if key in left_out or all(is_frame(w.casefold(), language) for w in words):
                continue
            found.setdefault(tuple(sorted(stems(key, language))), text)
    return [_plain(text) for text in found.values()][:MOST]


def _read_in(about: str, language: str) -> str:
    """The language that the sentences are in: people describe a German project in English."""
    words = set(about.casefold().split())
    small = {
        code: len(words & {*_JOINS[code].split(), *_ABOUT_ME[code].split()}) for code in _JOINS
    }
    best = max(small, key=lambda code: small[code])
    return best if small[best] >= small.get(language, 0) + 2 else language


def _runs(words: Sequence[str], joins: set[str], mine: set[str]) -> list[list[str]]:
    runs: list[list[str]] = [[]]
    taught = False
    for word in words:
        bare = word.strip("'’").casefold()
        if taught and bare in _PEOPLE:
            continue
        taught = bare in _TAUGHT
        if bare in joins or bare in mine:
            runs.append([])
        else:
            runs[-1].append(word)
    return [run[-LONGEST:] for run in runs if run]


def _served(runs: Sequence[list[str]], language: str) -> list[list[str]]:
    """The same where something done to things stands apart from them, as in "repair and sell
    pens": put before them."""
    out: list[list[str]] = []
    waiting = ""
    for run in runs:
        alone = len(run) == 1 and language == "en" and run[0].casefold() in _SERVICES
        if alone and run is not runs[-1]:
            waiting = run[0]
        else:
            out += [[waiting, *run]] if waiting and run[-1].endswith("s") else []
            out.append(run)
            waiting = ""
    return out


def _as_service(words: Sequence[str]) -> str:
    """What one does to things as people search for it: "repair bicycles" is "bicycle repair"."""
    done = _SERVICES.get(words[0].casefold())
    if done is None or len(words) < 2 or not words[-1].endswith("s"):
        return " ".join(words)
    return " ".join([*words[1:-1], _one(words[-1].casefold()), done])


def _one(word: str) -> str:
    if word.endswith("ies"):
        return word[:-3] + "y"
    return word[:-2] if word.endswith(("ches", "shes", "xes", "sses")) else word[:-1]


def _plain(text: str) -> str:
    """Without the capital of a sentence's first word; names of several capitals keep theirs."""
    return text if any(c.isupper() for c in text[1:]) else text.casefold()
