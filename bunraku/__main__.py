"""`python -m bunraku`: make ready and start the web server and the job worker together."""

import argparse
import os
import signal
import socket
import subprocess
import sys
import time
from pathlib import Path

from bunraku.lifeline import end_with_parent

ROOT = Path(__file__).resolve().parents[1]
GRACE_SECONDS = 15.0
"""What the web server and the worker get to finish in when told to end."""


def main() -> int:
    """Start Bunraku; returns the exit code."""
    parser = argparse.ArgumentParser(prog="bunraku", description="Start Bunraku on this machine.")
    parser.add_argument("--demo", action="store_true", help="with the demo project, signed in")
    parser.add_argument("--reset", action="store_true", help="begin the demo afresh")
    parser.add_argument("--port", type=int, default=int(os.environ.get("BUNRAKU_PORT", "8000")))
    given = parser.parse_args()
    if not _port_free(given.port):
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
    return _serve(manage, environment, given.port)


def _port_free(port: int) -> bool:
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind(("127.0.0.1", port))
        except OSError:
            return False
    return True


def _serve(manage: list[str], environment: dict[str, str], port: int) -> int:
    web_command = [
        sys.executable, "-m", "gunicorn", "bunraku.server.wsgi", "--bind", f"127.0.0.1:{port}",
        "--config", str(ROOT / "bunraku/server/gunicorn.py"),
    ]  # fmt: skip

    def start(command: list[str]) -> subprocess.Popen[bytes]:
        # A group of their own, so that Ctrl-C reaches only us and we end both in order.
        return subprocess.Popen(
            command,
            env=environment,
            cwd=ROOT,
            start_new_session=True,
            preexec_fn=end_with_parent(),  # noqa: PLW1509 - no thread runs here
        )

    wanted = True

    def stop(*_: object) -> None:
        nonlocal wanted
        wanted = False

    for sign in (signal.SIGINT, signal.SIGTERM):
        signal.signal(sign, stop)
    web, worker = start(web_command), start([*manage, "work"])
    print(f"Bunraku is at http://127.0.0.1:{port}/  (Ctrl-C ends it)", flush=True)
    code = 0
    while wanted:
        time.sleep(0.2)
        if web.poll() is not None:
            print("The web server ended unexpectedly.")
            code = 1
            break
        if worker.poll() is not None and wanted:
            # Killed or broken: a new one goes on where it was.
            print("The job worker ended unexpectedly; starting another.", flush=True)
            time.sleep(1)
            worker = start([*manage, "work"])
    for process in (web, worker):
        if process.poll() is None:
            process.terminate()
    deadline = time.monotonic() + GRACE_SECONDS
    for process in (web, worker):
        try:
            process.wait(max(0.1, deadline - time.monotonic()))
        except subprocess.TimeoutExpired:
            process.kill()
    print("Bunraku has ended.")
    return code


if __name__ == "__main__":
    sys.exit(main())
