"""The plan as CSV and XLSX: a line a piece, to be edited and brought back."""

from collections.abc import Iterator, Sequence

from bunraku.core.channels import IN_WORDS, KINDS
from bunraku.core.formats.csv_out import Cell, Column, csv_lines
from bunraku.core.formats.xlsx_out import xlsx_bytes
from bunraku.server.plan.selectors import PieceFigures

COLUMNS = (
    Column("Id", "The piece's number: an imported plan is matched by it."),
    Column("Piece", "Working title."),
    Column(
        "Kind", "Article, buying guide, landing page, location page, home page, video or listing."
    ),
    Column("Outlet", "Where it is published."),
    Column("Channel", f"{IN_WORDS}."),
    Column("Month", "First day of the month it is planned for; empty if not scheduled."),
    Column("Pinned", "yes if the month was set by hand."),
    Column(
        "Publish by",
        "The day to publish it by to catch the rise in searches; empty without a season.",
    ),
    Column("Hours", "Hours it takes."),
    Column("Main keyword", "The keyword that only this piece targets."),
    Column("Secondary keywords", "Its other keywords, separated by semicolons."),
    Column("Keywords", "How many keywords it covers."),
    Column("Searches a month", "Sum over its keywords, an estimate."),
    Column("Worth a month", "Sum over its keywords, in the project's currency."),
    Column("Chance of page one (0-1)", "For its main keyword."),
    Column("Status", "idea, agreed, writing, ready or live."),
    Column("Owner", "Who is responsible for it."),
    Column("Due", "The day it is due; empty if none was set."),
    Column("Hours spent", "Hours spent on it so far."),
    Column("Alternative title", "Another title saved with it."),
    Column("Idea for later", "An idea saved with it."),
    Column("Tags", "Chosen tags, separated by semicolons."),
    Column("URL", "Where it is published, or the page that it improves."),
    Column("Note", "Your own notes."),
    Column(
        "Practice",
        "yes if any of its figures is a practice figure.",
    ),
)


def plan_csv(plan: Sequence[PieceFigures]) -> Iterator[str]:
    """The plan in order of month, what is not placed last."""
    return csv_lines(COLUMNS, map(_cells, _in_order(plan)))


def plan_xlsx(plan: Sequence[PieceFigures]) -> bytes:
    """The same as a workbook."""
    return xlsx_bytes("Plan", COLUMNS, map(_cells, _in_order(plan)))


def _in_order(plan: Sequence[PieceFigures]) -> list[PieceFigures]:
    return sorted(plan, key=lambda f: (f.piece.month is None, str(f.piece.month), f.piece.pk))


def _cells(figures: PieceFigures) -> list[Cell]:
    piece, main = figures.piece, figures.main
    chance = main.chance if main else None
    return [
        piece.pk,
        piece.title,
        KINDS[piece.kind].name,
        piece.outlet.name if piece.outlet else None,
        piece.scope.channel,
        piece.month,
        piece.pinned,
        figures.publish_by.day,
        piece.hours,
        main.text if main else None,
        "; ".join(row.text for row in figures.rows if row is not main),
        len(figures.rows),
        None if figures.volume is None else round(figures.volume),
        None if figures.worth is None else round(figures.worth, 2),
        None if chance is None else round(chance, 3),
        piece.state,
        piece.maker,
        piece.due,
        piece.hours_spent,
        piece.reserve_title,
        piece.parked_idea,
        "; ".join(piece.tags),
        piece.address,
        piece.note,
        figures.practice,
    ]
