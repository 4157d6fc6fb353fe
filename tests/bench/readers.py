"""Twenty people reading at once: a served installation with 100,000 keywords in a project, each
reader with a connection of their own, and two hundred more that only stay open."""

import http.client
import json
import socket
import subprocess
import sys
import threading
import time
from collections.abc import Iterator
from contextlib import ExitStack
from pathlib import Path
from urllib.parse import urlencode

from django.conf import settings
from django.contrib.auth import BACKEND_SESSION_KEY, HASH_SESSION_KEY, SESSION_KEY
from django.contrib.auth.models import User
from django.contrib.sessions.backends.db import SessionStore
from django.core.management import call_command
from django.db import connection

from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row
from tests.bench.sheet import ASKED, fill
from tests.bench.timing import Result, percentile
from tests.browser.conftest import free_port, wait_until_served, wait_until_told
from tests.processes import children, environment, running

READERS = 20
EACH = 40
IDLE = 200


def signed_in(person: User) -> str:
    """The cookie of a session."""
    session = SessionStore()
    session[SESSION_KEY] = str(person.pk)
    session[BACKEND_SESSION_KEY] = "django.contrib.auth.backends.ModelBackend"
    session[HASH_SESSION_KEY] = person.get_session_auth_hash()
    session.save()
    return f"{settings.SESSION_COOKIE_NAME}={session.session_key}"


def megabytes(pid: int) -> float:
    """What a process holds in memory by itself or with others."""
    for line in Path(f"/proc/{pid}/status").read_text().splitlines():
        if line.startswith("VmRSS"):
            return int(line.split()[1]) / 1000
    return 0.0


def read(port: int, cookie: str, base: str, number: int, times: list[float]) -> None:
    """One reader: pages of the sheet in turn, and what stands around them."""
    asked = [f"{base}/sheet?{urlencode(query, doseq=True)}" for query in ASKED]
    asked += [f"{base}/overview", f"{base}/overview", base, "/api/projects"]
    line = http.client.HTTPConnection("127.0.0.1", port, timeout=60)
    for turn in range(EACH):
        began = time.perf_counter()
        line.request("GET", asked[(turn + 3 * number) % len(asked)], headers={"Cookie": cookie})
        answer = line.getresponse()
        body = answer.read()
        times.append(time.perf_counter() - began)
        assert answer.status == 200, body[:300]
        json.loads(body)


def all_at_once(port: int, cookie: str, base: str) -> list[float]:
    """How long each answer took that all readers waited for at the same time."""
    times: list[float] = []
    readers = [
        threading.Thread(target=read, args=(port, cookie, base, number, times))
        for number in range(READERS)
    ]
    for reader in readers:
        reader.start()
    for reader in readers:
        reader.join()
    return times


def decide(port: int, cookie: str, base: str, rows: list[int], done: threading.Event) -> None:
    """Somebody who shortlists a keyword and takes it back, five times a second."""
    token = "t" * 32
    headers = {
        "Cookie": f"{cookie}; csrftoken={token}",
        "X-CSRFToken": token,
        "Content-Type": "application/json",
    }
    line = http.client.HTTPConnection("127.0.0.1", port, timeout=60)
    while not done.wait(0.2):
        row = rows.pop()
        rows.insert(0, row)
        body = json.dumps({"row_ids": [row], "state": "shortlisted"})
        line.request("POST", f"{base}/sheet/state", body, headers)
        assert line.getresponse().read() == b'{"changed": 1}'


def run() -> Iterator[Result]:
    call_command("migrate", verbosity=0)
    project = Project.objects.filter(name="Sheet").first() or fill()
    cookie = signed_in(project.owner)
    base = f"/api/projects/{project.pk}"
    connection.close()
    port = free_port()
    command = [sys.executable, "-m", "bunraku", "--port", str(port)]
    place = environment(Path(settings.DATA))
    with (
        running(command, cwd=settings.ROOT, env=place, stdout=subprocess.PIPE) as process,
        ExitStack() as open_ones,
    ):
        wait_until_told(process)
        wait_until_served(port)
        for _ in range(IDLE):
            idle = socket.create_connection(("127.0.0.1", port))
            open_ones.enter_context(idle)
        warming: list[float] = []
        for number in range(4):
            read(port, cookie, base, number, warming)
        calm = all_at_once(port, cookie, base)
        rows = list(Row.objects.filter(scope__project=project).values_list("pk", flat=True)[:500])
        connection.close()
        done = threading.Event()
        person = threading.Thread(target=decide, args=(port, cookie, base, rows, done))
        person.start()
        busy = all_at_once(port, cookie, base)
        done.set()
        person.join()
        web = [pid for pid, line in children(process.pid).items() if " serve " in line]
        largest = max(megabytes(pid) for pid in web)
    alone = percentile(warming, 0.95)
    for name, times in (("", calm), (" while one decides", busy)):
        slow, answered = percentile(times, 0.95), len(times)
        yield (
            f"{READERS} readers at once{name}, {IDLE} idle: answered",
            f"{answered} of {READERS * EACH}",
            "all",
            answered == READERS * EACH,
        )
        # Whoever decides has the worker learn from it: three processes want two cores.
        most = 1.5 if name else 0.5
        yield (
            "  95th percentile; of one reader alone",
            f"{1000 * slow:.0f} ms; {1000 * alone:.0f} ms",
            f"under {1000 * most:.0f} ms",
            slow < most,
        )
    yield ("  the larger web process", f"{largest:.0f} MB", "under 250 MB", largest < 250)
