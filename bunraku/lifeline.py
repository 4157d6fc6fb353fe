"""A lifeline: a process that was started ends when the one that started it does, however that
ended."""

import ctypes
import signal
import sys
from collections.abc import Callable

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
