"""Lifelines: a process that was started ends when the one that started it does, however that
ended; and what only one process may use at a time is free again as soon as that one is gone."""

import ctypes
import fcntl
import os
import signal
import sys
from collections.abc import Callable
from pathlib import Path
from typing import IO

_PR_SET_PDEATHSIG = 1
"""From Linux's <sys/prctl.h>: the signal a process gets when its parent dies."""


def end_with_parent() -> Callable[[], None] | None:
    """What a child does before it begins, for `subprocess.Popen(preexec_fn=…)`: it asks to be told
    to end when its parent dies, even by a signal that nobody can catch. None where the system has
    no such thing."""
    if not sys.platform.startswith("linux"):
        return None
    # Loaded here and not in the child: between fork and exec little is safe.
    libc = ctypes.CDLL(None, use_errno=True)

    def ask() -> None:
        libc.prctl(_PR_SET_PDEATHSIG, signal.SIGTERM)

    return ask


def hold(path: Path, *, wait: bool = False) -> IO[str] | None:
    """Hold a file for this process alone, with its number in it; where another process holds it
    `wait` until it is gone, else None. The system lets go of it when the process ends, however it
    ends."""
    file = path.open("a+")
    try:
        fcntl.flock(file, fcntl.LOCK_EX | (0 if wait else fcntl.LOCK_NB))
    except OSError:
        file.close()
        return None
    file.truncate(0)
    print(os.getpid(), file=file, flush=True)
    return file


def holder(path: Path) -> str:
    """The number of the process that holds a file, as it wrote it down."""
    return path.read_text("utf-8").strip()
