"""Frame words: what stands around any topic ("best", "how often", "kit", "near me") and names none
by itself. Two keywords that share only these share nothing."""

_LISTS = {
    "en": """
    how what why when where who which whose can could does do did is are was should would will
    must may to a an the of in on at for with without from by and or vs versus as than into
    about after before me my your our their you i we it its this that be get getting got have
    has need needs want best top good great better worst cheap cheapest affordable budget
    inexpensive expensive luxury premium professional quality genuine small smallest large
    largest big mini tiny huge easy easiest simple quick fast slow new newest old used second
    hand diy homemade handmade free online local mobile private emergency traditional modern
    basic essential essentials complete full ultimate perfect price prices pricing cost costs
    fee fees rate rates charge charges quote quotes much many long often far buy buying purchase
    shop shops store stores sale sell order delivery delivered stock review reviews rated
    recommended compare compared comparison difference between alternative alternatives worth
    similar like kit kits set sets pack packs bundle bundles box starter supplies accessories
    equipment tips tip idea ideas guide guides tutorial tutorials instructions explained example
    examples checklist list chart calculator template pdf download app video videos photos
    pictures facts history meaning beginners beginner novices kids adults children women men
    womens mens ladies family families seniors uk usa near nearby nearest area open under over
    per 2023 2024 2025 2026 2027 use uses using make making work works way ways type types kind
    kinds different start started starting become learn day days week weeks month months year
    years hour hours minutes time times age first last next gift gifts present presents problem
    problems help service services company companies working digital rental rent printable any
    inch inches mm cm metre metres ft kg litre litres watt volt amp portable compact lightweight
    waterproof lesson lessons plan plans""",
    "de": """
    wie was warum wann wo wer welche welcher welches wieso kann können ist sind soll sollte muss
    darf der die das den dem des ein eine einen einem einer und oder mit ohne für von vom zu zum
    zur im in am an auf aus bei nach vor über unter um als es ich man mein meine meiner sein
    beste bester bestes besten gut gute guter gutes besser günstig günstige billig teuer klein
    kleine groß große mini einfach schnell neu neue alt gebraucht selber selbst machen gratis
    kostenlos online preis preise kosten kostet gebühren kaufen bestellen verkaufen shop angebot
    angebote rabatt test tests testsieger erfahrungen bewertung bewertungen vergleich
    unterschied alternative alternativen empfehlung lohnt set sets paket zubehör ausrüstung
    tipps idee ideen anleitung anleitungen erklärt beispiel beispiele checkliste liste tabelle
    rechner vorlage vorlagen pdf app video bilder bedeutung geschichte anfänger einsteiger
    kinder erwachsene frauen männer damen herren familie senioren nähe offen euro 2023 2024 2025
    2026 2027 arten art lernen tag tage woche monat jahr stunden minuten geschenk geschenke
    problem probleme hilfe""",
}
FRAME_WORDS: dict[str, frozenset[str]] = {
    language: frozenset(words.split()) for language, words in _LISTS.items()
}


BESIDE: dict[str, frozenset[str]] = {
    "en": frozenset("for with without in near at on vs versus or under to from by".split()),
    "de": frozenset("für mit ohne in bei am im auf vs oder unter zu zum zur von".split()),
}
"""Words behind which it is said for whom, with what, where or beside what a thing is."""


DOING: dict[str, frozenset[str]] = {
    "en": frozenset("to you i we people".split()),
    "de": frozenset("man ich".split()),
}
"""Words behind which it is said what one does with a thing: "how to clean a kettle"."""


def is_frame(word: str, language: str) -> bool:
    """Whether a case-folded word names no topic by itself: a frame word, or a number."""
    return word in FRAME_WORDS.get(language, frozenset()) or word.replace(".", "").isdigit()
