"""The processes of an installation: two that serve, one that works, and what is done once a day;
each started again where it ends by itself, all ended together."""

import signal
import socket
import subprocess
import sys
import time
from datetime import datetime
from pathlib import Path

from bunraku.installation.backup import is_due
from bunraku.installation.folder import ROOT
from bunraku.installation.gate import WAITS, Gate
from bunraku.installation.lifeline import end_with_parent

WEB_PROCESSES = 2
"""One a core of a small machine: Python's threads share one."""
BACKLOG = 1_024
"""Connections that wait to be taken."""
GRACE_SECONDS = 15.0
"""What the web server and the worker get to finish in when told to end."""
MOST_RESTARTS = 3
"""Times in a row that a process is started again: what ends a fourth time would end for ever."""
LIVED_SECONDS = 60.0
"""A process that lived as long has started well, and its restarts are counted anew."""
BACKUP_AFTER_SECONDS = 60.0
"""Between looks at whether the backup of the day is due: the first not before a start is over."""
BACKUP_AGAIN_SECONDS = 3_600.0
"""After which one that failed is tried again."""


def manage(*command: str) -> list[str]:
    """A command of `manage.py`."""
    return [sys.executable, str(ROOT / "manage.py"), *command]


def listen(port: int) -> socket.socket | None:
    """A socket that listens on this machine alone; None where another process has the port. It is
    held here, so that nobody is turned away while a web process is started again."""
    try:
        return socket.create_server(("127.0.0.1", port), backlog=BACKLOG)
    except OSError:
        return None


class Kept:
    """A process that is started again when it ends by itself, a few times in a row."""

    def __init__(
        self,
        name: str,
        command: list[str],
        environment: dict[str, str],
        *shared: int,
        entrance: int | None = None,
    ) -> None:
        self.name, self.command, self.environment = name, command, environment
        self.shared, self.entrance = shared, entrance
        self.restarts = 0
        self._start()

    def _start(self) -> None:
        self.began = time.monotonic()
        # A group of their own, so that Ctrl-C reaches only us and we end both in order.
        self.process = subprocess.Popen(
            self.command,
            env=self.environment,
            cwd=ROOT,
            start_new_session=True,
            stdin=self.entrance,
            pass_fds=self.shared,
            preexec_fn=end_with_parent(),  # noqa: PLW1509 - no thread runs here
        )

    def runs(self) -> bool:
        """Whether it runs, if need be again: killed or broken, a new one goes on where it was."""
        if self.process.poll() is None:
            return True
        if time.monotonic() - self.began > LIVED_SECONDS:
            self.restarts = 0
        if self.restarts == MOST_RESTARTS:
            times = f"{MOST_RESTARTS + 1} times in a row"
            print(f"The {self.name} ended {times}; its output above says why.", flush=True)
            return False
        self.restarts += 1
        print(f"The {self.name} ended unexpectedly; starting another.", flush=True)
        time.sleep(1)
        self._start()
        return True


class DailyBackup:
    """The backup of the day, taken by a process of its own when it is due."""

    def __init__(self, data: Path, kept: int, environment: dict[str, str]) -> None:
        self.data, self.kept, self.environment = data, kept, environment
        self.process: subprocess.Popen[bytes] | None = None
        self.next_look = time.monotonic() + BACKUP_AFTER_SECONDS

    def look(self) -> None:
        """Start it where it is due; what went wrong it says itself, and is tried again later."""
        if self.process is not None and self.process.poll() is not None:
            failed, self.process = self.process.returncode != 0, None
            wait = BACKUP_AGAIN_SECONDS if failed else BACKUP_AFTER_SECONDS
            self.next_look = time.monotonic() + wait
        if self.process is not None or time.monotonic() < self.next_look:
            return
        self.next_look = time.monotonic() + BACKUP_AFTER_SECONDS
        if is_due(self.data, datetime.now(), self.kept):
            command = [sys.executable, "-m", "bunraku", "backup", "--of-the-day"]
            self.process = subprocess.Popen(
                command,
                env=self.environment,
                cwd=ROOT,
                start_new_session=True,
                preexec_fn=end_with_parent(),  # noqa: PLW1509 - no thread runs here
            )


class Processes:
    """The processes of an installation. The first that serves is started at once: it loads while
    the data is made ready, and serves when all `begin`. More of them would only hold that up."""

    def __init__(self, environment: dict[str, str], listening: socket.socket) -> None:
        self.environment = environment
        self.address = f"http://127.0.0.1:{listening.getsockname()[1]}/"
        self._shared = listening.fileno()
        self._gate = Gate()
        self.kept = [self._web()]

    def _web(self) -> Kept:
        command = manage("serve", str(self._shared), WAITS)
        entrance = self._gate.entrance
        return Kept("web server", command, self.environment, self._shared, entrance=entrance)

    def begin(self) -> None:
        """Have it serve, and start the others."""
        self._gate.open()
        self.kept += [self._web() for _ in range(WEB_PROCESSES - 1)]
        self.kept.append(Kept("job worker", manage("work"), self.environment))

    def end(self, *others: "subprocess.Popen[bytes]") -> None:
        """End them, and others with them."""
        processes = [*(each.process for each in self.kept), *others]
        for process in processes:
            if process.poll() is None:
                process.terminate()
        deadline = time.monotonic() + GRACE_SECONDS
        for process in processes:
            try:
                process.wait(max(0.1, deadline - time.monotonic()))
            except subprocess.TimeoutExpired:
                process.kill()


def serve(processes: Processes, data: Path, backups: int) -> int:
    """Have processes begin, and keep them running until told to end; returns the exit code."""
    wanted = True

    def stop(*_: object) -> None:
        nonlocal wanted
        wanted = False

    # A terminal that is closed hangs up.
    for sign in (signal.SIGINT, signal.SIGTERM, signal.SIGHUP):
        signal.signal(sign, stop)
    processes.begin()
    print(f"Bunraku is at {processes.address}  (Ctrl-C ends it)", flush=True)
    daily = DailyBackup(data, backups, processes.environment)
    code = 0
    while wanted and not code:
        time.sleep(0.2)
        daily.look()
        code = 0 if all(each.runs() for each in processes.kept if wanted) else 1
    processes.end(*([] if daily.process is None else [daily.process]))
    print("Bunraku has ended.")
    return code
