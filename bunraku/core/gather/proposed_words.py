"""The small words by which a sentence about a project is read, by language."""

JOINS = {
    "en": "and or in for with without to of from at on near by about around via into across "
    "throughout who that which where",
    "de": "und oder in im für mit ohne zu von vom aus bei am an auf über der die das den dem",
    "fr": "et ou en pour avec sans à au aux de des du la le les dans sur chez",
    "es": "y e o en para con sin a al de del la el los las sobre",
    "it": "e o in per con senza a al di del della dei delle il la gli le su",
    "nl": "en of in voor met zonder naar van uit bij op over de het een",
    "pt": "e ou em para com sem a ao de do da dos das o os as sobre",
}
"""They part what a sentence names."""
AND = set("and or und oder et ou y e o ed en of".split())
FOR = set("for für pour para per voor".split())
BESIDE = set("in by from via into at near without throughout across".split())
"""English words behind which stands how, where or whence, not what is searched for."""

ABOUT_ME = {
    "en": "i we my our us a an the is are am was been being have has had run own sell selling "
    "sells make making makes offer offering teach teaching writing write do "
    "doing help helping people everything all things also small little local "
    "new own this it its their them they you your want start starting love like work works "
    "working mostly other more some many based "
    "i'm i've we're we've it's that's i'd we'd he she his her hers not just only really currently "
    "both what how learn learning try trying hope hoping plan planning",
    "de": "ich wir mein meine unser unsere ein eine einen ist sind bin habe haben verkaufe "
    "verkaufen biete bieten mache machen schreibe laden blog geschäft firma seite kanal "
    "kleine kleiner kleines neu",
    "fr": "je nous mon ma mes notre nos un une est sont suis vends vendons propose fais petite "
    "petit boutique blog entreprise site chaîne",
    "es": "yo nosotros mi mis nuestra nuestro un una es son soy vendo vendemos ofrezco hago "
    "pequeña pequeño tienda blog empresa sitio canal",
    "it": "io noi mio mia nostri un una è sono vendo vendiamo offro piccola piccolo negozio blog "
    "azienda sito canale",
    "nl": "ik wij we mijn ons onze een is zijn ben verkoop verkopen maak bied kleine winkel blog "
    "bedrijf site kanaal",
    "pt": "eu nós meu minha nosso nossa um uma é são sou vendo vendemos ofereço faço pequena "
    "pequeno loja blog empresa site canal",
}
"""What one says of oneself; it parts as well."""
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
    it has most of, where it has two more of them than of the given one; else the given one.
    Raises: nothing."""
    words = set(about.casefold().split())
    small = {code: len(words & {*JOINS[code].split(), *ABOUT_ME[code].split()}) for code in JOINS}
    best = max(small, key=lambda code: small[code])
    return best if small[best] >= small.get(language, 0) + 2 else language
