"""A real installation of the demo that can be killed and started again, and somebody who works in
it."""

import os
import signal
import sqlite3
import subprocess
import sys
import time
from contextlib import closing, suppress
from pathlib import Path
from typing import Any

import requests

from tests.browser.conftest import ROOT, free_port, wait_until_served
from tests.processes import children, descendants, environment

PATIENCE = 10.0
"""Seconds that a request may take; a server that was killed answers none."""


class Installation:
    """The demo on a port of its own, with its data in a folder."""

    def __init__(self, data: Path) -> None:
        self.data, self.port = data, free_port()
        self.log = (data.parent / "log").open("a")
        self.process = self._start()

    def _start(self) -> "subprocess.Popen[bytes]":
        command = [sys.executable, "-m", "bunraku", "--demo", "--port", str(self.port)]
        return subprocess.Popen(
            command,
            cwd=ROOT,
            env=dict(environment(self.data, BUNRAKU_BACKUPS="0")),
            stdout=self.log,
            stderr=self.log,
            start_new_session=True,
        )

    @property
    def address(self) -> str:
        return f"http://127.0.0.1:{self.port}"

    def wait(self, seconds: float = 120) -> None:
        """Until it serves, started again where it has ended."""
        until = time.monotonic() + seconds
        while time.monotonic() < until:
            if self.process.poll() is not None:
                self.process = self._start()
            with suppress(AssertionError, requests.RequestException):
                wait_until_served(self.port)
                requests.get(self.address, timeout=PATIENCE).raise_for_status()
                return
            time.sleep(0.3)
        raise AssertionError("it does not serve any more")

    def of(self, what: str) -> list[int]:
        """Processes of a kind: `worker`, `web`, or `all`."""
        if what == "all":
            return [self.process.pid, *descendants(self.process.pid)]
        name = {"worker": "manage.py work", "web": "manage.py serve"}[what]
        return [pid for pid, line in children(self.process.pid).items() if name in line]

    def kill(self, what: str) -> bool:
        """Kill one of a kind with -9, or all; whether there was one."""
        victims = self.of(what)[: None if what == "all" else 1]
        for pid in victims:
            with suppress(ProcessLookupError):
                os.kill(pid, signal.SIGKILL)
        if what == "all":
            self.process.wait()
        return bool(victims)

    def end(self) -> None:
        """Told to end."""
        self.process.terminate()
        with suppress(subprocess.TimeoutExpired):
            self.process.wait(40)
        self.kill("all")
        self.log.close()

    def ask(self, sql: str, *given: str) -> list[tuple[Any, ...]]:
        """What stands in the database."""
        with closing(sqlite3.connect(self.data / "bunraku.sqlite3", timeout=60)) as database:
            return database.execute(sql, given).fetchall()


class Person:
    """Somebody signed in to the demo, who tries again when the server is gone."""

    def __init__(self, installation: Installation) -> None:
        self.installation = installation
        self.session = requests.Session()

    def call(self, method: str, path: str, **given: Any) -> requests.Response | None:
        """One request; None where no answer came, and nobody knows whether it was done."""
        base = self.installation.address
        try:
            if "csrftoken" not in self.session.cookies:
                self.session.get(base, timeout=PATIENCE)
            token = self.session.cookies.get("csrftoken", "")
            return self.session.request(
                method,
                f"{base}/api/projects/1{path}",
                headers={"X-CSRFToken": token, "Referer": base},
                timeout=PATIENCE,
                **given,
            )
        except requests.RequestException:
            return None

    def surely(self, method: str, path: str, most: float = 180, **given: Any) -> Any:
        """Again and again until it is answered well. Raises: AssertionError for a fault."""
        until = time.monotonic() + most
        answer = None
        while time.monotonic() < until:
            answer = self.call(method, path, **given)
            if answer is not None and answer.ok:
                return answer.json() if answer.content else None
            if answer is not None and answer.status_code in (401, 403):
                self.session.cookies.clear()
            assert answer is None or answer.status_code not in (500,), answer.text
            time.sleep(0.5)
        raise AssertionError(f"{method} {path}: {answer.text if answer is not None else 'silent'}")

    def finished(self, job: int, most: float = 3_600) -> dict[str, Any]:
        """A job when it is over: it may wait long behind others that are killed again and again.
        Raises: AssertionError where it stays open."""
        until = time.monotonic() + most
        while time.monotonic() < until:
            told: dict[str, Any] = self.surely("GET", f"/jobs/{job}")
            if told["state"] not in ("queued", "running"):
                return told
            time.sleep(0.5)
        raise AssertionError(f"job {job} is stuck: {told}")
