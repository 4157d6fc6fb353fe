"""How people of the practice world ask on a subject that it was not made for, where nobody knows
whether one can count it, buy it or learn it: what stands around it, and what it is put together
with."""

from bunraku.sources.rehearsal import english, german

# Company: a word, how one says more than one, what it makes of the subject.
ENGLISH_COMPANY = """
kit|kits|thing
set|sets|thing
book|books|thing
tools|tools|goods
supplies|supplies|goods
course|courses|service
workshop|workshops|service
lessons|lessons|service
ideas|ideas|topic
guide|guides|topic
"""
ENGLISH_FILLS: dict[str, tuple[str, ...]] = {
    "audience": tuple(
        "beginners|kids|adults|families|seniors|schools|groups|couples|travel|women|men|students".split(
            "|"
        )
    ),
    "quality": tuple(
        "easy|simple|traditional|modern|small|large|professional|quick|luxury|local|vintage|budget".split(
            "|"
        )
    ),
    "occasion": tuple(
        "christmas|home|weddings|birthdays|summer|winter|work|the weekend|small "
        "spaces|outdoors".split("|")
    ),
    "alternative": tuple(
        "diy|professional|homemade|ready made|the alternatives|doing without".split("|")
    ),
    "with": ("instructions", "delivery", "video", "pictures", "friends", "a guarantee"),
    "without": ("experience", "equipment", "waste", "a teacher", "fuss"),
    "town": english.TOWNS,
    **english.SAID_ALIKE,
}
ENGLISH_FRAMES = """
{h}||1|1|1|general|*
{p}||0.35|0.2|0.5|general|*
best {h}||0.1|0.12|0.02|best|*
best {h} {fill}|year|0.02|0.02|0.002|best|*
{h} reviews||0.03|0.05|0.003|best|subject,thing,service
{h} for {fill}|audience|0.03|0.02|0.024|audience:{fill}|*
best {h} for {fill}|audience|0.016|0.016|0.002|audience:{fill}|*
{fill} {h}|quality|0.02|0.014|0.02|quality:{fill}|*
best {fill} {h}|quality|0.008|0.007|0.001|quality:{fill}|subject,thing,service
{fill} {h} for {more}|quality+audience|0.014|0.009|0.012|quality:{fill}|subject,thing,topic
{h} for {fill}|occasion|0.014|0.009|0.016|use:{fill}|subject,thing,topic
{fill} {h} for {more}|quality+occasion|0.008|0.005|0.008|quality:{fill}|subject
{h} {fill}|year|0.03|0.02|0.004|when|subject,service
{h} trends {fill}|year|0.008|0.006|0.001|when|subject
{h} with {fill}|with|0.01|0.01|0.006|with:{fill}|subject,thing,service
{h} without {fill}|without|0.012|0.016|0.001|without:{fill}|subject
{h} vs {fill}|alternative|0.01|0.016|0.0004|compare|subject
{h} or {fill}|alternative|0.005|0.006|0.0002|compare|subject
{h} alternatives||0.012|0.008|0.003|compare|subject,thing
{h} compared||0.006|0.008|0|compare|subject,thing,service
traditional vs modern {h}||0.004|0.006|0|compare|subject
cheap vs expensive {h}||0.004|0.009|0|compare|subject
homemade vs shop bought {h}||0.003|0.005|0|compare|subject
what is {h}||0.03|0.022|0|what|subject
what is good {h}||0.004|0.003|0|what|subject
{h} explained||0.008|0.028|0|what|subject,topic
{h} facts||0.01|0.014|0.0003|what|subject
{h} history||0.012|0.012|0|what|subject
{h} meaning||0.014|0.006|0|what|subject
why is {h} so expensive||0.006|0.006|0|price|subject
why is {h} so popular||0.004|0.005|0|what|subject
why {h}||0.004|0.003|0|what|subject
is {h} worth it||0.006|0.012|0|choose|subject
is {h} hard||0.005|0.008|0|beginner|subject
can you learn {h} at home||0.004|0.006|0|beginner|subject
who invented {h}||0.005|0.003|0|what|subject
where does {h} come from||0.005|0.004|0|what|subject
when to start with {h}||0.003|0.003|0|beginner|subject
which {h} is best||0.007|0.009|0|choose|subject
are there different kinds of {h}||0.003|0.003|0|what|subject
does {h} last||0.003|0.002|0|what|subject
how to choose {h}||0.01|0.02|0|choose|subject
how to start with {h}||0.02|0.05|0|beginner|subject
how much does {h} cost||0.018|0.01|0|price|subject
how to get better at {h}||0.006|0.03|0|howto|subject
how long does {h} take||0.01|0.008|0|what|subject
where to buy {h}||0.012|0.002|0|shop|subject,goods
{h} at home||0.016|0.03|0.002|howto|subject
{h} from scratch||0.012|0.034|0|howto|subject
{h} on a budget||0.006|0.014|0.0004|price|subject
{h} by hand||0.005|0.012|0.004|howto|subject
{h} to buy||0.006|0.001|0.002|shop|subject
{h} like a professional||0.002|0.014|0|howto|subject
{h} in five minutes||0.003|0.02|0|howto|subject
{h} step by step||0.01|0.05|0|howto|subject
{h} tips||0.012|0.03|0|howto|subject
{h} mistakes||0.006|0.02|0|fix|subject
{h} problems||0.006|0.01|0|fix|subject
{h} tutorial||0.008|0.05|0|howto|subject
{h} photos||0.01|0.004|0.002|pictures|subject
{h} near me||0.08|0.003|0.001|local|subject,service
{h} in {fill}|town|0.008|0.0006|0.0004|local:{fill}|subject,service
{h} {fill}|town|0.014|0.001|0.0008|local:{fill}|subject,service
best {h} in {fill}|town|0.004|0.0004|0.0002|local:{fill}|subject,service
{h} near {fill}|town|0.004|0.0004|0.0003|local:{fill}|service
{h} online||0.04|0.02|0.002|online|subject,service
{h} uk||0.02|0.002|0.012|shop|subject,thing,goods
{h} shop||0.014|0.001|0.003|shop|subject,goods
{h} price||0.02|0.006|0.003|price|subject,thing
{h} for sale||0.02|0.002|0.008|shop|subject,thing,goods
cheap {h}||0.016|0.004|0.02|price|subject,thing,goods
buy {h}||0.012|0.002|0.004|shop|subject,thing,goods
second hand {h}||0.008|0.002|0.014|used|thing,goods
{h} gift||0.006|0.001|0.02|gift|subject,thing
{h} gifts for {fill}|audience|0.003|0.0006|0.01|gift|subject
{h} gift voucher||0.02|0.0005|0.02|gift|service
personalised {h}||0.003|0.0003|0.018|gift|thing
{h} under {fill}|price|0.014|0.008|0.01|price|thing,goods
best {h} under {fill}|price|0.01|0.009|0.002|price|thing,goods
which {h} to buy||0.008|0.011|0|choose|thing
where to buy a {h}||0.008|0.002|0|shop|thing
what is in a {h}||0.003|0.003|0|what|thing
is a {h} worth it||0.005|0.01|0|choose|thing
how to use a {h}||0.012|0.03|0|howto|thing
{h} list||0.012|0.006|0.001|what|goods
what {h} do i need||0.008|0.01|0|beginner|goods
{h} cost||0.04|0.01|0.001|price|service
{h} prices||0.03|0.004|0.001|price|service
{h} for {fill} in {more}|audience+town|0.004|0.0004|0.0002|local:{more}|service
how much are {p}||0.006|0.002|0|price|service
free {h}||0.014|0.01|0.001|price|service,topic
weekend {h}||0.008|0.001|0.001|when|service
evening {h}||0.006|0.0008|0.0006|when|service
{h} with pictures||0.005|0.003|0.001|pictures|topic
{h} pdf||0.012|0.0006|0.004|pictures|topic
"""

# Gender and plural of a German subject are nobody's to guess, so what describes it follows it, as
# people type.
GERMAN_COMPANY = """
set|sets|thing
buch|bücher|thing
werkzeug|werkzeuge|goods
zubehör|zubehör|goods
kurs|kurse|service
workshop|workshops|service
anleitung|anleitungen|topic
ideen|ideen|topic
"""
GERMAN_FILLS: dict[str, tuple[str, ...]] = {
    "audience": tuple(
        "anfänger|kinder|erwachsene|familien|senioren|schulen|gruppen|paare|reisen|frauen|männer".split(
            "|"
        )
    ),
    "quality": tuple(
        "einfach|klein|xxl|professionell|traditionell|modern|schnell|günstig|handgemacht|regional".split(
            "|"
        )
    ),
    "occasion": tuple(
        "weihnachten|zuhause|hochzeiten|geburtstage|sommer|winter|büro|wochenende|unterwegs".split(
            "|"
        )
    ),
    "alternative": ("selbermachen", "fertig kaufen", "alternative", "profi", "verzicht"),
    "with": ("anleitung", "lieferung", "video", "bildern", "freunden"),
    "without": ("erfahrung", "werkzeug", "vorkenntnisse", "aufwand"),
    "town": german.TOWNS,
    **english.SAID_ALIKE,
}
GERMAN_FRAMES = """
{h}||1|1|1|general|*
{p}||0.35|0.2|0.5|general|*
{h} test||0.08|0.08|0.006|best|*
{h} test {fill}|year|0.02|0.02|0.002|best|subject,thing
{h} erfahrungen||0.03|0.02|0.002|best|subject,thing,service
{h} vergleich||0.02|0.02|0.002|compare|subject,thing,service
{h} für {fill}|audience|0.03|0.02|0.024|audience:{fill}|*
{h} für {fill} {more}|audience+quality|0.008|0.006|0.006|audience:{fill}|subject,thing
{h} {fill}|quality|0.02|0.014|0.02|quality:{fill}|*
{h} {fill} für {more}|quality+audience|0.012|0.008|0.01|quality:{fill}|subject,topic
{h} für {fill}|occasion|0.014|0.009|0.016|use:{fill}|subject,thing,topic
{h} {fill}|year|0.03|0.02|0.004|when|subject,service
{h} trends {fill}|year|0.008|0.006|0.001|when|subject
{h} mit {fill}|with|0.01|0.01|0.006|with:{fill}|subject,thing,service
{h} ohne {fill}|without|0.012|0.016|0.001|without:{fill}|subject,service
{h} oder {fill}|alternative|0.01|0.014|0.0004|compare|subject
{h} vs {fill}|alternative|0.005|0.008|0.0002|compare|subject
was ist {h}||0.03|0.022|0|what|subject
was kostet {h}||0.016|0.006|0|price|subject
was bringt {h}||0.006|0.006|0|what|subject
warum {h}||0.004|0.003|0|what|subject
warum ist {h} so teuer||0.006|0.006|0|price|subject
wie geht {h}||0.014|0.03|0|beginner|subject
wie lernt man {h}||0.01|0.02|0|beginner|subject
wie lange dauert {h}||0.008|0.006|0|what|subject
wo kauft man {h}||0.008|0.002|0|shop|subject,goods
wo gibt es {h}||0.006|0.001|0|shop|subject,goods
welche {h} sind gut||0.005|0.006|0|choose|subject
wer bietet {h} an||0.004|0.001|0|local|service
wann beginnt {h}||0.003|0.002|0|when|service
kann man {h} selber machen||0.006|0.012|0|howto|subject
ist {h} gut||0.006|0.006|0|choose|subject
sind {p} gut||0.004|0.004|0|choose|thing
{h} selber machen||0.02|0.05|0.001|howto|subject
{h} zu hause||0.012|0.02|0.001|howto|subject
{h} von hand||0.005|0.01|0.003|howto|subject
{h} auf raten||0.003|0.0004|0.0006|price|subject
{h} unter freunden||0.002|0.004|0|use:freunden|subject
{h} nach rezept||0.004|0.012|0|howto|subject
{h} zum verschenken||0.005|0.002|0.012|gift|subject,thing
{h} tipps||0.012|0.03|0|howto|subject
{h} fehler||0.006|0.016|0|fix|subject
{h} probleme||0.006|0.008|0|fix|subject
{h} schritt für schritt||0.008|0.04|0|howto|subject
{h} einfach erklärt||0.008|0.028|0|what|subject,topic
{h} geschichte||0.01|0.01|0|what|subject
{h} bedeutung||0.012|0.005|0|what|subject
{h} bilder||0.01|0.004|0.002|pictures|subject
{h} in der nähe||0.08|0.003|0.001|local|subject,service
{h} in {fill}|town|0.008|0.0006|0.0004|local:{fill}|subject,service
{h} {fill}|town|0.014|0.001|0.0008|local:{fill}|subject,service
{h} bei {fill}|town|0.002|0.0003|0.0001|local:{fill}|service
{h} online||0.04|0.02|0.002|online|subject,service
{h} online kaufen||0.014|0.001|0.005|shop|subject,thing,goods
{h} kaufen||0.04|0.004|0.016|shop|subject,thing,goods
{h} preis||0.02|0.006|0.003|price|subject,thing
{h} kosten||0.03|0.008|0.001|price|subject,service
{h} günstig kaufen||0.012|0.002|0.01|price|subject,thing,goods
{h} gebraucht||0.012|0.002|0.014|used|thing,goods
{h} geschenk||0.006|0.001|0.02|gift|subject,thing
{h} gutschein||0.02|0.0005|0.02|gift|service
{h} unter {fill} euro|price|0.012|0.007|0.009|price|thing,goods
{h} bis {fill} euro|price|0.01|0.004|0.008|price|thing,goods
welches {h} kaufen||0.008|0.01|0|choose|thing
lohnt sich {h}||0.005|0.009|0|choose|subject,thing,service
{h} liste||0.01|0.004|0.001|what|goods,topic
{h} kostenlos||0.014|0.01|0.001|price|service,topic
{h} pdf||0.012|0.0006|0.004|pictures|topic
{h} wochenende||0.008|0.001|0.001|when|service
"""
