"""Takes the pictures of docs/screenshots from the running demo: .venv/bin/python -m tools.pictures [FOLDER]."""

import sys
import time
from collections.abc import Callable
from pathlib import Path

from selenium.webdriver.chrome.webdriver import WebDriver
from selenium.webdriver.common.by import By

from tests.browser.chrome import chrome, resize
from tests.browser.pages.amounts import AskPage
from tests.browser.pages.bench import BenchPage
from tests.browser.pages.compare import ComparePage
from tests.browser.pages.day import DayPage
from tests.browser.pages.people import KitchenPage, YouPage
from tests.browser.pages.run import RunPage
from tests.browser.pages.sign_in import SignInPage
from tests.browser.pages.table import TablePage
from tests.browser.pages.window import WindowPage
from tests.browser.words import amounts, names, people

WEB = Path(__file__).parents[1] / ".local" / "web"
ZANDER, GURNARD, CHAR = "Zander, caraway dry brine", "Gurnard, mustard buttermilk", "Arctic char, lemon and orange"
WIDE, TABLET = (1280, 800), (820, 1180)


def _nothing(_bench: BenchPage) -> None:
    """The Bench as it opens."""


def _made_jar(bench: BenchPage) -> None:
    bench.press("4 Horseradish cream")
    bench.one("[data-part=making] li")


def _ask(bench: BenchPage) -> None:
    page = AskPage(bench.driver, bench.address).show()
    for key, reading, figure in (
        ("salt_pct_of_fish", "Salt, of the fish", "1.1"),
        ("oil_to_acid_volume", "Oil to acid, by volume", "0.25"),
        ("window.best_min", "Best time", "25"),
    ):
        page.aim(key, reading, amounts.ask.exact, figure)
    page.solved(True)


def _heat(bench: BenchPage) -> None:
    bench.tab(names.heat)
    bench.choose(names.finishedIn, "oven")
    bench.one("[data-part=stages]")
    bench.settled()


def _window(bench: BenchPage) -> WindowPage:
    bench.to_the_window()
    page = WindowPage(bench.driver, bench.address)
    page.opened()
    page.bars()
    return page


VIEWS: tuple[tuple[str, str, tuple[int, int], bool, Callable[[BenchPage], object]], ...] = (
    ("bench-dry-brine", ZANDER, WIDE, False, _nothing),
    ("bench-four-jars", GURNARD, WIDE, False, _made_jar),
    ("bench-marinade", CHAR, WIDE, False, _nothing),
    ("window", ZANDER, WIDE, False, _window),
    ("bench-tablet", GURNARD, TABLET, False, _nothing),
    ("bench-dark", CHAR, WIDE, True, _nothing),
    # The last, for they change the formula.
    ("bench-ask", CHAR, WIDE, False, _ask),
    ("bench-heat", ZANDER, WIDE, False, _heat),
)


def _compare(driver: WebDriver, address: str, kitchen: str, picture: Callable[[str], None]) -> None:
    """A dry brine and a marinade, and what is being made from them."""
    resize(driver, *WIDE)
    numbers = {
        link.find_element(By.TAG_NAME, "h2").text: str(link.get_attribute("href")).split("/")[-2]
        for link in driver.find_elements(By.CSS_SELECTOR, "main li a")
    }
    page = ComparePage(driver, address).open(kitchen, f"{numbers[GURNARD]}.1~{numbers[CHAR]}")
    page.press(amounts.compare.begin)
    page.one("[data-column=made]")
    page.settled()
    picture("compare")
    page.press(amounts.compare.drop)


def _day(driver: WebDriver, address: str, kitchen: str, picture: Callable[[str], None]) -> None:
    """Tonight's docket with a step that is looked at, and what is made ahead."""
    resize(driver, *WIDE)
    page = DayPage(driver, address).show(kitchen)
    page.follow_service("Tonight")
    page.settled().searched()
    page.choose_step(".clean")
    page.costs(15)
    picture("day")
    driver.get(f"{address}/{kitchen}/ahead")
    page.one("[data-order]")
    picture("ahead")


def _run(driver: WebDriver, address: str, kitchen: str, picture: Callable[[str], None]) -> None:
    """Tonight's run at a tablet, stopped at a gate; one that is over, on record, and the temperatures of its day."""
    resize(driver, *TABLET)
    driver.get(f"{address}/{kitchen}/runs")
    page = RunPage(driver, address)
    page.one("[data-run] a").click()
    page.to_a_gate()
    picture("run")
    resize(driver, *WIDE)
    driver.get(f"{address}/{kitchen}/runs")
    page.one("[data-run]:last-child a").click()
    page.one("[data-part=record] tr")
    picture("run-record")
    driver.find_elements(By.CSS_SELECTOR, "[data-part=record] a")[-1].click()
    page.one("[data-line=chiller]")
    picture("temperatures")


def _people(driver: WebDriver, address: str, kitchen: str, picture: Callable[[str], None]) -> None:
    """The screens about people: the last of them is a tablet that is left to whoever comes."""
    resize(driver, *WIDE)
    about, you = KitchenPage(driver, address), YouPage(driver, address)
    about.open(kitchen).press(people.names.invite)
    about.link()
    picture("kitchen-people")
    about.open(kitchen, "settings")
    picture("kitchen-settings")
    you.open(kitchen)
    picture("you")
    you.press(people.names.shareBrowser)
    you.press(people.names.shareHere)
    TablePage(driver, address).one("main li h2")
    you.leave(names.stepAway)
    you.one("fieldset button").click()
    picture("at-the-tablet")


def main(folder: Path) -> None:
    """One picture of each main view."""
    address = f"http://127.0.0.1:{(WEB / 'port').read_text().strip()}"
    driver = chrome()
    folder.mkdir(parents=True, exist_ok=True)

    def picture(name: str) -> None:
        time.sleep(0.4)  # fades have ended
        driver.save_screenshot(str(folder / f"{name}.png"))

    SignInPage(driver, address).open().enter("mk", "rye-and-caraway")
    table = TablePage(driver, address)
    table.sees("main", "Dry brine")
    picture("table")
    kitchen = driver.current_url.rsplit("/", 1)[-1]
    table.sees("main", GURNARD)
    _compare(driver, address, kitchen, picture)
    for name, title, size, dark, do in VIEWS:
        resize(driver, *size, dark)
        driver.get(address)
        table.open(title)
        bench = BenchPage(driver, address)
        bench.settled()
        do(bench)
        picture(name)
    _day(driver, address, kitchen, picture)
    _run(driver, address, kitchen, picture)
    _people(driver, address, kitchen, picture)


if __name__ == "__main__":
    main(Path(sys.argv[1] if len(sys.argv) > 1 else "docs/screenshots"))
