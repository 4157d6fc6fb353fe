"""Importing: the rows of a file become keywords and readings, in parts that can be done again; what
is refused is kept with its reason."""

from contextlib import closing
from datetime import date
from pathlib import Path

from django.db import transaction

from bunraku.core.formats.bad_file import BadFile
from bunraku.core.formats.keywords_in import Plan
from bunraku.core.formats.reading import Wanted
from bunraku.core.gather.merge import Merged
from bunraku.core.gather.merge import Origin as Came
from bunraku.installation.confined import TooMuch, confined
from bunraku.server.clock import today
from bunraku.server.database.bulk import insert_many
from bunraku.server.database.parts import in_parts
from bunraku.server.errors import BunrakuError
from bunraku.server.gather.brought import Bringing, Brought
from bunraku.server.gather.files.parts import Part, Stated, parts_of
from bunraku.server.gather.files.row_readings import OWN
from bunraku.server.gather.files.uploads import READING, find_upload, given_up, look, on_disk
from bunraku.server.gather.keeping import keep_merged
from bunraku.server.gather.models import FileGroup, RefusedRow, Upload
from bunraku.server.gather.priorities import pass_priority
from bunraku.server.gather.rules.ruleset import rules_of
from bunraku.server.gather.tidying import start_tidying
from bunraku.server.jobs.actions import start_job
from bunraku.server.jobs.kinds import JobKind, job_kind
from bunraku.server.jobs.models import Job
from bunraku.server.jobs.work import Params, Work
from bunraku.server.projects.models import Project
from bunraku.server.readings.providers import file_source, put_file_first
from bunraku.server.readings.storing import has_said, keep_readings, take_back
from bunraku.server.sentences import plural
from bunraku.server.sheet.models import Decision
from bunraku.server.sheet.scopes import scope_of
from bunraku.server.signals import figures_outdated
from bunraku.sources.protocol import Match

BATCH = 10_000
"""Rows of a file stored between two looks at whether to stop: under a second."""


class ImportParams(Params):
    """Which file, into which channel, and how it is to be read: sheet, row of the heading, meaning
    to column, sign before decimals by column, columns kept as a note with what stands before their
    cells, the only country whose rows are taken ("": of all); the match type of its searches and
    their day (None: the day of the import)."""

    upload: int
    name: str = "A list"
    channel: str
    sheet: str = ""
    heading: int = 0
    mapping: dict[str, int] = {}
    decimals: dict[str, str] = {}
    match: Match = "exact"
    on: date | None = None
    months_covered: float | None = None
    titles: bool = False
    notes: dict[str, str] = {}
    country: str = ""


class Imported(Brought):
    """What a file brought: also rows read, refused and repeated, keywords that stand there again
    with other figures, readings kept, and rows with a figure that could not be read."""

    rows: int = 0
    refused: int = 0
    repeated: int = 0
    differing: int = 0
    figures: int = 0
    unread: int = 0


def start_import(
    project: Project,
    upload_id: int,
    channel: str,
    wanted: Wanted,
    *,
    match: Match = "exact",
    on: date | None = None,
    months_covered: float | None = None,
) -> Job:
    """Import a file into a channel; its searches are of a match type and of a day, and a report of
    one's own without days covers so many months (None: not told). Raises:
    not_found, bad_file, bad_mapping, bad_day for one to come."""
    if on is not None and on > today():
        raise BunrakuError(
            "bad_day", f"{on:%-d %B %Y} is in the future, so it has no figures yet.", field="on"
        )
    upload = find_upload(project, upload_id)
    looked = look(upload, wanted)
    plan = looked.plan
    if "keyword" not in plan.mapping:
        raise BunrakuError("bad_mapping", "Choose the keyword column.", field="mapping")
    params = ImportParams(
        upload=upload.pk,
        name=upload.name,
        channel=channel,
        sheet=looked.table.sheet,
        heading=plan.heading,
        mapping=dict(plan.mapping),
        decimals={str(column): sign for column, sign in plan.decimals.items()},
        match=match,
        on=on or today(),
        months_covered=months_covered,
        titles=plan.titles,
        notes={str(column): label for column, label in plan.notes.items()},
        country=plan.country,
    )
    return start_job(project, Import, params)


@job_kind
class Import(JobKind[ImportParams, Imported]):
    """Read a file from its beginning to its end. Done again from the start after a kill, it ends
    with the same: keywords, origins, readings and refused rows that are there already stay as they
    are."""

    id = "import"
    name = "Importing"
    takes = ImportParams
    gives = Imported

    def run(self, work: Work[ImportParams, Imported]) -> None:
        """Batch by batch."""
        params = work.params
        upload = Upload.objects.filter(project=work.project, pk=params.upload).first()
        if upload is None:
            raise BunrakuError(
                "not_found", "The file is gone: it is kept for a week.", hint="Import it again."
            )
        decimals = {int(column): sign for column, sign in params.decimals.items()}
        notes = {int(column): label for column, label in params.notes.items()}
        plan = Plan(params.heading, params.mapping, decimals, params.titles, notes, params.country)
        storing = _Storing(work, plan)
        try:
            with on_disk(upload) as path:
                work.start("Reading the file", upload.size_bytes and _rows_about(upload, path))
                RefusedRow.objects.filter(job=work.job).delete()
                # Read by another process while this one stores what was read before.
                stated = Stated(params.match, storing.on, params.months_covered)
                given = (path, params.sheet, plan, BATCH, stated)
                with closing(confined(parts_of, *given, bounds=READING)) as parts:
                    for part in parts:
                        storing.take(part)
                        work.advance(part.rows)
        except BadFile as bad:
            work.result.remark(f"{bad} What came before it is in.")
        except TooMuch as bound:
            work.result.remark(f"{given_up(bound, READING)} What came before it is in.")
        finally:
            storing.bringing.report(now=True)
        start_tidying(work.project)
        if work.result.figures:
            fresh = (storing.scope.pk, storing.source, storing.on)
            figures_outdated.send(sender=Project, project=work.project, fresh=fresh, settings=False)

    def brought(self, result: Imported) -> str:
        """New, known and left out; repeated and refused rows."""
        return result.in_words(
            plural(result.repeated, "repeat") if result.repeated else "",
            f"{plural(result.differing, 'keyword')} again with other figures; the first are used"
            if result.differing
            else "",
            f"{plural(result.refused, 'row')} refused" if result.refused else "",
            f"{plural(result.unread, 'row')} with a figure that could not be read"
            if result.unread
            else "",
        )

    def title(self, params: ImportParams) -> str:
        """The file, as the heading of a run."""
        return params.name


def _rows_about(upload: Upload, path: Path) -> int:
    """About how many rows a file has: its lines; of a spreadsheet, from its size."""
    with path.open("rb") as file:
        if file.read(2) == b"PK":
            return max(upload.size_bytes // 25, 1)
        file.seek(0)
        return sum(chunk.count(b"\n") for chunk in iter(lambda: file.read(1_000_000), b"")) or 1


class _Storing:
    """Stores a file's parts, and counts what they hold."""

    def __init__(self, work: Work[ImportParams, Imported], plan: Plan) -> None:
        self.work = work
        self.scope = scope_of(work.project, work.params.channel)
        self.bringing = Bringing(work, rules_of(work.project))
        method = "report" if any(meaning in plan.mapping for meaning in OWN) else "import"
        self.source = file_source(work.params.name)
        self.on = work.params.on or today()
        put_file_first(work.project, self.source)
        # The same file again on its day: what it says now takes the place of what it said.
        self.again = has_said(self.scope, self.source, self.on)
        self.came = Came(method, work.params.name[:200], self.source)

    def take(self, part: Part) -> None:
        """Keep the keywords of a part with their figures and notes; note what is told of rows."""
        job, result, bringing = self.work.job, self.work.result, self.bringing
        RefusedRow.objects.bulk_create(
            RefusedRow(job=job, number=r.number, text=r.text, code=r.code, message=r.message[:300])
            for r in part.told
        )
        merged = Merged(part.texts, {key: [self.came] for key in part.texts})
        bringing.tally.suggested += len(part.texts)
        ids = keep_merged(job, self.scope, merged, bringing.rules, bringing.tally)
        with transaction.atomic():
            if self.again:
                take_back(self.scope, self.source, self.on, {key for _, key, _ in part.readings})
            keep_readings(self.scope, self.source, self.on, part.readings)
            self._store_notes({ids[key]: note for key, note in part.notes.items() if key in ids})
        with transaction.atomic():
            grouped = ((ids[key], name) for key, name in part.groups.items() if key in ids)
            same = {"scope": self.scope.pk}
            insert_many(
                FileGroup, ("keyword", "name"), grouped, same=same, unique=("scope", "keyword")
            )
        marked = {ids[key]: mark for key, mark in part.priorities.items() if key in ids}
        pass_priority(self.scope, marked)
        result.rows += part.rows
        result.refused += part.refused
        result.repeated += part.repeated
        result.differing += part.differing
        result.unread += part.unread
        result.figures += len(part.readings)
        bringing.report()

    def _store_notes(self, notes: dict[int, str]) -> None:
        """Notes of the file on keywords; what the person noted stays."""
        for part in in_parts(list(notes)):
            decided = Decision.objects.filter(scope=self.scope, keyword__in=part)
            noted = set(decided.exclude(note="").values_list("keyword", flat=True))
            Decision.objects.bulk_create(
                (
                    Decision(scope=self.scope, keyword_id=pk, note=notes[pk])
                    for pk in part
                    if pk not in noted
                ),
                update_conflicts=True,
                unique_fields=["scope", "keyword"],
                update_fields=["note"],
            )
