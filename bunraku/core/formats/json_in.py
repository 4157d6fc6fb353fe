"""Rows of JSON lines, or of one JSON list: of objects with named values, or of plain texts."""

import json
from collections.abc import Iterable, Iterator, Sized
from dataclasses import dataclass
from itertools import chain, islice
from typing import TextIO

from bunraku.core.formats.bad_file import BadFile
from bunraku.core.formats.mapping import names_keywords

NAMED_BY = 100
"""Objects at the top whose names become the columns."""
DEEPEST = 4
"""How deep objects may stand in objects to be told apart."""
MOST_NAMES = 200
"""More names than any report has columns; those beyond are not looked at."""
MOST_LIST_CHARACTERS = 60_000_000
"""A list is read whole, unlike lines: more than this would not fit beside everything else."""
_OTHER_SHAPE = "The JSON must have one object or text per line, or be one list of them."


@dataclass(frozen=True)
class _Unreadable:
    """A line that is no JSON."""


def json_rows(file: TextIO) -> Iterator[tuple[int, list[str] | str]]:
    """Rows of a JSON file: first, as row 0, the names; then each entry with its line (or its place
    in the list), as cells in the order of the names, or as a text why it cannot be taken.

    Parameters: `file`, read from its beginning. Returns: an iterator; a file of plain texts has no
    row 0. Raises: `BadFile` for a list that is no JSON, and where neither objects nor texts are in
    it. Cost: linear; lines are read as they are asked for, a list as a whole, up to
    `MOST_LIST_CHARACTERS`."""
    entries = _entries(file)
    first = list(islice(entries, NAMED_BY))
    names = list(
        dict.fromkeys(
            name for _, entry in first if isinstance(entry, dict) for name in _flat(entry)
        )
    )[:MOST_NAMES]
    if not names and not any(isinstance(entry, str) for _, entry in first):
        raise BadFile(_OTHER_SHAPE)
    if names:
        yield 0, names
    for number, entry in chain(first, entries):
        yield number, _cells(entry, names)


def _entries(file: TextIO) -> Iterator[tuple[int, object]]:
    lines = enumerate(file, start=1)
    filled = (
        (number, line.lstrip("\ufeff")) for number, line in lines if line.strip("\ufeff \r\n\t")
    )
    first = next(filled, None)
    if first is None:
        return
    if first[1].lstrip().startswith("[") or not _is_json(first[1]):
        yield from enumerate(_whole_list(first[1], (line for _, line in filled)), start=1)
        return
    second = next(filled, None)
    if second is None:
        # One object, or one a line of which there is one: its own list, where it holds one, is
        # what was meant.
        yield from enumerate(_rows_of(json.loads(first[1])), start=1)
        return
    for number, line in chain([first, second], filled):
        try:
            yield number, json.loads(line)
        except (ValueError, RecursionError):
            yield number, _Unreadable()


def _whole_list(first: str, rest: Iterable[str]) -> list[object]:
    text = first
    for line in rest:
        text += line
        if len(text) > MOST_LIST_CHARACTERS:
            raise BadFile(
                "The JSON list is too long to be read in one go; write one object per line instead."
            )
    try:
        whole = json.loads(text)
    except ValueError as error:
        raise BadFile(f"The JSON list cannot be read: {error}.") from error
    except RecursionError as error:
        raise BadFile(_OTHER_SHAPE) from error
    return _rows_of(whole)


def _is_json(line: str) -> bool:
    try:
        json.loads(line)
    except (ValueError, RecursionError):
        return False
    return True


def _rows_of(whole: object) -> list[object]:
    """The rows that one piece of JSON is: a list itself; of an object its longest list of objects
    or texts, else the object."""
    if isinstance(whole, list):
        return whole
    if isinstance(whole, dict):
        lists = [v for v in whole.values() if isinstance(v, list) and v]
        inner = [v for v in whole.values() if isinstance(v, dict)]
        lists += [v for each in inner for v in each.values() if isinstance(v, list) and v]
        rows = [v for v in lists if all(isinstance(entry, (dict, str)) for entry in v)]
        named = any(isinstance(v, str) for v in whole.values())
        if rows and not (named and all(isinstance(entry, str) for v in rows for entry in v)):
            return max(rows, key=len)
        if not names_keywords([list(_flat(whole))]):
            raise BadFile("There is no list in it.")
    return [whole]


def _flat(entry: dict[str, object], before: str = "") -> dict[str, object]:
    """An object whose objects are told by their names one after the other: "figures volume"."""
    flat: dict[str, object] = {}
    for name, value in entry.items():
        if isinstance(value, dict) and before.count(" ") < DEEPEST:
            flat |= _flat(value, f"{before}{name} ")
        else:
            flat[f"{before}{name}"] = value
    return flat


def _cells(entry: object, names: list[str]) -> list[str] | str:
    if isinstance(entry, dict):
        flat = _flat(entry)
        return [_cell(flat.get(name)) for name in names]
    if isinstance(entry, str) and not names:
        return [entry]
    if isinstance(entry, _Unreadable):
        return "This line is not JSON."
    return (
        "This is not an object with named values, as the others are."
        if names
        else "This is not text, as the others are."
    )


def _how_many(of: Sized) -> str:
    return "1 entry" if len(of) == 1 else f"{len(of)} entries"


def _cell(value: object) -> str:
    if value is None:
        return ""
    if isinstance(value, list):
        # Texts and numbers side by side; of more than that, how much there is.
        plain = all(isinstance(part, (str, int, float)) for part in value)
        return "; ".join(map(str, value)) if plain else _how_many(value)
    if isinstance(value, dict):
        return _how_many(value)
    if isinstance(value, bool):
        return "yes" if value else "no"
    return str(value).strip()
