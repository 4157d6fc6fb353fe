"""`manage.py write_docs`: write what is generated from the code: the API's description,
docs/figures.md, docs/formats.md."""

import json
import sys
from collections.abc import Iterable
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandParser

from bunraku.core.figures import figures_markdown
from bunraku.core.follow.month import REPORT_FIGURES
from bunraku.core.formats.csv_out import Column
from bunraku.core.formats.figures_in import OPEN_ENDED
from bunraku.core.formats.mapping import MEANINGS
from bunraku.core.formats.pages_in import HEADINGS as PAGE_HEADINGS
from bunraku.core.formats.table_in import MOST_UNPACKED_BYTES
from bunraku.server.api import api
from bunraku.server.errors import CATALOGUE
from bunraku.server.follow.report import COLUMNS as REPORT_COLUMNS
from bunraku.server.gather.files.api import REFUSED_COLUMNS
from bunraku.server.inputs import MOST_FILE_BYTES
from bunraku.server.plan.export import COLUMNS as PLAN_COLUMNS
from bunraku.server.plan.grid import GRID_COLUMNS
from bunraku.server.plan.linking import LINK_COLUMNS
from bunraku.server.plan.overlaps import OVERLAP_COLUMNS
from bunraku.server.sheet.columns import COLUMNS as SHEET_COLUMNS
from bunraku.server.sheet.export import COLUMNS as KEYWORD_COLUMNS
from bunraku.server.write.away import SHEET_COLUMNS as DRAFT_COLUMNS


def generated() -> dict[str, str]:
    """Path below the root to text, for every generated file."""
    schema = json.loads(json.dumps(api.get_openapi_schema(), default=str))
    return {
        "bunraku/server/openapi.json": json.dumps(schema, indent=1, ensure_ascii=False) + "\n",
        "docs/figures.md": figures_markdown(),
        "docs/formats.md": formats_markdown(),
        "web/src/api/columns.ts": columns_typescript(),
    }


SHOWN = (
    "id",
    "type",
    "heading",
    "help",
    "figure",
    "unit",
    "low",
    "high",
    "shown",
    "sorts",
    "rises",
    "filter",
)
"""What the page knows of a column."""


def columns_typescript() -> str:
    """web/src/api/columns.ts: what the page knows of the sheet's columns."""
    lines = []
    for column in SHEET_COLUMNS:
        known = {name: getattr(column, name) for name in SHOWN}
        known |= {"filter_id": column.asked_as, "names": [name or "none" for name in column.names]}
        lines.append(f"  {json.dumps(known, ensure_ascii=False)},\n")
    return (
        "/** The columns of the sheet, generated from bunraku/server/sheet/columns.py by "
        f"`make docs`; do not edit. */\nexport const COLUMNS = [\n{''.join(lines)}] as const;\n"
    )


def formats_markdown() -> str:
    """docs/formats.md, whole."""
    return f"""# What Bunraku reads and writes

Generated from the code by `make docs`; do not edit.

## What it reads

A file is understood by what is in it, whatever it is called: delimited text (comma, semicolon, tab
or bar), one keyword a line, .xlsx spreadsheets, JSON lines or one JSON list of objects or texts.
Text may be UTF-8 with or without a mark, UTF-16, or an older encoding of one byte a sign (told by
its letters; Windows-1252 where they leave it open). At most {MOST_FILE_BYTES // 10**6} MB; a
spreadsheet may unpack to {MOST_UNPACKED_BYTES // 10**6} MB; of several sheets one is read.

The heading is the first row with a known name for the keyword column, or a row without figures
above rows with figures; it may stand below other rows, or be missing.

A preview with the guessed columns comes first, and nothing is imported before it is confirmed. Good
rows come in, in batches; a row that cannot be taken is kept with its number and the reason, to be
had as CSV: a total, the heading again, a formula, an empty or wordless keyword, one of more than
200 characters, a quotation mark that is never closed, a line that is no JSON, a figure that is
none. The same keyword twice is one. An import that was broken off goes on from the file's beginning
when the worker is back, and ends with the same.

| column | what is read from it | headings that are known |
|---|---|---|
{_lines(f"| {m.name} | {m.about} | {m.headings} |" for m in MEANINGS.values())}

Figures may have thousands separators of any country (the sign before decimals is told by the whole
column, then the table), K, M or B, a currency, a percent sign, or be a range ("100 – 1K"), "<10" (0
to 10) or ">1,000" (up to {OPEN_ENDED:g} times as far). "-", "N/A" and the like are unknown, never
0. Searches that are one number become an exact reading, a range a broad one, each with the file as
its source and the day of import as its date; so do clicks, times shown and position of your own
report.

## Results pages that it reads

A table with a result a row, of any of the kinds above, its heading in the first row; keyword and
address are needed. Without a position, results stand in the order of the rows; a second result at
a position is refused, a hole stays one. A row whose kind is ad, paid or sponsored is counted as an
ad and is no result. What is not told stays unknown, and a chance says on how many results it rests.
One keyword's page may also be noted by hand: title and address a line, in either order, or on
two.

| column | headings that are known |
|---|---|
{_lines(f"| {name} | {words} |" for name, words in PAGE_HEADINGS.items())}

## Reports on one's own pages that it reads

On Follow: a table with a page and a query a line, of any of the kinds above, its columns guessed as
for keywords; the page, the query, and clicks or times shown are needed. A column called Date, Day
or the like gives the day, whichever comes first in it told by the whole column; without one the
report is of the days up to today. A table of pages and their visits, without a query, is taken as
all visits of each page. A line of a page, query and day that is there already is replaced.

## Figures of months that it reads

A table with a column Month ("2026-10", "October 2026", or any day of it), one called Outlet where
there are several, and a column for each figure. A figure that is there already is replaced; empty
cells change nothing.

| column | what it is |
|---|---|
{_lines(f"| {figure.name} | {figure.about} |" for figure in REPORT_FIGURES)}

## CSV that it writes

UTF-8 with a byte-order mark, commas, a heading row, lines ended by carriage return and line feed
(RFC 4180). Numbers are plain numbers with a point. Unknown is empty, never 0. Days are ISO 8601. A
text that begins with `=`, `+`, `-`, `@`, a tab or a return (or their full-width forms) has an
apostrophe before it, so that no spreadsheet runs it as a formula.

### Keywords

`GET /api/projects/{{id}}/keywords.csv`, with the filters and the order of the sheet; every keyword
that matches.

{_table(KEYWORD_COLUMNS)}

### Plan

`GET /api/projects/{{id}}/plan.csv` and `plan.xlsx`; a line a piece, in order of month, what is left
out last. In a workbook texts are written as texts, so that nothing in it runs.

{_table(PLAN_COLUMNS)}

Edited, either comes back (`POST …/plan/file`): pieces are known again by Id; of the other columns
Piece, Kind, Outlet, Month, Hours, State, Made by, Due, Hours spent, Title in reserve, Parked idea,
Tags, Address and Note are taken, whatever their order. Months and days may be written in words.
What differs, what cannot be read (with its row) and what is missing is told before anything
changes.

### Links between pieces

`GET /api/projects/{{id}}/plan/links.csv`.

{_table(LINK_COLUMNS)}

### Overlaps

`GET /api/projects/{{id}}/plan/overlaps.csv`.

{_table(OVERLAP_COLUMNS)}

### Fields of all pieces

`GET /api/projects/{{id}}/drafts.csv`, `drafts.xlsx` and (as a list of objects) `drafts.json`; a
line a piece, a column a field.

{_table(DRAFT_COLUMNS)}

Edited, the first two come back (`POST …/drafts/file`): pieces are known again by Id, a column that
is missing leaves its field as it is, an empty cell empties it. Differences are shown before they
are taken; what a spreadsheet cut off (its cells hold 32,767 characters) stays as it was.

### Combinations

`GET /api/projects/{{id}}/grid.xlsx?channel=…&theme=…`; a combination a row, also those that are
missing.

{_table(GRID_COLUMNS)}

### Month's report

`GET /api/projects/{{id}}/follow/report.csv?month=…&outlet=…` and `report.xlsx`; the figures of a
month, places, what was published and changed, next month's work. Without an outlet: all of them.

{_table(REPORT_COLUMNS)}

### Refused rows

`GET /api/projects/{{id}}/refused.csv?job=…`; the rows that an import could not take.

{_table(REFUSED_COLUMNS)}

## Other formats that it writes

- `plan.ics`: the plan's days as iCalendar (RFC 5545), an all-day event for each piece with the day
  it is due, else must be out by, else the last of its month; its address leads to the piece.
- `briefs.md` and `briefs.docx` (`?ids=…&ids=…`): briefs of up to fifty pieces, as Markdown
  (CommonMark with tables) and as DOCX on A4.

- `pieces/{{piece}}/draft.md`, `.html`, `.txt`, `.json`, `.csv`: what is written for a piece. A page
  as Markdown has its title, address and description above its text, between lines of three hyphens.
  HTML that somebody typed is written out as text.

What exists already is read from HTML (title, description, canonical address, the main part of the
page as Markdown, pictures with their texts; scripts and all that would load something are left out,
unrun and told), from Markdown with or without such lines above, and for videos and listings from
text as it was copied: its first line is the title; lines such as "Tags:", times, bullets and
hashtags are told by their looks.

## JSON

The page's own API is open to scripts of the signed-in person: `GET /api/openapi.json` describes it.
What changes something needs the cookie `csrftoken` sent back as the header `X-CSRFToken`. Errors
are `application/problem+json` (RFC 9457): a stable `code`, in `title` the kind of problem, in
`detail` what happened, the `field` it is about and a `hint`:

| code | status | meaning |
|---|---|---|
{_lines(f"| {code} | {kind.status} | {kind.about} |" for code, kind in CATALOGUE.items())}
"""


def _table(columns: Iterable[Column]) -> str:
    rows = _lines(f"| {column.name} | {column.about} |" for column in columns)
    return f"| column | what stands in it |\n|---|---|\n{rows}"


def _lines(rows: Iterable[str]) -> str:
    return "\n".join(rows)


class Command(BaseCommand):
    """Writes or checks generated files."""

    help = "Write what is generated from the code; with --check only say what is stale."

    def add_arguments(self, parser: CommandParser) -> None:
        """Whether to check only."""
        parser.add_argument("--check", action="store_true")

    def handle(self, *args: Any, **options: Any) -> None:
        """Write, or compare."""
        stale = []
        for name, text in generated().items():
            path = settings.ROOT / name
            if not path.exists() or path.read_text("utf-8") != text:
                stale.append(name)
                if not options["check"]:
                    path.write_text(text, "utf-8")
        if stale and options["check"]:
            self.stderr.write(f"Stale: {', '.join(stale)}. Run `make docs`.")
            sys.exit(1)
        self.stdout.write(
            f"Written: {', '.join(stale)}." if stale else "All generated files are current."
        )
