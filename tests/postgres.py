"""`make test-postgres`: a PostgreSQL server of its own for tests, in a folder that goes with it.

Starts the server as an unprivileged person where needed, runs the command given with DATABASE_URL
set (with --walk, WALK_DATABASE_URL: what browser tests start uses it, they themselves do not), and
stops it, whatever came."""

import os
import pwd
import shutil
import socket
import subprocess
import sys
import tempfile
import time
from pathlib import Path

from tests.processes import running

BINARIES = Path("/usr/lib/postgresql")
PERSON = "postgres"
"""Whom Debian's package makes; the server refuses to run as root."""
READY_SECONDS = 30


def main() -> int:
    """Run a command beside a server; returns its exit code."""
    programs = sorted(BINARIES.glob("*/bin"))
    if not programs:
        print("There is no PostgreSQL in /usr/lib/postgresql (Debian: apt-get install postgresql).")
        return 1
    folder = Path(tempfile.mkdtemp(prefix="bunraku-postgres-", dir="/tmp"))
    as_person = {"user": PERSON, "group": pwd.getpwnam(PERSON).pw_gid} if os.geteuid() == 0 else {}
    if as_person:
        shutil.chown(folder, PERSON)
    port = _free_port()
    try:
        make = [
            str(programs[-1] / "initdb"),
            "-D",
            str(folder / "data"),
            "-U",
            "bunraku",
            "-A",
            "trust",
        ]
        subprocess.run(make, check=True, stdout=subprocess.DEVNULL, cwd=folder, **as_person)
        serve = [
            *(str(programs[-1] / "postgres"), "-D", str(folder / "data"), "-k", str(folder)),
            *("-h", "127.0.0.1", "-p", str(port)),
            # What is stored goes with the folder, so nothing has to reach the disk.
            *("-c", "fsync=off", "-c", "full_page_writes=off", "-c", "synchronous_commit=off"),
        ]
        with running(serve, cwd=folder, stderr=subprocess.DEVNULL, **as_person):
            _wait(port)
            url = f"postgres://bunraku@127.0.0.1:{port}/postgres"
            walk = sys.argv[1] == "--walk"
            name = "WALK_DATABASE_URL" if walk else "DATABASE_URL"
            environment = {**os.environ, name: url}
            command = sys.argv[2 if walk else 1 :]
            return subprocess.run(command, env=environment, check=False).returncode
    finally:
        shutil.rmtree(folder, ignore_errors=True)


def _free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])


def _wait(port: int) -> None:
    until = time.monotonic() + READY_SECONDS
    while time.monotonic() < until:
        with socket.socket() as probe:
            if probe.connect_ex(("127.0.0.1", port)) == 0:
                return
        time.sleep(0.1)
    raise SystemExit("PostgreSQL did not start.")


if __name__ == "__main__":
    sys.exit(main())
