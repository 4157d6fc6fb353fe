"""Importing: the rows of a file become keywords and readings, in batches that can be done again; what is refused is kept with
its reason."""

from collections.abc import Iterable, Sequence
from itertools import islice
from typing import Any

from django.db import transaction

from bunraku.core.formats.bad_file import BadFile
from bunraku.core.formats.keywords_in import Plan, Refused, Taken, keywords_in
from bunraku.core.gather.merge import Merged
from bunraku.core.gather.merge import Origin as Came
from bunraku.server.clock import today
from bunraku.server.errors import BunrakuError
from bunraku.server.gather.keeping import Tally, keep_merged
from bunraku.server.gather.leave_outs import sieve_of
from bunraku.server.gather.models import RefusedRow, Upload
from bunraku.server.gather.run import Notes
from bunraku.server.gather.tidy import start_tidying
from bunraku.server.gather.uploads import Reading as Wanted
from bunraku.server.gather.uploads import find_upload, path_of, plan_of, table_of
from bunraku.server.jobs.actions import start_job
from bunraku.server.jobs.models import Job
from bunraku.server.jobs.running import Progress, handles
from bunraku.server.projects.bulk import insert_many
from bunraku.server.projects.models import Project
from bunraku.server.projects.parts import in_parts
from bunraku.server.projects.signals import figures_outdated
from bunraku.server.readings.models import OWN_REPORT, Reading
from bunraku.server.sheet.models import Decision, Scope
from bunraku.server.sheet.scopes import scope_of
from bunraku.sources.protocol import What

BATCH = 5_000
MOST_SEARCHES = 10**10
_OWN = ("clicks", "impressions", "position")


def start_import(project: Project, upload_id: int, channel: str, wanted: Wanted) -> Job:
    """Import a file into a channel. Raises: not_found, bad_file, bad_mapping."""
    upload = find_upload(project, upload_id)
    table = table_of(upload, wanted.sheet)
    _, plan = plan_of(table, wanted)
    if "keyword" not in plan.mapping:
        raise BunrakuError("bad_mapping", "Say which column holds the keywords.", field="mapping")
    params = {
        "upload": upload.pk,
        "name": upload.name,
        "channel": channel,
        "sheet": table.sheet,
        "heading": plan.heading,
        "mapping": dict(plan.mapping),
        "decimals": {str(column): sign for column, sign in plan.decimals.items()},
    }
    return start_job(project, "import", params)


@handles("import")
def import_file(job: Job, progress: Progress) -> None:
    """Read a file from its beginning to its end. Done again from the start after a kill, it ends with the same: keywords,
    origins, readings and refused rows that are there already stay as they are."""
    params = job.params
    upload = Upload.objects.filter(project=job.project, pk=params["upload"]).first()
    if upload is None or not path_of(upload).exists():
        raise BunrakuError("not_found", "The file is gone: it is kept for a week.", hint="Bring it again.")
    table = table_of(upload, params["sheet"])
    plan = Plan(params["heading"], params["mapping"], {int(c): sign for c, sign in params["decimals"].items()})
    scope = scope_of(job.project, params["channel"])
    notes = Notes(job, progress, sieve_of(job.project), Tally())
    progress.start("Reading the file", upload.size_bytes and _rows_about(upload))
    RefusedRow.objects.filter(job=job).delete()
    batches = _Batches(job, scope, plan, params["name"])
    rows = keywords_in(table, plan)
    try:
        while part := list(islice(rows, BATCH)):
            batches.take(part, notes)
            notes.take()
            progress.note(
                rows=batches.rows, refused=batches.refused, repeated=batches.repeated, figures=batches.figures
            )
            progress.advance(len(part))
    except BadFile as bad:
        notes.ended = f"{bad} What came before it is in."
    finally:
        notes.take(now=True)
        progress.note(rows=batches.rows, refused=batches.refused, repeated=batches.repeated, figures=batches.figures)
    start_tidying(job.project)
    if batches.figures:
        figures_outdated.send(sender=Project, project=job.project, settings=False)


def _rows_about(upload: Upload) -> int:
    """About how many rows a file has: its lines; of a spreadsheet, from its size."""
    with path_of(upload).open("rb") as file:
        if file.read(2) == b"PK":
            return max(upload.size_bytes // 25, 1)
        file.seek(0)
        return sum(chunk.count(b"\n") for chunk in iter(lambda: file.read(1_000_000), b"")) or 1


class _Batches:
    """Takes rows a batch at a time, and counts them."""

    def __init__(self, job: Job, scope: Scope, plan: Plan, name: str) -> None:
        self.job, self.scope = job, scope
        self.method = "report" if any(meaning in plan.mapping for meaning in _OWN) else "import"
        self.name = name
        self.source = f"File {name}"[:60]
        self.rows = self.refused = self.repeated = self.figures = 0
        self._seen: set[str] = set()

    def take(self, part: Sequence[Taken | Refused], notes: Notes) -> None:
        """Keep the good rows of a batch with their figures and notes; note the refused ones."""
        refused = [one for one in part if isinstance(one, Refused)]
        taken: dict[str, Taken] = {}
        for one in part:
            if isinstance(one, Taken):
                self.repeated += one.key in self._seen
                self._seen.add(one.key)
                taken.setdefault(one.key, one)
        RefusedRow.objects.bulk_create(
            RefusedRow(job=self.job, number=r.number, text=r.text, code=r.code, message=r.message[:300])
            for r in refused
        )
        came = Came(self.method, self.name[:200], self.source)
        merged = Merged({key: one.text for key, one in taken.items()}, {key: [came] for key in taken})
        notes.tally.suggested += len(taken)
        ids = keep_merged(self.job, self.scope, merged, notes.sieve, notes.tally)
        with transaction.atomic():
            self.figures += self._store_readings(taken.values())
            self._store_notes(
                {ids[key]: one.texts["note"] for key, one in taken.items() if one.texts.get("note") and key in ids}
            )
        self.rows += len(part)
        self.refused += len(refused)

    def _store_readings(self, rows: Iterable[Taken]) -> int:
        readings = [(what, row.key, payload) for row in rows for what, payload in _payloads(row)]
        readings.sort(key=lambda one: one[:2])
        same = {"scope": self.scope.pk, "source": self.source, "on": today()}
        insert_many(Reading, ("what", "term", "payload"), readings, same=same, ignore_conflicts=True)
        return len(readings)

    def _store_notes(self, notes: dict[int, str]) -> None:
        for part in in_parts(list(notes)):
            known = set(Decision.objects.filter(scope=self.scope, keyword__in=part).values_list("keyword", flat=True))
            Decision.objects.bulk_create(
                Decision(scope=self.scope, keyword_id=pk, note=notes[pk]) for pk in part if pk not in known
            )
            mine = Decision.objects.filter(scope=self.scope, keyword__in=known, note="")
            changed = list(mine)
            for decision in changed:
                decision.note = notes[decision.keyword_id]
            Decision.objects.bulk_update(changed, ["note"])


def _payloads(row: Taken) -> list[tuple[str, dict[str, Any]]]:
    """The readings that a row's figures are."""
    figures = row.figures
    out: list[tuple[str, dict[str, Any]]] = []
    searches, cpc, competition = figures.get("searches"), figures.get("cpc"), figures.get("competition")
    exact = searches is not None and searches.low == searches.high
    if searches is not None and exact:
        out.append((What.COUNTS, {"monthly": round(min(searches.low, MOST_SEARCHES)), "history": []}))
    banded = searches is not None and not exact
    if banded or cpc or competition:
        share = None if competition is None else competition.high if competition.high <= 1 else competition.high / 100
        bands = {
            "low": round(min(searches.low, MOST_SEARCHES)) if searches and banded else None,
            "high": round(min(searches.high, MOST_SEARCHES)) if searches and banded else None,
            "cpc_low": cpc.low if cpc else None,
            "cpc_high": cpc.high if cpc else None,
            "ad_competition": None if share is None else min(share, 1.0),
        }
        out.append((What.BANDS, {name: value for name, value in bands.items() if value is not None}))
    own = {name: figures[name].high for name in _OWN if name in figures}
    if own:
        out.append((OWN_REPORT, {**own, "page": row.texts.get("page", "")}))
    return out
