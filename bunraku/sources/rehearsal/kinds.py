"""What kind of thing a subject is that the practice world was not made for, and which time of the
year it has: read from its words and what they mean."""

import re
from functools import cache, lru_cache
from importlib import resources

import numpy as np
from numpy.typing import NDArray

from bunraku.core.text.meaning import unit_rows, word_vectors
from bunraku.sources.rehearsal import abroad
from bunraku.sources.rehearsal import unknown_german as elsewhere_german

Floats = NDArray[np.float64]
SURE = 0.08
"""How far a kind must stand above the next before it is believed."""
NEAR = 0.5
"""Likeness to one of a season's words from which a subject has that season."""
RIDGE = 1.0
SHAPES = (
    r"ing$",
    r"(er|or|ist|ian|smith|man)$",
    r"(tion|ment|ance|al|ure|age)$",
    r"s$",
    r"ery$",
)
"""Endings that tell what a word is, where its meaning leaves it open."""
SHAPE_WEIGHT = 0.6
SEASONS: dict[str, tuple[str, ...]] = {
    "autumn": (
        *("stove", "chimney", "firewood", "log", "boiler", "radiator", "heater", "fireplace"),
        *("coal", "insulation", "gutter", "pumpkin", "halloween", "mushroom"),
    ),
    "winter": (
        *("snow", "ski", "sledge", "ice", "coat", "scarf", "glove", "soup", "cold", "cough"),
        *("blanket", "frost", "snowboard"),
    ),
    "summer": (
        *("beach", "barbecue", "tent", "camping", "swimming", "picnic", "sunscreen", "sandal"),
        *("kayak", "surfing", "festival", "patio", "fan", "holiday", "boat", "sailing", "canoe"),
    ),
    "spring": (
        *("seed", "seedling", "lawn", "mower", "compost", "planting", "garden", "tulip", "hedge"),
        *("greenhouse", "fence", "allotment", "fertiliser", "easter"),
    ),
    "gift": (
        *("necklace", "jewellery", "bracelet", "perfume", "toy", "puzzle", "hamper", "candle"),
        *("chocolate", "ornament", "doll", "watch", "christmas"),
    ),
    "school": (
        *("tuition", "homework", "exam", "uniform", "student", "classroom", "textbook", "algebra"),
        *("grammar", "stationery", "university", "dissertation", "thesis"),
    ),
    "newyear": (
        *("diet", "gym", "fitness", "protein", "yoga", "weight", "budget", "resolution"),
        *("treadmill", "smoothie", "dumbbell"),
    ),
}
"""Words that have a time of the year; what is near them in meaning has it too."""
_PREPOSITIONS = frozenset("for with without in on of from to at by near against".split())
_ARTICLES = frozenset("a an the my your".split())
_OF_TWO = frozenset("vs versus or and".split())


@cache
def listed() -> dict[str, str]:
    """Everyday words and the kind of thing that each names; of a word with two the first."""
    text = resources.files("bunraku.sources.rehearsal").joinpath("kinds.txt").read_text("utf-8")
    kinds: dict[str, str] = {}
    for line in text.strip().splitlines():
        kind, words = line.split(": ")
        for word in words.split():
            kinds.setdefault(word, kind)
    return kinds


@lru_cache(maxsize=50_000)
def kind_of(name: str, language: str) -> str:
    """What kind of thing a subject is (`elsewhere.KINDS`)."""
    words = name.split()
    if language == "de":
        return _german(words)
    if language in abroad.LANGUAGES:
        return abroad.kind_of(name, language)
    if language != "en" or _OF_TWO & set(words):
        return "matter"
    if _ARTICLES & set(words[1:]):
        return "skill"
    noun = noun_of(words)
    known = listed()
    single = noun if noun in known else _single(noun)
    if single in known:
        kind = known[single]
    else:
        likely = _by_meaning(noun)
        if likely is None:
            return "matter"
        kind = likely
    # Several of a thing are had as goods are: one does not learn how to use "a solar panels".
    return "goods" if kind == "thing" and noun != single and noun.endswith("s") else kind


def noun_of(words: list[str]) -> str:
    """The word that names the thing: the last one, or the one before what it is for."""
    for place, word in enumerate(words):
        if place and word in _PREPOSITIONS:
            return words[place - 1]
    return words[-1]


def season_of(name: str, language: str) -> str:
    """The time of the year that a subject has by its words; "even" where none."""
    if language != "en":
        return "even"
    near = max((_season_of_word(word) for word in name.split()), default=(0.0, "even"))
    return near[1] if near[0] >= NEAR else "even"


@lru_cache(maxsize=50_000)
def _season_of_word(word: str) -> tuple[float, str]:
    """How near a word is to the nearest one that has a season, and which."""
    vector = word_vectors([word], "en")
    if not np.abs(vector).sum():
        return 0.0, "even"
    of, likes = _seasonal()
    likeness = (likes @ unit_rows(vector - _middle())[0]).tolist()
    best = max(range(len(of)), key=likeness.__getitem__)
    return likeness[best], of[best]


@cache
def _seasonal() -> tuple[list[str], Floats]:
    """The season of each word that has one, and what those words mean."""
    of = [(season, word) for season, words in SEASONS.items() for word in words]
    vectors = unit_rows(word_vectors([word for _, word in of], "en") - _middle())
    return [season for season, _ in of], np.asarray(vectors, dtype=np.float64)


@cache
def _middle() -> NDArray[np.float32]:
    """The mean of everyday words: what all have in common tells none apart."""
    return np.asarray(word_vectors(list(listed()), "en").mean(axis=0))


def _features(words: list[str]) -> Floats:
    meaning = unit_rows(word_vectors(words, "en") - _middle())
    shapes = np.array([[bool(re.search(shape, word)) for shape in SHAPES] for word in words])
    return np.hstack([meaning, SHAPE_WEIGHT * shapes, np.ones((len(words), 1))])


@cache
def _weights() -> tuple[list[str], Floats]:
    """Ridge regression from the everyday words to their kinds, each kind weighing the same."""
    known = listed()
    kinds = sorted(set(known.values()))
    given = _features(list(known))
    wanted = np.array([[kind == of for kind in kinds] for of in known.values()], dtype=np.float64)
    share = (wanted / np.sqrt(wanted.sum(axis=0))).sum(axis=1)[:, None]
    square = (given * share).T @ given + RIDGE * share.mean() * np.eye(given.shape[1])
    return kinds, np.linalg.solve(square, (given * share).T @ wanted)


@lru_cache(maxsize=50_000)
def _by_meaning(word: str) -> str | None:
    """The kind of a word that is not listed; None where it is not known or nothing stands out."""
    if not np.abs(word_vectors([word], "en")).sum():
        return None
    kinds, weights = _weights()
    votes = (_features([word]) @ weights)[0]
    first, second = np.argsort(-votes)[:2]
    return kinds[int(first)] if votes[first] - votes[second] >= SURE else None


def _single(word: str) -> str:
    known = listed()
    for ending, instead in (("ies", "y"), ("es", ""), ("s", ""), ("ves", "fe")):
        if word.endswith(ending) and word.removesuffix(ending) + instead in known:
            return word.removesuffix(ending) + instead
    return word


def _german(words: list[str]) -> str:
    last = words[-1]
    for kind, endings in elsewhere_german.ENDINGS.items():
        if last.endswith(endings):
            return kind
    if last.endswith(elsewhere_german.DONE) and not last.endswith(elsewhere_german.NOT_DONE):
        return "activity" if len(last) > 5 else "thing"
    return "matter" if {"oder", "und", "vs"} & set(words) else "thing"
