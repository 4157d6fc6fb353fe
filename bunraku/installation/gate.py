"""A gate: processes are started before what they work on is ready, load what they need, which takes
seconds, and wait at the gate until it is opened."""

import os
import sys

WAITS = "--at-gate"
"""What a command is told that is to wait."""


class Gate:
    """A gate that is closed. Those who wait at it have `entrance` as their standard input, which
    ends when the gate is opened; for who comes later it stays open."""

    def __init__(self) -> None:
        # The other end is inherited by nobody, so that it is closed when we close it.
        self.entrance, self._held = os.pipe()

    def open(self) -> None:
        """Let them begin."""
        os.close(self._held)


def wait_at_gate() -> None:
    """Wait until the gate is opened."""
    sys.stdin.buffer.read()
