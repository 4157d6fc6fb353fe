"""The year refresh: last year's phrase with this year and the next in it."""

import re
from collections.abc import Iterable

OLDEST_YEARS = 12
"""How far back a number in a phrase is taken for the year of its edition and not for a date of
history."""
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
