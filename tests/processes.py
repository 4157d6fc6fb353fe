"""Processes that tests start: each ends with its test, however that ends, and so do its own
children."""

import os
import signal
import subprocess
import time
from collections.abc import Iterator, Mapping, Sequence
from contextlib import contextmanager, suppress
from pathlib import Path
from typing import Any

from bunraku.installation.lifeline import end_with_parent

GRACE_SECONDS = 20


@contextmanager
def running(command: Sequence[str], **options: Any) -> Iterator["subprocess.Popen[str]"]:
    """A process in a group of its own, told to end on leaving, and killed with its group if it does
    not. Should the tests themselves be killed, the system tells it."""
    # What the child runs before it begins only asks the kernel for a signal.
    first = end_with_parent()
    process = subprocess.Popen(
        command,
        text=True,
        start_new_session=True,
        preexec_fn=first,  # noqa: PLW1509
        **options,
    )
    try:
        yield process
    finally:
        end(process)


def end(process: "subprocess.Popen[str]") -> None:
    """Have a process and all it started end."""
    started = descendants(process.pid)
    if process.poll() is None:
        process.terminate()
        with suppress(subprocess.TimeoutExpired):
            process.wait(GRACE_SECONDS)
    for pid in (process.pid, *started):
        with suppress(ProcessLookupError, PermissionError):
            os.killpg(pid, signal.SIGKILL)
        with suppress(ProcessLookupError):
            if pid != process.pid:
                os.kill(pid, signal.SIGKILL)
    process.wait(GRACE_SECONDS)


def children(pid: int) -> dict[int, str]:
    """Processes that a process has started, with their command lines."""
    lines = {}
    for entry in Path("/proc").glob("[0-9]*"):
        try:
            parent = int((entry / "stat").read_text().rsplit(")", 1)[1].split()[1])
            line = (entry / "cmdline").read_text().replace("\0", " ")
        except (OSError, IndexError):
            continue
        if parent == pid:
            lines[int(entry.name)] = line
    return lines


def descendants(pid: int) -> list[int]:
    """All that a process has started, and what they started."""
    return [pid for child in children(pid) for pid in (child, *descendants(child))]


def gone(pids: Sequence[int], seconds: float = 15) -> bool:
    """Whether all these processes end within so many seconds."""
    until = time.monotonic() + seconds
    while any(Path(f"/proc/{pid}").exists() for pid in pids):
        if time.monotonic() > until:
            return False
        time.sleep(0.05)
    return True


def environment(data: Path, **more: str) -> Mapping[str, str]:
    """The environment of an installation of its own, with a database in its folder (or the one that
    WALK_DATABASE_URL names: browser tests are walked on another database by it)."""
    left_out = ("DJANGO_SETTINGS_MODULE", "DATABASE_URL")
    if walked := os.environ.get("WALK_DATABASE_URL"):
        more = {"DATABASE_URL": walked, **more}
    kept = {name: value for name, value in os.environ.items() if name not in left_out}
    return {**kept, "BUNRAKU_DATA": str(data), "PYTHONUNBUFFERED": "1", **more}
