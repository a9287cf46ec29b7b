"""Headless Chromium from Debian, one for each process, reaching nothing but loopback."""

import multiprocessing.util
import os
from pathlib import Path
from typing import Any

from selenium import webdriver
from selenium.common.exceptions import StaleElementReferenceException, WebDriverException
from selenium.webdriver.chrome.service import Service
from selenium.webdriver.remote.errorhandler import ErrorHandler

# Chromium without a window costs a quarter less work than the whole one, which is needed where a profile outlives it.
SHELL, WHOLE = "/usr/lib/chromium/chromium-headless-shell", "/usr/bin/chromium"
FLAGS = [
    "--headless",
    "--no-sandbox",
    "--disable-gpu",
    "--disable-dev-shm-usage",
    "--disable-quic",
    "--no-first-run",
    "--no-default-browser-check",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--disable-default-apps",
    "--disable-extensions",
    "--password-store=basic",
    "--force-color-profile=srgb",
    "--hide-scrollbars",
    "--disable-features=OptimizationHints,MediaRouter,Translate,PasswordLeakDetection",
    "--font-render-hinting=none",
    "--force-device-scale-factor=1",
    "--window-size=1280,800",
]
# What the driver says where a part went between its finding it and its reading it.
GONE = "Node with given id does not belong to the document"
_drivers: dict[int, webdriver.Chrome] = {}
_stops: dict[str, multiprocessing.util.Finalize] = {}


class Told(ErrorHandler):
    """What the driver answers, with a part that went named alike however it is noticed."""

    def check_response(self, response: dict[str, Any]) -> None:
        try:
            super().check_response(response)
        except WebDriverException as error:
            if GONE in str(error.msg):
                raise StaleElementReferenceException(error.msg, error.screen, error.stacktrace) from error
            raise


def chrome(fresh: bool = False, profile: Path | None = None) -> webdriver.Chrome:
    """This process's browser; FRESH gives one more, which the caller quits; a PROFILE that is given outlives it."""
    if not fresh and os.getpid() in _drivers:
        return _drivers[os.getpid()]
    os.environ["SE_OFFLINE"] = "true"
    options = webdriver.ChromeOptions()
    options.binary_location = SHELL if profile is None else WHOLE
    for flag in (*FLAGS, *([] if profile is None else [f"--user-data-dir={profile}"])):
        options.add_argument(flag)
    options.add_argument("--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1, EXCLUDE localhost")
    options.set_capability("goog:loggingPrefs", {"browser": "ALL"})
    driver = webdriver.Chrome(options=options, service=Service("/usr/bin/chromedriver"))
    driver.error_handler = Told()
    resize(driver, 1280, 800)
    if not fresh:
        _drivers[os.getpid()] = driver

    # Called once, by whoever comes first: the caller of a fresh one, or the end of the process.
    _stops[driver.session_id] = multiprocessing.util.Finalize(None, driver.quit, exitpriority=10)
    return driver


def close(driver: webdriver.Chrome) -> None:
    """End a fresh browser."""
    _stops[driver.session_id]()


def resize(driver: webdriver.Chrome, width: int, height: int, dark: bool = False) -> None:
    """Set the page's size [px] and its colours."""
    size = {"width": width, "height": height, "deviceScaleFactor": 1, "mobile": False}
    driver.execute_cdp_cmd("Emulation.setDeviceMetricsOverride", size)
    scheme: dict[str, Any] = {"name": "prefers-color-scheme", "value": "dark" if dark else "light"}
    driver.execute_cdp_cmd("Emulation.setEmulatedMedia", {"features": [scheme]})
