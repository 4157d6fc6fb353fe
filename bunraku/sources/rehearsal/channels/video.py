"""Video search of the practice world."""

from datetime import date
from typing import TYPE_CHECKING

from bunraku.sources.rehearsal.channels.channel import Shown, Side
from bunraku.sources.rehearsal.dice import roll

if TYPE_CHECKING:
    from bunraku.sources.rehearsal.query import Query
    from bunraku.sources.rehearsal.standing import Standing


def _shows(page: "Standing", query: "Query", day: date) -> Shown:
    """A video's views and length. It has most of its views while it is new."""
    days = max((day - page.published).days, 1)
    views = page.pull * days * (0.7 + roll("views", page.address))
    seconds = int(75 + 1_500 * roll("length", page.address) ** 1.6)
    return {"views": round(views), "seconds": seconds}


VIDEO = Side(
    id="video",
    draws=(0.0, 1.0, 0.0),
    cpc_power=1.5,
    count=400,
    tiers=((0.06, 88, 4), (0.24, 72, 5), (0.35, 58, 6), (0.35, 41, 8)),
    top=3_000_000,
    pull_of=lambda strength, standing: standing / 170.0,
    most_pull=20_000,
    pull_points=22.0,
    found_days=(1, 3),
    ripe_days=12.0,
    grown_days=30.0,
    most_title=100,
    most_tags=25,
    phones=0.66,
    titles={
        "en": (
            *("{t}", "{t} (full walkthrough)", "I tried it: {t}", "{t} in ten minutes"),
            "{t} explained by {p}",
        ),
        "de": (
            *("{t}", "{t} (Schritt für Schritt)", "Ausprobiert: {t}", "{t} in zehn Minuten"),
            "{t} erklärt von {p}",
        ),
        "fr": ("{t}", "{t} (pas à pas)", "J’ai essayé : {t}", "{t} en dix minutes"),
        "es": ("{t}", "{t} (paso a paso)", "Lo he probado: {t}", "{t} en diez minutos"),
        "it": ("{t}", "{t} (passo per passo)", "L’ho provato: {t}", "{t} in dieci minuti"),
        "nl": ("{t}", "{t} (stap voor stap)", "Uitgeprobeerd: {t}", "{t} in tien minuten"),
        "pt": ("{t}", "{t} (passo a passo)", "Experimentei: {t}", "{t} em dez minutos"),
    },
    shows=_shows,
)
