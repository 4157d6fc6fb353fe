"""German nouns with gender and plural, and names of places, from the table of a package."""

import csv
import gzip
import io
import sys
from pathlib import Path

from bunraku.core.languages import language_named
from bunraku.core.text.german_nouns import NOUNS, Noun
from bunraku.core.text.known_words import frequencies

_ADJECTIVE = ("e", "er", "es", "en", "em")
"""Endings that all of an adjective's forms have; what has all of them may be no noun ("gut")."""
_SHORTEST = 3
_ALWAYS = 10
"""Letters up to which a noun is kept though it is rare: longer ones are mostly made of these."""


def nouns_of(table: Path) -> list[Noun]:
    """The nouns of the table that a word list of usual texts knows, and places."""
    known = frequencies("de")
    german = language_named("de")
    never = german.stop_words | {*german.questions, *german.prepositions, *german.around}
    found: dict[str, Noun] = {}
    with table.open(encoding="utf-8", newline="") as file:
        for row in csv.DictReader(file):
            word, kind = row["lemma"].casefold(), row["pos"].split(",")
            if "Substantiv" not in kind or not row["lemma"].isalpha() or len(word) < _SHORTEST:
                continue
            place = "Toponym" in kind
            if word in never or word in found or (word not in known and len(word) > _ALWAYS):
                continue
            if not place and (_is_adjective(word, known) or {"Vorname", "Nachname"} & set(kind)):
                continue
            gender = "o" if place else row["genus"] or row["genus 1"] or "p"
            if gender == "n" and _is_verb(word, known):
                # A verb that may be said as a noun is a verb to whoever searches.
                continue
            plural = row["nominativ plural"] or row["nominativ plural 1"]
            plural = plural.casefold() if plural.isalpha() else ""
            verbs = "s" * _is_verb(word, known) + "p" * _is_verb(plural, known)
            found[word] = Noun(word, gender[0], plural, verbs)
    return sorted(found.values())


def _is_verb(word: str, known: dict[str, float]) -> bool:
    """Whether a word is an infinitive too: one of its participles is known."""
    if not word.endswith("n"):
        return False
    stem = word[:-2] if word.endswith("en") else word[:-1]
    return f"{word}d" in known or f"ge{stem}t" in known


def _is_adjective(word: str, known: dict[str, float]) -> bool:
    stems = {word, *(word.removesuffix(end) for end in _ADJECTIVE)}
    return any(len(stem) > 1 and all(stem + end in known for end in _ADJECTIVE) for stem in stems)


def main() -> int:
    """`python -m tools.german_nouns TABLE`: write what ships."""
    lines = (",".join(noun) for noun in nouns_of(Path(sys.argv[1])))
    packed = io.BytesIO()
    # Without the day, so that the same table makes the same file.
    with gzip.GzipFile(fileobj=packed, mode="wb", mtime=0) as file:
        file.write("\n".join(lines).encode())
    NOUNS.write_bytes(packed.getvalue())
    sys.stdout.write(f"{NOUNS.name}: {len(packed.getvalue()):,} bytes\n")
    return 0
