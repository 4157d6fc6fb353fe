"""`make pictures`: docs/screenshots from the demo, one of each main view, at 1280 × 800."""

import tempfile
from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Page, expect, sync_playwright

from tests.browser.conftest import (
    CHROMIUM,
    FLAGS,
    MESSAGES,
    ROOT,
    free_port,
    start,
    wait_for_rows,
    wait_until_served,
    wait_until_told,
)

PLACE = ROOT / "docs/screenshots"


def gather(page: Page) -> None:
    page.get_by_label("Seeds, separated by commas or new lines").fill(
        "telescope mount, binoculars for stargazing"
    )
    expect(page.get_by_role("button", name="Gather from 2 seeds")).to_be_enabled()


def weigh(page: Page) -> None:
    wait_for_rows(page)
    for _ in range(3):
        page.keyboard.press("j")
        page.keyboard.press("c")
    page.keyboard.press("Enter")
    expect(
        page.get_by_role("complementary", name="Keyword").locator("svg.recharts-surface")
    ).to_be_visible()


def open_row(number: int) -> Callable[[Page], None]:
    def act(page: Page) -> None:
        wait_for_rows(page)
        page.get_by_role("row").nth(number).get_by_role("gridcell").nth(1).click()
        expect(page.get_by_role("complementary").last).to_be_visible()

    return act


def results(text: str) -> Callable[[Page], None]:
    def act(page: Page) -> None:
        wait_for_rows(page)
        row = page.get_by_role("row").filter(has_text=text).first
        row.get_by_role("gridcell").nth(1).click()
        page.keyboard.press("r")
        expect(page.get_by_role("table", name="Results", exact=True)).to_be_visible()

    return act


def begin(page: Page) -> None:
    page.get_by_label("In one sentence").fill("We repair and tune pianos in Harrowmere")
    page.get_by_role("button", name="Next").click()
    page.get_by_role("button", name="Skip").click()
    page.get_by_label("Name or URL").fill("strings.example")
    page.get_by_label("authority, if you know it").fill("30")


def open_first_of_order(page: Page) -> None:
    expect(page.get_by_role("table", name="Order of work")).to_be_visible()
    for _ in range(12):
        page.keyboard.press("j")
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="Open in its step")).to_be_visible()


def brief(page: Page) -> None:
    open_row(7)(page)
    expect(page.get_by_role("link", name="Its brief")).to_be_visible()
    page.keyboard.press("b")
    expect(page.get_by_role("article").first).to_be_visible()


def desk(page: Page) -> None:
    wait_for_rows(page)
    page.keyboard.press("j")
    page.keyboard.press("Enter")
    expect(page.get_by_role("textbox", name="Title", exact=True)).to_be_visible()


def packed_desk(page: Page) -> None:
    desk(page)
    page.get_by_role("button", name="Build title").click()
    expect(page.get_by_role("button", name="Use it").first).to_be_visible()


def live(page: Page) -> None:
    page.get_by_role("row", name="Stargazing blanket").first.click()
    expect(page.get_by_role("heading", name="Diary")).to_be_visible()


def dark(page: Page) -> None:
    page.evaluate("localStorage.setItem('bunraku.theme', 'dark')")
    page.reload()
    open_row(3)(page)


VIEWS: dict[str, tuple[str, Callable[[Page], None] | None]] = {
    "begin": ("/projects/new", begin),
    "up-next": ("/p/1", None),
    "gather": ("/p/1/web/gather", gather),
    "weigh": (
        "/p/1/web/weigh?volume_min=100&intent=%5B%22informational%22%2C%22commercial%22%5D",
        weigh,
    ),
    "cluster": ("/p/1/web/cluster", open_row(2)),
    "first": ("/p/1/web/first", open_first_of_order),
    "brief": ("/p/1/web/plan", brief),
    "plan": ("/p/1/web/plan", None),
    "plan_calendar": ("/p/1/web/plan?view=calendar&whole=false", None),
    "write": ("/p/1/web/write?order=saved", None),
    "desk_page": ("/p/1/web/write?lacks=begun&only=true", desk),
    "desk_video": ("/p/1/video/write?lacks=begun&only=true", desk),
    "desk_listing": ("/p/1/marketplace/write?lacks=begun&only=true", packed_desk),
    "follow": ("/p/1/web/follow", None),
    "live": ("/p/1/web/follow?order=visible", live),
    "report": ("/p/1/web/follow/report", None),
    "project": ("/p/1/web/settings", None),
    "results": ("/p/1/web/weigh?q=stargazing+for", results("stargazing for families")),
    "dark": ("/p/1/web/weigh", dark),
}


def main() -> None:
    """Take all pictures."""
    PLACE.mkdir(parents=True, exist_ok=True)
    port = free_port()
    with start(Path(tempfile.mkdtemp(prefix="bunraku-pictures-")), port) as process:
        wait_until_told(process)
        wait_until_served(port)
        with sync_playwright() as playwright:
            browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
            for name, (address, act) in VIEWS.items():
                page = browser.new_page(
                    viewport={"width": 1280, "height": 800}, reduced_motion="reduce"
                )
                page.add_init_script(MESSAGES)
                page.goto(f"http://127.0.0.1:{port}{address}")
                page.wait_for_load_state("networkidle")
                expect(page.locator("[aria-busy=true]:visible")).to_have_count(0)
                if act:
                    act(page)
                page.wait_for_timeout(600)
                page.screenshot(path=PLACE / f"{name}.png")
                page.close()
            browser.close()


if __name__ == "__main__":
    main()
