"""The real thing: the served application as a process of its own, a fresh database, Debian's Chromium."""

from __future__ import annotations

import fcntl
import os
import shutil
import socket
import subprocess
import sys
import time
import urllib.request
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Browser, BrowserContext, Page, expect, sync_playwright

ROOT = Path(__file__).resolve().parents[2]
CHROMIUM = next((c for c in ("/usr/bin/chromium-headless-shell", "/usr/bin/chromium") if os.path.exists(c)), "")
"""Debian's Chromium; as the shell without a screen it draws the same pages with half of the work."""
FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]

# What has to come is waited for as long as a busy machine may take; it costs nothing where it comes at once.
expect.set_options(timeout=20_000)

# SLOW_ANSWERS=0.6: every request waits so many seconds on its way there and again on its way back, as on a machine that
# has much else to do. A test that is only right when the answer comes at once fails then, on any machine.
SLOW_ANSWERS = float(os.environ.get("SLOW_ANSWERS", "0"))
SLOWLY = """
const fetched = window.fetch.bind(window);
const wait = () => new Promise((done) => setTimeout(done, %d));
window.fetch = async (...request) => {
  await wait();
  const answer = await fetched(...request);
  await wait();
  return answer;
};
"""


def _free_port() -> int:
    with socket.socket() as s:
        s.bind(("127.0.0.1", 0))
        port: int = s.getsockname()[1]
        return port


def expect_soon(page: Page, holds: Callable[[], bool]) -> None:
    """What is not on the page is waited for as what is on it."""
    until = time.monotonic() + 20
    while not holds():
        assert time.monotonic() < until, "it did not come"
        page.wait_for_timeout(50)


class Application:
    """Starts and stops the server; the database outlives it."""

    def __init__(self, var: Path) -> None:
        self.var = var
        self.port, self.plotter = _free_port(), _free_port()
        self.url = f"http://127.0.0.1:{self.port}"
        self.process: subprocess.Popen[bytes] | None = None

    def start(self) -> None:
        env = os.environ | {"STEADY_SHEAR_VAR": str(self.var), "PORT": str(self.port)}
        env["STEADY_SHEAR_PLOTTER"] = f"127.0.0.1:{self.plotter}"
        command = [sys.executable, "-m", "server.config.serve", "--demo"]
        self.process = subprocess.Popen(command, cwd=ROOT, env=env, stdout=subprocess.DEVNULL)
        for _ in range(600):
            try:
                urllib.request.urlopen(f"{self.url}/health", timeout=1)
                return
            except OSError:
                time.sleep(0.1)
        raise RuntimeError("the server did not start")

    def stop(self) -> None:
        if self.process:
            self.process.terminate()
            self.process.wait(10)


def _furnished(factory: pytest.TempPathFactory) -> Path:
    """A library with the demo in it, as the first start hangs it up: made once for all who test side by side, and copied."""
    run = os.environ.get("PYTEST_XDIST_TESTRUNUID", "")
    common = factory.getbasetemp().parent / run if run else factory.getbasetemp()
    common.mkdir(exist_ok=True)
    ready, var = common / "demo", factory.mktemp("kept") / "var"
    with open(common / "demo.lock", "w") as lock:
        fcntl.flock(lock, fcntl.LOCK_EX)
        if not ready.exists():
            first = Application(common / "being made")
            first.start()
            first.stop()
            first.var.rename(ready)
    shutil.copytree(ready, var)
    return var


@pytest.fixture(scope="session")
def application(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Application]:
    app = Application(_furnished(tmp_path_factory))
    app.start()
    yield app
    app.stop()


@pytest.fixture(scope="session")
def chromium() -> Iterator[Browser]:
    with sync_playwright() as p:
        browser = p.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        yield browser
        browser.close()


@pytest.fixture
def context(chromium: Browser, application: Application) -> Iterator[BrowserContext]:
    context = chromium.new_context(
        viewport={"width": 1280, "height": 800}, base_url=application.url, accept_downloads=True, reduced_motion="reduce"
    )
    context.set_default_timeout(15_000)
    if SLOW_ANSWERS:
        context.add_init_script(SLOWLY % (1000 * SLOW_ANSWERS))
    yield context
    context.close()


@pytest.fixture
def page(context: BrowserContext, application: Application) -> Iterator[Page]:
    """A page that fails the test when anything breaks in it or a request leaves the application."""
    page = context.new_page()
    broken: list[str] = []
    page.on("pageerror", lambda e: broken.append(str(e)))

    def note(request: Any) -> None:
        if not request.url.startswith((application.url, "data:", "blob:")):
            broken.append(f"left the application: {request.url}")

    page.on("request", note)
    yield page
    assert broken == []


@pytest.fixture
def demo(page: Page) -> Page:
    """Signed in to the demo workroom, on the shelf."""
    page.goto("/")
    page.get_by_role("button", name="Open the demo workroom").click()
    page.get_by_role("heading", name="Shelf").wait_for()
    return page
