"""Who stands in the practice world: its sites, channels and shops, and the pages they have on a
topic."""

import math
from dataclasses import dataclass
from datetime import date, timedelta
from functools import lru_cache
from typing import NamedTuple

from bunraku.core.text import stems, tokens
from bunraku.sources.rehearsal.channels import SIDES
from bunraku.sources.rehearsal.demand import EPOCH
from bunraku.sources.rehearsal.dice import bell, normal_of, pick_index, rolls
from bunraku.sources.rehearsal.query import slug_of

SKY = tuple("night sky star moon dark comet orbit lumen zenith nova".split())
"""What those who publish on the sky like to call themselves by."""
_FIRST = tuple(
    (
        "meadow lantern hill harbour field stone river copper linen cedar amber north quiet bright "
        "distant silver winter summer morning evening"
    ).split()
)
_SECOND = (
    "guide journal watch almanac atlas post supply store workshop club society review notes corner "
    "digest forum market depot yard works hub school library room gallery report weekly ledger "
    "outlet trail "
).split()
STRAY_SHARE = 0.12
"""Share of topics that a publisher of everything has a page on."""
PULL_SPREAD = 0.9
"""Spread, in ln, of what points to one page of a publisher and what to another."""
BOXED = (
    *("thing", "part", "goods", "extra", "event", "topic", "reading", "matter", "plant"),
    "activity",
)
"""Kinds that are sent in a box; of the others a marketplace sells vouchers."""


@dataclass(frozen=True)
class Publisher:
    """A site, channel or shop: name, address, tier strength 0-100, and its standing as the channel
    counts it."""

    name: str
    address: str
    strength: float
    standing: float


class Standing(NamedTuple):
    """A page, video or listing of a publisher on a topic."""

    publisher: Publisher
    address: str
    title: str
    title_phrase: str
    title_stems: frozenset[str]
    pull: float
    published: date


@lru_cache(maxsize=48)
def publishers(channel: str, words: tuple[str, ...] = SKY) -> tuple[Publisher, ...]:
    """All publishers of a channel, the strong tiers first; a third of them have a word of the
    subject in their names, of `words`."""
    made = []
    names: set[str] = set()
    side = SIDES[channel]
    count = side.count
    # As many of the subject's as the sky has, whether there are one or ten words for it.
    own = [words[n % len(words)] for n in range(len(SKY))] if words else []
    firsts = [*own, *_FIRST]
    for number in range(count):
        first = firsts[pick_index(len(firsts), channel, "first", number)]
        second = _SECOND[pick_index(len(_SECOND), channel, "second", number)]
        name = f"{first}{second}"
        while name in names:
            name = f"{first}{second}{pick_index(900, channel, name, number) + 10}"
        names.add(name)
        strength = _tier_strength(number / count, channel, number)
        made.append(Publisher(name, f"{name}.example", strength, side.standing_of(strength)))
    return tuple(made)


def _tier_strength(place: float, channel: str, number: int) -> float:
    edge = 0.0
    for share, middle, width in SIDES[channel].tiers:
        edge += share
        if place < edge or (share, middle, width) == SIDES[channel].tiers[-1]:
            return min(97.0, max(3.0, middle + width * bell("strength", channel, number)))
    return 10.0


def loose_share(contest: float) -> float:
    """Share of pages whose title says the subject only, none of the topic's wordings: where little
    is to be had, few aim at the words."""
    return 0.8 - 0.75 * contest


@lru_cache(maxsize=20_000)
def pool(topic: str, channel: str, contest: float) -> tuple[int, ...]:
    """The publishers with a page on a topic: the more there is to be had (`contest`, 0-1), the more
    of them and the stronger."""
    everyone = publishers(channel)
    size = 14 + int(36 * contest)
    # A power of the dice: below one it leans to the weak end of the list, above to the strong.
    lean = 0.16 * math.exp(4.3 * contest**1.4)
    chosen: dict[int, None] = {}
    draw = 0
    while len(chosen) < size:
        draw += 1
        for dice in rolls("pool", topic, channel, draw):
            if len(chosen) < size:
                chosen[int(len(everyone) * dice**lean)] = None
    return tuple(chosen)


@lru_cache(maxsize=60_000)
def page_of(
    topic: str,
    channel: str,
    index: int,
    wordings: tuple[str, ...],
    language: str,
    contest: float,
    words: tuple[str, ...] = SKY,
    kind: str = "thing",
) -> Standing:
    """The page that a publisher has on a topic; its title says one of the topic's wordings, or
    something near it. `words` are those that publishers call themselves by, `kind` what the topic
    is about."""
    publisher = publishers(channel, words)[index]
    wording, loose, form, pull_dice, age, *_ = rolls("page", topic, channel, index)
    said = (
        topic.split("/")[0]
        if loose < loose_share(contest)
        else wordings[int(len(wordings) * wording**1.5)]
    )
    side = SIDES[channel]
    unboxed = side.unboxed_titles if kind not in BOXED else None
    templates = (unboxed or side.titles)[language]
    template = templates[int(len(templates) * form)]
    title = template.format(t=said[:1].upper() + said[1:], p=publisher.name.capitalize())
    pull = typical_pull(publisher, channel) * math.exp(PULL_SPREAD * normal_of(pull_dice))
    age_days = 20 + int(1_400 * age**1.6)
    # A title is what is said with words around it, which are taken apart once for all of them.
    phrase, said_stems = _taken_apart(said, language)
    return Standing(
        publisher,
        f"https://{publisher.address}/{slug_of(topic)}",
        title,
        phrase,
        said_stems | _taken_apart(template.format(t=" ", p=" "), language)[1],
        round(pull, 1),
        EPOCH - timedelta(days=age_days),
    )


@lru_cache(maxsize=60_000)
def _taken_apart(text: str, language: str) -> tuple[str, frozenset[str]]:
    """A text as its words between spaces, and their stems."""
    return f" {' '.join(tokens(text))} ", frozenset(stems(text, language))


def typical_pull(publisher: Publisher, channel: str) -> float:
    """What a grown page of a publisher mostly has: linking sites, views a day, sales a month."""
    return SIDES[channel].pull_of(publisher.strength, publisher.standing)


def standing_of(
    publisher: Publisher, address: str, title: str, pull: float, published: date, language: str
) -> Standing:
    """A page of somebody's own with its title taken apart."""
    return Standing(publisher, address, title, *_taken_apart(title, language), pull, published)
