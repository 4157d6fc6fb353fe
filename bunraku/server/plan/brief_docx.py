"""Briefs as a DOCX file: A4, one after the other, each on a page of its own."""

from collections.abc import Sequence
from io import BytesIO
from typing import Any

import docx
from docx.shared import Mm, Pt

from bunraku.core.plan.brief import Brief, Section


def briefs_docx(briefs: Sequence[Brief]) -> bytes:
    """Briefs as a file that word processors open."""
    document: Any = docx.Document()
    page = document.sections[0]
    page.page_width, page.page_height = Mm(210), Mm(297)
    page.left_margin = page.right_margin = Mm(20)
    page.top_margin = page.bottom_margin = Mm(18)
    document.styles["Normal"].font.size = Pt(10)
    document.core_properties.title = briefs[0].title if len(briefs) == 1 else "Briefs"
    document.core_properties.author = ""
    for number, brief in enumerate(briefs):
        if number:
            document.add_page_break()
        document.add_heading(brief.title, level=1)
        document.add_paragraph(brief.about)
        for section in brief.sections:
            _add(document, section)
    written = BytesIO()
    document.save(written)
    return written.getvalue()


def _add(document: Any, section: Section) -> None:
    document.add_heading(section.name, level=2)
    for line in section.lines:
        document.add_paragraph(line)
    for point in section.points:
        document.add_paragraph(point, style="List Bullet")
    if not section.rows:
        return
    table = document.add_table(rows=1, cols=len(section.head), style="Table Grid")
    for cell, text in zip(table.rows[0].cells, section.head, strict=True):
        cell.paragraphs[0].add_run(text).bold = True
    for row in section.rows:
        for cell, text in zip(table.add_row().cells, row, strict=True):
            cell.text = text
