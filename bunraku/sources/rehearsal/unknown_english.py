"""How English speakers of the practice world ask on a subject that it was not made for: what stands
around it and what it is put together with, by the kind of thing that it is."""

from bunraku.sources.rehearsal import english

KINDS = (
    *("thing", "goods", "service", "trade", "course", "activity", "food", "animal", "plant"),
    *("place", "event", "topic", "skill", "matter", "extra", "reading", "club"),
)
"""What a subject can be: a thing to buy, several or some of it, a service, who renders one, a
course, something to do, to eat, living beings, a place, an event, something to know about, how
something is done; and what nobody can tell."""
SERVED = frozenset(["service", "trade", "course", "club"])
"""Kinds that are rendered somewhere, so that a map is shown for them."""

# Company: a word, how one says more than one, what it makes of the subject, the kinds it goes with.
COMPANY = """
parts|parts|extra|thing
accessories|accessories|extra|thing
cover|covers|extra|thing
repair|repairs|service|thing
hire|hire|service|thing
kit|kits|extra|activity
equipment|equipment|extra|activity
supplies|supplies|extra|activity
books|books|reading|activity,topic
course|courses|course|activity,topic
lessons|lessons|course|activity|course
classes|classes|course|activity|course
workshop|workshops|course|activity|course
club|clubs|club|activity
ideas|ideas|reading|activity,event
recipe|recipes|reading|food
food|food|extra|animal
care|care|reading|animal,plant
seeds|seeds|extra|plant
tours|tours|club|place
tickets|tickets|club|event
advice|advice|reading|topic
"""
FILLS: dict[str, tuple[str, ...]] = {
    "learner": ("beginners", "adults", "kids", "seniors", "teenagers", "families"),
    "look": ("small", "large", "portable", "modern", "vintage", "black", "heavy duty", "compact"),
    "kind": ("cheap", "good quality", "natural", "waterproof", "bulk", "wholesale"),
    "diet": ("vegan", "gluten free", "healthy", "low carb", "dairy free"),
    "when": ("at weekends", "same day", "open now", "on sunday", "out of hours"),
    "where": ("garden", "kitchen", "small spaces", "outdoors", "home"),
    "town": (),
    "brand": (),
    **{name: english.SAID_ALIKE[name] for name in ("price", "year")},
}
FRAMES = """
{h}||1|1|1|general|*
{p}||0.4|0.25|0.5|general|thing,trade,course,animal,plant,event
best {h}||0.1|0.1|0.02|best|thing,goods
best {p}||0.06|0.05|0.01|best|thing,plant
best {h} {fill}|year|0.02|0.02|0.002|best|thing,goods
{h} reviews||0.04|0.06|0.003|best|thing,goods,service,trade,course,place
{fill} {h}|look|0.02|0.01|0.024|quality:{fill}|thing
best {fill} {h}|look|0.006|0.006|0.001|quality:{fill}|thing
{fill} {h}|kind|0.016|0.006|0.02|quality:{fill}|goods
{h} for {fill}|where|0.01|0.005|0.012|use:{fill}|thing
{fill} {h}|brand|0.03|0.02|0.03|brand:{fill}|thing,goods
{fill} {h} review|brand|0.006|0.012|0.0008|brand:{fill}|thing
{h} under {fill}|price|0.012|0.007|0.01|price|thing
best {h} under {fill}|price|0.008|0.007|0.002|price|thing
cheap {h}||0.03|0.006|0.03|price|thing
{h} price||0.03|0.008|0.005|price|thing,goods,animal
{h} for sale||0.05|0.006|0.02|shop|thing,animal
second hand {h}||0.02|0.004|0.03|used|thing
used {p} for sale||0.01|0.002|0.012|used|thing
buy {h}||0.016|0.002|0.006|shop|thing,goods
buy {h} online||0.014|0.001|0.006|shop|goods
{h} uk||0.03|0.003|0.02|shop|thing,goods
{h} shop near me||0.02|0.001|0.001|local|thing
{h} near me||0.05|0.002|0.002|local|goods,food
where to buy {h}||0.016|0.003|0.001|shop|goods,plant
where to buy {a} {h}||0.008|0.002|0|shop|thing
how to choose {a} {h}||0.01|0.02|0|choose|thing
how to choose {h}||0.008|0.014|0|choose|goods
which {h} to buy||0.008|0.011|0|choose|thing
what size {h} do i need||0.01|0.006|0|size|thing
is {a} {h} worth it||0.005|0.012|0|choose|thing
how to use {a} {h}||0.02|0.06|0|howto|thing
how to use {h}||0.014|0.04|0|howto|goods
how to clean {a} {h}||0.012|0.03|0|clean|thing
how to fix {a} {h}||0.01|0.04|0|fix|thing
how does {a} {h} work||0.012|0.016|0|what|thing
what is {a} {h}||0.012|0.008|0|what|thing,trade
{h} problems||0.01|0.012|0|fix|thing,animal,plant
{h} not working||0.01|0.012|0|fix|thing
{h} dimensions||0.008|0.001|0.0004|size|thing
{h} ideas||0.02|0.024|0.006|pictures|thing
{h} alternatives||0.008|0.006|0.001|compare|thing,goods
types of {h}||0.02|0.014|0.0004|what|thing,goods,service,food,animal,plant,topic,activity
{h} suppliers||0.014|0.0006|0.001|shop|goods
{h} delivery||0.014|0.0008|0.002|shop|goods,food
how long {does} {h} last||0.006|0.004|0|what|goods
how {much} {h} do i need||0.008|0.006|0|choose|goods
homemade {h}||0.006|0.014|0.004|howto|goods,food
{h} near me||0.2|0.004|0.002|local|service,trade,course
{h} {fill}|town|0.05|0.002|0.001|local:{fill}|service,trade,course
{h} in {fill}|town|0.02|0.001|0.0006|local:{fill}|service,trade,course
best {h} in {fill}|town|0.008|0.0006|0.0002|local:{fill}|service,trade,food
{h} near {fill}|town|0.006|0.0004|0.0002|local:{fill}|service,trade
{h} cost||0.1|0.02|0.002|price|service,course,skill
{h} prices||0.05|0.006|0.002|price|service,trade,course
{h} {fill}|when|0.01|0.0006|0.0002|when|service,trade
emergency {h}||0.02|0.001|0.0002|local|service,trade
local {h}||0.02|0.001|0.0004|local|service,trade
cheap {h}||0.016|0.002|0.003|price|service,trade
{h} quote||0.02|0.0008|0.0002|price|service
book {a} {h}||0.01|0.0006|0.0004|local|trade
how much does {h} cost||0.03|0.012|0|price|service
how much does {a} {h} cost||0.03|0.012|0|price|trade
how much does {a} {h} earn||0.01|0.008|0|jobs|trade
how to become {a} {h}||0.014|0.02|0|jobs|trade
how to find a good {h}||0.008|0.004|0|choose|trade
do i need {a} {h}||0.008|0.004|0|choose|trade
{h} tools||0.012|0.02|0.02|gear|trade
how long does {h} take||0.012|0.008|0|what|service
what does {h} include||0.006|0.003|0|what|service
diy {h}||0.02|0.05|0.002|howto|service
{h} companies||0.03|0.001|0.0002|local|service
{h} checklist||0.01|0.006|0.0006|checklist|service,event,topic
{h} for beginners||0.05|0.09|0.01|beginner|activity
{h} for {fill}|learner|0.02|0.02|0.006|audience:{fill}|course,activity
{h} online||0.06|0.03|0.003|online|course
free {h}||0.02|0.012|0.001|price|course
weekend {h}||0.014|0.001|0.001|when|course
evening {h}||0.012|0.0008|0.0006|when|course
one day {h}||0.008|0.0006|0.0006|when|course
{h} gift voucher||0.02|0.0005|0.02|gift|course
how to start {h}||0.03|0.06|0|beginner|activity
learn {h}||0.02|0.05|0.001|beginner|activity
{h} tips||0.016|0.05|0|howto|activity,skill,plant,matter
{h} techniques||0.012|0.03|0|howto|activity
{h} at home||0.02|0.05|0.002|howto|activity
{h} near me||0.12|0.004|0.001|local|activity
{h} {fill}|town|0.03|0.001|0.0006|local:{fill}|activity
is {h} hard||0.006|0.008|0|beginner|activity
what do i need for {h}||0.01|0.016|0|beginner|activity
benefits of {h}||0.01|0.01|0|what|activity
{h} holidays||0.016|0.002|0.0006|when|activity
{h} gifts||0.016|0.002|0.03|gift|activity,animal
how to make {h}||0.05|0.12|0.001|howto|food
easy {h}||0.02|0.03|0.001|quality:easy|food
best {h}||0.04|0.05|0.004|best|food
{fill} {h}|diet|0.02|0.02|0.004|quality:{fill}|food
calories in {h}||0.03|0.004|0|healthy|food
what goes with {h}||0.012|0.006|0|choose|food
can you freeze {h}||0.02|0.006|0|keep|food
how long does {h} keep||0.01|0.002|0|keep|food
{h} for christmas||0.006|0.004|0.004|gift|food
how to store {h}||0.012|0.008|0|keep|food
how to look after {a} {h}||0.02|0.05|0|howto|animal
how long do {p} live||0.03|0.01|0|what|animal
what do {p} eat||0.03|0.014|0|what|animal
are {p} good pets||0.01|0.012|0|choose|animal
{h} names||0.03|0.004|0.001|what|animal
{h} facts||0.02|0.02|0.0003|what|animal,place
{h} pictures||0.02|0.006|0.002|pictures|animal,plant,place
{h} breeds||0.03|0.014|0|what|animal
how to grow {p}||0.04|0.1|0.001|howto|plant
when to plant {p}||0.04|0.02|0|when|plant
when to prune {p}||0.02|0.02|0|when|plant
{p} in pots||0.014|0.02|0.004|howto|plant
{h} for sale||0.02|0.002|0.014|shop|plant
{h} diseases||0.008|0.006|0|fix|plant
{h} opening times||0.06|0.001|0|when|place
things to do in {h}||0.04|0.03|0|what|place
{h} map||0.04|0.004|0.01|what|place
{h} parking||0.03|0.001|0|local|place
hotels near {h}||0.04|0.004|0|local|place
best time to visit {h}||0.014|0.012|0|when|place
how to get to {h}||0.014|0.006|0|howto|place
{h} history||0.014|0.02|0|what|place,activity,topic
{h} {fill}|year|0.08|0.04|0.004|when|event
when is {h} {fill}|year|0.03|0.01|0|when|event
{h} near me||0.06|0.002|0.0006|local|event,place
{h} {fill}|town|0.02|0.001|0.0002|local:{fill}|event
{h} dates||0.02|0.002|0|when|event
how to plan {a} {h}||0.01|0.012|0|howto|event
{h} on a budget||0.01|0.014|0.0004|price|event
what is {h}||0.08|0.05|0|what|topic,activity,matter
{h} meaning||0.03|0.01|0|what|topic
{h} explained||0.016|0.05|0|what|topic,matter
{h} examples||0.02|0.016|0|what|topic
{h} guide||0.016|0.02|0.003|howto|topic,goods,matter
{h} for beginners||0.016|0.03|0.006|beginner|topic
how does {h} work||0.02|0.02|0|what|topic
{h} rules||0.012|0.006|0|what|topic
{h} template||0.014|0.004|0.008|pictures|topic
{h} calculator||0.014|0.001|0|software|topic
how to {h}||0.6|0.8|0.001|general|skill
{h} yourself||0.03|0.06|0|howto|skill
best way to {h}||0.04|0.06|0|howto|skill
can you {h}||0.02|0.02|0|what|skill
when to {h}||0.02|0.01|0|when|skill
how long does it take to {h}||0.014|0.01|0|what|skill
what you need to {h}||0.01|0.02|0|gear|skill
{h} video||0.01|0.03|0|howto|skill,matter
{h} uk||0.02|0.003|0.004|shop|matter
{h} reviews||0.014|0.016|0.001|best|matter
{h} near me||0.02|0.001|0.0004|local|matter
{h} online||0.016|0.006|0.002|online|matter
{h} cost||0.02|0.004|0.0006|price|matter
{h} forum||0.008|0.001|0|what|matter
{h} pictures||0.014|0.006|0.001|pictures|matter
{h} facts||0.01|0.012|0.0002|what|matter
{h} examples||0.012|0.01|0.0002|what|matter
{h} advice||0.01|0.004|0|howto|matter
{h} help||0.01|0.004|0|howto|matter
{h} ideas||0.014|0.014|0.002|pictures|matter
{h} for beginners||0.014|0.02|0.002|beginner|matter
{h} {fill}|year|0.012|0.006|0.0006|when|matter
{h} {fill}|town|0.008|0.0006|0.0003|local:{fill}|matter
best {h}||0.03|0.03|0.004|best|matter
what does {h} mean||0.012|0.004|0|what|matter
{h} for {fill} in {more}|learner+town|0.004|0.0004|0.0002|local:{more} {fill}|course,activity
{fill} {h} for {more}|look+where|0.006|0.003|0.006|quality:{fill} {more}|thing
best {h} for {fill}|where|0.008|0.008|0.001|use:{fill}|thing
best {h} for {fill} under {more}|where+price|0.004|0.003|0.001|use:{fill} {more}|thing
{fill} {h} for sale|look|0.005|0.001|0.006|quality:{fill}|thing
{fill} {h} price|brand|0.008|0.002|0.002|brand:{fill}|thing
{fill} {h} under {more}|look+price|0.004|0.002|0.004|quality:{fill} {more}|thing
cheap {h} in {fill}|town|0.004|0.0002|0.0001|local:{fill}|service,trade,course
{fill} {h} prices|town|0.004|0.0002|0.0001|local:{fill}|service,trade,course
{h} reviews {fill}|town|0.003|0.0003|0.0001|local:{fill}|service,trade
{h} {fill} for {more}|town+learner|0.003|0.0003|0.0001|local:{fill} {more}|course
best {h}||0.03|0.03|0.002|best|course,service
best {h} for {fill}|learner|0.008|0.01|0.001|audience:{fill}|course,activity
{h} for {fill} online|learner|0.006|0.006|0.0006|online:{fill}|course
cheap {h}||0.014|0.002|0.002|price|course
beginner {h}||0.02|0.02|0.002|beginner|course
private {h}||0.016|0.003|0.001|quality:private|course
{h} near me for {fill}|learner|0.01|0.0008|0.0004|local:{fill}|course
how long does {h} take||0.006|0.004|0|what|course
what happens in {h}||0.004|0.004|0|what|course
are {p} worth it||0.005|0.008|0|choose|course
when do i need {h}||0.006|0.003|0|choose|service
who does {h}||0.005|0.001|0|local|service
is {h} necessary||0.005|0.004|0|choose|service
can i do {h} myself||0.006|0.01|0|howto|service
{h} before and after||0.012|0.02|0.001|pictures|service
{h} guarantee||0.004|0.0004|0.0001|guarantee|service
{h} price list||0.012|0.0008|0.0004|price|service,trade
{h} jobs||0.02|0.003|0.0001|jobs|trade,service
{h} training||0.014|0.006|0.0004|jobs|trade,service
{h} insurance||0.008|0.0004|0.0001|insurance|trade
what does {a} {h} do||0.008|0.006|0|what|trade
when should i call {a} {h}||0.003|0.001|0|choose|trade
{h} for {fill}|learner|0.004|0.005|0.001|audience:{fill}|topic
{h} uk||0.02|0.006|0.002|what|topic,activity
{h} tips||0.012|0.03|0|howto|topic
{h} facts||0.01|0.01|0.0003|what|topic
{h} quiz||0.01|0.004|0.0004|what|topic
{h} problems||0.008|0.008|0|fix|topic,goods
why is {h} important||0.01|0.008|0|what|topic
is {h} worth it||0.008|0.012|0|choose|topic,service,course
when to get {h}||0.004|0.003|0|when|topic
how to get better at {h}||0.008|0.03|0|howto|activity
{h} mistakes||0.008|0.02|0|fix|activity,food
{h} step by step||0.012|0.05|0|howto|activity,food
{h} tutorial||0.014|0.06|0|howto|activity
{h} for fun||0.004|0.006|0|what|activity
{h} groups||0.012|0.002|0|local|activity
{h} competition||0.01|0.008|0|when|activity
{h} weekend||0.01|0.001|0.0006|when|activity
{h} videos||0.008|0.03|0|howto|activity
when was {h} invented||0.004|0.003|0|what|activity
can you learn {h} at home||0.005|0.01|0|beginner|activity
how long does it take to learn {h}||0.008|0.012|0|beginner|activity
{fill} {h} near me|diet|0.006|0.0004|0.0003|local|food
how to make {fill} {h}|diet|0.008|0.014|0.0002|quality:{fill}|food
{h} in {fill}|town|0.01|0.0005|0.0003|local:{fill}|food
{h} {fill}|town|0.012|0.0006|0.0003|local:{fill}|food
{h} ingredients||0.03|0.01|0.0004|ingredients|food
{h} without eggs||0.01|0.014|0|quality:without eggs|food
{h} in the oven||0.008|0.02|0|howto|food
{h} for a crowd||0.004|0.006|0|howto|food
is {h} healthy||0.014|0.01|0|healthy|food
what is {h} made of||0.01|0.008|0|ingredients|food
why is my {h} dry||0.004|0.006|0|fix|food
when to serve {h}||0.002|0.001|0|when|food
{h} price||0.008|0.001|0.004|price|food
{h} near {fill}|town|0.006|0.0004|0.0002|local:{fill}|place,event
{fill} {h}|look|0.006|0.003|0.012|quality:{fill}|extra
{h} under {fill}|price|0.008|0.002|0.008|price|extra
{h} vs second hand||0.006|0.006|0.0004|compare|thing
{h} new or used||0.005|0.005|0.001|compare|thing
{h} vs cheap ones||0.004|0.005|0.0002|compare|goods
{h} vs diy||0.008|0.012|0.0002|compare|service
{h} or do it yourself||0.006|0.01|0.0001|compare|service
{h} vs teaching yourself||0.005|0.008|0|compare|course
{h} online or in person||0.004|0.003|0|compare|course
{h} vs shop bought||0.006|0.01|0|compare|food
best {h}||0.06|0.05|0.01|best|extra
best {h} {fill}|year|0.01|0.01|0.001|best|extra
cheap {h}||0.02|0.003|0.02|price|extra
{h} uk||0.03|0.003|0.02|shop|extra
{h} near me||0.02|0.001|0.001|local|extra
buy {h} online||0.012|0.001|0.005|shop|extra
{h} for sale||0.014|0.001|0.01|shop|extra
{h} list||0.01|0.004|0.0006|what|extra
best {h}||0.04|0.05|0.004|best|reading
easy {h}||0.03|0.04|0.001|quality:easy|reading
{h} for beginners||0.02|0.03|0.003|beginner|reading
{h} uk||0.014|0.002|0.002|what|reading
free {h}||0.012|0.006|0.001|price|reading
{h} near me||0.1|0.003|0.001|local|club
{h} {fill}|town|0.03|0.001|0.0006|local:{fill}|club
{h} in {fill}|town|0.012|0.0006|0.0003|local:{fill}|club
{h} prices||0.03|0.003|0.002|price|club
best {h}||0.02|0.01|0.001|best|club
"""
