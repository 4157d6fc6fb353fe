"""What columns of the sheet are declared with: units with their ranges, a function a type."""

from collections.abc import Callable
from typing import Any

from bunraku.server.sheet.column import Column, Type

# Units with the range that goes with them.
SHARE: dict[str, Any] = {"unit": "share", "low": 0, "high": 1}
POINTS: dict[str, Any] = {"unit": "points", "low": 0, "high": 100}
MONEY: dict[str, Any] = {"unit": "money", "low": 0}
SEARCHES: dict[str, Any] = {"unit": "searches", "low": 0}
CLICKS: dict[str, Any] = {"unit": "clicks", "low": 0}
OF_TEN: dict[str, Any] = {"low": 0, "high": 10}
MONTH: dict[str, Any] = {"low": 0, "high": 12}
# A column that the sheet has and can be sorted by.
LISTED: dict[str, Any] = {"shown": True, "sorts": True}


def _of(type: Type) -> Callable[..., Column]:
    """What declares a column of a type: its id, heading and help, then all else by name."""

    def declare(id: str, heading: str, help: str, **more: Any) -> Column:
        return Column(id, type, heading, help, **more)

    return declare


text, number, count, flag = _of("text"), _of("number"), _of("count"), _of("flag")
code, month, list_of, marks = _of("code"), _of("month"), _of("list"), _of("marks")
