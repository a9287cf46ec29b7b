"""A keystroke on the Bench until fresh readings are painted, in headless Chromium on loopback."""

import statistics
from typing import Any

from tests.browser.chrome import chrome
from tests.browser.pages.bench import BenchPage
from tests.browser.pages.page import called
from tests.browser.pages.sign_in import SignInPage
from tests.browser.pages.table import TablePage
from tests.browser.pages.window import WindowPage
from tests.browser.words import names

KEYS = 120
FORMULA = "Gurnard, mustard buttermilk"
# Types another weight, waits for the frame in which the reading of it stands, and goes on.
TYPE = """
const [called, times, done] = arguments;
const field = document.querySelector(called);
const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
const reading = () => document.querySelector('[data-reading=edible]').textContent;
const fresh = () => document.querySelector('main').dataset.stale === 'false';
const spent = [];
function type() {
  if (spent.length === times) return done(spent);
  const before = reading(), started = performance.now();
  set.call(field, String(2200 + 10 * spent.length));
  field.dispatchEvent(new Event('input', { bubbles: true }));
  const look = () => {
    if (reading() === before || !fresh()) return requestAnimationFrame(look);
    spent.push(performance.now() - started);
    setTimeout(type, 40);
  };
  requestAnimationFrame(look);
}
type();
"""


def spent_ms(address: str) -> list[float]:
    """Milliseconds of each of many keystrokes, from the press to the frame with its readings."""
    driver: Any = chrome()
    driver.set_script_timeout(120)
    SignInPage(driver, address).open().enter("mk", "rye-and-caraway")
    table = TablePage(driver, address)
    table.one("main li h2")
    table.open(FORMULA)
    BenchPage(driver, address).settled()
    driver.execute_async_script(TYPE, called(names.weight), 10)
    driver.refresh()
    BenchPage(driver, address).settled()
    found: list[float] = driver.execute_async_script(TYPE, called(names.weight), KEYS)
    return found


def report(address: str) -> None:
    """Print the median and the 95th percentile."""
    spent = sorted(spent_ms(address))
    late = spent[int(0.95 * (len(spent) - 1))]
    print("browser")
    print(
        f"  keystroke to fresh readings, four jars: {statistics.median(spent):.0f} ms median, {late:.0f} ms at the "
        f"95th percentile of {len(spent)} (to reach: 50 ms), {late / 50:.2f} of what is allowed"
    )


# Presses the time's handle one step a frame and measures from frame to frame.
DRAG = """
const [called, frames, done] = arguments;
const handle = document.querySelector(called);
const gaps = [];
let before = performance.now();
handle.focus();
function frame(now) {
  gaps.push(now - before);
  before = now;
  if (gaps.length > frames) return done(gaps.slice(1));
  const key = gaps.length % 40 < 20 ? 'ArrowRight' : 'ArrowLeft';
  for (let step = 0; step < 6; step += 1) {
    handle.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
  }
  requestAnimationFrame(frame);
}
requestAnimationFrame(frame);
"""


def report_drag() -> None:
    """Print how many frames a second stand while the time is dragged; after report(), in the same browser."""
    driver: Any = chrome()
    page = WindowPage(driver, "")
    page.to_the_window()
    page.opened()
    gaps = sorted(driver.execute_async_script(DRAG, called(names.timeInJar), KEYS))
    middle, late = statistics.median(gaps), gaps[int(0.95 * (len(gaps) - 1))]
    print(
        f"  the Window while time is dragged: {1000 / middle:.0f} frames a second (median), {1000 / late:.0f} at the "
        f"95th percentile of {len(gaps)} (to reach: 60)"
    )
