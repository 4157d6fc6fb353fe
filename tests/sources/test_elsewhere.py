"""Subjects that the practice world was not made for: nobody who knows one should laugh."""

import re

import numpy as np
import pytest
from scipy.stats import spearmanr

from bunraku.core.channels import CHANNEL_IDS
from bunraku.core.gather.prompts import prompts
from bunraku.core.weigh.chance import difficulty
from bunraku.core.weigh.page import page_facts, strength
from bunraku.core.weigh.phrase_match import how_said
from bunraku.sources.protocol import Request, Setting, What
from bunraku.sources.rehearsal.channels import CHANNEL_INDEX
from bunraku.sources.rehearsal.completing import complete
from bunraku.sources.rehearsal.english import BRANDS, HOME, TOWNS
from bunraku.sources.rehearsal.kinds import kind_of, season_of
from bunraku.sources.rehearsal.rivals import fields_of, ranks_of
from bunraku.sources.rehearsal.sources import page
from bunraku.sources.rehearsal.standing import SKY
from bunraku.sources.rehearsal.world import World, the_world
from tests.sources.test_intervals import TODAY

BOATS = Setting(("fenwharf", "bramlock"), ("tillercraft",), ("narrowboat", "canal", "hull"))
GARDENS = Setting(("lindental",), (), ("garten", "beet"))
SUBJECTS = {
    ("en-GB", BOATS): (
        *("narrowboat stove", "hull blacking", "boat survey", "narrowboat hire", "porthole"),
        *("canal boat insurance", "boat painter", "solar panels"),
    ),
    ("en-US", Setting(("millbrook",), (), ("bakery", "bread", "cake"))): (
        *("sourdough bread", "birthday cake", "baking classes", "pastry chef", "stand mixer"),
        *("flour", "croissant", "baking"),
    ),
    ("de-DE", GARDENS): (
        *("gartenhaus", "rasenmäher", "gartenpflege", "hochbeet", "kompost", "gärtnern"),
        *("heckenschnitt", "rosenkurs"),
    ),
}


@pytest.mark.parametrize(
    ("name", "kind"),
    [
        ("chimney sweep", "trade"),
        ("wood stove", "thing"),
        ("solar panels for narrowboats", "goods"),
        ("dog grooming", "service"),
        ("guitar lessons", "course"),
        ("wild swimming", "activity"),
        ("sourdough bread", "food"),
        ("spaniel puppy", "animal"),
        ("climbing rose", "plant"),
        ("railway museum", "place"),
        ("school prom", "event"),
        ("tax return", "topic"),
        ("black a narrowboat", "skill"),
        ("qwrtz vbnm", "matter"),
        ("oak or pine", "matter"),
    ],
)
def test_what_kind_of_thing_a_subject_is(name: str, kind: str) -> None:
    assert kind_of(name, "en") == kind


def test_kinds_are_read_in_german_by_endings_and_in_unknown_languages_not() -> None:
    kinds = {
        "klavierunterricht": "course",
        "hundeschule": "course",
        "klettern": "activity",
        "mietrecht": "topic",
        "kachelofen": "thing",
        "harfe": "thing",
        "dachdecker": "trade",
        "kartoffelsalat": "food",
        "holz oder stein": "matter",
    }
    assert {name: kind_of(name, "de") for name in kinds} == kinds
    assert kind_of("piec", "pl") == "matter"


@pytest.mark.parametrize(
    ("name", "season"),
    [
        ("log burner", "autumn"),
        ("ski boots", "winter"),
        ("sea kayak", "summer"),
        ("lawn feed", "spring"),
        ("christmas wreath", "gift"),
        ("maths homework", "school"),
        ("protein powder", "newyear"),
        ("door hinge", "even"),
    ],
)
def test_a_subjects_year_is_read_from_its_words(name: str, season: str) -> None:
    assert season_of(name, "en") == season


@pytest.mark.parametrize(
    ("subject", "asked", "never"),
    [
        (
            "chimney sweep",
            ["near me", "fenwharf", "how much does a", "at weekends"],
            ["for beginners", "for adults", "online", "lessons", "how to use", "gift"],
        ),
        ("wood stove", ["for sale", "how to clean a", "under 500"], ["lessons", "for seniors"]),
        (
            "calligraphy",
            ["classes", "for beginners", "kit"],
            ["calligraphy for sale", "calligraphy cost", "repair"],
        ),
        ("lentil soup", ["recipe", "vegan", "how to make"], ["lessons", "repair", "second hand"]),
        (
            "border collie",
            ["care", "for sale", "what do"],
            ["collie under", "how to use", "tutorial"],
        ),
        ("thesis binding", ["near me", "cost"], ["without a teacher", "for seniors", "kit"]),
    ],
)
def test_frames_fit_the_kind_of_thing(subject: str, asked: list[str], never: list[str]) -> None:
    queries = the_world("en-GB", BOATS).elsewhere(subject).queries
    for words in asked:
        assert any(words in query for query in queries), words
    for words in never:
        assert not any(words in query for query in queries), words


@pytest.mark.parametrize(("locale", "setting"), list(SUBJECTS))
def test_places_brands_and_publishers_are_of_the_project(locale: str, setting: Setting) -> None:
    world = the_world(locale, setting)
    request = Request(What.PAGE, (), "web", locale, TODAY, setting=setting)
    words: set[str] = set()
    names: set[str] = set()
    for subject in SUBJECTS[locale, setting]:
        queries = world.elsewhere(subject).queries
        words |= {word for text in queries for word in re.findall(r"\w+", text)}
        answer = page(world, subject, request)
        names |= {result["publisher"].split(".")[0] for result in answer["results"]}  # type: ignore[attr-defined]
    stray = {word for name in (*TOWNS, *BRANDS) for word in name.split()} - {"cross"}
    assert not words & (stray | HOME)
    assert set(setting.places) <= words
    assert not any(name.startswith(SKY) for name in names)
    assert any(name.startswith(setting.words) for name in names)


def test_a_subject_is_found_among_the_words_around_it_only_where_a_frame_puts_them_so() -> None:
    world = the_world("en-GB", BOATS)
    for text, subject in {
        "book binding": "book binding",
        "kids yoga": "kids yoga",
        "moss garden": "moss garden",
        "how much does a chimney sweep cost": "chimney sweep",
        "wood stove for small spaces": "wood stove",
        "how to black a narrowboat": "black a narrowboat",
        "chimney sweep in fenwharf": "chimney sweep",
    }.items():
        assert world.subject_of(text) == subject, text
    assert world.query("chimney sweep in fenwharf").facet == "local:fenwharf"
    assert the_world("en-GB").query("chimney sweep in fenwharf").facet == "general"


def test_the_search_box_knows_who_is_typing() -> None:
    boats, nobody = the_world("en-GB", BOATS), the_world("en-GB")
    assert any("telescope" in text for text in complete(nobody, "light", "web", 10))
    assert not any("pollution" in text for text in complete(boats, "light", "web", 10))
    assert complete(boats, "how wood stove", "web", 10)[0].startswith("how ")
    assert complete(boats, "wood stove f", "web", 10)
    starred = complete(boats, "wood stove * fenwharf", "web", 10)
    assert starred
    assert all("fenwharf" in text for text in starred)


def test_the_more_words_the_fewer_ask() -> None:
    world = the_world("en-GB", BOATS)
    sizes = [
        np.median([world.query(" ".join([*words[:n]])).demand[0] for words in PHRASES])
        for n in (1, 2, 3, 4)
    ]
    assert sizes == sorted(sizes, reverse=True)
    assert sizes[0] > 50 * sizes[3]


PHRASES = [
    text.split()
    for text in (
        "oak sideboard hinge bracket",
        "copper kettle spout gasket",
        "leather saddle girth buckle",
        "canvas awning pole socket",
        "brass porthole rim bolt",
        "pewter tankard lid thumbpiece",
        "slate hearth edge trim",
    )
]


def _difficulties(world: World, keys: list[str], channel: str, setting: Setting) -> np.ndarray:
    request = Request(What.PAGE, (), channel, world.tongue.locale, TODAY, setting=setting)
    language = world.tongue.locale[:2]
    numbers = [
        [
            (result["standing"], result["pull"], how_said(result["title"], key, language))
            for result in page(world, key, request)["results"][:10]  # type: ignore[index]
        ]
        for key in keys
    ]
    return difficulty(strength(page_facts(numbers), channel), channel)


@pytest.mark.parametrize(("locale", "setting"), list(SUBJECTS))
@pytest.mark.parametrize("channel", CHANNEL_IDS)
def test_contest_follows_money_elsewhere_too(locale: str, setting: Setting, channel: str) -> None:
    world, column = the_world(locale, setting), CHANNEL_INDEX[channel]
    queries = [
        query
        for subject in SUBJECTS[locale, setting]
        for query in world.elsewhere(subject).queries.values()
        if query.demand[column] >= 3
    ]
    queries = sorted(queries, key=lambda query: query.key)[:: max(1, len(queries) // 150)]
    if len(queries) < 30:
        pytest.skip("hardly anybody looks for this there")
    demand = [query.demand[column] for query in queries]
    hard = _difficulties(world, [query.key for query in queries], channel, setting)
    assert spearmanr(demand, hard)[0] >= 0.4
    assert spearmanr([query.cpc for query in queries], hard)[0] >= 0.2
    if channel == "web":
        assert np.percentile(hard, 5) < 30
        assert np.percentile(hard, 95) > 70


def test_what_rivals_say_of_themselves_is_of_the_subject_too() -> None:
    world = the_world("en-GB", BOATS)
    request = Request(What.FIELDS, (), "marketplace", "en-GB", TODAY, setting=BOATS)
    results = page(world, "wood stove", request)["results"]
    told = fields_of(world, results[0]["address"], request)  # type: ignore[index]
    assert told is not None
    assert "wood stove" in told["tags"]
    tags = " ".join(told["tags"])  # type: ignore[arg-type]
    assert not any(brand in tags.casefold() for brand in BRANDS)
    assert ranks_of(world, results[0]["publisher"], request) is not None  # type: ignore[index]


@pytest.mark.parametrize("way", ["box", "alphabet", "asked", "joined", "either"])
def test_nothing_that_is_typed_becomes_a_subject_of_its_own(way: str) -> None:
    """Whatever a way types around a seed, what comes back is asked about the seed."""
    world = the_world("en-GB", BOATS)
    for seed in ("canal holiday", "oboe reeds", "wood stove"):
        known = world.elsewhere(world.subject_of(seed)).queries
        for prompt in prompts(way, seed, "en"):
            assert set(complete(world, prompt, "web", 10)) <= known.keys(), prompt


@pytest.mark.parametrize(
    ("locale", "asked", "subject"),
    [
        ("en-GB", "how much does bridle", "bridle"),
        ("en-GB", "how many knitting needles", "knitting needles"),
        ("en-GB", "how often to clean espresso machine", "espresso machine"),
        ("de-DE", "wie viel kostet ein sattel", "sattel"),
    ],
)
def test_how_much_of_something_asks_about_that_thing(locale: str, asked: str, subject: str) -> None:
    completed = complete(the_world(locale, GARDENS), asked, "web", 10)
    assert completed
    asked_of = set(asked.split()) - set(subject.split()) - {"how", "wie", "does", "ein"}
    for text in completed:
        assert subject in text
        assert not re.search(rf"\b(?:{'|'.join(asked_of)}) (?:does )?{subject}", text) or (
            text.startswith(asked)
        ), text


@pytest.mark.parametrize(
    ("asked", "subject"),
    [
        ("how to choose a printing press", "printing press"),
        ("what does printing press repair include", "printing press"),
        ("what can you do with lead type", "lead type"),
        ("is printing press repair", "printing press"),
        ("are printing press", "printing press"),
    ],
)
def test_what_is_asked_about_has_no_article_and_no_rest_of_the_question(
    asked: str, subject: str
) -> None:
    for text in complete(the_world("en-GB", GARDENS), asked, "web", 20):
        assert subject in text
        assert not re.search(r"\ban? an? |include mean|you do|^(?:is|are) .* price", text), text
