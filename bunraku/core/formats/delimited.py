"""Delimited text, also where a quote was never closed: which delimiter, and its rows with their
line numbers."""

import csv
import re
from collections import Counter, deque
from collections.abc import Iterable, Iterator
from functools import cache

DELIMITERS = (",", ";", "\t", "|")
MOST_LINES_A_ROW = 20
"""Lines that one row may span inside quotes; a quote open for longer was never meant to be one."""
MOST_ROW_CHARACTERS = 200_000
"""A quote that is never closed would make one row of the whole file."""
TOO_LONG = "This row is far too long to be one."
_QUOTE_NEXT = re.compile(' *"')
NEVER_CLOSED = "A quotation mark is opened in this row and never closed."


def guess_delimiter(text: str, *, whole: bool = True) -> str:
    """What parts the cells of a text.

    Parameters: `text`, its beginning; `whole`, whether it is the whole of it (else its last line is
    cut off). Returns: the delimiter that parts most lines into the same number of cells, two at
    least; "" for a text with one cell a line. Raises: nothing."""
    lines = text.splitlines()[:200]
    lines = [line for line in (lines if whole or len(lines) < 2 else lines[:-1]) if line.strip()]
    best, delimiter = 0.0, ""
    for sign in DELIMITERS:
        counts = Counter(
            len(cells) for _, cells in delimited_rows(lines, sign) if not isinstance(cells, str)
        )
        width, rows = max(
            ((w, n) for w, n in counts.items() if w > 1),
            key=lambda pair: (pair[1], pair[0]),
            default=(1, 0),
        )
        share = rows / max(sum(counts.values()), 1)
        # Commas stand in keywords too; a delimiter parts at least half of the lines alike.
        if share >= 0.5 and share * width > best:
            best, delimiter = share * width, sign
    return delimiter


def delimited_rows(lines: Iterable[str], delimiter: str) -> Iterator[tuple[int, list[str] | str]]:
    """Rows of delimited text (RFC 4180), each with the number of its first line.

    Parameters: `lines`; `delimiter`. Returns: (line number from 1, cells); for a row whose
    quotation mark is open for more than `MOST_LINES_A_ROW` lines or to the end, (line number, why)
    and the lines after it are read anew; so for a line of more than `MOST_ROW_CHARACTERS`. Empty
    lines are skipped. Raises: nothing. Cost: linear, memory for `MOST_LINES_A_ROW` lines."""
    waiting: deque[tuple[int, str]] = deque()
    source = enumerate(lines, start=1)
    held: list[tuple[int, str]] = []

    def following() -> tuple[int, str] | None:
        return waiting.popleft() if waiting else next(source, None)

    while True:
        now = following()
        if now is None and not held:
            return
        if now is not None and len(now[1]) > MOST_ROW_CHARACTERS:
            yield now[0], TOO_LONG
            continue
        if now is not None:
            held.append(now)
        is_open = _opens(held, delimiter)
        if is_open and now is not None and len(held) <= MOST_LINES_A_ROW:
            continue
        number, line = held[0]
        if is_open:
            yield number, NEVER_CLOSED
            waiting.extendleft(reversed(held[1:]))
        else:
            cells = _cells(line if len(held) == 1 else _joined(held), delimiter)
            if any(cells):
                yield number, cells
        held = []


def _joined(held: list[tuple[int, str]]) -> str:
    return "".join(line if line.endswith(("\n", "\r")) else line + "\n" for _, line in held)


def _opens(held: list[tuple[int, str]], delimiter: str) -> bool:
    """Whether a quotation mark that opens a cell is still open; one inside a cell (8" telescope) is
    a sign like any other."""
    if len(held) == 1 and '"' not in held[0][1]:
        return False
    text = _joined(held).lstrip("\ufeff").rstrip("\r\n")
    quoted, plain = _cell_forms(delimiter)
    at = 0
    while at <= len(text):
        if _QUOTE_NEXT.match(text, at):
            match = quoted.match(text, at)
            if match is None:
                return True
        else:
            match = plain.match(text, at)
        if match is None or match.end() == at or not match[0].endswith(delimiter):
            return False
        at = match.end()
    return False


@cache
def _cell_forms(delimiter: str) -> tuple[re.Pattern[str], re.Pattern[str]]:
    sign = re.escape(delimiter)
    return re.compile(rf' *"(?:[^"]|"")*" *(?:{sign}|$)'), re.compile(rf"[^{sign}]*(?:{sign}|$)")


def _cells(text: str, delimiter: str) -> list[str]:
    text = text.lstrip("\ufeff").rstrip("\r\n")
    if '"' not in text:
        return [cell.strip() for cell in text.split(delimiter)]
    row = next(
        csv.reader(text.splitlines(keepends=True), delimiter=delimiter, skipinitialspace=True), []
    )
    return [cell.strip() for cell in row]
