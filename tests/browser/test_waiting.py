"""What the page shows while answers are awaited: on every route the shape of what is to come, and
never an empty place, nor that there is nothing where one only does not know yet."""

import re
from collections.abc import Callable
from itertools import pairwise
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Page, expect

ROUTER = Path(__file__).resolve().parents[2] / "web/src/app/router.tsx"
# No answer of the server is let through before the gate is opened.
GATE = """const fetched = window.fetch;
const opened = new Promise((open) => { window.openGate = open; });
window.fetch = async (...asked) => { await opened; return fetched(...asked); };"""
# What was ever wrong: a page without a word or a shape, an empty state beside a shape in grey.
WATCH = """window.wrong = new Set();
const isSeen = (part) => part.checkVisibility() && part.getBoundingClientRect().width > 0;
const look = () => {
    const main = document.querySelector("main");
    if (!main) return;
    const waits = [...document.querySelectorAll("[aria-busy=true]")].some(isSeen);
    const said = [...main.querySelectorAll("*")].some((part) =>
        !part.closest("h1, header, .sr-only") && isSeen(part) &&
        [...part.childNodes].some((text) => text.nodeType === 3 && text.data.trim()));
    if (!waits && !said) window.wrong.add("nothing is seen");
    if (!window.through && main.querySelector("[data-empty]"))
        window.wrong.add(`says it is empty: ${main.querySelector("[data-empty]").innerText}`);
    if (!window.through && !waits) window.wrong.add("nothing says that an answer is awaited");
};
const start = () => {
    const all = {childList: true, subtree: true, attributes: true};
    new MutationObserver(look).observe(document, all);
};
if (document.body) start(); else document.addEventListener("DOMContentLoaded", start);"""


# Levels of the headings of the page, then of what stands beside it, in their order.
LEVELS = """[...document.querySelectorAll("main :is(h1,h2,h3,h4), aside :is(h1,h2,h3,h4)")]
    .filter((part) => part.checkVisibility()).map((part) => part.tagName[1])"""


def routes() -> list[str]:
    """The addresses of all pages of a project, as the router has them."""
    source = ROUTER.read_text()
    return re.findall(r'\.\.\.step,\s+path: "([^"]+)"', source)


def first(page: Page, path: str, read: Callable[[Any], Any]) -> Any:
    """What is read of the answer of an address, with the window's own session."""
    answer = page.request.get(f"/api/projects/1/{path}")
    assert answer.ok, path
    return read(answer.json())


@pytest.fixture(scope="module")
def searches(window: Page) -> dict[str, str]:
    """What each page needs in its address to show something."""
    window.goto("/")
    row = first(window, "sheet?channel=web", lambda told: [row["id"] for row in told["rows"][:2]])
    piece = first(window, "plan/pieces", lambda told: told["rows"][0]["id"])
    cluster = first(window, "clusters?channel=web", lambda told: told["clusters"][0]["id"])
    live = first(window, "follow", lambda told: told["rows"][0]["id"])
    return {
        "": "",
        "weigh": f"?row={row[0]}",
        "gather": f"?row={row[0]}",
        "page": f"?keyword={row[0]}",
        "compare": f"?ids=[{row[0]},{row[1]}]",
        "cluster": f"?cluster={cluster}",
        "plan": f"?piece={piece}",
        "brief": f"?pieces=[{piece}]",
        "write/desk": f"?piece={piece}",
        "follow/piece": f"?live={live}",
    }


# Other looks of some pages, which draw other parts.
LOOKS = [
    "gather?tab=covered",
    "gather?tab=rules",
    "cluster?view=score",
    "plan?view=list",
    "plan?view=calendar",
    "plan?whole=true",
    "follow?by=outlet",
]


@pytest.mark.parametrize("path", ["", *routes(), *LOOKS])
def test_a_page_shows_its_shape_until_the_answer_is_there(
    window: Page, searches: dict[str, str], path: str
) -> None:
    page = window.context.new_page()
    page.add_init_script(GATE)
    page.add_init_script(WATCH)
    page.goto(f"/p/1/web/{path}{searches.get(path, '')}", wait_until="commit")
    waits = page.locator("[aria-busy=true]:visible")
    expect(waits.first).to_be_visible()
    page.wait_for_timeout(300)
    assert page.evaluate("[...window.wrong]") == []
    page.evaluate("window.through = true; window.openGate()")
    expect(waits).to_have_count(0)
    expect(page.get_by_role("heading", level=1)).to_have_count(1)
    levels = [int(level) for level in page.evaluate(LEVELS)]
    assert all(after - before <= 1 for before, after in pairwise(levels))
    expect(page).to_have_title(re.compile(r"\w – Duskfield Astronomy – Bunraku$"))
    assert page.evaluate("[...window.wrong]") == []
    page.close()


@pytest.mark.parametrize("path", ["/", "/account"])
def test_pages_outside_of_projects_too(window: Page, path: str) -> None:
    page = window.context.new_page()
    page.add_init_script(GATE)
    page.goto(path, wait_until="commit")
    expect(page.locator("[aria-busy=true]:visible").first).to_be_visible()
    page.evaluate("window.openGate()")
    expect(page.locator("[aria-busy=true]:visible")).to_have_count(0)
    expect(page.get_by_role("heading", level=1)).to_be_visible()
    page.close()
