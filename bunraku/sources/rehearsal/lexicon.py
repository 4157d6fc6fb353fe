"""The same term in another of the world's languages: concepts by their heads, the words around them
by a phrase list."""

from functools import cache

from bunraku.core.text import identity_key
from bunraku.sources.protocol import Request
from bunraku.sources.rehearsal import abroad
from bunraku.sources.rehearsal.completing import complete
from bunraku.sources.rehearsal.tongues import nearest_locale, tongue
from bunraku.sources.rehearsal.world import World, the_world

Raw = dict[str, object]
MOST_WAYS = 3
AT_HOME = frozenset({"en", "de"})
"""Between these the words around a subject are known too; elsewhere what a thing is called."""

# English and German ways to say the same around a subject; the longest that fits is taken.
_AROUND = """
best|beste
how to use a|wie benutzt man ein
how to clean a|wie reinigt man ein
how does a|wie funktioniert ein
what is a|was ist ein
what is|was ist
what can you see with a|was sieht man mit einem
which|welches
when is the|wann ist
how to photograph the|fotografieren
for|für
under|unter
reviews|test
review|test
price|preis
prices|kosten
cost|kosten
cheap|günstig
buy|kaufen
for sale|kaufen
second hand|gebraucht
used|gebraucht
near me|in der nähe
accessories|zubehör
gift voucher|gutschein
gift|geschenk
tutorial|anleitung
tips|tipps
explained|einfach erklärt
vs|oder
and|und
with|mit
without|ohne
tonight|heute
time|uhrzeit
camera|kamera
equipment|ausrüstung
settings|einstellungen
set|set
online|online
"""


@cache
def _pairs(from_language: str, into_language: str) -> dict[str, str]:
    """Phrases of one language and what they are in another; heads, fills and the words around
    them."""
    own, other = tongue(nearest_locale(from_language)), tongue(nearest_locale(into_language))
    pairs: dict[str, str] = {}
    for line in _AROUND.strip().splitlines() if {from_language, into_language} == AT_HOME else ():
        english, german = line.split("|")
        here, there = (german, english) if from_language == "de" else (english, german)
        pairs.setdefault(here, there)
    for name in ("audience", "quality", "size", "use"):
        pairs |= dict(zip(own.fills.get(name, ()), other.fills.get(name, ()), strict=False))
    counterparts = {head.concept: head for head in other.heads}
    for head in own.heads:
        there_head = counterparts.get(head.concept)
        if there_head is not None:
            pairs[head.plural] = there_head.plural
            pairs[head.name] = there_head.name
    return pairs


def translate(world: World, term: str, request: Request) -> Raw | None:
    """Ways to say a term in the language asked for; None where its subject has no counterpart
    there."""
    own, into = request.locale[:2], request.into
    if own == into or not {own, into} <= AT_HOME | set(abroad.LANGUAGES):
        return None
    key = identity_key(term)
    head = world.head_inside(key)
    if head is None:
        return None
    pairs = _pairs(own, into)
    said = _replace_longest(key.split(), pairs) if {own, into} == AT_HOME else pairs.get(key)
    if said is None or said == key:
        return None
    there = the_world(into)
    # What is really asked there, nearest to the words: the literal way first, then what the same
    # words complete to.
    found = complete(there, said, request.channel, MOST_WAYS)
    ways = [said, *(way for way in found if way != said)]
    return {"language": into, "terms": ways[:MOST_WAYS]}


def _replace_longest(words: list[str], pairs: dict[str, str]) -> str | None:
    out: list[str] = []
    replaced = False
    start = 0
    while start < len(words):
        for length in range(len(words) - start, 0, -1):
            there = pairs.get(" ".join(words[start : start + length]))
            if there is not None:
                out.append(there)
                replaced = True
                start += length
                break
        else:
            out.append(words[start])
            start += 1
    return " ".join(out) if replaced else None
