"""On a phone, and enlarged twice, everything can be read and decided without moving the page
sideways."""

import json
from typing import Any

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import wait_for_message, wait_for_rows
from tests.browser.test_views import AXE

PHONE, ENLARGED = (390, 800), (640, 400)
"""Enlarged twice a window of 1280 by 800 has as many points as one half as wide and high."""
VIEWS = (
    *("", "gather", "weigh", "weigh?row=1", "cluster", "first", "rivals", "settings", "compare"),
    *("plan", "plan?view=list", "plan?view=calendar", "plan?piece=1", "brief?pieces=[1]"),
    *("write", "write/desk?piece=1", "follow", "follow/piece?live=1", "follow/diary"),
    *("follow/report", "follow/own", "page?keyword=1"),
)
# What is wider than its place, which does not scroll by itself.
TOO_WIDE = """() => [document.scrollingElement, ...document.querySelectorAll(".beside, main")]
    .filter((part) => part.scrollWidth > part.clientWidth + 1)
    .flatMap((part) => [...part.querySelectorAll("*")].filter((inner) => {
        const { right, width } = inner.getBoundingClientRect();
        const scrolls = inner.parentElement.closest(".overflow-x-auto, .overflow-auto");
        const apart = scrolls && scrolls !== part && part.contains(scrolls);
        return width > 0 && right > part.clientWidth + 1 && !apart;
    }).slice(0, 3).map((inner) => inner.outerHTML.slice(0, 150)))"""

# What scrolls sideways and would have to be scrolled down too.
CUT_OFF = """() => [...document.querySelectorAll("[role=group].overflow-x-auto")]
    .filter((part) => part.scrollHeight > part.clientHeight + 1)
    .map((part) => `${part.getAttribute("aria-label")}: ${part.clientHeight} high`)"""


@pytest.mark.parametrize("size", [PHONE, ENLARGED], ids=["phone", "enlarged"])
@pytest.mark.parametrize("view", VIEWS)
def test_a_view_fits(window: Page, view: str, size: tuple[int, int]) -> None:
    window.set_viewport_size({"width": size[0], "height": size[1]})
    window.goto(f"/p/1/web/{view}")
    # Before its own code is there a page waits for nothing that could be seen.
    expect(window.get_by_role("heading", level=1).first).to_be_visible()
    expect(window.locator("[aria-busy=true]:visible")).to_have_count(0)
    assert window.evaluate(TOO_WIDE) == []
    assert window.evaluate(CUT_OFF) == []
    window.evaluate(AXE)
    hits: list[dict[str, Any]] = window.evaluate(
        "async () => (await axe.run({resultTypes: ['violations']})).violations.map(v => "
        "({id: v.id, nodes: v.nodes.slice(0, 3).map(n => n.html.slice(0, 200))}))"
    )
    assert hits == [], json.dumps(hits, indent=1)


def test_keywords_are_decided_and_work_is_ticked_off_on_a_phone(page: Page) -> None:
    page.set_viewport_size({"width": PHONE[0], "height": PHONE[1]})
    page.goto("/p/1/web/weigh?state=open")
    wait_for_rows(page)
    page.get_by_role("grid").get_by_role("checkbox").first.click()
    page.get_by_role("button", name="Shortlist 1").click()
    wait_for_message(page, "1 keyword shortlisted.")
    page.goto("/p/1/web/plan?view=list")
    wait_for_rows(page)
    page.locator("[id^='piece-']").first.click()
    piece = page.get_by_role("complementary", name="Piece")
    piece.get_by_role("button", name="Close the inspector").scroll_into_view_if_needed()
    status = piece.get_by_label("Status")
    status.click()
    page.get_by_role("option", name="Ready").click()
    expect(status).to_contain_text("Ready")
    piece.get_by_role("button", name="Close the inspector").click()
    expect(piece).to_have_count(0)
