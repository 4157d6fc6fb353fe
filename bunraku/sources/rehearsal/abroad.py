"""How speakers of French, Spanish, Italian, Dutch and Portuguese ask in the practice world. Gender
and plural of a subject are nobody's to guess, so what describes it follows it, as people type."""

from functools import cache
from importlib import resources

from bunraku.sources.rehearsal.english import SAID_ALIKE

LANGUAGES = ("fr", "es", "it", "nl", "pt")
NAMED_FIRST = frozenset(LANGUAGES) - {"nl"}
"""Languages that name a thing before what tells it from others."""
LOCALES = ("fr-FR", "es-ES", "it-IT", "nl-NL", "pt-PT")
_FEWEST_LETTERS = 6
"""Letters of a word whose ending tells that it names something to know about."""


@cache
def _tables() -> dict[str, list[list[str]]]:
    """The rows of each table of the file, by its name."""
    text = resources.files("bunraku.sources.rehearsal").joinpath("abroad.txt").read_text("utf-8")
    tables: dict[str, list[list[str]]] = {}
    for part in text.strip().split("\n\n"):
        head, *lines = part.splitlines()
        tables[head[1:].partition("]")[0]] = [line.split("|") for line in lines]
    return tables


def _own(row: list[str], language: str) -> tuple[list[str], str]:
    """What a row says of all languages, and what it says in this one."""
    here = len(row) - len(LANGUAGES)
    return row[:here], row[here + LANGUAGES.index(language)]


def heads(language: str) -> str:
    """The heads of a language, as `tongues.read_heads` takes them."""
    lines = []
    for row in _tables()["heads"]:
        (kind, web, video, market, cpc, season, growth, concept), name = _own(row, language)
        lines.append(
            "|".join((name, name, kind, web, video, market, cpc, season, growth, "", concept))
        )
    return "\n".join(lines)


def frames(language: str) -> str:
    """The frames of a language, as `tongues.read_frames` takes them."""
    rows = [_own(row, language) for row in _tables()["frames"]]
    return "\n".join("|".join((template, *of_all)) for of_all, template in rows)


def company(language: str) -> str:
    """The company of a language, as `tongues.read_company` takes it."""
    rows = [_own(row, language) for row in _tables()["company"]]
    return "\n".join(f"{word}|{word}|{kind}|{goes}" for (kind, goes), word in rows)


def fills(language: str) -> dict[str, tuple[str, ...]]:
    """The fills of a language, without places and brands, which a project names itself."""
    rows = [_own(row, language) for row in _tables()["fills"]]
    own = {name: tuple(words.split(",")) for (name,), words in rows}
    alike = {name: SAID_ALIKE[name] for name in ("price", "year")}
    return {**own, **alike, "town": (), "brand": ()}


@cache
def words(name: str, language: str) -> tuple[str, ...]:
    """Small words of a language, by what they do: `questions`, `articles`, `joints`, `measures`,
    `home`, or words that tell a kind: `service`, `course`, `trade`, `food`, `activity`, `topic`."""
    for row in _tables()["words"]:
        of_all, said = _own(row, language)
        if of_all == [name]:
            return tuple(said.split(",") if "," in said else said.split())
    raise KeyError(name)


def kind_of(name: str, language: str) -> str:
    """What kind of thing a subject is by its words; a thing, where none tells."""
    parts = name.split()
    if {"ou", "o", "of"} & set(words("joints", language)) & set(parts):
        return "matter"
    # The word that names the thing is the first one, or in Dutch the last, whose end names it too.
    first = language in NAMED_FIRST
    noun = parts[0] if first else parts[-1]
    for kind in ("service", "course", "trade", "activity", "food"):
        known = words(kind, language)
        if noun in known or (not first and noun.endswith(known)):
            return kind
    ends = words("topic", language)
    return "topic" if len(noun) >= _FEWEST_LETTERS and noun.endswith(ends) else "thing"
