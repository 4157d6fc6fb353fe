"""Marketplace search of the practice world."""

from datetime import date
from functools import lru_cache
from typing import TYPE_CHECKING

from bunraku.sources.rehearsal.channels.channel import Shown, Side
from bunraku.sources.rehearsal.dice import roll, rolls, spread

if TYPE_CHECKING:
    from bunraku.sources.rehearsal.query import Query
    from bunraku.sources.rehearsal.standing import Standing

MATERIALS = (
    *("brass", "glass", "aluminium", "birch"),
    *("canvas", "cork", "felt", "leather", "linen", "oak", "paper", "resin", "steel", "wool"),
)
SHELVES = {
    "thing": "equipment",
    "part": "parts and spares",
    "goods": "supplies",
    "extra": "accessories",
    "plant": "plants and seeds",
    "reading": "books and prints",
    "topic": "books and prints",
    "event": "gifts",
    "activity": "courses and outings",
}
LISTING_SHARE = 0.03
"""Share of a shop's reviews that one of its listings mostly has."""


@lru_cache(maxsize=20_000)
def _materials(address: str) -> tuple[str, ...]:
    """What a listing is made of, up to three materials."""
    dice = [*rolls("material", address), *rolls("material more", address)]
    return tuple(m for m, die in zip(MATERIALS, dice, strict=False) if die < 0.16)[:3]


def _offers(page: "Standing", query: "Query") -> Shown:
    """A listing's price, mostly little, now and then much; its materials; the shelves that it
    stands on, the narrow one first."""
    return {
        "price": float(round(8 + 140 * roll("price", page.address) ** 2, 2)),
        "materials": list(_materials(page.address)),
        "categories": [query.head, SHELVES.get(query.kind, "everything else")],
    }


def _shows(page: "Standing", query: "Query", day: date) -> Shown:
    reviews = page.publisher.standing * LISTING_SHARE * spread(1.0, page.address)
    return {"reviews": int(reviews), **_offers(page, query)}


MARKETPLACE = Side(
    id="marketplace",
    draws=(0.0, 0.0, 1.0),
    # A shop fights for what is searched, whatever an advertisement costs.
    cpc_power=1.05,
    count=500,
    tiers=((0.05, 86, 4), (0.25, 70, 5), (0.35, 57, 6), (0.35, 38, 9)),
    top=60_000,
    pull_of=lambda strength, standing: standing / 40.0,
    most_pull=2_000,
    pull_points=22.0,
    found_days=(1, 5),
    ripe_days=25.0,
    grown_days=60.0,
    most_title=200,
    most_tags=13,
    phones=0.6,
    titles={
        "en": (
            *("{t}", "{t}, boxed, fast post", "{t} handmade by {p}", "New {t} with care notes"),
            "{t} for him and her",
        ),
        "de": (
            *("{t}", "{t}, schneller Versand", "{t} handgemacht von {p}"),
            *("Neu: {t} mit Anleitung", "{t} für sie und ihn"),
        ),
        "fr": ("{t}", "{t}, envoi rapide", "{t} fait main par {p}", "Nouveau : {t}"),
        "es": ("{t}", "{t}, envío rápido", "{t} hecho a mano por {p}", "Nuevo: {t}"),
        "it": ("{t}", "{t}, spedizione rapida", "{t} fatto a mano da {p}", "Nuovo: {t}"),
        "nl": ("{t}", "{t}, snel in huis", "{t} handgemaakt door {p}", "Nieuw: {t}"),
        "pt": ("{t}", "{t}, envio rápido", "{t} feito à mão por {p}", "Novo: {t}"),
    },
    unboxed_titles={
        "en": ("{t}", "{t} gift voucher", "{t} by {p}", "{t}, book a day"),
        "de": ("{t}", "{t} Gutschein", "{t} von {p}", "{t}, Termin frei wählbar"),
        "fr": ("{t}", "{t}, chèque cadeau", "{t} par {p}", "{t}, date au choix"),
        "es": ("{t}", "{t}, vale regalo", "{t} por {p}", "{t}, fecha a elegir"),
        "it": ("{t}", "{t}, buono regalo", "{t} di {p}", "{t}, data a scelta"),
        "nl": ("{t}", "{t}, cadeaubon", "{t} door {p}", "{t}, zelf datum kiezen"),
        "pt": ("{t}", "{t}, vale presente", "{t} por {p}", "{t}, data à escolha"),
    },
    shows=_shows,
    writes=lambda page, query, said: _offers(page, query),
)
