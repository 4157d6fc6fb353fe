"""`manage.py write_docs`: write what is generated from the code: documents, and what the page knows
of columns and channels."""

import json
import sys
from collections.abc import Iterable
from dataclasses import asdict
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandParser

from bunraku.core.channels import CHANNELS, FORMS
from bunraku.core.figures import figures_markdown
from bunraku.core.follow.month import REPORT_FIGURES
from bunraku.core.formats.csv_out import Column
from bunraku.core.formats.figures_in import OPEN_ENDED
from bunraku.core.formats.meanings import MEANINGS
from bunraku.core.formats.pages_in import HEADINGS as PAGE_HEADINGS
from bunraku.core.formats.table_in import MOST_UNPACKED_BYTES
from bunraku.core.steps import steps_markdown
from bunraku.server.errors import CATALOGUE
from bunraku.server.follow.report import COLUMNS as REPORT_COLUMNS
from bunraku.server.gather.files.api import REFUSED_COLUMNS
from bunraku.server.inputs import MOST_FILE_BYTES
from bunraku.server.plan.export_plan import COLUMNS as PLAN_COLUMNS
from bunraku.server.plan.grid import GRID_COLUMNS
from bunraku.server.plan.linking import LINK_COLUMNS
from bunraku.server.plan.overlaps import OVERLAP_COLUMNS
from bunraku.server.sheet.columns import COLUMNS as SHEET_COLUMNS
from bunraku.server.sheet.export_keywords import COLUMNS as KEYWORD_COLUMNS
from bunraku.server.start.management.commands.write_schema import described
from bunraku.server.start.operations import operations_markdown
from bunraku.server.write.export_drafts import SHEET_COLUMNS as DRAFT_COLUMNS


def generated() -> dict[str, str]:
    """Path below the root to text, for every generated file."""
    return {
        "docs/operations.md": operations_markdown(described()),
        "docs/figures.md": figures_markdown(),
        "docs/steps.md": steps_markdown(),
        "docs/formats.md": formats_markdown(),
        "web/src/api/columns.ts": columns_typescript(),
        "web/src/api/channels.ts": channels_typescript(),
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


def channels_typescript() -> str:
    """web/src/api/channels.ts: what the page knows of channels and of what is written for them."""
    channels = [
        {
            "id": channel.id,
            "name": channel.name,
            **asdict(channel.words),
            "most_standing": channel.ranking.most_standing,
            "counted": channel.ranking.standing_top is not None,
            **{name: asdict(channel)[name] for name in ("levels", "facts", "facts_in_full")},
            "sorted_by": channel.sorted_by,
            "columns": channel.columns,
            "form": channel.form.id,
        }
        for channel in CHANNELS.values()
    ]
    forms = {
        form.id: {
            **{name: getattr(form, name) for name in ("one", "many", "preview")},
            "has_body": form.has("body"),
        }
        for form in FORMS.values()
    }
    lines = "".join(f"  {json.dumps(known, ensure_ascii=False)},\n" for known in channels)
    return (
        "/** Channels and what is written for them, generated from bunraku/core/channels by "
        f"`make docs`; do not edit. */\nexport const CHANNELS = [\n{lines}] as const;\n"
        f"export const FORMS = {json.dumps(forms, ensure_ascii=False)} as const;\n"
    )


def formats_markdown() -> str:
    """docs/formats.md, whole."""
    return f"""# Formats that Bunraku imports and exports

Generated from the code by `make docs`; do not edit.

## Keywords

A file is recognised by its content, whatever its name: delimited text (comma, semicolon, tab or
bar), one keyword per line, .xlsx spreadsheets, JSON lines, or a JSON list of objects or texts. Text
may be UTF-8 with or without a byte-order mark, UTF-16, or an older single-byte encoding (recognised
by its letters; Windows-1252 if they do not decide it). At most {MOST_FILE_BYTES // 10**6} MB; a
spreadsheet may unpack to {MOST_UNPACKED_BYTES // 10**6} MB; of several sheets one is read.

The heading is the first row with a known name for the keyword column, or a row without figures
above rows with figures. It may be below other rows, or missing.

First comes a preview with the columns as recognised; nothing is imported before you confirm. Good
rows are imported in batches. A rejected row is kept with its number and the reason, available as
CSV: a total, a row for another country, a repeated heading, a formula, an empty keyword or one
without words, one of more than 200 characters, a quotation mark that is never closed, a line that
is not JSON, a figure that is not a number. The same keyword twice counts once. An interrupted
import starts again from the beginning of the file when the worker is back, with the same result.

The preview names every column that is not used, with the reason. What may matter to a person is
kept as the keyword's note, each with its heading before it.

| column | what it means | headings that are recognised |
|---|---|---|
{_lines(f"| {m.name} | {m.about} | {m.headings} |" for m in MEANINGS.values())}

Figures may have thousands separators of any country (which sign is the decimal one is decided by
the whole column, then the table), K, M or B, a currency, a percent sign, or be a range
("100 – 1K"), "<10" (0 to 10) or ">1,000" (up to {OPEN_ENDED:g} times as much). "-", "N/A" and the
like are unknown, never 0. Searches given as one number count as exact match, a range as broad
match, each with the file as its source and the day of import as its date; so do clicks, impressions
and position of your search performance report.

## Results pages

A table with one result per row, in any of the formats above, its heading in the first row; keyword
and URL are needed. Without a position, results are in the order of the rows. A second result at a
position is rejected; a gap stays a gap. A row whose kind is ad, paid or sponsored counts as an ad,
not as a result. What is not given stays unknown, and the chance says how many results it is based
on. You can also enter the page of one keyword by hand: title and URL on one line, in either order,
or on two.

| column | headings that are recognised |
|---|---|
{_lines(f"| {name} | {words} |" for name, words in PAGE_HEADINGS.items())}

## Search performance reports

On Follow: a table with one page and query per row, in any of the formats above, its columns
recognised as for keywords. Page, query, and clicks or impressions are needed. A column called Date,
Day or the like gives the day; whether day or month comes first is decided by the whole column.
Without one the report is for the days up to today. A table of pages and their visits, without
queries, gives the total visits of each page. A row for the same page, query and day replaces the
earlier one.

## Monthly figures

A table with a column Month ("2026-10", "October 2026", or any day of it), one called Outlet if
there are several, and a column for each figure. New figures replace existing ones; empty cells
change nothing.

| column | what it is |
|---|---|
{_lines(f"| {figure.name} | {figure.about} |" for figure in REPORT_FIGURES)}

## CSV exports

UTF-8 with a byte-order mark, commas, a heading row, lines ending in carriage return and line feed
(RFC 4180). Numbers are plain numbers with a point. Unknown is empty, never 0. Days are ISO 8601. A
text that begins with `=`, `+`, `-`, `@`, a tab or a return (or their full-width forms) is
preceded by an apostrophe, so that no spreadsheet runs it as a formula.

### Keywords

`GET /api/projects/{{id}}/keywords.csv`, with the filters and the order of the table; every keyword
that matches.

{_table(KEYWORD_COLUMNS)}

### Plan

`GET /api/projects/{{id}}/plan.csv` and `plan.xlsx`; one row per piece, in order of month,
unscheduled pieces last. In a spreadsheet texts are written as texts, so that nothing in it runs.

{_table(PLAN_COLUMNS)}

Either can be imported after editing (`POST …/plan/file`). Pieces are matched by Id; of the other
columns Piece, Kind, Outlet, Month, Hours, Status, Owner, Due, Hours spent, Alternative title, Idea
for later, Tags, URL and Note are used, in any order. Headings of earlier versions (State, Made by,
Title in reserve, Parked idea, Address) are still recognised. Months and days may be written in
words. Differences, cells that cannot be read (with their row) and missing pieces are shown before
anything changes.

### Links between pieces

`GET /api/projects/{{id}}/plan/links.csv`.

{_table(LINK_COLUMNS)}

### Overlaps

`GET /api/projects/{{id}}/plan/overlaps.csv`.

{_table(OVERLAP_COLUMNS)}

### Fields of all pieces

`GET /api/projects/{{id}}/drafts.csv`, `drafts.xlsx` and (as a list of objects) `drafts.json`; one
row per piece, one column per field.

{_table(DRAFT_COLUMNS)}

The first two can be imported after editing (`POST …/drafts/file`). Pieces are matched by Id; a
missing column leaves its field as it is, an empty cell empties it. Differences are shown before
they are applied; text that a spreadsheet cut off (its cells hold 32,767 characters) stays
as it was.

### Combinations

`GET /api/projects/{{id}}/grid.xlsx?channel=…&theme=…`; one combination per row, including the
missing ones.

{_table(GRID_COLUMNS)}

### Monthly report

`GET /api/projects/{{id}}/follow/report.csv?month=…&outlet=…` and `report.xlsx`; the figures of a
month, rankings, what was published and changed, next month's work. Without an outlet: all outlets.

{_table(REPORT_COLUMNS)}

### Rejected rows

`GET /api/projects/{{id}}/refused.csv?job=…`; the rows that an import rejected.

{_table(REFUSED_COLUMNS)}

## Other exports

- `plan.ics`: the plan's days as iCalendar (RFC 5545), an all-day event for each piece with the day
  it is due, else its publish-by date, else the last day of its month; its URL opens the piece.
- `briefs.md` and `briefs.docx` (`?ids=…&ids=…`): briefs of up to fifty pieces, as Markdown
  (CommonMark with tables) and as DOCX on A4.
- `pieces/{{piece}}/draft.md`, `.html`, `.txt`, `.json`, `.csv`: the text of a piece. A page as
  Markdown has its title, URL and description above its text, between lines of three hyphens. HTML
  typed by a person is exported as text.

Published texts are imported from HTML (title, description, canonical URL, the main part of the page
as Markdown, pictures with alt text; scripts and anything that would load something are ignored and
listed), from Markdown with or without such lines above, and for videos and listings from copied
text: its first line is the title; lines such as "Tags:", times, bullets and hashtags are recognised
by their form.

## JSON

Scripts of the signed-in person can use the same API as the pages: `GET /api/openapi.json` describes
it. Requests that change something need the cookie `csrftoken` sent back as the header
`X-CSRFToken`. Errors are `application/problem+json` (RFC 9457): a stable `code`, in `title` the
kind of problem, in `detail` what happened, the `field` it is about and a `hint`:

| code | status | meaning |
|---|---|---|
{_lines(f"| {code} | {kind.status} | {kind.about} |" for code, kind in CATALOGUE.items())}
"""


def _table(columns: Iterable[Column]) -> str:
    rows = _lines(f"| {column.name} | {column.about} |" for column in columns)
    return f"| column | content |\n|---|---|\n{rows}"


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
