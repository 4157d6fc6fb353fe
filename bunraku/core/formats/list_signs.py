"""Signs before the entries of a list that are no part of them: bullets, hyphens, numbers."""

import re
from collections.abc import Sequence

_BULLET = re.compile(r"^[•◦▪‣●○■□☐☑✓✔➤·]\s*|^[-–—*+]\s+")
_ROUND = re.compile(r"^o\s+")
_NUMBER = re.compile(r"^(?:\(?\d{1,4}[.)]|\(?[a-zA-Z][.)])\s+")
MOST = 0.6
"""Share of the entries that must have a sign which may be their own ("3 in 1 tool", "o ring") for
it to be one of the list."""


def signs_of(entries: Sequence[str]) -> list[re.Pattern[str]]:
    """What stands before the entries of a list.

    Parameters: `entries`, its beginning. Returns: patterns to take away from each entry: bullets
    always, numbers and round letters where most entries have one. Raises: nothing."""
    said = [entry.strip() for entry in entries if entry.strip()]
    needed = max(2, MOST * len(said))
    own = [sign for sign in (_NUMBER, _ROUND) if sum(map(bool, map(sign.match, said))) >= needed]
    return [_BULLET, *own]


def without_signs(entry: str, signs: Sequence[re.Pattern[str]]) -> str:
    """An entry without the signs before it."""
    text = entry.strip()
    for sign in signs:
        text = sign.sub("", text)
    return text
