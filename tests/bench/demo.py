"""Loading the demo from nothing, the first view in a browser, and the size of the front end."""

import gzip
import re
import tempfile
import time
from collections.abc import Iterator
from pathlib import Path

from django.conf import settings
from playwright.sync_api import sync_playwright

from tests.bench.timing import Result, percentile
from tests.browser.conftest import (
    CHROMIUM,
    FLAGS,
    free_port,
    start,
    wait_until_served,
    wait_until_told,
)

WARMING = 4
SETTLING_SECONDS = 10
STATIC = settings.ROOT / "bunraku/server/static"


def first_load() -> tuple[int, int]:
    """Bytes, gzipped, of what the first view asks for: its scripts and styles; and of its fonts
    (which are packed already)."""
    text = (STATIC / "index.html").read_text("utf-8")
    names = set(re.findall(r"/static/(assets/[\w.-]+\.(?:js|css))", text))
    page = max(STATIC.glob("assets/WeighPage-*.js"), key=lambda path: path.stat().st_size)
    todo = [*(STATIC / name for name in names), page]
    seen: set[Path] = set()
    while todo:
        path = todo.pop()
        if path in seen:
            continue
        seen.add(path)
        if path.suffix == ".js":
            # What it imports at once; what is loaded when asked for does not count.
            imports = re.findall(r'(?:from|import)"\./([\w.-]+\.js)"', path.read_text("utf-8"))
            todo += [STATIC / "assets" / name for name in imports]
    fonts = sum(path.stat().st_size for path in STATIC.glob("assets/*latin-wght*.woff2"))
    return sum(len(gzip.compress(path.read_bytes())) for path in seen), fonts


def first_view(address: str) -> Iterator[Result]:
    """What a person waits for."""
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        taken = []
        # The server has two processes, and each builds what it needs on its first requests: a
        # warm server is one that has.
        for _ in range(WARMING + 5):
            # A context of its own has nothing kept.
            page = browser.new_context(viewport={"width": 1280, "height": 800}).new_page()
            began = time.perf_counter()
            page.goto(address)
            page.get_by_role("row").nth(1).wait_for()
            taken.append(time.perf_counter() - began)
            page.context.close()
        browser.close()
    warm = percentile(taken[WARMING:], 0.5)
    yield (
        "first view, warm server, cold browser: median of 5",
        f"{warm:.2f} s",
        "under 1 s",
        warm < 1,
    )


def run() -> Iterator[Result]:
    port = free_port()
    began = time.perf_counter()
    with start(Path(tempfile.mkdtemp(prefix="bunraku-bench-demo-")), port) as process:
        wait_until_told(process)
        wait_until_served(port)
        loaded = time.perf_counter() - began
        yield ("demo from nothing to served", f"{loaded:.1f} s", "under 25 s", loaded < 25)
        # It serves before the other processes have loaded; a warm server is one that stands.
        time.sleep(SETTLING_SECONDS)
        yield from first_view(f"http://127.0.0.1:{port}/p/1/web/weigh")
    scripts, fonts = first_load()
    yield (
        "scripts and styles of the first view, gzipped",
        f"{scripts / 1000:.0f} kB, and {fonts / 1000:.0f} kB of fonts",
        "under 350 kB",
        scripts + fonts < 350_000,
    )
