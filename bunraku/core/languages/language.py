"""What a language is to the rules of the job: its words, read from the `words.toml` of its folder,
and the rules that are code."""

import tomllib
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, fields
from pathlib import Path
from typing import Any

Words = frozenset[str]
NONE: Words = frozenset()


@dataclass(frozen=True)
class Known:
    """What a rule about words may ask: the share of a word among all words of its language, 0-1,
    and its stem."""

    share: Callable[[str], float]
    stem: Callable[[str], str]


def _as_it_is(word: str, known: Known) -> str:
    return word


def _bare(word: str, bare: Callable[[str], str]) -> str:
    return bare(word)


@dataclass(frozen=True, kw_only=True)
class Language:
    """A language. Whatever its file does not name is empty: a rule then does nothing.

    `code` of two letters; its `name` in English; the `country` of its usual locale; the `stemmer`
    (Snowball's name); whether there is a `word_list` of how common words are.

    `stop_words` carry no topic; `frame_words` stand around any topic and name none by themselves;
    behind those of `beside` it is said for whom, with what, where or beside what a thing is, behind
    those of `doing` what one does with it; `small_in_titles` stay small there beside stop words.

    `questions`, `prepositions` and `comparisons` are put before or behind a seed when a search box
    is asked. `articles` may go and `and_words` join without changing what is meant; with those of
    `order_matters` the order of words says something. `for_words` are said before whom something is
    for, `where_words` before a place that somebody serves. `joins` part what a sentence about a
    project names, and so does what one says of oneself (`about_me`). `offers`: what is offered on
    any subject.

    `numbers` in words from nought on, and other words for digits (`digits`); `percent`;
    `contracted` forms in full; `fillers`: a pattern and what it is brought to; `telling`: words
    without one of which no filler can match; `apart`: two words that are not the one that they
    make; `accent_matters`: words that their accent makes another.

    `grid_before`, `grid_asking`, `grid_prepositions` take a keyword apart into thing and variation.
    `same` ways of asking, each line for its first word; `around`: behind it stands no head;
    `either`: between alternatives. `cues`: words that speak for an intent, by cue.

    `compounds`: it writes words together, with `links` between their parts, which are never those
    of `no_part`. `elides`: an article may stand before a word with an apostrophe. `nouns` have a
    capital where the language gives them one. `replaced`: letters as an address writes them.

    `one_form`: the form that singular and plural of a word share; `one_spelling`: that which its
    right spellings share, given what takes accents away."""

    code: str
    name: str
    country: str
    stemmer: str
    word_list: bool = True
    stop_words: Words = NONE
    frame_words: Words = NONE
    beside: Words = NONE
    doing: Words = NONE
    small_in_titles: Words = NONE
    questions: tuple[str, ...] = ()
    prepositions: tuple[str, ...] = ()
    comparisons: tuple[str, ...] = ()
    articles: Words = NONE
    and_words: tuple[str, ...] = ()
    order_matters: Words = NONE
    for_words: Words = NONE
    where_words: Words = NONE
    joins: Words = NONE
    about_me: Words = NONE
    offers: Words = NONE
    numbers: tuple[str, ...] = ()
    digits: Mapping[str, str] = field(default_factory=dict)
    percent: Words = NONE
    contracted: Mapping[str, str] = field(default_factory=dict)
    fillers: tuple[tuple[str, str], ...] = ()
    telling: Words = NONE
    apart: Words = NONE
    accent_matters: Words = NONE
    grid_before: Words = NONE
    grid_asking: Words = NONE
    grid_prepositions: Words = NONE
    same: tuple[str, ...] = ()
    around: Words = NONE
    either: Words = frozenset(["vs"])
    cues: Mapping[str, str] = field(default_factory=dict)
    compounds: bool = False
    links: tuple[str, ...] = ()
    no_part: Words = NONE
    elides: bool = False
    nouns: Words = NONE
    replaced: tuple[tuple[str, str], ...] = ()
    one_form: Callable[[str, Known], str] = _as_it_is
    one_spelling: Callable[[str, Callable[[str], str]], str] = _bare

    def __hash__(self) -> int:
        return hash(self.code)


_SETS = {each.name for each in fields(Language) if each.type == Words}
_LISTS = {each.name for each in fields(Language) if each.type == tuple[str, ...]}


def _value(name: str, said: Any) -> Any:
    """A value of a file as its field holds it: words stand apart by white space, those that belong
    together joined by a low line; folded as the words of a keyword are ("groß" as "gross")."""
    if name in _SETS | _LISTS and isinstance(said, str):
        words = (word.replace("_", " ") for word in said.casefold().split())
        return frozenset(words) if name in _SETS else tuple(words)
    if isinstance(said, list):
        made = (tuple(each) if isinstance(each, list) else each for each in said)
        return frozenset(made) if name in _SETS else tuple(made)
    return said


def read_language(code: str, **rules: Any) -> Language:
    """The language of a folder, with those of its rules that are code. Raises: `TypeError` for a
    file or rule that names what there is not, and `OSError` where there is no file."""
    text = Path(__file__).parent.joinpath(code, "words.toml").read_text("utf-8")
    said = {name: _value(name, value) for name, value in tomllib.loads(text).items()}
    return Language(code=code, **said, **rules)
