"""How German speakers of the practice world ask on a subject that it was not made for. Gender and
plural of a German subject are nobody's to guess, so what describes it follows it, as people
type."""

from bunraku.sources.rehearsal import english

COMPANY = """
zubehör|zubehör|extra|thing
ersatzteile|ersatzteile|extra|thing
reparatur|reparaturen|service|thing
kurs|kurse|course|activity,topic
workshop|workshops|course|activity|kurs
set|sets|extra|activity
bücher|bücher|reading|activity,topic
material|material|extra|activity
ideen|ideen|reading|activity
"""
FILLS: dict[str, tuple[str, ...]] = {
    "learner": ("anfänger", "kinder", "erwachsene", "senioren", "fortgeschrittene"),
    "look": ("klein", "groß", "xxl", "günstig", "schwarz", "gebraucht", "modern"),
    "when": ("am wochenende", "samstags", "kurzfristig", "heute"),
    "town": (),
    "brand": (),
    **{name: english.SAID_ALIKE[name] for name in ("price", "year")},
}
FRAMES = """
{h}||1|1|1|general|*
{h} test||0.1|0.1|0.006|best|thing,goods
{h} test {fill}|year|0.02|0.02|0.002|best|thing,goods
{h} vergleich||0.03|0.02|0.002|compare|thing,goods,service
{h} erfahrungen||0.03|0.02|0.001|best|thing,service,trade,course,matter
{h} {fill}|look|0.02|0.01|0.02|quality:{fill}|thing
{fill} {h}|brand|0.03|0.02|0.03|brand:{fill}|thing,goods
{h} kaufen||0.06|0.006|0.02|shop|thing,goods
{h} online kaufen||0.014|0.001|0.005|shop|thing,goods
{h} gebraucht||0.02|0.003|0.02|used|thing
{h} preis||0.03|0.006|0.004|price|thing,goods
{h} unter {fill} euro|price|0.012|0.007|0.009|price|thing
welches {h} kaufen||0.008|0.01|0|choose|thing
{h} selber bauen||0.012|0.04|0.001|howto|thing
{h} reinigen||0.012|0.03|0|clean|thing
{h} defekt||0.01|0.006|0|fix|thing
{h} anleitung||0.014|0.03|0.001|howto|thing,activity,matter
{h} für {fill}|learner|0.02|0.02|0.006|audience:{fill}|course,activity
{h} lernen||0.03|0.06|0|beginner|activity
{h} tipps||0.014|0.04|0|howto|activity,topic,matter
{h} zu hause||0.012|0.03|0|howto|activity
was braucht man für {h}||0.01|0.014|0|beginner|activity
wie fängt man mit {h} an||0.008|0.012|0|beginner|activity
{h} in der nähe||0.16|0.003|0.001|local|service,trade,course,activity
{h} {fill}|town|0.05|0.002|0.001|local:{fill}|service,trade,course,activity
{h} in {fill}|town|0.02|0.001|0.0005|local:{fill}|service,trade,course
{h} kosten||0.08|0.014|0.001|price|service,trade,course,matter
was kostet {h}||0.03|0.01|0|price|service,course
{h} preise||0.03|0.003|0.001|price|service,trade,course
{h} {fill}|when|0.008|0.0004|0.0001|when|service,trade
{h} notdienst||0.016|0.0006|0|local|service,trade
{h} angebot||0.016|0.0006|0.001|price|service
{h} ablauf||0.008|0.006|0|what|service
wie lange dauert {h}||0.01|0.006|0|what|service
{h} selber machen||0.02|0.06|0.001|howto|service,activity
{h} online||0.04|0.02|0.002|online|course
{h} kostenlos||0.016|0.012|0.001|price|course
{h} wochenende||0.01|0.0008|0.0006|when|course
{h} gutschein||0.02|0.0005|0.02|gift|course
was ist {h}||0.05|0.03|0|what|topic,matter
{h} bedeutung||0.02|0.008|0|what|topic
{h} einfach erklärt||0.014|0.04|0|what|topic,matter
{h} beispiele||0.016|0.012|0|what|topic
{h} vorlage||0.012|0.003|0.006|pictures|topic
{h} bilder||0.016|0.004|0.002|pictures|matter
{h} forum||0.008|0.001|0|what|matter
{h} tipps für anfänger||0.01|0.02|0|beginner|matter
{h} ideen||0.012|0.012|0.001|pictures|matter
{h} video||0.008|0.03|0|howto|matter
{h} pdf||0.01|0.0006|0.0006|pictures|matter
{h} online||0.014|0.006|0.001|online|matter
{h} in der nähe||0.02|0.0008|0.0004|local|matter
{h} {fill}|town|0.01|0.0006|0.0003|local:{fill}|matter
{h} {fill}|year|0.012|0.006|0.0006|when|matter
{h} probleme||0.008|0.008|0|fix|matter,thing
{h} hilfe||0.01|0.004|0|howto|matter
was bedeutet {h}||0.01|0.004|0|what|matter
wie funktioniert {h}||0.01|0.014|0|what|matter,topic
{h} rezept||0.08|0.12|0.001|howto|food
{h} selber machen||0.03|0.08|0.001|howto|food
{h} vegan||0.02|0.02|0.003|quality:vegan|food
{h} glutenfrei||0.016|0.014|0.003|quality:glutenfrei|food
{h} kalorien||0.02|0.003|0|what|food
{h} einfrieren||0.012|0.004|0|what|food
{h} ohne hefe||0.01|0.012|0|quality:ohne hefe|food
{h} aufbewahren||0.01|0.005|0|howto|food
{h} kaufen||0.014|0.001|0.006|shop|food
{h} in der nähe||0.02|0.001|0.0004|local|food
bestes {h}||0.01|0.01|0.001|best|food
wie lange hält {h}||0.008|0.002|0|what|food
{h} kaufen||0.04|0.003|0.02|shop|extra
{h} günstig||0.014|0.001|0.01|price|extra
{h} online kaufen||0.012|0.001|0.005|shop|extra
{h} test||0.02|0.02|0.002|best|extra
{h} für anfänger||0.02|0.03|0.003|beginner|reading
{h} kostenlos||0.012|0.006|0.001|price|reading
"""
ENDINGS = {
    "service": tuple(
        (
            "reparatur reinigung wartung montage vermietung verleih beratung versicherung "
            "service pflege prüfung sanierung renovierung entsorgung"
        ).split()
    ),
    "trade": tuple(
        (
            "fotograf handwerker elektriker klempner maler gärtner feger bauer arzt anwalt decker "
            "schreiner tischler schlosser friseur dienst trainer"
        ).split()
    ),
    "course": tuple(("kurs kurse unterricht seminar schulung ausbildung schule").split()),
    "food": tuple(
        (
            "honig käse brot torte kuchen marmelade wein bier öl wurst schokolade kaffee saft "
            "plätzchen brötchen pralinen essig tee salat suppe auflauf braten soße eis pudding "
            "knödel nudeln"
        ).split()
    ),
    "topic": tuple(
        ("recht heit keit tion ismus logie steuer symptome schmerzen bedeutung kunde").split()
    ),
}
"""Endings of German subjects and what they make of them."""
NOT_DONE = tuple(
    (
        "ofen garten wagen kissen becken haken boden laden faden rahmen besen kasten kragen regen "
        "hafen graben balken schatten zapfen rasen hosen decken ketten karten platten matten "
        "kisten flaschen taschen lampen leuchten uhren ringen bogen magen kaufen"
    ).split()
)
"""Ends of things that have such an ending as well, and what one wants of a thing."""
DONE = ("eln", "ern", "ken", "ten", "pfen", "gen", "hen", "fen", "sen", "zen", "men", "nen")
"""Endings of what is done, as in "stricken" and "klettern"."""
