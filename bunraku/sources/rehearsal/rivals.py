"""What a site, channel or shop of the practice world ranks for, and what its pages say of
themselves."""

from functools import lru_cache

from bunraku.core.text.addresses import bare_address
from bunraku.sources.protocol import OwnPiece, Request
from bunraku.sources.rehearsal.channels import CHANNEL_INDEX, SIDES
from bunraku.sources.rehearsal.dice import pick_index, roll
from bunraku.sources.rehearsal.query import Query
from bunraku.sources.rehearsal.results import Viewpoint, rank
from bunraku.sources.rehearsal.standing import SKY, Publisher, page_of, pool, publishers
from bunraku.sources.rehearsal.unknown_subject import is_facet_slug
from bunraku.sources.rehearsal.world import World, the_world

Raw = dict[str, object]
TOPICS_LOOKED_AT = 40
"""Topics of a publisher whose queries are ranked: the rest it hardly stands on."""
QUERIES_A_TOPIC = 6
"""Queries ranked of each, those most searched for."""
MOST_RANKS = 150
"""As many ranks as one lookup brings."""
PRODUCT_WORDS = ("gift", "set", "handmade", "decor", "starter")
ASTRONOMERS_WORDS = ("night sky", "stargazing", "space")


def ranks_of(world: World, term: str, request: Request) -> Raw | None:
    """What a publisher ranks for in the first ten: found by its address, its topics looked through
    by what they draw."""
    publisher = find_publisher(term, request.channel, world.setting.words)
    if publisher is None:
        return None
    index = _index_of(publisher, request.channel, world.setting.words)
    topics = _topics_of(world.tongue.locale, request.channel).get(index, ())
    seen = Viewpoint(request.channel, request.on)
    ranks: list[tuple[str, int]] = []
    for topic in topics[:TOPICS_LOOKED_AT]:
        for key in world.in_topic(topic, QUERIES_A_TOPIC):
            query = world.query(key)
            if query.demand[CHANNEL_INDEX[request.channel]] < 1:
                continue
            standing = rank(world, query, seen)
            place = next(
                (n for n, page in enumerate(standing, 1) if page.publisher == publisher), None
            )
            if place is not None:
                ranks.append((key, place))
    return {
        "name": publisher.name,
        "standing": publisher.standing,
        "published": len(topics),
        "ranks": ranks[:MOST_RANKS],
    }


def find_publisher(term: str, channel: str, words: tuple[str, ...] = ()) -> Publisher | None:
    """The publisher of an address as people paste it: with or without scheme, path and capitals."""
    return _by_address(channel, words).get(bare_address(term).split("/")[0])


@lru_cache(maxsize=16)
def _by_address(channel: str, words: tuple[str, ...]) -> dict[str, Publisher]:
    """Those who call themselves by the words of a subject, and by the sky's."""
    everyone = (*publishers(channel, words), *publishers(channel, SKY))
    return {publisher.address: publisher for publisher in everyone}


def _index_of(publisher: Publisher, channel: str, words: tuple[str, ...]) -> int:
    of_subject = publishers(channel, words)
    everyone = of_subject if publisher in of_subject else publishers(channel, SKY)
    return everyone.index(publisher)


@lru_cache(maxsize=12)
def _topics_of(locale: str, channel: str) -> dict[int, tuple[str, ...]]:
    """Every publisher's topics, most searched first."""
    world = the_world(locale)
    column = CHANNEL_INDEX[channel]
    topics = {topic: world.in_topic(topic, 1)[0] for topic in world.topics_by_demand(column)}
    found: dict[int, list[str]] = {}
    for topic in topics:
        for index in pool(topic, channel, world.contest(world.query(topics[topic]), channel)):
            found.setdefault(index, []).append(topic)
    return {index: tuple(mine) for index, mine in found.items()}


def fields_of(world: World, term: str, request: Request) -> Raw | None:
    """The fields of one result, by its address: what its publisher wrote into title, description,
    tags, materials, categories, price. One's own are as they were registered, as far as the
    platform shows them."""
    own = next((piece for piece in request.own if piece.address == term), None)
    if own is not None:
        return _own_fields(own, request.channel)
    found = piece_of(world, term, request)
    if found is None:
        return None
    publisher, topic, said = found
    index = _index_of(publisher, request.channel, world.setting.words)
    head = world.query(said[0])
    contest = world.contest(head, request.channel)
    page = page_of(
        topic,
        request.channel,
        index,
        said,
        world.tongue.locale[:2],
        contest,
        world.names_on(head),
        head.kind,
    )
    answer: Raw = {
        "title": page.title,
        "description": f"{page.title}. {_sentence(said, page.address)}",
        "tags": _tags(world, head, said, page.address, request.channel),
    }
    return answer | SIDES[request.channel].writes(page, head, said)


MOST_TAGS_LENGTH = 500


def _own_fields(piece: OwnPiece, channel: str) -> Raw:
    """A piece of the person's own as it can be read back: white space is run together, what is
    beyond the platform's bounds is gone."""
    room, tags = MOST_TAGS_LENGTH, []
    for tag in piece.tags:
        room -= len(tag)
        if room >= 0:
            tags.append(tag)
    return {
        "title": " ".join(piece.title.split())[: SIDES[channel].most_title],
        "description": " ".join(piece.description.split())[:5_000],
        "tags": tags[:60],
    }


def piece_of(
    world: World, term: str, request: Request
) -> tuple[Publisher, str, tuple[str, ...]] | None:
    """Of the address of a result: who publishes it, its topic, and the queries it speaks of; None
    where nobody does."""
    publisher = find_publisher(term, request.channel, world.setting.words)
    if publisher is None:
        return None
    spoken = _spoken_of(world, term.rstrip("/").rsplit("/", 1)[-1])
    return None if spoken is None else (publisher, *spoken)


def _spoken_of(world: World, slug: str) -> tuple[str, tuple[str, ...]] | None:
    """The topic of an address and the queries it speaks of, also of a subject that the world was
    not made for: the address begins with the subject's words."""
    known = world.topic_of_slug(slug)
    if known is not None:
        return known, world.in_topic(known, 12)
    words = slug.split("-")
    if "words" in words[1:-1]:
        # A wording that no frame makes is a topic of its own.
        at = words.index("words", 1)
        head, rest = " ".join(words[:at]), " ".join(words[at + 1 :])
        return f"{head}/words:{rest}", (f"{head} {rest}",)
    for cut in range(len(words) - 1, 0, -1):
        if not is_facet_slug(world.tongue, "-".join(words[cut:])):
            continue
        around = world.elsewhere(world.subject_of(" ".join(words[:cut])))
        topic = around.topic_of_slug(slug)
        if topic is not None:
            return topic, around.in_topic(topic)[:12]
    return None


def _tags(
    world: World, query: Query, said: tuple[str, ...], address: str, channel: str
) -> list[str]:
    """Tags as people set them: some wordings of the topic, the subject, near subjects, the shop's
    usual words, and now and then a brand that is not theirs."""
    near = [other.key for other in world.company(query.key, channel)[:60]]
    known = world.knows(query.head)
    said_brands = world.tongue.fills["brand"] if known else world.setting.brands
    # A brand is written with its capital, as names are; the rest of a tag is not.
    brands = [f"{brand.capitalize()} {query.head}" for brand in said_brands]
    chosen = [key for key in said if roll("tag", address, key) < 0.55]
    chosen += [key for key in near if roll("near tag", address, key) < 0.09]
    usual = PRODUCT_WORDS + (ASTRONOMERS_WORDS if known else ())
    chosen += [word for word in usual if roll("usual", address.split("/")[2], word) < 0.3]
    chosen += [brand for brand in brands if roll("brand tag", address, brand) < 0.12]
    return list(dict.fromkeys([query.head, *chosen]))[: SIDES[channel].most_tags]


def _sentence(said: tuple[str, ...], address: str) -> str:
    first = said[pick_index(len(said), "first", address)]
    second = said[pick_index(len(said), "second", address)]
    return f"{first[:1].upper()}{first[1:]}, {second}."
