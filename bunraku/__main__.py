"""`python -m bunraku`: start Bunraku on this machine; `backup` and `restore` its data."""

import argparse
import os
import shutil
import subprocess
import sys
from datetime import datetime
from pathlib import Path
from typing import IO
from urllib.parse import urlsplit

from bunraku.installation.backup import (
    SUFFIX,
    back_up,
    is_due,
    restore,
    set_demo_aside,
    take_into,
    undo_restore,
)
from bunraku.installation.folder import DATABASE, ROOT, Unusable, is_older, make_folder, make_usable
from bunraku.installation.lifeline import end_with_parent, hold, holder
from bunraku.installation.supervisor import Processes, listen, manage, serve

KEPT_BACKUPS = 7
"""Daily backups that are kept where the settings say nothing else."""


def main() -> int:
    """Do what the command line says; returns the exit code."""
    given = _parser().parse_args()
    try:
        return int(given.do(given))
    except Unusable as unusable:
        print(unusable, flush=True)
        return 1


def _parser() -> argparse.ArgumentParser:
    common = argparse.ArgumentParser(add_help=False)
    common.add_argument("--demo", action="store_true", help="with the demo project, signed in")
    common.add_argument("--data", type=Path, help="the data folder (default: var/own)")
    parser = argparse.ArgumentParser(
        prog="bunraku", parents=[common], description="Start Bunraku on this machine."
    )
    parser.add_argument("--reset", action="store_true", help="start the demo from the beginning")
    parser.add_argument("--port", type=int, default=int(os.environ.get("BUNRAKU_PORT", "8000")))
    parser.set_defaults(do=_start)
    commands = parser.add_subparsers(metavar="COMMAND")
    backing = commands.add_parser("backup", help="write all data into one file, also while it runs")
    backing.add_argument("file", type=Path, nargs="?", help=f"where to, as in today{SUFFIX}")
    backing.add_argument(
        "--of-the-day", action="store_true", help="into the data folder, if it is due"
    )
    backing.set_defaults(do=_back_up)
    restoring = commands.add_parser("restore", help="put a backup back; Bunraku must not run")
    restoring.add_argument("file", type=Path, help="a file that backup wrote")
    restoring.add_argument(
        "--replace", action="store_true", help="where there is data; it is kept aside"
    )
    restoring.set_defaults(do=_restore)
    for command in (backing, restoring):
        command.add_argument("--data", type=Path, default=argparse.SUPPRESS, help="the data folder")
    return parser


def _data(given: argparse.Namespace) -> Path:
    usual = os.environ.get("BUNRAKU_DATA", ROOT / "var" / ("demo" if given.demo else "own"))
    return Path(given.data or usual).absolute()


def _check_public(*, demo: bool) -> None:
    public = os.environ.get("BUNRAKU_PUBLIC", "")
    parts = urlsplit(public)
    if public and (parts.scheme != "https" or not parts.hostname or parts.path.strip("/")):
        raise Unusable(
            f"BUNRAKU_PUBLIC is “{public}”; it must be the URL of Bunraku, as in "
            "https://keywords.example."
        )
    if public and demo:
        raise Unusable(
            "The demo signs in automatically, so it is not for others: start Bunraku without "
            "it, or without BUNRAKU_PUBLIC."
        )


def _environment(data: Path) -> dict[str, str]:
    return {
        # Threads that keep memory each for itself would hold twice as much.
        "MALLOC_ARENA_MAX": "2",
        # Tables of a quarter of a megabyte and more go back to the system as soon as they are done
        # with, and not only those that were larger than any before.
        "MALLOC_MMAP_THRESHOLD_": "262144",
        "MALLOC_TRIM_THRESHOLD_": "262144",
        # Matrices here are small: threads that share one mostly wait for each other, and busily.
        "OPENBLAS_NUM_THREADS": "1",
        **os.environ,
        "BUNRAKU_DATA": str(data),
        "DJANGO_SETTINGS_MODULE": "bunraku.server.settings",
    }


def _kept_backups() -> int:
    said = os.environ.get("BUNRAKU_BACKUPS", str(KEPT_BACKUPS))
    if not said.isdecimal():
        raise Unusable(f"BUNRAKU_BACKUPS is “{said}”; it is a number of backups, 0 for none.")
    # A database elsewhere is backed up by its own means.
    return 0 if os.environ.get("DATABASE_URL") else int(said)


def _start(given: argparse.Namespace) -> int:
    if not (ROOT / "bunraku/server/static/index.html").exists():
        raise Unusable("The front end is not built. Run `make build` first.")
    listening = listen(given.port)
    if listening is None:
        raise Unusable(
            f"Port {given.port} is in use. Stop what runs there, or choose another, as in: "
            "make demo PORT=8001"
        )
    _check_public(demo=given.demo)
    if given.reset and not given.demo:
        raise Unusable(
            "--reset starts the demo again, and only the demo: use --demo --reset. Your own "
            "data is never deleted. Delete a project in its settings, an account on its own "
            "page."
        )
    data, kept = _data(given), _kept_backups()
    environment = _environment(data)
    if given.demo:
        environment["BUNRAKU_DEMO"] = "1"
    with listening:
        make_folder(data)
        held = _hold(data)
        if given.reset and (aside := set_demo_aside(data)):
            print(f"The demo as it was is kept in {aside}")
        make_usable(data)
        if kept and is_older(data / DATABASE):
            print(f"Before the data is upgraded: {take_into(data, datetime.now(), kept)}")
        processes = Processes(environment, listening)
        with held:
            ready = False
            try:
                ready = _make_ready(environment, demo=given.demo)
            finally:
                if not ready:
                    processes.end()
            return serve(processes, data, kept) if ready else 1


def _hold(data: Path) -> IO[str]:
    held = hold(data / "in-use")
    if held is None:
        raise Unusable(
            f"Bunraku runs on the data in {data} already (process {holder(data / 'in-use')})."
        )
    return held


def _make_ready(environment: dict[str, str], *, demo: bool) -> bool:
    step = manage("ready", *(["--demo"] if demo else []))
    # Should this process be killed, the step must not go on in a folder that the next one takes.
    done = subprocess.run(
        step,
        env=environment,
        cwd=ROOT,
        check=False,
        preexec_fn=end_with_parent(),
    )
    return not done.returncode


def _back_up(given: argparse.Namespace) -> int:
    data = _data(given)
    if os.environ.get("DATABASE_URL"):
        raise Unusable("The database is where DATABASE_URL says: back it up by its own means.")
    if given.of_the_day:
        kept = _kept_backups()
        if is_due(data, datetime.now(), kept):
            take_into(data, datetime.now(), kept)
        return 0
    if given.file is None:
        raise Unusable(f"Name the file to write, as in: python -m bunraku backup today{SUFFIX}")
    print(f"Backed up: {back_up(data, given.file.absolute())}")
    return 0


def _restore(given: argparse.Namespace) -> int:
    data = _data(given)
    if os.environ.get("DATABASE_URL"):
        raise Unusable("The database is where DATABASE_URL says: restore it by its own means.")
    made, locked = not data.exists(), (data / "in-use").exists()
    make_folder(data)
    done = False
    try:
        with _hold(data):
            aside = restore(given.file, data, replace=given.replace)
            try:
                make_usable(data)
                done = _make_ready(_environment(data), demo=False)
            finally:
                if not done:
                    undo_restore(data, aside)
    finally:
        if made and not done:
            shutil.rmtree(data, ignore_errors=True)
        elif not locked and not done:
            (data / "in-use").unlink(missing_ok=True)
    if not done:
        raise Unusable(f"{given.file} could not be made ready. Everything is as it was.")
    if aside is not None:
        print(f"What was there is kept in {aside}")
    print(f"Restored {given.file} into {data}")
    return 0


if __name__ == "__main__":
    sys.exit(main())
