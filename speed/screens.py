"""What a screen costs before it can be used: bytes as sent, the time to open one, and what moves meanwhile."""

import time
from typing import Any

from tests.browser.chrome import chrome
from tests.browser.pages.sign_in import SignInPage
from tests.browser.pages.table import TablePage
from tests.browser.words import names

FORMULAS = ("Gurnard, mustard buttermilk", "Herring, vinegar and dill", "Plaice in beer batter")
MOST_KB, MOST_OPEN_MS, MOST_WINDOW_MS, MOST_SHIFT = 220, 300, 150, 0.02
# Screens are fetched ahead when the page is idle: here not before what is measured.
WATCH = """
window.moved = 0;
new PerformanceObserver((list) => {
  for (const entry of list.getEntries()) if (!entry.hadRecentInput) window.moved += entry.value;
}).observe({ type: 'layout-shift', buffered: true });
const idle = window.requestIdleCallback;
window.requestIdleCallback = (work) => setTimeout(() => idle(work), 2000);
"""
SENT = """
return performance.getEntriesByType('resource').concat(performance.getEntriesByType('navigation'))
  .reduce((sum, entry) => sum + entry.transferSize, 0) / 1000
"""
# Presses what READS like the words, and gives the milliseconds until something is there and the figures are fresh.
PRESS = """
const [among, words, awaited, done] = arguments;
const pressed = [...document.querySelectorAll(among)].find((one) => one.textContent === words);
const started = performance.now();
pressed.closest('a').click();
const look = () => {
  const there = document.querySelector(awaited) && document.querySelector('main[data-stale=false]');
  if (there) done(performance.now() - started); else requestAnimationFrame(look);
};
look();
"""


def report(address: str) -> None:
    """Print each figure beside what it is to reach."""
    driver: Any = chrome(fresh=True)
    driver.execute_cdp_cmd("Page.addScriptToEvaluateOnNewDocument", {"source": WATCH})
    SignInPage(driver, address).open()
    _tell("the first screen as sent", driver.execute_script(SENT), MOST_KB, "kB")
    SignInPage(driver, address).enter("mk", "rye-and-caraway")
    table = TablePage(driver, address)
    table.one("main li h2")
    driver.execute_cdp_cmd("Network.clearBrowserCache", {})
    driver.refresh()
    table.one("main li h2")
    _tell("the Table as sent, by itself", driver.execute_script(SENT), MOST_KB, "kB")
    table.one("[data-fetched=all]")
    for title in FORMULAS:
        opened = driver.execute_async_script(PRESS, "main li h2", title, "[data-weigh]")
        _tell(f"to open {title}", opened, MOST_OPEN_MS, "ms")
        window = driver.execute_async_script(PRESS, "nav a", names.window, "[data-part=sentence]")
        _tell("  and from there to its Window", window, MOST_WINDOW_MS, "ms")
        table.field(names.toTable).click()
        table.one("main li h2")
        time.sleep(0.5)
    for room in ("bench", "window", "versions"):
        table.find_and_open(FORMULAS[0])
        table.one("[data-weigh]")
        driver.get(driver.current_url.replace("bench", room))
        table.one("main[data-stale=false], main")
        time.sleep(2)
        _tell(f"what moves while the {room} is loaded", driver.execute_script("return window.moved"), MOST_SHIFT, "")
        driver.get(address)
        table.one("main li h2")


def _tell(what: str, value: float, most: float, unit: str) -> None:
    print(f"  {what}: {value:.3g} {unit} (to reach: {most} {unit}), {value / most:.2f} of what is allowed")
