"""A file's rows made ready for storing. It is done in the process that reads the file, beside the
one that stores what was read before; so nothing here knows the database."""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, field
from datetime import date
from pathlib import Path
from typing import NamedTuple

from bunraku.core.formats.bad_file import BadFile
from bunraku.core.formats.figures_in import Figure
from bunraku.core.formats.keywords_in import Plan
from bunraku.core.formats.reading import read_rows
from bunraku.core.formats.repeated_rows import join_repeated, stands_on_several_rows
from bunraku.core.formats.row_in import Refused, Taken
from bunraku.server.database.packing import pack
from bunraku.server.gather.files.row_readings import readings_of
from bunraku.server.readings.kinds import Answered
from bunraku.sources.protocol import Match


class Stated(NamedTuple):
    """What the person says of a file's figures: the match type and day of its searches, and how
    many months a report without days covers (None: not told)."""

    match: Match
    on: date
    months_covered: float | None = None


@dataclass
class Part:
    """Some rows of a file: how many; each keyword in them that did not stand further up, with its
    text by its key, its readings, note, group and priority; the reasons for refused and doubtful
    rows; how many were refused, stand twice, stand twice with other figures, or have a figure that
    could not be read."""

    rows: int = 0
    texts: dict[str, str] = field(default_factory=dict)
    readings: list[Answered] = field(default_factory=list)
    notes: dict[str, str] = field(default_factory=dict)
    priorities: dict[str, str] = field(default_factory=dict)
    groups: dict[str, str] = field(default_factory=dict)
    told: list[Refused] = field(default_factory=list)
    refused: int = 0
    repeated: int = 0
    differing: int = 0
    unread: int = 0


def parts_of(path: Path, sheet: str, plan: Plan, size: int, stated: Stated) -> Iterator[Part]:
    """A table's parts, in order.

    Parameters: the file, its sheet, how it is read, rows a part, what is said of its figures.
    Returns: its parts. Raises: `BadFile`, after what came before it. Memory grows with the
    keywords' figures; a report of one's own pages is held whole."""
    raw = read_rows(path, sheet, plan, size)
    seen: dict[str, dict[str, Figure]] = {}
    for rows in _joined(raw, size) if stands_on_several_rows(plan.mapping) else raw:
        yield _part(rows, seen, stated)


def _joined(
    parts: Iterable[Sequence[Taken | Refused]], size: int
) -> Iterator[Sequence[Taken | Refused]]:
    """A table's parts with each keyword once. It must be read to its end first; where it breaks
    off, that is said after what came before."""
    rows: list[Taken | Refused] = []
    broken: BadFile | None = None
    try:
        for part in parts:
            rows += part
    except BadFile as bad:
        broken = bad
    whole = join_repeated(rows)
    for start in range(0, len(whole), size):
        yield whole[start : start + size]
    if broken is not None:
        raise broken


def _part(
    rows: Sequence[Taken | Refused], seen: dict[str, dict[str, Figure]], stated: Stated
) -> Part:
    """Each keyword once, as it stood first; those met before are counted, and told where their
    figures are others, as is what could not be read."""
    part = Part(len(rows))
    for row in rows:
        if isinstance(row, Refused):
            part.refused += 1
            part.told.append(row)
            continue
        if row.unread:
            part.unread += 1
            why = "Imported without this figure. " + " ".join(row.unread)
            part.told.append(Refused(row.number, row.text[:60], "figure_unread", why))
        before = seen.get(row.key)
        # A later row with figures beats an earlier one that had none.
        if before is None or (row.figures and not before):
            part.repeated += before is not None
            seen[row.key] = row.figures
            part.texts[row.key] = row.text
            part.readings += [
                (what, key, pack(payload)) for what, key, payload in readings_of(row, *stated)
            ]
            if row.texts.get("note"):
                part.notes[row.key] = row.texts["note"]
            if row.texts.get("group", "").strip():
                part.groups[row.key] = row.texts["group"].strip()[:120]
            if row.texts.get("priority"):
                part.priorities[row.key] = row.texts["priority"]
            continue
        part.repeated += 1
        if any(before.get(name) != figure for name, figure in row.figures.items()):
            part.differing += 1
            why = "It is further up with other figures; those are used."
            part.told.append(Refused(row.number, row.text[:60], "stands_twice", why))
    return part
