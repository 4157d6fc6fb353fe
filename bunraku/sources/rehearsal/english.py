"""How English speakers of the practice world ask: heads, fills, frames; and how Americans spell and
say them."""

BRANDS = (
    "velumscope",
    "orrinek",
    "tessarq",
    "polvane",
    "carvosky",
    "mirelux",
    "duskfield",
    "hollenbar",
    "zephrine",
    "osravane",
)
TOWNS = ("harrowmere", "pellbridge", "oldmarrow", "tarnley", "quillport", "stanwick cross")
AMERICAN_TOWNS = (
    "quarrow falls",
    "vellmar springs",
    "port ellinor",
    "new tarnley",
    "bitterwick",
    "fallowridge",
)

HOME = frozenset(
    "telescope telescopes astronomy stargazing constellation constellations planetarium meteor "
    "eclipse planisphere eyepiece astrophotography".split()
)

SAID_ALIKE: dict[str, tuple[str, ...]] = {
    "brand": BRANDS,
    "price": ("50", "100", "200", "300", "500", "1000", "150", "400"),
    "year": ("2025", "2026", "2027", "2024"),
}
"""Fills that are the same in every language."""
FILLS: dict[str, tuple[str, ...]] = {
    **SAID_ALIKE,
    "audience": tuple(
        "beginners|kids|adults|astrophotography|children|planets|deep "
        "sky|travel|families|seniors|schools|the moon".split("|")
    ),
    "town": TOWNS,
    "size": ("70mm", "80mm", "114mm", "130mm", "150mm", "200mm", "1.25", "2 inch", "60mm", "250mm"),
    "quality": tuple(
        "portable|computerised|motorised|small|large|professional|starter|folding|wide "
        "angle|lightweight|waterproof|"
        "red|budget|compact".split("|")
    ),
    "use": tuple(
        "city balcony|camping|back garden|night sky|light pollution|daytime|bird watching|dark "
        "sky site".split("|")
    ),
}

AMERICAN_WORDS = {
    "computerised": "computerized",
    "motorised": "motorized",
    "torch": "flashlight",
    "torches": "flashlights",
    "hire": "rental",
    "second hand": "used",
    "colour": "color",
    "uk": "usa",
    "postage": "shipping",
    "garden": "yard",
}

HEADS = """
telescope|telescopes|thing|74000|31000|42000|0.85|gift|0.02|
dobsonian telescope|dobsonian telescopes|thing|6400|5200|2100|0.9|gift|0.08|
refractor telescope|refractor telescopes|thing|4300|2400|1900|0.9|gift|0|
reflector telescope|reflector telescopes|thing|3900|2600|1500|0.85|gift|-0.03|
smart telescope|smart telescopes|thing|5200|8800|1600|1.3|gift|0.45|
solar telescope|solar telescopes|thing|2600|1900|700|1.1|eclipse|0.1|
astronomy binoculars|astronomy binoculars|thing|5600|3100|4700|0.7|gift|0.05|
star projector|star projectors|thing|9900|4200|21000|0.45|gift|0.12|
planisphere|planispheres|thing|2900|700|2600|0.35|gift|-0.06|
star chart|star charts|thing|5400|1100|3900|0.3|gift|0|
moon map|moon maps|thing|1900|400|1700|0.3|even|0|
star map print|star map prints|thing|3300|150|9400|0.6|gift|-0.15|
telescope eyepiece|telescope eyepieces|part|3600|2900|4400|0.6|gift|0|
barlow lens|barlow lenses|part|4200|3300|3600|0.5|even|0|
moon filter|moon filters|part|1700|900|2000|0.4|even|0.04|
solar filter|solar filters|part|6100|2800|5200|0.55|eclipse|0.2|
finderscope|finderscopes|part|1500|1400|1300|0.45|even|0|
telescope tripod|telescope tripods|part|1600|500|2100|0.5|gift|0|
equatorial mount|equatorial mounts|part|3100|3900|900|0.9|even|0.05|
star tracker|star trackers|part|4400|7600|1500|1.0|summer|0.15|
telescope phone adapter|telescope phone adapters|part|2300|1500|4100|0.35|gift|0.1|
telescope bag|telescope bags|part|900|120|1500|0.4|gift|0|
dew heater|dew heaters|part|1300|900|1000|0.5|winter|0.05|
red light torch|red light torches|part|1800|500|2800|0.4|winter|0.06|
collimation tool|collimation tools|part|1100|1600|1300|0.45|even|0|
telescope cleaning kit|telescope cleaning kits|part|600|300|900|0.4|even|0|
eyepiece set|eyepiece sets|part|1200|700|2300|0.55|gift|0|
stargazing blanket|stargazing blankets|thing|500|80|1300|0.4|summer|0.1|
stargazing chair|stargazing chairs|thing|800|250|1100|0.5|summer|0.08|
astronomy book|astronomy books|thing|3600|900|3800|0.4|gift|-0.04|
astronomy gift|astronomy gifts|thing|4100|600|8200|0.55|gift|0.02|
space poster|space posters|thing|2500|100|6600|0.4|school|0|
telescope repair|telescope repairs|service|1200|800|60|1.6|even|0.02|
telescope cleaning|telescope cleanings|service|700|900|80|1.2|even|0|
telescope hire|telescope hires|service|900|60|70|1.4|summer|0.05|
stargazing evening|stargazing evenings|service|2900|300|250|1.5|summer|0.12|
astronomy course|astronomy courses|service|3100|900|200|1.8|school|0.05|
astronomy school visit|astronomy school visits|service|500|60|40|1.1|school|0.03|
planetarium visit|planetarium visits|service|2600|300|120|0.9|school|0|
dark sky weekend|dark sky weekends|service|900|120|180|1.3|summer|0.1|
astronomy club|astronomy clubs|service|2200|200|40|0.6|even|0|
perseid meteor shower|perseid meteor showers|event|16000|5200|90|0.2|perseids|0.02|
geminid meteor shower|geminid meteor showers|event|9000|2900|60|0.2|geminids|0|
leonid meteor shower|leonid meteor showers|event|4100|1100|30|0.2|leonids|0|
solar eclipse|solar eclipses|event|42000|18000|2600|0.3|eclipse|0.35|
lunar eclipse|lunar eclipses|event|19000|6800|200|0.25|march|0.05|
northern lights|northern lights|event|52000|14000|900|0.5|winter|0.25|
comet tonight|comets tonight|event|8800|3400|20|0.2|even|0.3|
planet parade|planet parades|event|7400|2600|20|0.2|march|0.6|
star map for tonight|star maps for tonight|topic|12000|900|30|0.25|summer|0|
constellations|constellation names|topic|18000|5200|900|0.25|even|0|
orion constellation|orion constellations|topic|7200|1800|300|0.2|winter|0|
milky way photography|milky way photos|topic|5400|9900|200|0.6|summer|0.05|
moon photography|moon photos|topic|4300|7600|90|0.5|even|0|
astrophotography|astrophotography pictures|topic|14000|21000|900|0.8|winter|0.06|
telescope collimation|telescope collimations|topic|2400|3900|150|0.4|even|0|
polar alignment|polar alignments|topic|2600|5400|60|0.4|even|0.02|
saturn rings|saturn rings tonight|topic|8200|3600|300|0.15|even|0|
jupiter moons|jupiter moons tonight|topic|6900|2200|120|0.15|even|0|
moon phases|moon phase calendars|topic|24000|2900|1800|0.2|even|0|
dark sky|dark skies|topic|4600|900|30|0.4|summer|0.04|
stargazing|stargazing ideas|topic|11000|2600|500|0.6|summer|0.03|
light pollution map|light pollution maps|topic|5300|300|20|0.3|summer|0|
stargazing app|stargazing apps|topic|4700|1500|20|0.5|summer|-0.02|
telescope mirror|telescope mirrors|part|1400|900|800|0.5|even|0|
red dot finder|red dot finders|part|1100|600|1500|0.4|even|0|
focal reducer|focal reducers|part|1200|800|900|0.7|even|0.03|
filter wheel|filter wheels|part|1000|700|800|0.7|even|0.02|
guide scope|guide scopes|part|1100|900|700|0.7|even|0.04|
telescope camera|telescope cameras|part|3800|3600|2400|0.9|gift|0.1|
telescope case|telescope cases|part|900|90|1300|0.4|gift|0|
night sky print|night sky prints|thing|1200|40|3900|0.5|gift|0.05|
galaxy slime kit|galaxy slime kits|thing|1600|2400|3000|0.3|gift|0|fad:2025-03
glow star stickers|glow star sticker sets|thing|2100|300|5200|0.3|gift|-0.02|
moon lamp|moon lamps|thing|8200|1500|14000|0.35|gift|-0.2|dying:2025-06
astronomy dvd|astronomy dvds|thing|700|200|1100|0.3|gift|-0.2|dying:2024-09
constellation necklace|constellation necklaces|thing|2600|80|8800|0.5|gift|0.04|
meteorite pendant|meteorite pendants|thing|1500|120|4200|0.6|gift|0.02|
smart finder|smart finders|thing|900|1500|700|0.9|even|0.4|born:2026-08
comet vessarin|comet vessarin sightings|event|9000|5200|60|0.2|even|0|born:2026-09
pocket spectroscope|pocket spectroscopes|thing|600|500|500|0.5|even|0|born:2026-10
horse mount|horse mounts|thing|1900|700|600|0.4|even|0|
wall mount|wall mounts|thing|5200|900|6400|0.6|even|0|
people finder app|people finder apps|topic|2200|200|10|0.8|even|0|
star sign|star signs|topic|14000|3000|900|0.2|even|0|
star chart tattoo|star chart tattoos|topic|1500|400|30|0.2|even|0|
"""

MORE_FRAMES = """
best {fill} {h} for {more}|quality+audience|0.012|0.01|0.004|quality:{fill}|thing,part
{fill} {h} for {more}|quality+audience|0.016|0.008|0.016|quality:{fill}|thing,part
{h} for {fill} under {more}|audience+price|0.009|0.005|0.007|price|thing
best {h} for {fill} under {more}|audience+price|0.007|0.006|0.002|price|thing
{fill} {more} {h}|size+quality|0.006|0.003|0.006|size:{fill}|thing,part
{fill} {more} {h}|brand+size|0.009|0.006|0.009|brand:{fill}|thing,part
{fill} {more} {h} review|brand+size|0.003|0.005|0.0006|brand:{fill}|thing
{h} for {fill}|use|0.014|0.009|0.008|use:{fill}|thing,part
best {h} for {fill}|use|0.009|0.009|0.001|use:{fill}|thing,part
best {h} for {fill} {more}|audience+year|0.007|0.007|0.001|audience:{fill}|thing,part
how to use a {h} for {fill}|use|0.004|0.01|0|howto|thing,part
{fill} {h} with case|quality|0.003|0.0006|0.007|set|thing,part
{fill} {h} set|quality|0.003|0.001|0.009|set|thing,part
{fill} {h} price|brand|0.004|0.001|0.002|brand:{fill}|thing,part
{fill} {h} vs {more}|brand+brand|0.003|0.004|0.0002|compare|thing
is {fill} {h} any good|brand|0.002|0.003|0|brand:{fill}|thing,part
{h} not working||0.008|0.012|0|fix|thing,part
how to fix a {h}||0.005|0.012|0|fix|thing,part
why is my {h} blurry||0.004|0.008|0|fix|thing,part
can you use a {h} in the city||0.003|0.004|0|use:city balcony|thing
where to buy a {h}||0.008|0.002|0|shop|thing,part
when to use a {h}||0.003|0.003|0|howto|part
who makes the best {h}||0.002|0.002|0|best|thing,part
{h} rental||0.006|0.0005|0.0006|shop|thing
handmade {h}||0.002|0.0004|0.012|gift|thing,part
personalised {h}||0.003|0.0003|0.018|gift|thing
vintage {h}||0.004|0.001|0.016|used|thing,part
{h} gift for {fill}|audience|0.003|0.0006|0.007|gift|thing
{fill} {h} gift|quality|0.001|0.0003|0.004|gift|thing
{h} digital download||0.001|0.0002|0.008|poster|topic,thing
{h} lesson plan for {fill}|audience|0.004|0.002|0.002|school|topic,event
{h} in {fill}|town|0.003|0.0003|0.0001|local:{fill}|event,topic
{h} near {fill}|town|0.004|0.0004|0.0003|local:{fill}|service
{fill} {h} prices|town|0.002|0.0002|0.0001|local:{fill}|service
{h} for {fill} in {more}|audience+town|0.004|0.0004|0.0002|local:{more}|service
cheap {h} in {fill}|town|0.002|0.0002|0.0001|local:{fill}|service
{h} {fill} for {more}|year+audience|0.006|0.004|0.0004|when|event
{h} with {o}||0.006|0.004|0.006|set|part,thing
{h} to {o}||0.004|0.002|0.003|set|part
{o} to {h} adapter||0.002|0.001|0.003|accessories|part
"""

FRAMES = """
{h}||1|1|1|general|*
{p}||0.55|0.3|0.8|general|*
best {h}||0.14|0.16|0.03|best|thing,part
best {p}||0.11|0.1|0.02|best|thing,part
best {h} {fill}|year|0.02|0.02|0.002|best|thing,part
{h} reviews||0.04|0.07|0.004|best|thing,part
best {h} for {fill}|audience|0.018|0.02|0.003|audience:{fill}|thing,part
{h} for {fill}|audience|0.03|0.016|0.03|audience:{fill}|thing,part,topic
{p} for {fill}|audience|0.014|0.006|0.022|audience:{fill}|thing,part
{fill} {h}|quality|0.018|0.008|0.022|quality:{fill}|thing,part
best {fill} {h}|quality|0.008|0.007|0.001|quality:{fill}|thing,part
{fill} {h}|size|0.012|0.008|0.016|size:{fill}|thing,part
{fill} {h} review|size|0.002|0.005|0.0003|size:{fill}|thing
what can you see with a {fill} {h}|size|0.004|0.006|0|see|thing
{fill} {h}|brand|0.02|0.018|0.02|brand:{fill}|thing,part
{fill} {h} review|brand|0.004|0.01|0.0006|brand:{fill}|thing,part
{h} under {fill}|price|0.016|0.009|0.012|price|thing,part
best {h} under {fill}|price|0.013|0.011|0.002|price|thing,part
cheap {h}||0.018|0.004|0.02|price|thing,part
{h} price||0.022|0.006|0.003|price|thing,part
buy {h}||0.014|0.002|0.004|shop|thing,part
{h} for sale||0.03|0.003|0.008|shop|thing,part
{h} uk||0.02|0.002|0.012|shop|thing,part
{h} shop||0.01|0.001|0.002|shop|thing,part
second hand {h}||0.014|0.003|0.02|used|thing
used {p} for sale||0.008|0.001|0.006|used|thing
{h} gift||0.006|0.001|0.02|gift|thing
{h} gift set||0.003|0.0006|0.014|gift|thing,part
{h} gifts for {fill}|audience|0.002|0.0004|0.005|gift|thing
{h} set||0.01|0.004|0.03|set|thing,part
{h} kit||0.009|0.004|0.024|set|thing,part
{h} accessories||0.012|0.008|0.03|accessories|thing
{h} case||0.005|0.001|0.016|case|thing,part
{h} replacement||0.003|0.001|0.005|shop|part
how to use a {h}||0.03|0.09|0.0002|howto|thing,part
how to set up a {h}||0.016|0.06|0.0001|howto|thing,part
how to clean a {h}||0.008|0.02|0.0003|clean|thing,part
how to choose a {h}||0.009|0.02|0|choose|thing,part
which {h} to buy||0.009|0.012|0|choose|thing,part
what is a {h}||0.016|0.012|0|what|thing,part
how does a {h} work||0.018|0.024|0|what|thing,part
what can you see with a {h}||0.012|0.02|0|see|thing
is a {h} worth it||0.005|0.012|0|choose|thing,part
{h} tips||0.005|0.02|0|howto|thing,part,topic
{h} tutorial||0.004|0.04|0|howto|thing,part,topic
{h} for beginners||0.05|0.08|0.01|beginner|topic
{h} explained||0.006|0.024|0|what|thing,part,topic,event
{h} vs {o}||0.007|0.016|0.0002|compare|thing,part
difference between {h} and {o}||0.003|0.004|0|compare|thing,part
{h} near me||0.12|0.004|0.002|local|service
{h} {fill}|town|0.02|0.001|0.001|local:{fill}|service
{h} in {fill}|town|0.008|0.0006|0.0005|local:{fill}|service
best {h} near {fill}|town|0.003|0.0003|0.0002|local:{fill}|service
{h} cost||0.06|0.02|0.002|price|service
{h} prices||0.04|0.006|0.002|price|service
{h} online||0.05|0.03|0.001|online|service
{h} for {fill}|audience|0.02|0.008|0.004|audience:{fill}|service
{h} gift voucher||0.03|0.0005|0.03|gift|service
how to book a {h}||0.01|0.002|0|local|service
how long does {h} take||0.01|0.006|0|what|service
{h} {fill}|year|0.16|0.11|0.02|when|event
when is the {h}||0.09|0.03|0|when|event
when is the {h} {fill}|year|0.05|0.016|0|when|event
{h} tonight||0.08|0.03|0|when|event
{h} uk||0.07|0.02|0|when|event
{h} time||0.05|0.01|0|when|event
how to watch the {h}||0.03|0.05|0.0003|watch|event
best place to see the {h}||0.03|0.02|0|watch|event
where to see the {h} in {fill}|town|0.004|0.0003|0|watch|event
how to photograph the {h}||0.014|0.05|0|photo|event
{h} live||0.03|0.08|0|watch|event
{h} glasses||0.02|0.006|0.14|gear|event
what causes a {h}||0.014|0.02|0|what|event
{h} facts||0.016|0.02|0.0004|what|event,topic
{h} guide||0.02|0.03|0.001|howto|topic
{h} settings||0.012|0.03|0|photo|topic
{h} camera||0.014|0.02|0.02|gear|topic
{h} equipment||0.014|0.014|0.02|gear|topic
{h} tonight||0.05|0.01|0|when|topic
{h} near me||0.06|0.002|0.001|local|topic
{h} {fill}|town|0.01|0.0006|0|local:{fill}|topic
how to start {h}||0.02|0.05|0|beginner|topic
what is {h}||0.02|0.016|0|what|topic
{h} poster||0.005|0.0006|0.06|poster|topic
{h} tattoo||0.02|0.003|0.002|tattoo|topic
{h} ideas||0.012|0.014|0.008|what|topic,thing
{h} software||0.012|0.02|0|software|topic
"""
