"""Gathering at size: merging, families, combiner, rules, relevance; files of 100,000 rows;
the stream; the practice world."""

import csv
import itertools
import random
import sqlite3
import subprocess
import sys
import tempfile
import time
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import numpy as np
import openpyxl
from django.contrib.auth.models import User
from django.core.files.base import ContentFile
from django.core.management import call_command
from django.test import Client
from sklearn.feature_extraction.text import CountVectorizer
from sklearn.linear_model import LogisticRegression

from bunraku.core.formats.reading import Wanted
from bunraku.core.gather.combiner import Term, combine, read_pattern
from bunraku.core.gather.merge import Origin, merge_suggestions
from bunraku.core.gather.relevance import learn_relevance
from bunraku.core.gather.rules import Facts, Rule, left_out_by
from bunraku.core.gather.topic_match import fit_to_project
from bunraku.core.gather.variants import find_families
from bunraku.server.gather.files.importing import start_import
from bunraku.server.gather.files.uploads import upload_file
from bunraku.server.gather.tidying import keep_families, keep_relevance
from bunraku.server.jobs.models import Job
from bunraku.server.projects.actions import create_project
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row
from bunraku.server.sheet.scopes import scope_of
from tests.bench.timing import Result, percentile, seconds

COUNT = 100_000
WORDS = (
    "telescope star chart moon map lens filter repair replacement kids beginners best cheap "
    "near me set kit colour grey mount "
    "tripod eyepiece planet galaxy comet binoculars camera adapter light red solar lunar night "
    "sky guide book course club"
).split()


def phrases(count: int, seed: int = 1) -> list[str]:
    """Phrases as they come: plurals, capitals, repeats, numbers, a typo now and then."""
    dice = random.Random(seed)
    out = []
    for number in range(count):
        words = dice.sample(WORDS, dice.randint(1, 4))
        if dice.random() < 0.3:
            words[-1] += "s"
        if dice.random() < 0.6:
            words.append(str(number % 4_000))
        text = " ".join(words)
        if dice.random() < 0.05:
            at = dice.randrange(len(text))
            text = text[:at] + text[at + 1 :]
        out.append(text.title() if dice.random() < 0.1 else text)
    return out


def rules() -> Iterator[Result]:
    """What the core does alone."""
    came = Origin("box", "telescope", "a source")
    many = phrases(200_000)
    plain = seconds(lambda: {" ".join(text.lower().split()): text for text in many}, times=3)
    took = seconds(lambda: merge_suggestions([(text, came) for text in many]), times=2)
    yield (
        "merging 200,000 by identity",
        f"{took:.2f} s; lower-cased dict {plain:.2f} s",
        "under 3 s",
        took < 3,
    )
    keys = list(merge_suggestions([(text, came) for text in many]).texts)
    keys = (keys + [f"{key} x" for key in keys])[:200_000]
    plain = seconds(lambda: {tuple(sorted(key.split())) for key in keys})
    took = seconds(lambda: find_families(keys, "en"))
    yield (
        f"families of {len(keys):,}",
        f"{took:.1f} s; sorted words {plain:.2f} s",
        "under 9 s",
        took < 9,
    )
    columns = {
        "base": [Term(f"base {n}", "high") for n in range(100)],
        "modifier": [Term(f"modifier{n}") for n in range(50)],
        "place": [Term(f"town{n}") for n in range(19)],
    }
    pattern = read_pattern("{modifier} {base} [in {place}]", list(columns))
    names = [[term.text for term in columns[name]] for name in ("modifier", "base")] + [
        ["", *(f"in t{n}" for n in range(19))]
    ]
    plain = seconds(lambda: [" ".join(picked) for picked in itertools.product(*names)], times=3)
    took = seconds(lambda: combine([pattern], columns), times=2)
    yield ("combining 100,000", f"{took:.2f} s; bare product {plain:.2f} s", "under 1 s", took < 1)
    keys = keys[:COUNT]
    answer = [Rule(n, "word", f"word{n}") for n in range(20)] + [
        Rule(90, "brand", "velumscope"),
        Rule(91, "pattern", "*tattoo*"),
    ]
    facts = Facts(keys, np.full(len(keys), np.nan))
    plain = seconds(lambda: [any(rule.value in key for rule in answer) for key in keys])
    took = seconds(lambda: left_out_by(answer, facts), times=2)
    yield (
        "22 rules against 100,000",
        f"{took:.2f} s; substrings in a loop {plain:.2f} s",
        "under 1 s",
        took < 1,
    )
    dice = random.Random(2)
    said = [dice.choice([0] * 40 + [1, -1]) for _ in keys]
    about = ["telescope repair", "star charts"]
    fit = fit_to_project(keys, about, "en")
    took = seconds(lambda: fit_to_project(keys, about, "en"), times=2)
    plain = seconds(lambda: [[word for word in key.split() if word in about[0]] for key in keys])
    yield (
        "fit of 100,000",
        f"{took:.2f} s; words in a loop {plain:.2f} s",
        "under 4 s",
        took < 4,
    )
    took = seconds(lambda: learn_relevance(keys, said, fit, "en"), times=2)
    plain = seconds(lambda: _library_alone(keys, said))
    yield (
        "relevance of 100,000",
        f"{took:.2f} s; library alone {plain:.2f} s",
        "under 1 s",
        took < 1,
    )


def _library_alone(keys: list[str], said: list[int]) -> Any:
    matrix = CountVectorizer().fit_transform(keys)
    chosen = np.flatnonzero(said)
    model = LogisticRegression(max_iter=200).fit(matrix[chosen], np.array(said)[chosen] > 0)
    return model.predict_proba(matrix)


def files() -> Iterator[Result]:
    """Files of 100,000 rows, from upload to keywords; each import in a process of its own, for its
    memory."""
    call_command("migrate", verbosity=0)
    person = User.objects.create_user("bench-gather")
    folder = Path(tempfile.mkdtemp(prefix="bunraku-bench-files-"))
    rows = [(text, n % 5_000, round(n % 300 / 100, 2)) for n, text in enumerate(_distinct(COUNT))]
    with (folder / "table.csv").open("w", newline="") as file:
        csv.writer(file).writerows([("keyword", "volume", "cpc"), *rows])
    book = openpyxl.Workbook(write_only=True)
    sheet = book.create_sheet()
    for row in [("keyword", "volume", "cpc"), *rows]:
        sheet.append(row)
    book.save(folder / "table.xlsx")
    for name, most in (("table.csv", 10), ("table.xlsx", 10)):
        plain = seconds(lambda name=name: _plainly(folder / name), times=2)  # type: ignore[misc]
        took, memory = float("inf"), 0.0
        for time_of_two in range(2):
            project = create_project(person, {"name": f"Bench {name} {time_of_two}"}, [])
            upload, _ = upload_file(project, ContentFile((folder / name).read_bytes(), name))
            job = start_import(project, upload.pk, "web", Wanted())
            script = [sys.executable, "-c", _IMPORT, str(job.pk)]
            answer = subprocess.run(script, capture_output=True, text=True, check=True)
            took_now, kilobytes = map(float, answer.stdout.split())
            took, memory = min(took, took_now), max(memory, kilobytes / 1024)
            job.refresh_from_db()
            assert job.state == "done", answer.stderr
            assert Row.objects.filter(scope__project=project).count() == COUNT
        yield (
            f"import of {name}, 100,000 rows",
            f"{took:.1f} s, {took / plain:.1f} times plain reading and inserting",
            f"at most {most} times",
            took <= most * plain,
        )
        yield ("  memory at most", f"{memory:.0f} MB", "under 500 MB", memory < 500)
    yield from stream(project, person)


_IMPORT = """
import sys, time, django
django.setup()
import bunraku.server.api
from bunraku.installation.confined import make_ready
from bunraku.server.jobs.running import run_job, settle
# As a worker does before its first job.
make_ready()
settle()
began = time.perf_counter()
run_job.call(int(sys.argv[1]))
print(time.perf_counter() - began)
print(next(line.split()[1] for line in open("/proc/self/status") if line.startswith("VmHWM")))
"""


def _distinct(count: int) -> list[str]:
    return [f"{text.lower()} {n}" for n, text in enumerate(phrases(count, 3))]


def _plainly(path: Path) -> None:
    """What one would write by hand: read, and insert into one table."""
    direct = sqlite3.connect(":memory:")
    direct.execute("CREATE TABLE k (text TEXT PRIMARY KEY, volume INT, cpc REAL)")
    if path.suffix == ".csv":
        with path.open() as file:
            rows = list(csv.reader(file))[1:]
    else:
        rows = list(
            openpyxl.load_workbook(path, read_only=True).active.iter_rows(
                values_only=True, min_row=2
            )
        )
    direct.executemany("INSERT OR IGNORE INTO k VALUES (?, ?, ?)", rows)


def stream(project: Project, person: User) -> Iterator[Result]:
    """The stream of arrivals at 100,000 keywords, and tidying them."""
    scope = scope_of(project, "web")
    took = seconds(lambda: keep_families(scope))
    yield ("families of 100,000, read and noted", f"{took:.1f} s", "under 15 s", took < 15)
    took = seconds(lambda: keep_relevance(scope))
    yield ("relevance of 100,000, learned and noted", f"{took:.1f} s", "under 15 s", took < 15)
    client = Client(headers={"host": "localhost"})
    client.force_login(person)
    job = Job.objects.filter(project=project, kind="import").get().pk
    asked: list[dict[str, Any]] = [
        {},
        {"sort": "relevance"},
        {"sort": "off_topic", "offset": 50_000},
        {"q": "moon -kids"},
        # One run and one way that brought all of them.
        {"job": job, "state": "all"},
        {"way": "import", "offset": 90_000},
    ]
    times: list[float] = []
    for round_ in range(5):
        for query in asked:
            began = time.perf_counter()
            answer = client.get(f"/api/projects/{project.pk}/gather/stream", query)
            times += [time.perf_counter() - began] if round_ else []
            assert answer.status_code == 200, answer.content
    for name, share, most in (("median", 0.5, 0.04), ("95th percentile", 0.95, 0.1)):
        took = percentile(times, share)
        yield (
            f"stream of 100,000: {name}",
            f"{1000 * took:.0f} ms",
            f"under {1000 * most:.0f} ms",
            took < most,
        )


_WORLD = """
import time
began = time.perf_counter()
from datetime import date
from bunraku.sources.protocol import Request, What
from bunraku.sources.rehearsal import rehearsal_sources
box = {source.tells: source for source in rehearsal_sources()}
loaded = time.perf_counter() - began
began = time.perf_counter()
for locale in ("en-GB", "en-US", "de-DE"):
    box[What.COMPLETIONS].ask(Request(What.COMPLETIONS, ("a",), "web", locale, date(2026, 10, 15)))
built = time.perf_counter() - began
found = {}
words = "best for with review kids price near set cheap guide".split()
heads = (
    "telescope, reflector telescope, dobsonian telescope, star chart, barlow lens, meteor shower, "
    "telescope eyepiece, astronomy gift, star tracker, solar filter, star projector, planisphere, "
    "astronomy binoculars, moon lamp, moon filter"
)
for text in [f"{head} {chr(97 + n)}" for head in heads.split(", ") for n in range(26)]:
    request = Request(What.COMPLETIONS, (text,), "web", "en-GB", date(2026, 10, 15))
    answer = box[What.COMPLETIONS].ask(request)[text]
    found.update(dict.fromkeys(answer["completions"] if answer else []))
    if len(found) > 1000:
        break
terms = tuple(found)[:1000]
assert len(terms) == 1000, len(terms)
pairs = [(start, end) for start in words for end in words]
foreign = tuple(f"{end} sourdough {n} {start}" for n in range(10) for start, end in pairs)[:1000]
taken = []
for what, asked in ((What.COUNTS, terms), (What.COUNTS, foreign), (What.PAGE, terms)):
    began = time.perf_counter()
    box[what].ask(Request(what, asked, "web", "en-GB", date(2026, 10, 15)))
    taken.append(time.perf_counter() - began)
memory = next(line.split()[1] for line in open("/proc/self/status") if line.startswith("VmHWM"))
print(built, *taken, memory)
"""


def world() -> Iterator[Result]:
    """The practice world, in a process of its own."""
    answer = subprocess.run(
        [sys.executable, "-c", _WORLD], capture_output=True, text=True, check=True
    )
    built, counts, foreign, pages, memory = map(float, answer.stdout.split())
    # Of the process itself: what the system tells of a child otherwise begins with its parent's.
    memory /= 1024
    yield ("practice world, three locales: built", f"{built:.1f} s", "under 5 s", built < 5)
    yield ("  1,000 counts", f"{counts:.2f} s", "under 1 s", counts < 1)
    yield ("  1,000 counts on another subject", f"{foreign:.2f} s", "under 2 s", foreign < 2)
    yield ("  1,000 results pages", f"{pages:.1f} s", "under 6 s", pages < 6)
    yield ("  memory", f"{memory:.0f} MB", "under 300 MB", memory < 300)


def run() -> Iterator[Result]:
    yield from rules()
    yield from world()
    yield from files()
