"""Who stands in the practice world: its sites, channels and shops, and the pages they have on a
topic."""

import math
from dataclasses import dataclass
from datetime import date, timedelta
from functools import lru_cache

from bunraku.core.text import stems, tokens
from bunraku.sources.rehearsal.demand import EPOCH
from bunraku.sources.rehearsal.dice import bell, normal_of, pick_index, rolls
from bunraku.sources.rehearsal.query import slug_of

_FIRST = (
    "night sky star moon dark comet orbit lumen zenith nova meadow lantern hill harbour field "
    "stone "
    "river copper linen cedar amber north quiet bright distant silver winter summer morning "
    "evening "
).split()
_SECOND = (
    "guide journal watch almanac atlas post supply store workshop club society review notes corner "
    "digest forum market depot yard works hub school library room gallery report weekly ledger "
    "outlet trail "
).split()
_COUNTS = {"web": 300, "video": 400, "marketplace": 500}
# Share of each tier, and the authority that its members have: a few giants, many small ones.
_TIERS = {
    "web": ((0.08, 89, 4), (0.16, 69, 6), (0.31, 44, 7), (0.45, 17, 7)),
    "video": ((0.06, 88, 4), (0.24, 72, 5), (0.35, 58, 6), (0.35, 41, 8)),
    "marketplace": ((0.05, 86, 4), (0.25, 70, 5), (0.35, 57, 6), (0.35, 38, 9)),
}
STRAY_SHARE = 0.12
"""Share of topics that a publisher of everything has a page on."""
PULL_SPREAD = 0.9
"""Spread, in ln, of what points to one page of a publisher and what to another."""
_TITLES = {
    "en": {
        "web": (
            "{t}",
            "{t}: a plain guide",
            "{t} | {p}",
            "{t} - what to know",
            "{p}: {t}",
            "All about {t}",
        ),
        "video": (
            "{t}",
            "{t} (full walkthrough)",
            "I tried it: {t}",
            "{t} in ten minutes",
            "{t} explained by {p}",
        ),
        "marketplace": (
            "{t}",
            "{t}, boxed, fast post",
            "{t} handmade by {p}",
            "New {t} with care notes",
            "{t} for him and her",
        ),
    },
    "de": {
        "web": (
            "{t}",
            "{t}: der Ratgeber",
            "{t} | {p}",
            "{t} - das Wichtigste",
            "{p}: {t}",
            "Alles über {t}",
        ),
        "video": (
            "{t}",
            "{t} (Schritt für Schritt)",
            "Ausprobiert: {t}",
            "{t} in zehn Minuten",
            "{t} erklärt von {p}",
        ),
        "marketplace": (
            "{t}",
            "{t}, schneller Versand",
            "{t} handgemacht von {p}",
            "Neu: {t} mit Anleitung",
            "{t} für sie und ihn",
        ),
    },
}


@dataclass(frozen=True)
class Publisher:
    """A site, channel or shop: name, address, tier strength 0-100, and its standing as the channel
    counts it."""

    name: str
    address: str
    strength: float
    standing: float


@dataclass(frozen=True)
class Standing:
    """A page, video or listing of a publisher on a topic."""

    publisher: Publisher
    address: str
    title: str
    title_phrase: str
    title_stems: frozenset[str]
    pull: float
    published: date


@lru_cache(maxsize=4)
def publishers(channel: str) -> tuple[Publisher, ...]:
    """All publishers of a channel, the strong tiers first."""
    made = []
    names: set[str] = set()
    count = _COUNTS[channel]
    for number in range(count):
        first = _FIRST[pick_index(len(_FIRST), channel, "first", number)]
        second = _SECOND[pick_index(len(_SECOND), channel, "second", number)]
        name = f"{first}{second}"
        while name in names:
            name = f"{first}{second}{pick_index(900, channel, name, number) + 10}"
        names.add(name)
        strength = _tier_strength(number / count, channel, number)
        made.append(Publisher(name, f"{name}.example", strength, _standing(strength, channel)))
    return tuple(made)


def _tier_strength(place: float, channel: str, number: int) -> float:
    edge = 0.0
    for share, middle, width in _TIERS[channel]:
        edge += share
        if place < edge or (share, middle, width) == _TIERS[channel][-1]:
            return min(97.0, max(3.0, middle + width * bell("strength", channel, number)))
    return 10.0


def _standing(strength: float, channel: str) -> float:
    if channel == "web":
        return float(round(strength))
    top = 3_000_000 if channel == "video" else 60_000
    return float(round((1 + top) ** (strength / 100)))


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
    lean = 0.22 * math.exp(3.4 * contest)
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
) -> Standing:
    """The page that a publisher has on a topic; its title says one of the topic's wordings, or
    something near it."""
    publisher = publishers(channel)[index]
    wording, loose, form, pull_dice, age, *_ = rolls("page", topic, channel, index)
    said = (
        topic.split("/")[0]
        if loose < loose_share(contest)
        else wordings[int(len(wordings) * wording**1.5)]
    )
    templates = _TITLES[language][channel]
    title = templates[int(len(templates) * form)].format(
        t=said[:1].upper() + said[1:], p=publisher.name.capitalize()
    )
    pull = typical_pull(publisher, channel) * math.exp(PULL_SPREAD * normal_of(pull_dice))
    age_days = 20 + int(1_400 * age**1.6)
    return standing_of(
        publisher,
        f"https://{publisher.address}/{slug_of(topic)}",
        title,
        round(pull, 1),
        EPOCH - timedelta(days=age_days),
        language,
    )


def typical_pull(publisher: Publisher, channel: str) -> float:
    """What a grown page of a publisher mostly has: linking sites, views a day, sales a month."""
    if channel == "web":
        return 60.0 * (publisher.strength / 60) ** 2.2
    return publisher.standing / (170.0 if channel == "video" else 40.0)


def standing_of(
    publisher: Publisher, address: str, title: str, pull: float, published: date, language: str
) -> Standing:
    """A page with its title taken apart once."""
    return Standing(
        publisher=publisher,
        address=address,
        title=title,
        title_phrase=f" {' '.join(tokens(title))} ",
        title_stems=frozenset(stems(title, language)),
        pull=pull,
        published=published,
    )
