"""Columns that hold the searches of one month each: found by their headings."""

import re
import unicodedata
from collections.abc import Sequence
from datetime import date

PREFIX = "month:"
"""What the meaning of such a column begins with; its month follows, "2026-03", or "03" where the
heading tells no year."""
FEWEST = 6
"""Fewer months are no year: a lone "May" is a word."""
_NAMES = {
    name: number
    for number, names in enumerate(
        (
            "jan january januar janvier enero gennaio januari janeiro gen ene",
            "feb february februar février fevrier febrero febbraio februari fevereiro fév fev",
            "mar march märz maerz mars marzo maart março marco mrz mär",
            "apr april avril abril aprile avr abr",
            "may mai mayo maggio mei maio mag",
            "jun june juni juin junio giugno junho giu",
            "jul july juli juillet julio luglio julho lug juil",
            "aug august août aout agosto augustus ago",
            "sep sept september septembre septiembre settembre setembro set",
            "oct october oktober octobre octubre ottobre outubro okt ott out",
            "nov november novembre noviembre novembro",
            "dec december dezember décembre decembre diciembre dicembre dezembro dez dic déc",
        ),
        start=1,
    )
    for name in names.split()
}
_BY_NUMBER = re.compile(r"(?:^|\D)(20\d\d)[-/. ](\d{1,2})(?:[-/. ]\d{1,2})?(?:\D|$)")
_NUMBER_FIRST = re.compile(r"(?:^|\D)(\d{1,2})[-/. ](20\d\d)(?:\D|$)")
_YEAR = re.compile(r"(?:20|'|’)?(\d\d)(?!\d)")


def month_of(heading: str) -> str:
    """The month that a heading names: "2026-03", or "03" without a year; "" where it names none."""
    text = unicodedata.normalize("NFKC", heading[:80]).casefold()
    for pattern, year_at, month_at in ((_BY_NUMBER, 1, 2), (_NUMBER_FIRST, 2, 1)):
        found = pattern.search(text)
        if found and 1 <= int(found[month_at]) <= 12:
            return f"{found[year_at]}-{int(found[month_at]):02d}"
    named = [_NAMES[word] for word in re.findall(r"[^\W\d_]+", text) if word in _NAMES]
    if len(named) != 1:
        return ""
    year = _YEAR.search(text)
    return f"20{year[1]}-{named[0]:02d}" if year else f"{named[0]:02d}"


def month_columns(headings: Sequence[str]) -> dict[str, int]:
    """Meaning to column of the columns that hold a month each; none where there are fewer than
    `FEWEST`, or one month twice."""
    found = {
        f"{PREFIX}{month}": column
        for column, heading in enumerate(headings)
        if (month := month_of(heading))
    }
    return found if len(found) >= FEWEST else {}


def month_before(month: str, on: date) -> str:
    """A month with its year: one without was the latest before `on` that is over."""
    if "-" in month:
        return month
    year = on.year if int(month) < on.month else on.year - 1
    return f"{year}-{month}"
