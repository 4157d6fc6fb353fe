"""Every view: axe finds nothing, nothing overflows at three widths, and the first view comes
quickly enough to use."""

import json
import re
from collections.abc import Callable
from typing import Any

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import ROOT, wait_for_rows

pytestmark = pytest.mark.browser
AXE = (ROOT / "web/node_modules/axe-core/axe.min.js").read_text("utf-8")


def open_first(page: Page) -> None:
    wait_for_rows(page)
    page.keyboard.press("j")
    page.keyboard.press("Enter")
    expect(page.get_by_role("complementary").last).to_be_visible()


def open_compare(page: Page) -> None:
    wait_for_rows(page)
    for _ in range(3):
        page.keyboard.press("j")
        page.keyboard.press("c")
    page.get_by_role("button", name="Compare 3").click()
    expect(page.get_by_role("main").locator("svg.recharts-surface").first).to_be_visible()


def press(key: str) -> Callable[[Page], None]:
    def act(page: Page) -> None:
        page.keyboard.press(key)
        expect(page.get_by_role("dialog")).to_be_visible()

    return act


def open_limits(page: Page) -> None:
    page.get_by_role("button", name="Export and import").click()
    page.get_by_role("menuitem", name="Planning limits").click()
    page.get_by_role("button", name="Add an owner").click()


def press_on_a_row(key: str) -> Callable[[Page], None]:
    def act(page: Page) -> None:
        wait_for_rows(page)
        page.keyboard.press("j")
        press(key)(page)

    return act


def rename(page: Page) -> None:
    open_first(page)
    page.get_by_role("button", name="Rename").click()


def move(page: Page) -> None:
    open_first(page)
    page.get_by_role("button", name="Move ").first.click()
    expect(page.get_by_role("dialog")).to_be_visible()


def type_seeds(page: Page) -> None:
    page.get_by_label("Seeds, separated by commas or new lines").fill("moon lamp, 🌙")
    expect(page.get_by_text("Seed 2")).to_be_visible()


def click(name: str, role: Any = "button") -> Callable[[Page], None]:
    def act(page: Page) -> None:
        page.get_by_role(role, name=name).click()

    return act


def combine(page: Page) -> None:
    click("Combine words")(page)
    page.get_by_label("What you offer").fill("moon map")
    expect(
        page.get_by_role("dialog").get_by_text(re.compile(r"^\d+ combinations?$"))
    ).to_be_visible()


def paste_table(page: Page) -> None:
    click("Import a list")(page)
    page.get_by_label("Or paste").fill("Keyword;Volume\nstar party;1.300\nbad;many\n")
    page.get_by_role("button", name="Preview").click()
    expect(page.get_by_role("dialog").get_by_text("is not a number")).to_be_visible()


def open_results(page: Page) -> None:
    wait_for_rows(page)
    page.keyboard.press("j")
    page.keyboard.press("r")
    expect(page.get_by_role("table", name="Results", exact=True)).to_be_visible()


def note_a_page(page: Page) -> None:
    open_results(page)
    click("Enter results by hand")(page)
    expect(page.get_by_role("dialog")).to_be_visible()


def read_a_page(page: Page) -> None:
    open_results(page)
    page.keyboard.press("r")
    expect(page.get_by_role("dialog").get_by_text("Nothing to fetch")).to_be_visible()


def open_rival(page: Page) -> None:
    page.locator("tbody button").first.click()
    expect(page.get_by_role("complementary")).to_be_visible()


def open_theme(page: Page) -> None:
    page.get_by_role("list", name="Themes").get_by_role("button").first.click()
    expect(page.get_by_role("complementary", name="Theme")).to_be_visible()


def cluster_afresh(page: Page) -> None:
    click("Re-cluster")(page)
    expect(page.get_by_role("dialog").get_by_text("would move")).to_be_visible()


def open_order(page: Page) -> None:
    expect(page.get_by_role("table", name="Order of work")).to_be_visible()
    page.keyboard.press("j")
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="Open in its step")).to_be_visible()
    click("Change the weights")(page)


def bring_back(page: Page) -> None:
    click("Export and import")(page)
    page.get_by_role("menuitem", name="Import an edited plan").click()
    expect(page.get_by_role("dialog")).to_be_visible()


def open_brief(page: Page) -> None:
    open_first(page)
    expect(page.get_by_role("link", name="Its brief")).to_be_visible()
    page.keyboard.press("b")
    expect(page.get_by_role("article").first).to_be_visible()


def open_filters(page: Page) -> None:
    page.get_by_role("button", name="+ Filter").click()


def open_desk(page: Page) -> None:
    """The desk of what was written last: one of the demo's drafts."""
    wait_for_rows(page)
    page.keyboard.press("j")
    page.keyboard.press("Enter")
    expect(page.get_by_role("textbox", name="Title", exact=True)).to_be_visible()


def at_a_desk(act: Callable[[Page], None]) -> Callable[[Page], None]:
    def both(page: Page) -> None:
        open_desk(page)
        act(page)

    return both


def pack(page: Page) -> None:
    page.get_by_role("button", name="Build title").click()
    expect(page.get_by_role("button", name="Use it").first).to_be_visible()


def compare_titles(page: Page) -> None:
    page.get_by_role("button", name="Try another title").click()
    page.get_by_label("The other title").fill("Another title altogether")
    expect(page.get_by_role("rowheader", name="Visits a month")).to_be_visible()


def see_versions(page: Page) -> None:
    page.get_by_role("textbox", name="Title", exact=True).fill("Another title")
    expect(page.get_by_role("status").filter(has_text="Saved")).to_be_visible()
    page.keyboard.press("Alt+v")
    expect(page.get_by_role("dialog", name="Versions")).to_be_visible()


def read_in(page: Page) -> None:
    page.get_by_role("button", name="Export and import").click()
    page.get_by_role("menuitem", name="Import the published text").click()
    page.get_by_label("Its text").fill("<title>Old</title><script>x()</script><p>What it says")
    page.get_by_role("button", name="Preview").click()
    expect(page.get_by_text("scripts or embedded content")).to_be_visible()


def open_live(page: Page) -> None:
    wait_for_rows(page)
    page.keyboard.press("j")
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="Diary")).to_be_visible()


def at_a_live_piece(act: Callable[[Page], None]) -> Callable[[Page], None]:
    def both(page: Page) -> None:
        open_live(page)
        act(page)

    return both


def publish(page: Page) -> None:
    page.get_by_role("link", name=re.compile("Mark as published|Publish changes")).click()
    expect(page.get_by_role("dialog").get_by_label("URL")).to_be_visible()


VIEWS: dict[str, tuple[str, Callable[[Page], None] | None]] = {
    "gather": ("/p/1/web/gather", type_seeds),
    "gather, keyword": ("/p/1/web/gather?sort=relevance", open_first),
    "gather, covered": ("/p/1/web/gather?tab=covered", None),
    "gather, left out": ("/p/1/web/gather?tab=rules", None),
    "gather, nothing": ("/p/1/web/gather?q=xyzzy", None),
    "gather, combine": ("/p/1/web/gather", combine),
    "gather, list": ("/p/1/web/gather", click("Import a list")),
    "gather, table": ("/p/1/web/gather", paste_table),
    "gather, park": ("/p/1/web/gather", press_on_a_row("p")),
    "weigh": ("/p/1/web/weigh", None),
    "weigh, keyword": ("/p/1/web/weigh?volume_min=100", open_first),
    "weigh, filters": ("/p/1/web/weigh", open_filters),
    "weigh, compare": ("/p/1/web/weigh", open_compare),
    "weigh, measure": ("/p/1/web/weigh", press("m")),
    "weigh, drop": ("/p/1/web/weigh", press_on_a_row("x")),
    "weigh, nothing": ("/p/1/video/weigh?q=xyzzy", None),
    "weigh, marketplace": ("/p/1/marketplace/weigh", open_first),
    "weigh, page columns": ("/p/1/video/weigh?columns=page", None),
    "results": ("/p/1/web/weigh?waiting=false", open_results),
    "results, listings": ("/p/1/marketplace/weigh?waiting=false", open_results),
    "results, by hand": ("/p/1/web/weigh?waiting=false", note_a_page),
    "results, read": ("/p/1/video/weigh?waiting=false", read_a_page),
    "rivals": ("/p/1/web/rivals", open_rival),
    "cluster": ("/p/1/web/cluster", open_first),
    "cluster, rename": ("/p/1/web/cluster", rename),
    "cluster, move": ("/p/1/web/cluster", move),
    "cluster, score": ("/p/1/web/cluster?view=score", open_theme),
    "cluster, proposals": ("/p/1/web/cluster?open=proposals", None),
    "cluster, afresh": ("/p/1/web/cluster", cluster_afresh),
    "first": ("/p/1/web/first?way=soonest", open_order),
    "grid": ("/p/1/web/grid", None),
    "plan": ("/p/1/web/plan", open_first),
    "plan, in groups": ("/p/1/web/plan?group=theme", None),
    "plan, list": ("/p/1/web/plan?view=list&group=state", None),
    "plan, calendar": ("/p/1/web/plan?view=calendar", None),
    "plan, limits": ("/p/1/web/plan", open_limits),
    "plan, back": ("/p/1/web/plan", bring_back),
    "brief": ("/p/1/web/plan", open_brief),
    "write": ("/p/1/web/write", None),
    "write, nothing": ("/p/1/web/write?q=xyzzy", None),
    "write, limits": ("/p/1/web/write", click("Limits and checks")),
    "write, open": ("/p/1/web/write", click("Open an existing page")),
    "desk, listing": ("/p/1/marketplace/write?order=saved&only=true", open_desk),
    "desk, video": ("/p/1/video/write?order=saved&only=true", open_desk),
    "desk, page": ("/p/1/web/write?order=saved&only=true", open_desk),
    "desk, packing": ("/p/1/web/write?order=saved&only=true", at_a_desk(pack)),
    "desk, two titles": ("/p/1/web/write?order=saved&only=true", at_a_desk(compare_titles)),
    "desk, versions": ("/p/1/video/write?order=saved&only=true", at_a_desk(see_versions)),
    "desk, what exists": ("/p/1/web/write?order=saved&only=true", at_a_desk(read_in)),
    "desk of nothing": ("/p/1/web/write/desk?piece=9999", None),
    "follow": ("/p/1/web/follow", None),
    "follow, nothing": ("/p/1/web/follow?q=xyzzy", None),
    "follow, by cluster": ("/p/1/web/follow?by=cluster", None),
    "follow, how it looks": ("/p/1/web/follow", click("Set the schedule")),
    "follow, note": ("/p/1/web/follow", click("Add a note")),
    "published piece": ("/p/1/web/follow?order=visible", open_live),
    "published piece, table": (
        "/p/1/web/follow?order=visible",
        at_a_live_piece(click("As a table")),
    ),
    "published piece, read back": (
        "/p/1/web/follow?order=visible",
        at_a_live_piece(click("Compare with the published page")),
    ),
    "published piece, taken down": (
        "/p/1/web/follow?order=visible",
        at_a_live_piece(click("Unpublished")),
    ),
    "published piece of nothing": ("/p/1/web/follow/piece?live=9999", None),
    "diary": ("/p/1/web/follow/diary", None),
    "report": ("/p/1/web/follow/report", None),
    "report, figures": ("/p/1/web/follow/report", click("Enter figures")),
    "performance report": ("/p/1/web/follow/own", None),
    "performance report, bring": ("/p/1/web/follow/own", click("Import a report")),
    "publish": ("/p/1/web/write?order=saved&only=true", at_a_desk(publish)),
    "settings": ("/p/1/web/settings", None),
    "commands": ("/p/1/web/plan", press("Control+k")),
    "keys": ("/p/1/web/plan", press("?")),
    "projects": ("/", None),
    "new project": ("/projects/new", None),
    "sign in": ("/sign-in", None),
    "nowhere": ("/p/1/nowhere", None),
    "another's": ("/p/999/web/weigh", None),
}


@pytest.mark.parametrize("view", list(VIEWS))
def test_axe_finds_nothing(window: Page, view: str) -> None:
    address, act = VIEWS[view]
    window.goto(address)
    window.wait_for_load_state("networkidle")
    expect(window.get_by_role("heading").first).to_be_visible()
    if act:
        act(window)
        window.wait_for_timeout(300)
    window.evaluate(AXE)
    hits: list[dict[str, Any]] = window.evaluate(
        "async () => (await axe.run({resultTypes: ['violations']})).violations.map(v => "
        "({id: v.id, help: v.help, nodes: v.nodes.slice(0, 3).map(n => n.html.slice(0, 200))}))"
    )
    assert hits == [], json.dumps(hits, indent=1)


@pytest.mark.parametrize(
    "view",
    [
        "/p/1/web/gather",
        "/p/1/web/weigh?row=1",
        "/p/1/web/page?keyword=1",
        "/p/1/web/rivals",
        "/p/1/web/cluster",
        "/p/1/web/cluster?view=score",
        "/p/1/web/first",
        "/p/1/web/grid",
        "/p/1/web/plan",
        "/p/1/web/plan?view=list",
        "/p/1/web/plan?view=calendar",
        "/p/1/web/brief",
        "/p/1/web/write",
        "/p/1/web/write/desk?piece=1",
        "/p/1/web/settings",
    ],
)
def test_nothing_overflows_the_window(window: Page, view: str) -> None:
    window.goto(view)
    window.wait_for_load_state("networkidle")
    for width in (1024, 1280, 1920):
        window.set_viewport_size({"width": width, "height": 800})
        # What the page measures of itself it draws in the next frames.
        window.wait_for_timeout(300)
        size = window.evaluate(
            "() => [document.documentElement.scrollWidth, document.documentElement.scrollHeight]"
        )
        assert size == [width, 800]


def test_no_address_outside_is_asked(page: Page, address: str) -> None:
    asked: list[str] = []
    page.on("request", lambda request: asked.append(request.url))
    page.goto("/p/1/web/weigh")
    page.wait_for_load_state("networkidle")
    open_first(page)
    page.goto("/p/1/web/plan")
    page.wait_for_load_state("networkidle")
    assert asked
    assert all(url.startswith((address, "data:", "blob:")) for url in asked)


@pytest.mark.parametrize("width", [1024, 1280])
def test_the_top_bar_shows_its_channels_whole(page: Page, width: int) -> None:
    page.set_viewport_size({"width": width, "height": 800})
    page.goto("/p/1/web/plan")
    switch = page.get_by_role("radiogroup", name="Channel")
    expect(switch).to_be_visible()
    assert switch.evaluate("e => e.scrollWidth <= e.clientWidth")
    assert page.get_by_role("banner").evaluate("e => e.scrollWidth <= e.clientWidth")
