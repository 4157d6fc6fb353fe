"""Delimited text, also where a quote was never closed: which delimiter, and its rows with their
line numbers."""

import csv
import re
from collections import Counter, deque
from collections.abc import Iterable, Iterator, Sequence
from functools import cache

DELIMITERS = (",", ";", "\t", "|")
MOST_LINES_A_ROW = 20
"""Lines that one row may span inside quotes; a quote open for longer was never meant to be one."""
MOST_ROW_CHARACTERS = 200_000
"""A quote that is never closed would make one row of the whole file."""
TOO_LONG = "This row is far too long to be one."
# A cell may be as long as a row.
csv.field_size_limit(MOST_ROW_CHARACTERS + MOST_LINES_A_ROW)
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
    return delimiter or _ragged_delimiter(lines)


def _ragged_delimiter(lines: Sequence[str]) -> str:
    """What parts lines that are of many lengths: the sign that stands most often in the first line
    and in seven of ten others; a comma only where the first line is short words, as headings
    are."""
    if not lines:
        return ""
    first, rest = lines[0], lines[1:]
    for sign in sorted(DELIMITERS, key=first.count, reverse=True):
        cells = [cell.strip() for cell in first.split(sign)]
        looks = len(cells) > 2 or (len(cells) == 2 and sign != ",")
        like_headings = all(0 < len(cell) <= 40 for cell in cells) or sign != ","
        parted = sum(sign in line for line in rest) >= 0.7 * len(rest)
        if looks and like_headings and parted and rest:
            return sign
    return ""


def delimited_rows(lines: Iterable[str], delimiter: str) -> Iterator[tuple[int, list[str] | str]]:
    """Rows of delimited text (RFC 4180), each with the number of its first line.

    Parameters: `lines`; `delimiter`. Returns: (line number from 1, cells); for a row whose
    quotation mark is open for more than `MOST_LINES_A_ROW` lines or `MOST_ROW_CHARACTERS`, to the
    end, or for good, (line number, why) and the lines after it are read anew; so for a line of more
    than `MOST_ROW_CHARACTERS`. Empty lines are skipped. Raises: nothing. Cost: linear, at worst
    each line is read `MOST_LINES_A_ROW` times; memory for as many lines."""
    waiting: deque[tuple[int, str]] = deque()
    source = enumerate(lines, start=1)
    held: list[tuple[int, str]] = []
    is_open, characters = False, 0

    def following() -> tuple[int, str] | None:
        return waiting.popleft() if waiting else next(source, None)

    while True:
        now = following()
        if now is None and not held:
            return
        if now is not None and len(now[1]) > MOST_ROW_CHARACTERS:
            yield now[0], TOO_LONG
            continue
        never = now is None
        if now is not None:
            held.append(now)
            characters += len(now[1])
            state = _after(now[1], delimiter, is_open=is_open)
            is_open = state is not _CLOSED
            never = state is _NEVER or characters > MOST_ROW_CHARACTERS
            if is_open and not never and len(held) <= MOST_LINES_A_ROW:
                continue
        number, line = held[0]
        if is_open:
            yield number, NEVER_CLOSED
            waiting.extendleft(reversed(held[1:]))
        else:
            cells = _cells(line if len(held) == 1 else _joined(held), delimiter)
            if any(cells):
                yield number, cells
        held, is_open, characters = [], False, 0


def _joined(held: list[tuple[int, str]]) -> str:
    return "".join(line if line.endswith(("\n", "\r")) else line + "\n" for _, line in held)


_CLOSED, _OPEN, _NEVER = "closed", "open", "never"


def _after(line: str, delimiter: str, *, is_open: bool) -> str:
    """How things stand after a line: no quotation mark is open, one that opens a cell is, or one is
    that no line can close any more, since a single one stands inside its cell. One inside a cell
    that none opens (8" telescope) is a sign like any other. Cost: linear."""
    if '"' not in line:
        return _OPEN if is_open else _CLOSED
    text = line.lstrip("\ufeff").rstrip("\r\n")
    inside, plain = _cell_forms(delimiter)
    at = 0
    while at <= len(text):
        if not is_open:
            opening = _QUOTE_NEXT.match(text, at)
            if opening is None:
                cell = plain.match(text, at)
                if cell is None or cell.end() == at or not cell[0].endswith(delimiter):
                    return _CLOSED
                at = cell.end()
                continue
            at = opening.end()
        match = inside.match(text, at)
        if match is None:
            return _NEVER if '"' in text[at:].replace('""', "") else _OPEN
        if not match[0].endswith(delimiter):
            return _CLOSED
        at, is_open = match.end(), False
    return _CLOSED


@cache
def _cell_forms(delimiter: str) -> tuple[re.Pattern[str], re.Pattern[str]]:
    """The rest of a cell inside quotation marks with what ends it, and a cell without them. What
    was matched is not tried in other ways: none would do better."""
    sign = re.escape(delimiter)
    return (
        re.compile(rf'[^"]*+(?:""[^"]*+)*+" *(?:{sign}|$)'),
        re.compile(rf"[^{sign}]*(?:{sign}|$)"),
    )


def _cells(text: str, delimiter: str) -> list[str]:
    text = text.lstrip("\ufeff").rstrip("\r\n")
    if '"' not in text:
        return [cell.strip() for cell in text.split(delimiter)]
    row = next(
        csv.reader(text.splitlines(keepends=True), delimiter=delimiter, skipinitialspace=True), []
    )
    return [cell.strip() for cell in row]
