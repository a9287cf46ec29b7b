"""Takes the pictures of docs/screenshots from the running demo: .venv/bin/python -m tools.pictures [FOLDER] [WIDTH HEIGHT] [dark]."""

import sys
from pathlib import Path

from tests.browser.chrome import chrome, resize
from tests.browser.pages.bench import BenchPage
from tests.browser.pages.sign_in import SignInPage
from tests.browser.pages.table import TablePage

FORMULAS = (
    ("Zander, caraway dry brine", "bench-dry-brine", ""),
    ("Gurnard, mustard buttermilk", "bench-four-jars", "3 Rye and rice dredge"),
    ("Arctic char, lemon and orange", "bench-marinade", ""),
)
WEB = Path(__file__).parents[1] / ".local" / "web"


def main(folder: Path, width: int, height: int, dark: bool) -> None:
    """One picture of each main view."""
    address = f"http://127.0.0.1:{(WEB / 'port').read_text().strip()}"
    driver = chrome()
    resize(driver, width, height, dark)
    folder.mkdir(parents=True, exist_ok=True)

    def picture(name: str) -> None:
        driver.save_screenshot(str(folder / f"{name}.png"))

    sign_in = SignInPage(driver, address).open()
    picture("sign-in")
    sign_in.enter("mk", "rye-and-caraway")
    table = TablePage(driver, address)
    table.one("main li h2")
    picture("table")
    for title, name, jar in FORMULAS:
        driver.get(address)
        table.open(title)
        bench = BenchPage(driver, address)
        if jar:
            bench.press(jar)
        bench.settled()
        picture(name)


if __name__ == "__main__":
    arguments = [argument for argument in sys.argv[1:] if argument != "dark"]
    size = [int(argument) for argument in arguments[1:3]] or [1280, 800]
    main(Path(arguments[0] if arguments else "docs/screenshots"), size[0], size[1], "dark" in sys.argv)
