"""A real installation for browser tests: the demo, started as a person starts it, on a port of its
own."""

import os
import re
import socket
import subprocess
import sys
import time
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.processes import environment, running

ROOT = Path(__file__).resolve().parents[2]
CHROMIUM = os.environ.get("BUNRAKU_CHROMIUM", "/usr/bin/chromium")
FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-dev-shm-usage",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]
expect.set_options(timeout=15_000)
# With BUNRAKU_SLOW=800 each answer of the server comes up to 800 ms late: a test that does not wait
# for what it reads fails.
SLOW = int(os.environ.get("BUNRAKU_SLOW", "0"))
LATE = """const fetched = window.fetch;
window.fetch = async (...asked) => {
    await new Promise((then) => setTimeout(then, Math.random() * %d));
    return fetched(...asked);
};"""

# Every message that passes, for tests that wait for one (see wait_for_message); and no tour.
MESSAGES = """try { localStorage.setItem("bunraku.tour", "1"); } catch {}
window.shown = [];
new MutationObserver((changes) => {
    for (const change of changes)
        for (const node of change.addedNodes)
            if (node.matches?.("li[data-swipe-direction]")) window.shown.push(node.textContent);
}).observe(document, { childList: true, subtree: true });"""


def free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])


def start(data: Path, port: int) -> Any:
    """The demo, as a person starts it; it ends on leaving."""
    command = [sys.executable, "-m", "bunraku", "--demo", "--port", str(port)]
    return running(command, cwd=ROOT, env=environment(data), stdout=subprocess.PIPE)


def wait_until_told(process: "subprocess.Popen[str]") -> None:
    """Until the demo says where it is."""
    assert process.stdout is not None
    for line in process.stdout:
        if "Bunraku is at" in line:
            return
    raise AssertionError(f"the demo did not start, code {process.wait()}")


def wait_until_served(port: int) -> None:
    until = time.monotonic() + 20
    while time.monotonic() < until:
        with socket.socket() as probe:
            if probe.connect_ex(("127.0.0.1", port)) == 0:
                return
        time.sleep(0.1)
    raise AssertionError("nothing is served")


@pytest.fixture(scope="session")
def address(tmp_path_factory: pytest.TempPathFactory) -> Iterator[str]:
    """Where the demo is."""
    port = free_port()
    with start(tmp_path_factory.mktemp("demo"), port) as process:
        wait_until_told(process)
        wait_until_served(port)
        yield f"http://127.0.0.1:{port}"
        process.terminate()
        assert process.wait(timeout=40) == 0


@pytest.fixture(scope="session")
def browser_type_launch_args(browser_type_launch_args: dict[str, Any]) -> dict[str, Any]:
    return {**browser_type_launch_args, "executable_path": CHROMIUM, "args": FLAGS}


@pytest.fixture(scope="session")
def browser_context_args(browser_context_args: dict[str, Any], address: str) -> dict[str, Any]:
    return {
        **browser_context_args,
        "base_url": address,
        "viewport": {"width": 1280, "height": 800},
        "reduced_motion": "reduce",
    }


@contextmanager
def watched(page: Page) -> Iterator[Page]:
    """A page on which nothing may go wrong unseen."""
    wrong: list[str] = []
    page.on("pageerror", lambda error: wrong.append(str(error)))
    page.on("console", lambda said: wrong.append(said.text) if said.type == "error" else None)
    page.context.add_init_script(MESSAGES)
    if SLOW:
        page.context.add_init_script(LATE % SLOW)
    yield page
    # Answers that a test provokes (404, 409) are told by the browser too; the page shows them
    # itself.
    assert [message for message in wrong if not re.search(r"status of 4\d\d", message)] == []


@pytest.fixture
def page(page: Page) -> Iterator[Page]:
    with watched(page):
        yield page


@pytest.fixture(scope="module")
def window(browser: Browser, browser_context_args: dict[str, Any]) -> Iterator[Page]:
    """One window for tests that only look: it has the scripts already."""
    with (
        browser.new_context(**browser_context_args) as context,
        watched(context.new_page()) as page,
    ):
        yield page


def main_button(page: Page, name: str) -> Any:
    """A button by its whole name, or by how it begins where a count follows."""
    return page.get_by_role("button", name=re.compile(rf"^{name}"))


def choose(select: Any, option: str) -> None:
    """Choose one of several as a person does: open the list, press the option."""
    select.click()
    select.page.get_by_role("option", name=option, exact=True).click()


def wait_for_rows(page: Page) -> None:
    """Until a list shows its first row: keys act on rows, and there are none before."""
    expect(page.get_by_role("grid").get_by_role("row").nth(1)).to_be_visible()
    if page.get_by_role("grid", name="The year").count():
        # The hours of its months are a row too, and come before those of the pieces.
        expect(page.locator("[id^='piece-']").first).to_be_visible()
    expect(page.get_by_role("grid").get_by_role("row").last).not_to_have_attribute(
        "aria-busy", "true"
    )


def wait_for_message(page: Page, text: str | re.Pattern[str], timeout: float = 15_000) -> None:
    """Until a message that passes has been shown, now or since the last one that was waited for: it
    may be gone again by the time that a busy machine looks."""
    pattern = text if isinstance(text, re.Pattern) else re.compile(re.escape(text))
    until = time.monotonic() + timeout / 1_000
    while not any(pattern.search(shown) for shown in page.evaluate("window.shown")):
        assert time.monotonic() < until, f"no {text} among {page.evaluate('window.shown')}"
        page.wait_for_timeout(50)
    page.evaluate("window.shown.length = 0")


def wait_for_jobs(page: Page) -> None:
    """Until no job is under way any more. (`wait_for_function` would not wait for the answer.)"""
    until = time.monotonic() + 60
    while page.evaluate(OPEN_JOBS):
        assert time.monotonic() < until, "a job does not end"
        page.wait_for_timeout(200)


OPEN_JOBS = """async () => {
    const id = location.pathname.split('/')[2];
    return (await (await fetch(`/api/projects/${id}/overview`)).json()).jobs.length;
}"""
