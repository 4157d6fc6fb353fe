"""Starting: one clear sentence where it cannot, both processes together where it can, the demo the
same each time."""

import fcntl
import json
import os
import signal
import socket
import subprocess
import sys
import time
import urllib.request
from contextlib import ExitStack
from pathlib import Path
from typing import Any

import pytest
from django.conf import settings

from bunraku.installation.gate import Gate
from bunraku.installation.lifeline import hold, holder
from bunraku.installation.supervisor import MOST_RESTARTS, Kept
from tests.processes import children, descendants, environment, gone, running

ROOT: Path = settings.ROOT
TOOLS = (
    "bash",
    "sh",
    "grep",
    "find",
    "test",
    "touch",
    "sed",
    "sort",
    "awk",
    "cat",
    "rm",
    "env",
    "make",
)


def free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])


def start(data: Path, port: int, *more: str) -> Any:
    command = [sys.executable, "-m", "bunraku", "--port", str(port), *more]
    output = {"stdout": subprocess.PIPE, "stderr": subprocess.STDOUT}
    return running(command, cwd=ROOT, env=environment(data), **output)


def until(seconds: float, holds: Any) -> Any:
    end = time.monotonic() + seconds
    while time.monotonic() < end:
        answer = holds()
        if answer:
            return answer
        time.sleep(0.1)
    raise AssertionError(f"not within {seconds} s")


def test_a_port_in_use_is_told_in_one_sentence(tmp_path: Path) -> None:
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        port = taken.getsockname()[1]
        with start(tmp_path, port) as process:
            answer, _ = process.communicate(timeout=30)
    assert process.returncode == 1
    assert answer.count("\n") == 1
    assert f"Port {port} is in use" in answer


def process_of(pid: int, word: str, *, but: int = 0) -> int:
    """The process of a supervisor with a word in its command, another than one that is gone."""
    return next((p for p, line in children(pid).items() if word in line and p != but), 0)


def the_slow_and_the_silent_keep_nobody_waiting(port: int) -> None:
    """Two hundred connections that say nothing, and forty that stop amid a request or its body."""
    begun = (
        b"GET /api/session HTTP/1.1\r\nHo",
        b"POST /api/session HTTP/1.1\r\nHost: localhost\r\nContent-Length: 900\r\n\r\n{",
    )
    with ExitStack() as connections:

        def connect(said: bytes = b"") -> None:
            connection = socket.create_connection(("127.0.0.1", port), timeout=10)
            connections.enter_context(connection).sendall(said)

        for _ in range(200):
            connect()
        for said in begun * 20:
            connect(said)
        for _ in range(20):
            with urllib.request.urlopen(f"http://127.0.0.1:{port}/api/session", timeout=15) as told:
                assert json.load(told)["name"] == ""


def test_both_processes_run_while_they_are_wanted_and_end_together(tmp_path: Path) -> None:
    """A killed one is followed by another; closing the terminal ends both, as Ctrl-C does."""
    port = free_port()

    def served() -> bool:
        try:
            with urllib.request.urlopen(f"http://127.0.0.1:{port}/", timeout=2) as response:
                return response.status == 200 and b"root" in response.read()
        except OSError:
            return False

    with start(tmp_path, port) as process:
        assert process.stdout is not None
        for line in process.stdout:
            if "Bunraku is at" in line:
                break
        until(20, served)
        for word in (" serve ", " work"):
            killed = process_of(process.pid, word)
            os.kill(killed, signal.SIGKILL)
            until(20, lambda word=word, killed=killed: process_of(process.pid, word, but=killed))
        until(20, served)
        the_slow_and_the_silent_keep_nobody_waiting(port)
        everyone = children(process.pid)
        process.send_signal(signal.SIGHUP)
        assert process.wait(timeout=40) == 0
        assert gone(list(everyone), seconds=0)
    assert (tmp_path / "secret-key").stat().st_mode & 0o077 == 0


def test_nobody_else_uses_a_data_folder_that_is_in_use(tmp_path: Path) -> None:
    (tmp_path / "bunraku.sqlite3").write_bytes(b"")
    with (tmp_path / "in-use").open("w") as used, (tmp_path / "worker-in-use").open("w") as worked:
        for file in (used, worked):
            fcntl.flock(file, fcntl.LOCK_EX)
        used.write("4711\n")
        used.flush()
        with start(tmp_path, free_port(), "--demo", "--reset") as process:
            answer, _ = process.communicate(timeout=30)
        assert process.returncode == 1
        assert answer == f"Bunraku runs on the data in {tmp_path} already (process 4711).\n"
        assert (tmp_path / "bunraku.sqlite3").exists()
        place = environment(tmp_path, DJANGO_SETTINGS_MODULE="bunraku.server.settings")
        command = [sys.executable, "manage.py", "work"]
        with running(command, cwd=ROOT, env=place, stdout=subprocess.PIPE) as worker:
            assert worker.stdout is not None
            assert "waiting for it to end" in worker.stdout.readline()
            assert worker.poll() is None
            # It goes on where the other has ended.
            fcntl.flock(worked, fcntl.LOCK_UN)
            until(20, lambda: holder(tmp_path / "worker-in-use") == str(worker.pid))
    # Whoever held it is gone, and with it the hold.
    assert hold(tmp_path / "in-use") is not None


def test_who_waits_at_a_gate_begins_when_it_is_opened(tmp_path: Path) -> None:
    begun = tmp_path / "begun"
    code = f"from bunraku.installation.gate import *; wait_at_gate(); open({str(begun)!r}, 'x')"
    gate = Gate()

    def another() -> Kept:
        command = [sys.executable, "-c", code]
        return Kept("web server", command, dict(os.environ), entrance=gate.entrance)

    first = another()
    with pytest.raises(subprocess.TimeoutExpired):
        first.process.wait(1.5)
    assert not begun.exists()
    gate.open()
    assert first.process.wait(20) == 0
    # Started again it does not wait.
    begun.unlink()
    assert another().process.wait(20) == 0
    assert begun.exists()


def test_a_process_that_ends_again_and_again_is_given_up(
    monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    monkeypatch.setattr(time, "sleep", lambda _: None)
    kept = Kept("web server", [sys.executable, "-c", "raise SystemExit(3)"], dict(os.environ))
    for _ in range(MOST_RESTARTS):
        kept.process.wait(20)
        assert kept.runs()
    kept.process.wait(20)
    assert not kept.runs()
    assert "ended 4 times in a row" in capsys.readouterr().out


def test_what_was_started_ends_with_whoever_started_it(tmp_path: Path) -> None:
    """Killed so that nothing can be tidied up: neither web server nor worker stays behind."""
    with start(tmp_path, free_port()) as process:
        until(30, lambda: len(children(process.pid)) == 3)
        everyone = descendants(process.pid)
        process.kill()
        process.wait()
        assert gone(everyone)


@pytest.fixture
def bare(tmp_path: Path) -> Path:
    """A machine with make and little else: the Makefile in a folder of its own, and a folder of
    tools."""
    tools = tmp_path / "tools"
    tools.mkdir()
    for name in TOOLS:
        real = next(
            (Path(p) / name for p in ("/usr/bin", "/bin") if (Path(p) / name).exists()), None
        )
        if real:
            (tools / name).symlink_to(real)
    (tmp_path / "Makefile").write_text((ROOT / "Makefile").read_text("utf-8"))
    (tmp_path / "web/src").mkdir(parents=True)
    for name in ("requirements.txt", "requirements-dev.txt", "web/package-lock.json"):
        (tmp_path / name).write_text("")
    return tmp_path


def tool(bare: Path, name: str, script: str) -> None:
    path = bare / "tools" / name
    path.write_text(f"#!/bin/bash\n{script}\n")
    path.chmod(0o755)


def make(bare: Path, target: str) -> str:
    environment = {"PATH": str(bare / "tools"), "HOME": str(bare)}
    done = subprocess.run(
        ["make", target], cwd=bare, env=environment, capture_output=True, text=True, check=False
    )
    assert done.returncode != 0
    return "\n".join(
        line for line in (done.stdout + done.stderr).splitlines() if not line.startswith("make")
    )


def test_a_missing_or_old_python_is_told(bare: Path) -> None:
    assert (
        make(bare, ".stamp-python") == "Bunraku needs Python 3.11 or newer, and there is none here."
    )
    tool(bare, "python3", '[ "$1" = -V ] && echo "Python 3.9.2" || exit 1')
    assert "needs Python 3.11 or newer" in make(bare, ".stamp-python")
    assert "Python 3.9.2" in make(bare, ".stamp-python")


def test_a_missing_or_old_node_is_told(bare: Path) -> None:
    assert (
        make(bare, ".stamp-node")
        == "Bunraku's front end is built with Node 20 or newer, and there is none here."
    )
    tool(bare, "node", '[ "$1" = -v ] && echo v18.1.0 || exit 1')
    assert (
        make(bare, ".stamp-node")
        == "Bunraku's front end is built with Node 20.19 or newer; here is v18.1.0."
    )
