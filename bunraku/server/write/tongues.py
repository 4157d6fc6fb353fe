"""Phrases of a piece in another language, through the lexicon: priced before they are asked for,
and never asked for twice on a day."""

from typing import Any

from bunraku.core.languages import LANGUAGES
from bunraku.core.text import identity_key
from bunraku.server.errors import BunrakuError
from bunraku.server.projects.models import Project
from bunraku.server.readings.buying import buy, price_of_new
from bunraku.server.readings.known import latest
from bunraku.server.readings.providers import sources
from bunraku.server.write.aims import Aims, aims_of
from bunraku.sources.protocol import Vantage, What

MOST_TERMS = 10
"""Phrases that are asked for: those of most value."""


def terms_in(aims: Aims, into: str) -> list[tuple[str, float]]:
    """What is known of a piece's phrases in a language, the likeliest way to say each first, with
    what the phrase is worth."""
    if not into or into == aims.aim.language:
        return []
    known = latest(aims.piece.scope, What.LEXICON, _terms(aims), Vantage(into=into))
    values = {identity_key(t): v for t, v in zip(aims.phrases, aims.values, strict=True)}
    return [
        (text, values.get(term, 0.0))
        for term, said in known.items()
        for text in (said or {}).get("terms", [])[:1]
    ]


def price_of_terms(project: Project, piece_id: int, into: str) -> dict[str, Any]:
    """What asking for a piece's phrases in a language would cost, in lookups, and how many are
    known. Raises: not_found; no_source, no_language as `ask_terms`."""
    aims = aims_of(project, piece_id)
    terms = _checked(project, aims, into)
    tenths = price_of_new(aims.piece.scope, What.LEXICON, terms, Vantage(into=into))
    return {"terms": len(terms), "known": len(terms_in(aims, into)), "price": tenths / 10}


def ask_terms(project: Project, piece_id: int, into: str) -> dict[str, Any]:
    """Ask for a piece's phrases in a language; what they cost at most was told. Raises: not_found;
    no_language for the piece's own, or one that no source knows; no_source; allowance_short."""
    aims = aims_of(project, piece_id)
    buy(aims.piece.scope, What.LEXICON, _checked(project, aims, into), vantage=Vantage(into=into))
    return price_of_terms(project, piece_id, into)


def _checked(project: Project, aims: Aims, into: str) -> list[str]:
    if into not in LANGUAGES or into == aims.aim.language:
        raise BunrakuError("no_language", "Choose another language than the piece’s own.")
    if not sources(project)[What.LEXICON]:
        raise BunrakuError("no_source", "No source of this project knows another language.")
    return _terms(aims)


def _terms(aims: Aims) -> list[str]:
    order = sorted(range(len(aims.phrases)), key=lambda place: (place != 0, -aims.values[place]))
    return [identity_key(aims.phrases[place]) for place in order[:MOST_TERMS]]
