"""Results pages that a person brings: in a file, as a job; of one keyword, noted by hand."""

from datetime import date
from typing import Any

from django.db import transaction

from bunraku.core.channels import ChannelId
from bunraku.core.formats.pages_in import BroughtPage, BroughtPages, pasted_page, read_pages
from bunraku.core.formats.row_in import Refused
from bunraku.core.gather.merge import Merged
from bunraku.core.gather.merge import Origin as Came
from bunraku.server.clock import today
from bunraku.server.errors import BunrakuError, not_found
from bunraku.server.gather.brought import Bringing, Brought
from bunraku.server.gather.files.uploads import find_upload, read_whole
from bunraku.server.gather.keeping import keep_merged
from bunraku.server.gather.models import RefusedRow
from bunraku.server.gather.rules.ruleset import rules_of
from bunraku.server.gather.tidying import start_tidying
from bunraku.server.jobs.actions import start_job
from bunraku.server.jobs.kinds import JobKind, job_kind
from bunraku.server.jobs.models import Job
from bunraku.server.jobs.work import Params, Work
from bunraku.server.projects.models import Project
from bunraku.server.readings.providers import file_source, put_file_first
from bunraku.server.readings.storing import keep_readings, take_back
from bunraku.server.sentences import plural
from bunraku.server.sheet.models import Scope
from bunraku.server.sheet.scopes import find_row, scope_of
from bunraku.server.weigh.results.snapshots import BY_HAND
from bunraku.server.weigh.weighing import rows_to_weigh, weigh_rows
from bunraku.sources.protocol import USUAL, Vantage, What

_CHUNK = 500
"""Pages stored at a time."""


class BringPagesParams(Params):
    """Which file, under which name, into which channel, read on which day."""

    upload: int
    name: str
    channel: ChannelId
    on: date


class BroughtPagesResult(Brought):
    """What a file of pages brought: also pages, rows, rows refused and the first of them, figures
    that could not be read, and what its columns were read as."""

    pages: int = 0
    rows: int = 0
    refused: int = 0
    first: str = ""
    unread: int = 0
    columns: list[str] = []


def start_bringing_pages(project: Project, upload_id: int, channel: ChannelId) -> Job:
    """Bring the results pages of a file. Raises: not_found."""
    upload = find_upload(project, upload_id)
    params = BringPagesParams(upload=upload.pk, name=upload.name, channel=channel, on=today())
    return start_job(project, BringPages, params)


@job_kind
class BringPages(JobKind[BringPagesParams, BroughtPagesResult]):
    """Read a file of results pages and weigh its keywords with them. Done again after a kill it
    ends with the same."""

    id = "bring_pages"
    name = "Importing results pages"
    takes = BringPagesParams
    gives = BroughtPagesResult

    def run(self, work: Work[BringPagesParams, BroughtPagesResult]) -> None:
        """Read, then stored part by part."""
        params = work.params
        scope = scope_of(work.project, params.channel)
        brought = self._read(work)
        RefusedRow.objects.filter(job=work.job).delete()
        RefusedRow.objects.bulk_create(
            RefusedRow(job=work.job, number=r.number, text=r.text, code=r.code, message=r.message)
            for r in brought.refused
        )
        source = file_source(params.name)
        put_file_first(work.project, source)
        bringing = Bringing(work, rules_of(work.project))
        keys = list(brought.pages)
        work.start("Importing results pages", len(keys))
        came = Came("import", params.name[:200], source)
        for start in range(0, len(keys), _CHUNK):
            part = {key: brought.pages[key] for key in keys[start : start + _CHUNK]}
            merged = Merged(
                {key: page.text for key, page in part.items()}, {key: [came] for key in part}
            )
            bringing.tally.suggested += len(part)
            keep_merged(work.job, scope, merged, bringing.rules, bringing.tally)
            with transaction.atomic():
                _keep(scope, source, params.on, part)
                rows = rows_to_weigh(scope, keyword__key__in=list(part))
                weigh_rows(scope, rows)
            work.result.pages += len(part)
            bringing.report()
            work.advance(len(part))
        bringing.report(now=True)
        start_tidying(work.project)

    def _read(self, work: Work[BringPagesParams, BroughtPagesResult]) -> BroughtPages:
        upload = find_upload(work.project, work.params.upload)
        brought = read_whole(upload, read_pages)
        result = work.result
        result.rows, result.refused = brought.rows, len(brought.refused)
        result.unread, result.columns = brought.unread, brought.columns
        if brought.refused:
            result.first = f"row {brought.refused[0].number}, {brought.refused[0].message}"
        return brought

    def brought(self, result: BroughtPagesResult) -> str:
        """Pages and refused rows."""
        said = [plural(result.pages, "page") + " brought"]
        if result.refused:
            said.append(f"{plural(result.refused, 'row')} refused (the first: {result.first})")
        if result.unread:
            said.append(f"{plural(result.unread, 'figure')} could not be read")
        return ", ".join(said)

    def title(self, params: BringPagesParams) -> str:
        """The file, as the heading of a run."""
        return params.name


def note_page(project: Project, row_id: int, text: str) -> dict[str, Any]:
    """Keep a page that a person noted: title and address a line. Returns: how many results were
    taken and which lines were not. Raises: not_found, bad_file where no line has an address."""
    row = find_row(project, row_id)
    brought = pasted_page(text)
    page = brought.pages[""]
    if not page.results:
        raise BunrakuError(
            "bad_file",
            "No line has a URL.",
            field="text",
            hint="Put a title and its URL on each line, top result first.",
        )
    source = file_source(BY_HAND)
    with transaction.atomic():
        put_file_first(project, source)
        _keep(row.scope, source, today(), {row.keyword.key: page})
        weigh_rows(row.scope, rows_to_weigh(row.scope, pk=row.pk))
    return {
        "results": len(page.results),
        "refused": [_told(refused) for refused in brought.refused],
    }


def forget_note(project: Project, row_id: int) -> None:
    """Take back what a person noted of a keyword's page. Raises: not_found, also where nothing was
    noted."""
    row = find_row(project, row_id)
    with transaction.atomic():
        if not take_back(row.scope, file_source(BY_HAND), None, [row.keyword.key]):
            raise not_found("page noted by hand")
        weigh_rows(row.scope, rows_to_weigh(row.scope, pk=row.pk))


def _told(refused: Refused) -> str:
    return f"Line {refused.number}, “{refused.text}”: {refused.message}"


def _keep(scope: Scope, source: str, on: date, pages: dict[str, BroughtPage]) -> None:
    """Store pages: what the same source said on that day is replaced. To be called in a
    transaction."""
    take_back(scope, source, on, pages)
    for key, page in pages.items():
        told = {
            "results": page.results,
            "ads": min(page.ads, 20),
            "features": [],
            "questions": [],
            "related": [],
            # Nobody says that nothing else stands there.
            "in_part": True,
        }
        # Ten results and fewer are a first page, as far as anybody noted it.
        depth = max(USUAL.depth, len(page.results))
        vantage = Vantage(depth=depth).seen_by(What.PAGE)
        keep_readings(scope, source, on, [(What.PAGE.value, key, told)], vantage=vantage)
