"""A storm of kills: -9 for worker, web server, all at once and backups, while people import, write,
publish, let days pass, fit the plan and back up. Nothing that was acknowledged may be lost, nothing
bought twice, no job stuck, and the database whole."""

import io
import random
import shutil
import subprocess
import sys
import tempfile
import threading
import time
from collections import Counter
from contextlib import suppress
from pathlib import Path
from typing import Any

from bunraku.installation.folder import DATABASE
from tests.browser.conftest import ROOT
from tests.processes import environment
from tests.soak.installation import Installation, Person

ROWS = 20_000
BETWEEN_KILLS = (0.5, 4.0)
REST_SECONDS, RESTS = 20.0, 0.12
TARGETS = ("worker", "worker", "web", "all", "backup")
OPEN = "SELECT count(*) FROM jobs_job WHERE state IN ('queued', 'running')"
BALANCE = (
    "SELECT (SELECT lookups_left_tenths FROM projects_project WHERE id = 1)"
    " + (SELECT sum(cost_tenths) FROM jobs_job WHERE project_id = 1)"
)
COUNT = "SELECT count(*) FROM sheet_keyword WHERE key LIKE ?"
WRITING = "SELECT count(*) FROM jobs_job WHERE kind = 'import' AND state = 'running' AND done > 0"


class Storm:
    """What is done, what was acknowledged, and what is killed meanwhile."""

    def __init__(self, folder: Path, kills: int, seed: int) -> None:
        self.folder, self.kills, self.dice = folder, kills, random.Random(seed)
        self.installation = Installation(folder / "data")
        self.over = threading.Event()
        self.killed: Counter[str] = Counter()
        self.amid_rows = 0
        self.done: Counter[str] = Counter()
        self.wrong: list[str] = []
        self.written: dict[int, str] = {}
        self.live: dict[int, int] = {}
        self.imports: list[str] = []
        self.backup: subprocess.Popen[bytes] | None = None

    def run(self) -> list[str]:
        """Everything; what went wrong, in sentences."""
        self.installation.wait(300)
        before = self.installation.ask(BALANCE)[0][0]
        work = (self.bring, self.write, self.publish, self.pass_days, self.fit, self.back_up)
        threads = [threading.Thread(target=self._keep, args=(one,)) for one in work]
        for thread in threads:
            thread.start()
        self._kill()
        self.over.set()
        for thread in threads:
            thread.join()
        self.installation.wait()
        self._check(before)
        self.installation.end()
        return self.wrong

    def _keep(self, work: Any) -> None:
        person = Person(self.installation)
        while not self.over.is_set():
            try:
                work(person)
                self.done[work.__name__] += 1
            except Exception as error:
                self.wrong.append(f"{work.__name__}: {error!r}")
                time.sleep(5)

    def _kill(self) -> None:
        while self.killed.total() < self.kills:
            time.sleep(self.dice.uniform(*BETWEEN_KILLS))
            target = self.dice.choice(TARGETS)
            rows = target in ("worker", "all") and self._wait_for_rows()
            if target == "backup":
                hit = self.backup is not None and self.backup.poll() is None
                if hit and self.backup:
                    self.backup.kill()
            else:
                hit = self.installation.kill(target)
            if hit:
                self.killed[target] += 1
                self.amid_rows += rows
                # Now and then there is peace for long enough that something is done.
                time.sleep(REST_SECONDS if self.dice.random() < RESTS else 0)
            self.installation.wait()
            if hit and self.killed.total() % 20 == 0:
                print(f"  {self.killed.total()} kills: {dict(self.done)}", flush=True)

    def _wait_for_rows(self) -> bool:
        """Wait a while for an import that is storing rows; whether there is one."""
        until = time.monotonic() + self.dice.choice([0, 15])
        while not self.installation.ask(WRITING)[0][0]:
            if time.monotonic() > until:
                return False
            time.sleep(0.05)
        return True

    def bring(self, person: Person) -> None:
        """Import a list of new keywords; each of them must be there."""
        mark = f"lot{len(self.imports)}x{self.dice.randrange(10**6)}"
        text = "keyword,volume\n" + "".join(f"{mark} {n},{n}\n" for n in range(ROWS))
        file = {"file": (f"{mark}.csv", io.BytesIO(text.encode()))}
        brought = None
        while brought is None and not self.over.is_set():
            answer = person.call("POST", "/files", files=file)
            brought = answer.json() if answer is not None and answer.ok else None
        if brought is None:
            return
        body = {"channel": "web", "mapping": brought["mapping"], "heading": brought["heading"]}
        job = person.surely("POST", f"/files/{brought['id']}/import", json=body)
        told = person.finished(job["id"])
        assert told["state"] == "done", told
        self.imports.append(mark)

    def write(self, person: Person) -> None:
        """Write in a draft; what was acknowledged must stay."""
        piece = person.surely("GET", "/writing")["rows"][0]["id"]
        desk = person.surely("GET", f"/pieces/{piece}/desk")
        was = desk["draft"]["fields"].get("description", "")
        now = f"Said {time.time():.3f}"
        edits = {"description": {"was": was, "now": now}}
        body = {"edits": edits, "since": desk["draft"]["revision"], "window": "storm"}
        answer = person.call("PUT", f"/pieces/{piece}/draft", json=body)
        if answer is not None and answer.ok:
            self.written[piece] = now
        elif answer is None:
            # Nobody knows whether it was kept: either is right.
            self.written.pop(piece, None)
        time.sleep(0.3)

    def publish(self, person: Person) -> None:
        """Publish a piece of the plan; one that was acknowledged must be live."""
        time.sleep(self.dice.uniform(5, 15))
        pieces = person.surely("GET", "/plan/pieces", params={"limit": 300})["rows"]
        waiting = [piece for piece in pieces if piece["state"] != "live"]
        if not waiting:
            return
        piece = self.dice.choice(waiting)
        day = person.surely("GET", "/follow/watch")["today"]
        body = {"address": f"https://duskfield.example/storm/{piece['id']}", "day": day}
        answer = person.call("POST", f"/pieces/{piece['id']}/publish", json=body)
        if answer is not None and answer.ok:
            self.live[piece["id"]] = answer.json()["live"]

    def pass_days(self, person: Person) -> None:
        """Let practice days pass: rank checks are bought on the way."""
        job = person.surely("POST", "/follow/clock", json={"days": 3})
        told = person.finished(job["id"])
        assert told["state"] == "done", told

    def fit(self, person: Person) -> None:
        """Fit the plan."""
        time.sleep(self.dice.uniform(3, 10))
        answer = person.surely("POST", "/plan/fit")
        told = person.finished((answer.get("job") or answer)["id"])
        assert told["state"] == "done", told

    def back_up(self, person: Person) -> None:
        """Back up, and put the backup back into another folder; both may be killed."""
        target = str(self.folder / f"{time.monotonic_ns()}.bunraku.zip")
        for words, data in (
            (["backup", target], self.installation.data),
            (["restore", target, "--replace"], self.folder / "restored"),
        ):
            self.backup = subprocess.Popen(
                [sys.executable, "-m", "bunraku", *words, "--data", str(data)],
                cwd=ROOT,
                env=dict(environment(data)),
                stdout=subprocess.PIPE,
            )
            told, _ = self.backup.communicate()
            code = self.backup.returncode
            assert code in (0, -9), f"{words[0]} ended with {code}: {told.decode()[-300:]}"
            if code:
                return
        Path(target).unlink()
        for aside in (self.folder / "restored").glob("set-aside-*"):
            shutil.rmtree(aside)

    def _check(self, before: int) -> None:
        until = time.monotonic() + 600
        while self.installation.ask(OPEN)[0][0]:
            if time.monotonic() > until:
                stuck = OPEN.replace("count(*)", "id, kind, state, doing")
                self.wrong.append(f"jobs are stuck: {self.installation.ask(stuck)[:5]}")
                break
            time.sleep(1)
        person = Person(self.installation)
        for piece, text in self.written.items():
            kept = person.surely("GET", f"/pieces/{piece}/desk")["draft"]["fields"]["description"]
            if kept != text:
                self.wrong.append(f"piece {piece} says {kept!r}; {text!r} was acknowledged")
        states = dict(self.installation.ask("SELECT id, state FROM plan_piece"))
        self.wrong += [f"piece {p} is not live" for p in self.live if states.get(p) != "live"]
        for mark in self.imports:
            if (found := self.installation.ask(COUNT, f"{mark} %")[0][0]) != ROWS:
                self.wrong.append(f"import {mark} has {found} of {ROWS} keywords")
        if (after := self.installation.ask(BALANCE)[0][0]) != before:
            self.wrong.append(f"lookups: {before} tenths before, {after} after")
        for check, right in (("integrity_check", [("ok",)]), ("foreign_key_check", [])):
            if (said := self.installation.ask(f"PRAGMA {check}")) != right:
                self.wrong.append(f"{check}: {said[:3]}")
        lost = "SELECT id, kind, error FROM jobs_job WHERE state = 'failed'"
        self.wrong += [f"job failed: {job}" for job in self.installation.ask(lost)]


def storm(kills: int, seed: int) -> bool:
    """Let the storm pass; whether everything held."""
    with tempfile.TemporaryDirectory(prefix="bunraku-storm-") as folder:
        one = Storm(Path(folder), kills, seed)
        (one.folder / "data").mkdir()
        wrong = one.run()
        size = (one.folder / "data" / DATABASE).stat().st_size
        left = [path.name for path in one.folder.glob(".*")]
        with suppress(ValueError):
            left.remove(".")
    print(
        f"{one.killed.total()} kills {dict(one.killed)}, {one.amid_rows} while rows were written;"
    )
    print(f"done meanwhile: {dict(one.done)}; the database has {size / 1e6:,.0f} MB; left: {left}")
    print("\n".join(wrong) or "nothing lost, nothing bought twice, no job stuck, all whole")
    return not wrong
