"""What a column of a table can mean, and the words of headings that say so."""

import calendar
import re
from dataclasses import dataclass

from bunraku.core.formats.days_in import DAY_HEADINGS, MONTH_HEADINGS
from bunraku.core.formats.months_in import PREFIX


@dataclass(frozen=True)
class Meaning:
    """What a column can mean: its name, what it tells, words of headings that say so
    (separated by commas), whether it holds figures."""

    name: str
    about: str
    headings: str
    figures: bool = True


MEANINGS: dict[str, Meaning] = {
    "keyword": Meaning(
        "Keyword",
        "The keyword itself, up to 200 characters. Every table needs one such column.",
        "keyword, keywords, query, queries, search term, search terms, search query, "
        "search queries, term, terms, phrase, kw, top queries, "
        "suchbegriff, suchbegriffe, suchanfrage, häufigste suchanfragen, schlüsselwort, "
        "schlüsselwörter, schlagwort, "
        "mot clé, mots clés, requête, requêtes, requêtes les plus fréquentes, terme, expression, "
        "palabra clave, palabras clave, consulta, consultas, consultas principales, término, "
        "parola chiave, parole chiave, query principali, zoekwoord, zoekwoorden, zoekterm, "
        "zoektermen, zoekopdracht, "
        "palavra chave, palavras chave, termo",
        figures=False,
    ),
    "searches": Meaning(
        "Searches a month",
        "A number is read as exact searches a month, a range as broad ones.",
        "volume, vol, search volume, search vol, searches, monthly searches, monthly volume, "
        "searches a month, avg monthly searches, average monthly searches, avg searches, avg, "
        "suchvolumen, suchanfragen, suchanfragen pro monat, monatliche suchanfragen, "
        "durchschnittliche monatliche suchanfragen, zoekvolume, zoekopdrachten, "
        "maandelijkse zoekopdrachten, volumen, búsquedas, búsquedas mensuales, "
        "volumen de búsqueda, promedio de búsquedas mensuales, recherches, "
        "recherches mensuelles, volume de recherche, nb moyen de recherches, ricerche, "
        "ricerche mensili, volume di ricerca, buscas, buscas mensais, volume de busca",
    ),
    "cpc": Meaning(
        "Cost per click",
        "In the project's currency; signs of currencies are skipped.",
        "cpc, avg cpc, cost per click, click cost, cost, bid, top of page bid, klickpreis, "
        "kosten pro klick, gebot, coût par clic, enchère, coste por clic, puja, "
        "costo per clic, offerta, kosten per klik, bod, custo por clique",
    ),
    "cpc_high": Meaning(
        "Cost per click, high end",
        "Where low and high are two columns, such as low and high bid.",
        "highest cpc, max cpc",
    ),
    "competition": Meaning(
        "Ad competition",
        "A share from 0 to 1, a percentage, a number up to 100, or low, medium or high.",
        "competition, comp, ad competition, paid competition, competition index, wettbewerb, "
        "wettbewerbsdichte, konkurrenz, concurrence, densité de concurrence, competencia, "
        "concorrenza, concurrentie, concorrência",
    ),
    "difficulty": Meaning(
        "Difficulty",
        "A number from 0 to 100, kept as what this file says; the chance uses it where no "
        "results page was fetched.",
        "difficulty, keyword difficulty, schwierigkeit, schwierigkeitsgrad, "
        "keyword schwierigkeit, difficulté, difficulté du mot clé, dificultad, difficoltà, "
        "moeilijkheid, moeilijkheidsgraad, dificuldade",
    ),
    "clicks": Meaning(
        "Your clicks",
        "From your search performance report.",
        "clicks, your clicks, klicks, clics, clic, klikken, cliques",
    ),
    "impressions": Meaning(
        "Impressions",
        "From your search performance report.",
        "impressions, impr, impressionen, einblendungen, times shown, impresiones, impressioni, "
        "vertoningen, impressões",
    ),
    "position": Meaning(
        "Your position",
        "Your average position on results pages; 1 is the top.",
        "position, pos, average position, avg position, rank, ranking, your position, "
        "durchschnittliche position, posición, posición media, posizione, posizione media, "
        "positie, gemiddelde positie, position moyenne, posição",
    ),
    "page": Meaning(
        "Your URL",
        "Your page that was shown.",
        "page, pages, top pages, address, url, landing page, seite, seiten, häufigste seiten, "
        "zielseite, zielseiten, pages les plus populaires, page de destination, página, páginas, "
        "páginas principales, página de destino, pagina, pagine, pagine principali, "
        "pagina di destinazione, belangrijkste pagina s, landingspagina, páginas principais, "
        "adresse",
        figures=False,
    ),
    "date": Meaning(
        "Day or month",
        "Where a keyword has a row for each day or month: its rows become its months.",
        f"{DAY_HEADINGS}, {MONTH_HEADINGS}",
        figures=False,
    ),
    "country": Meaning(
        "Country",
        "Only rows of the project's country are imported; one click imports all, added up.",
        "country, countries, market, region code, land, länder, pays, país, países, paese, paesi, "
        "landen",
        figures=False,
    ),
    "device": Meaning(
        "Device",
        "Where a keyword has a row for each kind of device: the rows are added up.",
        "device, devices, device type, gerät, geräte, gerätetyp, appareil, appareils, dispositivo, "
        "dispositivos, dispositivi, apparaat, apparaten",
        figures=False,
    ),
    "priority": Meaning(
        "Priority",
        "High, normal or low; A, B, C and 1, 2, 3 are read as these. One that you set stays.",
        "priority, prio, importance, priorität, wichtigkeit, priorité, prioridad, priorità, "
        "prioriteit, prioridade",
        figures=False,
    ),
    "match": Meaning(
        "Match type",
        "Exact, phrase or broad match of the searches; marks at the keyword say it too.",
        "match type, keyword match type, übereinstimmung, "
        "keyword übereinstimmung, type de correspondance, tipo de concordancia, "
        "tipo di corrispondenza, zoektype, tipo de correspondência",
        figures=False,
    ),
    "group": Meaning(
        "Group",
        "Keyword group or ad group: each can become a cluster.",
        "group, keyword group, ad group, adgroup, cluster, topic cluster, parent topic, "
        "keyword gruppe, anzeigengruppe, gruppe, thema, groupe, groupe d annonces, "
        "groupe de mots clés, grupo, grupo de anuncios, grupo de palabras clave, gruppo, "
        "gruppo di annunci, gruppo di parole chiave, groep, advertentiegroep, zoekwoordgroep, "
        "grupo de palavras chave, grupo de anúncios",
        figures=False,
    ),
    "note": Meaning(
        "Note",
        "Kept with the keyword as its note, with the heading before it; any number of columns.",
        "note, notes, comment, comments, remark, remarks, notiz, notizen, bemerkung, kommentar, "
        "remarque, commentaire, nota, notas, comentario, comentarios, commento, opmerking, "
        "comentário",
        figures=False,
    ),
}


def meaning_of(id: str) -> Meaning:
    """A meaning by its id; the id of a month's column says which month. Raises: `KeyError`."""
    if not id.startswith(PREFIX):
        return MEANINGS[id]
    month = id.removeprefix(PREFIX)
    if not re.fullmatch(r"(20\d\d-)?(0[1-9]|1[0-2])", month):
        raise KeyError(id)
    year, _, number = month.rpartition("-")
    name = f"{calendar.month_name[int(number)]} {year}".strip()
    return Meaning(f"Searches in {name}", "The searches of one month.", "")
