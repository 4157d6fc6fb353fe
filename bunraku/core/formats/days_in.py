"""Days and months as people and programs write them."""

import re
from collections.abc import Iterable
from datetime import date

from dateutil.parser import ParserError, parse

from bunraku.core.days import is_day
from bunraku.core.formats.months_in import month_of

DAY_HEADINGS = "date, day, datum, tag, fecha, día, jour, data, giorno, dia, dag, on"
MONTH_HEADINGS = "month, monat, mes, mois, mese, maand, mês, month year, year month"


def read_day(text: str, *, day_first: bool = True) -> date | None:
    """A day as people and programs write it; None for what is none. Only what names a day counts:
    a month alone does not."""
    text = text.strip()
    if not re.search(r"\d", text) or not re.search(r"\d\D+\d|\d{8}|\D+\d{4}", text):
        return None
    iso = re.match(r"\d{4}-\d{1,2}-\d{1,2}|\d{8}$", text)
    try:
        found = parse(text, dayfirst=day_first and iso is None)
    except (ParserError, OverflowError, ValueError):
        return None
    return found.date() if is_day(found.date()) else None


def read_month(text: str) -> date | None:
    """The first day of a month that a text names without a day ("2026-10", "10/2026", "October
    2026", "Okt. 26"); None for anything else. Raises: nothing."""
    text = text.strip()
    named = month_of(text)
    # A day besides the year and the month is a day: "5 October 2026", "2026-10-05", "20261005".
    numbers = re.findall(r"\d+", text)
    most = 1 if re.search(r"[^\W\d_]{3}", text) else 2
    if "-" not in named or len(numbers) > most:
        return None
    month = date(int(named[:4]), int(named[5:]), 1)
    return month if is_day(month) else None


def writes_day_first(cells: Iterable[str]) -> bool:
    """Whether 3/4/2026 is the third of April: where no cell says otherwise, it is."""
    for cell in cells:
        parts = re.match(r"\s*(\d{1,2})[./-](\d{1,2})[./-]\d{2,4}\s*$", cell)
        if parts and int(parts[2]) > 12:
            return False
    return True
