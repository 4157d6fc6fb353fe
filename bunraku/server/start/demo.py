"""Loading the demo project from its scenario, through the product's own actions."""

import json
import time
from collections.abc import Callable
from datetime import timedelta
from typing import Any

from django.conf import settings
from django.contrib.auth import get_user_model
from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import Q

from bunraku.core.channels import CHANNEL_IDS
from bunraku.core.plan.calendar import months_ahead
from bunraku.server.clock import set_to, today
from bunraku.server.cluster.actions import start_clustering
from bunraku.server.cluster.selectors import list_clusters
from bunraku.server.gather.combiner.actions import Recipe, take_combinations
from bunraku.server.gather.rules.actions import add_rule
from bunraku.server.gather.tidying import start_tidying
from bunraku.server.gather.ways.actions import start_run
from bunraku.server.gather.ways.options import RunOptions
from bunraku.server.jobs.models import OPEN_STATES, Job
from bunraku.server.jobs.running import run_job
from bunraku.server.journal.models import Entry, LogLine
from bunraku.server.plan.actions import change_piece
from bunraku.server.plan.making import Wishes, make_pieces
from bunraku.server.plan.models import Piece
from bunraku.server.plan.preview import preview_pieces
from bunraku.server.plan.scheduling import start_fitting
from bunraku.server.projects.actions import change_project, create_project
from bunraku.server.projects.models import Project
from bunraku.server.sheet.actions import set_state
from bunraku.server.sheet.filters import words_in
from bunraku.server.sheet.models import Row
from bunraku.server.sheet.ordering import ordered
from bunraku.server.sheet.scopes import find_scope
from bunraku.server.start.demo_live import follow
from bunraku.server.weigh.actions import mark_priority, start_measuring
from bunraku.server.weigh.results.reading import start_reading_pages
from bunraku.server.write.drafts import Edit, save_draft
from bunraku.server.write.import_text import open_desk
from bunraku.server.write.packing import Asked, pack_field

SCENARIO = settings.ROOT / "demo" / "scenario.json"
BEGUN, WHOLE = "begun", "whole"
"""How far a demo is loaded, as its project says."""


def load_demo(say: Callable[[str], None] = lambda _: None) -> Project | None:
    """Load the demo; None when it is there already, which is then left as it is. One whose loading
    was broken off is loaded anew; what a person made is never touched, whatever its name."""
    scenario = json.loads(SCENARIO.read_text("utf-8"))
    person, made = get_user_model().objects.get_or_create(username=scenario["person"])
    if made:
        person.set_unusable_password()
        person.save()
    theirs = Project.objects.filter(owner=person, removed=None)
    # One of its name without a mark is of a version that kept none, or the person's own.
    if theirs.exclude(demo=BEGUN).filter(Q(demo=WHOLE) | Q(name=scenario["project"]["name"])):
        return None
    theirs.filter(demo=BEGUN).delete()
    project = begin_demo(person, scenario)
    fill_demo(project, scenario, say)
    return project


def begin_demo(person: User, scenario: dict[str, Any]) -> Project:
    """The demo's project of a person, with nothing in it yet."""
    with transaction.atomic():
        project = create_project(person, scenario["project"], scenario["outlets"])
        project.demo = BEGUN
        project.save(update_fields=["demo"])
    return project


def fill_demo(project: Project, scenario: dict[str, Any], say: Callable[[str], None]) -> None:
    """Live the scenario through in the demo's project, as a person would."""
    change_project(project, {"lookups_left_tenths": scenario["lookups"] * 10})
    for run in scenario["runs"]:
        say(f"gathering: {run['seeds']}")
        options = RunOptions(**run.get("options", {}))
        _finish(start_run(project, run["seeds"], run["channels"], run["ways"], options))
        project.refresh_from_db()
    _combine(project, scenario["combine"])
    for kind, value in scenario["rules"]:
        add_rule(project, kind, value)
    _drop(project, scenario["drop"])
    _finish(start_tidying(project))
    _look_back(project, scenario["watched"])
    for channel, most in scenario["measure"].items():
        say(f"measuring {channel} search")
        rows = Row.objects.filter(
            scope=find_scope(project, channel), state=0, waiting=True
        ).order_by("pk")
        _finish(start_measuring(project, channel, list(rows.values_list("pk", flat=True)[:most])))
        project.refresh_from_db()
        _finish(start_clustering(project, channel))
    _decide(project, scenario)
    say("living through some weeks")
    follow(project, scenario["live"], _finish)
    say("planning the year")
    _plan(project, scenario["pieces"], scenario["alone"])
    _write(project, scenario["drafts"])
    # What is being written may have taken the hours of others.
    _finish(start_fitting(project)[1])
    _finish(start_tidying(project))
    # What the loader did is where the demo begins, not something to undo.
    Entry.objects.filter(project=project).delete()
    LogLine.objects.filter(project=project).delete()
    Project.objects.filter(pk=project.pk).update(demo=WHOLE)


def _finish(job: Job) -> None:
    run_job.call(job.pk)
    job.refresh_from_db()
    while job.state in OPEN_STATES:
        # Another worker was quicker.
        time.sleep(0.2)
        job.refresh_from_db()
    if job.state != "done":
        raise RuntimeError(f"the demo's {job.kind} job ended {job.state}: {job.error}")


def _combine(project: Project, recipe: dict[str, Any]) -> None:
    columns = {
        name: [(text, priority) for text, priority in recipe[name]] for name in ("base", "modifier")
    }
    columns["place"] = [(place, "") for place in recipe["place"]]
    _finish(take_combinations(project, recipe["channel"], Recipe(columns, recipe["patterns"])))


def _drop(project: Project, words: list[str]) -> None:
    for word in words:
        rows = Row.objects.filter(words_in(word), scope__project=project)
        ids = list(rows.values_list("pk", flat=True))
        if ids:
            set_state(project, ids, "dropped", reason="Off topic")


def _look_back(project: Project, watched: dict[str, Any]) -> None:
    """Results pages of some keywords as they were read in the weeks before."""
    for weeks in watched["weeks_ago"]:
        with set_to(today() - timedelta(weeks=weeks)):
            for channel in CHANNEL_IDS:
                rows = Row.objects.filter(
                    scope=find_scope(project, channel), text__in=watched[channel]
                )
                ids = list(rows.values_list("pk", flat=True))
                if ids:
                    _finish(start_reading_pages(project, channel, ids, 10, 0))
                    project.refresh_from_db()


def _decide(project: Project, scenario: dict[str, Any]) -> None:
    web = find_scope(project, "web")
    high = Row.objects.filter(scope=web, text__in=scenario["high"]).values_list("pk", flat=True)
    if high:
        mark_priority(project, list(high), "high")
    best = ordered(Row.objects.filter(scope=web, state=0, verdict=1), "worth", descending=True)
    ids = list(best.values_list("pk", flat=True)[: scenario["shortlist"]])
    if ids:
        set_state(project, ids, "shortlisted")
    for text, note in scenario["park"].items():
        rows = Row.objects.filter(scope__project=project, text=text)
        if rows:
            set_state(project, [row.pk for row in rows], "parked", note=note)


def _plan(project: Project, pieces: dict[str, int], alone: list[str]) -> None:
    for channel, count in pieces.items():
        several = channel not in alone
        best = list_clusters(
            find_scope(project, channel), q="", sort="worth", several=several, offset=0, limit=count
        )
        ids = [cluster["id"] for cluster in best["clusters"]]
        joined = {
            other["cluster_id"]: group["serves"]["cluster_id"]
            for group in preview_pieces(project, ids)["groups"]
            for other in group["others"]
        }
        make_pieces(project, ids, wishes=Wishes(into_clusters=joined))
    _, job = start_fitting(project)
    _finish(job)
    # Two months that the user settled by hand: they hold when the plan is fitted again.
    for piece in Piece.objects.filter(project=project, month__isnull=False).order_by("pk")[3:5]:
        change_piece(project, piece.pk, {"month": piece.month})


def _write(project: Project, drafts: list[dict[str, Any]]) -> None:
    """Drafts in the middle of the work: what was typed, and fields that were packed."""
    who = project.owner.get_username()
    for draft in drafts:
        # Where the plan has no piece for it, a desk is opened all the same.
        piece, _ = open_desk(project, draft["channel"], draft["keyword"], "", "", who)
        fields = dict(draft["fields"])
        for name in draft.get("pack", ()):
            found = pack_field(project, piece.pk, name, fields, Asked())["proposals"]
            fields |= {name: found[0]["text"]} if found else {}
        edits = {name: Edit("", text) for name, text in fields.items()}
        edits["title"] = Edit(piece.title, fields["title"])
        save_draft(project, piece.pk, edits, 0, who)
        # What is written already was chosen by hand, whatever it earns.
        month = piece.month or months_ahead(today())[0]
        change_piece(project, piece.pk, {"month": month, "state": draft["state"]})
