"""`python -m bunraku`: make ready and start the web server and the job worker together."""

import argparse
import os
import signal
import socket
import subprocess
import sys
import time
from pathlib import Path

from bunraku.lifeline import end_with_parent, hold, holder

ROOT = Path(__file__).resolve().parents[1]
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


def main() -> int:
    """Start Bunraku; returns the exit code."""
    parser = argparse.ArgumentParser(prog="bunraku", description="Start Bunraku on this machine.")
    parser.add_argument("--demo", action="store_true", help="with the demo project, signed in")
    parser.add_argument("--reset", action="store_true", help="begin the demo afresh")
    parser.add_argument("--port", type=int, default=int(os.environ.get("BUNRAKU_PORT", "8000")))
    given = parser.parse_args()
    listening = _listen(given.port)
    if listening is None:
        print(
            f"Port {given.port} is in use. Stop what runs there, or choose another, as in: "
            f"make demo PORT=8001"
        )
        return 1
    if not (ROOT / "bunraku/server/static/index.html").exists():
        print("The front end is not built. Run `make build` first.")
        return 1
    data = Path(os.environ.get("BUNRAKU_DATA", ROOT / "var" / ("demo" if given.demo else "own")))
    environment = {
        **os.environ,
        "BUNRAKU_DATA": str(data),
        "DJANGO_SETTINGS_MODULE": "bunraku.server.settings",
    }
    if given.demo:
        environment["BUNRAKU_DEMO"] = "1"
    data.mkdir(parents=True, exist_ok=True)
    in_use = data / "in-use"
    held = hold(in_use)
    if held is None:
        print(f"Bunraku runs on the data in {data} already (process {holder(in_use)}).")
        return 1
    if given.reset:
        for path in data.glob("bunraku.sqlite3*"):
            path.unlink()
    manage = [sys.executable, str(ROOT / "manage.py")]
    steps = [
        [*manage, "migrate", "--verbosity", "0"],
        *([[*manage, "load_demo"]] if given.demo else []),
    ]
    for step in steps:
        if subprocess.run(step, env=environment, cwd=ROOT, check=False).returncode:
            return 1
    with listening:
        return _serve(manage, environment, listening)


def _listen(port: int) -> socket.socket | None:
    """A socket that listens on this machine alone; None where another process has the port. It is
    held here, so that nobody is turned away while a web process is started again."""
    try:
        return socket.create_server(("127.0.0.1", port), backlog=BACKLOG)
    except OSError:
        return None


class Kept:
    """A process that is started again when it ends by itself, a few times in a row."""

    def __init__(
        self, name: str, command: list[str], environment: dict[str, str], *shared: int
    ) -> None:
        self.name, self.command, self.environment = name, command, environment
        self.shared = shared
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
            print(f"The {self.name} ended {times}; what it said above tells why.", flush=True)
            return False
        self.restarts += 1
        print(f"The {self.name} ended unexpectedly; starting another.", flush=True)
        time.sleep(1)
        self._start()
        return True


def _serve(manage: list[str], environment: dict[str, str], listening: socket.socket) -> int:
    shared = listening.fileno()
    web = [*manage, "serve", str(shared)]
    wanted = True

    def stop(*_: object) -> None:
        nonlocal wanted
        wanted = False

    # A terminal that is closed hangs up.
    for sign in (signal.SIGINT, signal.SIGTERM, signal.SIGHUP):
        signal.signal(sign, stop)
    kept = [
        *(Kept("web server", web, environment, shared) for _ in range(WEB_PROCESSES)),
        Kept("job worker", [*manage, "work"], environment),
    ]
    print(
        f"Bunraku is at http://127.0.0.1:{listening.getsockname()[1]}/  (Ctrl-C ends it)",
        flush=True,
    )
    code = 0
    while wanted and not code:
        time.sleep(0.2)
        code = 0 if all(each.runs() for each in kept if wanted) else 1
    processes = [each.process for each in kept]
    for process in processes:
        if process.poll() is None:
            process.terminate()
    deadline = time.monotonic() + GRACE_SECONDS
    for process in processes:
        try:
            process.wait(max(0.1, deadline - time.monotonic()))
        except subprocess.TimeoutExpired:
            process.kill()
    print("Bunraku has ended.")
    return code


if __name__ == "__main__":
    sys.exit(main())
