"""The year refresh: last year's phrase with this year and the next in it."""

import re
from collections.abc import Iterable
from datetime import date

OLDEST_YEARS = 12
"""How far back a number in a phrase is taken for the year of its edition and not for a date of
history."""
LAST_MONTH = 12
"""In it a piece with this year in its title is old within weeks."""
_YEAR = re.compile(r"(?<![\w.,/-])(20\d\d)(?![\w/]|[.,-]\d)")


def refresh_years(texts: Iterable[str], this_year: int) -> dict[str, tuple[str, ...]]:
    """Phrases that carry a year, each with the same phrase for this year and the next.

    Parameters: `texts`, keywords; `this_year`. Returns: for each text with exactly one year from
    `this_year` - 12 to `this_year` + 1 standing by itself, the new phrases, without the one it
    already is. Years in model numbers, dates and comparisons of two years are left alone. Raises:
    nothing. Cost: linear."""
    out: dict[str, tuple[str, ...]] = {}
    for text in texts:
        years = _YEAR.findall(text)
        if len(years) != 1 or not this_year - OLDEST_YEARS <= int(years[0]) <= this_year + 1:
            continue
        fresh = tuple(
            _YEAR.sub(str(year), text)
            for year in (this_year, this_year + 1)
            if str(year) != years[0]
        )
        out[text] = fresh
    return out


def for_coming_year(text: str, out: date) -> str:
    """A phrase whose year is over, or all but over, with the coming year in it.

    Parameters: `text`; `out`, the day on which what carries it is out. Returns: the new phrase;
    the text itself where it names no year, several, a later one, or this one before December.
    Raises: nothing."""
    years = _YEAR.findall(text)
    coming = out.year + (out.month == LAST_MONTH)
    if len(years) != 1 or not out.year - OLDEST_YEARS <= int(years[0]) < coming:
        return text
    return _YEAR.sub(str(coming), text)
