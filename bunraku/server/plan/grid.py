"""The grid of combinations of a theme: what is searched, what serves it, what is missing."""

from typing import Any

import numpy as np

from bunraku.core.cluster.grid import Grid, combination, grid_of
from bunraku.core.formats.csv_out import Cell as Value
from bunraku.core.formats.csv_out import Column
from bunraku.core.formats.xlsx_out import xlsx_bytes
from bunraku.core.text import identity_key
from bunraku.server.cluster.models import Cluster
from bunraku.server.cluster.shaping import find_theme
from bunraku.server.plan.models import PieceKeyword
from bunraku.server.projects.models import Project
from bunraku.server.readings.buying import price_of_kind
from bunraku.server.readings.providers import sources
from bunraku.server.sheet.models import IN_PLAY, Keyword, Row, Scope
from bunraku.server.sheet.ordering import ordered
from bunraku.server.sheet.scopes import find_scope
from bunraku.server.weigh.measuring import MEASURED

MOST_KEYWORDS = 20_000
"""Keywords that a grid is made from, those searched most."""


def grid_told(project: Project, channel: str, theme_id: int | None) -> dict[str, Any]:
    """A theme's grid, or (None) that of all of a channel: base terms by modifiers and places; for
    each combination there is its searches, chance, worth and the piece that serves it; those that
    are missing as they would be searched. Raises: not_found. Six queries whatever its size."""
    scope = find_scope(project, channel)
    theme = None if theme_id is None else find_theme(project, theme_id)
    rows = _rows(scope, theme_id)
    grid = grid_of(
        [row.text for row in rows],
        np.array([np.nan if row.volume is None else row.volume for row in rows], dtype=np.float64),
        scope.language,
        project.places,
    )
    columns = [*grid.columns[: grid.places], *_other_places(project, grid)]
    places = len(columns)
    columns += grid.columns[grid.places :]
    served = _served(scope, [rows[cell.keyword] for cell in grid.cells])
    order = _order(grid, columns)
    cells = [_cell(rows[cell.keyword], cell, order, served) for cell in grid.cells]
    there = {(cell["row"], cell["column"]) for cell in cells}
    missing = _missing(project, scope, grid, columns, there)
    asked = any(sources(project)[what] for what in MEASURED)
    return {
        "theme": str(theme) if theme else "",
        "keywords": len(rows),
        "rows": list(grid.rows),
        "columns": columns,
        "places": places,
        "cells": cells,
        "missing": missing,
        "price_each": sum(price_of_kind(project, what) for what in MEASURED) / 10 if asked else 0,
    }


def _rows(scope: Scope, theme_id: int | None) -> list[Row]:
    held = Row.objects.filter(scope=scope, state__in=IN_PLAY)
    if theme_id is not None:
        clusters = Cluster.objects.filter(scope=scope, theme=theme_id)
        held = held.filter(cluster__in=clusters.values("pk"))
    return list(ordered(held, "volume", descending=True)[:MOST_KEYWORDS])


def _other_places(project: Project, grid: Grid) -> list[str]:
    """Places of the project that no keyword names yet: they are what is missing most."""
    there = {identity_key(name) for name in grid.columns[: grid.places]}
    return [name for name in project.places if identity_key(name) not in there]


def _order(grid: Grid, columns: list[str]) -> dict[int, int]:
    """Where the grid's columns stand among those shown; the base term alone comes first, at −1."""
    return {-1: -1, **{n: columns.index(name) for n, name in enumerate(grid.columns)}}


def _served(scope: Scope, rows: list[Row]) -> dict[int, tuple[int, str]]:
    owned = PieceKeyword.objects.filter(scope=scope, keyword__in=[row.keyword_id for row in rows])
    told = owned.values_list("keyword", "piece", "piece__title")
    return {keyword: (piece, title) for keyword, piece, title in told}


def _cell(
    row: Row, cell: Any, order: dict[int, int], served: dict[int, tuple[int, str]]
) -> dict[str, Any]:
    piece, title = served.get(row.keyword_id, (None, ""))
    return {
        "row": cell.row,
        "column": order[cell.column],
        "id": row.pk,
        "text": row.text,
        "volume": cell.volume if row.volume is not None else None,
        "chance": row.chance,
        "worth": row.worth,
        "piece": piece,
        "piece_title": title,
    }


def _missing(
    project: Project, scope: Scope, grid: Grid, columns: list[str], there: set[tuple[int, int]]
) -> list[dict[str, Any]]:
    """Combinations that nobody gathered, as they would be searched; those that the project holds
    and left out are none."""
    found = {
        (row, column): combination(base, name, scope.language) if name else base
        for row, base in enumerate(grid.rows)
        for column, name in enumerate(["", *columns], start=-1)
        if (row, column) not in there
    }
    keys = {identity_key(text): at for at, text in found.items()}
    known = set(
        Keyword.objects.filter(project=project, key__in=list(keys)).values_list("key", flat=True)
    )
    return [
        {"row": row, "column": column, "text": text}
        for (row, column), text in found.items()
        if identity_key(text) not in known
    ]


GRID_COLUMNS = (
    Column("Base term", "What the combination is about."),
    Column("Modifier or place", "The modifier or place; empty for the base term alone."),
    Column("Keyword", "As it is searched, or would be."),
    Column("Searches a month", "Of all keywords that say it; empty where not known."),
    Column("Chance of page one (0-1)", "For the most searched of them."),
    Column("Worth a month", "In the project's currency."),
    Column("Covered by", "The piece that covers it; empty if none does."),
    Column("Gathered", "yes where the project has it."),
)


def grid_xlsx(project: Project, channel: str, theme_id: int | None) -> bytes:
    """The grid as a workbook, a combination a row."""
    told = grid_told(project, channel, theme_id)

    def name(column: int) -> str:
        return "" if column < 0 else str(told["columns"][column])

    lines: list[list[Value]] = [
        [
            told["rows"][cell["row"]],
            name(cell["column"]),
            cell["text"],
            cell["volume"],
            cell["chance"],
            cell["worth"],
            cell["piece_title"],
            True,
        ]
        for cell in told["cells"]
    ]
    lines += [
        [told["rows"][one["row"]], name(one["column"]), one["text"], None, None, None, "", False]
        for one in told["missing"]
    ]
    return xlsx_bytes(told["theme"] or "Combinations", GRID_COLUMNS, lines)
