"""How German speakers of the practice world ask: heads with the English concept they name, fills,
frames."""

from bunraku.sources.rehearsal.english import SAID_ALIKE

TOWNS = ("dunkelfeld", "sternbrück", "mondheim", "altmoor", "quellhafen", "nebelau")

HOME = frozenset(
    "teleskop teleskope astronomie sternwarte sternbilder sternkarte planetarium okular "
    "astrofotografie sonnenfinsternis".split()
)

FILLS: dict[str, tuple[str, ...]] = {
    **SAID_ALIKE,
    "audience": tuple(
        "anfänger|kinder|erwachsene|astrofotografie|jugendliche|planeten|deep "
        "sky|reisen|familien|senioren|schulen|"
        "den mond".split("|")
    ),
    "town": TOWNS,
    "size": ("70mm", "80mm", "114mm", "130mm", "150mm", "200mm", "1.25", "2 zoll", "60mm", "250mm"),
    "quality": tuple(
        "tragbare|computergesteuerte|motorisierte|kleine|mittlere|professionelle|einfache|klappbare|weitwinkel|leichte|"
        "wasserdichte|rote|günstige|kompakte".split("|")
    ),
    "use": tuple(
        "balkon|camping|garten|nachthimmel|stadt|tagsüber|vogelbeobachtung|urlaub".split("|")
    ),
}

# The last column names the English head of the same concept, for the lexicon.
HEADS = """
teleskop|teleskope|thing|52000|21000|26000|0.75|gift|0.02||telescope
dobson teleskop|dobson teleskope|thing|4100|3200|1300|0.8|gift|0.06||dobsonian telescope
refraktor|refraktoren|thing|2900|1600|1100|0.8|gift|0||refractor telescope
spiegelteleskop|spiegelteleskope|thing|3300|2100|1200|0.75|gift|-0.02||reflector telescope
smart teleskop|smart teleskope|thing|3900|5200|1100|1.1|gift|0.4||smart telescope
sonnenteleskop|sonnenteleskope|thing|1500|1100|400|1.0|eclipse|0.1||solar telescope
fernglas astronomie|ferngläser astronomie|thing|4200|2000|3100|0.6|gift|0.04||astronomy binoculars
sternenprojektor|sternenprojektoren|thing|7200|2700|15000|0.4|gift|0.1||star projector
drehbare sternkarte|drehbare sternkarten|thing|2600|500|2100|0.3|gift|-0.04||planisphere
sternkarte|sternkarten|thing|4900|900|3000|0.3|gift|0||star chart
mondkarte|mondkarten|thing|1500|300|1200|0.3|even|0||moon map
sternenhimmel poster|sternenhimmel poster set|thing|2800|120|7100|0.5|gift|-0.1||star map print
okular|okulare|part|3100|1900|2900|0.5|gift|0||telescope eyepiece
barlowlinse|barlowlinsen|part|3400|2100|2600|0.45|even|0||barlow lens
mondfilter|mondfilter set|part|1400|600|1300|0.4|even|0.03||moon filter
sonnenfilter|sonnenfilter folien|part|5200|2000|3900|0.5|eclipse|0.18||solar filter
sucherfernrohr|sucherfernrohre|part|1200|800|900|0.4|even|0||finderscope
teleskop stativ|teleskop stative|part|1300|400|1500|0.45|gift|0||telescope tripod
montierung|montierungen|part|2400|2300|700|0.8|even|0.04||equatorial mount
reisemontierung|reisemontierungen|part|2900|4100|900|0.9|summer|0.12||star tracker
smartphone adapter teleskop|smartphone adapter teleskope|part|1900|1000|2600|0.35|gift|0.08||telescope phone adapter
teleskop tasche|teleskop taschen|part|800|90|1100|0.4|gift|0||telescope bag
taukappe|taukappen|part|1000|600|700|0.4|winter|0.04||dew heater
rotlichtlampe|rotlichtlampen|part|2100|400|2000|0.4|winter|0.05||red light torch
justierlaser|justierlaser set|part|900|1100|800|0.4|even|0||collimation tool
okular set|okular sets|part|1100|500|1600|0.5|gift|0||eyepiece set
astronomie buch|astronomie bücher|thing|3300|600|2900|0.35|gift|-0.03||astronomy book
astronomie geschenk|astronomie geschenke|thing|3600|400|6100|0.5|gift|0.02||astronomy gift
weltraum poster|weltraum posters|thing|2300|80|5200|0.4|school|0||space poster
sternbild kette|sternbild ketten|thing|1800|60|5400|0.45|gift|0.04||constellation necklace
mondlampe|mondlampen|thing|6100|900|9800|0.3|gift|-0.2|dying:2025-06|moon lamp
teleskop reparatur|teleskop reparaturen|service|900|500|40|1.3|even|0.02||telescope repair
teleskop reinigung|teleskop reinigungen|service|600|700|60|1.0|even|0||telescope cleaning
teleskop mieten|teleskop verleih|service|700|50|40|1.2|summer|0.04||telescope hire
sternenführung|sternenführungen|service|2400|200|180|1.2|summer|0.1||stargazing evening
astronomie kurs|astronomie kurse|service|2600|700|150|1.4|school|0.04||astronomy course
planetarium besuch|planetarium besuche|service|2100|200|90|0.7|school|0||planetarium visit
sternwarte|sternwarten|service|6800|900|120|0.5|summer|0.02||astronomy club
perseiden|perseiden sternschnuppen|event|14000|3900|60|0.2|perseids|0.02||perseid meteor shower
geminiden|geminiden sternschnuppen|event|7600|2100|40|0.2|geminids|0||geminid meteor shower
leoniden|leoniden sternschnuppen|event|3300|800|20|0.2|leonids|0||leonid meteor shower
sonnenfinsternis|sonnenfinsternisse|event|36000|12000|2100|0.25|eclipse|0.35||solar eclipse
mondfinsternis|mondfinsternisse|event|21000|5200|150|0.2|march|0.05||lunar eclipse
polarlichter|polarlicht vorhersagen|event|43000|9900|600|0.4|winter|0.25||northern lights
planetenparade|planetenparaden|event|6200|1900|10|0.2|march|0.5||planet parade
komet vessarin|komet vessarin sichtungen|event|6800|3300|40|0.2|even|0|born:2026-09|comet vessarin
sternbilder|sternbilder namen|topic|16000|3600|600|0.2|even|0||constellations
sternenhimmel fotografieren|sternenhimmel fotos|topic|4200|6100|90|0.5|summer|0.04||milky way photography
mond fotografieren|mond fotos|topic|3900|5400|60|0.45|even|0||moon photography
astrofotografie|astrofotografie bilder|topic|11000|14000|600|0.7|winter|0.05||astrophotography
teleskop justieren|teleskop justierung|topic|1900|2600|90|0.4|even|0||telescope collimation
mondphasen|mondphasen kalender|topic|31000|2100|1900|0.2|even|0||moon phases
lichtverschmutzung karte|lichtverschmutzung karten|topic|4100|200|10|0.25|summer|0||light pollution map
sterne beobachten|sterne beobachten ideen|topic|6900|1500|200|0.4|summer|0.02||stargazing
wandhalterung|wandhalterungen|thing|6200|700|7300|0.5|even|0||wall mount
sternzeichen|sternzeichen daten|topic|18000|2600|700|0.2|even|0||star sign
"""

FRAMES = """
{h}||1|1|1|general|*
{p}||0.55|0.3|0.8|general|*
beste {h}||0.09|0.1|0.02|best|thing,part
{h} test||0.15|0.16|0.012|best|thing,part
{h} test {fill}|year|0.03|0.03|0.002|best|thing,part
{h} vergleich||0.05|0.04|0.004|best|thing,part
{h} testsieger||0.03|0.02|0.003|best|thing,part
beste {h} für {fill}|audience|0.016|0.017|0.003|audience:{fill}|thing,part
{h} für {fill}|audience|0.03|0.016|0.03|audience:{fill}|thing,part,topic,service
{p} für {fill}|audience|0.014|0.006|0.022|audience:{fill}|thing,part
{fill} {h}|quality|0.016|0.008|0.02|quality:{fill}|thing,part
{fill} {h} für {more}|quality+audience|0.014|0.008|0.014|quality:{fill}|thing,part
beste {fill} {h} für {more}|quality+audience|0.009|0.008|0.003|quality:{fill}|thing,part
{h} {fill}|size|0.012|0.008|0.016|size:{fill}|thing,part
{h} {fill} für {more}|size+audience|0.006|0.005|0.006|size:{fill}|thing,part
{fill} {h}|brand|0.02|0.018|0.02|brand:{fill}|thing,part
{fill} {h} test|brand|0.006|0.012|0.0008|brand:{fill}|thing,part
{fill} {h} {more}|brand+size|0.008|0.005|0.008|brand:{fill}|thing,part
{fill} {h} erfahrungen|brand|0.003|0.004|0|brand:{fill}|thing,part
{h} unter {fill} euro|price|0.016|0.009|0.012|price|thing,part
{h} bis {fill} euro|price|0.014|0.006|0.01|price|thing,part
{h} für {fill} unter {more} euro|audience+price|0.008|0.004|0.006|price|thing
{h} günstig||0.02|0.004|0.02|price|thing,part
{h} preis||0.022|0.006|0.003|price|thing,part
{h} kaufen||0.06|0.005|0.02|shop|thing,part
{h} online kaufen||0.012|0.001|0.004|shop|thing,part
{h} gebraucht||0.02|0.003|0.02|used|thing,part
{h} zubehör||0.014|0.008|0.03|accessories|thing
{h} set||0.01|0.004|0.03|set|thing,part
{h} geschenk||0.006|0.001|0.02|gift|thing
{h} als geschenk für {fill}|audience|0.002|0.0004|0.006|gift|thing
{h} mit {o}||0.005|0.003|0.005|set|thing,part
{h} ohne {o}||0.001|0.001|0.001|set|thing,part
{h} oder {o}||0.006|0.012|0.0002|compare|thing,part
unterschied {h} und {o}||0.003|0.004|0|compare|thing,part
was ist ein {h}||0.016|0.012|0|what|thing,part
wie funktioniert ein {h}||0.018|0.024|0|what|thing,part
wie benutzt man ein {h}||0.012|0.04|0.0002|howto|thing,part
wie reinigt man ein {h}||0.006|0.014|0.0002|clean|thing,part
welches {h} kaufen||0.01|0.012|0|choose|thing,part
welches {h} für {fill}|audience|0.008|0.008|0|audience:{fill}|thing,part
was sieht man mit einem {h}||0.012|0.02|0|see|thing
warum ist mein {h} unscharf||0.004|0.008|0|fix|thing,part
{h} anleitung||0.012|0.04|0.001|howto|thing,part,topic
{h} aufbauen||0.008|0.03|0|howto|thing,part
{h} tipps||0.005|0.02|0|howto|thing,part,topic
{h} für {fill}|use|0.012|0.008|0.008|use:{fill}|thing,part
{h} selber bauen||0.012|0.02|0.0005|howto|thing,part
{h} einfach erklärt||0.008|0.026|0|what|thing,topic,event
{h} in der nähe||0.1|0.003|0.002|local|service
{h} {fill}|town|0.02|0.001|0.001|local:{fill}|service,topic
{h} in {fill}|town|0.008|0.0006|0.0005|local:{fill}|service,event
{h} kosten||0.06|0.02|0.002|price|service
{h} gutschein||0.03|0.0005|0.03|gift|service
{h} online||0.05|0.03|0.001|online|service
{h} {fill}|year|0.16|0.11|0.02|when|event
wann ist {h}||0.09|0.03|0|when|event
wann ist {h} {fill}|year|0.05|0.016|0|when|event
{h} heute||0.08|0.03|0|when|event,topic
{h} uhrzeit||0.05|0.01|0|when|event
{h} fotografieren||0.014|0.05|0|photo|event
wo kann man {h} sehen||0.03|0.02|0|watch|event
{h} live||0.03|0.08|0|watch|event
{h} brille||0.02|0.006|0.14|gear|event
wie entsteht {h}||0.014|0.02|0|what|event
{h} kamera||0.014|0.02|0.02|gear|topic
{h} ausrüstung||0.014|0.014|0.02|gear|topic
{h} einstellungen||0.012|0.03|0|photo|topic
{h} app||0.02|0.012|0|software|topic
{h} lernen||0.01|0.02|0|beginner|topic
was ist {h}||0.02|0.016|0|what|topic,event
{h} tattoo||0.02|0.003|0.002|tattoo|topic
"""
