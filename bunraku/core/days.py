"""Days that anything here can be of: of a piece, a report, a figure, a change."""

from datetime import date

FIRST_DAY, LAST_DAY = date(1990, 1, 1), date(2100, 12, 31)
"""Nobody published on the web before the first; a year of four digits after the last is a slip of
the hand, and the calendar ends soon after some of them."""


def is_day(day: date) -> bool:
    """Whether anything here can be of a day."""
    return FIRST_DAY <= day <= LAST_DAY
