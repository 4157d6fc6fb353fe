"""What people of the practice world search for: heads with their demand, and the frames they are put in."""

from dataclasses import dataclass

BRANDS = ("velumscope", "orrinek", "tessarq", "polvane", "carvosky", "mirelux", "duskfield")
TOWNS = ("harrowmere", "pellbridge", "oldmarrow", "tarnley", "quillport", "stanwick cross")
AUDIENCES = ("beginners", "kids", "adults", "astrophotography", "children", "planets", "deep sky", "travel", "families")
PRICES = ("50", "100", "200", "300", "500", "1000")
SIZES = ("70mm", "80mm", "114mm", "130mm", "150mm", "200mm", "1.25", "2 inch")
QUALITIES = (
    "portable",
    "computerised",
    "motorised",
    "small",
    "large",
    "professional",
    "starter",
    "folding",
    "wide angle",
)
YEARS = ("2025", "2026", "2027")


@dataclass(frozen=True)
class Head:
    """A thing, part, service, event or topic: plural, demand a month on web, video and marketplace, cost per click in
    pounds, the shape of its year, yearly growth."""

    name: str
    plural: str
    kind: str
    web: float
    video: float
    marketplace: float
    cpc: float
    season: str
    growth: float = 0.0


def _heads() -> tuple[Head, ...]:
    rows = """
telescope|telescopes|thing|74000|31000|42000|0.85|gift|0.02
dobsonian telescope|dobsonian telescopes|thing|6400|5200|2100|0.9|gift|0.08
refractor telescope|refractor telescopes|thing|4300|2400|1900|0.9|gift|0
reflector telescope|reflector telescopes|thing|3900|2600|1500|0.85|gift|-0.03
smart telescope|smart telescopes|thing|5200|8800|1600|1.3|gift|0.45
solar telescope|solar telescopes|thing|2600|1900|700|1.1|eclipse|0.1
astronomy binoculars|astronomy binoculars|thing|5600|3100|4700|0.7|gift|0.05
star projector|star projectors|thing|9900|4200|21000|0.45|gift|0.12
planisphere|planispheres|thing|2900|700|2600|0.35|gift|-0.06
star chart|star charts|thing|5400|1100|3900|0.3|gift|0
moon map|moon maps|thing|1900|400|1700|0.3|even|0
star map print|star map prints|thing|3300|150|9400|0.6|gift|-0.15
telescope eyepiece|telescope eyepieces|part|3600|2900|4400|0.6|gift|0
barlow lens|barlow lenses|part|4200|3300|3600|0.5|even|0
moon filter|moon filters|part|1700|900|2000|0.4|even|0.04
solar filter|solar filters|part|6100|2800|5200|0.55|eclipse|0.2
finderscope|finderscopes|part|1500|1400|1300|0.45|even|0
telescope tripod|telescope tripods|part|1600|500|2100|0.5|gift|0
equatorial mount|equatorial mounts|part|3100|3900|900|0.9|even|0.05
star tracker|star trackers|part|4400|7600|1500|1.0|summer|0.15
telescope phone adapter|telescope phone adapters|part|2300|1500|4100|0.35|gift|0.1
telescope bag|telescope bags|part|900|120|1500|0.4|gift|0
dew heater|dew heaters|part|1300|900|1000|0.5|winter|0.05
red light torch|red light torches|part|1800|500|2800|0.4|winter|0.06
collimation tool|collimation tools|part|1100|1600|1300|0.45|even|0
telescope cleaning kit|telescope cleaning kits|part|600|300|900|0.4|even|0
eyepiece set|eyepiece sets|part|1200|700|2300|0.55|gift|0
stargazing blanket|stargazing blankets|thing|500|80|1300|0.4|summer|0.1
stargazing chair|stargazing chairs|thing|800|250|1100|0.5|summer|0.08
astronomy book|astronomy books|thing|3600|900|3800|0.4|gift|-0.04
astronomy gift|astronomy gifts|thing|4100|600|8200|0.55|gift|0.02
space poster|space posters|thing|2500|100|6600|0.4|school|0
telescope repair|telescope repairs|service|1200|800|60|1.6|even|0.02
telescope cleaning|telescope cleanings|service|700|900|80|1.2|even|0
telescope hire|telescope hires|service|900|60|70|1.4|summer|0.05
stargazing evening|stargazing evenings|service|2900|300|250|1.5|summer|0.12
astronomy course|astronomy courses|service|3100|900|200|1.8|school|0.05
astronomy school visit|astronomy school visits|service|500|60|40|1.1|school|0.03
planetarium visit|planetarium visits|service|2600|300|120|0.9|school|0
dark sky weekend|dark sky weekends|service|900|120|180|1.3|summer|0.1
astronomy club|astronomy clubs|service|2200|200|40|0.6|even|0
perseid meteor shower|perseid meteor showers|event|16000|5200|90|0.2|perseids|0.02
geminid meteor shower|geminid meteor showers|event|9000|2900|60|0.2|geminids|0
leonid meteor shower|leonid meteor showers|event|4100|1100|30|0.2|leonids|0
solar eclipse|solar eclipses|event|42000|18000|2600|0.3|eclipse|0.35
lunar eclipse|lunar eclipses|event|19000|6800|200|0.25|march|0.05
northern lights|northern lights|event|52000|14000|900|0.5|winter|0.25
comet tonight|comets tonight|event|8800|3400|20|0.2|even|0.3
planet parade|planet parades|event|7400|2600|20|0.2|march|0.6
star map for tonight|star maps for tonight|topic|12000|900|30|0.25|summer|0
constellations|constellation names|topic|18000|5200|900|0.25|even|0
orion constellation|orion constellations|topic|7200|1800|300|0.2|winter|0
milky way photography|milky way photos|topic|5400|9900|200|0.6|summer|0.05
moon photography|moon photos|topic|4300|7600|90|0.5|even|0
astrophotography|astrophotography pictures|topic|14000|21000|900|0.8|winter|0.06
telescope collimation|telescope collimations|topic|2400|3900|150|0.4|even|0
polar alignment|polar alignments|topic|2600|5400|60|0.4|even|0.02
saturn rings|saturn rings tonight|topic|8200|3600|300|0.15|even|0
jupiter moons|jupiter moons tonight|topic|6900|2200|120|0.15|even|0
moon phases|moon phase calendars|topic|24000|2900|1800|0.2|even|0
dark sky|dark skies|topic|4600|900|30|0.4|summer|0.04
stargazing|stargazing ideas|topic|11000|2600|500|0.6|summer|0.03
light pollution map|light pollution maps|topic|5300|300|20|0.3|summer|0
stargazing app|stargazing apps|topic|4700|1500|20|0.5|summer|-0.02
"""
    heads = []
    for row in rows.strip().splitlines():
        name, plural, kind, web, video, market, cpc, season, growth = row.split("|")
        heads.append(
            Head(name, plural, kind, float(web), float(video), float(market), float(cpc), season, float(growth))
        )
    return tuple(heads)


HEADS = _heads()

SEASONS: dict[str, tuple[float, ...]] = {
    "even": (1,) * 12,
    "gift": (0.9, 0.65, 0.6, 0.6, 0.65, 0.7, 0.8, 0.95, 0.9, 1.05, 1.8, 2.4),
    "summer": (0.5, 0.5, 0.7, 0.9, 1.1, 1.3, 1.7, 2.0, 1.3, 0.9, 0.6, 0.5),
    "winter": (1.6, 1.3, 1.1, 0.8, 0.6, 0.5, 0.5, 0.6, 0.9, 1.2, 1.4, 1.5),
    "school": (1.1, 1.0, 1.1, 0.9, 0.9, 0.8, 0.5, 0.8, 1.7, 1.5, 1.1, 0.6),
    "eclipse": (0.5, 0.5, 0.7, 0.7, 0.8, 1.0, 1.6, 4.0, 0.8, 0.5, 0.5, 0.4),
    "perseids": (0.1, 0.1, 0.1, 0.2, 0.2, 0.4, 2.2, 8.0, 0.4, 0.1, 0.1, 0.1),
    "geminids": (0.2, 0.1, 0.1, 0.1, 0.1, 0.1, 0.1, 0.2, 0.2, 0.5, 1.8, 8.5),
    "leonids": (0.1, 0.1, 0.1, 0.1, 0.1, 0.1, 0.1, 0.2, 0.4, 1.6, 8.6, 0.6),
    "march": (0.7, 1.2, 3.4, 0.9, 0.7, 0.6, 0.6, 0.8, 1.6, 0.7, 0.5, 0.4),
}


@dataclass(frozen=True)
class Frame:
    """A way of asking: a template with {h} and perhaps {fill}; what fills it; how much of the head's demand it draws on web,
    video and marketplace; the facet, which decides who stands on its page; the kinds of head it goes with."""

    template: str
    fill: str
    web: float
    video: float
    marketplace: float
    facet: str
    kinds: tuple[str, ...]


FILLS: dict[str, tuple[str, ...]] = {
    "": ("",),
    "audience": AUDIENCES,
    "brand": BRANDS,
    "town": TOWNS,
    "price": PRICES,
    "size": SIZES,
    "quality": QUALITIES,
    "year": YEARS,
}


def _frames() -> tuple[Frame, ...]:
    # Factors per fill: the first fills of a list draw more than the last (see World).
    rows = """
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
    frames = []
    for row in rows.strip().splitlines():
        template, fill, web, video, market, facet, kinds = row.split("|")
        frames.append(Frame(template, fill, float(web), float(video), float(market), facet, tuple(kinds.split(","))))
    return tuple(frames)


FRAMES = _frames()

OTHER_HEAD_WORDS = ("kit", "course", "book", "tools", "ideas", "supplies", "workshop", "set")
"""What a subject the world does not know is put together with, so that any seed finds some company."""
COMMON_AUDIENCES = ("beginners", "kids", "adults", "families", "travel")
ASTRONOMERS_FILLS = ("brand", "size")
ASTRONOMERS_FACETS = ("see", "photo", "watch", "when", "tattoo", "poster", "software")
