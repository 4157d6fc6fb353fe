"""Web search of the practice world."""

from typing import TYPE_CHECKING

from bunraku.sources.rehearsal.channels.channel import Shown, Side
from bunraku.sources.rehearsal.dice import roll, spread

if TYPE_CHECKING:
    from bunraku.sources.rehearsal.query import Query
    from bunraku.sources.rehearsal.standing import Standing

MOST_HEADINGS = 9
"""Headings of a page at most."""


def _writes(page: "Standing", query: "Query", said: tuple[str, ...]) -> Shown:
    return {"headings": _headings(said, page.address), "words": _length(page)}


def _headings(said: tuple[str, ...], address: str) -> list[str]:
    """A page's headings: some of the wordings of its topic, in its own order."""
    chosen = [key for key in said if roll("heading", address, key) < 0.45][:MOST_HEADINGS]
    chosen.sort(key=lambda key: roll("heading's place", address, key))
    return [key[:1].upper() + key[1:] for key in chosen]


def _length(page: "Standing") -> int:
    """How many words a page has: mostly some hundreds, and more where much is published with
    care."""
    usual = 350 + 14 * page.publisher.strength
    return round(usual * spread(0.45, "words", page.address))


WEB = Side(
    id="web",
    draws=(1.0, 0.0, 0.0),
    cpc_power=1.5,
    count=300,
    tiers=((0.08, 89, 4), (0.16, 69, 6), (0.31, 44, 7), (0.45, 17, 7)),
    top=None,
    pull_of=lambda strength, standing: 60.0 * (strength / 60) ** 2.2,
    most_pull=1_000,
    pull_points=22.0,
    found_days=(9, 22),
    ripe_days=70.0,
    grown_days=200.0,
    most_title=300,
    most_tags=25,
    phones=0.56,
    has_features=True,
    titles={
        "en": (
            *("{t}", "{t}: a plain guide", "{t} | {p}", "{t} - what to know", "{p}: {t}"),
            "All about {t}",
        ),
        "de": (
            *("{t}", "{t}: der Ratgeber", "{t} | {p}", "{t} - das Wichtigste", "{p}: {t}"),
            "Alles über {t}",
        ),
        "fr": ("{t}", "{t} : le guide", "{t} | {p}", "{t} : l’essentiel", "Tout savoir : {t}"),
        "es": ("{t}", "{t}: la guía", "{t} | {p}", "{t}: lo esencial", "Todo sobre {t}"),
        "it": ("{t}", "{t}: la guida", "{t} | {p}", "{t}: l’essenziale", "Tutto su {t}"),
        "nl": ("{t}", "{t}: de gids", "{t} | {p}", "{t}: het belangrijkste", "Alles over {t}"),
        "pt": ("{t}", "{t}: o guia", "{t} | {p}", "{t}: o essencial", "Tudo sobre {t}"),
    },
    writes=_writes,
)
